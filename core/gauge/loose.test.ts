import { expect, test } from 'vitest';
import { newPath, type FigurePath } from '../piece';
import { circleNodes, pieceOf, planned } from './fixtures/pieces';
import { groundFor } from './ground';
import { DEFAULT_LIMITS } from './limits';

const at = (x: number, y: number) => ({ x, y });
const ring = (id: string, x: number, y: number, r: number): FigurePath =>
  newPath(id, circleNodes(x, y, r), true);

// What only touches at one place turns about it: it is judged as if it stood still there.
test.each<[string, FigurePath[], number]>([
  [
    'a ring and a line that lie over each other in thick wire',
    [newPath('a', [at(0, 0), at(1, 0)], true), ring('b', 0, 0, 1)],
    5,
  ],
  [
    'two wires that hold each other, hung from a third at one place',
    [
      newPath('a', [at(0, 0), at(7, 34), at(12, 0)], false),
      ring('b', 25, 6, 14),
      ring('c', 0, 10, 3),
    ],
    1.628,
  ],
  [
    'a row of rings, each from the one before',
    Array.from({ length: 6 }, (_, i) => ring(`r${i}`, 0, 11 * i, 6)),
    1,
  ],
])('%s', (_name, paths, diameterMm) => {
  const piece = pieceOf(paths, {
    wire: { metal: 'copper', temper: 'dead-soft', diameterMm },
  });
  const { plan, dressing } = planned(piece);
  expect(groundFor(piece, plan, dressing, DEFAULT_LIMITS)).not.toBeNull();
});
