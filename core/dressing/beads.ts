import { coilTurn } from '../element';
import { distance, mix, sub, unit, type Vec } from '../geometry';
import type { Bead, DressOf } from '../piece';
import { printMm } from '../units';
import { beadMark, holeProblem, usesOf, type PlacedBead } from './holes';
import { moved, outside, right, runAt, spanOf, turnStroke, type Ground, type Run } from './stretch';
import type { DressProblem, DressRemedy, Worked } from './types';

interface Threaded extends PlacedBead {
  /** how far the wire stands off the straight hole, mm */
  readonly sagMm: number;
}

/** The place further along at which a chord from `fromMm` is as long as a bead; null past the end. */
function chordEnd(run: Run, fromMm: number, chordMm: number): number | null {
  const from = run.spot(fromMm).at;
  let mm = fromMm + chordMm;
  for (let i = 0; i < 60; i++) {
    if (mm > run.toMm + 1e-6) return null;
    const short = chordMm - distance(from, run.spot(mm).at);
    if (short < 1e-7) return mm;
    mm += short;
  }
  return mm > run.toMm + 1e-6 ? null : mm;
}

function sagOf(run: Run, fromMm: number, toMm: number): number {
  const [a, b] = [run.spot(fromMm).at, run.spot(toMm).at];
  const along = unit(sub(b, a));
  let most = 0;
  for (let i = 1; i < 8; i++) {
    const p = sub(run.spot(fromMm + ((toMm - fromMm) * i) / 8).at, a);
    most = Math.max(most, Math.abs(p.x * along.y - p.y * along.x));
  }
  return most;
}

/**
 * Beads threaded along a stretch one after the other, each a chord of the wire, until the stretch or
 * the count is full.
 */
export function threadAlong(
  run: Run,
  pattern: readonly Bead[],
  gapMm: number,
  count: number | null,
): { beads: Threaded[]; usedMm: number; leftMm: number } {
  const beads: Threaded[] = [];
  let mm = run.fromMm;
  let end = run.fromMm;
  while (beads.length < (count ?? 2_000)) {
    const bead = pattern[beads.length % pattern.length]!;
    const to = chordEnd(run, mm, bead.lengthMm);
    if (to === null) break;
    const [a, b] = [run.spot(mm).at, run.spot(to).at];
    beads.push({
      bead,
      at: mix(a, b, 0.5),
      along: unit(sub(b, a)),
      sagMm: sagOf(run, mm, to),
    });
    end = to;
    mm = to + gapMm;
  }
  return { beads, usedMm: end - run.fromMm, leftMm: run.toMm - end };
}

/** What is left over of a stretch, and how it comes out even. */
function evenly(
  item: DressOf<'beads'>,
  lengthMm: number,
  count: number,
  left: number,
): DressProblem | null {
  if (item.count !== null || count === 0 || left < 0.3) return null;
  const remedies: DressRemedy[] = [];
  if (count > 1) {
    const gapMm = item.gapMm + left / (count - 1);
    remedies.push({
      kind: 'item',
      label: `Gaps of ${printMm(gapMm, 2)}`,
      item: { ...item, gapMm: Number(gapMm.toFixed(3)) },
    });
  }
  remedies.push({
    kind: 'item',
    label: `A stretch of ${printMm(lengthMm - left)}`,
    item: { ...item, on: { ...item.on, lengthMm: lengthMm - left } },
  });
  return {
    message: `${printMm(left)} of the stretch stay bare after ${count === 1 ? 'one bead' : `${count} beads`}.`,
    remedies,
    refused: false,
  };
}

/** What a bead on the frame asks of the frame's wire. */
export interface FrameHole {
  readonly bead: Bead;
  readonly passes: number;
  /** how far the wire bows inside the bead, mm */
  readonly sagMm: number;
}

/** The holes that the frame's own wire goes through. */
export function frameHoles(ground: Ground): FrameHole[] {
  return ground.piece.dressing.flatMap((item) => {
    const run = item.kind === 'beads' ? runAt(ground, item.on) : null;
    return item.kind === 'beads' && run ? holesOn(run, item) : [];
  });
}

function holesOn(run: Run, item: DressOf<'beads'>): FrameHole[] {
  const { beads } = threadAlong(run, item.beads, item.gapMm, item.count);
  return item.beads.map((bead) => {
    const own = beads.filter((t) => t.bead === bead);
    const sagMm = Math.max(0, ...own.map((t) => t.sagMm));
    return { bead, passes: item.passes, sagMm: sagMm < 0.005 ? 0 : sagMm };
  });
}

