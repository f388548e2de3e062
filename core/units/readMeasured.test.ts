import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readLength, readWeight } from '.';

const grams = (text: string): number | null => {
  const read = readWeight(text);
  return read.ok ? read.grams : null;
};
const mm = (text: string): number | null => {
  const read = readLength(text, 'mm');
  return read.ok ? read.mm : null;
};

describe('what instruments send', () => {
  it('is a weight, whatever stands around it', () => {
    expect(grams('12.4')).toBe(12.4);
    expect(grams('12,4 g')).toBe(12.4);
    expect(grams('ST,GS,+0012.40 g')).toBe(12.4);
    expect(grams('ST,NT,+  12.40g\r\n')).toBe(12.4);
    expect(grams('  0.40 ozt')).toBeCloseTo(12.4414, 4);
    expect(grams('1.5 oz t')).toBeCloseTo(46.655, 3);
    expect(grams('2 oz')).toBeCloseTo(56.699, 3);
    expect(grams('.5 kg')).toBe(500);
  });

  it('is a length, as a calliper sends it or as it is typed', () => {
    expect(mm('+000.81 mm')).toBeCloseTo(0.81, 9);
    expect(mm('01A+00012.34')).toBeNull();
    expect(mm('D +12.34 mm')).toBeCloseTo(12.34, 9);
    expect(mm('0.0320 in')).toBeCloseTo(0.8128, 9);
    expect(mm('1 3/8 in')).toBeCloseTo(34.925, 9);
    expect(mm('12 34')).toBeNull();
  });

  it('is refused where it is no number, in a maker’s words', () => {
    for (const text of [
      '',
      'ERR',
      'ERR 3',
      'OL',
      'US,GS,+12.40 g',
      '12 apples',
      '- 3 g',
      '12.4 mm',
    ]) {
      expect(grams(text)).toBeNull();
    }
    expect(readWeight('ERR')).toEqual({
      ok: false,
      message: '“ERR” is not a weight. Try 12.4 g or 0.4 oz.',
    });
  });

  it('is the same number with any words before it', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 999_999 }),
        fc.constantFrom('', 'ST,', 'ST,GS,', 'N ', 'S S ', 'ST,NT,'),
        fc.constantFrom('', '+', '+  ', '+00'),
        (hundredths, words, sign) => {
          const text = (hundredths / 100).toFixed(2);
          expect(grams(`${words}${sign}${text} g`)).toBeCloseTo(hundredths / 100, 9);
          expect(mm(`${words}${sign}${text} mm`)).toBeCloseTo(hundredths / 100, 9);
        },
      ),
    );
  });
});
