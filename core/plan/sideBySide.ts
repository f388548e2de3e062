import { distance, flattenSegment, segmentLength, startOf, type Path, type Vec } from '../geometry';
import type { Route, Run } from '../route';
import type { Strip } from '../strip';
import { bareLine } from './places';

/** A stretch of the blank that lies beside the drawn line because the line is run twice. */
export interface Aside {
  readonly fromMm: number;
  readonly toMm: number;
  /** how far the wire's middle lies to the right of the drawn way if positive, to the left if not, mm */
  readonly asideMm: number;
}

/** A run of a wire on a line that is run twice, mm along the drawn wire. */
interface DoubledRun {
  readonly run: Run;
  readonly fromMm: number;
  readonly toMm: number;
}

/**
 * Where the wires of a route lie side by side: of two passes each lies half a wire aside, on its
 * own side of the drawn line. Folds at a dead end turn round the line's end.
 * @param blanks of each wire: its strip, and the share of its drawn length at which it was opened
 */
export function asidesOf(
  route: Route,
  blanks: readonly { readonly strip: Strip; readonly seamAt: number | null }[],
  diameterMm: number,
): Aside[][] {
  const passes = new Map<number, number>();
  for (const { edge } of route.wires.flatMap((w) => w.runs)) {
    passes.set(edge, (passes.get(edge) ?? 0) + 1);
  }
  // The side of a line that its first pass took: 1 to the right of the line's own direction.
  const taken = new Map<number, number>();
  return route.wires.map((wire, i) => {
    const blank = blanks[i];
    if (!blank) return [];
    const place = onBlank(wire.path, blank.strip, blank.seamAt);
    const found: Aside[] = [];
    for (const group of doubledGroups(route, wire.runs, passes)) {
      const side = sideOfGroup(group, blank.strip, place);
      for (const { run, fromMm, toMm } of group) {
        const along = run.back ? -1 : 1;
        const first = taken.get(run.edge);
        const mine = first === undefined ? side : -first * along;
        if (first === undefined) taken.set(run.edge, side * along);
        const [from, to] = [place(fromMm), place(toMm)];
        const asideMm = (mine * diameterMm) / 2;
        const end = blank.strip.developedMm;
        if (to >= from) put(found, { fromMm: from, toMm: to, asideMm });
        else {
          put(found, { fromMm: from, toMm: end, asideMm });
          put(found, { fromMm: 0, toMm: to, asideMm });
        }
      }
    }
    return found.sort((a, b) => a.fromMm - b.fromMm);
  });
}

/** Adds a stretch, as part of the one before it where both run on alike. */
function put(list: Aside[], next: Aside): void {
  const last = list[list.length - 1];
  if (last?.asideMm === next.asideMm && Math.abs(last.toMm - next.fromMm) < 0.01) {
    list[list.length - 1] = { ...last, toMm: next.toMm };
  } else if (next.toMm > next.fromMm) list.push(next);
}

function doubledGroups(
  route: Route,
  runs: readonly Run[],
  passes: ReadonlyMap<number, number>,
): DoubledRun[][] {
  const groups: DoubledRun[][] = [];
  let open: DoubledRun[] = [];
  let at = 0;
  for (const run of runs) {
    const lengthMm = route.graph.edges[run.edge]!.lengthMm;
    if ((passes.get(run.edge) ?? 0) > 1) open.push({ run, fromMm: at, toMm: at + lengthMm });
    else if (open.length > 0) {
      groups.push(open);
      open = [];
    }
    at += lengthMm;
  }
  if (open.length > 0) groups.push(open);
  return groups;
}

/** To which side of its way a wire goes first: away from the turn of the fold that brings it back. */
function sideOfGroup(
  group: readonly DoubledRun[],
  strip: Strip,
  place: (drawnMm: number) => number,
): number {
  const turn = group.findIndex((g, i) => group[i + 1]?.run.edge === g.run.edge);
  if (turn < 0) return -1;
  const at = place(group[turn]!.toMm);
  const folds = strip.pieces.filter((p) => p.kind !== 'run' && Math.abs(p.angleRad) > 2);
  const off = (p: (typeof folds)[number]): number => Math.abs(p.startMm + p.lengthMm / 2 - at);
  const fold = folds.reduce<(typeof folds)[number] | null>(
    (best, p) => (best && off(best) <= off(p) ? best : p),
    null,
  );
  return fold && 'angleRad' in fold && fold.angleRad < 0 ? 1 : -1;
}

/** A blank differs from its drawn length by bends only: its places are looked for this near, mm. */
const REACH_MM = 8;

/** From a length along the drawn wire to the place on the straight blank. */
function onBlank(path: Path, strip: Strip, seamAt: number | null): (drawnMm: number) => number {
  const drawn: { at: Vec; mm: number }[] = [];
  let sum = 0;
  for (const s of path.segments) {
    if (drawn.length === 0) drawn.push({ at: startOf(s), mm: 0 });
    const points = flattenSegment(s, 0.05);
    const length = segmentLength(s);
    points.forEach((at, i) => drawn.push({ at, mm: sum + (length * (i + 1)) / points.length }));
    sum += length;
  }
  const line = bareLine(strip);
  const { developedMm } = strip;
  return (drawnMm) => {
    const target = drawn.find((d) => d.mm >= drawnMm - 1e-6) ?? drawn[drawn.length - 1];
    const share = sum > 0 ? drawnMm / sum : 0;
    const turned = seamAt === null ? share : share - seamAt + (share < seamAt - 1e-9 ? 1 : 0);
    const guess = turned * developedMm;
    if (seamAt === null && (drawnMm < 1e-6 || drawnMm > sum - 1e-6)) return guess;
    let best = { cost: Infinity, s: guess };
    line.points.forEach((p, i) => {
      const s = line.s[i]!;
      const off = Math.abs(s - guess);
      if (!target || off > REACH_MM) return;
      const cost = distance(p, target.at) + 0.1 * off;
      if (cost < best.cost) best = { cost, s };
    });
    return best.s;
  };
}
