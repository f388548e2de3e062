import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Vec } from '../geometry';
import { newDressItem, plainBead } from '../item';
import { newPath, type Piece } from '../piece';
import { wireMassG } from '../wire';
import { hungStraight } from './change';
import { circleNodes, openPath, pieceOf, planned } from './fixtures/pieces';
import { hangDressed, type HangState } from './hangDressed';

function hang(piece: Piece): HangState {
  const { plan, dressing } = planned(piece);
  const found = hangDressed(piece, plan, dressing);
  if (!found) throw new Error('nothing hangs');
  return found;
}
const point = (x: number, y: number) => ({ x, y, lengthMm: 0 });
const bead = (x: number, y: number, grams: number) => ({
  ...newDressItem('beads', `b${x}-${y}`, { x, y, lengthMm: 4 }, point(0, 0), { frameMm: 1.024 }),
  beads: [{ ...plainBead('Bead', 4, 'sea', 1.2), grams }],
  count: 1,
});

describe('centre of mass and tilt', () => {
  it('an L hangs by its two legs', () => {
    // Legs of 30 down and 20 across from (0, 0): centre (20*10, 30*15 + 20*30) / 50 = (4, 21).
    const l = hang(pieceOf([openPath('l', [0, 0], [0, 30], [20, 30])]));
    expect(l.places[0]!.by).toBe('top');
    expect(l.center.x).toBeCloseTo(4, 0);
    expect(l.center.y).toBeCloseTo(21, 0);
    expect(l.tiltRad).toBeCloseTo(Math.atan2(4, 21), 1);
    expect(l.bailX).toBeCloseTo(l.center.x, 9);
  });

  it('a ring hangs straight from its top, and by the angle from anywhere else', () => {
    const ring = pieceOf([newPath('r', circleNodes(20, 20, 15), true)]);
    expect(hang(ring).tiltRad).toBeCloseTo(0, 3);
    const aside = hang({ ...ring, hang: { x: 20 + 15 * Math.SQRT1_2, y: 20 - 15 * Math.SQRT1_2 } });
    expect((aside.tiltRad * 180) / Math.PI).toBeCloseTo(-45, 0);
    expect(aside.places[0]!.by).toBe('chosen');
  });

  it('a bead pulls it over by its share of the mass', () => {
    const bar = pieceOf([openPath('b', [0, 0], [40, 0])], { hang: { x: 20, y: 0 } });
    const own = wireMassG('copper', 1.024, 40);
    const heavy = hang({ ...bar, dressing: [bead(30, 0, 1)] });
    expect(heavy.massG).toBeCloseTo(own + 1, 3);
    expect(heavy.center.x).toBeCloseTo((own * 20 + 30) / (own + 1), 1);
    expect(heavy.tiltRad).toBeCloseTo(Math.PI / 2, 1);
  });

  it('an overlap at the seam and a tucked end weigh where they lie', () => {
    const square = pieceOf([
      newPath(
        'q',
        [
          { x: 0, y: 0 },
          { x: 40, y: 0 },
          { x: 40, y: 40 },
          { x: 0, y: 40 },
        ],
        true,
      ),
    ]);
    const [path] = square.paths;
    const seam = { ...path!.seam, join: 'overlap' as const, overlapMm: 16 };
    // The seam half way along the top, as far again as the overlap runs: 16 mm doubled about x = 28.
    const lapped = {
      ...square,
      hang: { x: 20, y: 0 },
      paths: [{ ...path!, seam: { ...seam, at: 0.125 } }],
    };
    const bare = hang({ ...lapped, paths: [{ ...path!, seam: { ...seam, overlapMm: 0 } }] });
    const found = hang(lapped);
    const [own, more] = [bare.massG, wireMassG('copper', 1.024, 16)];
    expect(found.massG).toBeCloseTo(own + more, 6);
    expect(found.center.x).toBeCloseTo((own * bare.center.x + more * 28) / (own + more), 1);
    expect(found.tiltRad).toBeGreaterThan(0.02);

    const tail = { kind: 'tucked' as const, wraps: 5, tailMm: 0 };
    const bar = openPath('b', [0, 0], [40, 0]);
    const tucked = hang(pieceOf([{ ...bar, end: tail }], { hang: { x: 20, y: 0 } }));
    // Five turns round a wire of the same thickness, wound back from the end at x = 40.
    const wound = wireMassG('copper', 1.024, 5 * 2 * Math.PI * 1.024);
    const straight = wireMassG('copper', 1.024, 40);
    expect(tucked.massG).toBeCloseTo(straight + wound, 2);
    const middle = 40 - (5 * 1.024) / 2;
    expect(tucked.center.x).toBeCloseTo((straight * 20 + wound * middle) / (straight + wound), 0);
    expect(tucked.center.x).toBeGreaterThan(25);
  });

  it('of places equally high it hangs from the first, however the numbers round', () => {
    // An inverted L begun on its level stroke: all of that is highest.
    for (const y of [5, 0.1 + 0.2, 1e-13]) {
      const l = hang(pieceOf([openPath('l', [10, y], [40, y], [40, 45])]));
      expect(l.places[0]!.pivot.x).toBeCloseTo(10, 6);
    }
  });

  it('a drop swings free: it pulls where it hangs', () => {
    const bar = pieceOf([openPath('b', [0, 0], [40, 0])], { hang: { x: 20, y: 0 } });
    const on = point(10, 0);
    const found = hang({ ...bar, dressing: [newDressItem('drop', 'd', on, on)] });
    expect(found.center.y).toBeCloseTo(0, 6);
    expect(found.center.x).toBeLessThan(20);
  });

  it('what it hangs from weighs nothing on it, and moves with the choice', () => {
    const ring = pieceOf([newPath('r', circleNodes(20, 20, 15), true)]);
    const on = point(9, 9);
    const jump = { ...newDressItem('finding', 'f', on, on), what: 'jump-ring' as const, grams: 3 };
    const found = hang({ ...ring, dressing: [jump] });
    expect(found.places[0]).toMatchObject({ by: 'finding', itemId: 'f' });
    expect(found.massG).toBeCloseTo(wireMassG('copper', 1.024, 2 * Math.PI * 15), 1);
    expect(found.tiltRad).toBeGreaterThan(0.5);
    const straight = hungStraight({ ...ring, dressing: [jump] }, found)!;
    expect(straight.hang).toBeNull();
    expect(straight.dressing[0]!.on.x).toBeCloseTo(20, 0);
    expect(Math.abs(hang(straight).tiltRad)).toBeLessThan(0.01);
  });

  it('an eye at the end is what it hangs from; one far below is not', () => {
    const stem = openPath('s', [10, 0], [10, 30], [25, 30]);
    const eye = { kind: 'loop' as const, insideMm: 3, tailMm: 0 };
    const above = hang(pieceOf([{ ...stem, start: eye }]));
    expect(above.places[0]!.by).toBe('end');
    expect(above.places[0]!.pivot.y).toBeLessThan(0);
    const below = hang(pieceOf([{ ...stem, end: eye }]));
    expect(below.places[0]!.by).toBe('top');
  });

  it('a chain and a clasp at both sides carry together', () => {
    const line = pieceOf([openPath('w', [0, 0], [20, 6], [40, 0])]);
    const at = (id: string, what: 'chain' | 'clasp', x: number) => ({
      ...newDressItem('finding', id, point(x, 0), point(x, 0)),
      what,
    });
    const found = hang({ ...line, dressing: [at('a', 'chain', 0), at('b', 'clasp', 40)] });
    expect(found.places).toHaveLength(2);
    expect(found.tiltRad).toBe(0);
    expect(hungStraight(line, found)).toBeNull();
  });

  it('nothing hangs without a wire', () => {
    const empty = pieceOf([]);
    const { plan, dressing } = planned(empty);
    expect(hangDressed(empty, plan, dressing)).toBeNull();
  });
});

