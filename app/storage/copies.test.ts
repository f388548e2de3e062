import { describe, expect, it } from 'vitest';
import { newPiece, type Piece } from '@core/piece';
import { isCopyDue, type Copies } from './copies';

const NOW = Date.parse('2026-11-20T12:00:00Z');
const ago = (days: number): string => new Date(NOW - days * 86_400_000).toISOString();
const piece = (made: number, changed = made, demo = false): Piece => ({
  ...newPiece('p', 'Lantern', ago(made)),
  changed: ago(changed),
  ...(demo && { demo }),
});
const copies = (part: Partial<Copies> = {}): Copies => ({
  last: null,
  reminded: null,
  remind: true,
  ...part,
});

describe('a copy of the workshop', () => {
  it('is spoken of after a week of work that is in none', () => {
    expect(isCopyDue([piece(8, 0)], copies(), NOW)).toBe(true);
    expect(isCopyDue([piece(6, 0)], copies(), NOW)).toBe(false);
    expect(isCopyDue([piece(30, 1)], copies({ last: ago(8) }), NOW)).toBe(true);
    expect(isCopyDue([piece(30, 1)], copies({ last: ago(3) }), NOW)).toBe(false);
  });

  it('is not spoken of when all work is in one, or there is none', () => {
    expect(isCopyDue([piece(30, 20)], copies({ last: ago(10) }), NOW)).toBe(false);
    expect(isCopyDue([piece(30, 30, true)], copies(), NOW)).toBe(false);
    expect(isCopyDue([piece(30, 2, true)], copies(), NOW)).toBe(true);
    expect(isCopyDue([], copies(), NOW)).toBe(false);
  });

  it('is spoken of once a week at most, and not at all once that is turned off', () => {
    expect(isCopyDue([piece(30, 0)], copies({ reminded: ago(6) }), NOW)).toBe(false);
    expect(isCopyDue([piece(30, 0)], copies({ reminded: ago(8) }), NOW)).toBe(true);
    expect(isCopyDue([piece(30, 0)], copies({ remind: false }), NOW)).toBe(false);
  });
});
