import type { Substitute, ThingBalance, WireBalance } from '@core/drawer';
import { printLength, printWireLength, type LengthUnit } from '@core/units';
import { Button } from '~/components/ui';
import { StockName, stockName } from './StockName';

const there = (mm: number, unit: LengthUnit): string =>
  mm > 0 ? printWireLength(mm, unit) : 'none';

const NUMBER = 'py-1 pl-3 text-right tabular-nums whitespace-nowrap';

/** What is needed against what is there, wire by wire and thing by thing. */
export function BalanceSection({
  wires,
  things,
  unit,
  busy,
  takeInstead,
}: {
  wires: readonly WireBalance[];
  things: readonly ThingBalance[];
  unit: LengthUnit;
  /** what is short is being worked out */
  busy: boolean;
  takeInstead: (balance: WireBalance, instead: Substitute) => void;
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
                <span className="mt-1 block print:hidden">
                  {w.instead.length === 0 && (
                    <span className="text-xs text-soft">
                      Nothing else of this metal in the drawer would do.
                    </span>
                  )}
                  {w.instead.slice(0, 3).map((s) => (
                    <Button
                      key={stockName(s.wire, unit)}
                      className="mr-2"
                      onClick={() => takeInstead(w, s)}
                    >
                      Take {stockName(s.wire, unit)} instead
                    </Button>
                  ))}
                </span>
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
          <tr key={`t${i}`}>
            <th scope="row" className="py-1 text-left font-normal">
              {t.name}
              {t.lengthMm !== null && `, ${printLength(t.lengthMm, unit)}`}
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
