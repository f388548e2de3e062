import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import { withValue } from '../field';
import { distance, endOf, segmentLength, startOf, type Primitive } from '../geometry';
import {
  END_KINDS,
  endForm,
  endKindOf,
  endLength,
  endSchema,
  endWithinLimits,
  newEnd,
  type WireEnd,
} from '.';

const KINDS = END_KINDS.map((k) => k.kind);
const mm = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const D = 0.8;

describe('ends', () => {
  test.each(KINDS)('%s: its preset is a valid end with parts that sum up', (kind) => {
    const { preset, fields } = endKindOf({ kind });
    expect(endSchema.parse(preset)).toEqual(preset);
    const form = endForm(preset, D);
    const sum = form.parts.reduce((s, p) => s + p.lengthMm, 0);
    expect(endLength(preset, D)).toBeCloseTo(sum, 12);
    if (kind !== 'plain') expect(sum).toBeGreaterThan(1);
    // Every field that can be asked for changes what the end takes.
    for (const [key, { control }] of Object.entries(fields)) {
      if (control.as !== 'number') continue;
      expect(endLength(withValue(preset, key, control.max), D)).toBeGreaterThan(sum);
      for (const beyond of [control.min - 1, control.max + 1, NaN]) {
        expect(endSchema.safeParse(withValue(preset, key, beyond)).success).toBe(false);
      }
      const far = withValue(preset, key, control.max + 1);
      expect(endSchema.safeParse(endWithinLimits(far)).success).toBe(true);
    }
  });

  it('a wrapped loop by hand: stem 3 x 0.8, loop pi 3.8, wraps 3 hypot(2 pi 0.8, 0.8), tail 2', () => {
    const end: WireEnd = { kind: 'wrapped-loop', insideMm: 3, wraps: 3, tailMm: 2 };
    const byHand = 2.4 + Math.PI * 3.8 + 3 * Math.hypot(1.6 * Math.PI, 0.8) + 2;
    expect(endLength(end, D)).toBeCloseTo(byHand, 12);
    expect(endForm(end, D).shuts).toBe(true);
  });

  it('an ear hook, a hook and a kidney are as long as they are drawn', () => {
    for (const kind of ['hook', 'ear-hook', 'kidney', 'fold-back'] as const) {
      const end = newEnd(kind);
      const drawn = endForm(end, D).shape.reduce((s, p) => s + segmentLength(p), 0);
      expect(drawn / endLength(end, D)).toBeCloseTo(1, 1);
    }
  });

  it('a spiral is drawn as long as its formula says', () => {
    const end = newEnd('spiral');
    const drawn = endForm(end, D).shape.reduce((s, p) => s + segmentLength(p), 0);
    expect(drawn / endLength(end, D)).toBeCloseTo(1, 2);
  });
});

describe('ends as they are drawn', () => {
  const joined = (shape: readonly Primitive[]): number =>
    Math.max(0, ...shape.slice(1).map((s, i) => distance(endOf(shape[i]!), startOf(s))));

  test.each(KINDS.filter((k) => !['bail', 'plain', 'tucked', 'hoop'].includes(k)))(
    '%s begins where the figure ends and is one line',
    (kind) => {
      const { shape } = endForm(newEnd(kind), 0.9);
      expect(distance(startOf(shape[0]!), { x: 0, y: 0 })).toBeLessThan(1e-9);
      expect(joined(shape)).toBeLessThan(1e-9);
    },
  );

  it('eyes are as wide as asked and do not lie on the figure', () => {
    for (const kind of ['loop', 'centred-loop', 'wrapped-loop', 'bail', 'hook'] as const) {
      const end = { ...newEnd(kind), insideMm: 4 } as WireEnd;
      const { eye } = endForm(end, 1);
      expect(eye!.insideMm).toBe(4);
      expect(Math.hypot(eye!.center.x, eye!.center.y)).toBeGreaterThan(2);
    }
  });

  it('only what is wrapped or tucked is shut for good', () => {
    const shut = KINDS.filter((k) => endForm(newEnd(k), 1).shuts);
    expect(shut.sort()).toEqual(['tucked', 'wrapped-loop']);
  });

  it('ear wires are for ears, nothing else is', () => {
    expect(KINDS.filter((k) => endKindOf({ kind: k }).ear).sort()).toEqual([
      'ear-hook',
      'hoop',
      'kidney',
      'post',
    ]);
  });

  it('rolled until it uses up a length of wire, a spiral takes that length', () => {
    fc.assert(
      fc.property(mm(8, 400), mm(0, 4), mm(0, 2), mm(0.3, 2), (lengthMm, openingMm, gapMm, d) => {
        const own = { ...newEnd('spiral'), openingMm, gapMm } as WireEnd;
        const rolled = endKindOf(own).useUp!(own, lengthMm, d);
        const { turns } = rolled as { turns: number };
        // No further than turns can be chosen.
        if (turns > 0.25 && turns < 60) expect(endLength(rolled, d)).toBeCloseTo(lengthMm, 6);
        else expect(endSchema.safeParse(rolled).success).toBe(true);
      }),
    );
  });

  it('thicker wire takes more for the same inside', () => {
    fc.assert(
      fc.property(fc.constantFrom(...KINDS), mm(0.4, 1), mm(0.05, 1), (kind, d, more) => {
        const preset = newEnd(kind);
        expect(endLength(preset, d + more)).toBeGreaterThanOrEqual(endLength(preset, d) - 1e-9);
      }),
    );
  });

  it('turned square an eye takes the same wire', () => {
    const loop: WireEnd = { kind: 'loop', insideMm: 3, tailMm: 0 };
    expect(endLength({ ...loop, turned: true }, 1)).toBe(endLength(loop, 1));
    expect(endForm({ ...loop, turned: true }, 1).square).toBe(true);
  });

  it('a spiral end says its outside', () => {
    const end = { kind: 'spiral', openingMm: 2, gapMm: 0, turns: 2, tailMm: 0 } as const;
    expect(endKindOf(end).outsideMm?.(end, 1)).toBeCloseTo(8, 12);
  });
});
