import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { chordsOf, forPairs } from './chordGrid';
import {
  distance,
  findCrossings,
  findMeetings,
  findTouches,
  mix,
  pointAt,
  type MeasuredLine,
  type Vec,
} from './index';

/** A polyline with positions as lengths along it. */
function measured(points: readonly Vec[], closed = false): MeasuredLine {
  const s = [0];
  points.slice(1).forEach((p, i) => s.push(s[i]! + distance(points[i]!, p)));
  return { points, s, closed };
}
const place = fc.record({
  x: fc.integer({ min: -30, max: 30 }),
  y: fc.integer({ min: -30, max: 30 }),
});
const drawing = fc
  .array(fc.array(place, { minLength: 2, maxLength: 6 }), { minLength: 1, maxLength: 5 })
  .map((lines) =>
    lines
      .map((l) => l.filter((p, i) => i === 0 || distance(p, l[i - 1]!) > 0.5))
      .filter((l) => l.length > 1)
      .map((l) => measured(l)),
  );
const WISH = { reachMm: 0.4, angleRad: 0.1, apartMm: 2.5 };

describe('pairs of chords that share a cell', () => {
  it('are visited once, and no two that meet are left out', () => {
    fc.assert(
      fc.property(drawing, (lines) => {
        const chords = chordsOf(lines);
        const seen = new Map<string, number>();
        forPairs(chords, (later, earlier) => {
          expect(later.id).toBeGreaterThan(earlier.id);
          const key = `${later.id} ${earlier.id}`;
          seen.set(key, (seen.get(key) ?? 0) + 1);
        });
        expect([...seen.values()].every((n) => n === 1)).toBe(true);
        for (const p of chords) {
          for (const q of chords.slice(0, p.id)) {
            if (meets(p.a, p.b, q.a, q.b)) expect(seen.has(`${p.id} ${q.id}`)).toBe(true);
          }
        }
      }),
    );
  });
});

/** Whether two segments cross at an inner point of both. */
function meets(a: Vec, b: Vec, c: Vec, d: Vec): boolean {
  const side = (p: Vec, q: Vec, r: Vec): number =>
    Math.sign((q.x - p.x) * (r.y - p.y) - (q.y - p.y) * (r.x - p.x));
  return side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0;
}

describe('meetings of lines', () => {
  it('hold the same crossings as a search for crossings alone', () => {
    fc.assert(
      fc.property(drawing, (lines) => {
        expect(findMeetings(lines, 0.5, WISH).crossings).toEqual(findCrossings(lines, 0.5));
      }),
    );
  });

  it('are as many as pairs of chords that cross, where no three meet in one place', () => {
    fc.assert(
      fc.property(drawing, (lines) => {
        const chords = chordsOf(lines);
        const places: Vec[] = [];
        for (const p of chords) {
          for (const q of chords.slice(0, p.id)) {
            const near = p.line === q.line && Math.abs(p.index - q.index) < 2;
            if (!near && meets(p.a, p.b, q.a, q.b)) places.push(crossing(p.a, p.b, q.a, q.b));
          }
        }
        const apart = places.every((p, i) => places.slice(0, i).every((q) => distance(p, q) > 0.2));
        const inside = places.every((p) =>
          lines.every((l) => l.points.every((q) => distance(p, q) > 0.2)),
        );
        fc.pre(apart && inside);
        const found = findCrossings(lines, 1e-6).map((c) => c.at);
        for (const p of places) {
          expect(Math.min(...found.map((q) => distance(p, q)), Infinity)).toBeLessThan(1e-6);
        }
      }),
    );
  });

  it('a line beside another is found over all of its length, whichever way it runs', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.double({ min: 0, max: 6.3, noNaN: true }),
        fc.double({ min: 5, max: 60, noNaN: true }),
        fc.double({ min: -0.35, max: 0.35, noNaN: true }),
        fc.boolean(),
        (x, turn, length, aside, back) => {
          const [u, v] = [Math.cos(turn), Math.sin(turn)];
          const a = { x, y: 2 * x };
          const b = { x: x + u * length, y: 2 * x + v * length };
          const moved = [a, b].map((p) => ({ x: p.x - v * aside, y: p.y + u * aside }));
          const lines = [measured([a, b]), measured(back ? moved.reverse() : moved)];
          const { alongside } = findMeetings(lines, 1, WISH);
          for (const line of [0, 1]) {
            const own = alongside.filter((s) => s.line === line);
            expect(own).toHaveLength(1);
            expect(own[0]!.fromMm).toBeCloseTo(0, 6);
            expect(own[0]!.toMm).toBeCloseTo(length, 6);
          }
        },
      ),
    );
  });

  it('lines that cross, lie further off, or follow each other are not alongside', () => {
    const line = (...p: [number, number][]): MeasuredLine =>
      measured(p.map(([x, y]) => ({ x, y })));
    const beside = (...lines: MeasuredLine[]) => findMeetings(lines, 1, WISH).alongside;
    expect(beside(line([0, 0], [20, 0]), line([10, -5], [10, 5]))).toEqual([]);
    expect(beside(line([0, 0], [20, 0]), line([0, 1], [20, 1]))).toEqual([]);
    expect(beside(line([0, 0], [10, 0], [20, 0], [30, 0]))).toEqual([]);
    expect(beside(line([0, 0], [10, 0]), line([10, 0], [20, 0]))).toEqual([]);
  });

  it('a line drawn there and back lies along itself', () => {
    const [stretch] = findMeetings(
      [
        measured([
          { x: 0, y: 0 },
          { x: 20, y: 0 },
          { x: 0, y: 0 },
        ]),
      ],
      1,
      WISH,
    ).alongside;
    expect(stretch).toMatchObject({ line: 0, fromMm: 0, toMm: 40 });
  });
});

const crossing = (a: Vec, b: Vec, c: Vec, d: Vec): Vec => {
  const [ux, uy, vx, vy] = [b.x - a.x, b.y - a.y, d.x - c.x, d.y - c.y];
  const t = ((c.x - a.x) * vy - (c.y - a.y) * vx) / (ux * vy - uy * vx);
  return pointAt({ type: 'line', from: a, to: b }, t);
};

describe('touches', () => {
  it('are the chords within reach of a point, as testing each chord says', () => {
    fc.assert(
      fc.property(drawing, fc.array(place, { maxLength: 8 }), (lines, points) => {
        const reach = 1.5;
        const found = findTouches(lines, points, reach);
        points.forEach((p, i) => {
          const wanted = chordsOf(lines).filter((c) => nearest(c.a, c.b, p) <= reach - 1e-9);
          const got = new Set(found[i]!.map((t) => `${t.line} ${t.chord}`));
          for (const c of wanted) expect(got.has(`${c.line} ${c.index}`)).toBe(true);
          for (const t of found[i]!) expect(t.distance).toBeLessThanOrEqual(reach);
        });
      }),
    );
  });
});

function nearest(a: Vec, b: Vec, p: Vec): number {
  let best = Infinity;
  for (let i = 0; i <= 400; i++) best = Math.min(best, distance(mix(a, b, i / 400), p));
  return best;
}
