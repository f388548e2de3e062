import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { newPath, newPiece, type DressItem, type Piece } from '../piece';
import { nearestWire, planPiece } from '.';
import type { MeasuredLine } from '../geometry';

const BAR = (id: string, y: number) =>
  newPath(
    id,
    [
      { x: 0, y },
      { x: 80, y },
    ],
    false,
  );
const flat = (id: string, x: number, y: number, more: object = {}): DressItem => ({
  id,
  kind: 'flatten',
  on: { x, y, lengthMm: 20 },
  thickMm: 0.7,
  spread: 0.8,
  ahead: true,
  ...more,
});
const pieceOf = (dressing: DressItem[]): Piece => ({
  ...newPiece('p', '', ''),
  wire: { metal: 'copper', temper: 'dead-soft', diameterMm: 1 },
  paths: [BAR('a', 0), BAR('b', 30)],
  dressing,
});
const cuts = (piece: Piece): number[] => planPiece(piece).wires.map((w) => w.cutMm);
const GAIN = 20 * (1 - 0.7 ** 0.2);

describe('what hammering gains', () => {
  const bare = cuts(pieceOf([]));

  it('shortens only the wire it lies on', () => {
    const now = cuts(pieceOf([flat('f', 40, 30)]));
    expect(now[0]).toBe(bare[0]);
    expect(bare[1]! - now[1]!).toBeCloseTo(GAIN, 9);
  });

  it('two stretches add up and are counted', () => {
    const plan = planPiece(pieceOf([flat('f', 20, 0), flat('g', 60, 0)]));
    const part = plan.wires[0]!.parts.find((p) => p.id === 'hammering')!;
    expect(part).toMatchObject({ count: 2 });
    expect(part.lengthMm).toBeCloseTo(-2 * GAIN, 9);
    // It stands before the reserve, so that the list still ends with that.
    expect(plan.wires[0]!.parts.at(-1)!.id).toBe('reserve');
  });

  it('not wished ahead it changes nothing', () => {
    expect(cuts(pieceOf([flat('f', 40, 0, { ahead: false })]))).toEqual(bare);
    expect(cuts(pieceOf([flat('f', 40, 0, { thickMm: 1 })]))).toEqual(bare);
  });

  it('cannot gain more than the whole wire does', () => {
    const long = { on: { x: 40, y: 0, lengthMm: 900 } };
    const now = cuts(pieceOf([flat('f', 40, 0, long)]));
    expect(bare[0]! - now[0]!).toBeCloseTo(80 * (1 - 0.7 ** 0.2), 9);
  });
});

describe('the nearest place of the wires', () => {
  const lines: MeasuredLine[] = [
    {
      points: [
        { x: 0, y: 0 },
        { x: 10, y: 0 },
        { x: 10, y: 10 },
      ],
      s: [0, 10, 20],
      closed: false,
    },
    {
      points: [
        { x: 0, y: 20 },
        { x: 20, y: 20 },
      ],
      s: [0, 20],
      closed: false,
    },
  ];

  it('by hand', () => {
    expect(nearestWire(lines, { x: 4, y: -3 })).toEqual({
      wire: 0,
      mm: 4,
      at: { x: 4, y: 0 },
      farMm: 3,
    });
    expect(nearestWire(lines, { x: 12, y: 6 })).toMatchObject({ wire: 0, mm: 16, farMm: 2 });
    expect(nearestWire(lines, { x: 30, y: 20 })).toMatchObject({ wire: 1, mm: 20, farMm: 10 });
    expect(nearestWire([], { x: 0, y: 0 })).toBeNull();
  });

  it('no point of a line is nearer', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -20, max: 40, noNaN: true }),
        fc.double({ min: -20, max: 40, noNaN: true }),
        (x, y) => {
          const foot = nearestWire(lines, { x, y })!;
          for (const { points } of lines) {
            points.slice(1).forEach((b, i) => {
              const a = points[i]!;
              for (let t = 0; t <= 1; t += 0.05) {
                const far = Math.hypot(a.x + (b.x - a.x) * t - x, a.y + (b.y - a.y) * t - y);
                expect(far).toBeGreaterThanOrEqual(foot.farMm - 1e-9);
              }
            });
          }
        },
      ),
      { numRuns: 40 },
    );
  });
});
