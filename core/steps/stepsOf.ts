import type { Kit } from '../forming';
import { pathsBox, type Box } from '../geometry';
import type { Piece, WorkOrigin } from '../piece';
import type { Plan, WirePlan } from '../plan';
import { isBend, type StripPiece } from '../strip';
import { armsOf, type Arms } from './arms';
import { formedPart } from './formedPart';
import { placed } from './placed';
import { jawRoom, samplesOf, toolRoom, type Sample, type Trouble } from './room';
import { tailMoves, threadingOf, type TailMove, type Threading } from './tail';
import { workMarks, type WorkMark, type WorkMarks } from './ways';

/** What a ruler shows after a step: the formed part, over the outside of the wire, mm. */
export interface Measure {
  readonly widthMm: number;
  readonly heightMm: number;
  /** two arms that mirror each other have come equally far */
  readonly level: boolean;
}

/** One thing to do at the bench. */
export interface Step {
  readonly kind: 'blank' | 'bend' | 'pair' | 'ends';
  /** one mark, or two for a pair */
  readonly marks: readonly WorkMark[];
  /** the stretch of the blank that is in its place after this step, from the figure's first end */
  readonly formed: readonly [number, number];
  readonly moves: readonly TailMove[];
  readonly troubles: readonly Trouble[];
  readonly measure: Measure | null;
}

/** A wire's forming from the straight blank to the figure. */
export interface WireSteps {
  readonly wire: number;
  readonly from: WorkOrigin;
  readonly marks: WorkMarks;
  readonly arms: Arms | null;
  readonly steps: readonly Step[];
  /** the threading of each way of working, the least first */
  readonly threading: readonly Threading[];
  /** how many curves have no room for their tool, by way of working */
  readonly cramped: Readonly<Record<WorkOrigin, number>>;
}

/**
 * How far the two arms of a figure may differ and still be worked in step, mm: what the maker allows
 * the figure to stray, at least what a hand can keep.
 */
const levelTolerance = (piece: Piece): number => Math.max(0.4, piece.toleranceMm);

/**
 * The steps in which a wire is formed, in an order that can be done: outwards from where the work
 * begins, so that what is formed is never bent again and the tail is always free; each fold closed
 * before the next bend; the two bends of a pair together; loops at the ends last, when all that is
 * threaded has been threaded.
 */
export function stepsOf(
  piece: Piece,
  plan: Plan,
  index: number,
  kit: Kit | null,
): WireSteps | null {
  const wire = plan.wires[index];
  if (!wire) return null;
  const arms = armsOf(wire, levelTolerance(piece));
  const middleMm = arms?.middleMm ?? wire.developedMm / 2;
  const marks = workMarks(wire, piece.from, middleMm);
  const moved = {
    first: tailMoves(plan, index, 0),
    last: tailMoves(plan, index, wire.developedMm),
    middle: tailMoves(plan, index, middleMm),
  };
  const moves = moved[piece.from];
  const groups = grouped(marks, piece.from === 'middle' ? arms : null);
  const samples = samplesOf(wire);
  const boxes = wire.strip.pieces.map(boxOf);
  const blank: Step = {
    kind: 'blank',
    marks: [],
    formed: placed(wire, marks.originMm, new Set()),
    moves: [],
    troubles: [],
    measure: null,
  };
  const steps: Step[] = [blank];
  const done = new Set<number>();
  const curves = wire.strip.pieces.filter(isBend);
  const waiting = [...moves];
  for (const group of groups) {
    const before = steps.at(-1)!.formed;
    const troubles = group.flatMap((m): Trouble[] => {
      const curve = curves[m.bend]!;
      const out = m.arm === 'towards-last' ? 1 : -1;
      return [
        toolRoom(wire, m.bend, curve, before, samples, wire.stock.diameterMm),
        jawRoom(wire.bends, m.bend, out, kit),
      ].filter((t) => t !== null);
    });
    for (const m of group) done.add(m.bend);
    const formed = placed(wire, marks.originMm, done);
    const now: TailMove[] = [];
    for (let i = waiting.length - 1; i >= 0; i--) {
      const move = waiting[i]!;
      if (move.atMm < formed[0] - 1e-6 || move.atMm > formed[1] + 1e-6) continue;
      now.unshift(...waiting.splice(i, 1));
    }
    const narrow = now
      .filter((m) => m.narrow)
      .map((m): Trouble => ({ kind: 'narrow', bend: group[0]!.bend, crossing: m.crossing }));
    steps.push({
      kind: group.length > 1 ? 'pair' : 'bend',
      marks: group,
      formed,
      moves: now,
      troubles: [...troubles, ...narrow],
      measure: measured(wire, boxes, formed, wire.stock.diameterMm, group.length > 1),
    });
  }
  const whole = [0, wire.developedMm] as const;
  steps.push({
    kind: 'ends',
    marks: [],
    formed: whole,
    moves: waiting,
    troubles: [],
    measure: measured(
      wire,
      boxes,
      whole,
      wire.stock.diameterMm,
      arms !== null && piece.from === 'middle',
    ),
  });
  return {
    wire: index,
    from: piece.from,
    marks,
    arms,
    steps,
    threading: ways(moved, arms),
    cramped: {
      first: crampedFrom('first', wire, middleMm, samples, wire.stock.diameterMm),
      last: crampedFrom('last', wire, middleMm, samples, wire.stock.diameterMm),
      middle: crampedFrom('middle', wire, middleMm, samples, wire.stock.diameterMm),
    },
  };
}

