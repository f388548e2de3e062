import { useEffect, useId, useRef, useState, type ReactNode } from 'react';

/** What was typed, read; or why it cannot be taken, in a maker's words. */
export type TypedValue<T = number> = { ok: true; value: T } | { ok: false; message: string };

/** A value that is typed and taken when the field is left or Enter pressed; Escape takes it back. */
export function TypedField<T = number>({
  label,
  labelHidden = false,
  shown,
  read,
  onRead,
  mark,
  beside,
  hint,
  inputMode = 'decimal',
  focused = false,
}: {
  label: string;
  /** a heading beside says it already; it is read out only */
  labelHidden?: boolean;
  shown: string;
  read: (typed: string) => TypedValue<T>;
  onRead: (value: T) => void;
  /** stands inside the field, such as the unit */
  mark?: string;
  beside?: ReactNode;
  hint?: string;
  inputMode?: 'decimal' | 'text';
  /** it is there to be typed into at once: it takes the focus, with what stands in it chosen */
  focused?: boolean;
}) {
  const id = useId();
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (focused) field.current?.select();
  }, [focused]);
  const [typed, setTyped] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const settle = (): void => {
    if (typed === null) return;
    const answer = read(typed);
    setProblem(answer.ok ? null : answer.message);
    if (!answer.ok) return;
    setTyped(null);
    onRead(answer.value);
  };
  return (
    <div>
      <label htmlFor={id} className={labelHidden ? 'sr-only' : 'mb-1 block text-sm text-soft'}>
        {label}
      </label>
      <div className="flex items-center gap-2">
        <div className="relative flex-1">
          <input
            ref={field}
            id={id}
            inputMode={inputMode}
            autoComplete="off"
            value={typed ?? shown}
            aria-invalid={problem !== null}
            aria-describedby={problem ? `${id}-problem` : undefined}
            onChange={(e) => setTyped(e.target.value)}
            onBlur={settle}
            onKeyDown={(e) => {
              if (e.key === 'Enter') settle();
              if (e.key === 'Escape') {
                setTyped(null);
                setProblem(null);
              }
            }}
            className={`h-9 w-full rounded-md border bg-raised px-2 text-sm ${problem ? 'border-alert' : 'border-line'}`}
          />
          {mark && typed === null && shown !== '' && (
            <span className="pointer-events-none absolute inset-y-0 right-2 flex items-center text-xs text-soft">
              {mark}
            </span>
          )}
        </div>
        {beside}
      </div>
      {problem && (
        <p id={`${id}-problem`} role="alert" className="mt-1 text-xs text-alert">
          {problem}
        </p>
      )}
      {hint && !problem && <p className="mt-1 text-xs text-soft">{hint}</p>}
    </div>
  );
}
