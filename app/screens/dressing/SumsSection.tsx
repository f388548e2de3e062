import { memo, useMemo } from 'react';
import { billOf, type Amount, type Bill } from '@core/bill';
import { finishedSize, type Dressing } from '@core/dressing';
import type { Piece } from '@core/piece';
import { stockWords, type Plan } from '@core/plan';
import { printBoth, printLength, printNumber, type LengthUnit } from '@core/units';
import { Section } from '~/components/ui';
import { useUnit, useWords } from '~/state/useWords';

/** A bead with its size, what is bought by its length with that. */
function thingName({ name, bead, lengthMm }: Bill['things'][number], unit: LengthUnit): string {
  if (bead) return `${name}, ${printNumber(bead.lengthMm, 1)} mm`;
  return lengthMm === undefined ? name : `${name}, ${printLength(lengthMm, unit)}`;
}

/** All that the piece takes, for one and for all that are made. */
export const SumsSection = memo(function SumsSection({
  piece,
  plan,
  dressing,
}: {
  piece: Piece;
  plan: Plan;
  dressing: Dressing;
}) {
  const bill = useMemo(() => billOf(piece, plan, dressing), [piece, plan, dressing]);
  const size = useMemo(() => finishedSize(piece, plan, dressing), [piece, plan, dressing]);
  const told = useWords();
  const unit = useUnit();
  if (plan.wires.length === 0 && dressing.items.length === 0) return null;
  const several = bill.made > 1;
  const name = (w: Bill['wires'][number]): string => `${w.name}, ${told(stockWords(w.wire))}`;
  return (
    <Section title="What it takes">
      <table className="w-full text-sm" aria-label="What it takes">
        {several && (
          <thead>
            <tr className="text-xs text-soft">
              <th scope="col" className="pb-1 text-left font-normal">
                Wire and things
              </th>
              <th scope="col" className="pb-1 text-right font-normal">
                for one
              </th>
              <th scope="col" className="pb-1 pl-2 text-right font-normal">
                for {bill.made}
              </th>
            </tr>
          </thead>
        )}
        <tbody>
          {bill.wires.map((w, i) => (
            <Row key={`w${i}`} name={name(w)} several={several}>
              {(['one', 'all'] as const).map((which) =>
                w[which] > 1
                  ? `${w[which]} × ${printLength(w.cutMm, unit)}`
                  : printBoth(w.cutMm, unit),
              )}
            </Row>
          ))}
          {bill.lengths.map((l, i) => (
            <Row key={`l${i}`} name={`${told(stockWords(l.wire))} in all`} several={several} strong>
              {both(l, (mm) => printBoth(mm, unit))}
            </Row>
          ))}
          {bill.things.map((t, i) => (
            <Row key={`t${i}`} name={thingName(t, unit)} several={several}>
              {both(t, String)}
            </Row>
          ))}
          <Row name="Weight, finished" several={several} strong>
            {both(bill.massG, (g) => `${printNumber(g, 2)} g`)}
          </Row>
        </tbody>
      </table>
      {size && (
        <p className="text-sm">
          {piece.links ? 'Each link' : 'Finished'}, over everything:{' '}
          <strong>{printBoth(size.widthMm, unit)}</strong> wide,{' '}
          <strong>{printBoth(size.heightMm, unit)}</strong> high
          {size.deepMm !== null && `, ${printBoth(size.deepMm, unit)} deep`}.
        </p>
      )}
      {bill.left.length > 0 && (
        <p className="text-sm text-alert">
          Not counted, because it does not go on as it is: {bill.left.map(told).join('; ')}.
        </p>
      )}
    </Section>
  );
});

const both = (n: Amount, print: (value: number) => string): string[] => [
  print(n.one),
  print(n.all),
];

function Row({
  name,
  several,
  strong = false,
  children: [one, all],
}: {
  name: string;
  several: boolean;
  strong?: boolean;
  children: readonly string[];
}) {
  return (
    <tr className={`border-t border-line first:border-t-0 ${strong ? 'font-semibold' : ''}`}>
      <th scope="row" className={`py-1 pr-2 text-left ${strong ? '' : 'font-normal'}`}>
        {name}
      </th>
      <td className="whitespace-nowrap py-1 text-right align-top tabular-nums">{one}</td>
      {several && (
        <td className="whitespace-nowrap py-1 pl-2 text-right align-top tabular-nums">{all}</td>
      )}
    </tr>
  );
}
