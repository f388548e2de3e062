import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import {
  awgToMm,
  mmToAwg,
  nominalAwg,
  parseLength,
  parseLengths,
  printBoth,
  printGauge,
  printInches,
  printLength,
  printNumber,
  printWireLength,
} from '.';

const mm = (text: string, unit: 'mm' | 'in' = 'mm'): number => {
  const read = parseLength(text, unit);
  if (!read.ok) throw new Error(read.message);
  return read.mm;
};

describe('parseLength', () => {
  test.each([
    ['35', 35],
    ['35 mm', 35],
    [' 3.5cm ', 35],
    ['0,8', 0.8],
    ['.5', 0.5],
    ['1 3/8 in', 34.925],
    ['1-3/8"', 34.925],
    ['3/8”', 9.525],
    ['½ in', 12.7],
    ['2½ inches', 63.5],
    ['-1/4 in', -6.35],
    ['2 in', 50.8],
  ])('reads %s', (text, expected) => {
    expect(mm(text)).toBeCloseTo(expected, 9);
  });

  it('takes a bare number in the leading unit', () => {
    expect(mm('1 1/2', 'in')).toBeCloseTo(38.1, 9);
  });

  test.each(['', 'wide', '1 2', '3/0 in', '12 ft', '1e9', 'NaN', '1/2/3'])(
    'says what is wrong with %j',
    (text) => {
      const read = parseLength(text, 'mm');
      expect(read.ok).toBe(false);
      if (!read.ok) expect(read.message).toMatch(/\.$/);
    },
  );

  it('reads back every printed inch fraction', () => {
    fc.assert(
      fc.property(fc.integer({ min: -4000, max: 40000 }), (parts) => {
        const length = (parts / 32) * 25.4;
        expect(mm(printInches(length), 'mm')).toBeCloseTo(length, 9);
      }),
    );
  });

  it('prints inches within a sixty-fourth', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 5000, noNaN: true }), (length) => {
        expect(Math.abs(mm(printInches(length)) - length)).toBeLessThanOrEqual(25.4 / 64 + 1e-9);
      }),
    );
  });
});

describe('printing', () => {
  it('reduces fractions', () => {
    expect(printInches(34.925)).toBe('1 3/8 in');
    expect(printInches(25.4)).toBe('1 in');
    expect(printInches(0.2)).toBe('0 in');
    expect(printInches(25.39)).toBe('1 in');
    expect(printInches(-12.7)).toBe('-1/2 in');
  });

  it('puts the leading unit first', () => {
    expect(printBoth(35, 'mm')).toBe('35.0 mm (1 3/8 in)');
    expect(printBoth(35, 'in')).toBe('1 3/8 in (35.0 mm)');
  });

  it('never prints minus zero', () => {
    expect(printNumber(-0.04, 1)).toBe('0.0');
  });
});

describe('wire gauge', () => {
  test.each([
    [18, 1.0237],
    [20, 0.8118],
    [26, 0.4049],
    [36, 0.127],
  ])('%i AWG', (awg, expected) => {
    expect(awgToMm(awg)).toBeCloseTo(expected, 4);
  });

  it('goes both ways', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 40, noNaN: true }), (awg) => {
        expect(mmToAwg(awgToMm(awg))).toBeCloseTo(awg, 9);
      }),
    );
  });

  it('names a gauge only when the wire is that gauge', () => {
    expect(nominalAwg(1.02)).toBe(18);
    expect(nominalAwg(1)).toBeNull();
    expect(printGauge(1.024)).toBe('1.02 mm (18 ga)');
    expect(printGauge(1)).toBe('1.00 mm');
  });
});

describe('rows of lengths', () => {
  it.each([
    ['2, 3, 4.5', [2, 3, 4.5]],
    ['2,3,4', [2, 3, 4]],
    ['2,5', [2.5]],
    ['2,5; 3,5', [2.5, 3.5]],
    ['2 3  4', [2, 3, 4]],
    ['1/8 in, 10', [3.175, 10]],
    ['1 3/8 in', [34.925]],
    ['', []],
  ])('%s', (text, mm) => {
    const read = parseLengths(text, 'mm');
    expect(read.ok && read.mm.map((v) => Number(v.toFixed(6)))).toEqual(mm);
  });

  it('says which one cannot be read', () => {
    const read = parseLengths('2, wide, 4', 'mm');
    expect(!read.ok && read.message).toContain('wide');
  });
});

it('tells long wire in metres or feet', () => {
  expect(printWireLength(12_504, 'mm')).toBe('12.50 m');
  expect(printWireLength(999.94, 'mm')).toBe(printLength(999.94, 'mm'));
  // 3,048 mm are 10 feet.
  expect(printWireLength(3_048, 'in')).toBe('10.0 ft');
});
