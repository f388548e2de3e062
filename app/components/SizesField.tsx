import { parseLengths, printNumber } from '@core/units';
import { TypedField, type TypedValue } from './TypedField';

/** A row of sizes typed one after the other: “2, 3, 4.5”. */
export function SizesField({
  label,
  valuesMm,
  max,
  most,
  onChange,
  hint,
  inOrder = false,
}: {
  label: string;
  valuesMm: readonly number[];
  max: number;
  /** they follow each other as they are typed, alike ones too; else each stands once, by size */
  inOrder?: boolean;
  /** how many there may be */
  most: number;
  onChange: (valuesMm: number[]) => void;
  hint?: string;
}) {
  const shown = valuesMm.map((mm) => String(Number(printNumber(mm, 2)))).join(', ');
  const read = (typed: string): TypedValue<number[]> => {
    const lengths = parseLengths(typed, 'mm');
    if (!lengths.ok) return lengths;
    const sizes = lengths.mm.map((mm) => Number(mm.toFixed(3)));
    const odd = sizes.find((mm) => mm <= 0 || mm > max);
    if (odd !== undefined) {
      return { ok: false, message: `Sizes go from above 0 to ${max} mm; one reads ${odd} mm.` };
    }
    if (sizes.length === 0) return { ok: false, message: 'Give at least one size.' };
    if (sizes.length > most) return { ok: false, message: `Up to ${most} sizes can be kept.` };
    return {
      ok: true,
      value: inOrder ? sizes : [...new Set(sizes)].sort((a, b) => a - b),
    };
  };
  return (
    <TypedField
      label={label}
      shown={shown}
      read={read}
      onRead={onChange}
      mark="mm"
      inputMode="text"
      {...(hint ? { hint } : {})}
    />
  );
}
