import { describe, expect, it, test } from 'vitest';
import { DEFAULT_KIT, insideFromTool, stiffnessOf, type Kit, type TestCoil } from '../forming';
import { distance } from '../geometry';
import { DEFAULT_WORD, LetteringError, type WordSettings } from '../lettering';
import { standardValues } from '../motif';
import {
  changePath,
  drawnPath,
  drawShape,
  figureBox,
  freshShapeId,
  whyNotKept,
  isHandChanged,
  moveNode,
  newPiece,
  PIECE_LIMITS,
  readPiece,
  resizeFigure,
  withoutShape,
  withShape,
  type FontOf,
  type Piece,
  type Place,
  type Shape,
} from './index';

const noFont: FontOf = () => {
  throw new Error('no font is asked for');
};
const PLACE: Place = { x: 30, y: 20, turnDeg: 0, mirrored: false, around: null };
const empty = newPiece('p', 'Shapes', '2026-01-01T00:00:00.000Z');
const common = (id: string, place: Partial<Place>) => ({
  id,
  place: { ...PLACE, ...place },
  lines: [],
  beads: [],
});
const word = (change: Partial<WordSettings>, place: Partial<Place> = {}, id = 's1'): Shape => ({
  kind: 'word',
  ...common(id, place),
  word: { ...DEFAULT_WORD, text: 'hush', ...change },
});
const motif = (kind: 'heart' | 'trefoil' | 'star', place: Partial<Place> = {}): Shape => ({
  kind: 'motif',
  ...common('s2', place),
  motif: kind,
  values: standardValues(kind),
});
const put = (piece: Piece, shape: Shape): Piece =>
  withShape(piece, shape, drawShape(shape, piece.wire, noFont));
const middle = (piece: Piece) => {
  const box = figureBox(piece.paths)!;
  return { x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 };
};

describe('shapes keep to the maker’s own tools and wire', () => {
  const wire = { metal: 'copper', temper: 'half-hard', diameterMm: 1 } as const;
  // Wound on 10 mm this wire springs open to 12 inside, more than such wire does by the tables.
  const coil: TestCoil = {
    id: 'c',
    ...wire,
    mandrelMm: 10,
    freeInsideMm: 12,
    turns: 5,
    made: '2026-01-01',
  };

  it('a motif has the radii that its tools leave, as the measured coil says', () => {
    const heart: Shape = {
      kind: 'motif',
      ...common('s2', {}),
      motif: 'heart',
      values: { tool: 10, height: 40, notch: 0.3 },
    };
    const lobe = (coils: readonly TestCoil[]): number => {
      const [path] = drawShape(heart, wire, noFont, { coils }).paths;
      const arcs = drawnPath(path!).segments.filter((s) => s.type === 'arc');
      return arcs[0]!.radius;
    };
    expect(lobe([coil])).toBeCloseTo((12 + 1) / 2, 2);
    expect(lobe([])).toBeCloseTo((insideFromTool(10, stiffnessOf(wire, [])) + 1) / 2, 6);
    expect(lobe([coil])).toBeGreaterThan(lobe([]) + 0.3);
  });

  it('a word of small letters is too tight for a kit without small tools', () => {
    const rods: Kit = {
      id: 'k',
      name: 'Rods',
      tools: [{ id: 't', kind: 'mandrels', name: 'Rods', sizesMm: [5, 8], grip: 'centre' }],
    };
    const small = word({ text: 'see' });
    const tight = (kit: Kit) => drawShape(small, wire, noFont, { kit }).tight;
    expect(tight(DEFAULT_KIT)).toEqual([]);
    expect(tight(rods)).not.toEqual([]);
  });
});

