import { expect, it } from 'vitest';
import { newDressItem } from '../item';
import { planPiece } from '../plan';
import { told } from '../words/told.support';
import { dressPiece } from '../dressing';
import { bar, pieceWith } from '../dressing/fixtures/ground';
import { DEFAULT_KIT } from '../forming';
import { assemblyOf, makeSteps } from '.';

const on = { x: 20, y: 0, lengthMm: 6 };
const coil = newDressItem('coil', 'c', on, on, {
  thread: { metal: 'copper', temper: 'dead-soft', diameterMm: 0.4, coat: 'blue' },
});
const stepsOf = (coated: boolean) => {
  const bare = { ...coil, thread: { metal: 'copper', temper: 'dead-soft', diameterMm: 0.4 } };
  const piece = pieceWith([bar('a', 40)], [coated ? coil : (bare as typeof coil)]);
  const own = { ...piece, making: { ...piece.making, patina: true } };
  const plan = planPiece(own);
  const dressing = dressPiece(own, plan);
  return makeSteps(own, plan, dressing, assemblyOf(own, plan, dressing, {}), DEFAULT_KIT);
};

it('a coated wire is asked for by its colour, and its coat is cared for', () => {
  const steps = stepsOf(true);
  const dress = steps.find((s) => s.task.kind === 'dress')!;
  expect(dress.orders.map(told).join()).toContain('of 0.40 mm blue-coated copper');
  expect(dress.cautions.map((c) => c.id)).toContain('nylon');
  const patina = steps.find((s) => s.task.kind === 'patina')!;
  expect(patina.cautions.map((c) => c.id)).toContain('coat');
});

it('of bare wire nothing of that is said', () => {
  for (const s of stepsOf(false)) {
    expect(s.cautions.map((c) => c.id)).not.toContain('coat');
    expect(s.cautions.map((c) => c.id)).not.toContain('nylon');
  }
});
