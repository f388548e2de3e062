import { expect, it } from 'vitest';
import { newPath, newPiece } from '../piece';
import { wanderingRow } from '../strip/scribbles';
import { planPiece, type Progress } from '.';

it('a plan tells how far it has come: wire by wire, within a long one, and never back', () => {
  const lines = [
    newPath('a', wanderingRow(51, 2600, 0.4, 0.25), false),
    newPath('b', wanderingRow(52, 40, 0.4, 0.25), false),
  ];
  const told: Progress[] = [];
  planPiece({ ...newPiece('p', 'P', ''), paths: lines }, {}, (p) => told.push(p));
  expect(told.every((p) => p.stage === 'wires' && p.of === 2)).toBe(true);
  const done = told.map((p) => p.done);
  expect([...done].sort((a, b) => a - b)).toEqual(done);
  expect(done[0]).toBe(0);
  expect(done.filter((n) => n > 0 && n < 1).length).toBeGreaterThan(5);
  expect(done).toContain(1);
  expect(Math.max(...done)).toBeLessThanOrEqual(2);
});
