import { z } from 'zod';
import { addDays, differenceInCalendarDays, formatISO, parseISO } from 'date-fns';
import { lineKey, madeAsSchema } from './madeAs';

export const ORDER_STATES = ['asked', 'agreed', 'making', 'made', 'handed-over'] as const;
export type OrderState = (typeof ORDER_STATES)[number];

const idSchema = z.string().min(1).max(60);

/** No more of one piece are made at once. */
export const MOST_COPIES = 200;

/** A piece that is made so often, as drawn or otherwise. */
export const lineSchema = z.strictObject({
  pieceId: idSchema,
  copies: z.number().int().min(1).max(MOST_COPIES),
  as: madeAsSchema.optional(),
});
export type ToMake = z.infer<typeof lineSchema>;

/** What someone wants made: no address and no name is needed, only what the maker knows it by. */
export const orderSchema = z.strictObject({
  id: idSchema,
  ref: z.string().max(200),
  lines: z.array(lineSchema).max(100),
  /** the day it is promised for, ISO 8601 */
  due: z.iso.date().nullable(),
  state: z.enum(ORDER_STATES),
});
export type Order = z.infer<typeof orderSchema>;

/** Whether there is still something to be made for it. */
export const isOpen = ({ state }: Order): boolean => state === 'agreed' || state === 'making';

/** An open order with the time it takes and the day it is made by. */
export interface PlannedOrder {
  readonly order: Order;
  readonly minutes: number;
  /** ISO 8601 */
  readonly doneOn: string;
  /** so many days after it was promised; 0 when in time */
  readonly lateDays: number;
}

const DAYS = 7;

/** Those promised first come first; those without a day last. */
export const byDue = (a: Order, b: Order): number =>
  (a.due ?? '9999').localeCompare(b.due ?? '9999');

/**
 * Open orders one after the other, the one that is promised first first (no order gives fewer late days at the
 * most: earliest due date, Jackson): with so many hours a week each is made by a day.
 * @param minutesOf a piece as sold takes; null where it is not known
 * @param setUpMin for each kind of piece in an order
 * @param today ISO 8601
 */
export function orderPlan(
  orders: readonly Order[],
  minutesOf: (line: ToMake) => number | null,
  setUpMin: number,
  hoursPerWeek: number,
  today: string,
): PlannedOrder[] {
  let before = 0;
  return orders
    .filter(isOpen)
    .sort(byDue)
    .map((order) => {
      const minutes = order.lines.reduce(
        (sum, l) => sum + setUpMin + l.copies * (minutesOf(l) ?? 0),
        0,
      );
      before += minutes;
      const days = Math.ceil((before / 60 / hoursPerWeek) * DAYS - 1e-9);
      const done = addDays(parseISO(today), days);
      const late = order.due === null ? 0 : differenceInCalendarDays(done, parseISO(order.due));
      return {
        order,
        minutes,
        doneOn: formatISO(done, { representation: 'date' }),
        lateDays: Math.max(0, late),
      };
    });
}

/** So many more of a piece, those that are made alike together. */
export function withCopies(all: readonly ToMake[], more: readonly ToMake[]): ToMake[] {
  return more.reduce<ToMake[]>(
    (now, one) => {
      const key = lineKey(one);
      const i = now.findIndex((m) => lineKey(m) === key);
      if (i < 0) return [...now, one];
      const copies = Math.min(MOST_COPIES, now[i]!.copies + one.copies);
      return now.map((m, k) => (k === i ? { ...m, copies } : m));
    },
    [...all],
  );
}
