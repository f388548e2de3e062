import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DRESS_KINDS, newDressItem } from '../item';
import { DEFAULT_MAKING, newPath, WORN_AS, type FigurePath } from '../piece';
import { METALS, TEMPERS, twistedOf } from '../wire';
import { circleNodes, pieceOf, planned } from './fixtures/pieces';
import { DEFAULT_LIMITS } from './limits';
import { gaugeRemedies } from './remedies';
import { groundFor } from './ground';
import { verdictFrom } from './verdict';

const at = fc.integer({ min: 0, max: 40 });
const kinds = DRESS_KINDS.map((k) => k.kind);
const node = fc.record(
  { x: at, y: at, bulge: fc.double({ min: -1, max: 1, noNaN: true }) },
  { requiredKeys: ['x', 'y'] },
);
const line = fc.tuple(fc.array(node, { minLength: 1, maxLength: 7 }), fc.boolean());
const ring = fc.tuple(at, at, fc.integer({ min: 1, max: 20 }));
const paths = fc
  .array(fc.oneof({ weight: 3, arbitrary: line }, { weight: 1, arbitrary: ring }), {
    minLength: 1,
    maxLength: 4,
  })
  .map((list) =>
    list.map((drawn, i): FigurePath => {
      if (drawn.length === 3) return newPath(`p${i}`, circleNodes(...drawn), true);
      return newPath(`p${i}`, drawn[0], drawn[1]);
    }),
  );
const dressing = fc.array(fc.tuple(fc.constantFrom(...kinds), at, at, at, at), { maxLength: 4 });
const plain = fc.record({
  metal: fc.constantFrom(...METALS),
  temper: fc.constantFrom(...TEMPERS),
  diameterMm: fc.constantFrom(0.08, 0.3, 0.812, 1, 1.628, 5),
});
// As thick as a wire can be there is no rope of it.
const wire = fc
  .tuple(plain, fc.constantFrom(1, 1, 2, 3, 4))
  .map(([w, strands]) => (w.diameterMm < 2 ? twistedOf(w, strands) : w));
const making = fc.record({
  wornAs: fc.constantFrom(...WORN_AS),
  closing: fc.constantFrom('mechanical', 'solder', 'epoxy'),
  harden: fc.boolean(),
});

describe('whatever is drawn and put on it', () => {
  it('is judged, in numbers that are numbers', () => {
    fc.assert(
      fc.property(paths, dressing, wire, making, (drawn, items, material, how) => {
        const piece = pieceOf(drawn, {
          wire: material,
          making: { ...DEFAULT_MAKING, ...how },
          dressing: items.map(([kind, x, y, x2, y2], i) =>
            newDressItem(kind, `d${i}`, { x, y, lengthMm: 8 }, { x: x2, y: y2, lengthMm: 8 }),
          ),
        });
        const { plan, dressing: dressed } = planned(piece);
        fc.pre(plan.wires.some((w) => w.developedMm > 1));
        const ground = groundFor(piece, plan, dressed, DEFAULT_LIMITS)!;
        expect(ground).not.toBeNull();
        const verdict = verdictFrom(ground, dressed);
        const remedies = gaugeRemedies(ground, verdict, dressed);
        const numbers = [
          verdict.now.rated.share,
          verdict.now.springMm,
          ...verdict.now.checks.flatMap((c) => [c.value, c.limit, c.used]),
          ...verdict.along.flatMap((s) => Object.values(s.shares)),
          ...remedies.flatMap((r) => [r.rated.share]),
        ];
        expect(numbers.every((n) => Number.isFinite(n) && n >= 0)).toBe(true);
        expect(new Set(remedies.map((r) => r.label)).size).toBe(remedies.length);
      }),
      { numRuns: 60 },
    );
  });
});
