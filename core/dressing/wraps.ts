import {
  bundleWrap,
  coilLength,
  coilTurn,
  coverTurns,
  cuppedWidth,
  guidedTurn,
  loopLength,
  mostTwist,
  stemWraps,
  TWIST_LIMIT_RAD,
  twistOf,
} from '../element';
import { distance, sub, unit, type Vec } from '../geometry';
import type { DressOf, Thread } from '../piece';
import { degrees, printMm, printNumber } from '../units';
import {
  moved,
  outside,
  passBeside,
  right,
  runAt,
  spotsOf,
  turnStroke,
  type Ground,
  spanOf,
} from './stretch';
import type { DressMark, DressProblem, WireRole, WireUse, Worked } from './types';

const EMPTY = { beads: [], findings: [], notes: [], problems: [] } as const;

export const wireMark = (
  runs: readonly (readonly Vec[])[],
  thread: Thread,
  under = false,
): DressMark => ({ kind: 'wire', runs, diameterMm: thread.diameterMm, metal: thread.metal, under });

export const use = (
  role: WireRole,
  name: string,
  wire: Thread,
  lengthMm: number,
  tailMm: number,
  count = 1,
): WireUse => ({ role, name, wire, cutMm: lengthMm + 2 * tailMm, tailsMm: 2 * tailMm, count });

/** Steps at which a strand is drawn and measured, mm. */
const FINE_MM = 0.1;

/** A wire to be bound to lies this near, in wire diameters. */
export const BIND_REACH = 2.2;

export function dressBind(ground: Ground, item: DressOf<'bind'>): Worked | null {
  const run = runAt(ground, item.on);
  if (!run) return null;
  const { thread, wraps, strands } = item;
  const d = thread.diameterMm;
  const { frameMm } = ground;
  const middle = (run.fromMm + run.toMm) / 2;
  const beside = strands > 1 ? (passBeside(ground, run, BIND_REACH * frameMm)?.side ?? null) : 0;
  const problems: DressProblem[] =
    beside === null
      ? [
          {
            message:
              'No second wire lies here to be bound to. Move it to a crossing or to a place where two wires touch.',
            remedies: [
              { kind: 'item', label: 'Bind one wire only', item: { ...item, strands: 1 } },
            ],
            refused: true,
          },
        ]
      : [];
  const lengthMm = bundleWrap(wraps, frameMm, strands, d);
  const crossing = ground.plan.crossings.find(
    (c) => distance(c.at, run.spot(middle).at) < 2 * frameMm,
  );
  const width = crossing ? frameMm * 1.25 : (strands * frameMm) / 2;
  const shift = crossing ? 0 : (beside ?? 0) / 2;
  const strokes = Array.from({ length: Math.ceil(wraps) }, (_, i) =>
    turnStroke(run.spot(middle + (i - (wraps - 1) / 2) * d), width + d / 2, d, shift),
  );
  return {
    ...EMPTY,
    title: `${strands > 1 ? (crossing ? 'Crossing bound' : `${strands} wires bound`) : 'Wire wrapped'}, ${printNumber(wraps, 0)} wraps`,
    counts: [{ name: 'wraps', count: Math.ceil(wraps) }],
    wires: [use('binding', 'Binding wire', thread, lengthMm, item.tailMm)],
    spans: [{ wire: run.wire, fromMm: middle - (wraps * d) / 2, toMm: middle + (wraps * d) / 2 }],
    marks: beside === null ? [] : [wireMark(strokes, thread)],
    problems,
  };
}

export function dressCoil(ground: Ground, item: DressOf<'coil'>): Worked | null {
  const run = runAt(ground, item.on);
  if (!run) return null;
  const { thread, gapMm } = item;
  const d = thread.diameterMm;
  const pitch = d + gapMm;
  const turns = coverTurns(run.lengthMm, d, gapMm);
  const shown = Math.max(1, Math.floor(turns + 1e-6));
  const strokes = Array.from({ length: shown }, (_, i) =>
    turnStroke(
      run.spot(run.fromMm + ((i + 0.5) * run.lengthMm) / shown),
      (ground.frameMm + d) / 2,
      pitch / 2,
    ),
  );
  return {
    ...EMPTY,
    title: `Coil over ${printMm(run.lengthMm)}, ${printNumber(turns, 1)} turns`,
    counts: [{ name: 'turns', count: Math.round(turns) }],
    wires: [
      use('binding', 'Coil', thread, coilLength(turns, ground.frameMm, d, pitch), item.tailMm),
    ],
    spans: [spanOf(run)],
    marks: [wireMark(strokes, thread)],
  };
}

