import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { DEFAULT_KIT, insideFromTool, stiffnessOf } from '../forming';
import { DEFAULT_WORD, FACE_IDS, setWord } from '../lettering';
import { drawMotif, makerFor, MOTIF_KINDS, standardValues } from '../motif';
import { newPath, newPiece, nodesOf, type Piece, type Wire } from '../piece';
import { degrees } from '../units';
import { planPiece } from '.';
import type { Path } from '../geometry';
import { drawFigure, drawnAs, FAMILIES, FORMS } from '../strip/turnFigures';
import { blindMisses, CHOICES, chosen, type Choice } from './blindPlan.support';

const wireOf = (choice: Choice): Wire => ({
  metal: 'copper',
  temper: 'half-hard',
  diameterMm: choice.diameterMm,
});
const pieceOf = (paths: readonly Path[], choice: Choice): Piece => ({
  ...newPiece('p', 'Blind', ''),
  paths: paths.map((p, i) => newPath(`w${i}`, nodesOf(p), p.closed)),
  wire: wireOf(choice),
});

const [FIRST] = fc.sample(CHOICES, { seed: 1, numRuns: 1 }) as [Choice];

/** Each wire, formed from its bend list alone, lies where the plan says that it does. */
function holds(piece: Piece, choice: Choice): void {
  const bench = { kit: choice.tools ? DEFAULT_KIT : null };
  for (const miss of blindMisses(chosen(piece, choice), bench)) {
    expect(miss.farMm, miss.pathId).toBeLessThanOrEqual(miss.saidMm);
  }
}

describe('formed by a blind bender', () => {
  test.each(MOTIF_KINDS)('the motif %s lies where the plan says', (kind) => {
    fc.assert(
      fc.property(CHOICES, (choice) => {
        const maker = makerFor(stiffnessOf(wireOf(choice), []));
        holds(pieceOf(drawMotif(kind, standardValues(kind), maker), choice), choice);
      }),
      { numRuns: 4 },
    );
  });

  test.each(FACE_IDS)('words in the face %s lie where the plan says', (face) => {
    fc.assert(
      fc.property(CHOICES, fc.constantFrom('quiz', 'hush', 'Lantern', 'gjy&8'), (choice, text) => {
        const inside = insideFromTool(1, stiffnessOf(wireOf(choice), []));
        const leastRadiusMm = (inside + choice.diameterMm) / 2;
        const { diameterMm } = choice;
        const word = setWord({ ...DEFAULT_WORD, text, face }, { diameterMm, leastRadiusMm });
        holds(
          pieceOf(
            word.wires.map((w) => w.path),
            choice,
          ),
          choice,
        );
      }),
      { numRuns: 5 },
    );
  });

  test.each(FAMILIES)('%s, open or closed, lie where the plan says', (family) => {
    fc.assert(
      fc.property(
        CHOICES,
        fc.integer({ min: 1, max: 100_000 }),
        fc.constantFrom(...FORMS),
        fc.boolean(),
        (choice, seed, form, closed) => {
          const path = drawnAs(drawFigure(seed, family), form, seed);
          const piece = pieceOf([path], choice);
          const [own] = piece.paths;
          holds(closed ? { ...piece, paths: [{ ...own!, closed }] } : piece, choice);
        },
      ),
      { numRuns: 4 },
    );
  });

  test('the kit leaves the start of a line its first curve: “quiz” in upright print', () => {
    // Drawn it turns some 81 degrees; pulled onto a step of the pliers it had kept 28 of them.
    const choice: Choice = { ...FIRST, diameterMm: 1.024, tools: true };
    const leastRadiusMm = (insideFromTool(1, stiffnessOf(wireOf(choice), [])) + 1.024) / 2;
    const word = setWord(
      { ...DEFAULT_WORD, text: 'quiz', face: 'print' },
      { diameterMm: 1.024, leastRadiusMm },
    );
    const piece = pieceOf(
      word.wires.map((w) => w.path),
      choice,
    );
    const curves = (kit: typeof DEFAULT_KIT | null): number[] =>
      planPiece(piece, { kit }).wires[0]!.bends.map((b) => degrees(b.angleRad));
    const [free, formed] = [curves(null), curves(DEFAULT_KIT)];
    expect(Math.abs(formed[0]! - free[0]!)).toBeLessThan(8);
    holds(piece, choice);
  });

  test('a figure eight begun at its crossing is not said to stray by its size', () => {
    const radius = 8;
    const eight: Path = {
      closed: false,
      segments: [
        { type: 'arc', center: { x: radius, y: 0 }, radius, startAngle: Math.PI, sweep: Math.PI },
        { type: 'arc', center: { x: radius, y: 0 }, radius, startAngle: 0, sweep: Math.PI },
        { type: 'arc', center: { x: -radius, y: 0 }, radius, startAngle: 0, sweep: -Math.PI },
        { type: 'arc', center: { x: -radius, y: 0 }, radius, startAngle: Math.PI, sweep: -Math.PI },
      ],
    };
    for (const closed of [false, true]) {
      const [path] = pieceOf([eight], FIRST).paths;
      const piece = { ...pieceOf([eight], FIRST), paths: [{ ...path!, closed }] };
      const [wire] = planPiece(piece, { kit: DEFAULT_KIT }).wires;
      expect(wire!.stray!.mm).toBeLessThan(0.35);
      expect(wire!.developedMm).toBeCloseTo(4 * Math.PI * radius, -0.5);
    }
  });
});
