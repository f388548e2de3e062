import fc from 'fast-check';
import { layOf } from '../wire';
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
const WIRE = { diameterMm: D };

describe('ends', () => {
  test.each(KINDS)('%s: its preset is a valid end with parts that sum up', (kind) => {
    const { preset, fields } = endKindOf({ kind });
    expect(endSchema.parse(preset)).toEqual(preset);
    const form = endForm(preset, WIRE);
    const sum = form.parts.reduce((s, p) => s + p.lengthMm, 0);
    expect(endLength(preset, WIRE)).toBeCloseTo(sum, 12);
    if (kind !== 'plain') expect(sum).toBeGreaterThan(1);
    // Every field that can be asked for changes what the end takes.
    for (const [key, { control }] of Object.entries(fields)) {
      if (control.as !== 'number') continue;
      expect(endLength(withValue(preset, key, control.max), WIRE)).toBeGreaterThan(sum);
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
    expect(endLength(end, WIRE)).toBeCloseTo(byHand, 12);
    expect(endForm(end, WIRE).shuts).toBe(true);
  });

  it('an ear hook, a hook and a kidney are as long as they are drawn', () => {
    for (const kind of ['hook', 'ear-hook', 'kidney', 'fold-back'] as const) {
      const end = newEnd(kind);
      const drawn = endForm(end, WIRE).shape.reduce((s, p) => s + segmentLength(p), 0);
      expect(drawn / endLength(end, WIRE)).toBeCloseTo(1, 1);
    }
  });

  it('a spiral is drawn as long as its formula says', () => {
    const end = newEnd('spiral');
    const drawn = endForm(end, WIRE).shape.reduce((s, p) => s + segmentLength(p), 0);
    expect(drawn / endLength(end, WIRE)).toBeCloseTo(1, 2);
  });
});

describe('ends as they are drawn', () => {
  const joined = (shape: readonly Primitive[]): number =>
    Math.max(0, ...shape.slice(1).map((s, i) => distance(endOf(shape[i]!), startOf(s))));

  test.each(KINDS.filter((k) => !['bail', 'plain', 'tucked', 'hoop'].includes(k)))(
    '%s begins where the figure ends and is one line',
    (kind) => {
      const { shape, strands } = endForm(newEnd(kind), { diameterMm: 0.9 });
      for (const line of [shape, ...strands].filter((l) => l.length > 0)) {
        expect(distance(startOf(line[0]!), { x: 0, y: 0 })).toBeLessThan(1e-9);
        expect(joined(line)).toBeLessThan(1e-9);
      }
      expect(shape.length + strands.length).toBeGreaterThan(0);
    },
  );

  it('eyes are as wide as asked and do not lie on the figure', () => {
    for (const kind of ['loop', 'centred-loop', 'wrapped-loop', 'bail', 'hook'] as const) {
      const end = { ...newEnd(kind), insideMm: 4 } as WireEnd;
      const { eye } = endForm(end, { diameterMm: 1 });
      expect(eye!.insideMm).toBe(4);
      expect(Math.hypot(eye!.center.x, eye!.center.y)).toBeGreaterThan(2);
    }
  });

  it('only what is wrapped or tucked is shut for good', () => {
    const shut = KINDS.filter((k) => endForm(newEnd(k), { diameterMm: 1 }).shuts);
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
        if (turns > 0.25 && turns < 60)
          expect(endLength(rolled, { diameterMm: d })).toBeCloseTo(lengthMm, 6);
        else expect(endSchema.safeParse(rolled).success).toBe(true);
      }),
    );
  });

  it('thicker wire takes more for the same inside', () => {
    fc.assert(
      fc.property(fc.constantFrom(...KINDS), mm(0.4, 1), mm(0.05, 1), (kind, d, more) => {
        const preset = newEnd(kind);
        expect(endLength(preset, { diameterMm: d + more })).toBeGreaterThanOrEqual(
          endLength(preset, { diameterMm: d }) - 1e-9,
        );
      }),
    );
  });

  it('turned square an eye takes the same wire', () => {
    const loop: WireEnd = { kind: 'loop', insideMm: 3, tailMm: 0 };
    expect(endLength({ ...loop, turned: true }, { diameterMm: 1 })).toBe(
      endLength(loop, { diameterMm: 1 }),
    );
    expect(endForm({ ...loop, turned: true }, { diameterMm: 1 }).square).toBe(true);
  });

  it('a spiral end says its outside', () => {
    const end = { kind: 'spiral', openingMm: 2, gapMm: 0, turns: 2, tailMm: 0 } as const;
    expect(endKindOf(end).outsideMm?.(end, 1)).toBeCloseTo(8, 12);
  });
});

describe('an end of a rope that is opened', () => {
  const d = 0.8;
  // Two strands touch the middle: rho = d / 2. A turn in 8 mm: sqrt(64 + (0.8 pi)^2) / 8 = 1.04819.
  const rope = { diameterMm: 2 * d, rope: { strands: 2, turnMm: 8, folded: false } } as const;
  const end = { kind: 'opened', openMm: 10, turns: 0, openingMm: 1, gapMm: 0 } as const;

  it('takes as much of the rope as holds what the strands must be', () => {
    expect(endLength(end, rope)).toBeCloseTo(10 / 1.04819, 4);
    const curl = { kind: 'spiral', openingMm: 2, gapMm: 0.4, turns: 1.5, tailMm: 0 } as const;
    const curled = { ...end, openingMm: 2, gapMm: 0.4, turns: 1.5 };
    const strand = 10 + endLength(curl, { diameterMm: d });
    expect(endLength(curled, rope) * layOf(rope).longer).toBeCloseTo(strand, 9);
  });

  it('its strands are drawn one by one, as long as they are, the outer ones to both sides', () => {
    const drawn = endForm({ ...end, turns: 2, gapMm: 0.5 }, rope).strands;
    expect(drawn).toHaveLength(2);
    const lengths = drawn.map((s) => s.reduce((sum, p) => sum + segmentLength(p), 0));
    expect(lengths[0]).toBeCloseTo(lengths[1]!, 9);
    const strand = endLength({ ...end, turns: 2, gapMm: 0.5 }, rope) * layOf(rope).longer;
    expect(lengths[0]! / strand).toBeCloseTo(1, 1);
    const [up, down] = drawn.map((s) => endOf(s.at(-1)!).y);
    expect(up! * down!).toBeLessThan(0);
  });
});
