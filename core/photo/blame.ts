import { solved } from './fit';
import { leftOf, moves, posed, type Free, type Line, type Pose, type Shape } from './shape';

/** A bend that is behind what is off. */
export interface Blamed {
  readonly wire: number;
  readonly bend: number;
  /** what its angle is off, clockwise, rad, and its place along the wire, mm */
  readonly moreRad: number;
  readonly laterMm: number;
  /** share of what is off that it explains, 0 to 1 */
  readonly share: number;
}

export interface Seen {
  readonly shape: Shape;
  readonly line: Line;
  readonly good: Float64Array;
  /** what is off by more than this counts less than by its square, mm */
  readonly scale: number;
}

interface Choice {
  readonly more: readonly number[];
  readonly later: readonly number[];
}

interface Tried {
  readonly pose: Pose;
  readonly off: number;
}

/** Surer than this counts as seen. */
export const SEEN = 0.33;
/** A bend is named when it is off by this much: less can be neither seen nor mended. */
const LEAST = { rad: (1.2 * Math.PI) / 180, mm: 0.3 };

/** A bend off by more than this is another bend. */
const MOST = { rad: 0.7, mm: 2.5 };
const possible = ({ more, later }: Pose): boolean =>
  more.every((v) => Math.abs(v) < MOST.rad) && later.every((v) => Math.abs(v) < MOST.mm);

/**
 * The one or two bends of a wire whose change explains most of where it lies: each is tried alone, by
 * angle and by place, the wire laid anew with it and moved as a whole to where it fits best; then a
 * second beside it, if that explains much of the rest (stepwise regression).
 */
export function blameOf(seen: Seen, placed: Pose): Blamed[] {
  const none = fitted(seen, placed, { more: [], later: [] }, 4);
  const named: Blamed[] = [];
  let chosen: Choice = { more: [], later: [] };
  let now = none;
  for (let round = 0; round < 2; round++) {
    const next = bestOf(seen, now.pose, chosen);
    if (!next) break;
    const both = { more: [...chosen.more, ...next.more], later: [...chosen.later, ...next.later] };
    const after = fitted(seen, now.pose, both, 5);
    // A second is named only if the first leaves much that it explains.
    const enough = round === 0 ? 0.75 : 0.5;
    if (!(after.off < enough * now.off) || !possible(after.pose)) break;
    chosen = both;
    now = after;
  }
  const bends = [...new Set([...chosen.more, ...chosen.later])];
  for (const k of bends) {
    const [moreRad, laterMm] = [now.pose.more[k]!, now.pose.later[k]!];
    if (Math.abs(moreRad) < LEAST.rad && Math.abs(laterMm) < LEAST.mm) continue;
    const without = {
      more: chosen.more.filter((m) => m !== k),
      later: chosen.later.filter((m) => m !== k),
    };
    const rest = bends.length > 1 ? fitted(seen, placed, without, 5).off : none.off;
    named.push({
      wire: seen.shape.wire,
      bend: seen.shape.joints[k]!.bend,
      moreRad,
      laterMm,
      share: none.off > 0 ? Math.max(0, (rest - now.off) / none.off) : 0,
    });
  }
  return named.sort((a, b) => b.share - a.share);
}

/** The bend that explains most, by its angle or by its place. */
function bestOf(seen: Seen, pose: Pose, chosen: Choice): Choice | null {
  const choices = seen.shape.joints.flatMap((_, k): Choice[] => {
    if (chosen.more.includes(k) || chosen.later.includes(k)) return [];
    return [
      { more: [k], later: [] },
      { more: [], later: [k] },
    ];
  });
  const joined = (c: Choice): Choice => ({
    more: [...chosen.more, ...c.more],
    later: [...chosen.later, ...c.later],
  });
  const first = firstLook(seen, pose);
  const tried = choices
    .map((c) => ({ c, off: first(joined(c)) }))
    .sort((a, b) => a.off - b.off)
    .slice(0, 6)
    .map(({ c }) => {
      const { pose: then, off } = fitted(seen, pose, joined(c), 5);
      return { c, off: possible(then) ? off : Infinity };
    });
  return tried.sort((a, b) => a.off - b.off)[0]?.c ?? null;
}

/** What would be left if a wire moved on as it begins to, for any bends let free. */
function firstLook({ shape, line, good, scale }: Seen, pose: Pose): (free: Choice) => number {
  const at = posed(shape, pose);
  const { nx, ny } = leftOf(at);
  const rest = restOf(line, at, nx, ny);
  const weights = weightsOf(rest, good, scale);
  const all = shape.joints.map((_, k) => k);
  const columns = moves(shape, at, nx, ny, { more: all, later: all });
  return ({ more, later }) => {
    const own = [
      ...columns.slice(0, 3),
      ...more.map((k) => columns[3 + k]!),
      ...later.map((k) => columns[3 + all.length + k]!),
    ];
    const step = solved(
      own,
      rest,
      weights,
      stiffOf(own.length),
      own.map(() => 0),
    );
    if (!step) return Infinity;
    const left = rest.map((r, i) => r - own.reduce((s, c, k) => s + c[i]! * step[k]!, 0));
    return lossOf(left, good, scale);
  };
}

const restOf = (line: Line, at: Line, nx: Float64Array, ny: Float64Array): Float64Array =>
  at.x.map((x, i) => (line.x[i]! - x) * nx[i]! + (line.y[i]! - at.y[i]!) * ny[i]!);

const weightsOf = (rest: Float64Array, good: Float64Array, scale: number): Float64Array =>
  rest.map((r, i) => (good[i]! < SEEN ? 0 : Math.min(1, scale / Math.max(1e-9, Math.abs(r)))));

const stiffOf = (count: number): number[] =>
  Array.from({ length: count }, (_, i) => (i < 3 ? 1e-6 : 1e-3));

/** The pose with only these bends free that comes nearest, and the mean square that stays off, robustly. */
function fitted(seen: Seen, start: Pose, free: Free, rounds: number): Tried {
  const { shape, line, good, scale } = seen;
  let pose = start;
  let off = Infinity;
  for (let round = 0; round <= rounds; round++) {
    const at = posed(shape, pose);
    const { nx, ny } = leftOf(at);
    const rest = restOf(line, at, nx, ny);
    const loss = lossOf(rest, good, scale);
    if (loss < off || round === 0) off = loss;
    if (round === rounds) break;
    const columns = moves(shape, at, nx, ny, free);
    const weights = weightsOf(rest, good, scale);
    const step = solved(
      columns,
      rest,
      weights,
      stiffOf(columns.length),
      columns.map(() => 0),
    );
    if (!step) break;
    const more = pose.more.slice();
    const later = pose.later.slice();
    free.more.forEach((k, i) => (more[k] = more[k]! + step[3 + i]!));
    free.later.forEach((k, i) => (later[k] = later[k]! + step[3 + free.more.length + i]!));
    pose = {
      turn: pose.turn + step[0]!,
      dx: pose.dx + step[1]!,
      dy: pose.dy + step[2]!,
      more,
      later,
    };
  }
  return { pose, off };
}

/** Mean of Huber's loss over what was seen. */
function lossOf(rest: Float64Array, good: Float64Array, scale: number): number {
  let [sum, count] = [0, 0];
  rest.forEach((r, i) => {
    if (good[i]! < SEEN) return;
    const a = Math.abs(r);
    sum += a <= scale ? r * r : scale * (2 * a - scale);
    count++;
  });
  return count > 0 ? sum / count : 0;
}
