import { addDays, formatISO, getISODay, parseISO } from 'date-fns';
import type { Order, PlannedOrder } from './orders';

/** A week at the bench: what is worked at in it. */
export interface PlannedWeek {
  /** its first day, today for the first; ISO 8601 */
  readonly from: string;
  /** minutes that there are from then on */
  readonly minutes: number;
  readonly parts: readonly { readonly order: Order; readonly minutes: number }[];
}

const DAYS = 7;

/**
 * The weeks that planned orders fall in, one after the other: each as many minutes as it has days left, the first
 * from today on.
 * @param planned in their order, see `orderPlan`
 * @param today ISO 8601
 * @param most no more weeks than these
 */
export function weekPlan(
  planned: readonly PlannedOrder[],
  hoursPerWeek: number,
  today: string,
  most = 8,
): PlannedWeek[] {
  const perDay = (hoursPerWeek * 60) / DAYS;
  const weeks: PlannedWeek[] = [];
  let begins = 0;
  const spans = planned.map(({ order, minutes }) => {
    const from = begins;
    begins += minutes;
    return { order, from, to: begins };
  });
  let day = parseISO(today);
  let done = 0;
  while (done < begins - 1e-9 && weeks.length < most) {
    const days = DAYS + 1 - getISODay(day);
    const ends = done + days * perDay;
    const parts = spans
      .map(({ order, from, to }) => {
        return { order, minutes: Math.min(to, ends) - Math.max(from, done) };
      })
      .filter((p) => p.minutes > 1e-9);
    weeks.push({ from: formatISO(day, { representation: 'date' }), minutes: ends - done, parts });
    day = addDays(day, days);
    done = ends;
  }
  return weeks;
}
