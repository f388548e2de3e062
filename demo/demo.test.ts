import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import { dressPiece } from '../core/dressing';
import { END_KINDS } from '../core/end';
import { DEFAULT_KIT } from '../core/forming';
import { DRESS_KINDS } from '../core/item';
import { DEFAULT_LIMITS, verdictOf } from '../core/gauge';
import { assemblyOf, makeSteps } from '../core/making';
import { twinAxis, twinOf } from '../core/piece';
import { mirrorPlan, planPiece } from '../core/plan';
import { blindMisses, CHOICES, chosen } from '../core/plan/blindPlan.support';
import { told } from '../core/words/told.support';
import { whyDrawerNotKept } from '../core/drawer';
import { demoDrawer } from './drawer';
import { demoPieces } from './pieces';

const pieces = demoPieces();

describe('the Lantern Lane drawer', () => {
  it('can be kept, and its pieces are there', () => {
    expect(whyDrawerNotKept(demoDrawer())).toBeNull();
    const ids = new Set(pieces.map((p) => p.id));
    for (const { pieceId } of demoDrawer().toMake) expect(ids).toContain(pieceId);
  });
});

describe('the Lantern Lane pieces', () => {
  test.each(pieces.map((p) => [p.name, p] as const))(
    '%s: everything goes on, in an order without contradictions',
    (_, piece) => {
      const bench = { kit: DEFAULT_KIT };
      const plan = planPiece(piece, bench);
      const dressing = dressPiece(piece, plan);
      expect(dressing.items).toHaveLength(piece.dressing.length);
      const refused = dressing.items.flatMap((d) => d.problems.filter((p) => p.refused));
      expect(refused).toEqual([]);
      const assembly = assemblyOf(piece, plan, dressing, bench);
      expect(assembly.conflicts).toEqual([]);
      const steps = makeSteps(piece, plan, dressing, assembly, DEFAULT_KIT);
      expect(new Set(steps.map((s) => s.id)).size).toBe(steps.length);
      for (const s of steps) expect(s.orders.map(told).join(' ')).not.toMatch(/undefined|NaN|null/);
    },
  );

  test.each(pieces.map((p) => [p.name, p] as const))(
    '%s: its twin takes the same, with every bead mirrored',
    (_, piece) => {
      const plan = planPiece(piece);
      const axis = twinAxis(piece);
      const [own, other] = [
        dressPiece(piece, plan),
        dressPiece(twinOf(piece), mirrorPlan(plan, axis)),
      ];
      const lengths = (d: typeof own): number[] =>
        d.items.flatMap((i) => i.wires.map((w) => w.cutMm)).sort((a, b) => a - b);
      lengths(own).forEach((mm, i) => expect(lengths(other)[i]).toBeCloseTo(mm, 2));
      const beads = (d: typeof own) =>
        d.items.flatMap((i) => i.marks.flatMap((m) => (m.kind === 'bead' ? [m.at] : [])));
      beads(own).forEach((at, i) => {
        expect(beads(other)[i]!.x).toBeCloseTo(2 * axis - at.x, 2);
        expect(beads(other)[i]!.y).toBeCloseTo(at.y, 2);
      });
    },
  );

  test.each(pieces.map((p) => [p.name, p] as const))(
    '%s: formed from its list alone it lies where the plan says',
    (_, piece) => {
      fc.assert(
        fc.property(CHOICES, (choice) => {
          const bench = { kit: choice.tools ? DEFAULT_KIT : null };
          for (const miss of blindMisses(chosen(piece, choice), bench)) {
            expect(miss.farMm, miss.pathId).toBeLessThanOrEqual(miss.saidMm);
          }
        }),
        { numRuns: 5 },
      );
    },
  );

  // As makers choose, in the metal and temper of each: closed and small figures thinner, wide open
  // lines and wrists thicker; half hard brass, bronze and silver a gauge less than soft copper.
  test.each([
    ['swallow', 0.8, 1.1],
    ['lantern', 0.8, 1.1],
    ['snail', 0.9, 1.3],
    ['boat', 0.6, 1],
    ['pear', 0.8, 1.1],
    ['fox', 0.6, 1],
    ['hush', 0.6, 1.1],
    ['mountain', 0.8, 1.3],
    ['key', 0.6, 1.1],
    ['leaf', 0.8, 1.1],
    ['moon', 0.6, 1.1],
    ['ripple', 1.2, 1.6],
  ])('%s: a gauge between %f and %f mm is recommended', (id, least, most) => {
    const piece = pieces.find((p) => p.id === `demo-${id}`)!;
    const plan = planPiece(piece, { kit: DEFAULT_KIT });
    const verdict = verdictOf(piece, plan, dressPiece(piece, plan), DEFAULT_LIMITS)!;
    const { size, passes } = verdict.recommended;
    expect(passes).toBe(true);
    expect(size.diameterMm).toBeGreaterThanOrEqual(least);
    expect(size.diameterMm).toBeLessThanOrEqual(most);
    const { binding } = verdict;
    // For the thinnest frames no usual wire is both strong and soft enough.
    if (size.diameterMm < 0.7) return;
    expect(binding.size!.diameterMm).toBeGreaterThanOrEqual(0.25);
    expect(binding.size!.diameterMm).toBeLessThanOrEqual(0.45);
  });

  it('between them use every kind of item', () => {
    const used = new Set(pieces.flatMap((p) => p.dressing.map((i) => i.kind)));
    expect([...used].sort()).toEqual(DRESS_KINDS.map((k) => k.kind).sort());
  });

  it('between them end their wires in every way', () => {
    const used = new Set(
      pieces.flatMap((p) =>
        planPiece(p).wires.flatMap((w) => [w.ends.start.kind, w.ends.end.kind]),
      ),
    );
    expect([...used].sort()).toEqual(END_KINDS.map((k) => k.kind).sort());
  });
});
