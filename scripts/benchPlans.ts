import { dressPiece } from '../core/dressing';
import { newDressItem } from '../core/item';
import { assemblyOf } from '../core/making';
import { DEFAULT_KIT } from '../core/forming';
import { awgToMm } from '../core/units';
import { newPath, newPiece, nodesOf, withBendEdit, type Piece } from '../core/piece';
import { planPiece } from '../core/plan';
import { poseStrip, stepsOf } from '../core/steps';
import type { Path, Vec } from '../core/geometry';
import { drawAs, knownFigure, type Drawing } from '../core/strip/knownFigures';
import { randomPlaces, smoothScribble, wanderingRow } from '../core/strip/scribbles';

const median = (values: number[]): number =>
  [...values].sort((a, b) => a - b)[values.length >> 1] ?? 0;

function timed(work: () => void): number {
  const from = performance.now();
  work();
  return performance.now() - from;
}

function pieceOf(bends: number, drawing: Drawing, seed: number): Piece {
  const path = newPath('w', nodesOf(drawAs(knownFigure(seed, 1, bends), drawing, seed)), false);
  return { ...newPiece('p', 'Bench', ''), paths: [path] };
}

/** First plan of a figure never seen, and replans after a change of gauge. */
function measure(
  bends: number,
  drawing: Drawing,
  rounds: number,
): { first: number; again: number } {
  const first: number[] = [];
  const again: number[] = [];
  for (let round = 0; round < rounds; round++) {
    const piece = pieceOf(bends, drawing, 100 + round);
    first.push(timed(() => planPiece(piece)));
    for (let awg = 16; awg < 22; awg++) {
      const wire = { ...piece.wire, diameterMm: awgToMm(awg) };
      again.push(timed(() => planPiece({ ...piece, wire })));
    }
  }
  return { first: median(first), again: median(again) };
}

console.log('Plan, median ms         bends   first plan   replan');
// A worker that has planned for a while is warm: so is this one before it is timed.
measure(300, 'exact', 12);
const base = measure(300, 'exact', 9);
for (const [bends, drawing, rounds] of [
  [30, 'exact', 15],
  [300, 'exact', 9],
  [3000, 'exact', 3],
  [30, 'cubics', 5],
  [300, 'cubics', 1],
] as const) {
  const { first, again } =
    bends === 300 && drawing === 'exact' ? base : measure(bends, drawing, rounds);
  const ratio = (again / base.again).toFixed(2);
  console.log(
    `${drawing === 'exact' ? 'lines and arcs' : 'free curves   '}        ${String(bends).padStart(6)} ${first.toFixed(1).padStart(12)} ${again.toFixed(2).padStart(8)}   (${ratio} of 300 lines and arcs)`,
  );
}

/** Ugly lines, each planned once: a scribble run as two wires, many lines that cross, a row of thousands of points. */
function once(name: string, make: (seed: number) => Piece, rounds: number): void {
  const times = Array.from({ length: rounds }, (_, k) => {
    const piece = make(40 + k);
    return timed(() => planPiece(piece));
  });
  console.log(`${name.padEnd(52)} ${median(times).toFixed(0).padStart(8)}`);
}

const linesOf = (
  paths: readonly (readonly Vec[] | Path)[],
  change: Partial<Piece> = {},
): Piece => ({
  ...newPiece('p', 'Bench', ''),
  paths: paths.map((p, i) =>
    newPath(`w${i}`, 'segments' in p ? nodesOf(p) : p.map(({ x, y }) => ({ x, y })), false),
  ),
  ...change,
});
const asTwo: Partial<Piece> = {
  route: { wires: 2, bridge: true, start: null, end: null, rules: [], ends: [] },
};
const six = (make: (seed: number) => readonly Vec[] | Path) => (seed: number) =>
  linesOf(
    Array.from({ length: 6 }, (_, l) => make(10 * seed + l)),
    asTwo,
  );

