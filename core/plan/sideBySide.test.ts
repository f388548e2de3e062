import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  applyAffine,
  compose,
  distance,
  nearestOn,
  rotation,
  translation,
  type Vec,
} from '../geometry';
import { mapPaths, newPath, newPiece, type FigurePath, type Piece } from '../piece';
import { formedLine, planPiece, type Plan } from './index';

const piece = (paths: FigurePath[], change: Partial<Piece> = {}): Piece => ({
  ...newPiece('p', 'Beside', '2026-01-01T00:00:00.000Z'),
  wire: { metal: 'copper', temper: 'dead-soft', diameterMm: 1 },
  paths,
  ...change,
});
const ROUTE = { wires: 1, bridge: false, start: null, end: null, rules: [], ends: [] };

/**
 * A bar with teeth down from it: one wire runs all but one of them twice. What is left of the bar
 * beyond the last tooth, and what each tooth is longer than a whole number, differ so that no two ways to run
 * it are equally long: of such the one whose end lies nearer to the top is taken.
 */
function comb(teeth: readonly { at: number; long: number }[]): FigurePath[] {
  const last = Math.max(...teeth.map((t) => t.at)) + 10.37;
  return [
    newPath(
      'bar',
      [
        { x: 0, y: 0 },
        { x: last, y: 0 },
      ],
      false,
    ),
    ...teeth.map((t, i) =>
      newPath(
        `t${i}`,
        [
          { x: t.at, y: 0 },
          { x: t.at, y: t.long },
        ],
        false,
      ),
    ),
  ];
}
const MORE_MM = [0.21, 0.47, 0.83, 0.13, 0.61];
const tooth = fc.integer({ min: 8, max: 25 });
const teeth = fc
  .array(tooth, { minLength: 1, maxLength: 5 })
  .map((longs) => longs.map((long, i) => ({ at: 12 * (i + 1), long: long + MORE_MM[i]! })));

/** Every place where two passes run along each other nearer than a wire, by sampling. */
function tooNear(plan: Plan, diameterMm: number): number {
  const lines = plan.wires.map((w) => formedLine(w));
  let count = 0;
  lines.forEach((a, i) => {
    lines.forEach((b, j) => {
      a.points.forEach((p, n) => {
        if (n % 3 !== 0) return;
        b.points.slice(1).forEach((q, m) => {
          const from = b.points[m]!;
          if (i === j && Math.abs(a.s[n]! - b.s[m]!) < 6 * diameterMm) return;
          const chord = { type: 'line', from, to: q } as const;
          const near = nearestOn(chord, p).distance;
          // Ends of teeth and places where passes part are not along each other.
          const along = distance(from, q) < 1 && inTooth(p) && inTooth(q);
          if (along && near < 0.9 * diameterMm) count++;
        });
      });
    });
  });
  return count;
}
const inTooth = (p: Vec): boolean => p.y > 3 && p.y < 6;

