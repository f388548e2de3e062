import { freshItemId, withItem } from '../dressing';
import { leadStock, withStock, withThickness, type Piece } from '../piece';
import type { DressItem } from '../item';
import type { Vec } from '../geometry';
import type { Temper } from '../wire';
import type { HangState } from './hangDressed';

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
