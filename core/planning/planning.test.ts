import { describe, expect, it } from 'vitest';
import { DEFAULT_KIT } from '../forming';
import { DEFAULT_LIMITS } from '../gauge';
import { newPath, newPiece, type Piece } from '../piece';
import { planned, Planning, Plannings } from '.';

const stairs = (run: number): Piece => ({
  ...newPiece('p', 'Stairs', ''),
  paths: [
    newPath(
      's',
      [
        { x: 0, y: 0 },
        { x: 20, y: 0 },
        { x: 20, y: run },
        { x: 45, y: run },
      ],
      false,
    ),
  ],
});
const bench = { kit: DEFAULT_KIT };
const of = (piece: Piece): Planning => new Planning(planned(piece, bench));

describe('what follows from a state', () => {
  it('is worked out once, whatever it is', () => {
    const planning = of(stairs(8));
    expect(planning.steps(0, false)).toBe(planning.steps(0, false));
    expect(planning.assembly(true)).toBe(planning.assembly(true));
    expect(planning.verdict(DEFAULT_LIMITS)).toBe(planning.verdict({ ...DEFAULT_LIMITS }));
    expect(planning.symmetry()).toBe(planning.symmetry());
    // Another question has an answer of its own.
    expect(planning.steps(0, true)).not.toBe(planning.steps(0, false));
    expect(planning.steps(1, false)).toBeNull();
  });

  it('the twin turns the other way, at the same marks', () => {
    const planning = of(stairs(8));
    const [own, twin] = [planning.hand(false), planning.hand(true)];
    const angles = (hand: typeof own) => hand.plan.wires[0]!.bends.map((b) => b.angleRad);
    angles(own).forEach((a, i) => expect(angles(twin)[i]).toBeCloseTo(-a, 9));
    const marks = (side: boolean) => planning.steps(0, side)!.marks.marks.map((m) => m.atMm);
    expect(marks(true)).toEqual(marks(false));
  });

  it('goes through a worker as plain data, and the answers are the same there', () => {
    const made = planned(stairs(8), bench);
    const there = new Planning(structuredClone(made));
    const here = new Planning(made);
    expect(there.assembly(false)).toEqual(here.assembly(false));
    expect(there.verdict(DEFAULT_LIMITS)).toEqual(here.verdict(DEFAULT_LIMITS));
    const wish = {
      paper: 'a4',
      unit: 'in',
      hands: 'both',
      drawings: true,
      pegs: null,
      worksWith: 'right',
    } as const;
    expect(there.sheet(wish)).toEqual(here.sheet(wish));
    expect(structuredClone(here.sheet(wish))).toEqual(here.sheet(wish));
  });

  it('both hands on one sheet take the pages of each', () => {
    const planning = of(stairs(8));
    const pages = (hands: 'drawn' | 'twin' | 'both'): number =>
      planning.sheet({
        paper: 'a4',
        unit: 'mm',
        hands,
        drawings: false,
        pegs: null,
        worksWith: 'right',
      }).pages.length;
    expect(pages('both')).toBe(pages('drawn') + pages('twin'));
  });

  it('without a wire there is nothing to judge, and nothing fails', () => {
    const planning = of(newPiece('p', '', ''));
    expect(planning.verdict(DEFAULT_LIMITS)).toBeNull();
    expect(planning.remedies(DEFAULT_LIMITS)).toEqual([]);
    expect(planning.symmetry()).toBeNull();
    expect(planning.steps(0, false)).toBeNull();
  });
});

describe('states', () => {
  it('of many the latest stay; one that was asked for is among them', () => {
    const kept = new Plannings(2);
    const made = [8, 9, 10].map((run) => planned(stairs(run), bench));
    const first = kept.keep('a', made[0]!);
    kept.keep('b', made[1]!);
    expect(kept.of('a')).toBe(first);
    kept.keep('c', made[2]!);
    expect(kept.of('b')).toBeNull();
    expect(kept.of('a')).toBe(first);
    // Given once more it is the same, with all that was worked out.
    expect(kept.keep('a', made[0]!)).toBe(first);
    expect(kept.of('c')!.made.piece.paths[0]!.nodes[2]!.y).toBe(10);
  });
});
