import { Bar, BarChart, Legend, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import type { Price } from '@core/price';
import type { Money } from './money';
import { PART_NAMES } from './PriceTable';

const SERIES = [
  { key: 'metal', name: PART_NAMES.metal, colour: '#b96a3f' },
  { key: 'thing', name: PART_NAMES.thing, colour: '#5b8ba0' },
  { key: 'time', name: PART_NAMES.time, colour: '#17685c' },
  { key: 'setUp', name: PART_NAMES.setUp, colour: '#7fb3a6' },
  { key: 'packaging', name: PART_NAMES.packaging, colour: '#a89f8d' },
  { key: 'fees', name: 'Fees', colour: '#8a6fa3' },
  { key: 'margin', name: 'Margin', colour: '#d9bd66' },
] as const;

/** What the price of one is made of, for each size of batch. */
export function PriceChart({ prices, money }: { prices: readonly Price[]; money: Money }) {
  const data = prices.map((p) => {
    const of = (kind: string): number =>
      p.parts.filter((x) => x.of === kind).reduce((sum, x) => sum + x.amount, 0);
    return {
      name: p.batch === 1 ? 'one by itself' : `of ${p.batch}`,
      metal: of('metal'),
      thing: of('thing'),
      time: of('time'),
      setUp: of('setUp'),
      packaging: of('packaging'),
      fees: p.fees,
      margin: p.margin,
    };
  });
  return (
    <figure aria-label="What the price of one is made of" className="h-64">
      <ResponsiveContainer width="100%" height="100%">
        <BarChart data={data} layout="vertical" margin={{ left: 8, right: 16 }}>
          <XAxis
            type="number"
            tickFormatter={(v: number) => money.print(v)}
            tick={{ fill: 'var(--soft)', fontSize: 12 }}
            stroke="var(--line)"
          />
          <YAxis
            type="category"
            dataKey="name"
            width={90}
            tick={{ fill: 'var(--soft)', fontSize: 12 }}
            stroke="var(--line)"
          />
          <Tooltip
            formatter={(v) => money.print(Number(v))}
            contentStyle={{ background: 'var(--raised)', borderColor: 'var(--line)' }}
            cursor={{ fill: 'var(--bench)' }}
          />
          <Legend
            itemSorter={null}
            formatter={(name) => <span className="text-xs text-ink">{name}</span>}
          />
          {SERIES.map(({ key, name, colour }) => (
            <Bar
              key={key}
              dataKey={key}
              name={name}
              stackId="price"
              fill={colour}
              isAnimationActive={false}
            />
          ))}
        </BarChart>
      </ResponsiveContainer>
    </figure>
  );
}
