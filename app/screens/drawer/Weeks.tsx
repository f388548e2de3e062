import type { PlannedOrder, PlannedWeek } from '@core/drawer';
import { printNumber } from '@core/units';
import { shortDay } from './dayWords';

const hoursOf = (minutes: number): string => printNumber(minutes / 60, 1);

/** What is worked at in the weeks to come: those promised first come first. */
export function Weeks({
  weeks,
  late,
}: {
  weeks: readonly PlannedWeek[];
  /** which orders will be late is told */
  late: readonly PlannedOrder[];
}) {
  if (weeks.length === 0) return null;
  const isLate = (id: string): boolean => late.some((p) => p.order.id === id && p.lateDays > 0);
  return (
    <section
      className="rounded-xl border border-line bg-panel p-5 max-sm:p-4"
      aria-label="The weeks to come"
    >
      <h2 className="mb-2 font-semibold">The weeks to come</h2>
      <ul className="space-y-2 text-sm">
        {weeks.map((week, i) => {
          const worked = week.parts.reduce((sum, p) => sum + p.minutes, 0);
          return (
            <li key={week.from} className="grid gap-x-4 sm:grid-cols-[11rem_1fr]">
              <span className="tabular-nums text-soft">
                {i === 0 ? 'Today on' : `From ${shortDay(week.from)}`}: {hoursOf(worked)} of{' '}
                {hoursOf(week.minutes)} h
              </span>
              <span>
                <span
                  aria-hidden="true"
                  className="mb-0.5 flex h-2 gap-px overflow-hidden rounded-full bg-bench"
                >
                  {week.parts.map(({ order, minutes }) => (
                    <span
                      key={order.id}
                      className={isLate(order.id) ? 'bg-alert' : 'bg-patina'}
                      style={{ width: `${(100 * minutes) / week.minutes}%` }}
                    />
                  ))}
                </span>
                {week.parts.map(({ order, minutes }, k) => (
                  <span key={order.id}>
                    {k > 0 && ', '}
                    {order.ref === '' ? 'an order without a name' : order.ref}{' '}
                    <span className="tabular-nums text-soft">{hoursOf(minutes)} h</span>
                    {isLate(order.id) && <span className="text-alert"> (late)</span>}
                  </span>
                ))}
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
