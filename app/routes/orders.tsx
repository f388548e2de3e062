import { useMemo } from 'react';
import { formatISO } from 'date-fns';
import { Plus } from 'lucide-react';
import { useSearchParams } from 'react-router';
import { toast } from 'sonner';
import {
  byDue,
  isOpen,
  lineKey,
  orderPlan,
  weekPlan,
  withCopies,
  type Order,
  type ToMake,
} from '@core/drawer';
import { priceOf } from '@core/price';
import { NumberField } from '~/components/NumberField';
import { Button, Choices } from '~/components/ui';
import { benchTime } from '~/screens/drawer/benchTime';
import { useDrawer } from '~/screens/drawer/drawerContext';
import { freshId } from '~/state/freshId';
import { moneyOf } from '~/screens/drawer/money';
import { OrderBoard } from '~/screens/drawer/OrderBoard';
import { OrderCard, type LineTime } from '~/screens/drawer/OrderCard';
import { useWanted } from '~/screens/drawer/useWanted';
import { Weeks } from '~/screens/drawer/Weeks';
import { listMakings } from '~/storage/makings';
import type { Route } from './+types/orders';

export async function clientLoader() {
  return { makings: await listMakings() };
}
clientLoader.hydrate = true as const;

const MOST_ORDERS = 2_000;

/** What is ordered: open ones first, those that are promised first at the top. */
const inOrder = (a: Order, b: Order): number =>
  Number(a.state === 'handed-over') - Number(b.state === 'handed-over') || byDue(a, b);

/** Orders with what they come to, and whether the weeks until then are long enough. */
export default function Orders({ loaderData: { makings } }: Route.ComponentProps) {
  const { store, drawer, pieces, toolbox, settings } = useDrawer();
  const { unit } = settings;
  const { edit } = store.getState();
  const { orders, pricing, hoursPerWeek } = drawer;
  const [params, setParams] = useSearchParams();
  const isBoard = params.get('as') === 'board';
  const list = useMemo(
    () => orders.reduce<ToMake[]>((all, o) => withCopies(all, o.lines), []),
    [orders],
  );
  const { wanted, busy } = useWanted(list, pieces, toolbox, unit);
  const money = moneyOf(pricing.currency);
  const today = formatISO(new Date(), { representation: 'date' });
  const wantedOf = (line: ToMake) => wanted.find((w) => w.key === lineKey(line));
  const timeOf = (line: ToMake): LineTime | null => {
    const own = wantedOf(line);
    if (!own) return null;
    const { key, pieceName: name } = own;
    return { key, name, copies: line.copies, ...benchTime(own, makings, pricing) };
  };
  const planned = orderPlan(
    orders,
    (line) => timeOf(line)?.minutes ?? null,
    pricing.setUpMin,
    hoursPerWeek,
    today,
  );
  const sumOf = (order: Order): string | null => {
    let sum = 0;
    for (const line of order.lines) {
      const own = wantedOf(line);
      const time = timeOf(line);
      if (!own || !time) return null;
      sum += priceOf(own.bill, time.minutes, drawer, line.copies, money.digits).grossOfAll;
    }
    return order.lines.length > 0 ? money.print(sum) : null;
  };
  const hours = planned.reduce((sum, p) => sum + p.minutes, 0) / 60;
  const late = planned.filter((p) => p.lateDays > 0).length;
  const set = (next: Order): void =>
    edit((d) => ({ ...d, orders: d.orders.map((o) => (o.id === next.id ? next : o)) }));
  return (
    <>
      <div className="flex flex-wrap items-end gap-4 rounded-xl border border-line bg-panel p-5 max-sm:p-4">
        <div className="w-44">
          <NumberField
            label="Hours a week at the bench"
            value={hoursPerWeek}
            min={0.5}
            max={100}
            decimals={1}
            onChange={(h) => edit((d) => ({ ...d, hoursPerWeek: h }))}
          />
        </div>
        <p className="min-w-40 flex-1 text-sm" role="status">
          {orders.length === 0
            ? 'No orders yet. An order is known by whatever words you like; it says what is made, how often and by when.'
            : busy
              ? 'Being worked out …'
              : `${orders.filter(isOpen).length} open, ${hours.toFixed(1)} h of work.${
                  late > 0 ? ` ${late === 1 ? 'One is' : `${late} are`} late.` : ''
                }`}
        </p>
        <div className="w-40">
          <Choices
            label="Shown as"
            value={isBoard ? 'board' : 'list'}
            options={[
              { value: 'list', label: 'a list' },
              { value: 'board', label: 'a board' },
            ]}
            onChange={(as) => setParams(as === 'board' ? { as } : {}, { replace: true })}
          />
        </div>
        <Button
          look="main"
          disabled={orders.length >= MOST_ORDERS}
          onClick={() =>
            edit((d) => ({
              ...d,
              orders: [
                ...d.orders,
                { id: freshId(), ref: '', lines: [], due: null, state: 'agreed' },
              ],
            }))
          }
        >
          <Plus size={16} aria-hidden="true" /> New order
        </Button>
      </div>
      <Weeks weeks={weekPlan(planned, hoursPerWeek, today)} late={planned} />
      {isBoard ? (
        <OrderBoard
          orders={[...orders].sort(byDue)}
          planned={planned}
          pieces={pieces}
          sumOf={sumOf}
          set={set}
        />
      ) : (
        <ul className="space-y-4" aria-label="Orders">
          {[...orders].sort(inOrder).map((order) => (
            <OrderCard
              key={order.id}
              order={order}
              planned={planned.find((p) => p.order.id === order.id)}
              sum={sumOf(order)}
              pieces={pieces}
              unit={unit}
              times={order.lines.flatMap((line) => timeOf(line) ?? [])}
              setUpMin={pricing.setUpMin}
              made={(key) => wanted.find((w) => w.key === key)?.bill.made}
              set={set}
              remove={() => {
                edit((d) => ({ ...d, orders: d.orders.filter((o) => o.id !== order.id) }));
                toast('The order was deleted.', {
                  action: { label: 'Undo', onClick: () => store.temporal.getState().undo() },
                });
              }}
              toCut={() => {
                edit((d) => ({ ...d, toMake: withCopies(d.toMake, order.lines) }));
                toast('Its pieces are on the cut list.');
              }}
            />
          ))}
        </ul>
      )}
    </>
  );
}
