import { describe, expect, it } from 'vitest';
import type { Vec } from '../geometry';
import { WireField } from './enclosed';

const p = (x: number, y: number): Vec => ({ x, y });
const ring = (r: number, from = 0, to = 2 * Math.PI): Vec[] =>
  Array.from({ length: 121 }, (_, i) => {
    const a = from + ((to - from) * i) / 120;
    return p(20 + r * Math.cos(a), 20 + r * Math.sin(a));
  });
const field = (...rows: Vec[][]): WireField => {
  const f = new WireField(p(0, 0), p(40, 40), 1);
  rows.forEach((row) => f.add(row));
  return f;
};

describe('spaces between formed wire', () => {
  it('an empty bench is open', () => {
    expect(field().spaceAt([p(20, 20)])).toBe('open');
  });

  it('a ring closes its inside in, not its outside', () => {
    const f = field(ring(10));
    expect(f.spaceAt([p(20, 20)])).toBe('closed');
    expect(f.spaceAt([p(35, 20)])).toBe('open');
    expect(f.spaceAt([p(-200, 20)])).toBe('open');
  });

  it('a gap wider than the wire lets it out, a narrower one does not', () => {
    // The chord of a gap of angle a on radius 10 is 20 sin(a / 2).
    const gap = (mm: number): number => 2 * Math.asin(mm / 20);
    expect(field(ring(10, 0, 2 * Math.PI - gap(5))).spaceAt([p(20, 20)])).toBe('open');
    expect(field(ring(10, 0, 2 * Math.PI - gap(1.2))).spaceAt([p(20, 20)])).toBe('closed');
  });

  it('a second wire across divides a ring, and joins nothing that is open', () => {
    const f = field(ring(10), [p(10, 20), p(30, 20)]);
    expect(f.spaceAt([p(20, 25)])).toBe('closed');
    const half = field(ring(10, 0, Math.PI), [p(20, 20), p(20, 22)]);
    expect(half.spaceAt([p(20, 24)])).toBe('open');
  });

  it('wire laid later counts: a field that was open closes', () => {
    const f = field(ring(10, 0, Math.PI));
    expect(f.spaceAt([p(20, 22)])).toBe('open');
    f.add(ring(10, Math.PI, 2 * Math.PI));
    expect(f.spaceAt([p(20, 22)])).toBe('closed');
  });

  it('where wire lies there is no space', () => {
    expect(field(ring(10)).spaceAt([p(30, 20), p(10, 20)])).toBe('none');
    // A slit of 1.5 mm between middles: another wire would press on both.
    const slit = field([p(5, 5), p(5, 35), p(6.5, 35), p(6.5, 5), p(5, 5)]);
    expect(slit.spaceAt([p(5.75, 20)])).toBe('none');
  });
});
