import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { newPath, newPiece, type Piece } from '../piece';
import type { DressItem } from '../item';
import { alongBlank, alongFigure, nearestWire, planPiece } from '.';
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

describe('marks on a blank of which stretches are hammered', () => {
  // Legs of 60 and 60 mm with a corner between, and a loop of 3 mm inside at the first end.
  const [D, LOOP] = [1, Math.PI * 4];
  const bent = (dressing: DressItem[]): Piece => {
    const path = newPath(
      'l',
      [
        { x: 0, y: 0 },
        { x: 60, y: 0 },
        { x: 60, y: 60 },
      ],
      false,
    );
    const start = { kind: 'loop' as const, insideMm: 3, tailMm: 0 };
    return { ...pieceOf(dressing), paths: [{ ...path, start }] };
  };
  const wireOf = (dressing: DressItem[]) => planPiece(bent(dressing)).wires[0]!;
  const before = wireOf([]);

  it('move back behind the stretch, by what it gains', () => {
    const after = wireOf([flat('f', 30, 0)]);
    expect(after.startMm).toBeCloseTo(LOOP, 9);
    expect(after.bends[0]!.fromEndMm).toBeCloseTo(before.bends[0]!.fromEndMm - GAIN, 9);
    expect(after.bends[0]!.stepMm).toBeCloseTo(before.bends[0]!.stepMm - GAIN, 9);
    expect(after.cutMm).toBeCloseTo(before.cutMm - GAIN, 9);
    // Half way along the blank, the part before is shorter by the gain.
    expect(after.bends[0]!.fromMiddleMm).toBeCloseTo(before.bends[0]!.fromMiddleMm - GAIN / 2, 9);
  });

  it('stay where they are before the stretch', () => {
    const after = wireOf([flat('f', 60, 40)]);
    expect(after.bends[0]!.fromEndMm).toBeCloseTo(before.bends[0]!.fromEndMm, 9);
  });

  it('on a closed wire a stretch over the seam goes on at the other end', () => {
    const ring = newPath(
      'r',
      [
        { x: 0, y: 0 },
        { x: 40, y: 0 },
        { x: 40, y: 40 },
        { x: 0, y: 40 },
      ],
      true,
    );
    const round = (x: number, y: number): Piece => ({
      ...pieceOf([flat('f', x, y)]),
      paths: [{ ...ring, seam: { ...ring.seam, at: 0.125 } }],
    });
    const over = planPiece(round(22, 0)).wires[0]!;
    const clear = planPiece(round(20, 40)).wires[0]!;
    expect(over.gains).toHaveLength(2);
    expect(over.cutMm).toBeCloseTo(clear.cutMm, 9);
  });

  it('of two wishes for one place the one that gives more holds', () => {
    const two = wireOf([flat('f', 30, 0), flat('g', 30, 0, { thickMm: 0.9 })]);
    expect(two.cutMm).toBeCloseTo(before.cutMm - GAIN, 9);
  });

  it('places of the figure and of the blank answer to each other', () => {
    const gain = fc.record({
      gap: fc.double({ min: 0, max: 20, noNaN: true }),
      long: fc.double({ min: 0.1, max: 30, noNaN: true }),
      share: fc.double({ min: 0.01, max: 0.6, noNaN: true }),
    });
    const at = fc.double({ min: -5, max: 200, noNaN: true });
    const use = fc.record({ atMm: at, lengthMm: fc.double({ min: 0.5, max: 60, noNaN: true }) });
    const uses = fc.array(use, { maxLength: 4 });
    fc.assert(
      fc.property(fc.array(gain, { maxLength: 4 }), uses, at, at, (list, used, mm, other) => {
        let to = 0;
        const gains = list.map(({ gap, long, share }) => {
          const fromMm = to + gap;
          to = fromMm + long;
          return { fromMm, toMm: to, share };
        });
        const taken = used.map((u) => ({ ...u, name: 'Wraps', itemId: 'a' }));
        taken.sort((a, b) => a.atMm - b.atMm);
        const wire = { startMm: 7 * D, gains, taken };
        expect(alongFigure(wire, alongBlank(wire, mm))).toBeCloseTo(mm, 9);
        expect(alongBlank(wire, Math.max(mm, other))).toBeGreaterThanOrEqual(
          alongBlank(wire, Math.min(mm, other)),
        );
      }),
    );
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
