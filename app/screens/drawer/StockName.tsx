import type { Stock } from '@core/drawer';
import { stockWords } from '@core/plan';
import type { LengthUnit } from '@core/units';
import { TEMPER_NAMES } from '@core/wire';
import { inWords } from '@core/words';
import { wireColours } from '~/components/metalColours';

export const stockName = (wire: Stock, unit: LengthUnit): string =>
  `${inWords(stockWords(wire), unit)}, ${TEMPER_NAMES[wire.temper].toLowerCase()}`;

/** A kind of wire with a little of it, in its colour and thickness. */
export function StockName({ wire, unit }: { wire: Stock; unit: LengthUnit }) {
  const { body, rim } = wireColours(wire);
  const across = Math.max(1.5, wire.diameterMm * 3);
  return (
    <span>
      <svg
        viewBox="0 0 26 14"
        className="mr-1.5 inline-block h-3.5 w-6.5 align-middle"
        aria-hidden="true"
      >
        <path
          d="M2 9C8 2 15 13 24 5"
          fill="none"
          stroke={rim}
          strokeWidth={across + 1}
          strokeLinecap="round"
        />
        <path
          d="M2 9C8 2 15 13 24 5"
          fill="none"
          stroke={body}
          strokeWidth={across}
          strokeLinecap="round"
        />
      </svg>
      {stockName(wire, unit)}
    </span>
  );
}
