import { Fragment } from 'react';
import { Check as Tick, ChevronDown, X } from 'lucide-react';
import { Collapsible } from 'radix-ui';
import { Link } from 'react-router';
import { type Check, type Verdict } from '@core/gauge';
import { leadStock } from '@core/piece';
import { sizeWords } from '@core/plan';
import { printNumber, printThickness, type LengthUnit } from '@core/units';
import { useUnit, useWords } from '~/state/useWords';
import { usePiece } from '~/state/workbench';
import { percent, sentence } from './words';

const printValue = ({ unit }: Check, value: number, leading: LengthUnit): string => {
  if (unit === 'mm') return printThickness(value, leading);
  if (unit === '%') return percent(value / 100);
  if (unit === 'N mm') return `${printNumber(value, 0)} N mm`;
  return `${printNumber(value, unit === 'g' ? 1 : 2)} ${unit}`;
};

/** Every check of the wire in use: its number, its limit, and where the limit comes from. */
export function Behind({ verdict }: { verdict: Verdict }) {
  const { now } = verdict;
  const unit = useUnit();
  const told = useWords();
  const lead = leadStock(usePiece());
  return (
    <Collapsible.Root className="rounded-md border border-line bg-raised">
      <Collapsible.Trigger className="group flex min-h-10 w-full items-center justify-between px-3 text-left text-sm font-medium">
        What {told(sizeWords(lead, now.diameterMm))} was judged by
        <ChevronDown
          size={16}
          className="transition-transform group-data-[state=open]:rotate-180"
          aria-hidden="true"
        />
      </Collapsible.Trigger>
      <Collapsible.Content className="space-y-3 px-3 pb-3">
        <table className="w-full text-sm" aria-label="Checks">
          <thead className="sr-only">
            <tr>
              <th>Check</th>
              <th>Value</th>
              <th>Limit</th>
            </tr>
          </thead>
          <tbody>
            {now.checks.map((c) => (
              <Fragment key={c.id}>
                <tr className="border-t border-line">
                  <th scope="row" className="pr-2 pt-1.5 text-left font-normal">
                    <span className="flex items-center gap-1.5">
                      {c.ok ? (
                        <Tick size={15} className="shrink-0 text-patina" aria-label="Passes" />
                      ) : (
                        <X size={15} className="shrink-0 text-alert" aria-label="Fails" />
                      )}
                      {c.name}
                    </span>
                  </th>
                  <td className="whitespace-nowrap pr-2 pt-1.5 text-right">
                    {printValue(c, c.value, unit)}
                  </td>
                  <td className="whitespace-nowrap pt-1.5 text-right text-soft">
                    {c.id === 'bend' || (c.id === 'line' && c.failsAs === 'thin') ? 'from' : 'to'}{' '}
                    {printValue(c, c.limit, unit)}
                  </td>
                </tr>
                <tr>
                  <td colSpan={3} className="pb-1.5 pl-[21px] text-xs text-soft">
                    {sentence(c.source)}
                  </td>
                </tr>
              </Fragment>
            ))}
          </tbody>
        </table>
        <p className="text-xs text-soft">
          A frame in its own plane, as it is dressed and finished: what bends it out of the plane is
          left out. The forces are set by practice and open to change in{' '}
          <Link to="/settings" className="underline">
            Settings
          </Link>
          .
        </p>
      </Collapsible.Content>
    </Collapsible.Root>
  );
}
