import { describe, expect, it } from 'vitest';
import { DEFAULT_KIT } from '../forming';
import { newPath, newPiece, type FigureNode, type Piece } from '../piece';
import { planPiece } from '../plan';
import { told } from '../words/told.support';
import { inWords } from '../words';
import {
  beginWords,
  bendOrder,
  endWords,
  gaugeWords,
  moveWords,
  overWords,
  stepsOf,
  stepTitle,
  troublesTogether,
  troubleWords,
  turnWord,
} from '.';

const pieceOf = (nodes: FigureNode[], change: Partial<Piece> = {}): Piece => ({
  ...newPiece('p', 'Test', ''),
  wire: { metal: 'copper', temper: 'half-hard', diameterMm: 1 },
  paths: [newPath('w', nodes, false)],
  ...change,
});
const at = (...points: [number, number][]): FigureNode[] => points.map(([x, y]) => ({ x, y }));
const hook = pieceOf([
  { x: 0, y: 0 },
  { x: 20, y: 0, bulge: Math.tan(Math.PI / 8) },
  { x: 28, y: 8 },
  { x: 28, y: 30 },
  { x: 12, y: 30 },
]);

describe('words at the bench', () => {
  const plan = planPiece(hook, { kit: DEFAULT_KIT });
  const wire = plan.wires[0]!;
  const work = stepsOf(hook, plan, 0, DEFAULT_KIT)!;

  it('turn right is clockwise from the front', () => {
    expect([turnWord(1), turnWord(-1)]).toEqual(['right', 'left']);
  });

  it('a bend says where to, how far past and over what', () => {
    const curve = wire.bends.findIndex((b) => b.kind === 'curve');
    const mark = work.marks.marks.find((m) => m.bend === curve)!;
    const words = told(bendOrder(wire.bends[curve]!, mark, 1));
    expect(words).toMatch(
      /^Curve to the right, to \d+°: \d+° past, since it springs back\. Over: /,
    );
    const corner = work.marks.marks.find((m) => wire.bends[m.bend]!.kind === 'corner')!;
    expect(told(bendOrder(wire.bends[corner.bend]!, corner, 1))).toMatch(
      /^Bend to the right, to 9\d°/,
    );
    const fold = pieceOf(at([0, 0], [20, 0], [2, 0.1]));
    const folded = planPiece(fold).wires[0]!;
    const m = stepsOf(fold, planPiece(fold), 0, null)!.marks.marks[0]!;
    expect(told(bendOrder(folded.bends[0]!, m, 1))).toMatch(
      /^Fold back to the right and close it: squeeze shut/,
    );
  });

  it('what no tool bends is by hand, over a round of a size that springs back right', () => {
    const bare = planPiece(hook).wires[0]!.bends.find((b) => b.kind === 'curve')!;
    // R 8 formed at R 8 x angle / form-to; less half a wire on both sides.
    const form = 2 * (8 / (bare.formToRad / bare.angleRad)) - 1;
    expect(told(overWords(bare, 1))).toBe(`by hand, ${form.toFixed(1)} mm across`);
    const mark = work.marks.marks.find((m) => wire.bends[m.bend]!.kind === 'curve')!;
    expect(told(bendOrder(bare, mark, 1))).toContain(
      `By hand, to a round ${form.toFixed(1)} mm across.`,
    );
    const eased = { ...bare, insideRadiusMm: 200, tool: null };
    expect(told(bendOrder(eased, mark, 1))).toContain('Ease it by hand.');
    expect(told(overWords({ ...bare, insideRadiusMm: 200, tool: null }, 1))).toBe('eased by hand');
    const gap = { ...bare, kind: 'fold' as const, insideRadiusMm: 0.6, tool: null };
    expect(told(overWords(gap, 1))).toBe('gap 1.2 mm');
  });

  it('steps have titles a maker finds again', () => {
    const titles = work.steps.map((s) => stepTitle(s, work, plan));
    expect(told(titles[0])).toBe('The straight blank');
    expect(told(titles[1])).toBe('Bend 1: curve');
    expect(told(titles.at(-1))).toBe('The ends');
  });

  it('the tail is told in one sentence, in both units', () => {
    const move = {
      crossing: 0,
      towards: 'back',
      pullMm: 50.8,
      atMm: 3,
      arm: 'towards-last',
      narrow: false,
    } as const;
    expect(told(moveWords({ ...move, kind: 'over' }))).toBe('Bring the tail over what is formed.');
    expect(told(moveWords({ ...move, kind: 'behind', arm: 'towards-first' }))).toBe(
      'Bring the first end behind what is formed.',
    );
    expect(inWords(moveWords({ ...move, kind: 'thread' }), 'in')).toMatch(
      /^Thread the tail through, from the front to behind, and pull 2 in \(50\.8 mm\) after it\.$/,
    );
  });

  it('a step as wide as a jaw is taken by the jaw', () => {
    // Two corners whose marks are 5 mm apart along the blank: 5 mm less a setback each, and a bend.
    const bend = (Math.PI / 2) * 0.75;
    const apart = 5 + 2 * 0.75 - bend;
    const steps = pieceOf(at([0, 0], [15, 0], [15, apart], [30, apart]));
    const marks = stepsOf(steps, planPiece(steps), 0, DEFAULT_KIT)!.marks.marks;
    expect(marks[1]!.stepMm).toBeCloseTo(5, 6);
    expect(told(gaugeWords(marks[1]!, DEFAULT_KIT))).toContain('flat-nose pliers (5.0 mm)');
    expect(gaugeWords(marks[0]!, DEFAULT_KIT)).toBeNull();
  });

  it('the ends name their loops with where they are turned', () => {
    const looped: Piece = {
      ...hook,
      reserveMm: 0,
      paths: [{ ...hook.paths[0]!, start: { kind: 'loop', insideMm: 2.6, tailMm: 0 } }],
    };
    const [words] = endWords(looped, planPiece(looped), 0, DEFAULT_KIT);
    expect(told(words)).toMatch(
      /^Turn the loop at the first end, 2\.6 mm \(.*\) inside, on round-nose pliers 2\.\d+ mm, \d\.\d mm from the tip\.$/,
    );
  });

  it('troubles of one kind come together, each with its bends', () => {
    const steps = pieceOf(at([0, 0], [15, 0], [15, 2], [30, 2], [30, 4], [45, 4]));
    const own = planPiece(steps);
    const found = stepsOf(steps, own, 0, DEFAULT_KIT)!;
    const together = troublesTogether(found, own.wires[0]!);
    expect(together).toHaveLength(1);
    expect(together[0]).toMatchObject({ kind: 'jaw-room', bends: [1, 3] });
    expect(told(together[0]!.text)).toContain('bends 2 and 4');
    const [first] = found.steps.flatMap((s) => s.troubles);
    const words = told(troubleWords(first!, own.wires[0]!));
    // 2 mm less two setbacks of 0.75 mm; held at the other edge of the bend instead.
    expect(words).toContain('0.5 mm of straight before it');
    const insteadMm = own.wires[0]!.bends[1]!.endMm;
    expect(words).toContain(`${insteadMm.toFixed(1)} mm along`);
  });

  it('says nothing about where to begin when it makes no difference', () => {
    expect(beginWords(work)).toBeNull();
  });
});
