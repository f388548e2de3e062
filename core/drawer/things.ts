import type { BillThing } from '../bill';
import type { Bead } from '../item';
import type { Drawer, Thing, ThingTaken } from './drawer';
import type { Wanted } from './needs';

/** One kind of bead or finding: what is needed of it still, and what is there. */
export interface ThingBalance {
  readonly name: string;
  readonly lengthMm: number | null;
  /** null where it is none */
  readonly bead: Bead | null;
  readonly needed: number;
  readonly there: number;
  readonly short: number;
}

/** Beads and findings are the same when they are called the same and are as long, mm. */
const SAME_LENGTH_MM = 0.3;

interface Called {
  readonly name: string;
  readonly lengthMm?: number | undefined;
}

const isAlike = (a: Called, b: Called): boolean =>
  a.name.trim().toLowerCase() === b.name.trim().toLowerCase() &&
  (a.lengthMm === undefined ||
    b.lengthMm === undefined ||
    Math.abs(a.lengthMm - b.lengthMm) <= SAME_LENGTH_MM);

const calledOf = ({
  name,
  bead,
  lengthMm,
}: Pick<BillThing, 'name' | 'bead' | 'lengthMm'>): Called => ({
  name,
  lengthMm: bead?.lengthMm ?? lengthMm,
});

export const isThing = (
  thing: Thing,
  need: Pick<BillThing, 'name' | 'bead' | 'lengthMm'>,
): boolean => isAlike(thing, calledOf(need));

/** Beads or findings of one kind that a piece takes still. */
export interface ThingNeed {
  readonly pieceId: string;
  readonly name: string;
  readonly lengthMm: number | null;
  readonly bead: Bead | null;
  readonly count: number;
}

export interface StillToTake {
  readonly needs: readonly ThingNeed[];
  /** taken for a piece that has since changed, so that they are of no use for it, or is no longer made */
  readonly stray: readonly ThingTaken[];
}

/** What is still to be taken for some pieces, once what was taken already is counted. */
export function stillToTake(wanted: readonly Wanted[], taken: readonly ThingTaken[]): StillToTake {
  const left = taken.map((t) => ({ ...t }));
  const needs = wanted.flatMap(({ pieceId, copies, bill }) =>
    bill.things.map((need): ThingNeed => {
      const called = calledOf(need);
      let count = need.all * copies;
      for (const t of left) {
        if (t.pieceId !== pieceId || !isAlike(t, called)) continue;
        const own = Math.min(count, t.count);
        t.count -= own;
        count -= own;
      }
      return {
        pieceId,
        name: need.name,
        lengthMm: called.lengthMm ?? null,
        bead: need.bead,
        count,
      };
    }),
  );
  return { needs: needs.filter((n) => n.count > 0), stray: left.filter((t) => t.count > 0) };
}

const calledSo = ({ name, lengthMm }: Pick<ThingNeed, 'name' | 'lengthMm'>): Called => ({
  name,
  lengthMm: lengthMm ?? undefined,
});

/**
 * What is needed of beads and findings for all that is to be made, against what is there. Those that are taken from
 * the same lots are one kind, so that nothing there is counted for two.
 */
export function thingBalance(
  { things, taken }: Pick<Drawer, 'things' | 'taken'>,
  wanted: readonly Wanted[],
): ThingBalance[] {
  const kinds: ThingNeed[] = [];
  for (const need of stillToTake(wanted, taken).needs) {
    const i = kinds.findIndex((k) => isAlike(calledSo(k), calledSo(need)));
    const known = kinds[i];
    if (known) kinds[i] = { ...known, count: known.count + need.count };
    else kinds.push(need);
  }
  return kinds.map(({ name, lengthMm, bead, count: needed }) => {
    const of = calledSo({ name, lengthMm });
    const there = things.filter((t) => isAlike(t, of)).reduce((sum, t) => sum + t.count, 0);
    return { name, lengthMm, bead, needed, there, short: Math.max(0, needed - there) };
  });
}

/**
 * The drawer after beads or findings of one kind were taken for what is to be made: as many as are needed, or as
 * there are.
 */
export function takeThings(
  drawer: Drawer,
  kind: Pick<ThingBalance, 'name' | 'lengthMm'>,
  wanted: readonly Wanted[],
): Drawer {
  const of = calledSo(kind);
  const things = drawer.things.map((t) => ({ ...t }));
  const taken: ThingTaken[] = [];
  for (const need of stillToTake(wanted, drawer.taken).needs) {
    if (!isAlike(calledSo(need), of)) continue;
    let count = 0;
    for (const thing of things) {
      if (!isAlike(thing, of)) continue;
      const own = Math.min(need.count - count, thing.count);
      thing.count -= own;
      count += own;
    }
    const { pieceId, name, lengthMm } = need;
    if (count > 0) taken.push({ pieceId, name, ...(lengthMm !== null && { lengthMm }), count });
  }
  return { ...drawer, things, taken: [...drawer.taken, ...taken] };
}

/** The drawer with what was taken back in it. @param freshId names what is in it no more */
export function putThingsBack(
  drawer: Drawer,
  back: readonly ThingTaken[],
  freshId: () => string,
): Drawer {
  const things = drawer.things.map((t) => ({ ...t }));
  for (const { pieceId: _pieceId, count, ...called } of back) {
    const there = things.find((t) => isAlike(t, called));
    if (there) there.count += count;
    else {
      const name = called.name.slice(0, 60);
      things.push({ ...called, id: freshId(), kind: 'bead', name, count });
    }
  }
  return { ...drawer, things };
}

/** What is known as taken without some of it. */
export function withoutTaken(
  taken: readonly ThingTaken[],
  gone: readonly ThingTaken[],
): ThingTaken[] {
  const left = taken.map((t) => ({ ...t }));
  for (const g of gone) {
    let { count } = g;
    // What was taken last is of no use first.
    for (const t of [...left].reverse()) {
      if (t.pieceId !== g.pieceId || t.name !== g.name || t.lengthMm !== g.lengthMm) continue;
      const own = Math.min(count, t.count);
      t.count -= own;
      count -= own;
    }
  }
  return left.filter((t) => t.count > 0);
}
