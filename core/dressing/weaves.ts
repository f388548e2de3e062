import { coilTurn, eightAdvance, evenSpokes, netOf, weaveBetween, type Eight } from '../element';
import { distance, sub, unit, type Vec } from '../geometry';
import type { DressOf } from '../piece';
import { printMm, printNumber } from '../units';
import { moved, runAt, turnStroke, type Ground, type Run, type Spot, spanOf } from './stretch';
import type { DressProblem, Worked } from './types';
import { use, wireMark } from './wraps';

const EMPTY = { beads: [], findings: [], notes: [], problems: [] } as const;

/** Two stretches gone along together, whichever way they are drawn. */
interface Pair {
  readonly a: (share: number) => Spot;
  readonly b: (share: number) => Spot;
  /** positions on both blanks at a share of the way */
  readonly mmAt: (share: number) => readonly [number, number];
  /** the shorter of the two, mm: it decides how many rows there is room for */
  readonly lengthMm: number;
}

/** The second stretch is turned round when its ends then lie nearer to those of the first. */
export function paired(first: Run, second: Run): Pair {
  const mmOn = (run: Run, back: boolean, share: number): number =>
    run.fromMm + run.lengthMm * (back ? 1 - share : share);
  const on =
    (run: Run, back: boolean) =>
    (share: number): Spot =>
      run.spot(mmOn(run, back, share));
  const apart = (back: boolean): number =>
    distance(on(first, false)(0).at, on(second, back)(0).at) +
    distance(on(first, false)(1).at, on(second, back)(1).at);
  const back = apart(true) < apart(false);
  return {
    a: on(first, false),
    b: on(second, back),
    mmAt: (share) => [mmOn(first, false, share), mmOn(second, back, share)],
    lengthMm: Math.min(first.lengthMm, second.lengthMm),
  };
}

export function dressWeave(ground: Ground, item: DressOf<'weave'>): Worked | null {
  const [first, second] = [runAt(ground, item.on), runAt(ground, item.to)];
  if (!first || !second) return null;
  const { thread, wraps } = item;
  const { frameMm } = ground;
  const d = thread.diameterMm;
  const eight: Eight = { diameterMm: d, frameMm, wraps };
  const { a, b, lengthMm } = paired(first, second);
  const share = (mm: number): number => {
    const t = lengthMm > 0 ? mm / lengthMm : 0;
    return item.from === 'first' ? t : 1 - t;
  };
  const gapAt = (mm: number): number => distance(a(share(mm)).at, b(share(mm)).at) - frameMm;
  const woven = weaveBetween(eight, lengthMm, gapAt, item.rows);
  const step = eightAdvance(eight);
  const narrow = Math.min(...woven.gapsMm, Infinity);
  const wide = Math.max(...woven.gapsMm, 0);
  const reach = (frameMm + d) / 2;
  const runs: Vec[][] = [];
  for (let i = 0; i < woven.rows; i++) {
    const at = i * step;
    for (let w = 0; w < wraps; w++) {
      const t = share(at + (w + 0.5) * d);
      runs.push(turnStroke(a(t), reach, d), turnStroke(b(t), reach, d));
    }
    const [p, q] = [a(share(at + 0.5 * d)), b(share(at + step / 2))];
    const across = distance(p.at, q.at) > 0 ? unit(sub(q.at, p.at)) : { x: 1, y: 0 };
    runs.push([moved(p.at, across, reach * 0.8), moved(q.at, across, -reach * 0.8)]);
  }
  const problems: DressProblem[] = [];
  if (woven.rows === 0) {
    problems.push({
      message: `There is no room for a row on ${printMm(lengthMm)}.`,
      remedies: [],
      refused: true,
    });
  }
  if (narrow < d - 1e-6) {
    const thinner = Number(Math.max(0.1, narrow * 0.95).toFixed(2));
    problems.push({
      message: `The gap closes to ${printMm(Math.max(0, narrow), 2)}: ${printMm(d, 2)} wire does not pass between. Those rows are reckoned as if it just did.`,
      remedies:
        narrow > 0.12
          ? [
              {
                kind: 'item',
                label: `Weave with ${printMm(thinner, 2)}`,
                item: { ...item, thread: { ...thread, diameterMm: thinner } },
              },
            ]
          : [],
      refused: false,
    });
  }
  if (item.rows !== null && woven.rows < item.rows) {
    problems.push({
      message: `There is room for ${woven.rows} of ${item.rows} rows.`,
      remedies: [{ kind: 'item', label: 'Fill the stretch', item: { ...item, rows: null } }],
      refused: false,
    });
  }
  return {
    ...EMPTY,
    title: `Figure-eight weave, ${woven.rows} rows, ${wraps} ${wraps === 1 ? 'wrap' : 'wraps'} a side`,
    counts: [{ name: 'rows', count: woven.rows }],
    wires: [use('binding', 'Weaving wire', thread, woven.lengthMm, item.tailMm)],
    spans: [spanOf(first), spanOf(second)],
    marks: woven.rows > 0 ? [wireMark(runs, thread)] : [],
    notes:
      woven.rows > 0
        ? [
            `Covers ${printMm(woven.rows * step)} of ${printMm(lengthMm)}; the gap goes from ${printMm(Math.max(0, narrow))} to ${printMm(wide)}. Equal wraps on both sides: ${woven.rows * wraps} each.`,
          ]
        : [],
    problems,
  };
}

