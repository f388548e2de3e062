import { describe, expect, it, test } from 'vitest';
import { dressPiece } from '../dressing';
import { planPiece } from '../plan';
import { pieceSchema, type Wire } from '../piece';
import { DESK_TOOLS, ringPiece, type DeskTool } from '.';

const WIRE: Wire = { metal: 'copper', temper: 'dead-soft', diameterMm: 0.5 };
const preset = (tool: DeskTool): Record<string, number> =>
  Object.fromEntries(tool.fields.map((f) => [f.key, f.value]));

describe('quick sums', () => {
  test.each(DESK_TOOLS.map((t) => [t.id, t] as const))(
    '%s: answers, and has a piece',
    (_, tool) => {
      const values = preset(tool);
      const { rows } = tool.solve(values, WIRE);
      expect(rows.some((r) => r.main)).toBe(true);
      for (const r of rows) expect(Number.isFinite(r.value)).toBe(true);
      const piece = tool.piece(values, WIRE)!;
      expect(pieceSchema.safeParse(piece).success).toBe(true);
      const plan = planPiece(piece);
      expect(plan.wires.length).toBeGreaterThan(0);
      expect(dressPiece(piece, plan).items).toHaveLength(piece.dressing.length);
    },
  );

  it('the sum and the piece made from it agree', () => {
    for (const id of ['coil', 'twist', 'weave', 'net']) {
      const tool = DESK_TOOLS.find((t) => t.id === id)!;
      const values = preset(tool);
      const main = tool.solve(values, WIRE).rows.find((r) => r.main)!.value;
      const piece = tool.piece(values, WIRE)!;
      const { items } = dressPiece(piece, planPiece(piece));
      const use = items[0]!.wires[0]!;
      expect((use.cutMm - use.tailsMm) / main).toBeCloseTo(1, 3);
    }
  });

  it('a ring is as wide inside as asked', () => {
    const plan = planPiece(ringPiece(17.32, WIRE));
    expect(plan.wires[0]!.developedMm).toBeCloseTo(Math.PI * 17.82, 1);
  });

  it('warns of a hole too small and a twist too tight', () => {
    const ask = (id: string, more: object) => {
      const tool = DESK_TOOLS.find((t) => t.id === id)!;
      return tool.solve({ ...preset(tool), ...more }, WIRE).warnings;
    };
    expect(ask('beads', { holeMm: 0.4 })).toHaveLength(1);
    expect(ask('beads', {})).toEqual([]);
    expect(ask('twist', { turns: 900 })).toHaveLength(1);
    expect(ask('net', { outerMm: 1 })).toHaveLength(1);
    expect(ask('weave', { gapMm: 0.2 })).toHaveLength(1);
  });
});
