import { dressPiece } from '../core/dressing';
import { DEFAULT_LIMITS, frameOf, gaugeRemedies, groundFor, verdictFrom } from '../core/gauge';
import { DEFAULT_KIT } from '../core/forming';
import { newPath, newPiece, nodesOf, type Piece } from '../core/piece';
import { planPiece } from '../core/plan';
import { drawAs, knownFigure } from '../core/strip/knownFigures';

const median = (values: number[]): number =>
  [...values].sort((a, b) => a - b)[values.length >> 1] ?? 0;

function timed(work: () => void): number {
  const from = performance.now();
  work();
  return performance.now() - from;
}

const BEAM = { modulusMPa: 117_000, areaMm2: 0.82, inertiaMm4: 0.054 };

/** A closed ring of beams with pins across it: built, factored and solved once. */
function frameTime(count: number, pins: number): number {
  const nodes = Array.from({ length: count }, (_, i) => ({
    x: (count / 6) * Math.cos((2 * Math.PI * i) / count),
    y: (count / 6) * Math.sin((2 * Math.PI * i) / count),
  }));
  const beams = nodes.map((_, i) => ({ a: i, b: (i + 1) % count, ...BEAM }));
  for (let k = 1; k <= pins; k++) {
    const a = Math.floor((k * count) / (2 * pins + 2));
    beams.push({ a, b: count - a, ...BEAM });
  }
  const load = new Float64Array(3 * count);
  load[3 * (count >> 1) + 1] = 1;
  const supports = [{ node: 0, x: true, y: true, turn: true }];
  const times = Array.from({ length: 15 }, () =>
    timed(() => frameOf({ nodes, beams, pins: [], supports })?.solve(load)),
  );
  return median(times);
}

console.log('\nFrame, median ms          beams    no ties   30 ties');
for (const count of [300, 1000, 3000]) {
  const [bare, tied] = [frameTime(count, 0), frameTime(count, 30)];
  console.log(
    `built and solved      ${String(count).padStart(9)} ${bare.toFixed(1).padStart(10)} ${tied.toFixed(1).padStart(9)}`,
  );
}

/** How long the verdict of a figure takes, alone and with what would help. */
function verdictTimes(bends: number, rounds = 9): { alone: number; whole: number } {
  const path = newPath('w', nodesOf(drawAs(knownFigure(7, 1, bends), 'exact', 7)), false);
  const piece: Piece = { ...newPiece('p', 'Bench', ''), paths: [path] };
  const plan = planPiece(piece, { kit: DEFAULT_KIT });
  const dressing = dressPiece(piece, plan);
  const judge = () => {
    const ground = groundFor(piece, plan, dressing, DEFAULT_LIMITS)!;
    return { ground, verdict: verdictFrom(ground, dressing) };
  };
  const alone = Array.from({ length: rounds }, () => timed(judge));
  const whole = Array.from({ length: 5 }, () =>
    timed(() => {
      const { ground, verdict } = judge();
      gaugeRemedies(ground, verdict, dressing);
    }),
  );
  return { alone: median(alone), whole: median(whole) };
}

console.log('\nVerdict, median ms        bends   verdict   with remedies');
// A worker that has judged for a while is warm: so is this one before it is timed.
verdictTimes(100, 40);
for (const bends of [10, 30, 100, 300]) {
  const { alone, whole } = verdictTimes(bends, 25);
  console.log(
    `lines and arcs        ${String(bends).padStart(9)} ${alone.toFixed(1).padStart(9)} ${whole.toFixed(1).padStart(15)}`,
  );
}
