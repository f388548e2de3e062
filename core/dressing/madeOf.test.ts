import { describe, expect, it } from 'vitest';
import { newDressItem, type PieceItem } from '../item';
import {
  itemsOf,
  madeOfIt,
  withOwnWire,
  withoutStock,
  withStock,
  withThickness,
  wireOf,
  type Stock,
} from '../piece';
import { withItem, withoutItem } from '.';
import { bar, pieceWith } from './fixtures/ground';

const BRASS: Stock = {
  id: 'w2',
  name: 'Second wire',
  metal: 'brass',
  temper: 'half-hard',
  diameterMm: 0.6,
};
const on = { x: 10, y: 0, lengthMm: 4 };
const coil = (id: string, diameterMm: number) =>
  newDressItem('coil', id, on, on, { thread: { metal: 'brass', temper: 'dead-soft', diameterMm } });
const bare = pieceWith([bar('a', 40)], [], { stocks: [BRASS] });

describe('a wire that things are made of', () => {
  it('is named by what is made of it: changed in all, one of its own, gone with the last of it', () => {
    const two = withItem(withItem(bare, coil('c', 0.4)), coil('d', 0.4));
    const [c, d] = two.dressing;
    // Alike wires are one; the wire of a line is not taken for one that binds.
    expect(c).toMatchObject({ thread: 'w3' });
    expect(d).toMatchObject({ thread: 'w3' });
    expect(two.stocks.map((s) => [s.id, s.name])).toEqual([
      ['w2', BRASS.name],
      ['w3', 'Thin wire'],
    ]);
    const thicker = withStock(two, 'w3', { diameterMm: 0.5, coat: 'blue' });
    expect(itemsOf(thicker)).toMatchObject([
      { thread: { diameterMm: 0.5, coat: 'blue' } },
      { thread: { diameterMm: 0.5, coat: 'blue' } },
    ]);
    expect(withStock(thicker, 'w3', { coat: undefined }).stocks[1]).not.toHaveProperty('coat');
    const own = withOwnWire(two, wireOf(two, 'w3'), 'Thin wire');
    expect(own.piece.stocks.at(-1)).toMatchObject({ name: 'Thin wire 2', diameterMm: 0.4 });
    const apart = withItem(own.piece, { ...d!, thread: own.id } as PieceItem);
    expect(madeOfIt(apart, 'w3')).toBe(1);
    // The last that is made of a wire takes it along, if it came with it; a wire that was named stays.
    expect(withoutItem(apart, 'c').stocks.map((s) => s.id)).toEqual(['w2', own.id]);
    const named = withStock(apart, 'w3', { name: 'Binding' });
    expect(withoutItem(named, 'c').stocks.map((s) => s.name)).toContain('Binding');
    expect(withoutStock(two, 'w3').dressing[0]).toMatchObject({ thread: 'main' });
    // Thin wire is not made thicker with the figure.
    expect(withThickness(two, 2).stocks[1]!.diameterMm).toBe(0.4);
  });

  it('is thicker in all that is made of it, and nowhere else', () => {
    const two = withItem(withItem(bare, coil('c', 0.4)), coil('d', 0.3));
    const [c, d] = itemsOf(withStock(two, 'w3', { diameterMm: 0.25 }));
    expect([c, d]).toMatchObject([
      { thread: { diameterMm: 0.25 } },
      { thread: { diameterMm: 0.3 } },
    ]);
  });
});
