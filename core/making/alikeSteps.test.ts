import { expect, it } from 'vitest';
import { say } from '../words';
import { alikeTogether } from './alikeSteps';
import { step, type MakeStep } from './makeStep';
import type { Task } from './taskBook';

const task = (id: string): Task => ({
  id,
  kind: 'dress',
  title: say`Coil`,
  wire: null,
  itemId: id,
  partId: null,
  end: null,
  joint: null,
  steps: null,
});
const coil = (id: string, title = 'Coil'): MakeStep =>
  step(task(id), { title: say`${title}`, orders: [say`Wind it.`] });

it('items alike that follow each other are one step, counted place by place', () => {
  const [one, ...rest] = alikeTogether([
    { own: [coil('a')], count: 1 },
    { own: [coil('b')], count: 1 },
  ]);
  expect(rest).toEqual([]);
  expect(one!.own).toHaveLength(1);
  expect(one!.own[0]!.itemIds).toEqual(['a', 'b']);
  expect(one!.own[0]!.counts).toEqual([{ what: 'spots', count: 2 }]);
});

it('what is done in several steps keeps all of them', () => {
  const worked = ['a', 'b'].map((id) => ({ own: [coil(id), coil(id, 'Twist')], count: 1 }));
  expect(alikeTogether(worked)).toEqual(worked);
  const mixed = [{ own: [coil('a')], count: 1 }, worked[1]!];
  expect(alikeTogether(mixed)).toEqual(mixed);
});