export function dressStrands(ground: Ground, item: DressOf<'strands'>): Worked | null {
  const run = runAt(ground, item.on);
  if (!run) return null;
  const { thread, strands } = item;
  const d = thread.diameterMm;
  const sign = item.side === 'right' ? 1 : -1;
  const spots = spotsOf(run, FINE_MM);
  const lines = Array.from({ length: strands }, (_, j) => {
    const aside = sign * ((ground.frameMm + d) / 2 + j * d);
    return spots.map((s) => moved(s.at, right(s), aside));
  });
  const lengths = lines.map((points) =>
    points.slice(1).reduce((sum, p, i) => sum + distance(p, points[i]!), 0),
  );
  // Where a strand turns back on itself the bow is tighter than the strand lies inside it.
  const folded = lines.some((points) =>
    points.slice(1).some((p, i) => {
      const [step, along] = [sub(p, points[i]!), spots[i]!.direction];
      return step.x * along.x + step.y * along.y < -1e-9;
    }),
  );
  return {
    ...EMPTY,
    title: `${strands} ${strands === 1 ? 'strand' : 'strands'} beside ${printMm(run.lengthMm)}`,
    counts: [{ name: 'strands', count: strands }],
    wires: lengths.map((length, j) =>
      use('strand', `Strand ${j + 1} beside the frame`, thread, length, item.tailMm),
    ),
    spans: [spanOf(run)],
    marks: lines.map((points) => wireMark([points], thread)),
    notes:
      strands > 1
        ? [
            `The outermost is ${printMm(Math.abs(lengths.at(-1)! - lengths[0]!))} ${lengths.at(-1)! > lengths[0]! ? 'longer' : 'shorter'} than the innermost.`,
          ]
        : [],
    problems: folded
      ? [
          {
            message: 'The curve is too tight for strands on its inside.',
            remedies: [
              {
                kind: 'item',
                label: 'Lay them on the other side',
                item: { ...item, side: item.side === 'left' ? 'right' : 'left' },
              },
            ],
            refused: true,
          },
        ]
      : [],
  };
}

export function dressTwist(ground: Ground, item: DressOf<'twist'>): Worked | null {
  const run = runAt(ground, item.on);
  if (!run) return null;
  const { thread, strands, turns } = item;
  const d = thread.diameterMm;
  const twist = twistOf(strands, run.lengthMm, turns, d);
  const most = Math.floor(mostTwist(strands, run.lengthMm, d));
  const side = outside(ground, run.spot((run.fromMm + run.toMm) / 2));
  const aside = (side * (ground.frameMm + twist.acrossMm)) / 2;
  const rho = (twist.acrossMm - d) / 2;
  const spots = spotsOf(run, Math.max(0.05, run.lengthMm / Math.max(40, 16 * turns)));
  // A strand comes to the front and goes behind: it is drawn in front half the time.
  const strandLines = Array.from({ length: strands }, (_, j) => {
    const runs: { front: Vec[][]; back: Vec[][] } = { front: [], back: [] };
    let last: 'front' | 'back' | null = null;
    spots.forEach((s, i) => {
      const phase = (2 * Math.PI * turns * i) / (spots.length - 1) + (2 * Math.PI * j) / strands;
      const p = moved(s.at, right(s), aside + side * rho * Math.sin(phase));
      const layer = Math.cos(phase) >= 0 ? 'front' : 'back';
      if (layer !== last) {
        const before = last ? runs[last].at(-1)?.at(-1) : undefined;
        runs[layer].push(before ? [before] : []);
      }
      runs[layer].at(-1)!.push(p);
      last = layer;
    });
    return runs;
  });
  return {
    ...EMPTY,
    title: `Twist of ${strands} strands over ${printMm(run.lengthMm)}, ${printNumber(turns, 0)} turns`,
    counts: [{ name: 'turns', count: Math.round(turns) }],
    wires: [use('strand', 'Strand of the twist', thread, twist.strandMm, item.tailMm, strands)],
    spans: [spanOf(run)],
    marks: [
      ...strandLines.map((r) => wireMark(r.back, thread)),
      ...strandLines.map((r) => wireMark(r.front, thread)),
    ],
    notes: [
      `Strands lie at ${printNumber(degrees(twist.angleRad), 0)}°; ${printMm(twist.acrossMm, 2)} across.`,
    ],
    problems:
      twist.angleRad > TWIST_LIMIT_RAD
        ? [
            {
              message: `Twisted so tightly (${printNumber(degrees(twist.angleRad), 0)}°) soft wire is near breaking.`,
              remedies: [{ kind: 'item', label: `${most} turns`, item: { ...item, turns: most } }],
              refused: false,
            },
          ]
        : [],
  };
}

