import { ToggleGroup, Tooltip } from 'radix-ui';
import type { ButtonHTMLAttributes, ReactNode } from 'react';

const BUTTON =
  'inline-flex min-h-9 items-center justify-center gap-1.5 rounded-md px-3 text-sm font-medium transition-colors disabled:opacity-45';
const LOOKS = {
  main: 'bg-patina text-patina-ink hover:opacity-90',
  plain: 'border border-line bg-raised text-ink hover:border-patina',
  quiet: 'text-ink hover:bg-patina-wash',
} as const;

/** A button with words. */
export function Button({
  look = 'plain',
  className = '',
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & { look?: keyof typeof LOOKS }) {
  return <button type="button" {...rest} className={`${BUTTON} ${LOOKS[look]} ${className}`} />;
}

export const buttonClass = (look: keyof typeof LOOKS = 'plain'): string =>
  `${BUTTON} ${LOOKS[look]}`;

/** A button with only an icon: its name shows on hover and focus. */
export function IconButton({
  name,
  keys,
  children,
  pressed,
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & {
  name: string;
  keys?: string;
  pressed?: boolean;
  children: ReactNode;
}) {
  return (
    <Tooltip.Root>
      <Tooltip.Trigger asChild>
        <button
          type="button"
          aria-label={name}
          aria-pressed={pressed}
          {...rest}
          className={`inline-flex size-9 items-center justify-center rounded-md transition-colors disabled:opacity-40 ${
            pressed ? 'bg-patina text-patina-ink' : 'text-ink hover:bg-patina-wash'
          }`}
        >
          {children}
        </button>
      </Tooltip.Trigger>
      <Tooltip.Portal>
        <Tooltip.Content
          sideOffset={6}
          className="z-50 rounded-md bg-ink px-2 py-1 text-xs text-bench"
        >
          {name}
          {keys && <span className="ml-2 opacity-70">{keys}</span>}
        </Tooltip.Content>
      </Tooltip.Portal>
    </Tooltip.Root>
  );
}

/** One of a few choices, all in view. */
export function Choices<T extends string>({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: T;
  options: readonly { value: T; label: string }[];
  onChange: (value: T) => void;
}) {
  return (
    <div>
      <div className="mb-1 text-sm text-soft">{label}</div>
      <ToggleGroup.Root
        type="single"
        aria-label={label}
        value={value}
        onValueChange={(next) => {
          if (next) onChange(next as T);
        }}
        className="flex rounded-md border border-line bg-bench p-0.5"
      >
        {options.map((o) => (
          <ToggleGroup.Item
            key={o.value}
            value={o.value}
            className="min-h-8 flex-1 rounded px-2 text-sm text-soft data-[state=on]:bg-raised data-[state=on]:font-semibold data-[state=on]:text-ink data-[state=on]:shadow-sm"
          >
            {o.label}
          </ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
    </div>
  );
}

export function Section({
  title,
  children,
  aside,
}: {
  title: string;
  children: ReactNode;
  aside?: ReactNode;
}) {
  return (
    <section className="border-b border-line px-4 py-4 last:border-b-0">
      <div className="mb-2.5 flex items-center justify-between gap-2">
        <h2 className="text-sm font-semibold">{title}</h2>
        {aside}
      </div>
      <div className="space-y-3">{children}</div>
    </section>
  );
}

/** A native select in the house's look: short lists, every keyboard and tablet knows it. */
export function Picker<T extends string>({
  label,
  labelHidden = false,
  value,
  options,
  onChange,
}: {
  label: string;
  /** what stands beside says it already; it is read out only */
  labelHidden?: boolean;
  value: T;
  options: readonly { value: T; label: string }[];
  onChange: (value: T) => void;
}) {
  return (
    <label className="block">
      <span className={labelHidden ? 'sr-only' : 'mb-1 block text-sm text-soft'}>{label}</span>
      <select
        value={value}
        onChange={(e) => onChange(e.target.value as T)}
        className="h-9 w-full rounded-md border border-line bg-raised px-2 text-sm"
      >
        {options.map((o) => (
          <option key={o.value} value={o.value}>
            {o.label}
          </option>
        ))}
      </select>
    </label>
  );
}
