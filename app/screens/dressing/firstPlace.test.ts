import { describe, expect, it, test } from 'vitest';
import { dressPiece } from '@core/dressing';
import { DRESS_KINDS, newDressItem } from '@core/item';
import { newPath, newPiece, type Piece } from '@core/piece';
import { planPiece } from '@core/plan';
import { endPlaces, firstPlace } from './firstPlace';

const QUARTER = Math.tan(Math.PI / 8);
const RING: Piece = {
  ...newPiece('p', 'Ring', ''),
  paths: [
    newPath(
      'r',
      [
        { x: 0, y: -20, bulge: QUARTER },
        { x: 20, y: 0, bulge: QUARTER },
        { x: 0, y: 20, bulge: QUARTER },
        { x: -20, y: 0, bulge: QUARTER },
      ],
      true,
    ),
  ],
};

describe('where a new item lies', () => {
  const plan = planPiece(RING);
  test.each(DRESS_KINDS.map((k) => k.kind))('%s goes on at once, or says why not', (kind) => {
    const { on, to } = firstPlace(RING, plan, 0, kind);
    const item = newDressItem(kind, 'd1', on, to, { frameMm: plan.diameterMm });
    const piece = { ...RING, dressing: [item] };
    const [dressed] = dressPiece(piece, plan).items;
    const refused = dressed!.problems.filter((p) => p.refused);
    // What goes round another wire may find none; it offers to go round one. A ring has no leg, no end and no second wire.
    if (kind === 'bind' || kind === 'own-wraps') expect(refused[0]!.remedies).toHaveLength(1);
    else if (['own-twist', 'own-led', 'tail-bead'].includes(kind)) expect(refused).toHaveLength(1);
    else expect(refused).toEqual([]);
  });

  it('findings and drops hang from where the piece hangs', () => {
    const { on } = firstPlace(RING, plan, 0, 'finding');
    expect(on).toMatchObject({ x: plan.hang!.from.x, y: plan.hang!.from.y, lengthMm: 0 });
  });

  it('beads are proposed beside the loop that the piece hangs by, not in it', () => {
    // The seam is at the top of a ring: its middle is the lowest place. One hung from there is turned over.
    const bare = firstPlace(RING, plan, 0, 'beads').on;
    const item = newDressItem('finding', 'h', { ...bare, lengthMm: 0 }, bare, {
      frameMm: plan.diameterMm,
    });
    const hung = { ...RING, dressing: [{ ...item, what: 'jump-ring' } as typeof item] };
    const { on } = firstPlace(hung, plan, 0, 'beads');
    expect(Math.hypot(on.x - bare.x, on.y - bare.y)).toBeGreaterThan(on.lengthMm / 2 + 5);
    expect(on.lengthMm).toBeCloseTo(bare.lengthMm, 6);
  });

  it('a weave begins where two stretches lie along each other, and no further', () => {
    // Two uprights 3 mm apart for 30 mm, that part in bows above.
    const half = (id: string, side: 1 | -1) =>
      newPath(
        id,
        [
          { x: side * 1.5, y: 60 },
          { x: side * 1.5, y: 30 },
          { x: side * 18, y: 15, bulge: side * -0.6 },
          { x: side * 6, y: 0 },
        ],
        false,
      );
    const piece: Piece = { ...newPiece('p', '', ''), paths: [half('a', -1), half('b', 1)] };
    const own = planPiece(piece);
    const { on, to } = firstPlace(piece, own, 0, 'weave');
    expect(on.lengthMm).toBeGreaterThan(15);
    expect(on.lengthMm).toBeLessThan(26);
    expect([on.x, to.x]).toEqual([expect.closeTo(-1.5, 1), expect.closeTo(1.5, 1)]);
    expect(on.y).toBeCloseTo(to.y, 0);
    const item = newDressItem('weave', 'd1', on, to, { frameMm: own.diameterMm });
    const [dressed] = dressPiece({ ...piece, dressing: [item] }, own).items;
    // It was woven across the whole figure before: some metre and a half.
    expect(dressed!.wires[0]!.cutMm).toBeLessThan(900);
  });

  it('an end that is led on first wraps its own wire 12 mm back; a closed wire has none', () => {
    const bar = newPath(
      'b',
      [
        { x: 0, y: 0 },
        { x: 60, y: 0 },
      ],
      false,
    );
    const own = planPiece({ ...newPiece('p', '', ''), paths: [bar] });
    expect(endPlaces(own, 0, 'start')).toMatchObject({ on: { x: 0 }, to: { x: 12 } });
    expect(endPlaces(own, 0, 'end')).toMatchObject({ on: { x: 60 }, to: { x: 48 } });
    expect(endPlaces(planPiece(RING), 0, 'end')).toBeNull();
  });

  it('without a wire it is the middle of nothing', () => {
    const empty = newPiece('p', '', '');
    expect(firstPlace(empty, planPiece(empty), 0, 'coil').on).toEqual({ x: 0, y: 0, lengthMm: 0 });
  });
});