describe('a shape on a piece', () => {
  it('lies with the middle of its box at its place, and is kept with all its choices', () => {
    const piece = put(empty, word({}));
    expect(piece.paths).toHaveLength(1);
    expect(distance(middle(piece), PLACE)).toBeLessThan(0.01);
    const read = readPiece(JSON.parse(JSON.stringify(piece)));
    expect(read).toEqual({ ok: true, value: piece });
  });

  it('turned by a quarter and mirrored it keeps its size', () => {
    const plain = figureBox(put(empty, motif('heart')).paths)!;
    const turned = figureBox(put(empty, motif('heart', { turnDeg: 90, mirrored: true })).paths)!;
    expect(turned.maxX - turned.minX).toBeCloseTo(plain.maxY - plain.minY, 6);
    expect(turned.maxY - turned.minY).toBeCloseTo(plain.maxX - plain.minX, 6);
  });

  it('repeated round a circle each copy is as far from the middle', () => {
    const around = { count: 5, radiusMm: 40 };
    const single = put(empty, motif('heart'));
    const piece = put(empty, motif('heart', { around }));
    expect(piece.paths).toHaveLength(5 * single.paths.length);
    const each = piece.paths.map((p) => middle({ ...piece, paths: [p] }));
    // The first copy stands above the place; the middle of all is the place.
    expect(each[0]!.y).toBeLessThan(PLACE.y - 35);
    const mean = each.reduce((s, p) => ({ x: s.x + p.x / 5, y: s.y + p.y / 5 }), { x: 0, y: 0 });
    expect(distance(mean, PLACE)).toBeLessThan(1);
  });

  it('drawn anew its lines take the place of the old ones', () => {
    const two = put(put(empty, word({})), motif('heart'));
    const changed = put(two, {
      ...two.shapes[0]!,
      ...word({ text: 'lane', join: false }),
    });
    expect(changed.shapes).toHaveLength(2);
    expect(changed.paths.filter((p) => p.id.startsWith('s1-')).length).toBeGreaterThan(1);
    expect(changed.paths[changed.paths.length - 1]!.id.startsWith('s2-')).toBe(true);
    expect(withoutShape(changed, 's1').paths).toEqual(put(empty, motif('heart')).paths);
  });

  it('a choice about an end stays when the size changes; loops of the word are its own', () => {
    const tail = { kind: 'plain', tailMm: 4 } as const;
    const piece = changePath(put(empty, word({})), 's1-1', (p) => ({ ...p, end: tail }));
    const larger = put(piece, word({ size: { by: 'x-height', mm: 10 } }));
    expect(larger.paths[0]!.end).toEqual(tail);
    const looped = put(larger, word({ ends: 'loops', loopMm: 3 }));
    const loop = { kind: 'loop', insideMm: 3, tailMm: 0 };
    expect([looped.paths[0]!.start, looped.paths[0]!.end]).toEqual([loop, loop]);
    expect(put(looped, word({})).paths[0]!.start.kind).toBe('plain');
  });

  it('is known to be changed by hand, or not', () => {
    const piece = put(empty, word({}));
    expect(isHandChanged(piece, piece.shapes[0]!)).toBe(false);
    const moved = changePath(piece, 's1-1', (p) => moveNode(p, 1, { x: 0, y: 0 }));
    expect(isHandChanged(moved, moved.shapes[0]!)).toBe(true);
    const gone = changePath(piece, 's1-1', () => null);
    expect(isHandChanged(gone, gone.shapes[0]!)).toBe(true);
  });

  it('the whole figure made larger, it still counts as unchanged and draws about as large', () => {
    for (const shape of [word({}), word({ size: { by: 'width', mm: 45 } }), motif('star')]) {
      const piece = resizeFigure(put(empty, shape), 'height', 40);
      const own = piece.shapes[0]!;
      expect(isHandChanged(piece, own)).toBe(false);
      const box = figureBox(put(piece, own).paths)!;
      expect(Math.abs(box.maxY - box.minY - 40)).toBeLessThan(1.5);
      expect(distance(middle(put(piece, own)), middle(piece))).toBeLessThan(0.5);
    }
  });

  it('a knot lets passes go over and under in turn', () => {
    expect(put(empty, motif('trefoil')).over).toBe('alternate');
    expect(put(empty, motif('heart')).over).toBe('later');
  });

  it('dots are beads at their places', () => {
    const piece = put(empty, word({ text: 'i' }));
    expect(piece.shapes[0]!.beads).toHaveLength(1);
    const turned = put(empty, word({ text: 'i' }, { turnDeg: 180 }));
    // Upside down the dot lies under the letter.
    expect(turned.shapes[0]!.beads[0]!.y).toBeGreaterThan(PLACE.y);
  });

  it('too many copies find no room, and a fresh id is not used yet', () => {
    const around = { count: 36, radiusMm: 90 };
    const long = word({ text: 'x'.repeat(60), join: false }, { around });
    const drawn = drawShape(long, empty.wire, noFont);
    expect(drawn.paths.length).toBeGreaterThan(PIECE_LIMITS.paths);
    expect(whyNotKept(withShape(empty, long, drawn))).toMatch(/more than 500 lines/);
    expect(freshShapeId(put(empty, word({}, {}, 's1')))).toBe('s2');
  });
});

test('a word that cannot be set says so', () => {
  expect(() => drawShape(word({ text: ' ' }), empty.wire, noFont)).toThrow(LetteringError);
});
