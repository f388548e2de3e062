import { useId } from 'react';

/** The text of a word, drawn as it is typed. */
export function TextField({
  value,
  onChange,
  onEnter,
}: {
  value: string;
  onChange: (text: string) => void;
  /** the word is taken as it is */
  onEnter: () => void;
}) {
  const id = useId();
  return (
    <div>
      <label htmlFor={id} className="mb-1 block text-sm text-soft">
        Word
      </label>
      <input
        id={id}
        autoComplete="off"
        autoFocus
        spellCheck={false}
        maxLength={2000}
        value={value}
        onChange={(e) => onChange(e.target.value)}
        onKeyDown={(e) => {
          if (e.key !== 'Enter' || e.nativeEvent.isComposing) return;
          e.preventDefault();
          onEnter();
        }}
        className="h-10 w-full rounded-md border border-line bg-raised px-2 text-base"
      />
    </div>
  );
}