export function dressBeads(ground: Ground, item: DressOf<'beads'>): Worked | null {
  const run = runAt(ground, item.on);
  if (!run) return null;
  const { beads, usedMm, leftMm } = threadAlong(run, item.beads, item.gapMm, item.count);
  const problems: DressProblem[] = [];
  for (const { bead, passes, sagMm } of holesOn(run, item)) {
    const found = holeProblem(item, bead, {
      diameterMm: ground.frameMm,
      passes,
      sagMm,
      frame: true,
    });
    if (found) problems.push(found);
  }
  const refused = problems.length > 0;
  if (!refused) {
    const rest = evenly(item, run.lengthMm, beads.length, leftMm);
    if (rest) problems.push(rest);
    if (beads.length === 0 || (item.count !== null && beads.length < item.count)) {
      problems.push({
        message: `There is room for ${beads.length} on ${printMm(run.lengthMm)}.`,
        remedies: [],
        refused: beads.length === 0,
      });
    }
  }
  const on = refused ? [] : beads;
  const bare = Math.max(0, leftMm);
  return {
    title: `${on.length} ${on.length === 1 ? 'bead' : 'beads'} on ${printMm(run.lengthMm)}`,
    counts: on.length > 0 ? [{ name: 'beads', count: on.length }] : [],
    wires: [],
    beads: usesOf(on.map((t) => t.bead)),
    findings: [],
    spans: [spanOf(run)],
    marks: on.map(beadMark),
    notes: refused
      ? []
      : [`They take ${printMm(usedMm)} of ${printMm(run.lengthMm)}; ${printMm(bare)} left.`],
    problems,
  };
}

export function dressWound(ground: Ground, item: DressOf<'wound-beads'>): Worked | null {
  const run = runAt(ground, item.on);
  if (!run) return null;
  const { thread, wraps } = item;
  const d = thread.diameterMm;
  const between = wraps * d;
  const turn = coilTurn(ground.frameMm, d);
  const placed: Threaded[] = [];
  const strokes: Vec[][] = [];
  const reach = (ground.frameMm + d) / 2;
  const side = outside(ground, run.spot((run.fromMm + run.toMm) / 2));
  let mm = run.fromMm;
  const wind = (): void => {
    for (let i = 0; i < wraps; i++)
      strokes.push(turnStroke(run.spot(mm + (i + 0.5) * d), reach, d));
    mm += between;
  };
  wind();
  let beadsMm = 0;
  while (placed.length < 2_000) {
    const bead = item.beads[placed.length % item.beads.length]!;
    if (mm + bead.lengthMm + between > run.toMm + 1e-6) break;
    const spot = run.spot(mm + bead.lengthMm / 2);
    const aside = (ground.frameMm + bead.acrossMm) / 2;
    placed.push({
      bead,
      at: moved(spot.at, right(spot), side * aside),
      along: spot.direction,
      sagMm: 0,
    });
    // Up to the bead's hole, through it, and back down to the frame.
    beadsMm += bead.lengthMm + Math.max(0, bead.acrossMm - d);
    mm += bead.lengthMm;
    wind();
  }
  const problems = item.beads.flatMap(
    (bead) => holeProblem(item, bead, { diameterMm: d, passes: 1, sagMm: 0, frame: false }) ?? [],
  );
  const refused = problems.length > 0;
  const groups = placed.length + 1;
  const cutMm = groups * wraps * turn + beadsMm + 2 * item.tailMm;
  return {
    title: `${placed.length} beads wound on, ${wraps} wraps between`,
    counts: [
      { name: 'wraps', count: Math.ceil(groups * wraps) },
      { name: 'beads', count: placed.length },
    ],
    wires: [
      {
        role: 'binding',
        name: 'Binding wire for the beads',
        wire: thread,
        cutMm,
        tailsMm: 2 * item.tailMm,
        count: 1,
      },
    ],
    beads: refused ? [] : usesOf(placed.map((t) => t.bead)),
    findings: [],
    spans: [spanOf(run)],
    marks: refused
      ? []
      : [
          { kind: 'wire', runs: strokes, diameterMm: d, metal: thread.metal, under: false },
          ...placed.map(beadMark),
        ],
    notes: [`Wraps stand equally before the first and after the last bead.`],
    problems,
  };
}
