import { useEffect, useMemo, useState } from 'react';
import { billOf } from '@core/bill';
import {
  beadsInstead,
  billChange,
  isSameStock,
  withBeadInstead,
  withInstead,
  type BillChange,
  type Drawer,
  type Stock,
  type Thing,
  type ThingBalance,
  type WireBalance,
} from '@core/drawer';
import type { Toolbox } from '@core/file';
import type { Bead } from '@core/item';
import type { Piece } from '@core/piece';
import { report } from '~/storage/report';
import { Stopped } from '~/workers/restartable';
import { dressedPlan } from './dressedPlan';
import type { WantedPiece } from './useWanted';

/** Something of the drawer that could be taken in place of what is short. */
export type Instead =
  | { readonly kind: 'wire'; readonly short: Stock; readonly take: Stock }
  | { readonly kind: 'bead'; readonly short: Bead; readonly take: Thing };

/** A piece with it taken. */
export const withTaken = (piece: Piece, instead: Instead): Piece =>
  instead.kind === 'wire'
    ? withInstead(piece, instead.short, instead.take)
    : withBeadInstead(piece, instead.short, instead.take);

/** What changes for all that is made when it is taken; null while that is worked out, or cannot be. */
export interface Offer {
  readonly instead: Instead;
  readonly change: BillChange | null;
}

/** So many are offered for each thing that is short. */
const MOST_OFFERED = 3;

/** What tells one from another, without what a plan does not hang on. */
function keyOf({ kind, short, take }: Instead): string {
  if (kind === 'wire') return JSON.stringify([short, take]);
  const { id, name, lengthMm, holeMm } = take;
  return JSON.stringify([short, id, name, lengthMm, holeMm]);
}

/** What could be taken in place of what is short. */
function insteadOf(
  drawer: Drawer,
  wires: readonly WireBalance[],
  things: readonly ThingBalance[],
): Instead[] {
  const ofWires = wires.flatMap(({ wire, instead }) =>
    instead
      .slice(0, MOST_OFFERED)
      .map((s): Instead => ({ kind: 'wire', short: wire, take: s.wire })),
  );
  const ofThings = things.flatMap((t) => {
    const { bead } = t;
    if (!bead || t.short === 0) return [];
    return beadsInstead(drawer, t, things)
      .slice(0, MOST_OFFERED)
      .map((take): Instead => ({ kind: 'bead', short: bead, take }));
  });
  return [...ofWires, ...ofThings];
}

const isTouched = (w: WantedPiece, instead: Instead): boolean =>
  instead.kind === 'wire'
    ? w.bill.lengths.some((l) => isSameStock(l.wire, instead.short))
    : w.bill.things.some((t) => t.bead?.name === instead.short.name);

async function changeFor(
  instead: Instead,
  wanted: readonly WantedPiece[],
  toolbox: Toolbox,
): Promise<BillChange | null> {
  const all = { wireMm: 0, massG: 0, things: 0, more: [] as Stock[], refused: false };
  for (const w of wanted) {
    if (!isTouched(w, instead)) continue;
    const piece = withTaken(w.piece, instead);
    const made = await dressedPlan(piece, toolbox, `${w.key} ${keyOf(instead)}`);
    if (!made) return null;
    const own = billChange(w.bill, billOf(piece, made.plan, made.dressing));
    all.wireMm += own.wireMm * w.copies;
    all.massG += own.massG * w.copies;
    all.things += own.things * w.copies;
    // Of the wire that is taken it is said already.
    all.more.push(
      ...own.more.filter((wire) => instead.kind !== 'wire' || !isSameStock(wire, instead.take)),
    );
    all.refused ||= own.refused;
  }
  return all;
}

/** What would do in place of what is short, each planned to tell what it changes. */
export function useInstead(
  drawer: Drawer,
  wires: readonly WireBalance[],
  things: readonly ThingBalance[],
  wanted: readonly WantedPiece[],
  toolbox: Toolbox,
): Offer[] {
  const offered = useMemo(() => insteadOf(drawer, wires, things), [drawer, wires, things]);
  const [changes, setChanges] = useState<{
    readonly wanted: readonly WantedPiece[];
    readonly of: ReadonlyMap<string, BillChange | null>;
  }>({ wanted, of: new Map() });
  useEffect(() => {
    let current = true;
    const work = async (): Promise<void> => {
      for (const instead of offered) {
        let change: BillChange | null = null;
        try {
          change = await changeFor(instead, wanted, toolbox);
        } catch (error) {
          if (!(error instanceof Stopped)) report(error, 'trying something instead');
        }
        if (!current) return;
        const told = change;
        setChanges((c) => ({
          wanted,
          of: new Map(c.wanted === wanted ? c.of : []).set(keyOf(instead), told),
        }));
      }
    };
    void work();
    return () => {
      current = false;
    };
  }, [offered, wanted, toolbox]);
  return offered.map((instead) => ({
    instead,
    change: changes.wanted === wanted ? (changes.of.get(keyOf(instead)) ?? null) : null,
  }));
}
