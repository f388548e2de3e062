import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { DEFAULT_KIT, insideFromTool, stiffnessOf } from '../forming';
import { DEFAULT_WORD, FACE_IDS, setWord } from '../lettering';
import { drawMotif, makerFor, MOTIF_KINDS, standardValues } from '../motif';
import { newPath, newPiece, nodesOf, type Piece, type Wire } from '../piece';
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
});
