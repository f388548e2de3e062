import { describe, expect, it, test } from 'vitest';
import { END_KINDS, newEnd, type WireEnd } from '../end';
import { DEFAULT_KIT } from '../forming';
import { newPath, newPiece, type FigurePath, type Piece } from '../piece';
import { planPiece } from '../plan';
import { told } from '../words/told.support';
import { asLength, say, type Said } from '../words';
import { endOrder, endWords } from '.';

const BAR = newPath(
  'b',
  [
    { x: 0, y: 0 },
    { x: 30, y: 0 },
  ],
  false,
);
const over = (insideMm: number): Said => say`${asLength(insideMm)} inside`;
const KINDS = END_KINDS.map((k) => k.kind);

function words(path: FigurePath, more: Partial<Piece> = {}): string {
  const piece = { ...newPiece('p', '', ''), paths: [path], ...more };
  return endWords(piece, planPiece(piece), 0, DEFAULT_KIT).map(told).join(' ');
}

const WIRE = { diameterMm: 0.8 };

describe('words for ends', () => {
  test.each(KINDS.filter((k) => k !== 'plain'))('%s: a whole order with its place', (kind) => {
    const text = told(endOrder(newEnd(kind), 'the last end', WIRE, over));
    expect(text).toMatch(/^[A-Z].*\.$/);
    expect(text.toLowerCase()).toContain('the last end');
    expect(text).not.toMatch(/undefined|NaN/);
  });

  it('a plain end is not spoken of unless a tail is left', () => {
    expect(told(endOrder({ kind: 'plain', tailMm: 0 }, 'the first end', WIRE, over))).toBe('');
    expect(told(endOrder({ kind: 'plain', tailMm: 7 }, 'the first end', WIRE, over))).toContain(
      '7.0 mm',
    );
  });

  it('counts are said as they are, quarters too', () => {
    const wrapped = (wraps: number): WireEnd => ({
      kind: 'wrapped-loop',
      insideMm: 3,
      wraps,
      tailMm: 2,
    });
    expect(told(endOrder(wrapped(3), 'here', WIRE, over))).toContain('wrap the tail 3 times');
    expect(told(endOrder(wrapped(2.5), 'here', WIRE, over))).toContain('wrap the tail 2.5 times');
    const tucked: WireEnd = { kind: 'tucked', wraps: 1.25, tailMm: 0 };
    expect(told(endOrder(tucked, 'here', WIRE, over))).toContain('1.25 times round the frame');
  });

  it('an eye turned square is said after the loop', () => {
    const loop: WireEnd = { kind: 'loop', insideMm: 3, tailMm: 0, turned: true };
    expect(told(endOrder(loop, 'here', WIRE, over))).toMatch(/Turn it square to the figure\.$/);
  });

  it('both ends are worked, each with its tool, and the reserve trimmed', () => {
    const path: FigurePath = {
      ...BAR,
      start: { kind: 'loop', insideMm: 3, tailMm: 0 },
      end: { kind: 'bail', insideMm: 5, turns: 2, tailMm: 3 },
    };
    const text = words(path, { reserveMm: 6 });
    expect(text).toMatch(/Turn the loop at the first end, 3\.0 mm \(1\/8 in\) inside, on /);
    expect(text).toContain('Wind the bail at the last end: 2 turns');
    expect(text).toContain('Trim the reserve of 6.0 mm');
    expect(words(path, { reserveMm: 0 })).not.toContain('reserve');
  });

  it('a closed figure speaks of its seam', () => {
    const ring = newPath(
      'r',
      [
        { x: 0, y: 0 },
        { x: 20, y: 0 },
        { x: 20, y: 20 },
      ],
      true,
    );
    expect(words(ring)).toContain('Let both ends meet.');
    const overlapped = { ...ring, seam: { ...ring.seam, join: 'overlap' as const, overlapMm: 8 } };
    expect(words(overlapped)).toContain('over each other by 8.0 mm');
    const looped = { ...ring, seam: { ...ring.seam, join: 'loops' as const } };
    expect(words(looped)).toContain('close them into each other');
  });

  it('without a wire there is nothing to say', () => {
    const piece = newPiece('p', '', '');
    expect(endWords(piece, planPiece(piece), 0, DEFAULT_KIT)).toEqual([]);
  });
});
