import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import { valueOf, withValue, type Control } from '../field';
import {
  beadAct,
  DRESS_KINDS,
  dressSchema,
  ITEM_GROUPS,
  kindsOf,
  mirroredItem,
  newDressItem,
  passAct,
  plainBead,
  wrapAct,
} from '.';
import { tailField } from './fields';
import { itemKind } from './kind';
import { THIN_COPPER } from './thread';

const place = { x: 1, y: 2, lengthMm: 9 };
const GIVEN = { thread: THIN_COPPER, frameMm: 1, lengthMm: 0 };

/** Values that a control takes. */
function taken(control: Control): fc.Arbitrary<unknown> {
  switch (control.as) {
    case 'number': {
      const { min, max, decimals, unit, open } = control;
      const number =
        unit === 'count' && decimals === 0
          ? fc.integer({ min, max })
          : fc.double({ min, max, noNaN: true });
      return open === undefined ? number : fc.option(number);
    }
    case 'choice':
      return fc.constantFrom(...control.options.map((o) => o.value));
    case 'flag':
      return fc.boolean();
    case 'lengths':
      return fc.array(fc.double({ min: control.min, max: control.max, noNaN: true }), {
        minLength: 1,
        maxLength: control.most,
      });
    case 'beads':
      return fc.array(fc.constant(plainBead()), { minLength: 1, maxLength: control.most });
    case 'thread':
      return fc.record({
        metal: fc.constantFrom('copper', 'brass', 'niobium'),
        temper: fc.constantFrom('dead-soft', 'hard'),
        diameterMm: fc.double({ min: 0.1, max: 2, noNaN: true }),
      });
    case 'acts':
      // No two acts of a wire have one name.
      return fc.uniqueArray(
        fc.constantFrom(
          wrapAct('a', place),
          beadAct('b', null, [plainBead()]),
          passAct('c', { x: 1, y: 2 }),
        ),
        { selector: (act) => act.id },
      );
    case 'none':
      return fc.constant(0);
  }
}

const keeps = (item: unknown): boolean => dressSchema.safeParse(item).success;

describe.each(DRESS_KINDS.map((k) => [k.kind, k] as const))('%s', (kind, { fields }) => {
  const fresh = newDressItem(kind, 'i', place, place);

  it('begins as something that can be kept, with a value for each field', () => {
    expect(keeps(fresh)).toBe(true);
    expect(Object.keys(fresh)).toEqual(expect.arrayContaining(Object.keys(fields)));
  });

  test.each(Object.entries(fields))('%s: what can be chosen can be kept, no more', (key, field) => {
    fc.assert(
      fc.property(taken(field.control), (value) => {
        const item = withValue(fresh, key, value);
        expect(valueOf(item, key)).toEqual(value);
        expect(keeps(item)).toBe(true);
      }),
      { numRuns: 20 },
    );
    const { control } = field;
    if (control.as === 'number') {
      for (const beyond of [control.min - 1, control.max + 1, NaN, Infinity]) {
        expect(keeps(withValue(fresh, key, beyond))).toBe(false);
      }
      expect(keeps(withValue(fresh, key, null))).toBe(control.open !== undefined);
    }
    // A wire is kept by its name, whatever that is; a name is never empty.
    const wrong = control.as === 'thread' ? '' : 'nothing of this kind';
    expect(keeps(withValue(fresh, key, wrong))).toBe(false);
  });

  it('mirrored twice is what it was', () => {
    expect(mirroredItem(mirroredItem(fresh))).toEqual(fresh);
    expect(keeps(mirroredItem(fresh))).toBe(true);
  });
});

test('every kind stands in one group and has a name of its own', () => {
  const grouped = ITEM_GROUPS.flatMap((group) => kindsOf(group));
  expect(grouped).toHaveLength(DRESS_KINDS.length);
  expect(new Set(grouped.map((k) => k.name)).size).toBe(DRESS_KINDS.length);
  expect(new Set(grouped.map((k) => k.kind)).size).toBe(DRESS_KINDS.length);
});

test('two acts of one name are refused', () => {
  const led = newDressItem('led', 'i', place, place);
  const two = (id: string) => withValue(led, 'acts', [wrapAct('a', place), wrapAct(id, place)]);
  expect(keeps(two('b'))).toBe(true);
  expect(keeps(two('a'))).toBe(false);
});

test('an item of a kind that is not known is refused', () => {
  const fresh = newDressItem('coil', 'i', place, place);
  expect(keeps({ ...fresh, kind: 'tassel' })).toBe(false);
  expect(keeps({ ...fresh, extra: 1 })).toBe(false);
});

test('a kind that lacks a part does not compile', () => {
  const facts = { name: 'Tassel', group: 'Beads', hint: '', place: 'point', traits: {} } as const;
  const define = itemKind({ kind: 'tassel', ...facts, fields: { tailMm: tailField } });
  const parts = { first: () => ({ tailMm: 1 }), layout: () => null, orders: () => [] };
  expect(define(parts).create('t', place, place, GIVEN)).toMatchObject({ kind: 'tassel' });
  const { orders: _orders, ...silent } = parts;
  // @ts-expect-error its orders are missing
  define(silent);
  // @ts-expect-error a value for its field is missing
  define({ ...parts, first: () => ({}) });
  // @ts-expect-error it has no group
  itemKind({ kind: 'tassel', ...facts, group: undefined, fields: {} });
});
