import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bar, dressOne, made, place, ring, thin } from '../dressing/fixtures/ground';
import { newPath } from '../piece';
import { told } from '../words/told.support';
import { lie, plaitFactor } from './kinds/braid';

const apart = (t: number): number => {
  const [a, b] = [lie(t), lie(t + 1 / 3)];
  return Math.hypot(a.side - b.side, a.up - b.up);
};

describe('a braid of three', () => {
  it('has its strands a wire apart, and no further where they touch', () => {
    const all = Array.from({ length: 3_600 }, (_, i) => apart(i / 3_600));
    expect(Math.min(...all)).toBeCloseTo(1, 5);
  });

  it('takes wire as its series says where it is loose: 1 + (pi d / p)^2 (1 + 4 * 3/8)', () => {
    // The mean of half the squared slope: (2 pi d / p)^2 / 4 to the side, (4 pi d / p)^2 (3/8) / 4 up.
    const byHand = 1 + (Math.PI / 200) ** 2 * (1 + 4 * (3 / 8));
    expect(plaitFactor(1, 200)).toBeCloseTo(byHand, 6);
  });

  it('takes as much finely measured as coarsely, and only the share of pitch and wire matters', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.2, max: 1.5, noNaN: true }),
        fc.double({ min: 3, max: 20, noNaN: true }),
        (d, ratio) => {
          const factor = plaitFactor(d, ratio * d);
          expect(plaitFactor(d, ratio * d, 10_000)).toBeCloseTo(factor, 4);
          expect(plaitFactor(2 * d, 2 * ratio * d)).toBeCloseTo(factor, 9);
          expect(plaitFactor(d, 1.1 * ratio * d)).toBeLessThan(factor);
          expect(factor).toBeGreaterThan(1);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('on a straight bar: three strands of the length times the factor, and their tails', () => {
    const item = made('braid', place(30, 0, 20), { pitchMm: 5, tailMm: 10 });
    const { wires, counts, problems, spans } = dressOne([bar('w', 60)], item);
    const d = item.thread.diameterMm;
    expect(wires).toHaveLength(1);
    expect(wires[0]).toMatchObject({ count: 3, tailsMm: 20 });
    expect(wires[0]!.cutMm).toBeCloseTo(20 * plaitFactor(d, 5) + 20, 6);
    // Four pitches, six crossings in each.
    expect(counts).toEqual([{ what: 'crossings', count: 24 }]);
    expect(spans).toEqual([{ wire: 0, fromMm: 20, toMm: 40 }]);
    expect(problems).toEqual([]);
  });

  it('plaited too closely says so, with a pitch that is not', () => {
    const item = made('braid', place(30, 0, 20), { pitchMm: 1 });
    const [problem] = dressOne([bar('w', 60)], item).problems;
    expect(told(problem?.message)).toMatch(/near breaking/);
    const [remedy] = problem!.remedies;
    expect(remedy?.kind).toBe('item');
    if (remedy?.kind === 'item') {
      expect(dressOne([bar('w', 60)], { ...remedy.item, id: 'i' }).problems).toEqual([]);
    }
  });

  it('over a metre at the closest pitch is laid too, at a fixed number of places for each mm', () => {
    const item = made('braid', place(500, 0, 1_000), { pitchMm: 1, tailMm: 0 });
    const { wires, marks } = dressOne([bar('w', 1_000)], item);
    expect(wires[0]!.cutMm).toBeCloseTo(1_000 * plaitFactor(item.thread.diameterMm, 1), 3);
    const points = marks.flatMap((m) => (m.kind === 'wire' ? m.runs.flat() : []));
    // Three strands at most 0.05 mm apart, and one point more where a strand changes its layer.
    expect(points.length).toBeLessThan(3 * 1_000 * (20 + 4) + 10);
  });

  it('inside a bow that is tighter than itself it is refused', () => {
    // An S of two half rings: outside of the first is inside of the second.
    const s = newPath(
      's',
      [
        { x: 0, y: 0, bulge: 1 },
        { x: 2, y: 0, bulge: -1 },
        { x: 4, y: 0 },
      ],
      false,
    );
    const thread = thin(0.5);
    const item = made('braid', place(2, 0, 6), { thread, pitchMm: 5 });
    expect(dressOne([s], item).problems).toMatchObject([{ refused: true }]);
    const wide = ring('w', 20);
    expect(dressOne([wide], { ...item, on: place(0, 20, 30) }).problems).toEqual([]);
  });
});
