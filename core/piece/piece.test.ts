import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import { distance, pathLength, segmentLength, startOf, vec, type Path } from '../geometry';
import { drawAs, knownFigure } from '../strip/knownFigures';
import {
  deleteNode,
  drawnPath,
  figureBox,
  insertNode,
  isSmoothNode,
  moveHandle,
  moveNode,
  newPath,
  newPiece,
  nodesOf,
  PIECE_FORMAT,
  PIECE_VERSION,
  readPiece,
  readRecord,
  resizeFigure,
  endsMeet,
  foldedBack,
  reversePathNodes,
  sharpenNode,
  smoothNode,
  type FigurePath,
  type Piece,
} from '.';

const NOW = '2026-11-02T17:00:00.000Z';
const zigzag = (): FigurePath =>
  newPath(
    'w1',
    [
      { x: 0, y: 0 },
      { x: 10, y: 5 },
      { x: 20, y: 0 },
      { x: 30, y: 5 },
    ],
    false,
  );
const pieceWith = (path: FigurePath): Piece => ({ ...newPiece('p', 'Zigzag', NOW), paths: [path] });
const lengthOf = (path: FigurePath): number => pathLength(drawnPath(path));

describe('nodes', () => {
  it('draw the path they were made from', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1e6 }),
        fc.constantFrom('exact', 'cubics'),
        (seed, drawing) => {
          const path = drawAs(knownFigure(seed, 1, 4), drawing);
          const back = drawnPath({ nodes: nodesOf(path), closed: false });
          expect(pathLength(back)).toBeCloseTo(pathLength(path), 4);
          expect(distance(startOf(back.segments[0]!), startOf(path.segments[0]!))).toBeLessThan(
            1e-9,
          );
        },
      ),
    );
  });

  it('a whole circle becomes two half turns and stays a circle', () => {
    const circle: Path = {
      segments: [{ type: 'arc', center: vec(5, 5), radius: 4, startAngle: 1, sweep: 2 * Math.PI }],
      closed: true,
    };
    const nodes = nodesOf(circle);
    expect(nodes).toHaveLength(2);
    expect(nodes.every((n) => Math.abs((n.bulge ?? 0) - 1) < 1e-9)).toBe(true);
    expect(lengthOf(newPath('w', nodes, true))).toBeCloseTo(8 * Math.PI, 9);
  });
});

describe('editing', () => {
  it('putting in a point leaves the line as it is', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1e5 }),
        fc.constantFrom('exact', 'cubics'),
        fc.nat(20),
        fc.double({ min: 0.1, max: 0.9, noNaN: true }),
        (seed, drawing, at, t) => {
          const path = newPath('w', nodesOf(drawAs(knownFigure(seed, 1, 3), drawing)), false);
          const index = at % (path.nodes.length - 1);
          const more = insertNode(path, index, t);
          expect(more.nodes).toHaveLength(path.nodes.length + 1);
          expect(lengthOf(more)).toBeCloseTo(lengthOf(path), 4);
          expect(lengthOf(deleteNode(more, index + 1)!)).toBeGreaterThan(0);
        },
      ),
    );
  });

  it('taking out a point of a zigzag straightens it', () => {
    const straight = deleteNode(zigzag(), 1)!;
    expect(straight.nodes.map((n) => n.x)).toEqual([0, 20, 30]);
    expect(
      deleteNode(
        newPath(
          'w',
          [
            { x: 0, y: 0 },
            { x: 1, y: 0 },
          ],
          false,
        ),
        0,
      ),
    ).toBeNull();
  });

  it('smooth and sharp', () => {
    const smooth = smoothNode(zigzag(), 1);
    expect(isSmoothNode(smooth.nodes[1]!)).toBe(true);
    expect(lengthOf(smooth)).not.toBeCloseTo(lengthOf(zigzag()), 2);
    expect(lengthOf(sharpenNode(smooth, 1))).toBeCloseTo(lengthOf(zigzag()), 9);
  });

  it('smoothing beside an arc keeps the arc’s shape closely', () => {
    const path = newPath(
      'w',
      [
        { x: 0, y: 0, bulge: 0.4 },
        { x: 10, y: 0 },
        { x: 20, y: 3 },
        { x: 25, y: 9 },
      ],
      false,
    );
    const smooth = smoothNode(path, 2);
    expect(segmentLength(drawnPath(smooth).segments[0]!)).toBeCloseTo(
      segmentLength(drawnPath(path).segments[0]!),
      2,
    );
  });

  it('a smooth point turns its other handle along', () => {
    const smooth = smoothNode(zigzag(), 1);
    const moved = moveHandle(smooth, 1, 'out', vec(10, 15), true);
    expect(isSmoothNode(moved.nodes[1]!)).toBe(true);
    expect(moved.nodes[1]!.in!.y).toBeLessThan(0);
    expect(isSmoothNode(moveHandle(smooth, 1, 'out', vec(10, 15), false).nodes[1]!)).toBe(false);
  });

  it('moving a point moves only that point', () => {
    const moved = moveNode(zigzag(), 2, vec(21, -3));
    expect(moved.nodes[2]).toEqual({ x: 21, y: -3 });
    expect(moved.nodes.filter((_, i) => i !== 2)).toEqual(zigzag().nodes.filter((_, i) => i !== 2));
  });

  it('turned round twice is what it was', () => {
    const path: FigurePath = {
      ...newPath('w', nodesOf(drawAs(knownFigure(9, 1, 5), 'exact')), false),
      start: { kind: 'loop', insideMm: 3, tailMm: 0 },
    };
    const once = reversePathNodes(path);
    expect(once.end).toEqual(path.start);
    expect(lengthOf(once)).toBeCloseTo(lengthOf(path), 9);
    const twice = reversePathNodes(once);
    expect(twice.start).toEqual(path.start);
    twice.nodes.forEach((n, i) => expect(distance(n, path.nodes[i]!)).toBe(0));
  });

  it('folded back it goes its own way back: twice as long, from where it began to there', () => {
    for (const form of ['exact', 'cubics'] as const) {
      const path: FigurePath = {
        ...newPath('w', nodesOf(drawAs(knownFigure(9, 1, 5), form)), false),
        start: { kind: 'loop', insideMm: 3, tailMm: 0 },
      };
      const folded = foldedBack(path);
      expect(lengthOf(folded)).toBeCloseTo(2 * lengthOf(path), 9);
      expect(folded.nodes).toHaveLength(2 * path.nodes.length - 1);
      expect(distance(folded.nodes.at(-1)!, path.nodes[0]!)).toBe(0);
      expect([folded.start, folded.end, folded.closed]).toEqual([path.start, path.end, false]);
      // Turned round it is the same line.
      const round = reversePathNodes(folded);
      round.nodes.forEach((n, i) => expect(distance(n, folded.nodes[i]!)).toBeLessThan(1e-9));
      expect(lengthOf(round)).toBeCloseTo(lengthOf(folded), 9);
      expect(endsMeet(folded)).toBe(false);
    }
    expect(foldedBack({ ...zigzag(), closed: true }).nodes).toHaveLength(zigzag().nodes.length);
  });

  it('sizing keeps the shape and the top left', () => {
    fc.assert(
      fc.property(fc.double({ min: 1, max: 400, noNaN: true }), (height) => {
        const sized = resizeFigure(pieceWith(zigzag()), 'height', height);
        const box = figureBox(sized.paths)!;
        expect(box.maxY - box.minY).toBeCloseTo(height, 6);
        expect((box.maxX - box.minX) / height).toBeCloseTo(6, 6);
        expect([box.minX, box.minY]).toEqual([0, 0]);
      }),
    );
    const flat = pieceWith(
      newPath(
        'w',
        [
          { x: 0, y: 0 },
          { x: 9, y: 0 },
        ],
        false,
      ),
    );
    expect(resizeFigure(flat, 'height', 20)).toBe(flat);
  });
});

