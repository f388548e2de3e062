import type { MadeOf, PieceItem, Span, StretchPlace } from '../item';
import { THIN_WIRE, withoutIdle, withStock, withWire, type Piece } from '../piece';
import { placeOnWire, type Plan } from '../plan';
import type { DressRemedy } from './types';

const madeOf = (item: PieceItem | undefined): MadeOf | undefined =>
  item && 'thread' in item ? item.thread : undefined;

/** An item whose wire is one of the piece's, by name; the piece has it then. */
function withNamedWire(
  piece: Piece,
  item: PieceItem,
  before: PieceItem | undefined,
): { readonly piece: Piece; readonly item: PieceItem } {
  if (!('thread' in item) || typeof item.thread === 'string') return { piece, item };
  const named = withWire(piece, item.thread, THIN_WIRE, madeOf(before));
  return { piece: named.piece, item: { ...item, thread: named.id } };
}

/** The piece with an item put in, or in the place of the one of its id. */
export function withItem(piece: Piece, item: PieceItem): Piece {
  const before = piece.dressing.find((i) => i.id === item.id);
  const named = withNamedWire(piece, item, before);
  const { dressing } = named.piece;
  const next = {
    ...named.piece,
    dressing: before
      ? dressing.map((i) => (i.id === item.id ? named.item : i))
      : [...dressing, named.item],
  };
  return withoutIdle(next, madeOf(before));
}

/** The piece without an item, and without wishes for its place in the order. */
export function withoutItem(piece: Piece, id: string): Piece {
  const task = `item:${id}`;
  const item = piece.dressing.find((i) => i.id === id);
  const next = {
    ...piece,
    dressing: piece.dressing.filter((i) => i.id !== id),
    making: {
      ...piece.making,
      order: piece.making.order.filter((o) => o.first !== task && o.then !== task),
    },
  };
  return withoutIdle(next, madeOf(item));
}

/** @param stock the piece's wire that the item is on */
export const withRemedy = (piece: Piece, remedy: DressRemedy, stock: string | null): Piece =>
  remedy.kind === 'item'
    ? withItem(piece, remedy.item)
    : withStock(piece, stock, { diameterMm: remedy.diameterMm });

/** A free id for a new item. */
export function freshItemId(piece: Piece): string {
  const used = new Set(piece.dressing.map((i) => i.id));
  let n = piece.dressing.length + 1;
  while (used.has(`d${n}`)) n++;
  return `d${n}`;
}

/** The place that means a stretch of a wire: its middle on the figure and its length. */
export function stretchPlace(plan: Plan, span: Span): StretchPlace | null {
  const wire = plan.wires[span.wire];
  const spot = wire && placeOnWire(wire, (span.fromMm + span.toMm) / 2);
  if (!spot) return null;
  return {
    x: spot.at.x,
    y: spot.at.y,
    lengthMm: Math.max(0, span.toMm - span.fromMm),
    headingRad: Math.atan2(spot.direction.y, spot.direction.x),
  };
}
