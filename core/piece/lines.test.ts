import { describe, expect, it } from 'vitest';
import { distance, flattenPath, pathLength, walkInStep, walkRing, type Vec } from '../geometry';
import {
  bestAxis,
  betterHalf,
  cutAt,
  drawnPath,
  joinEnds,
  markOf,
  mirrorHalf,
  nearestEnd,
  newPath,
  newPiece,
  readPiece,
  resizeFigure,
  straightenAt,
  type FigurePath,
  type Piece,
} from '.';

const at = (x: number, y: number): Vec => ({ x, y });
const row = (id: string, ...points: Vec[]): FigurePath => newPath(id, points, false);
const pieceWith = (...paths: FigurePath[]): Piece => ({ ...newPiece('p', 'Lines', ''), paths });
const lengthOf = (p: Piece): number =>
  p.paths.reduce((sum, path) => sum + pathLength(drawnPath(path)), 0);

/** How far two lines come apart, walked in step. */
const walkedApart = (a: FigurePath, b: FigurePath): number => {
  const [p, q] = [a, b].map((path) => flattenPath(drawnPath(path), 0.01, 0.2));
  return (a.closed ? walkRing(p!, q!) : walkInStep(p!, q!)).mm;
};

describe('joining and cutting', () => {
  const two = pieceWith(
    row('a', at(0, 0), at(10, 0), at(20, 5)),
    row('b', at(40, 5), at(30, 0), at(20.1, 5)),
  );

  it('finds the nearest end and makes one line of two', () => {
    const from = { pathId: 'a', end: 'end' } as const;
    const to = nearestEnd(two, from)!;
    expect(to).toEqual({ pathId: 'b', end: 'end' });
    const joined = joinEnds(two, from, to);
    expect(joined.paths).toHaveLength(1);
    expect(joined.paths[0]!.nodes.map((n) => n.x)).toEqual([0, 10, 20, 30, 40]);
  });

  it('joins distant ends by a straight stretch, and closes a line', () => {
    const far = pieceWith(row('a', at(0, 0), at(10, 0)), row('b', at(16, 8), at(30, 8)));
    const joined = joinEnds(far, { pathId: 'a', end: 'end' }, { pathId: 'b', end: 'start' });
    expect(lengthOf(joined)).toBeCloseTo(10 + 10 + 14, 9);
    const open = pieceWith(row('a', at(0, 0), at(10, 0), at(10, 10)));
    const closed = joinEnds(open, { pathId: 'a', end: 'end' }, { pathId: 'a', end: 'start' });
    expect(closed.paths[0]!.closed).toBe(true);
    expect(lengthOf(closed)).toBeCloseTo(20 + Math.hypot(10, 10), 9);
  });

  it('cutting keeps every length', () => {
    const cut = cutAt(two, 'a', 1, 'c');
    expect(cut.paths.map((p) => p.id)).toEqual(['a', 'c', 'b']);
    expect(lengthOf(cut)).toBeCloseTo(lengthOf(two), 9);
    const ring = pieceWith(newPath('r', [at(0, 0), at(10, 0), at(10, 10), at(0, 10)], true));
    const opened = cutAt(ring, 'r', 2, 'c');
    expect(opened.paths).toHaveLength(1);
    expect(opened.paths[0]!.closed).toBe(false);
    expect(lengthOf(opened)).toBeCloseTo(40, 9);
    expect(opened.paths[0]!.nodes[0]).toMatchObject({ x: 10, y: 10 });
  });

  it('straightening takes the curve out on both sides of a point', () => {
    const curved = newPath(
      'a',
      [
        { ...at(0, 0), out: at(3, 6) },
        { ...at(10, 0), in: at(-3, 6), out: at(3, 6) },
        { ...at(20, 0), in: at(-3, 6) },
      ],
      false,
    );
    expect(pathLength(drawnPath(straightenAt(curved, 1)))).toBeCloseTo(20, 9);
  });
});