/** How many curves have no room for their tool when the work begins there. */
function crampedFrom(
  from: WorkOrigin,
  wire: WirePlan,
  middleMm: number,
  samples: readonly Sample[],
  diameterMm: number,
): number {
  const { marks, originMm } = workMarks(wire, from, middleMm);
  const curves = wire.strip.pieces.filter(isBend);
  const done = new Set<number>();
  let count = 0;
  for (const m of marks) {
    const formed = placed(wire, originMm, done);
    if (toolRoom(wire, m.bend, curves[m.bend]!, formed, samples, diameterMm)) count++;
    done.add(m.bend);
  }
  return count;
}

/** Marks by steps: the two of a pair together. */
function grouped(marks: WorkMarks, arms: Arms | null): WorkMark[][] {
  const partner = new Map<number, number>();
  for (const p of arms?.pairs ?? []) {
    partner.set(p.first, p.last);
    partner.set(p.last, p.first);
  }
  const taken = new Set<number>();
  return marks.marks.flatMap((m) => {
    if (taken.has(m.bend)) return [];
    const other = marks.marks.find((n) => n.bend === partner.get(m.bend));
    taken.add(m.bend);
    if (!other) return [[m]];
    taken.add(other.bend);
    return [[m, other]];
  });
}

const boxOf = (piece: StripPiece): Box | null =>
  pathsBox([{ segments: piece.shape, closed: false }]);

function measured(
  wire: WirePlan,
  boxes: readonly (Box | null)[],
  [low, high]: readonly [number, number],
  diameterMm: number,
  level: boolean,
): Measure | null {
  let whole: Box | null = null;
  wire.strip.pieces.forEach((p, i) => {
    const box = boxes[i];
    if (!box || p.startMm < low - 1e-6 || p.startMm + p.lengthMm > high + 1e-6) return;
    whole = whole ? joined(whole, box) : box;
  });
  const bare = whole as Box | null;
  // Beside another pass it lies elsewhere than on its line.
  const aside = bare && wire.asides.length > 0;
  const box = aside ? pathsBox([{ segments: formedPart(wire, [low, high]), closed: false }]) : bare;
  if (!box) return null;
  return {
    widthMm: box.maxX - box.minX + diameterMm,
    heightMm: box.maxY - box.minY + diameterMm,
    level,
  };
}

const joined = (a: Box, b: Box): Box => ({
  minX: Math.min(a.minX, b.minX),
  minY: Math.min(a.minY, b.minY),
  maxX: Math.max(a.maxX, b.maxX),
  maxY: Math.max(a.maxY, b.maxY),
});

function ways(moved: Readonly<Record<WorkOrigin, TailMove[]>>, arms: Arms | null): Threading[] {
  const list = (['first', 'last', 'middle'] as const).map((from) => threadingOf(moved[from], from));
  // Of ways that ask for the same, a figure with two arms is best begun in the middle.
  const rank = (t: Threading): number =>
    t.from === 'middle' ? (arms ? -1 : 2) : t.from === 'first' ? 0 : 1;
  return list.sort(
    (a, b) => a.narrow - b.narrow || a.times - b.times || a.pullMm - b.pullMm || rank(a) - rank(b),
  );
}