describe('hanging straight', () => {
  const corner = fc.tuple(fc.integer({ min: 0, max: 12 }), fc.integer({ min: 0, max: 12 }));

  it('moved to where it is told, any figure with beads hangs straight', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(corner, { minLength: 3, maxLength: 8, selector: (c) => c.join() }),
        fc.integer({ min: 0, max: 20 }),
        (points, tenths) => {
          const scaled = points.map(([x, y]): [number, number] => [4 * x, 4 * y]);
          const path = openPath('w', ...scaled);
          const [a, b] = [scaled[0]!, scaled[1]!];
          const dressing = [bead((a[0] + b[0]) / 2, (a[1] + b[1]) / 2, tenths / 10)];
          const piece = pieceOf([path], { dressing });
          const straight = hungStraight(piece, hang(piece));
          fc.pre(straight !== null);
          const after = hang(straight);
          // Hung from just where its mass is, it has no way to swing.
          fc.pre(Math.abs(after.center.y - after.places[0]!.pivot.y) > 0.5);
          expect(Math.abs(Math.sin(after.tiltRad))).toBeLessThan(0.02);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('turned by the tilt, clockwise, the centre of mass lies straight below the hang point', () => {
    const turned = (p: Vec, about: Vec, by: number): Vec => ({
      x: about.x + (p.x - about.x) * Math.cos(by) - (p.y - about.y) * Math.sin(by),
      y: about.y + (p.x - about.x) * Math.sin(by) + (p.y - about.y) * Math.cos(by),
    });
    fc.assert(
      fc.property(
        fc.uniqueArray(corner, { minLength: 3, maxLength: 8, selector: (c) => c.join() }),
        corner,
        (points, [x, y]) => {
          const path = openPath('w', ...points.map(([a, b]): [number, number] => [4 * a, 4 * b]));
          const { center, places, tiltRad } = hang(
            pieceOf([path], { hang: { x: 4 * x, y: 4 * y } }),
          );
          const { pivot } = places[0]!;
          fc.pre(Math.hypot(center.x - pivot.x, center.y - pivot.y) > 0.01);
          const below = turned(center, pivot, tiltRad);
          expect(below.x).toBeCloseTo(pivot.x, 6);
          expect(below.y).toBeGreaterThan(pivot.y);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('is not offered from below: hung there it would turn over', () => {
    // Of an L only the lower leg passes under its centre of mass.
    const l = pieceOf([openPath('l', [0, 0], [0, 30], [20, 30])]);
    expect(hang(l).straightAt).toBeNull();
    expect(hungStraight(l, hang(l))).toBeNull();
  });

  it('a mirrored piece swings as far the other way', () => {
    const l = openPath('l', [0, 0], [0, 30], [20, 30]);
    const m = openPath('l', [40, 0], [40, 30], [20, 30]);
    expect(hang(pieceOf([m])).tiltRad).toBeCloseTo(-hang(pieceOf([l])).tiltRad, 6);
  });
});
