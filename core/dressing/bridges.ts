import { coilTurn, stemWraps } from '../element';
import { distance, sub, unit, type Vec } from '../geometry';
import type { DressOf } from '../piece';
import { printMm } from '../units';
import { beadMark, holeProblem, usesOf } from './holes';
import { moved, outside, right, runAt, turnStroke, type Ground } from './stretch';
import type { Worked } from './types';

export function dressBridge(ground: Ground, item: DressOf<'bridge'>): Worked | null {
  const [a, b] = [runAt(ground, item.on), runAt(ground, item.to)];
  if (!a || !b) return null;
  const { thread, wraps } = item;
  const d = thread.diameterMm;
  const [from, to] = [a.spot((a.fromMm + a.toMm) / 2), b.spot((b.fromMm + b.toMm) / 2)];
  const chord = distance(from.at, to.at);
  const free = Math.max(0, chord - ground.frameMm);
  const length = item.beads.reduce((sum, bead) => sum + bead.lengthMm, 0);
  const along = chord > 0 ? unit(sub(to.at, from.at)) : { x: 1, y: 0 };
  const problems = item.beads.flatMap(
    (bead) => holeProblem(item, bead, { diameterMm: d, passes: 1, sagMm: 0, frame: false }) ?? [],
  );
  if (length > free + 1e-6) {
    const fewer = item.beads.slice(0, -1);
    problems.push({
      message: `The opening is ${printMm(free)} wide and the beads are ${printMm(length)} long together.`,
      remedies:
        fewer.length > 0
          ? [{ kind: 'item', label: 'One bead fewer', item: { ...item, beads: fewer } }]
          : [],
      refused: true,
    });
  }
  const refused = problems.length > 0;
  let mm = (chord - length) / 2;
  const placed = item.beads.map((bead) => {
    const at = moved(from.at, along, mm + bead.lengthMm / 2);
    mm += bead.lengthMm;
    return { bead, at, along };
  });
  const reach = (ground.frameMm + d) / 2;
  const strokes = [a, b].flatMap((run) =>
    Array.from({ length: Math.ceil(wraps) }, (_, i) =>
      turnStroke(run.spot((run.fromMm + run.toMm) / 2 + (i - (wraps - 1) / 2) * d), reach, d),
    ),
  );
  return {
    title: `${item.beads.length === 1 ? 'A bead' : `${item.beads.length} beads`} across ${printMm(free)}`,
    counts: [{ name: 'wraps on each side', count: Math.ceil(wraps) }],
    wires: [
      {
        role: 'binding',
        name: 'Wire across the opening',
        wire: thread,
        cutMm: chord + 2 * wraps * coilTurn(ground.frameMm, d) + 2 * item.tailMm,
        tailsMm: 2 * item.tailMm,
        count: 1,
      },
    ],
    beads: refused ? [] : usesOf(item.beads),
    findings: [],
    spans: [a, b].map((run) => ({
      wire: run.wire,
      fromMm: (run.fromMm + run.toMm) / 2 - (wraps * d) / 2,
      toMm: (run.fromMm + run.toMm) / 2 + (wraps * d) / 2,
    })),
    marks: refused
      ? []
      : [
          {
            kind: 'wire',
            runs: [[from.at, to.at], ...strokes],
            diameterMm: d,
            metal: thread.metal,
            under: false,
          },
          ...placed.map(beadMark),
        ],
    notes: length < free ? [`${printMm(free - length)} of bare wire shows beside the beads.`] : [],
    problems,
  };
}

/** Round an ellipse with these half axes, mm (Ramanujan, off by less than 0.01 % up to 3 : 1). */
const ellipse = (a: number, b: number): number => {
  const h = ((a - b) / (a + b)) ** 2;
  return Math.PI * (a + b) * (1 + (3 * h) / (10 + Math.sqrt(4 - 3 * h)));
};

export function dressFramed(ground: Ground, item: DressOf<'framed-bead'>): Worked | null {
  const run = runAt(ground, item.on);
  const [bead] = item.beads;
  if (!run || !bead) return null;
  const d = item.thread.diameterMm;
  const spot = run.spot((run.fromMm + run.toMm) / 2);
  const rounds = Array.from({ length: item.rounds }, (_, i) => ({
    a: bead.lengthMm / 2 + (i + 0.5) * d,
    b: bead.acrossMm / 2 + (i + 0.5) * d,
  }));
  const framed = rounds.reduce((sum, r) => sum + ellipse(r.a, r.b), 0);
  const cutMm = bead.lengthMm + framed + 2 * stemWraps(item.wraps, d) + 2 * item.tailMm;
  const found = holeProblem(item, bead, { diameterMm: d, passes: 1, sagMm: 0, frame: false });
  const side = right(spot);
  const out = (ground.frameMm + bead.acrossMm) / 2 + item.rounds * d;
  const at = moved(spot.at, side, outside(ground, spot) * out);
  const { direction } = spot;
  const oval = ({ a, b }: { a: number; b: number }): Vec[] =>
    Array.from({ length: 49 }, (_, i) => {
      const t = (2 * Math.PI * i) / 48;
      return moved(moved(at, direction, a * Math.cos(t)), side, b * Math.sin(t));
    });
  const ends = [-1, 1].map((sign): Vec[] => {
    const from = moved(at, direction, sign * rounds.at(-1)!.a);
    return [from, moved(from, direction, sign * item.wraps * d)];
  });
  return {
    title: `A bead framed by ${item.rounds} ${item.rounds === 1 ? 'round' : 'rounds'} of its own wire`,
    counts: [
      { name: 'rounds', count: item.rounds },
      { name: 'wraps on each side', count: Math.ceil(item.wraps) },
    ],
    wires: [
      {
        role: 'binding',
        name: 'Wire of the framed bead',
        wire: item.thread,
        cutMm,
        tailsMm: 2 * item.tailMm,
        count: 1,
      },
    ],
    beads: found ? [] : usesOf([bead]),
    findings: [],
    spans: [],
    marks: found
      ? []
      : [
          beadMark({ at, along: spot.direction, bead }),
          {
            kind: 'wire',
            runs: [...rounds.map(oval), ...ends],
            diameterMm: d,
            metal: item.thread.metal,
            under: false,
          },
        ],
    notes: [`Framed it is ${printMm(2 * rounds.at(-1)!.b + d)} wide.`],
    problems: found ? [found] : [],
  };
}
