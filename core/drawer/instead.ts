import type { Bill } from '../bill';
import type { Bead } from '../item';
import { mapBeads, stocksOf, withStock, type Piece } from '../piece';
import type { Drawer, Thing } from './drawer';
import { isThing, type ThingBalance } from './things';
import { isSameStock, type Stock } from './stock';

/** A piece with whatever is made of one wire made of another; ropes stay, they are twisted from what they are. */
export const withInstead = (piece: Piece, from: Stock, to: Stock): Piece =>
  stocksOf(piece).reduce((now, { id, rope, metal, temper, diameterMm, coat }) => {
    const own: Stock = { metal, temper, diameterMm, ...(coat && { coat }) };
    if (rope || !isSameStock(own, from)) return now;
    return withStock(now, id, { ...to, ...(own.coat !== to.coat && { coat: to.coat }) });
  }, piece);

/** A bead does in place of another when it is no longer or shorter than by this share. */
const NEAR_LENGTH = 0.5;

/**
 * Beads of the drawer that might do in place of one that is short: enough of them besides what else is needed of
 * them, and not much longer or shorter; nearest in length first. Whether its hole passes is for the piece to tell.
 */
export function beadsInstead(
  { things }: Drawer,
  { bead, needed }: ThingBalance,
  all: readonly ThingBalance[],
): Thing[] {
  if (!bead) return [];
  const off = (t: Thing): number => Math.abs((t.lengthMm ?? 0) / bead.lengthMm - 1);
  const taken = (t: Thing): number =>
    all
      .filter((b) => b.bead && isThing(t, { name: b.name, bead: b.bead }))
      .reduce((sum, b) => sum + b.needed, 0);
  return things
    .filter((t) => (t.kind === 'bead' || t.kind === 'stone') && t.lengthMm !== undefined)
    .filter((t) => !isThing(t, { name: bead.name, bead }) && off(t) <= NEAR_LENGTH)
    .filter((t) => t.count - taken(t) >= needed)
    .sort((a, b) => off(a) - off(b));
}

const isSameBead = (a: Bead, b: Bead): boolean => a.name === b.name && a.lengthMm === b.lengthMm;

/** The bead that a thing of the drawer is, as far as it is known, else like the one that it stands for. */
function beadOf(thing: Thing, like: Bead): Bead {
  const lengthMm = thing.lengthMm ?? like.lengthMm;
  const factor = lengthMm / like.lengthMm;
  return {
    ...like,
    name: thing.name,
    lengthMm,
    acrossMm: Number((like.acrossMm * factor).toFixed(2)),
    holeMm: thing.holeMm ?? like.holeMm,
    grams: Number((like.grams * factor ** 3).toFixed(3)),
  };
}

/** A piece with one kind of bead replaced by what the drawer has. */
export function withBeadInstead(piece: Piece, from: Bead, to: Thing): Piece {
  let found = false;
  const changed = mapBeads(piece, (b) => {
    if (!isSameBead(b, from)) return b;
    found = true;
    return beadOf(to, b);
  });
  return found ? changed : piece;
}

/** What changes on a piece when something is taken in place of another, of one as sold. */
export interface BillChange {
  /** wire that is cut more, or less, mm */
  readonly wireMm: number;
  readonly massG: number;
  /** beads and findings more or less */
  readonly things: number;
  /** wires that were not needed before */
  readonly more: readonly Stock[];
  /** something does not go on any more */
  readonly refused: boolean;
}

const sum = (all: readonly { readonly all: number }[]): number =>
  all.reduce((n, one) => n + one.all, 0);

export const billChange = (before: Bill, after: Bill): BillChange => ({
  wireMm: sum(after.lengths) - sum(before.lengths),
  massG: after.massG.all - before.massG.all,
  things: sum(after.things) - sum(before.things),
  more: after.lengths
    .map(({ wire: { rope: _rope, ...wire } }): Stock => wire)
    .filter((wire) => !before.lengths.some((l) => isSameStock(l.wire, wire))),
  refused: after.left.length > before.left.length,
});
