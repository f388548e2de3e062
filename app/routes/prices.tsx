import { lazy, Suspense, useMemo } from 'react';
import { Link, useSearchParams } from 'react-router';
import { lineKey, type Pricing } from '@core/drawer';
import { priceOf, type Price, type TimeNeeded } from '@core/price';
import { printNumber, type LengthUnit } from '@core/units';
import { NumberField } from '~/components/NumberField';
import { Button, Picker } from '~/components/ui';
import { useDrawer } from '~/screens/drawer/drawerContext';
import { benchTime, type BenchTime } from '~/screens/drawer/benchTime';
import { moneyOf } from '~/screens/drawer/money';
import { PriceTable } from '~/screens/drawer/PriceTable';
import { PricingFields } from '~/screens/drawer/PricingFields';
import { stockName } from '~/screens/drawer/StockName';
import { timeWords } from '~/screens/drawer/timeWords';
import { useWanted, type WantedPiece } from '~/screens/drawer/useWanted';
import { listMakings } from '~/storage/makings';
import type { Route } from './+types/prices';

export async function clientLoader() {
  return { makings: await listMakings() };
}
clientLoader.hydrate = true as const;

// Charts load only where one is shown.
const PriceChart = lazy(() =>
  import('~/screens/drawer/PriceChart').then((m) => ({ default: m.PriceChart })),
);

const BATCHES = [1, 4, 12] as const;
const CARD = 'rounded-xl border border-line bg-panel p-5 max-sm:p-4';

/** What a piece costs and should cost, and what all on the list come to. */
export default function Prices({ loaderData: { makings } }: Route.ComponentProps) {
  const { store, drawer, pieces, settings, toolbox } = useDrawer();
  const { unit } = settings;
  const { edit } = store.getState();
  const { pricing, toMake } = drawer;
  const [params, setParams] = useSearchParams();
  const id = params.get('piece') ?? toMake[0]?.pieceId ?? pieces[0]?.id ?? '';
  const list = useMemo(
    () => [
      ...(toMake.some((m) => lineKey(m) === id) ? [] : [{ pieceId: id, copies: 1 }]),
      ...toMake,
    ],
    [toMake, id],
  );
  const { wanted, busy, without } = useWanted(list, pieces, toolbox, unit);
  const money = moneyOf(pricing.currency);
  const minutesFor = (w: WantedPiece): BenchTime => benchTime(w, makings, pricing);
  const set = (change: Partial<Pricing>): void =>
    edit((d) => ({ ...d, pricing: { ...d.pricing, ...change } }));
  const shown = wanted.find((w) => w.key === id);
  const asked = shown && minutesFor(shown);
  const prices: Price[] =
    shown && asked
      ? BATCHES.map((n) => priceOf(shown.bill, asked.minutes, drawer, n, money.digits))
      : [];
  const inAll = toMake.flatMap((line) => {
    const { copies } = line;
    const w = wanted.find((one) => one.key === lineKey(line));
    if (!w) return [];
    const price = priceOf(w.bill, minutesFor(w).minutes, drawer, copies, money.digits);
    const name = w.bill.made > 1 ? `${w.pieceName}, ${w.bill.made} each` : w.pieceName;
    return [{ name, copies, price }];
  });
  return (
    <>
      <section className={CARD} aria-label="How prices are reckoned">
        <h2 className="mb-2 font-semibold">How prices are reckoned</h2>
        <PricingFields pricing={pricing} set={set} />
      </section>
      <section className={CARD} aria-label="Price of a piece">
        <div className="mb-3 grid gap-3 sm:grid-cols-2">
          <Picker
            label="Piece"
            value={id}
            options={pieces.map((p) => ({ value: p.id, label: p.name || 'Unnamed piece' }))}
            onChange={(piece) => setParams({ piece }, { replace: true })}
          />
          {shown && asked && (
            <NumberField
              key={id}
              label={shown.bill.made > 1 ? `Minutes for all ${shown.bill.made}` : 'Minutes for one'}
              value={Number(asked.minutes.toFixed(0))}
              min={0}
              max={100_000}
              onChange={(min) => set({ minutesOf: { ...pricing.minutesOf, [id]: min } })}
            />
          )}
        </div>
        {shown && asked && (
          <TimeWords
            time={asked.time}
            unit={unit}
            own={pricing.minutesOf[id] !== undefined}
            forget={() => {
              const { [id]: _own, ...others } = pricing.minutesOf;
              set({ minutesOf: others });
            }}
          />
        )}
        {!shown && (
          <p role="status" className="text-sm text-soft">
            {without.includes(id)
              ? 'This piece could not be planned.'
              : busy
                ? 'Being planned …'
                : ''}
          </p>
        )}
        {prices[0] && prices[0].unpriced.length > 0 && (
          <p role="alert" className="my-2 text-sm text-alert">
            No price is known of{' '}
            {prices[0].unpriced
              .map((u) => ('wire' in u ? stockName(u.wire, unit) : u.name))
              .join('; ')}
            : they are in no sum. Say in the{' '}
            <Link to="/drawer" className="underline">
              drawer
            </Link>{' '}
            what you paid.
          </p>
        )}
        <PriceTable prices={prices} unit={unit} money={money} />
        {prices.length > 0 && (
          <Suspense fallback={<div className="h-64" />}>
            <PriceChart prices={prices} money={money} />
          </Suspense>
        )}
      </section>
      {inAll.length > 0 && (
        <section className={CARD} aria-label="All that is to be made">
          <h2 className="mb-2 font-semibold">All that is to be made</h2>
          <table className="w-full text-sm" aria-label="All that is to be made">
            <tbody className="divide-y divide-line">
              {inAll.map(({ name, copies, price }) => (
                <tr key={name}>
                  <th scope="row" className="py-1 text-left font-normal">
                    {copies} × {name}
                  </th>
                  <td className="py-1 text-right tabular-nums text-soft">
                    {money.print(price.gross)} each
                  </td>
                  <td className="py-1 pl-4 text-right tabular-nums">
                    {money.print(price.grossOfAll)}
                  </td>
                </tr>
              ))}
              <tr>
                <th scope="row" className="py-1 text-left font-semibold">
                  Together
                </th>
                <td />
                <td className="py-1 pl-4 text-right font-semibold tabular-nums">
                  {money.print(inAll.reduce((sum, a) => sum + a.price.grossOfAll, 0))}
                </td>
              </tr>
            </tbody>
          </table>
          {inAll.some((a) => a.price.unpriced.length > 0) && (
            <p className="mt-1 text-xs text-alert">
              Without wires and things that no price is known of.
            </p>
          )}
        </section>
      )}
    </>
  );
}

/** Where the minutes come from. */
function TimeWords({
  time,
  unit,
  own,
  forget,
}: {
  time: TimeNeeded;
  unit: LengthUnit;
  own: boolean;
  forget: () => void;
}) {
  return (
    <p className="mb-2 text-xs text-soft">
      {own ? (
        <>
          As you typed.{' '}
          <Button look="quiet" onClick={forget}>
            Take what is reckoned: {printNumber(time.minutes, 0)} min
          </Button>
        </>
      ) : (
        timeWords(time, unit)
      )}
    </p>
  );
}