describe('symmetry', () => {
  // A leaf whose left half is drawn as it should be and whose right half wavers.
  const half = [at(0, 0), at(-3, 8), at(-5, 18), at(-11, 30), at(0, 36)];
  const wavering = half
    .slice(1, -1)
    .reverse()
    .map((p, i) => at(-p.x + (i % 2 ? 1.4 : -1.1), p.y));
  const leaf = newPath('l', [...half, ...wavering], true);

  it('finds the axis and mirrors the steadier half onto the other', () => {
    const found = bestAxis([leaf])!;
    expect(found.meanMm).toBeGreaterThan(0.05);
    expect(Math.abs(Math.sin(found.axis.angleRad))).toBeGreaterThan(0.99);
    let n = 0;
    const kept = mirrorHalf([leaf], found.axis, betterHalf([leaf], found.axis), () => `m${++n}`);
    expect(kept).toHaveLength(1);
    expect(kept[0]!.closed).toBe(true);
    const after = bestAxis(kept)!;
    expect(after.meanMm).toBeLessThan(0.1);
    expect(after.meanMm).toBeLessThan(found.meanMm / 2);
  });

  it('a known flaw is found where it is, and as large as it is', () => {
    // A heart-like outline, one place of whose right side stands 0.8 mm further out.
    const left = [at(0, 4), at(-6, 0), at(-12, 4), at(-13, 12), at(-8, 22), at(0, 32)];
    for (const flaw of [0, 0.3, 0.8]) {
      const right = left
        .slice(1, -1)
        .reverse()
        .map((p) => at(-p.x + (p.y === 12 ? flaw : 0), p.y));
      const found = bestAxis([newPath('h', [...left, ...right], true)])!;
      expect(found.worstMm).toBeGreaterThan(0.75 * flaw - 0.01);
      expect(found.worstMm).toBeLessThan(flaw + 0.02);
      if (flaw === 0) continue;
      const { image, other } = found.worstAt;
      expect(Math.abs(Math.abs(image.x) - 13)).toBeLessThan(1.2);
      expect(image.y).toBeCloseTo(12, 0);
      expect(Math.hypot(image.x - other.x, image.y - other.y)).toBeCloseTo(found.worstMm, 6);
    }
  });

  it('the difference stays when the figure is turned', () => {
    const turn = (p: { x: number; y: number }, by: number) =>
      at(p.x * Math.cos(by) - p.y * Math.sin(by), p.x * Math.sin(by) + p.y * Math.cos(by));
    const shape = [at(0, 0), at(-10, 8), at(-8, 24), at(0, 30), at(8, 24), at(10.9, 8)];
    const plain = bestAxis([newPath('s', shape, true)])!;
    for (const by of [0.4, 1.1, 2.5]) {
      const turned = bestAxis([
        newPath(
          's',
          shape.map((p) => turn(p, by)),
          true,
        ),
      ])!;
      expect(turned.worstMm).toBeCloseTo(plain.worstMm, 1);
      expect(turned.meanMm).toBeCloseTo(plain.meanMm, 1);
    }
  });

  it('an even figure stays as long as it is when one half is mirrored', () => {
    const even = newPath('e', [at(0, 0), at(-8, 10), at(0, 30), at(8, 10)], true);
    const axis = { at: at(0, 10), angleRad: Math.PI / 2 };
    for (const side of [1, -1] as const) {
      const kept = mirrorHalf([even], axis, side, () => 'm');
      expect(kept).toHaveLength(1);
      expect(pathLength(drawnPath(kept[0]!))).toBeCloseTo(pathLength(drawnPath(even)), 6);
    }
  });
});

