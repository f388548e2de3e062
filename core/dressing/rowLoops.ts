import { distance } from '../geometry';
import type { ItemEye } from '../item';
import { jointOf, type LaidJoint, type Part, type Piece } from '../piece';
import type { Plan } from '../plan';
import { eyesOf, type Eye } from './eyes';
import { partWires } from './partWires';

/** The two loops of some wires that lie furthest apart. */
export function loopsOf(plan: Plan, wires: readonly number[]): Loops | null {
  const eyes = wires.flatMap((index) =>
    eyesOf(plan, plan.wires[index]!).map((eye): EyeOfWire => ({ eye, wire: index })),
  );
  let best: Loops | null = null;
  eyes.forEach((first, i) => {
    for (const last of eyes.slice(i + 1)) {
      const apartMm = distance(first.eye.center, last.eye.center);
      if (!best || apartMm > best.apartMm) best = { first, last, apartMm };
    }
  });
  return best;
}

/** Two loops, and how far apart their middles are. */
export interface Loops {
  readonly first: EyeOfWire;
  readonly last: EyeOfWire;
  readonly apartMm: number;
}

/** A loop, and the wire that it is an end of. */
export interface EyeOfWire {
  readonly eye: Eye;
  readonly wire: number;
}

/** The part that a link is; undefined is the frame. */
export const linkPart = ({ parts }: Piece, link: string | null): Part | undefined =>
  link === null ? undefined : parts.find((p) => p.id === link);

/** The wires that a link is made of, without the parts that are joined to it. */
export const linkWires = (piece: Piece, plan: Plan, link: string | null): number[] => {
  const part = linkPart(piece, link);
  if (part) return partWires(plan, part);
  const taken = new Set(piece.parts.flatMap((p) => p.paths));
  return plan.wires.flatMap((w, i) => (taken.has(w.pathId) ? [] : [i]));
};

/** How a thing names the rings of a row that it hangs in: those behind the links of one place of its turn. */
const RINGS = 'joint:';
export const rowRingsOf = (place: number): string => `${RINGS}${place}`;

/** The place of a row's turn behind which the rings are that a thing hangs in; null where it hangs in none. */
export const rowPlaceOf = (hangsIn: string | undefined): number | null =>
  hangsIn?.startsWith(RINGS) ? Number(hangsIn.slice(RINGS.length)) : null;

/** Rings behind the links of a place of a row's turn. */
export interface RowRings {
  readonly place: number;
  readonly link: string | null;
  readonly ring: Extract<LaidJoint, { kind: 'ring' }>;
}

/** The rings between links for things to hang in: of places with the same joint the first stands for all. */
export function rowRings(piece: Piece): RowRings[] {
  const seen = new Set<string>();
  return (piece.links?.turn ?? []).flatMap(({ link, joint }, place) => {
    const laid = jointOf(piece, joint);
    const key = JSON.stringify(laid);
    if (laid.kind !== 'ring' || seen.has(key)) return [];
    seen.add(key);
    return [{ place, link, ring: laid }];
  });
}

/** A ring of a row where it hangs in the last loop of its link, with a wire of that; null where there is no such loop. */
export function rowRingEye(
  piece: Piece,
  plan: Plan,
  { link, ring }: RowRings,
): { readonly eye: ItemEye; readonly wire: number } | null {
  const last = loopsOf(plan, linkWires(piece, plan, link))?.last;
  if (!last) return null;
  const { center, insideMm } = last.eye;
  const top = center.y + insideMm / 2;
  const down = { x: center.x, y: top + ring.insideMm };
  return {
    eye: { up: { x: center.x, y: top }, down, insideMm: ring.insideMm, count: 1 },
    wire: last.wire,
  };
}
