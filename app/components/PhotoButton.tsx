import { Camera } from 'lucide-react';
import { useRef } from 'react';
import { buttonClass } from '~/components/ui';

/** Takes a photo where there is a camera, or a picture file. */
export function PhotoButton({
  text,
  label,
  look = 'plain',
  disabled = false,
  take,
}: {
  text: string;
  /** of the file field */
  label: string;
  look?: 'plain' | 'main';
  disabled?: boolean;
  take: (file: File) => void;
}) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <button
        type="button"
        className={buttonClass(look)}
        disabled={disabled}
        onClick={() => input.current?.click()}
      >
        <Camera size={16} aria-hidden="true" /> {text}
      </button>
      <input
        ref={input}
        type="file"
        accept="image/*"
        capture="environment"
        aria-label={label}
        className="hidden"
        onChange={(e) => {
          const file = e.target.files?.[0];
          if (file) take(file);
          e.target.value = '';
        }}
      />
    </>
  );
}
