import { ListPlus, Trash2 } from 'lucide-react';

import { ORDER_STATES, type Order, type OrderState, type PlannedOrder } from '@core/drawer';
import type { Piece } from '@core/piece';
import { printNumber, type LengthUnit } from '@core/units';
import { NameField } from '~/components/NameField';
import { Button, IconButton, Picker } from '~/components/ui';
import type { BenchTime } from './benchTime';
import { dayWords } from './dayWords';
import { Lines } from './Lines';
import { timeWords } from './timeWords';

export const STATE_NAMES: Readonly<Record<OrderState, string>> = {
  asked: 'asked for',
  agreed: 'agreed',
  making: 'being made',
  made: 'made',
  'handed-over': 'handed over',
};

/** How long the pieces of one line take. */
export interface LineTime extends BenchTime {
  readonly key: string;
  readonly name: string;
  readonly copies: number;
}

/** One order: what it is known by, what is made for it, by when, and what it comes to. */
export function OrderCard({
  order,
  planned,
  sum,
  pieces,
  unit,
  times,
  setUpMin,
  made,
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
  unit: LengthUnit;
  /** of the lines that are planned already */
  times: readonly LineTime[];
  setUpMin: number;
  /** how many are made each time, by the line's key */
  made: (key: string) => number | undefined;
  set: (order: Order) => void;
  remove: () => void;
  toCut: () => void;
}) {
  const called = order.ref === '' ? 'this order' : order.ref;
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
      <Lines
        lines={order.lines}
        set={(lines) => set({ ...order, lines })}
        pieces={pieces}
        unit={unit}
        most={100}
        words={{
          count: (name) => `How many ${name} for ${called}`,
          remove: (name) => `Take ${name} off ${called}`,
          add: `Add a piece to ${called}`,
        }}
        made={made}
      />
      <div className="mt-2 flex flex-wrap items-end gap-x-4 gap-y-2">
        <p className="flex-1 text-sm" role="status">
          {sum !== null && <strong className="tabular-nums">{sum}</strong>}
          {planned && planned.minutes > 0 && (
            <>
              {sum !== null && ' · '}
              {printNumber(planned.minutes / 60, 1)} h at the bench, made by{' '}
              {dayWords(planned.doneOn)}
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
      {times.length > 0 && (
        <details className="mt-2 text-xs text-soft">
          <summary className="cursor-pointer">Where the hours come from</summary>
          <ul className="mt-1 space-y-0.5">
            {times.map(({ key, name, copies, minutes, own, time }) => (
              <li key={key}>
                {copies} × {name}:{' '}
                {own ? `${printNumber(minutes, 0)} min each, as you typed.` : timeWords(time, unit)}
              </li>
            ))}
            <li>
              Getting ready and clearing away: {printNumber(setUpMin, 0)} min for each kind of
              piece.
            </li>
          </ul>
        </details>
      )}
    </li>
  );
}
