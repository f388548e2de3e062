import type { Price, PricePart } from '@core/price';
import { printNumber, printWireLength, type LengthUnit } from '@core/units';
import type { Money } from './money';
import { stockName } from './StockName';

const KINDS = ['metal', 'thing', 'time', 'setUp', 'packaging'] as const;
type Kind = (typeof KINDS)[number];

export const PART_NAMES: Readonly<Record<Kind, string>> = {
  metal: 'Wire',
  thing: 'Beads and findings',
  time: 'Time at the bench',
  setUp: 'Share of the set-up',
  packaging: 'Packaging',
};

const CELL = 'py-1 pl-4 text-right tabular-nums whitespace-nowrap';

const sumOf = (price: Price, kind: Kind): number =>
  price.parts.filter((p) => p.of === kind).reduce((sum, p) => sum + p.amount, 0);

const MM_PER_FOOT = 304.8;

const perLong = (perMm: number, unit: LengthUnit, money: Money): string =>
  unit === 'mm'
    ? `${money.print(perMm * 1000)} a metre`
    : `${money.print(perMm * MM_PER_FOOT)} a foot`;

/** What a part comes from. */
function basis(part: PricePart, unit: LengthUnit, money: Money): string {
  switch (part.of) {
    case 'metal':
      return `${stockName(part.wire, unit)}: ${printWireLength(part.mm, unit)}, loss in it, at ${perLong(part.perMm, unit, money)}`;
    case 'thing':
      return `${part.name}: ${part.count} at ${money.print(part.each)}`;
    case 'time':
    case 'setUp':
      return `${printNumber(part.minutes, 1)} min`;
    case 'packaging':
      return '';
  }
}

/** What one costs and should cost in batches of several sizes, side by side; each sum opens to its parts. */
export function PriceTable({
  prices,
  unit,
  money,
}: {
  prices: readonly Price[];
  unit: LengthUnit;
  money: Money;
}) {
  const [first] = prices;
  if (!first) return null;
  const rows: { name: string; of: (p: Price) => number; strong?: boolean; hint: string }[] = [
    { name: 'Cost of one', of: (p) => p.cost, strong: true, hint: 'all of the above' },
    { name: 'Floor', of: (p) => p.floor, hint: 'under this the hours are not paid: cost and fees' },
    { name: 'Fees', of: (p) => p.fees, hint: 'their share of the price' },
    { name: 'Margin', of: (p) => p.margin, hint: 'its share of the price' },
    {
      name: 'Price of one',
      of: (p) => p.price,
      strong: true,
      hint: 'cost, fees and margin, rounded',
    },
    { name: 'Tax', of: (p) => p.tax, hint: 'on the price' },
    { name: 'The customer pays', of: (p) => p.gross, strong: true, hint: 'for one, rounded' },
    { name: 'For all of the batch', of: (p) => p.grossOfAll, hint: 'as often what one is' },
  ];
  // What is nothing, or the same as the line above it, is not said.
  const isSaid = ({ name }: (typeof rows)[number]): boolean => {
    if (name === 'Fees' || name === 'Floor') return first.fees > 0;
    if (name === 'Margin') return first.margin > 0;
    if (name === 'Tax' || name === 'The customer pays') return first.tax > 0;
    return true;
  };
  return (
    <table className="w-full text-sm" aria-label="Price">
      <thead>
        <tr className="text-xs text-soft">
          <th scope="col" className="text-left font-normal">
            Made together
          </th>
          {prices.map((p) => (
            <th key={p.batch} scope="col" className="pl-4 text-right font-normal">
              {p.batch}
            </th>
          ))}
        </tr>
      </thead>
      <tbody className="divide-y divide-line align-top">
        {KINDS.map((kind) => {
          const own = first.parts.filter((p) => p.of === kind);
          if (own.length === 0) return null;
          const words = own.map((p) => basis(p, unit, money)).filter((w) => w !== '');
          return (
            <tr key={kind}>
              <th scope="row" className="py-1 text-left font-normal">
                {words.length > 0 ? (
                  <details>
                    <summary className="cursor-pointer">{PART_NAMES[kind]}</summary>
                    <ul className="pb-1 pl-4 text-xs text-soft">
                      {words.map((w, i) => (
                        <li key={i}>
                          {w}
                          {own.length > 1 && `: ${money.print(own[i]!.amount)}`}
                        </li>
                      ))}
                    </ul>
                  </details>
                ) : (
                  PART_NAMES[kind]
                )}
              </th>
              {prices.map((p) => (
                <td key={p.batch} className={CELL}>
                  {money.print(sumOf(p, kind))}
                </td>
              ))}
            </tr>
          );
        })}
        {rows.filter(isSaid).map(({ name, of, strong, hint }) => (
          <tr key={name}>
            <th
              scope="row"
              className={`py-1 text-left ${strong ? 'font-semibold' : 'font-normal'}`}
            >
              {name} <span className="text-xs font-normal text-soft max-sm:hidden">{hint}</span>
            </th>
            {prices.map((p) => (
              <td key={p.batch} className={`${CELL} ${strong ? 'font-semibold' : ''}`}>
                {money.print(of(p))}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
