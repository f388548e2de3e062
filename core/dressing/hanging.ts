import { endForm, loopLength, stemWraps } from '../element';
import { distance, type Vec } from '../geometry';
import type { DressOf, Piece } from '../piece';
import { placedEnds, type Plan, type WirePlan } from '../plan';
import { printNumber } from '../units';
import { beadMark, holeProblem, usesOf } from './holes';
import { runAt, type Ground } from './stretch';
import type { Worked } from './types';

export interface Eye {
  readonly center: Vec;
  readonly insideMm: number;
  /** wrapped shut: it does not open again */
  readonly shuts: boolean;
}

/** Eyes of a wire's ends that something can hang in. */
export const eyesOf = (piece: Piece, plan: Plan, wire: WirePlan): Eye[] =>
  placedEnds(piece, plan, wire).flatMap(({ eye, end }) =>
    eye ? [{ ...eye, shuts: endForm(end, plan.diameterMm).shuts }] : [],
  );

/** Where something hangs: the lowest point of an eye nearby, else of the wire itself. */
export function hangPoint(ground: Ground, on: Vec): Vec | null {
  const { piece, plan } = ground;
  const eyes = plan.wires.flatMap((wire) => eyesOf(piece, plan, wire));
  const eye = eyes.find((e) => distance(e.center, on) < e.insideMm / 2 + 3);
  if (eye) return { x: eye.center.x, y: eye.center.y + eye.insideMm / 2 };
  const run = runAt(ground, { ...on, lengthMm: 0 });
  const spot = run?.spot(run.fromMm);
  return spot ? { x: spot.at.x, y: spot.at.y + ground.frameMm / 2 } : null;
}

const circle = (center: Vec, radius: number, steps = 28): Vec[] =>
  Array.from({ length: steps + 1 }, (_, i) => {
    const angle = -Math.PI / 2 + (2 * Math.PI * i) / steps;
    return { x: center.x + radius * Math.cos(angle), y: center.y + radius * Math.sin(angle) };
  });

export function dressDrop(ground: Ground, item: DressOf<'drop'>): Worked | null {
  const top = hangPoint(ground, item.on);
  const run = runAt(ground, item.on);
  if (!top || !run) return null;
  const d = item.thread.diameterMm;
  const length = item.beads.reduce((sum, bead) => sum + bead.lengthMm, 0);
  const stem = item.wraps * d;
  const foot = item.by === 'wire' ? loopLength(d, d) : 0;
  const cutMm =
    length + loopLength(item.insideMm, d) + stem + stemWraps(item.wraps, d) + foot + item.tailMm;
  const problems = item.beads.flatMap(
    (bead) => holeProblem(item, bead, { diameterMm: d, passes: 1, sagMm: 0, frame: false }) ?? [],
  );
  const refused = problems.length > 0;
  const radius = (item.insideMm + d) / 2;
  const center = { x: top.x, y: top.y + item.insideMm / 2 - d };
  const neck = center.y + radius;
  let y = neck + stem;
  const placed = item.beads.map((bead) => {
    const at = { x: top.x, y: y + bead.lengthMm / 2 };
    y += bead.lengthMm;
    return { bead, at, along: { x: 0, y: 1 } };
  });
  const wraps = Array.from({ length: Math.ceil(item.wraps) }, (_, i) => [
    { x: top.x - d, y: neck + (i + 0.7) * d },
    { x: top.x + d, y: neck + (i + 0.3) * d },
  ]);
  return {
    title: `${item.beads.length === 1 ? 'A bead' : `${item.beads.length} beads`} hanging`,
    counts: item.wraps > 0 ? [{ name: 'wraps', count: Math.ceil(item.wraps) }] : [],
    wires: [
      {
        role: 'finding',
        name: item.by === 'head-pin' ? 'Head pin, trimmed' : 'Wire of the drop',
        wire: item.thread,
        cutMm,
        tailsMm: item.tailMm,
        count: 1,
      },
    ],
    beads: refused ? [] : usesOf(item.beads),
    findings: item.by === 'head-pin' ? [{ name: 'Head pin', count: 1, grams: 0 }] : [],
    spans: [],
    marks: refused
      ? []
      : [
          {
            kind: 'wire',
            runs: [
              circle(center, radius),
              [
                { x: top.x, y: neck },
                { x: top.x, y: y + d / 2 },
              ],
              [
                { x: top.x - d, y: y + d / 2 },
                { x: top.x + d, y: y + d / 2 },
              ],
              ...wraps,
            ],
            diameterMm: d,
            metal: item.thread.metal,
            under: false,
          },
          ...placed.map(beadMark),
        ],
    notes: [
      `It hangs ${printNumber(y + d - top.y, 1)} mm down${item.wraps === 0 ? '; its loop can be opened again' : ''}.`,
    ],
    problems,
  };
}
