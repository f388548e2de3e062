import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEFAULT_KIT, insideFromTool } from '../forming';
import { nearestOn } from '../geometry';
import { newPath, newPiece, nodesOf, type Piece } from '../piece';
import { radiusError } from '../strip';
import { formBlind } from '../strip/blindBender';
import { drawnAs, type Move } from '../strip/turnFigures';
import { planPiece, type Bench, type WirePlan } from '.';

const D = 1;
const pieceOf = (moves: readonly Move[], change: Partial<Piece> = {}): Piece => ({
  ...newPiece('p', 'Beside', ''),
  wire: { metal: 'copper', temper: 'dead-soft', diameterMm: D },
  paths: [newPath('w', nodesOf(drawnAs(moves, 'arcs')), false)],
  ...change,
});
const planned = (
  moves: readonly Move[],
  bench: Bench = {},
  change: Partial<Piece> = {},
): WirePlan => planPiece(pieceOf(moves, change), bench).wires[0]!;

/** The moves out, turned back, and the same way home. */
const outAndBack = (moves: readonly Move[]): Move[] => [
  ...moves,
  { corner: Math.PI },
  ...[...moves].reverse().map((m): Move => {
    if ('corner' in m) return { corner: -m.corner };
    return 'turn' in m ? { ...m, turn: -m.turn } : m;
  }),
];

const DEG = Math.PI / 180;
const degrees = (low: number, high: number): fc.Arbitrary<number> =>
  fc
    .tuple(fc.integer({ min: low, max: high }), fc.boolean())
    .map(([a, left]) => (left ? -a : a) * DEG);
const run = fc.integer({ min: 9, max: 20 }).map((mm): Move => ({ run: mm }));
const curve = fc
  .tuple(fc.integer({ min: 5, max: 20 }), degrees(20, 150))
  .map(([radius, turn]): Move => ({ radius, turn }));
const corner = degrees(20, 100).map((turn): Move => ({ corner: turn }));

/** How far apart the two legs lie once formed from the list alone: at places along the way home. */
function gaps(wire: WirePlan): number[] {
  const fold = wire.bends.find((b) => b.kind === 'fold')!;
  const points = formBlind(wire.bends, wire.developedMm);
  let at = 0;
  const placed = points.map((p, i) => {
    const before = points[i - 1];
    if (before) at += Math.hypot(p.x - before.x, p.y - before.y);
    return { p, at };
  });
  const out = placed.filter((q) => q.at <= fold.startMm);
  return placed
    .filter((q) => q.at > fold.endMm + D && q.at < wire.developedMm - 2 * D)
    .map(({ p, at: home }) => {
      const there = fold.startMm - (home - fold.endMm);
      const near = out.filter((q) => Math.abs(q.at - there) < 6 * D).map((q) => q.p);
      const chords = near.slice(1).map((to, i) => ({ type: 'line', from: near[i]!, to }) as const);
      return Math.min(...chords.map((c) => nearestOn(c, p).distance));
    });
}