describe('mirroring a wire that crosses the axis', () => {
  const axis = { at: at(0, 0), angleRad: Math.PI / 2 };
  const bumped = (p: Vec, by: number): Vec => at(p.x + by, p.y);
  const rounded = (points: readonly Vec[], closed: boolean): FigurePath =>
    newPath('w', [...points], closed);
  const curve = (from: number, to: number, of: (t: number) => Vec, count = 120): Vec[] =>
    Array.from({ length: count + 1 }, (_, i) => of(from + ((to - from) * i) / count));
  // A bow whose ends cross below, and an open line that crosses the axis three times.
  const shapes: [string, FigurePath][] = [
    [
      'a knot with crossed ends',
      rounded(
        curve(-2.4, 2.4, (t) => at(14 * Math.sin(1.6 * t), 20 * Math.cos(t) - 2)),
        false,
      ),
    ],
    [
      'an eight that lies on its side',
      rounded(
        curve(0, 2 * Math.PI, (t) => at(18 * Math.sin(t), 9 * Math.sin(2 * t))).slice(0, -1),
        true,
      ),
    ],
    [
      'an eight that stands',
      rounded(
        curve(0.7, 0.7 + 2 * Math.PI, (t) => at(9 * Math.sin(2 * t), 18 * Math.sin(t))).slice(
          0,
          -1,
        ),
        true,
      ),
    ],
    [
      'a rosette of three loops',
      rounded(
        curve(0, 2 * Math.PI, (t) => {
          const r = 12 + 9 * Math.cos(3 * t);
          return at(r * Math.sin(2 * t), -r * Math.cos(2 * t));
        }).slice(0, -1),
        true,
      ),
    ],
  ];
  for (const [name, path] of shapes) {
    const drawn = lengthOf(pieceWith(path));
    it(`${name} stays one wire of its length, and its ends stay`, () => {
      for (const side of [1, -1] as const) {
        const kept = mirrorHalf([path], axis, side, () => 'new');
        expect(kept).toHaveLength(1);
        expect(kept[0]).toMatchObject({ id: 'w', closed: path.closed, start: path.start });
        expect(Math.abs(lengthOf(pieceWith(...kept)) - drawn)).toBeLessThan(0.01 * drawn);
        expect(walkedApart(kept[0]!, path)).toBeLessThan(0.3);
      }
    });

    it(`${name} with a flaw on one side becomes its own image`, () => {
      const flawed = {
        ...path,
        nodes: path.nodes.map((p, i) => (i > 8 && i < 14 ? bumped(p, 0.9) : p)),
      };
      const found = bestAxis([flawed])!;
      expect(found.worstMm).toBeGreaterThan(0.4);
      for (const side of [1, -1] as const) {
        const kept = mirrorHalf([flawed], found.axis, side, () => 'new');
        expect(kept).toHaveLength(1);
        expect(bestAxis(kept)!.worstMm).toBeLessThan(0.1);
      }
    });
  }

  it('halves that lie on the same line in another order are not alike', () => {
    // Both arms lie on their mirror image, but one goes out and back once more on the way.
    const twice = [at(-10, 0), at(-4, 0), at(-8, 0), at(0, 0), at(10, 0)];
    const found = bestAxis([newPath('t', [...twice, at(10, 12), at(-10, 12)], true)])!;
    expect(found.worstMm).toBeGreaterThan(1);
  });

  it('of two wires that answer to each other one becomes the image, and keeps its name', () => {
    const left = newPath('left', [at(-5, 0), at(-12, 8), at(-5, 20)], false);
    const right = newPath('right', [at(5.4, 20), at(12, 8.5), at(5, 0)], false);
    const kept = mirrorHalf([left, right], axis, 1, () => 'new');
    expect(kept.map((p) => p.id)).toEqual(['left', 'right']);
    const [a, b] = kept.map((p) => p.nodes);
    for (const [i, node] of a!.entries()) {
      expect(node.x + b![2 - i]!.x).toBeCloseTo(0, 9);
      expect(node.y).toBeCloseTo(b![2 - i]!.y, 9);
    }
  });

  it('the seam of a closed wire stays where it is', () => {
    const spots = curve(0.9, 0.9 + 2 * Math.PI, (t) => at(12 * Math.sin(t), 20 * Math.cos(t)));
    const oval = newPath('o', spots.slice(0, -1), true);
    const placeOf = (path: FigurePath): Vec => {
      const row = flattenPath(drawnPath(path), 0.001, 0.05);
      return row[Math.round(path.seam.at! * (row.length - 1))]!;
    };
    for (const share of [0.1, 0.4, 0.8]) {
      const path = { ...oval, seam: { ...oval.seam, at: share } };
      const [kept] = mirrorHalf([path], axis, 1, () => 'new');
      expect(distance(placeOf(kept!), placeOf(path))).toBeLessThan(0.5);
    }
  });

  it('a stem that runs on the axis is laid onto it', () => {
    const stem = newPath('s', [at(0.3, 0), at(-0.2, 15), at(0.1, 30)], false);
    const [kept] = mirrorHalf([stem], axis, 1, () => 'new');
    for (const node of kept!.nodes) expect(node.x).toBeCloseTo(0, 9);
    expect(kept!.nodes).toHaveLength(3);
  });
});

describe('a traced picture', () => {
  it('knows its lines again after they were stored', () => {
    const curved = newPath(
      'a',
      [
        { out: at(3, 6), ...at(0, 0) },
        { out: at(1, 1), in: at(-3, 6), ...at(10, 0) },
      ],
      false,
    );
    const read = readPiece(JSON.parse(JSON.stringify(pieceWith(curved))));
    expect(read.ok && markOf(read.value.paths[0]!)).toBe(markOf(curved));
    expect(markOf({ ...curved, nodes: curved.nodes.slice(1) })).not.toBe(markOf(curved));
  });

  it('stays under the figure when that is resized, and its lines count as unchanged', () => {
    const path = row('a', at(0, 0), at(10, 0), at(10, 20));
    const piece: Piece = {
      ...pieceWith(path),
      picture: {
        id: 'pic',
        name: 'pic',
        widthPx: 100,
        heightPx: 200,
        mode: 'centreline',
        sensitivity: 0,
        gapPens: 2.5,
        erased: [],
        dropped: [],
        size: { by: 'height', mm: 20 },
        scale: 1,
        toMm: [0.1, 0, 0, 0, 0.1, 0, 0, 0],
        traced: [{ id: 'a', mark: markOf(path) }],
      },
    };
    const larger = resizeFigure(piece, 'height', 50);
    expect(larger.picture!.scale).toBeCloseTo(2.5, 9);
    expect(larger.picture!.toMm[0]).toBeCloseTo(0.25, 9);
    expect(larger.picture!.traced[0]!.mark).toBe(markOf(larger.paths[0]!));
  });
});
