import { describe, expect, it } from 'vitest';
import { dressPiece } from '../dressing';
import type { Piece } from '../piece';
import { planPiece } from '../plan';
import { DEFAULT_LIMITS, easing, limitsSchema, type Experience, type Limits } from './limits';
import { SETTLED } from './settled';
import { pieceOfSettled } from './settled.support';
import { verdictOf, type Verdict } from './verdict';

function judged(piece: Piece, limits: Limits = DEFAULT_LIMITS): Verdict {
  const plan = planPiece(piece);
  return verdictOf(piece, plan, dressPiece(piece, plan), limits)!;
}

describe('what practice has settled', () => {
  const rows = SETTLED.flatMap((s) =>
    s.sizes.map(([mm, rating]) => [s.name, mm, rating, s] as const),
  );
  it.each(rows)('%s in %f mm is %s', (_, diameterMm, rating, settled) => {
    expect(judged(pieceOfSettled(settled, { diameterMm })).now.rated.rating).toBe(rating);
  });

  it('a hoop that is a little floppy is sound once it is half hard, and no more floppy once it is tapped', () => {
    const hoop = pieceOfSettled(SETTLED[2]!, { diameterMm: 1.02 });
    const hard = { ...hoop, wire: { ...hoop.wire, temper: 'half-hard' as const } };
    expect(judged(hard).now.rated.rating).toBe('sound');
    const tapped = { ...hoop, making: { ...hoop.making, harden: true } };
    expect(judged(tapped).now.rated.rating).not.toBe('floppy');
  });

  it('recommends the thinnest sound one, and the delicate one where ears allow it', () => {
    const bar = judged(pieceOfSettled(SETTLED[0]!, { diameterMm: 1.29 }));
    expect(bar.recommended).toMatchObject({ rating: 'sound', size: { awg: 16 } });
    expect(bar.delicate).toBeNull();
    const heart = judged(pieceOfSettled(SETTLED[1]!, { diameterMm: 1.02 }));
    expect(heart.recommended).toMatchObject({ rating: 'sound', size: { awg: 18 } });
    expect(heart.delicate).toMatchObject({ size: { awg: 20 } });
    const large = judged(pieceOfSettled(SETTLED[4]!, { diameterMm: 1 }));
    expect(large.recommended.size.diameterMm).toBeGreaterThanOrEqual(1.8);
    expect(large.recommended.size.diameterMm).toBeLessThanOrEqual(2);
  });

  it('words in a row are not laced, nor what comes back to one place', () => {
    const laced = SETTLED.map((s) => {
      const piece = pieceOfSettled(s, { diameterMm: 0.81 });
      return judged(piece).now.rated.stiffToLace;
    });
    expect(laced).toEqual(SETTLED.map((s) => s.name === 'a laced knot'));
  });
});

describe('what a maker found of pieces in hand', () => {
  const felt = (id: string, share: number, how: Experience['felt'], mayBe = 1.1): Experience => ({
    id,
    name: id,
    share,
    mayBe,
    felt: how,
    said: '2026-11-29',
  });
  const of = (...experience: Experience[]): number => easing({ ...DEFAULT_LIMITS, experience });

  it('shifts the numbers a little, the more the more pieces say so', () => {
    expect(of()).toBe(1);
    // ln(1.2 x 1.1 / 0.6) over 1 + 3.
    expect(of(felt('a', 0.6, 'floppy'))).toBeCloseTo(Math.exp(Math.log(1.32 / 0.6) / 4), 9);
    const three = ['a', 'b', 'c'].map((id) => felt(id, 0.6, 'floppy'));
    expect(of(...three)).toBeGreaterThan(of(three[0]!));
    expect(of(...three)).toBeLessThan(1.32 / 0.6);
    expect(of(felt('a', 2, 'right'))).toBeLessThan(1);
    expect(of(felt('a', 0.9, 'stiff'))).toBeLessThan(1);
  });

  it('what agrees with the numbers shifts nothing, and odd ones never run away', () => {
    expect(of(felt('a', 0.8, 'right'), felt('b', 3, 'floppy'), felt('c', 0.3, 'stiff'))).toBe(1);
    const odd = Array.from({ length: 50 }, (_, i) => felt(`o${i}`, 1e-6, 'floppy'));
    expect(of(...odd)).toBe(4);
  });

  it('reaches the next verdict, and is gone when it is taken back', () => {
    const heart = pieceOfSettled(SETTLED[1]!, { diameterMm: 1.02 });
    const before = judged(heart).now.rated;
    const limits = {
      ...DEFAULT_LIMITS,
      experience: [felt('a', before.share, 'floppy', before.mayBe)],
    };
    const after = judged(heart, limits).now.rated;
    expect(after.share / before.share).toBeCloseTo(easing(limits), 9);
    expect(after.bareShare).toBeCloseTo(before.share, 9);
    expect(judged(heart, { ...limits, experience: [] }).now.rated).toEqual(before);
  });
});

describe('limits that were kept before', () => {
  it('keep the maker’s own hands, cutter and ears; the forces are the new ones', () => {
    const pair = { snagN: 0.7, squeezeN: 1.4 };
    const duty = Object.fromEntries(Object.keys(DEFAULT_LIMITS.duty).map((worn) => [worn, pair]));
    const old = { handNmm: 90, cutterMm: 1.6, earG: 5, giveShare: 0.1, duty };
    expect(limitsSchema.parse(old)).toEqual({
      ...DEFAULT_LIMITS,
      handNmm: 90,
      cutterMm: 1.6,
      earG: 5,
    });
    expect(limitsSchema.parse(DEFAULT_LIMITS)).toEqual(DEFAULT_LIMITS);
    expect(limitsSchema.safeParse({ ...DEFAULT_LIMITS, handNmm: 1 }).success).toBe(false);
  });
});
