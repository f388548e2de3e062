import { TypedField } from './TypedField';

/** A short name: taken when the field is left. */
export function NameField({
  label,
  value,
  most = 60,
  optional = false,
  focused = false,
  onChange,
}: {
  label: string;
  value: string;
  most?: number;
  /** it may go without */
  optional?: boolean;
  /** it is there to be typed into at once */
  focused?: boolean;
  onChange: (name: string) => void;
}) {
  return (
    <TypedField<string>
      label={label}
      shown={value}
      inputMode="text"
      focused={focused}
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
