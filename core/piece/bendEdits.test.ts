import { expect, it } from 'vitest';
import { scaling } from '../geometry';
import { mapFigure, newPath, newPiece, readPiece, withBendEdit, type Piece } from '.';

const piece: Piece = {
  ...newPiece('p', 'Test', ''),
  paths: [
    newPath(
      'w',
      [
        { x: 0, y: 0 },
        { x: 20, y: 0 },
        { x: 20, y: 20 },
      ],
      false,
    ),
  ],
};
const spot = { x: 19.5, y: 0.5 };

it('wishes for one bend are one wish', () => {
  const moved = withBendEdit(piece, spot, { shiftMm: 2 });
  const turned = withBendEdit(moved, spot, { angleRad: 1.2 });
  expect(turned.bendEdits).toEqual([{ ...spot, shiftMm: 2, angleRad: 1.2, over: null }]);
  const other = withBendEdit(turned, { x: 5, y: 5 }, { shiftMm: 1 });
  expect(other.bendEdits).toHaveLength(2);
});

it('a wish for nothing is dropped', () => {
  const moved = withBendEdit(piece, spot, { shiftMm: 2 });
  expect(withBendEdit(moved, spot, { shiftMm: 0 }).bendEdits).toEqual([]);
  expect(withBendEdit(piece, spot, {}).bendEdits).toEqual([]);
});

it('wishes move with the figure and are kept with the piece', () => {
  const over = { kind: 'tool', toolId: 'stepped', diameterMm: 5 } as const;
  const wished = withBendEdit(piece, spot, { over });
  const grown = mapFigure(wished, scaling(2));
  expect(grown.bendEdits[0]).toMatchObject({ x: 39, y: 1, over });
  const back = readPiece(JSON.parse(JSON.stringify(wished)));
  expect(back.ok && back.value.bendEdits).toEqual(wished.bendEdits);
});

it('a piece of the version before has no wishes, and is worked from its first end', () => {
  const { kit: _kit, from: _from, bendEdits: _edits, ...old } = piece;
  const read = readPiece({ ...old, version: 3 });
  expect(read.ok && [read.value.kit, read.value.from, read.value.bendEdits]).toEqual([
    null,
    'first',
    [],
  ]);
});