export function dressLacing(ground: Ground, item: DressOf<'lacing'>): Worked | null {
  const [first, second] = [runAt(ground, item.on), runAt(ground, item.to)];
  if (!first || !second) return null;
  const { thread, points } = item;
  const d = thread.diameterMm;
  const { a, b } = paired(first, second);
  const stops: Spot[] = [];
  for (let i = 0; i < points; i++) {
    const t = i / (points - 1);
    stops.push(a(t), b(t));
  }
  const straight = stops.slice(1).reduce((sum, s, i) => sum + distance(s.at, stops[i]!.at), 0);
  // At each stop the wire goes half way round what it is laced through.
  const round = (stops.length * coilTurn(ground.frameMm, d)) / 2;
  const reach = (ground.frameMm + d) / 2;
  return {
    ...EMPTY,
    title: `Lacing through ${points} places a side`,
    counts: [{ name: 'places', count: 2 * points }],
    wires: [use('binding', 'Lacing wire', thread, straight + round, item.tailMm)],
    spans: [spanOf(first), spanOf(second)],
    marks: [
      wireMark([stops.map((s) => s.at)], thread),
      wireMark(
        stops.map((s) => turnStroke(s, reach, d)),
        thread,
      ),
    ],
  };
}

/** How far the frame is from a point in a direction, to the wire's middle; null if there is none. */
function frameTowards(ground: Ground, from: Vec, angle: number): number | null {
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  let best: number | null = null;
  for (const { points } of ground.lines) {
    for (let i = 0; i + 1 < points.length; i++) {
      const [p, q] = [sub(points[i]!, from), sub(points[i + 1]!, from)];
      const [y1, y2] = [p.y * c - p.x * s, q.y * c - q.x * s];
      if (y1 > 0 === y2 > 0) continue;
      const t = y1 / (y1 - y2);
      const x = p.x * c + p.y * s + t * ((q.x - p.x) * c + (q.y - p.y) * s);
      if (x > 1e-6 && (best === null || x < best)) best = x;
    }
  }
  return best;
}

export function dressNet(ground: Ground, item: DressOf<'net'>): Worked | null {
  const { thread, wraps, spokes, spokeMm } = item;
  const d = thread.diameterMm;
  const center: Vec = { x: item.on.x, y: item.on.y };
  const spokesRad = evenSpokes(spokes);
  const reaches = spokesRad.map((angle) => frameTowards(ground, center, angle));
  const clear = Math.min(...reaches.map((r) => (r === null ? Infinity : r - ground.frameMm / 2)));
  const net = netOf({
    diameterMm: d,
    frameMm: spokeMm,
    wraps,
    spokesRad,
    innerMm: item.innerMm,
    outerMm: Math.max(item.innerMm, item.outerMm),
  });
  const runs: Vec[][] = [];
  const at = (spoke: number, radius: number): Vec => ({
    x: center.x + radius * Math.cos(spokesRad[spoke]!),
    y: center.y + radius * Math.sin(spokesRad[spoke]!),
  });
  net.visits.forEach((v, i) => {
    const angle = spokesRad[v.spoke]!;
    const direction = { x: Math.cos(angle), y: Math.sin(angle) };
    for (let w = 0; w < wraps; w++) {
      const spot = { at: at(v.spoke, v.radiusMm + (w + 0.5) * d), direction };
      runs.push(turnStroke(spot, (spokeMm + d) / 2, d));
    }
    const next = net.visits[i + 1];
    if (next) {
      runs.push([
        at(v.spoke, v.radiusMm + wraps * d - d / 2),
        at(next.spoke, next.radiusMm + d / 2),
      ]);
    }
  });
  const ends = reaches.map((r) => r ?? item.outerMm);
  const spoke = { ...ground.piece.wire, diameterMm: spokeMm };
  const problems: DressProblem[] = [];
  if (reaches.some((r) => r === null)) {
    problems.push({
      message: 'Some spokes meet no frame: the middle of the net must lie inside the figure.',
      remedies: [],
      refused: true,
    });
  } else if (item.outerMm > clear + 1e-6) {
    const fits = Number((clear - 0.01).toFixed(2));
    problems.push({
      message: `The net reaches ${printMm(item.outerMm)} and the frame stands ${printMm(clear)} from its middle.`,
      remedies:
        fits > item.innerMm
          ? [{ kind: 'item', label: `Stop at ${printMm(fits)}`, item: { ...item, outerMm: fits } }]
          : [],
      refused: true,
    });
  }
  if (item.outerMm <= item.innerMm) {
    problems.push({
      message: 'The outside of the net must be larger than its inside.',
      remedies: [],
      refused: true,
    });
  }
  const refused = problems.some((p) => p.refused);
  return {
    ...EMPTY,
    title: `Net over ${spokes} spokes, ${printNumber(net.rounds, 0)} rounds`,
    counts: [{ name: 'rounds', count: Math.ceil(net.rounds) }],
    wires: [
      use('binding', 'Netting wire', thread, net.lengthMm, item.tailMm),
      ...grouped(ends).map(({ lengthMm, count }) =>
        use(
          'spoke',
          'Spoke, one turn round the frame with it',
          spoke,
          lengthMm + coilTurn(ground.frameMm, spokeMm),
          0,
          count,
        ),
      ),
    ],
    spans: [],
    marks: refused
      ? []
      : [
          wireMark(
            ends.map((r, i) => [center, at(i, r)]),
            spoke,
          ),
          wireMark(runs, thread),
        ],
    notes: [`${wraps} ${wraps === 1 ? 'wrap' : 'wraps'} on each spoke, every round alike.`],
    problems,
  };
}

/** Lengths that are the same to a tenth, together. */
function grouped(lengths: readonly number[]): { lengthMm: number; count: number }[] {
  const found = new Map<string, { lengthMm: number; count: number }>();
  for (const lengthMm of lengths) {
    const key = lengthMm.toFixed(1);
    const before = found.get(key);
    found.set(key, {
      lengthMm: Math.max(lengthMm, before?.lengthMm ?? 0),
      count: (before?.count ?? 0) + 1,
    });
  }
  return [...found.values()];
}
