import { freshItemId, groundOf, withItem, type Dressing } from '../dressing';
import { newEnd } from '../end';
import { changeWire, leadStock, withStock, withThickness, type Piece } from '../piece';
import { newDressItem, type DressItem } from '../item';
import { distance, type Vec } from '../geometry';
import { nearestWire, placeOnWire, type Plan } from '../plan';
import type { Temper } from '../wire';
import { hangDressed, type HangState } from './hangDressed';
import { isHung } from './limits';

/** A change to a piece that makes it hold better, as data. */
export type GaugeChange =
  | { readonly kind: 'diameter'; readonly diameterMm: number }
  | { readonly kind: 'temper'; readonly temper: Temper }
  | { readonly kind: 'harden' }
  | { readonly kind: 'closing'; readonly closing: Piece['making']['closing'] }
  | { readonly kind: 'item'; readonly item: DressItem };

/** The piece with the change made. */
export function withGaugeChange(piece: Piece, change: GaugeChange): Piece {
  switch (change.kind) {
    case 'diameter':
      return withThickness(piece, change.diameterMm);
    case 'temper':
      return withStock(piece, leadStock(piece).id, { temper: change.temper });
    case 'harden':
      return { ...piece, making: { ...piece.making, harden: true } };
    case 'closing':
      return { ...piece, making: { ...piece.making, closing: change.closing } };
    case 'item': {
      // The piece may have got an item of that name since the change was thought of.
      const taken = piece.dressing.some((i) => i.id === change.item.id);
      const id = taken ? freshItemId(piece) : change.item.id;
      return withItem(piece, { ...change.item, id });
    }
  }
}

/**
 * The piece hung so that it hangs straight: what it hangs from goes to the highest place of the wire
 * over its centre of mass. Null when it hangs straight, or between two points, or no wire is there.
 */
export function hungStraight(piece: Piece, hang: HangState): Piece | null {
  const [place, second] = hang.places;
  const to: Vec | null = hang.straightAt;
  if (!place || second || !to) return null;
  const item = piece.dressing.find((i) => i.id === place.itemId);
  if (!item) return { ...piece, hang: { x: to.x, y: to.y } };
  return withItem({ ...piece, hang: null }, { ...item, on: { ...item.on, x: to.x, y: to.y } });
}

/** An open end this near to where a piece hangs becomes the loop itself: a ring would slip off it, mm. */
const AT_END_MM = 4;
/** A loop to hang by is so wide inside: a chain's end goes through; and never less than so many wires. */
const LOOP_INSIDE_MM = 3;
const LOOP_INSIDE = 2.5;

/**
 * The piece with a loop to hang it by, where it then hangs straight: a jump ring over its centre of mass, or the
 * wire's own end turned to a loop where that is there. Null where something holds it already, or it is not hung.
 */
export function withHangLoop(piece: Piece, plan: Plan, dressing: Dressing | null): Piece | null {
  const hang = isHung(piece.making.wornAs) ? hangDressed(piece, plan, dressing) : null;
  const [place, second] = hang?.places ?? [];
  if (!hang || !place || second || place.by === 'finding' || place.by === 'end') return null;
  const to = place.by === 'chosen' ? place.on : (hang.straightAt ?? place.on);
  const foot = nearestWire(groundOf(piece, plan).lines, to);
  const wire = foot && plan.wires[foot.wire];
  if (!foot || !wire) return null;
  for (const which of wire.closed ? [] : (['start', 'end'] as const)) {
    const tip = placeOnWire(wire, which === 'start' ? 0 : wire.developedMm)?.at;
    if (!tip || distance(tip, foot.at) > AT_END_MM || wire.ends[which].kind !== 'plain') continue;
    return changeWire({ ...piece, hang: null }, wire.pathId, (own) => ({
      ...own,
      [which]: newEnd('loop'),
    }));
  }
  const on = { x: foot.at.x, y: foot.at.y, lengthMm: 0 };
  const item = newDressItem('finding', freshItemId(piece), on, on, {
    frameMm: wire.stock.diameterMm,
    thread: { ...leadStock(piece), temper: 'dead-soft', diameterMm: LOOP_WIRE_MM },
  });
  const insideMm = Math.max(LOOP_INSIDE_MM, LOOP_INSIDE * wire.stock.diameterMm);
  return withItem({ ...piece, hang: null }, { ...item, what: 'jump-ring', insideMm } as DressItem);
}

/** Jump rings that chains hang in are of about this wire, mm (20 gauge). */
const LOOP_WIRE_MM = 0.812;
