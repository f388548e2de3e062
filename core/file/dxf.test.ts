import DxfParser from 'dxf-parser';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { pathLength, type Path } from '../geometry';
import { newPath, newPiece, nodesOf, type Piece } from '../piece';
import { formedShapes, planPiece } from '../plan';
import { drawAs, knownFigure } from '../strip/knownFigures';
import { wiresFromDrawing } from './pieceFromDrawing';
import { joinSegments } from './joinSegments';
import { readDxf } from './readDxf';
import { splinePoints } from './spline';
import { writeDxf } from './writeDxf';

const pieceOf = (path: Path): Piece => ({
  ...newPiece('p', 'Test', ''),
  wire: { metal: 'copper', temper: 'dead-soft', diameterMm: 1 },
  paths: [newPath('w', nodesOf(path), path.closed)],
});

/** A DXF of the given entities, in millimetres. */
const file = (unit: number, ...entities: (string | number)[][]): string =>
  [
    ...['0', 'SECTION', '2', 'HEADER', '9', '$INSUNITS', '70', String(unit), '0', 'ENDSEC'],
    ...['0', 'SECTION', '2', 'ENTITIES'],
    ...entities.flat().map(String),
    ...['0', 'ENDSEC', '0', 'EOF'],
  ].join('\n');
const lineOf = (
  x1: number,
  y1: number,
  x2: number,
  y2: number,
  layer = 'A',
): (string | number)[] => [
  ...['0', 'LINE', '8', layer],
  ...[10, x1, 20, y1, 30, 0, 11, x2, 21, y2, 31, 0],
];

describe('a DXF drawing', () => {
  it('comes back as the formed wire: same length, turned the same way', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 3000 }), (seed) => {
        const piece = pieceOf(drawAs(knownFigure(seed, 1, 5), 'exact', seed));
        const plan = planPiece(piece);
        const back = readDxf(writeDxf(plan));
        expect(back.paths).toHaveLength(1);
        // Two passes of the wire on one line are drawn side by side, not as they are bent.
        const drawn = { segments: formedShapes(plan.wires[0]!), closed: false };
        expect(pathLength(back.paths[0]!)).toBeCloseTo(pathLength(drawn), 3);
        if (plan.wires[0]!.asides.length > 0) return;
        expect(pathLength(back.paths[0]!)).toBeCloseTo(plan.wires[0]!.developedMm, 3);
        // Read as a piece of its own whose roundings are as bent, it has the same bends.
        const again = planPiece({ ...piece, paths: wiresFromDrawing(back, () => 'w') }).wires[0]!;
        const turns = again.bends.map((b) => b.angleRad);
        const forwards = plan.wires[0]!.bends.map((b) => b.angleRad);
        const backwards = [...forwards].reverse().map((a) => -a);
        const same = (list: number[]): boolean =>
          list.length === turns.length && list.every((a, i) => Math.abs(a - turns[i]!) < 0.02);
        expect(same(forwards) || same(backwards)).toBe(true);
      }),
      { numRuns: 25, examples: [[149], [352], [591], [1214], [2513]] },
    );
  });

  it('is in mm, with wires and marks on layers of their own', () => {
    const piece = pieceOf(drawAs(knownFigure(5, 1, 4), 'exact'));
    const plan = planPiece(piece);
    const read = new DxfParser().parseSync(writeDxf(plan))!;
    expect(read.header['$INSUNITS']).toBe(4);
    const layers = new Set(read.entities.map((e) => e.layer));
    expect([...layers].sort()).toEqual(['MARKS', 'WIRE-1']);
    const ticks = read.entities.filter((e) => e.layer === 'MARKS' && e.type === 'LINE');
    expect(ticks).toHaveLength(plan.wires[0]!.bends.length);
  });

  it('joins loose lines whichever way they were drawn, and closes rings', () => {
    const read = readDxf(
      file(4, lineOf(0, 0, 10, 0), lineOf(10, 8, 10, 0), lineOf(10, 8, 0, 8), lineOf(0, 0, 0, 8)),
    );
    expect(read.paths).toHaveLength(1);
    expect(read.paths[0]!.closed).toBe(true);
    expect(pathLength(read.paths[0]!)).toBeCloseTo(36, 9);
    expect([read.widthMm, read.heightMm]).toEqual([10, 8]);
  });

  it('leaves the ends of a crossroads apart, and layers from each other', () => {
    const cross = readDxf(
      file(4, lineOf(0, 0, 5, 5), lineOf(5, 5, 10, 0), lineOf(5, 5, 5, 12), lineOf(5, 12, 9, 15)),
    );
    expect(cross.paths).toHaveLength(3);
    const layers = readDxf(file(4, lineOf(0, 0, 5, 0, 'A'), lineOf(5, 0, 9, 0, 'B')));
    expect(layers.paths).toHaveLength(2);
  });

  it('reads inches, and says so when the unit is not named', () => {
    expect(readDxf(file(1, lineOf(0, 0, 2, 0))).widthMm).toBeCloseTo(50.8, 9);
    const bare = readDxf(file(0, lineOf(0, 0, 20, 0)));
    expect(bare.widthMm).toBe(20);
    expect(bare.notes[0]).toContain('does not name its unit');
  });

  it('reads circles, arcs, bulges and ellipses at their lengths', () => {
    const circle = [...['0', 'CIRCLE', '8', 'A'], ...[10, 5, 20, 5, 30, 0, 40, 3]];
    expect(pathLength(readDxf(file(4, circle)).paths[0]!)).toBeCloseTo(6 * Math.PI, 6);
    const arc = [...['0', 'ARC', '8', 'A'], ...[10, 0, 20, 0, 30, 0, 40, 4, 50, 350, 51, 80]];
    expect(pathLength(readDxf(file(4, arc)).paths[0]!)).toBeCloseTo((4 * Math.PI) / 2, 6);
    const half = [
      ...['0', 'LWPOLYLINE', '8', 'A', '90', '2', '70', '0'],
      ...[10, 0, 20, 0, 42, 1, 10, 10, 20, 0],
    ];
    const bow = readDxf(file(4, half));
    expect(pathLength(bow.paths[0]!)).toBeCloseTo(5 * Math.PI, 6);
    expect(bow.heightMm).toBeCloseTo(5, 6);
    const ellipse = [
      ...['0', 'ELLIPSE', '8', 'A'],
      ...[10, 0, 20, 0, 30, 0, 11, 10, 21, 0, 31, 0, 40, 0.5, 41, 0, 42, 2 * Math.PI],
    ];
    // Ramanujan's series for axes 10 and 5.
    const h = (5 / 15) ** 2;
    const girth = Math.PI * 15 * (1 + (3 * h) / (10 + Math.sqrt(4 - 3 * h)));
    expect(pathLength(readDxf(file(4, ellipse)).paths[0]!)).toBeCloseTo(girth, 1);
  });

  it('refuses what is no drawing, in plain words', () => {
    expect(() => readDxf('hello')).toThrow(/whole DXF|no lines/);
    expect(() => readDxf(file(4))).toThrow(/no lines to follow/);
    expect(() => readDxf(file(6, lineOf(0, 0, 9, 0)))).toThrow(/9 m across/);
  });
});

