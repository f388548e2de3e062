import { describe, expect, it, test } from 'vitest';
import { segmentLength } from '../geometry';
import { END_KINDS, endForm, endLength, endSchema, type EndKind, type WireEnd } from '.';

const KINDS = Object.keys(END_KINDS) as EndKind[];
const D = 0.8;

describe('ends', () => {
  test.each(KINDS)('%s: its preset is a valid end with parts that sum up', (kind) => {
    const { preset, fields } = END_KINDS[kind];
    expect(endSchema.parse(preset)).toEqual(preset);
    const form = endForm(preset, D);
    const sum = form.parts.reduce((s, p) => s + p.lengthMm, 0);
    expect(endLength(preset, D)).toBeCloseTo(sum, 12);
    if (kind !== 'plain') expect(sum).toBeGreaterThan(1);
    // Every field that can be asked for changes what the end takes.
    for (const f of fields) {
      const more = { ...preset, [f.key]: f.max };
      expect(endLength(more, D)).toBeGreaterThan(sum);
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
      const end = END_KINDS[kind].preset;
      const drawn = endForm(end, D).shape.reduce((s, p) => s + segmentLength(p), 0);
      expect(drawn / endLength(end, D)).toBeCloseTo(1, 1);
    }
  });

  it('a spiral is drawn as long as its formula says', () => {
    const end = END_KINDS.spiral.preset;
    const drawn = endForm(end, D).shape.reduce((s, p) => s + segmentLength(p), 0);
    expect(drawn / endLength(end, D)).toBeCloseTo(1, 2);
  });
});