console.log('\nFirst plan of ugly lines, median ms');
once(
  '6 lines of 12 points on 40 mm, as two wires',
  six((s) => randomPlaces(s, 12, 40)),
  5,
);
once(
  'the same as smooth scribbles',
  six((s) => smoothScribble(s, 12, 40)),
  5,
);
once(
  '500 lines that cross, each a wire',
  (seed) => linesOf(Array.from({ length: 500 }, (_, l) => randomPlaces(seed + 1000 * l, 2, 100))),
  3,
);
once(
  'a row of 5000 points that wanders',
  (seed) => linesOf([wanderingRow(seed, 5000, 0.6, 0.25)]),
  3,
);

/** With tools: a first plan, a bend shifted, all steps, and one frame of a rehearsal. */
function measureBench(bends: number, rounds: number): number[] {
  const bench = { kit: DEFAULT_KIT };
  const times: number[][] = [[], [], [], []];
  for (let round = 0; round < rounds; round++) {
    const piece = pieceOf(bends, 'exact', 300 + round);
    times[0]!.push(timed(() => planPiece(piece, bench)));
    const plan = planPiece(piece, bench);
    const wire = plan.wires[0]!;
    const spot = wire.bends[bends >> 1]!.spot;
    for (let k = 1; k < 9; k++) {
      const edited = withBendEdit(piece, spot, { shiftMm: k / 10 });
      times[1]!.push(timed(() => planPiece(edited, bench)));
    }
    times[2]!.push(timed(() => stepsOf(piece, plan, 0, DEFAULT_KIT)));
    for (let k = 0; k < 20; k++) {
      const bent = (bends * k) / 20;
      times[3]!.push(
        timed(() => poseStrip(wire.strip, (i) => Math.min(1, Math.max(0, bent - i / 2)), 0)),
      );
    }
  }
  return times.map(median);
}

console.log('\nWith a kit, median ms    bends   first plan   bend shifted   all steps   one pose');
for (const bends of [30, 100, 300]) {
  const [first, shifted, steps, pose] = measureBench(bends, 5);
  console.log(
    `lines and arcs        ${String(bends).padStart(8)} ${first!.toFixed(1).padStart(12)} ${shifted!.toFixed(1).padStart(14)} ${steps!.toFixed(1).padStart(11)} ${pose!.toFixed(2).padStart(10)}`,
  );
}

/** A piece dressed with so many coils and weaves, and its order of assembly. */
function measureDressing(items: number, rounds: number): number[] {
  const times: number[][] = [[], []];
  const place = (x: number, y: number, lengthMm: number) => ({ x, y, lengthMm });
  const bar = (id: string, y: number) =>
    newPath(
      id,
      [
        { x: 0, y },
        { x: 40 * items, y },
      ],
      false,
    );
  const dressing = Array.from({ length: items }, (_, i) =>
    newDressItem(
      i % 2 === 0 ? 'weave' : 'coil',
      `d${i}`,
      place(40 * i + 20, 0, 30),
      place(40 * i + 20, 8, 30),
    ),
  );
  const piece = { ...newPiece('p', 'Dressed', ''), paths: [bar('a', 0), bar('b', 8)], dressing };
  const plan = planPiece(piece);
  for (let round = 0; round < rounds; round++) {
    times[0]!.push(timed(() => dressPiece(piece, plan)));
    const dressed = dressPiece(piece, plan);
    times[1]!.push(timed(() => assemblyOf(piece, plan, dressed, { kit: DEFAULT_KIT })));
  }
  return times.map(median);
}

console.log('\nDressing, median ms       items      dressed   in order');
for (const items of [6, 60, 300]) {
  const [dressed, ordered] = measureDressing(items, 7);
  console.log(
    `coils and weaves      ${String(items).padStart(8)} ${dressed!.toFixed(1).padStart(12)} ${ordered!.toFixed(1).padStart(10)}`,
  );
}
