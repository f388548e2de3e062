import { expect, test } from 'vitest';
import { DRESS_KINDS } from '../item';
import { pieceSchema } from '../piece';
import { planPiece } from '../plan';
import { dressPiece, samplePiece } from '.';
import { told } from '../words/told.support';

test.each(DRESS_KINDS.map((k) => k.kind))('%s has a sample that shows it', (kind) => {
  const piece = samplePiece(kind);
  expect(pieceSchema.safeParse(piece).error).toBeUndefined();
  const plan = planPiece(piece);
  expect(plan.unplanned).toEqual([]);
  const [d] = dressPiece(piece, plan).items;
  expect(d!.problems.filter((p) => p.refused).map((p) => told(p.message))).toEqual([]);
  expect(d!.marks.length).toBeGreaterThan(0);
});
