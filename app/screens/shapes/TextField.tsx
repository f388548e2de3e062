import { useId } from 'react';

/** The text of a word, drawn as it is typed. */
export function TextField({
  value,
  onChange,
}: {
  value: string;
  onChange: (text: string) => void;
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
        className="h-10 w-full rounded-md border border-line bg-raised px-2 text-base"
      />
    </div>
  );
}
