import type { Bill, BillWire } from '../bill';
import type { MakingRecord } from '../making';
import type { Plan } from '../plan';

/** What takes time, as often as it is there, and what it takes each time. */
export interface TimePart {
  readonly what: 'cut' | 'bend' | 'end' | 'second' | 'metre' | 'thing';
  readonly count: number;
  readonly eachMin: number;
}

/** How long one as sold takes, and what that is taken from. */
export type TimeNeeded =
  | { readonly from: 'makings'; readonly minutes: number; readonly makings: number }
  | { readonly from: 'parts'; readonly minutes: number; readonly parts: readonly TimePart[] };

/**
 * Minutes by what is done, set by practice: to mark and cut a wire; to form a bend; to form an end; to begin and
 * end a second wire; to lay a metre of it; to put on a bead or a finding. A maker's own makings take their place.
 */
const EACH_MIN: Readonly<Record<TimePart['what'], number>> = {
  cut: 0.5,
  bend: 0.5,
  end: 1.5,
  second: 1,
  metre: 12,
  thing: 0.5,
};

function partsOf(plan: Plan, bill: Bill): TimePart[] {
  const second = bill.wires.filter((w) => w.role !== 'frame' && !w.again);
  const frames = bill.wires.filter((w) => w.role === 'frame');
  const perFrame = (of: (w: Plan['wires'][number]) => number): number => {
    // Parts are of the same wires as often as the bill has them.
    const once = plan.wires.reduce((sum, w) => sum + of(w), 0);
    const times = frames.reduce((sum, w) => sum + w.all, 0) / Math.max(1, plan.wires.length);
    return Math.round(once * times);
  };
  const sum = (wires: readonly BillWire[], of: (w: BillWire) => number): number =>
    wires.reduce((all, w) => all + of(w), 0);
  const counts: Readonly<Record<TimePart['what'], number>> = {
    cut: sum(bill.wires, (w) => w.all),
    bend: perFrame((w) => w.bends.length),
    end: perFrame((w) =>
      w.closed ? 0 : [w.ends.start, w.ends.end].filter((e) => e.kind !== 'plain').length,
    ),
    second: sum(second, (w) => w.all),
    metre: sum(second, (w) => (w.all * (w.cutMm - w.tailsMm)) / 1000),
    thing: bill.things.reduce((all, t) => all + t.all, 0),
  };
  return (Object.keys(EACH_MIN) as TimePart['what'][])
    .map((what) => ({ what, count: counts[what], eachMin: EACH_MIN[what] }))
    .filter((p) => p.count > 0);
}

const median = (values: readonly number[]): number => {
  const sorted = [...values].sort((a, b) => a - b);
  const middle = sorted.length / 2;
  return sorted.length % 2 === 1
    ? sorted[Math.floor(middle)]!
    : (sorted[middle - 1]! + sorted[middle]!) / 2;
};

/**
 * How long one as sold takes (a pair: both): the median of the maker's finished makings, each by the copies made
 * in it; without any, what is reckoned from its parts.
 */
export function timeNeeded(plan: Plan, bill: Bill, makings: readonly MakingRecord[]): TimeNeeded {
  const done = makings.filter((m) => m.finished !== null && m.workedMs > 0);
  if (done.length > 0) {
    const each = median(done.map((m) => m.workedMs / m.copies / 60_000));
    return { from: 'makings', minutes: each * bill.made, makings: done.length };
  }
  const parts = partsOf(plan, bill);
  return {
    from: 'parts',
    parts,
    minutes: parts.reduce((sum, p) => sum + p.count * p.eachMin, 0),
  };
}