describe('passes of a doubled line', () => {
  it('lie a wire apart over all of it', () => {
    fc.assert(
      fc.property(teeth, (list) => {
        const plan = planPiece(piece(comb(list), { route: ROUTE }));
        expect(tooNear(plan, 1)).toBe(0);
        const doubled = plan.wires[0]!.asides.reduce((sum, a) => sum + a.toMm - a.fromMm, 0);
        // Both passes of each doubled tooth, but for the corners where they part.
        const wanted = 2 * plan.route!.doubledMm;
        expect(doubled).toBeGreaterThan(wanted - 6 * list.length);
        expect(doubled).toBeLessThan(wanted + 8 * list.length);
      }),
      { numRuns: 30 },
    );
  });

  it('lie in the same places when the figure is turned and moved', () => {
    fc.assert(
      fc.property(
        teeth,
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.integer({ min: -50, max: 50 }),
        (list, turn, x) => {
          const map = compose(translation(x, 7), rotation(turn));
          const plain = planPiece(
            piece(comb(list), { route: { ...ROUTE, start: { x: 0, y: 0 } } }),
          );
          const start = applyAffine(map, { x: 0, y: 0 });
          const turned = planPiece(
            piece(mapPaths(comb(list), map), { route: { ...ROUTE, start } }),
          );
          expect(turned.wires[0]!.developedMm).toBeCloseTo(plain.wires[0]!.developedMm, 3);
          expect(turned.wires[0]!.asides).toHaveLength(plain.wires[0]!.asides.length);
          turned.wires[0]!.asides.forEach((a, i) => {
            const b = plain.wires[0]!.asides[i]!;
            expect(Math.abs(a.fromMm - b.fromMm)).toBeLessThan(1.3);
            expect(Math.abs(a.asideMm)).toBeCloseTo(Math.abs(b.asideMm), 3);
          });
        },
      ),
      { numRuns: 30 },
    );
  });

  it('two wires drawn on one line share its two sides', () => {
    const paths = [
      newPath(
        'a',
        [
          { x: 0, y: 0 },
          { x: 30, y: 0 },
        ],
        false,
      ),
      newPath(
        'b',
        [
          { x: 30, y: 0 },
          { x: 0, y: 0 },
        ],
        false,
      ),
    ];
    const plan = planPiece(piece(paths));
    const heights = plan.wires.map((w) => formedLine(w).points[3]!.y);
    expect(Math.abs(heights[0]! - heights[1]!)).toBeCloseTo(1, 6);
    expect(heights[0]! + heights[1]!).toBeCloseTo(0, 6);
  });

  it('lines drawn a little apart keep their sides and end up a wire apart', () => {
    const paths = [
      newPath(
        'a',
        [
          { x: 0, y: 0 },
          { x: 30, y: 0 },
        ],
        false,
      ),
      newPath(
        'b',
        [
          { x: 0, y: 0.3 },
          { x: 30, y: 0.3 },
        ],
        false,
      ),
    ];
    const [a, b] = planPiece(piece(paths)).wires.map((w) => formedLine(w).points[3]!.y);
    expect(a).toBeCloseTo(-0.35, 2);
    expect(b).toBeCloseTo(0.65, 2);
  });

  it('lengths and marks are those of the drawn line', () => {
    const there = [
      { x: 0, y: 0 },
      { x: 30, y: 0 },
      { x: 0, y: 0 },
    ];
    const bow = [
      { x: 0, y: 0 },
      { x: 30, y: 0 },
      { x: 0, y: 4 },
    ];
    const [back, open] = [there, bow].map(
      (nodes) => planPiece(piece([newPath('a', nodes, false)])).wires[0]!,
    );
    expect(back!.asides).toHaveLength(1);
    expect(open!.asides).toHaveLength(0);
    // 60 mm there and back; a fold gives up a wire and takes half a turn of half a wire.
    expect(back!.developedMm).toBeCloseTo(60 - 1 + Math.PI / 2, 6);
    expect(back!.bends.map((b) => b.kind)).toEqual(['fold']);
  });

  it('thin and thick wire lie as far apart as they are thick', () => {
    for (const diameterMm of [0.4, 0.8, 1.6, 2.5]) {
      const wire = { metal: 'copper', temper: 'dead-soft', diameterMm } as const;
      const there = newPath(
        'a',
        [
          { x: 0, y: 0 },
          { x: 60, y: 0 },
          { x: 0, y: 0 },
        ],
        false,
      );
      const plan = planPiece(piece([there], { wire }));
      const ys = formedLine(plan.wires[0]!)
        .points.filter((p) => p.x > 10 && p.x < 50)
        .map((p) => p.y);
      expect(Math.max(...ys) - Math.min(...ys)).toBeCloseTo(diameterMm, 6);
    }
  });
});

