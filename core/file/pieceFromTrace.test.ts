import { describe, expect, it } from 'vitest';
import { pathLength, type Cubic, type Vec } from '../geometry';
import {
  drawnPath,
  figureBox,
  markOf,
  moveNode,
  newPiece,
  type Piece,
  type PictureSize,
  type TracedPicture,
} from '../piece';
import type { TracedStroke } from '../trace';
import { retrace, wiresFromTrace } from '.';

const straight = (from: Vec, to: Vec): Cubic => ({
  type: 'cubic',
  from,
  c1: { x: from.x + (to.x - from.x) / 3, y: from.y + (to.y - from.y) / 3 },
  c2: { x: to.x - (to.x - from.x) / 3, y: to.y - (to.y - from.y) / 3 },
  to,
});
const stroke = (...points: Vec[]): TracedStroke => ({
  closed: false,
  cubics: points.slice(1).map((p, i) => straight(points[i]!, p)),
});
const STROKES = [
  stroke({ x: 100, y: 100 }, { x: 300, y: 100 }, { x: 300, y: 500 }),
  stroke({ x: 120, y: 400 }, { x: 220, y: 400 }),
];
const lengths = (size: PictureSize): number[] =>
  wiresFromTrace(STROKES, size, (n) => `t${n}`).paths.map((p) => pathLength(drawnPath(p)));

describe('the size of a traced picture', () => {
  it('comes from the height, two points, or the resolution', () => {
    // The strokes are 600 and 100 px long, the figure 400 px high.
    expect(lengths({ by: 'height', mm: 40 })[0]).toBeCloseTo(60, 3);
    expect(lengths({ by: 'width', mm: 40 })[0]).toBeCloseTo(120, 3);
    const [from, to] = [
      { x: 0, y: 0 },
      { x: 50, y: 0 },
    ];
    expect(lengths({ by: 'points', from, to, mm: 10 })[1]).toBeCloseTo(20, 3);
    expect(lengths({ by: 'dpi', dpi: 254 })[1]).toBeCloseTo(10, 3);
  });

  it('comes from a sheet, whose slant is taken out', () => {
    const corners = [
      { x: 0, y: 0 },
      { x: 1000, y: 0 },
      { x: 1000, y: 2000 },
      { x: 0, y: 2000 },
    ];
    expect(lengths({ by: 'sheet', corners, widthMm: 100, heightMm: 200 })[1]).toBeCloseTo(10, 3);
  });

  it('lies at the origin and says what cannot be a size', () => {
    const { paths } = wiresFromTrace(STROKES, { by: 'height', mm: 40 }, (n) => `t${n}`);
    expect(figureBox(paths)!.minX).toBeCloseTo(0, 9);
    expect(figureBox(paths)!.minY).toBeCloseTo(0, 9);
    const same = { x: 5, y: 5 };
    expect(() => lengths({ by: 'points', from: same, to: same, mm: 3 })).toThrow(/one spot/);
    const flat = [stroke({ x: 0, y: 0 }, { x: 100, y: 0 })];
    expect(() => wiresFromTrace(flat, { by: 'height', mm: 3 }, () => 't')).toThrow(/no height/);
  });
});

describe('tracing again', () => {
  const size: PictureSize = { by: 'height', mm: 40 };
  const trace = (
    piece: Piece,
    prefix: string,
    mode: 'centreline' | 'outline' = 'centreline',
    by: PictureSize = size,
  ): { piece: Piece; kept: readonly number[]; lost: readonly number[] } => {
    const { paths, toMm } = wiresFromTrace(STROKES, by, (n) => `${prefix}${n}`);
    const picture: TracedPicture = {
      id: 'pic',
      name: 'pic',
      widthPx: 600,
      heightPx: 600,
      mode,
      sensitivity: 0,
      gapPens: 2.5,
      erased: [],
      dropped: [],
      size: by,
      scale: 1,
      toMm: [...toMm],
      traced: paths.map((p) => ({ id: p.id, mark: markOf(p) })),
    };
    const done = retrace(piece, paths, picture);
    return { piece: { ...piece, paths: done.paths, picture }, kept: done.kept, lost: done.lost };
  };
  const corrected = (): Piece => {
    const { piece } = trace(newPiece('p', 'P', ''), 'a');
    const [first, ...rest] = piece.paths;
    return { ...piece, paths: [moveNode(first!, 1, { x: 19.5, y: 0.4 }), ...rest] };
  };

  it('replaces what was not touched and keeps corrections', () => {
    const again = trace(corrected(), 'b');
    expect(again.kept).toEqual([1]);
    expect(again.lost).toEqual([]);
    expect(again.piece.paths.map((p) => p.id)).toEqual(['a0', 'b1']);
    expect(again.piece.paths[0]!.nodes[1]).toMatchObject({ x: 19.5, y: 0.4 });
  });

  it('takes corrections along to another size', () => {
    const again = trace(corrected(), 'b', 'centreline', { by: 'height', mm: 80 });
    expect(again.piece.paths[0]!.nodes[1]!.x).toBeCloseTo(39, 6);
    expect(again.piece.paths).toHaveLength(2);
  });

  it('lays the lines of another picture beside the wires that are there', () => {
    const before = corrected();
    const box = figureBox(before.paths.slice(0, 1))!;
    const other = trace({ ...before, picture: { ...before.picture!, id: 'other' } }, 'b');
    expect(other.piece.paths.map((p) => p.id)).toEqual(['a0', 'b0', 'b1']);
    expect(figureBox(other.piece.paths.slice(1))!.minX).toBeCloseTo(box.maxX + 5, 6);
  });

  it('names the corrections that rims cannot keep', () => {
    const again = trace(corrected(), 'b', 'outline');
    expect(again.lost).toEqual([1]);
    expect(again.piece.paths.map((p) => p.id)).toEqual(['b0', 'b1']);
  });
});
