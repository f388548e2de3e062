import { ListPlus, Trash2, X } from 'lucide-react';
import { format, parseISO } from 'date-fns';
import {
  MOST_COPIES,
  ORDER_STATES,
  withCopies,
  type Order,
  type OrderState,
  type PlannedOrder,
} from '@core/drawer';
import type { Piece } from '@core/piece';
import { printNumber } from '@core/units';
import { NameField } from '~/components/NameField';
import { NumberField } from '~/components/NumberField';
import { Button, IconButton, Picker } from '~/components/ui';

export const STATE_NAMES: Readonly<Record<OrderState, string>> = {
  asked: 'asked for',
  agreed: 'agreed',
  making: 'being made',
  made: 'made',
  'handed-over': 'handed over',
};

const day = (iso: string): string => format(parseISO(iso), 'd MMM yyyy');

/** One order: what it is known by, what is made for it, by when, and what it comes to. */
export function OrderCard({
  order,
  planned,
  sum,
  pieces,
  set,
  remove,
  toCut,
}: {
  order: Order;
  /** none once it is made, or not agreed yet */
  planned: PlannedOrder | undefined;
  /** what its pieces come to, written; null while that is not known */
  sum: string | null;
  pieces: readonly Piece[];
  set: (order: Order) => void;
  remove: () => void;
  toCut: () => void;
}) {
  const nameOf = (id: string): string => pieces.find((p) => p.id === id)?.name ?? 'A deleted piece';
  const free = pieces.filter((p) => !order.lines.some((l) => l.pieceId === p.id));
  const called = order.ref === '' ? 'this order' : order.ref;
  const setLines = (lines: Order['lines']): void => set({ ...order, lines });
  return (
    <li className="rounded-xl border border-line bg-panel p-5 max-sm:p-4" aria-label={called}>
      <div className="grid gap-3 sm:grid-cols-[1fr_11rem_11rem_auto] sm:items-end">
        <NameField
          label="Known by"
          value={order.ref}
          most={200}
          optional
          onChange={(ref) => set({ ...order, ref })}
        />
        <label className="block">
          <span className="mb-1 block text-sm text-soft">Promised for</span>
          <input
            type="date"
            value={order.due ?? ''}
            onChange={(e) => set({ ...order, due: e.target.value === '' ? null : e.target.value })}
            className="h-9 w-full rounded-md border border-line bg-raised px-2 text-sm"
          />
        </label>
        <Picker
          label="It is"
          value={order.state}
          options={ORDER_STATES.map((s) => ({ value: s, label: STATE_NAMES[s] }))}
          onChange={(state) => set({ ...order, state })}
        />
        <IconButton name={`Delete ${called}`} onClick={remove}>
          <Trash2 size={16} />
        </IconButton>
      </div>
      <ul className="my-2 divide-y divide-line text-sm">
        {order.lines.map((l) => (
          <li key={l.pieceId} className="flex items-center gap-3 py-1">
            <span className="flex-1">{nameOf(l.pieceId)}</span>
            <span className="w-20">
              <NumberField
                label={`How many ${nameOf(l.pieceId)} for ${called}`}
                labelHidden
                value={l.copies}
                min={1}
                max={MOST_COPIES}
                onChange={(copies) =>
                  setLines(order.lines.map((o) => (o.pieceId === l.pieceId ? { ...o, copies } : o)))
                }
              />
            </span>
            <IconButton
              name={`Take ${nameOf(l.pieceId)} off ${called}`}
              onClick={() => setLines(order.lines.filter((o) => o.pieceId !== l.pieceId))}
            >
              <X size={16} />
            </IconButton>
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
        {free.length > 0 && order.lines.length < 100 && (
          <div className="w-60">
            <Picker
              label={`Add a piece to ${called}`}
              value=""
              options={[
                { value: '', label: 'choose one …' },
                ...free.map((p) => ({ value: p.id, label: p.name || 'Unnamed piece' })),
              ]}
              onChange={(pieceId) =>
                pieceId !== '' &&
                setLines(withCopies(order.lines, [{ pieceId, copies: 1 }], MOST_COPIES))
              }
            />
          </div>
        )}
        <p className="flex-1 text-sm" role="status">
          {sum !== null && <strong className="tabular-nums">{sum}</strong>}
          {planned && planned.minutes > 0 && (
            <>
              {sum !== null && ' · '}
              {printNumber(planned.minutes / 60, 1)} h at the bench, made by {day(planned.doneOn)}
              {planned.lateDays > 0 && (
                <strong className="text-alert">
                  , {planned.lateDays} {planned.lateDays === 1 ? 'day' : 'days'} late
                </strong>
              )}
            </>
          )}
        </p>
        <Button onClick={toCut} disabled={order.lines.length === 0}>
          <ListPlus size={16} aria-hidden="true" /> Put on the cut list
        </Button>
      </div>
    </li>
  );
}
