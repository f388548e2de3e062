import { splitCubic } from './cubicLength';
import { arcFromBulge, bulgeOf, endOf, startOf, stretchOf, type Segment } from './segment';
import { add, sub, type Vec } from './vec';

/** The part of a segment between parameters t0 < t1 in [0, 1]; the same curve, exactly. */
export function partOf(s: Segment, t0: number, t1: number): Segment {
  if (t0 <= 0 && t1 >= 1) return s;
  if (s.type !== 'cubic') return stretchOf(s, Math.max(0, t0), Math.min(1, t1));
  const head = t1 >= 1 ? s : splitCubic(s, t1)[0];
  const part = t0 <= 0 ? head : splitCubic(head, t0 / Math.min(1, t1))[1];
  return { type: 'cubic', ...part };
}

/** The segment with its start or end moved to a place close by, keeping its shape otherwise. */
export function withEndAt(s: Segment, which: 'start' | 'end', to: Vec): Segment {
  const atStart = which === 'start';
  switch (s.type) {
    case 'line':
      return atStart ? { ...s, from: to } : { ...s, to };
    case 'cubic': {
      const by = sub(to, atStart ? s.from : s.to);
      return atStart ? { ...s, from: to, c1: add(s.c1, by) } : { ...s, to, c2: add(s.c2, by) };
    }
    case 'arc':
      // A full circle has no chord to turn its bulge about: it is moved as a whole.
      if (Math.abs(s.sweep) > 1.9 * Math.PI) {
        return { ...s, center: add(s.center, sub(to, atStart ? startOf(s) : endOf(s))) };
      }
      return arcFromBulge(atStart ? to : startOf(s), atStart ? endOf(s) : to, bulgeOf(s));
  }
}
