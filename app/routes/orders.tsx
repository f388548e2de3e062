import { useMemo } from 'react';
import { formatISO } from 'date-fns';
import { Plus } from 'lucide-react';
import { toast } from 'sonner';
import { byDue, isOpen, MOST_COPIES, orderPlan, withCopies, type Order } from '@core/drawer';
import { priceOf, timeNeeded } from '@core/price';
import { NumberField } from '~/components/NumberField';
import { Button } from '~/components/ui';
import { useDrawer } from '~/screens/drawer/drawerContext';
import { freshId } from '~/state/freshId';
import { moneyOf } from '~/screens/drawer/money';
import { OrderCard } from '~/screens/drawer/OrderCard';
import { useWanted } from '~/screens/drawer/useWanted';
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
  const { store, drawer, pieces, toolbox } = useDrawer();
  const { edit } = store.getState();
  const { orders, pricing, hoursPerWeek } = drawer;
  const list = useMemo(
    () => orders.reduce<Order['lines']>((all, o) => withCopies(all, o.lines, MOST_COPIES), []),
    [orders],
  );
  const { wanted, busy } = useWanted(list, pieces, toolbox);
  const money = moneyOf(pricing.currency);
  const today = formatISO(new Date(), { representation: 'date' });
  const minutesOf = (pieceId: string): number | null => {
    const own = wanted.find((w) => w.pieceId === pieceId);
    if (!own) return null;
    const time = timeNeeded(
      own.plan,
      own.bill,
      makings.filter((m) => m.pieceId === pieceId),
    );
    return pricing.minutesOf[pieceId] ?? time.minutes;
  };
  const planned = orderPlan(orders, minutesOf, pricing.setUpMin, hoursPerWeek, today);
  const sumOf = (order: Order): string | null => {
    let sum = 0;
    for (const { pieceId, copies } of order.lines) {
      const own = wanted.find((w) => w.pieceId === pieceId);
      const minutes = minutesOf(pieceId);
      if (!own || minutes === null) return null;
      sum += priceOf(own.bill, minutes, drawer, copies, money.digits).grossOfAll;
    }
    return order.lines.length > 0 ? money.print(sum) : null;
  };
  const hours = planned.reduce((sum, p) => sum + p.minutes, 0) / 60;
  const late = planned.filter((p) => p.lateDays > 0).length;
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
        <p className="flex-1 text-sm" role="status">
          {orders.length === 0
            ? 'No orders yet. An order is known by whatever words you like; it says what is made, how often and by when.'
            : busy
              ? 'Being worked out …'
              : `${orders.filter(isOpen).length} open, ${hours.toFixed(1)} h of work.${
                  late > 0 ? ` ${late === 1 ? 'One is' : `${late} are`} late.` : ''
                }`}
        </p>
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
      <ul className="space-y-4" aria-label="Orders">
        {[...orders].sort(inOrder).map((order) => (
          <OrderCard
            key={order.id}
            order={order}
            planned={planned.find((p) => p.order.id === order.id)}
            sum={sumOf(order)}
            pieces={pieces}
            set={(next) =>
              edit((d) => ({
                ...d,
                orders: d.orders.map((o) => (o.id === next.id ? next : o)),
              }))
            }
            remove={() => {
              edit((d) => ({ ...d, orders: d.orders.filter((o) => o.id !== order.id) }));
              toast('The order was deleted.', {
                action: { label: 'Undo', onClick: () => store.temporal.getState().undo() },
              });
            }}
            toCut={() => {
              edit((d) => ({ ...d, toMake: withCopies(d.toMake, order.lines, MOST_COPIES) }));
              toast('Its pieces are on the cut list.');
            }}
          />
        ))}
      </ul>
    </>
  );
}
