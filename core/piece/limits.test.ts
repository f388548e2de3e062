import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import { pathLength } from '../geometry';
import { LONGEST_PIECE_MM, reachProblem } from './limits';
import { newPath, newPiece } from './newPiece';
import { drawnPath } from './nodes';
import { readPiece, whyNotKept } from './readRecord';
import { pieceSchema, type FigureNode, type Piece } from './schema';
import { schemaWords } from './schemaWords';

const NOW = '2026-11-02T17:00:00.000Z';
const pieceOf = (...lines: FigureNode[][]): Piece => ({
  ...newPiece('p', 'Tried', NOW),
  paths: lines.map((nodes, i) => newPath(`w${i}`, nodes, false)),
});

describe('how far a piece may reach', () => {
  test.each([
    [
      'a point',
      [
        { x: 0, y: 0 },
        { x: 5001, y: 0 },
      ],
    ],
    [
      'a point on the other side',
      [
        { x: 0, y: 0 },
        { x: 0, y: -5001 },
      ],
    ],
    [
      'a handle',
      [
        { x: 0, y: 0, out: { x: 9000, y: 0 } },
        { x: 5, y: 0 },
      ],
    ],
    [
      'an arc that is nearly a circle',
      [
        { x: 0, y: 0, bulge: 1e4 },
        { x: 20, y: 0 },
      ],
    ],
    [
      'a number that is none',
      [
        { x: 0, y: 0 },
        { x: NaN, y: 0 },
      ],
    ],
  ])('%s beyond 5 m is said', (_, nodes) => {
    expect(reachProblem(pieceOf(nodes).paths)).toMatch(/beyond 5 m/);
  });

  it('a small circle with its ends nearly closed is none of that', () => {
    expect(
      reachProblem(
        pieceOf([
          { x: 0, y: 0, bulge: 1e4 },
          { x: 0.004, y: 0 },
        ]).paths,
      ),
    ).toBeNull();
  });

  it('lines that are too long together are said, and the sum is never less than they are', () => {
    const zigzag = Array.from({ length: 200 }, (_, i) => ({ x: i % 2 ? 4000 : -4000, y: i }));
    expect(reachProblem(pieceOf(zigzag).paths)).toMatch(/over 500 m long/);
    const coordinate = fc.double({ min: -4000, max: 4000, noNaN: true });
    const node = fc.record({
      x: coordinate,
      y: coordinate,
      bulge: fc.double({ min: -1, max: 1, noNaN: true }),
    });
    fc.assert(
      fc.property(fc.array(node, { minLength: 2, maxLength: 200 }), (nodes) => {
        const { paths } = pieceOf(nodes);
        const long = pathLength(drawnPath(paths[0]!)) > LONGEST_PIECE_MM;
        if (long) expect(reachProblem(paths)).not.toBeNull();
      }),
    );
  });
});

describe('what can be kept', () => {
  it('can be opened, and what cannot be opened is not kept', () => {
    const number = fc.oneof(
      fc.double({ min: -6000, max: 6000, noNaN: true }),
      fc.constantFrom(0, NaN, Infinity, 1e300),
    );
    const node = fc.record(
      { x: number, y: number, bulge: number, out: fc.record({ x: number, y: number }) },
      { requiredKeys: ['x', 'y'] },
    );
    fc.assert(
      fc.property(fc.array(node, { minLength: 1, maxLength: 6 }), number, (nodes, toleranceMm) => {
        const piece = { ...pieceOf(nodes), toleranceMm };
        const opens = readPiece(JSON.parse(JSON.stringify(piece))).ok;
        expect(whyNotKept(piece) === null).toBe(opens);
      }),
    );
  });

  it('is asked of each line once and of all else each time', () => {
    const piece = pieceOf([
      { x: 0, y: 0 },
      { x: 9, y: 9 },
    ]);
    expect(whyNotKept(piece)).toBeNull();
    expect(whyNotKept({ ...piece, toleranceMm: 9 })).toBe('tolerance is larger than 2');
    const bad = newPath(
      'w9',
      [
        { x: 1, y: 1, bulge: 1e9 },
        { x: 1, y: 1 },
      ],
      false,
    );
    expect(whyNotKept({ ...piece, paths: [...piece.paths, bad] })).not.toBeNull();
  });

  it('why not is said without a word of schemas', () => {
    fc.assert(
      fc.property(
        fc.anything(),
        fc.constantFrom(...Object.keys(newPiece('p', '', NOW))),
        (any, key) => {
          const read = pieceSchema.safeParse({ ...pieceOf([{ x: 0, y: 0 }]), [key]: any });
          if (read.success) return;
          expect(schemaWords(read.error)).not.toMatch(
            /expected|received|invalid|undefined|›|input/i,
          );
        },
      ),
    );
  });
});
