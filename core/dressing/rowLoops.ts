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

/** Rings of one kind between links: the places of the turn behind which they are, and the link of the first. */
export interface RowRings {
  readonly places: readonly [number, ...number[]];
  readonly link: string | null;
  readonly ring: Extract<LaidJoint, { kind: 'ring' }>;
}

/** The rings between links for things to hang in, each kind once. */
export function rowRings(piece: Piece): RowRings[] {
  const kinds = new Map<string, RowRings>();
  (piece.links?.turn ?? []).forEach(({ link, joint }, place) => {
    const ring = jointOf(piece, joint);
    if (ring.kind !== 'ring') return;
    const key = JSON.stringify(ring);
    const before = kinds.get(key);
    kinds.set(
      key,
      before ? { ...before, places: [...before.places, place] } : { places: [place], link, ring },
    );
  });
  return [...kinds.values()];
}

/** The rings that a thing hangs in; null where it hangs in none, or they are gone. */
export function ringsHolding(piece: Piece, hangsIn: string | undefined): RowRings | null {
  const place = rowPlaceOf(hangsIn);
  return place === null ? null : (rowRings(piece).find((r) => r.places.includes(place)) ?? null);
}

/** Where nothing hangs: the rings that were there are gone, and that is said. */
const NO_PLACE = -1;

/** A piece with one place of its row's turn taken out: things stay in the rings that they hang in, or are named. */
export function withoutRowPlace(piece: Piece, place: number): Piece {
  const { links } = piece;
  if (!links) return piece;
  const onto = (hangsIn: string | undefined): number => {
    const there = ringsHolding(piece, hangsIn)?.places.find((p) => p !== place) ?? NO_PLACE;
    return there > place ? there - 1 : there;
  };
  return {
    ...piece,
    links: { ...links, turn: links.turn.filter((_, i) => i !== place) },
    dressing: piece.dressing.map((item) =>
      rowPlaceOf(item.hangsIn) === null
        ? item
        : { ...item, hangsIn: rowRingsOf(onto(item.hangsIn)) },
    ),
  };
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