describe('records', () => {
  it('a piece comes back as it was stored', () => {
    const piece = pieceWith(zigzag());
    expect(readPiece(JSON.parse(JSON.stringify(piece)))).toEqual({ ok: true, value: piece });
  });

  test.each([
    [null, /not a Hush Road piece/],
    [{ format: 'something', version: 1 }, /not a Hush Road piece/],
    [
      { ...newPiece('p', 'x', NOW), version: PIECE_VERSION + 1 },
      new RegExp(`later Hush Road \\(format ${PIECE_VERSION + 1}`),
    ],
    [
      { ...newPiece('p', 'x', NOW), wire: { metal: 'copper', temper: 'hard', diameterMm: -1 } },
      /^This piece is damaged: wire, wire thickness is smaller than 0.08\.$/,
    ],
    [
      { ...newPiece('p', 'x', NOW), paths: [{ ...zigzag(), nodes: [{ x: Number.NaN, y: 0 }] }] },
      /^This piece is damaged: line 1, point 1, “x” is missing/,
    ],
    [
      { ...newPiece('p', 'x', NOW), extra: 1 },
      /later Hush Road: it holds “extra”, which this Hush Road does not know\. Update/,
    ],
    [
      { ...newPiece('p', 'x', NOW), dressing: [{ kind: 'hologram', id: 'd1' }] },
      /later Hush Road: dressing item 1, .*does not know/,
    ],
  ])('says why %# cannot be read', (raw, message) => {
    const read = readPiece(raw);
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.message).toMatch(message);
  });

  it('a record without a version is brought up to date', () => {
    const {
      version: _version,
      picture: _picture,
      route: _route,
      hang: _hang,
      overAt: _overAt,
      shapes: _shapes,
      ...old
    } = newPiece('p', 'Old', NOW);
    for (const record of [old, { ...old, version: 1 }]) {
      const read = readPiece(record);
      expect(read.ok && read.value.version).toBe(PIECE_VERSION);
      expect(read.ok && read.value.picture).toBeNull();
    }
  });

  it('steps run in order up to the present version', () => {
    const steps = [0, 1, 2].map((n) => (r: Record<string, unknown>) => ({
      ...r,
      seen: [...((r['seen'] as number[] | undefined) ?? []), n],
    }));
    const schema = { safeParse: (v: unknown) => ({ success: true, data: v }) } as never;
    const read = readRecord<{ seen: number[] }>(
      { format: PIECE_FORMAT, version: 1 },
      { format: PIECE_FORMAT, name: 'piece', version: 3, migrations: steps, schema },
    );
    expect(read.ok && read.value.seen).toEqual([1, 2]);
  });
});