describe('passes side by side', () => {
  it('of a line bent back over itself lie along each other when they are formed from the list', () => {
    fc.assert(
      fc.property(fc.array(fc.oneof(run, curve), { minLength: 1, maxLength: 4 }), (moves) => {
        // Further round the legs meet themselves, and more than two lie in one place.
        fc.pre(moves.reduce((sum, m) => sum + ('turn' in m ? Math.abs(m.turn) : 0), 0) < 5);
        const found = gaps(planned(outAndBack([{ run: 9 }, ...moves])));
        expect(Math.max(...found)).toBeLessThan(1.05 * D);
        expect(Math.min(...found)).toBeGreaterThan(0.95 * D);
      }),
      { numRuns: 40 },
    );
  });

  it('are formed on the tool that leaves the radius of each', () => {
    const moves = outAndBack([{ run: 10 }, { radius: 6, turn: 2 }, { run: 10 }]);
    const { bends, stock } = planned(moves, { kit: DEFAULT_KIT });
    for (const b of bends.filter((b) => b.kind === 'curve' && b.tool)) {
      const left = insideFromTool(b.tool!.diameterMm, stock) / 2;
      const off = radiusError(left - b.insideRadiusMm, Math.abs(b.angleRad));
      expect(Math.abs(off)).toBeLessThan(0.051);
    }
    expect(bends.filter((b) => b.kind === 'curve' && b.tool)).not.toEqual([]);
  });

  it('go round a corner as both are pressed together, the outer one as sharp as the inner', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(corner, run), { minLength: 1, maxLength: 3 }), (moves) => {
        const wire = planned(outAndBack([{ run: 9 }, ...moves.flat()]));
        const found = gaps(wire);
        const sharpest = Math.max(
          ...wire.bends.map((b) => (b.kind === 'corner' ? Math.abs(b.angleRad) : 0)),
        );
        expect(Math.max(...found)).toBeLessThan(D / Math.cos(sharpest / 2) + 0.05);
        expect(Math.min(...found)).toBeGreaterThan(0.95 * D);
      }),
      { numRuns: 40 },
    );
  });

  it('take together what the line takes twice, the outer as much more as the inner takes less', () => {
    // A quarter round at 20 mm, out and back in a wire of 1 mm: 20.5 and 19.5 mm at the middle, pi / 2 x 1 apart.
    const wire = planned(outAndBack([{ run: 10 }, { radius: 20, turn: Math.PI / 2 }, { run: 10 }]));
    const [out, fold, home] = wire.bends;
    expect(fold!.kind).toBe('fold');
    const lengths = [out!, home!].map((b) => b.endMm - b.startMm).sort((a, b) => a - b);
    expect(lengths[0]).toBeCloseTo((19.5 * Math.PI) / 2, 3);
    expect(lengths[1]).toBeCloseTo((20.5 * Math.PI) / 2, 3);
    expect(out!.insideRadiusMm + home!.insideRadiusMm).toBeCloseTo(39, 3);
    // Of each run half a wire lies in the fold; its half turn takes pi / 2 x 1.
    expect(wire.developedMm).toBeCloseTo(2 * (20 + (20 * Math.PI) / 2) - 1 + Math.PI / 2, 3);
    const beside = wire.corrections.find((c) => c.id === 'beside')!;
    expect(beside.mm).toBeCloseTo(0, 6);
    // The first leg goes on to the side on which the fold turns back.
    expect(Math.sign(wire.asides[0]!.asideMm)).toBe(-Math.sign(fold!.angleRad));
  });

  it('of a ring that is wound twice are an outer and an inner one', () => {
    const wire = planned([{ run: 12 }, { radius: 15, turn: 4 * Math.PI }, { run: 12 }]);
    const lying = planned(
      [{ run: 12 }, { radius: 15, turn: 4 * Math.PI }, { run: 12 }],
      {},
      {
        doubled: 'over',
      },
    );
    // Over each other both are as drawn.
    expect(lying.corrections.find((c) => c.id === 'beside')!.mm).toBe(0);
    expect(lying.bends.every((b) => Math.abs(b.insideRadiusMm - 14.5) < 0.01)).toBe(true);
    expect(Math.abs(wire.corrections.find((c) => c.id === 'beside')!.mm)).toBeLessThan(0.2);
  });

  it('stay as drawn where they lie over each other, and where a bend is wished over a tool', () => {
    const moves = outAndBack([{ run: 10 }, { radius: 20, turn: 1.5 }, { run: 10 }]);
    const over = planned(moves, {}, { doubled: 'over' });
    const [out, , home] = over.bends;
    expect(out!.insideRadiusMm).toBeCloseTo(19.5, 6);
    expect(home!.insideRadiusMm).toBeCloseTo(19.5, 6);
    const apart = planned(moves).bends.map((b) => b.insideRadiusMm);
    expect(Math.abs(apart[0]! - apart[2]!)).toBeCloseTo(D, 3);
  });
});
