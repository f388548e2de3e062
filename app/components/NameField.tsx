import { TypedField } from './TypedField';

/** A short name: taken when the field is left. */
export function NameField({
  label,
  value,
  most = 60,
  optional = false,
  onChange,
}: {
  label: string;
  value: string;
  most?: number;
  /** it may go without */
  optional?: boolean;
  onChange: (name: string) => void;
}) {
  return (
    <TypedField<string>
      label={label}
      shown={value}
      inputMode="text"
      read={(typed) => {
        const name = typed.trim();
        if (name === '' && !optional)
          return { ok: false, message: `Give it a name. It stays “${value}”.` };
        if (name.length > most) return { ok: false, message: `Names go up to ${most} letters.` };
        return { ok: true, value: name };
      }}
      onRead={(name) => name !== value && onChange(name)}
    />
  );
}
