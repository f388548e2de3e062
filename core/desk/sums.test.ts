import { describe, expect, it, test } from 'vitest';
import { endLength, newEnd, type EndKind } from '../end';
import type { Wire } from '../piece';
import { DESK_TOOLS, type DeskRow } from '.';

const WIRE: Wire = { metal: 'copper', temper: 'dead-soft', diameterMm: 0.8 };

function ask(id: string, more: Record<string, number> = {}, wire = WIRE): readonly DeskRow[] {
  const tool = DESK_TOOLS.find((t) => t.id === id)!;
  const values = Object.fromEntries(tool.fields.map((f) => [f.key, f.value]));
  return tool.solve({ ...values, ...more }, wire).rows;
}
const main = (rows: readonly DeskRow[]): number => rows.find((r) => r.main)!.value;
const named = (rows: readonly DeskRow[], name: RegExp): number =>
  rows.find((r) => name.test(r.name))!.value;

describe('sums by hand', () => {
  test.each(['loop', 'wrapped-loop', 'bail', 'hook', 'ear-hook', 'kidney', 'hoop'] as EndKind[])(
    '%s agrees with the end of a piece, part by part',
    (kind) => {
      const rows = ask(`end-${kind}`);
      expect(main(rows)).toBeCloseTo(endLength(newEnd(kind), { diameterMm: 0.8 }), 9);
    },
  );

  it('jump rings', () => {
    const rows = ask('rings', { insideMm: 4, count: 10, kerfMm: 0.2, handMm: 100 });
    const turn = Math.hypot(Math.PI * 4.8, 0.8);
    expect(main(rows)).toBeCloseTo(10 * (turn + 0.2), 9);
    expect(named(rows, /from the wire at hand/)).toBe(Math.floor(100 / (turn + 0.2)));
    expect(named(rows, /thicknesses/)).toBeCloseTo(5, 12);
  });

  it('a spiral of two close turns, and back from its own length', () => {
    const rows = ask('spiral', { openingMm: 1.6, gapMm: 0, turns: 2 });
    expect(named(rows, /^Outside across$/)).toBeCloseTo(1.6 + 6 * 0.8 - 2 * 0.8 + 1.6, 9);
    const back = ask('spiral', { openingMm: 1.6, gapMm: 0, turns: 9, handMm: main(rows) });
    expect(named(back, /^Turns from/)).toBeCloseTo(2, 6);
  });

  it('a coil, and what the wire at hand covers', () => {
    const rows = ask('coil', { coreMm: 2, stretchMm: 16, gapMm: 0, handMm: 200 });
    const turn = Math.hypot(Math.PI * 2.8, 0.8);
    expect(main(rows)).toBeCloseTo(20 * turn, 9);
    expect(named(rows, /covers/)).toBeCloseTo((200 / turn) * 0.8, 9);
    expect(named(rows, /Outside/)).toBeCloseTo(3.6, 12);
  });

  it('a twist of one turn', () => {
    const rows = ask('twist', { strands: 2, lengthMm: 30, turns: 1 });
    expect(main(rows)).toBeCloseTo(Math.hypot(30, Math.PI * 0.8), 9);
    expect(named(rows, /All strands/)).toBeCloseTo(2 * main(rows), 9);
  });

  it('springback goes both ways', () => {
    const rows = ask('springback', { insideMm: 12 });
    const back = ask('springback', { toolMm: main(rows) });
    expect(named(back, /leaves/)).toBeCloseTo(12, 6);
    expect(named(rows, /90/)).toBeGreaterThan(90);
    const hard = ask('springback', { insideMm: 12 }, { ...WIRE, temper: 'hard' });
    expect(main(hard)).toBeLessThan(main(rows));
  });

  it('a bracelet counts its clasp', () => {
    const rows = ask('links', { girthMm: 165, easeMm: 12, linkMm: 14, jointMm: 4, claspMm: 18 });
    // (177 - 18 - 4) / 18 = 8.6
    expect(main(rows)).toBe(9);
    expect(named(rows, /Length worn/)).toBe(9 * 14 + 10 * 4 + 18);
  });

  it('each sum has fields within their limits, with a name of their own', () => {
    const ids = DESK_TOOLS.map((t) => t.id);
    expect(new Set(ids).size).toBe(ids.length);
    for (const t of DESK_TOOLS) {
      expect(new Set(t.fields.map((f) => f.label)).size).toBe(t.fields.length);
      for (const f of t.fields) {
        expect(f.value).toBeGreaterThanOrEqual(f.min);
        expect(f.value).toBeLessThanOrEqual(f.max);
      }
    }
  });
});
