import { useState } from 'react';
import { readLength, type LengthUnit } from '@core/units';
import { leastLength, longestLength } from '~/components/lengthLimits';
import { FromInstrument } from '~/devices/FromInstrument';
import { PracticeCalliper } from '~/devices/PracticeCalliper';

/** A thickness by what a calliper says. */
export function Calliper({
  unit,
  min,
  max,
  sample,
  take,
}: {
  unit: LengthUnit;
  min: number;
  max: number;
  /** what lies in the practice one is about as thick, mm */
  sample: number;
  take: (mm: number) => void;
}) {
  const [acrossMm] = useState(() => Number((sample * (0.85 + 0.3 * Math.random())).toFixed(2)));
  return (
    <FromInstrument
      name="calliper"
      read={(line) => {
        const read = readLength(line, unit);
        if (!read.ok) return read;
        if (read.mm >= min && read.mm <= max) return { ok: true, value: read.mm };
        const message = `Give a length from ${leastLength(min, unit)} to ${longestLength(max, unit)}.`;
        return { ok: false, message };
      }}
      take={(mm) => {
        take(Number(mm.toFixed(3)));
        return false;
      }}
    >
      {(instrument) => <PracticeCalliper instrument={instrument} acrossMm={acrossMm} />}
    </FromInstrument>
  );
}