/** An arc through two points with a rise to the right of the way between them, as points. */
function bow(a: Vec, b: Vec, rise: number): { points: Vec[]; lengthMm: number } {
  const chord = distance(a, b);
  const along = chord > 0 ? unit(sub(b, a)) : { x: 1, y: 0 };
  const side = { x: -along.y, y: along.x };
  const half = 2 * Math.atan2(2 * Math.abs(rise), chord);
  if (half < 1e-6) return { points: [a, b], lengthMm: chord };
  const radius = chord / (2 * Math.sin(half));
  const sign = Math.sign(rise);
  const points = Array.from({ length: 33 }, (_, i) => {
    const t = -half + (2 * half * i) / 32;
    const x = chord / 2 + radius * Math.sin(t);
    const y = sign * (radius * Math.cos(t) - radius * Math.cos(half));
    return moved(moved(a, along, x), side, y);
  });
  return { points, lengthMm: 2 * half * radius };
}

export function dressFan(ground: Ground, item: DressOf<'fan'>): Worked | null {
  const run = runAt(ground, item.on);
  if (!run) return null;
  const { thread, strands, wraps } = item;
  const d = thread.diameterMm;
  const [a, b] = [run.spot(run.fromMm).at, run.spot(run.toMm).at];
  const bows = Array.from({ length: strands }, (_, i) =>
    bow(a, b, strands === 1 ? 0 : item.bowMm * ((2 * i) / (strands - 1) - 1)),
  );
  const along = distance(a, b) > 0 ? unit(sub(b, a)) : { x: 1, y: 0 };
  const strokes = [a, b].flatMap((at, end) =>
    Array.from({ length: Math.ceil(wraps) }, (_, i) =>
      turnStroke(
        { at: moved(at, along, (end === 0 ? 1 : -1) * (i + 0.5) * d), direction: along },
        (strands * d) / 3 + d,
        d,
      ),
    ),
  );
  // Equal bows left and right take equal wires: they are cut in pairs.
  const sizes = new Map<string, { lengthMm: number; count: number }>();
  for (const { lengthMm } of bows) {
    const key = lengthMm.toFixed(3);
    sizes.set(key, { lengthMm, count: (sizes.get(key)?.count ?? 0) + 1 });
  }
  return {
    ...EMPTY,
    title: `${strands} strands bound at both ends and fanned out`,
    counts: [{ name: 'wraps at each end', count: Math.ceil(wraps) }],
    wires: [
      ...[...sizes.values()].map((s, i) =>
        use('strand', `Strand of the fan ${i + 1}`, thread, s.lengthMm, item.tailMm, s.count),
      ),
      use(
        'binding',
        'Binding of the fan',
        thread,
        bundleWrap(wraps, d, strands, d),
        item.tailMm,
        2,
      ),
    ],
    spans: [],
    marks: [
      wireMark(
        bows.map((s) => s.points),
        thread,
      ),
      wireMark(strokes, thread),
    ],
    notes: [`It opens ${printMm(2 * item.bowMm + d)} wide over ${printMm(distance(a, b))}.`],
  };
}

