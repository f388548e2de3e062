import { Check } from 'lucide-react';
import type { BillChange, ThingBalance, WireBalance } from '@core/drawer';
import { printLength, printNumber, printWireLength, type LengthUnit } from '@core/units';
import { Button } from '~/components/ui';
import { StockName, stockName } from './StockName';
import type { Instead, Offer } from './useInstead';

const there = (mm: number, unit: LengthUnit): string =>
  mm > 0 ? printWireLength(mm, unit) : 'none';

const NUMBER = 'py-1 pl-3 text-right tabular-nums whitespace-nowrap';

/** What is needed against what is there, wire by wire and thing by thing, and what would do where it is short. */
export function BalanceSection({
  wires,
  things,
  offers,
  unit,
  busy,
  take,
  takeThings,
}: {
  wires: readonly WireBalance[];
  things: readonly ThingBalance[];
  offers: readonly Offer[];
  unit: LengthUnit;
  /** what is short is being worked out */
  busy: boolean;
  take: (instead: Instead) => void;
  /** they are laid out for what is to be made; not offered where nothing follows */
  takeThings?: (things: ThingBalance) => void;
}) {
  return (
    <table className="w-full text-sm" aria-label="Needed and there" aria-busy={busy}>
      <thead>
        <tr className="text-xs text-soft">
          <th scope="col" className="text-left font-normal">
            Wire and things
          </th>
          <th scope="col" className="pl-3 text-right font-normal">
            needed
          </th>
          <th scope="col" className="pl-3 text-right font-normal">
            there
          </th>
          <th scope="col" className="pl-3 text-right font-normal">
            short by
          </th>
        </tr>
      </thead>
      <tbody className="divide-y divide-line">
        {wires.map((w, i) => (
          <tr key={`w${i}`} className="align-top">
            <th scope="row" className="py-1 text-left font-normal">
              <StockName wire={w.wire} unit={unit} />
              {w.shortMm > 0 && (
                <Offers
                  offers={offers.filter((o) => o.instead.short === w.wire)}
                  none="Nothing else of this metal in the drawer would do."
                  unit={unit}
                  take={take}
                />
              )}
            </th>
            <td className={NUMBER}>{printWireLength(w.neededMm, unit)}</td>
            <td className={NUMBER}>{there(w.onSpoolsMm + w.inOffcutsMm, unit)}</td>
            <td className={`${NUMBER} ${w.shortMm > 0 ? 'font-semibold text-alert' : ''}`}>
              {busy ? '…' : w.shortMm > 0 ? printWireLength(w.shortMm, unit) : '–'}
            </td>
          </tr>
        ))}
        {things.map((t, i) => (
          <tr key={`t${i}`} className="align-top">
            <th scope="row" className="py-1 text-left font-normal">
              {t.name}
              {t.lengthMm !== null && `, ${printLength(t.lengthMm, unit)}`}
              {takeThings && t.there > 0 && (
                <Button look="quiet" className="ml-2 print:hidden" onClick={() => takeThings(t)}>
                  <Check size={16} aria-hidden="true" /> Taken
                  <span className="sr-only">of {t.name}</span>
                </Button>
              )}
              {t.short > 0 && t.bead && (
                <Offers
                  offers={offers.filter((o) => o.instead.short === t.bead)}
                  none="No other beads in the drawer would do."
                  unit={unit}
                  take={take}
                />
              )}
            </th>
            <td className={NUMBER}>{t.needed}</td>
            <td className={NUMBER}>{t.there}</td>
            <td className={`${NUMBER} ${t.short > 0 ? 'font-semibold text-alert' : ''}`}>
              {t.short > 0 ? t.short : '–'}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** What would do in place of what is short, with what it changes. */
function Offers({
  offers,
  none,
  unit,
  take,
}: {
  offers: readonly Offer[];
  none: string;
  unit: LengthUnit;
  take: (instead: Instead) => void;
}) {
  return (
    <span className="mt-1 block space-y-1 print:hidden">
      {offers.length === 0 && <span className="text-xs text-soft">{none}</span>}
      {offers.map(({ instead, change }, i) => (
        <span key={i} className="flex flex-wrap items-center gap-x-2 gap-y-1">
          <Button onClick={() => take(instead)} disabled={change?.refused === true}>
            Take {nameOf(instead, unit)} instead
          </Button>
          <span className="text-xs text-soft">
            {change ? changeWords(change, unit) : 'What it changes is being worked out …'}
          </span>
        </span>
      ))}
    </span>
  );
}

function nameOf(instead: Instead, unit: LengthUnit): string {
  if (instead.kind === 'wire') return stockName(instead.take, unit);
  const { name, lengthMm } = instead.take;
  return lengthMm === undefined ? name : `${name}, ${printLength(lengthMm, unit)}`;
}

const LEAST_MM = 0.05;
const LEAST_G = 0.05;

/** What is more or less of everything that is made. */
function changeWords(
  { wireMm, massG, things, more, refused }: BillChange,
  unit: LengthUnit,
): string {
  if (refused) return 'It does not go on.';
  const words = [
    Math.abs(wireMm) >= LEAST_MM &&
      `${printWireLength(Math.abs(wireMm), unit)} ${wireMm > 0 ? 'more' : 'less'} wire`,
    things !== 0 && `${Math.abs(things)} ${things > 0 ? 'more' : 'fewer'} beads`,
    Math.abs(massG) >= LEAST_G &&
      `${printNumber(Math.abs(massG), 1)} g ${massG > 0 ? 'heavier' : 'lighter'}`,
  ].filter((w) => w !== false);
  const names = [...new Set(more.map((wire) => stockName(wire, unit)))];
  const sums = words.length > 0 ? `${words.join(', ')} in all.` : 'Length and weight stay.';
  return names.length > 0 ? `${sums} It takes ${names.join('; ')}.` : sums;
}
