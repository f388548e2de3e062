import { stocksOf, withStock, type Piece } from '../piece';
import type { Stock } from './drawer';
import { isSameStock } from './stock';

/** A piece with whatever is made of one wire made of another; ropes stay, they are twisted from what they are. */
export const withInstead = (piece: Piece, from: Stock, to: Stock): Piece =>
  stocksOf(piece).reduce((now, { id, rope, metal, temper, diameterMm, coat }) => {
    const own: Stock = { metal, temper, diameterMm, ...(coat && { coat }) };
    if (rope || !isSameStock(own, from)) return now;
    return withStock(now, id, { ...to, ...(own.coat !== to.coat && { coat: to.coat }) });
  }, piece);
