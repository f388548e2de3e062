import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  asAngle,
  asBoth,
  asCount,
  asGauge,
  asLength,
  asNumber,
  asOther,
  asThickness,
  capital,
  counted,
  inWords,
  joined,
  say,
} from '.';

describe('sentences', () => {
  it('are printed in the unit that leads', () => {
    const said = say`Cut ${asLength(34.925)} of ${asThickness(0.8128)} wire.`;
    expect(inWords(said, 'mm')).toBe('Cut 34.9 mm of 0.81 mm wire.');
    expect(inWords(said, 'in')).toBe('Cut 1 3/8 in of 0.032 in wire.');
    expect(inWords(say`${asBoth(25.4)}, ${asOther(25.4)}`, 'mm')).toBe('25.4 mm (1 in), 1 in');
    expect(inWords(say`${asBoth(25.4)}, ${asOther(25.4)}`, 'in')).toBe('1 in (25.4 mm), 25.4 mm');
    expect(inWords(say`${asGauge(1.0237)}`, 'in')).toBe('0.040 in (18 ga)');
  });

  it('count one and several', () => {
    const bound = (n: number): string => inWords(say`${counted(n, 'wrap', 'wraps')} on it`, 'mm');
    expect([0, 1, 2].map(bound)).toEqual(['0 wraps on it', '1 wrap on it', '2 wraps on it']);
    expect([2, 2.5, 1.25].map((n) => inWords(say`${asCount(n)}`, 'mm'))).toEqual([
      '2',
      '2.5',
      '1.25',
    ]);
  });

  it('hold others, opened with a capital where they begin', () => {
    const reason = say`wire of ${asThickness(1)} binds`;
    expect(inWords(say`${capital(reason)}; ${reason}.`, 'mm')).toBe(
      'Wire of 1.00 mm binds; wire of 1.00 mm binds.',
    );
    expect(inWords(joined([say`a`, say`b`, say`c`], ', '), 'mm')).toBe('a, b, c');
    expect(inWords(joined([]), 'mm')).toBe('');
    expect(inWords(joined([say`a`]), 'mm')).toBe('a');
  });

  it('say angles and numbers rounded, never a minus before nothing', () => {
    expect(inWords(say`${asAngle(Math.PI / 2)}, ${asNumber(-0.001, 1)}`, 'mm')).toBe('90°, 0.0');
  });

  it('go through a worker and back unchanged', () => {
    fc.assert(
      fc.property(
        fc.string(),
        fc.double({ min: 0, max: 1e4, noNaN: true }),
        fc.constantFrom('mm' as const, 'in' as const),
        (name, mm, unit) => {
          const said = say`${name}: ${say`${asLength(mm)} and ${counted(3, 'bead', 'beads')}`}`;
          expect(structuredClone(said)).toEqual(said);
          expect(inWords(structuredClone(said), unit)).toBe(inWords(said, unit));
          expect(inWords(said, unit)).toContain(name);
        },
      ),
    );
  });
});
