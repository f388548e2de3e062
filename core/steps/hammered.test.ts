import { describe, expect, it } from 'vitest';
import { newPath, newPiece, type Piece } from '../piece';
import type { DressItem } from '../item';
import { alongBlank, planPiece } from '../plan';
import { workMarks } from './ways';

describe('marks measured from each end where a stretch is hammered', () => {
  const GAIN = 20 * (1 - 0.7 ** 0.2);
  const path = newPath(
    'l',
    [
      { x: 0, y: 0 },
      { x: 60, y: 0 },
      { x: 60, y: 60 },
    ],
    false,
  );
  const flat: DressItem = {
    id: 'f',
    kind: 'flatten',
    on: { x: 60, y: 40, lengthMm: 20 },
    thickMm: 0.7,
    spread: 0.8,
    ahead: true,
  };
  const piece = (dressing: DressItem[]): Piece => ({
    ...newPiece('p', '', ''),
    wire: { metal: 'copper', temper: 'dead-soft', diameterMm: 1 },
    paths: [{ ...path, start: { kind: 'loop', insideMm: 3, tailMm: 0 } }],
    dressing,
  });
  const wireOf = (dressing: DressItem[]) => planPiece(piece(dressing)).wires[0]!;
  const [before, after] = [wireOf([]), wireOf([flat])];

  it('from the last end they come nearer by what lies between, from the first they stay', () => {
    const at = (wire: typeof after, from: 'first' | 'last'): number =>
      workMarks(wire, from).marks[0]!.atMm;
    expect(at(after, 'last')).toBeCloseTo(at(before, 'last') - GAIN, 9);
    expect(at(after, 'first')).toBeCloseTo(at(before, 'first'), 9);
  });

  it('each way counts from its own zero on the one blank', () => {
    for (const from of ['first', 'last', 'middle'] as const) {
      const { marks, originMm, middleMarkMm } = workMarks(after, from);
      const uncut = after.cutMm - after.reserveMm;
      const zero = { first: 0, last: uncut, middle: alongBlank(after, originMm) }[from];
      expect(marks[0]!.atMm).toBeCloseTo(Math.abs(alongBlank(after, marks[0]!.placeMm) - zero), 9);
      if (from !== 'middle') continue;
      // The middle mark halves what the figure takes of the blank.
      const figure = uncut - after.startMm - after.endMm;
      expect(middleMarkMm).toBeCloseTo(after.reserveMm / 2 + after.startMm + figure / 2, 9);
    }
  });
});