describe('passes that lie over each other', () => {
  /** Rays run out and back from a line, 12 mm apart. */
  const rays = (longs: readonly number[]): FigurePath =>
    newPath(
      'r',
      [
        { x: 0, y: 0 },
        ...longs.flatMap((long, i) => [
          { x: 12 * (i + 1), y: 0 },
          { x: 12 * (i + 1), y: long },
          { x: 12 * (i + 1), y: 0 },
        ]),
        { x: 12 * (longs.length + 1), y: 0 },
      ],
      false,
    );
  const longs = fc.array(fc.integer({ min: 8, max: 20 }), { minLength: 1, maxLength: 4 });

  it('are one wire wide and two thick, and as long as they are drawn', () => {
    fc.assert(
      fc.property(longs, (list) => {
        const [over, beside] = (['over', 'beside'] as const).map((doubled) =>
          planPiece(piece([rays(list)], { doubled })),
        );
        expect(over!.wires[0]!.asides).toEqual([]);
        expect(beside!.wires[0]!.asides.length).toBeGreaterThan(0);
        expect(over!.wires[0]!.developedMm).toBeCloseTo(beside!.wires[0]!.developedMm, 9);
        expect(over!.doubled.filter((s) => s.lie === 'over' && s.passes === 2)).toHaveLength(
          2 * list.length,
        );
        for (const s of over!.doubled) expect(s.thickMm).toBe(2);
        for (const s of beside!.doubled) expect(s.passes).toBe(1);
      }),
      { numRuns: 20 },
    );
  });

  it('may be so at single places, and otherwise beside', () => {
    const doubledAt = [{ x: 12, y: 6, lie: 'over' as const }];
    const plan = planPiece(piece([rays([12, 12])], { doubledAt }));
    const over = plan.doubled.filter((s) => s.lie === 'over');
    expect(over).toHaveLength(2);
    for (const s of over) expect(s.at.x).toBeCloseTo(12, 1);
    // The other ray lies a wire aside.
    const turned = planPiece(
      piece([rays([12, 12])], { doubled: 'over', doubledAt: [{ x: 24, y: 6, lie: 'beside' }] }),
    );
    expect(turned.wires[0]!.asides.map((a) => a.asideMm)).toEqual(
      plan.wires[0]!.asides.map((a) => a.asideMm),
    );
  });

  it('change their sides at single places where that is wished, the rest stays', () => {
    fc.assert(
      fc.property(longs, fc.integer({ min: 0, max: 3 }), (list, at) => {
        const k = at % list.length;
        const doubledAt = [{ x: 12 * (k + 1), y: list[k]! / 2, lie: 'swapped' as const }];
        const [bare, swapped] = [[], doubledAt].map((wishes) =>
          planPiece(piece([rays(list)], { doubledAt: wishes })),
        );
        const asides = (plan: Plan): number[] =>
          plan.doubled.map((s) => {
            const own = plan.wires[s.wire]!.asides.find(
              (a) => a.fromMm <= s.fromMm + 3 && a.toMm >= s.toMm - 3,
            );
            return own?.asideMm ?? 0;
          });
        const isThere = (i: number): boolean =>
          bare!.doubled[i]!.at.x > 12 * k + 6 && bare!.doubled[i]!.at.x < 12 * k + 18;
        asides(swapped!).forEach((mm, i) => {
          const before = asides(bare!)[i]!;
          expect(Math.abs(before)).toBeCloseTo(0.5, 2);
          expect(mm).toBeCloseTo(isThere(i) ? -before : before, 6);
        });
        expect(swapped!.wires[0]!.cutMm).toBe(bare!.wires[0]!.cutMm);
      }),
      { numRuns: 20 },
    );
  });

  it('have one of each two in front, the later or the earlier', () => {
    const two = [
      newPath('a', [{ x: 0, y: 0 }, { x: 30, y: 0 }], false), // prettier-ignore
      newPath('b', [{ x: 0, y: 0 }, { x: 30, y: 0 }], false), // prettier-ignore
    ];
    for (const [lie, front] of [
      ['over', 1],
      ['under', 0],
    ] as const) {
      const plan = planPiece(piece(two, { doubled: lie }));
      expect(plan.doubled.filter((s) => s.inFront).map((s) => s.wire)).toEqual([front]);
      expect(plan.doubled.every((s) => s.passes === 2)).toBe(true);
      const ray = planPiece(piece([rays([12])], { doubled: lie }));
      const [first, second] = ray.doubled;
      expect([first!.inFront, second!.inFront]).toEqual([front === 0, front === 1]);
    }
    expect(planPiece(piece(two)).doubled.some((s) => s.inFront)).toBe(false);
  });

  it('of three runs along one line are three thick', () => {
    const there = newPath(
      'a',
      [
        { x: 0, y: 0 },
        { x: 30, y: 0 },
        { x: 0, y: 0 },
        { x: 30, y: 0 },
      ],
      false,
    );
    const plan = planPiece(piece([there], { doubled: 'over' }));
    expect(Math.max(...plan.doubled.map((s) => s.passes))).toBe(3);
    expect(Math.max(...plan.doubled.map((s) => s.thickMm))).toBe(3);
  });
});
