import { distance, type Vec } from '../geometry';
import {
  chosenPlace,
  kindOf,
  mirroredItem,
  withPlaces,
  type PieceItem,
  type Run,
  type StretchPlace,
} from '../item';
import { twinAxis, type Piece } from '../piece';
import { formedLine, nearestWire, type Plan, type PlannedBend } from '../plan';
import { freshItemId, stretchPlace, withItem } from './edit';
import { groundOf } from './ground';

/** Where the same is put once more. */
export type Again =
  /** on the other side of the upright line down the middle */
  | { readonly by: 'mirror' }
  /** at every place where wires lie over each other */
  | { readonly by: 'crossings' }
  /** at every bend of the wire that turns as the one does where it lies */
  | { readonly by: 'bends' }
  /** on each wire that lies side by side with its own */
  | { readonly by: 'beside' }
  /** further along the wire, so many times */
  | { readonly by: 'spacing'; readonly count: number; readonly spacingMm: number };

/** A bend that an item lies at is this near to it, beyond the bend itself, mm. */
const AT_BEND_MM = 2;
/** Angles that differ by less are alike, radians. */
const ALIKE_RAD = Math.PI / 8;
/** Places this near to each other are one, mm. */
const ONE_PLACE_MM = 0.5;
const BESIDE_MM = 0.05;

/** The bend that a run's middle lies at. */
function bendAt(plan: Plan, run: Run): PlannedBend | null {
  const mm = (run.fromMm + run.toMm) / 2;
  const off = (b: PlannedBend): number => Math.max(b.startMm - mm, mm - b.endMm, 0);
  const near = plan.wires[run.wire]!.bends.filter((b) => off(b) <= AT_BEND_MM);
  return near.sort((a, b) => off(a) - off(b))[0] ?? null;
}

/** The places of one wire that are meant, as positions along it, each with its wire. */
export function placesOf(plan: Plan, run: Run, how: Again): { wire: number; mm: number }[] {
  const wire = plan.wires[run.wire]!;
  const middle = (run.fromMm + run.toMm) / 2;
  switch (how.by) {
    case 'mirror':
      return [];
    case 'beside': {
      const { at } = run.spot(middle);
      return plan.wires.flatMap(({ pathId }, i) => {
        const foot = i !== run.wire && pathId === wire.pathId ? footOn(plan, i, at) : null;
        return foot === null ? [] : [{ wire: i, mm: foot }];
      });
    }
    case 'crossings':
      return plan.crossings.map((c) => ({ wire: c.secondWire, mm: c.secondMm }));
    case 'bends': {
      const bend = bendAt(plan, run);
      if (!bend) return [];
      const beside = middle - bend.middleMm;
      return wire.bends
        .filter((b) => b.kind === bend.kind && Math.abs(b.angleRad - bend.angleRad) < ALIKE_RAD)
        .map((b) => ({ wire: run.wire, mm: b.middleMm + beside }));
    }
    case 'spacing':
      return Array.from({ length: how.count }, (_, i) => {
        const mm = middle + (i + 1) * how.spacingMm;
        return { wire: run.wire, mm: wire.closed ? mm % wire.developedMm : mm };
      }).filter(({ mm }) => mm <= wire.developedMm + 1e-6);
  }
}

/** The place of a wire that is nearest to a point, mm along it. */
const footOn = (plan: Plan, wire: number, at: Vec): number | null =>
  nearestWire([formedLine(plan.wires[wire]!)], at)?.mm ?? null;

/** Whether two items of a kind lie at the same places; of what is led all of them count. */
function isThere(a: PieceItem, b: PieceItem, nearMm: number): boolean {
  if (distance(a.on, b.on) >= nearMm) return false;
  if (!('acts' in a) || !('acts' in b)) return true;
  return (
    a.acts.length === b.acts.length &&
    a.acts.every((act, i) => {
      const [p, q] = [chosenPlace(act), chosenPlace(b.acts[i]!)];
      return p === q || (p !== null && q !== null && distance(p, q) < ONE_PLACE_MM);
    })
  );
}

/**
 * A piece with the same put on at other places too: where one of its kind lies already nothing is added.
 * @param of all of which the same is put on once more: by default the item alone
 * @returns how many were added
 */
export function withAgain(
  piece: Piece,
  plan: Plan,
  item: PieceItem,
  how: Again,
  of: readonly PieceItem[] = [item],
): { readonly piece: Piece; readonly added: number } {
  const ground = groundOf(piece, plan);
  const alike = piece.dressing.filter((i) => i.kind === item.kind);
  // What lies side by side is no further apart than thin wires are thick.
  const nearMm = how.by === 'beside' ? BESIDE_MM : ONE_PLACE_MM;
  let next = piece;
  let added = 0;
  const put = (copy: PieceItem): void => {
    if (alike.some((other) => isThere(other, copy, nearMm))) return;
    alike.push(copy);
    next = withItem(next, { ...copy, id: freshItemId(next) });
    added++;
  };
  for (const one of of) {
    const run = ground.runAt(one.on);
    const { place } = kindOf(one);
    // What hangs in the loop of another item has no place of its own to be put beside.
    if ((!run && place !== 'free') || one.hangsIn !== undefined) continue;
    if (how.by === 'mirror') put(mirrored(piece, one));
    else if (run && (place === 'point' || place === 'stretch')) {
      const half = run.lengthMm / 2;
      for (const { wire, mm } of placesOf(plan, run, how)) {
        const on = stretchPlace(plan, { wire, fromMm: mm - half, toMm: mm + half });
        if (on) put({ ...one, on: { ...on, lengthMm: one.on.lengthMm } });
      }
    }
  }
  return { piece: next, added };
}

/** What is chosen about an item, its place and name left out. */
const choices = ({ id: _id, on: _on, name: _name, ...rest }: PieceItem): string =>
  JSON.stringify({ ...rest, to: null });

/** Items of which all is chosen alike but their places, itself among them. */
export function alikeTo(piece: Piece, item: PieceItem): PieceItem[] {
  const kin = piece.dressing.filter((i) => i.kind === item.kind);
  // Alone it is alike to itself: what it does may be long to compare.
  if (kin.length < 2) return kin;
  const wanted = choices(item);
  return kin.filter((i) => i === item || choices(i) === wanted);
}

/** A piece with an item changed, and what is chosen about it changed in all that are alike; places stay. */
export function withAlike(piece: Piece, item: PieceItem, next: PieceItem): Piece {
  const alike = new Set(alikeTo(piece, item).map((i) => i.id));
  return {
    ...piece,
    dressing: piece.dressing.map((i): PieceItem => {
      if (i.id === item.id) return next;
      if (!alike.has(i.id)) return i;
      const there = 'to' in i ? { to: i.to } : {};
      return { ...next, id: i.id, on: i.on, name: i.name, ...there };
    }),
  };
}

/** Places on the other side of the upright line down the middle of the figure. */
export function overMiddle(piece: Piece): (on: StretchPlace) => StretchPlace {
  const axis = twinAxis(piece);
  return ({ headingRad, ...on }) => ({
    ...on,
    x: 2 * axis - on.x,
    ...(headingRad !== undefined && { headingRad: Math.PI - headingRad }),
  });
}

/** An item on the other side of the upright line down the middle of the figure. */
const mirrored = (piece: Piece, item: PieceItem): PieceItem =>
  mirroredItem(withPlaces(item, overMiddle(piece), 1));