it('a spline of one span is its cubic curve', () => {
  const controlPoints = [
    { x: 0, y: 0 },
    { x: 0, y: 10 },
    { x: 10, y: 10 },
    { x: 10, y: 0 },
  ];
  const knotValues = [0, 0, 0, 0, 1, 1, 1, 1];
  const points = splinePoints({ controlPoints, knotValues, degreeOfSplineCurve: 3 });
  // The middle of a cubic: an eighth of its ends and three eighths of its handles.
  const middle = points[(points.length - 1) / 2]!;
  expect(middle).toEqual({ x: 5, y: 7.5 });
  expect(points.at(-1)).toEqual({ x: 10, y: 0 });
});

it('joining keeps all that is drawn', () => {
  const seg = fc.record({
    x: fc.integer({ min: 0, max: 4 }),
    y: fc.integer({ min: 0, max: 4 }),
    dx: fc.integer({ min: -2, max: 2 }),
    dy: fc.integer({ min: 1, max: 2 }),
  });
  fc.assert(
    fc.property(fc.array(seg, { minLength: 1, maxLength: 25 }), (list) => {
      const loose = list.map(({ x, y, dx, dy }) => ({
        layer: 'A',
        closed: false,
        segments: [{ type: 'line' as const, from: { x, y }, to: { x: x + dx, y: y + dy } }],
      }));
      const all = loose.reduce((n, l) => n + pathLength(l), 0);
      const joined = joinSegments(loose);
      expect(joined.reduce((n, p) => n + pathLength(p), 0)).toBeCloseTo(all, 9);
      for (const p of joined) {
        p.segments.slice(1).forEach((s, i) => {
          const before = p.segments[i]!;
          expect(s.type === 'line' && before.type === 'line' && s.from.x === before.to.x).toBe(
            true,
          );
        });
      }
    }),
  );
});
