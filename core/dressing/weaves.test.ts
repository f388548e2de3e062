import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import { newDressItem, type DressItem, type DressOf } from '../item';
import { told } from '../words/told.support';
import { bar, dressOne, FRAME, healed, place, ring, thin } from './fixtures/ground';

function weave(more: Partial<DressOf<'weave'>> = {}): DressOf<'weave'> {
  const fresh = newDressItem('weave', 'w', place(50, 0, 30), place(50, 6, 30));
  return { ...fresh, tailMm: 0, thread: thin(0.3), ...more } as DressOf<'weave'>;
}

/** Two straight rails, their middles so far apart. */
const rails = (apart: number) => [bar('a', 100), bar('b', 100, apart)];

/** One eight over an even gap, from the picture of a crossed belt. */
function eight(apart: number, d: number, wraps: number): number {
  const b = (FRAME + d) / 2;
  const tangent = 2 * Math.sqrt((apart / 2) ** 2 - b ** 2);
  const hold = 2 * (Math.PI - Math.acos((2 * b) / apart)) * b;
  const plane = 2 * (hold + tangent + 2 * Math.PI * b * (wraps - 1));
  return Math.hypot(plane, wraps * d);
}

describe('weaving between rails', () => {
  it('takes rows times an eight', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 2, max: 12, noNaN: true }),
        fc.integer({ min: 1, max: 4 }),
        fc.integer({ min: 3, max: 20 }),
        (apart, wraps, rows) => {
          const item = weave({ to: place(50, apart, 30), wraps, rows });
          const d = dressOne(rails(apart), item);
          const fits = Math.min(rows, Math.floor(30 / (wraps * 0.3) + 1e-9));
          expect(d.counts[0]!.count).toBe(fits);
          expect(d.wires[0]!.cutMm).toBeCloseTo(fits * eight(apart, 0.3, wraps), 4);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('more rows than there is room for are said, and filled instead', () => {
    const d = dressOne(rails(6), weave({ rows: 400 }));
    expect(told(d.problems[0]!.message)).toBe('There is room for 50 of 400 rows.');
    const filled = dressOne(rails(6), healed(d, /Fill/));
    expect(filled.problems).toEqual([]);
    expect(filled.counts[0]!.count).toBe(50);
  });

  it('the shorter stretch decides', () => {
    const d = dressOne(rails(6), weave({ to: place(50, 6, 12) }));
    expect(d.counts[0]!.count).toBe(20);
  });

  it('a gap that the wire does not pass is said with its width, and thinner wire heals it', () => {
    const d = dressOne(rails(1.2), weave({ to: place(50, 1.2, 30) }));
    expect(told(d.problems[0]!.message)).toContain('closes to 0.20 mm');
    expect(dressOne(rails(1.2), healed(d, /Weave with/)).problems).toEqual([]);
  });

  it('drawn backwards the second rail is turned round', () => {
    const back = {
      ...bar('b', 100, 6),
      nodes: [
        { x: 100, y: 6 },
        { x: 0, y: 6 },
      ],
    };
    const straight = dressOne(rails(6), weave());
    const turned = dressOne([bar('a', 100), back], weave());
    expect(turned.wires[0]!.cutMm).toBeCloseTo(straight.wires[0]!.cutMm, 6);
  });

  it('each side has as many wraps as the other', () => {
    const d = dressOne(rails(6), weave({ wraps: 3, rows: 10 }));
    expect(told(d.notes[0])).toContain('Equal wraps on both sides: 30 each.');
    const [mark] = d.marks;
    if (mark?.kind !== 'wire') throw new Error('no wire');
    const middles = mark.runs.map(([a, b]) => (a!.y + b!.y) / 2);
    expect(middles.filter((y) => Math.abs(y) < 0.5)).toHaveLength(30);
    expect(middles.filter((y) => Math.abs(y - 6) < 0.5)).toHaveLength(30);
  });

  it('over a wedge the rows grow from end to end', () => {
    const slant = {
      ...bar('b', 100),
      nodes: [
        { x: 0, y: 2 },
        { x: 100, y: 12 },
      ],
    };
    const item = weave({ to: place(50, 7, 30) });
    const d = dressOne([bar('a', 100), slant], item);
    const mean = d.wires[0]!.cutMm / d.counts[0]!.count;
    expect(mean).toBeGreaterThan(eight(5.5, 0.3, 2));
    expect(mean).toBeLessThan(eight(8.6, 0.3, 2));
  });
});

describe('lacing', () => {
  const lace = (points: number, apart: number): DressItem =>
    ({
      ...newDressItem('lacing', 'l', place(50, 0, 40), place(50, apart, 40)),
      points,
      tailMm: 0,
      thread: thin(0.3),
    }) as DressItem;

  test.each([
    [2, 5],
    [5, 5],
    [9, 12],
  ])('%i places a side, %i mm apart, by hand', (points, apart) => {
    const d = dressOne(rails(apart), lace(points, apart));
    const straight = points * apart + (points - 1) * Math.hypot(apart, 40 / (points - 1));
    const round = points * Math.hypot(Math.PI * 1.3, 0.3);
    expect(d.wires[0]!.cutMm).toBeCloseTo(straight + round, 6);
    expect(d.counts[0]!.count).toBe(2 * points);
  });
});

describe('nets in a frame', () => {
  const net = (more: Partial<DressOf<'net'>> = {}): DressItem =>
    ({
      ...newDressItem('net', 'n', place(0, 0), place(0, 0)),
      tailMm: 0,
      thread: thin(0.3),
      spokeMm: 0.8,
      ...more,
    }) as DressItem;

  it('rounds push outwards by the wraps until the outside is reached', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 3, max: 16 }),
        fc.integer({ min: 1, max: 3 }),
        fc.double({ min: 4, max: 14, noNaN: true }),
        (spokes, wraps, outerMm) => {
          const d = dressOne([ring('r', 20)], net({ spokes, wraps, outerMm }));
          expect(d.counts[0]!.count).toBe(Math.ceil((outerMm - 2) / (wraps * 0.3) - 1e-6));
        },
      ),
      { numRuns: 30 },
    );
  });

  it('in a ring all spokes are alike and reach it', () => {
    const d = dressOne([ring('r', 20)], net({ spokes: 8 }));
    const spokes = d.wires.filter((w) => w.role === 'spoke');
    expect(spokes).toHaveLength(1);
    expect(spokes[0]).toMatchObject({ count: 8 });
  });

  it('off the middle they differ, and the nearest side decides where it must stop', () => {
    const d = dressOne([ring('r', 20)], net({ on: place(8, 0), spokes: 6, outerMm: 13 }));
    expect(d.problems[0]!.refused).toBe(true);
    const fits = dressOne([ring('r', 20)], healed(d, /Stop at/));
    expect(fits.problems).toEqual([]);
    expect(fits.wires.filter((w) => w.role === 'spoke').length).toBeGreaterThan(1);
    expect(fits.wires.filter((w) => w.role === 'spoke').reduce((n, w) => n + w.count, 0)).toBe(6);
  });

  it('the outside must lie outside', () => {
    const d = dressOne([ring('r', 20)], net({ innerMm: 6, outerMm: 5 }));
    expect(d.problems.some((p) => p.refused)).toBe(true);
  });
});