export function dressRosette(item: DressOf<'rosette'>): Worked {
  const { thread, petals, wraps } = item;
  const d = thread.diameterMm;
  const round = loopLength(item.insideMm, d);
  const at: Vec = { x: item.on.x, y: item.on.y };
  // A round turn pressed into a petal keeps its length: an oval of half its width.
  const reach = round * 0.42;
  const leaf = (i: number): Vec[] => {
    const angle = -Math.PI / 2 + (2 * Math.PI * i) / petals;
    const [c, s] = [Math.cos(angle), Math.sin(angle)];
    const wide = Math.min(round * 0.16, reach * Math.sin(Math.PI / petals));
    return Array.from({ length: 33 }, (_, k) => {
      const t = (2 * Math.PI * k) / 32;
      const x = (reach / 2) * (1 - Math.cos(t));
      const y = wide * Math.sin(t);
      return { x: at.x + x * c - y * s, y: at.y + x * s + y * c };
    });
  };
  const flat = 2 * reach;
  return {
    ...EMPTY,
    title: `Rosette of ${petals} petals`,
    counts: [
      { name: 'turns of the coil', count: petals },
      { name: 'wraps at the back', count: Math.ceil(wraps) },
    ],
    wires: [
      use(
        'binding',
        'Coil of the rosette',
        thread,
        petals * coilTurn(item.insideMm, d) + stemWraps(wraps, d),
        item.tailMm,
      ),
    ],
    spans: [],
    marks: [
      wireMark(
        Array.from({ length: petals }, (_, i) => leaf(i)),
        thread,
      ),
    ],
    notes: [
      item.riseMm > 0
        ? `Flat it is ${printMm(flat)} wide, cupped by ${printMm(item.riseMm)} ${printMm(cuppedWidth(flat, item.riseMm))}; the wire stays the same.`
        : `It is ${printMm(flat)} wide.`,
    ],
  };
}

export function dressGuided(item: DressOf<'guided'>): Worked {
  const { thread, loops, guideMm, spreadMm, pitchMm } = item;
  const d = thread.diameterMm;
  const at: Vec = { x: item.on.x, y: item.on.y };
  const inner = (loops * pitchMm) / (2 * Math.PI);
  const across = spreadMm + guideMm;
  const rows = Array.from({ length: loops }, (_, i): Vec[] => {
    const angle = -Math.PI / 2 + (2 * Math.PI * i) / loops;
    const [c, s] = [Math.cos(angle), Math.sin(angle)];
    const half = Math.min(pitchMm * 0.45, (guideMm + d) / 2);
    return Array.from({ length: 25 }, (_, k) => {
      const t = (2 * Math.PI * k) / 24;
      const x = inner + (across / 2) * (1 - Math.cos(t));
      const y = half * Math.sin(t);
      return { x: at.x + x * c - y * s, y: at.y + x * s + y * c };
    });
  });
  const problems: DressProblem[] =
    pitchMm < d - 1e-9
      ? [
          {
            message: `Loops ${printMm(pitchMm, 2)} apart do not fit beside each other in ${printMm(d, 2)} wire.`,
            remedies: [
              { kind: 'item', label: `${printMm(d, 2)} apart`, item: { ...item, pitchMm: d } },
            ],
            refused: true,
          },
        ]
      : [];
  return {
    ...EMPTY,
    title: `Band of ${loops} loops, closed to a ring`,
    counts: [{ name: 'loops', count: loops }],
    wires: [
      use(
        'binding',
        'Wire of the band',
        thread,
        loops * guidedTurn(guideMm, spreadMm, d, pitchMm),
        item.tailMm,
      ),
      use(
        'setting',
        'Guide wires, pulled out afterwards',
        { ...thread, diameterMm: guideMm },
        loops * pitchMm + 40,
        0,
        2,
      ),
    ],
    spans: [],
    marks: problems.length > 0 ? [] : [wireMark(rows, thread)],
    notes: [
      `Closed, it is ${printMm(2 * (inner + across + d))} across with an opening of ${printMm(2 * inner - d)}. The guides are used again.`,
    ],
    problems,
  };
}
