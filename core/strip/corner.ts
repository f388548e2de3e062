import {
  add,
  curvatureOf,
  distance,
  endOf,
  joinTurn,
  line,
  meetings,
  offsetPrimitive,
  project,
  scale,
  segmentLength,
  startOf,
  stretchOf,
  sub,
  tangentAt,
  angleOf,
  unit,
  type Primitive,
  type Vec,
  Groups,
} from '../geometry';
import { mapEnds, type Chain } from './fitChain';

/** Joins that turn more than this, radians, are bends of their own. */
export const CORNER_TURN = (1.5 * Math.PI) / 180;
/** A corner that turns this far is pressed together as a fold. */
export const FOLD_TURN = (150 * Math.PI) / 180;

export const CORNER_STYLES = ['round', 'reach'] as const;
export type CornerStyle = (typeof CORNER_STYLES)[number];

/** Inside radius of a corner bent over a jaw's edge: a quarter of the wire, at least 0.2 mm. */
export const cornerInsideRadius = (diameterMm: number): number => Math.max(0.25 * diameterMm, 0.2);

/** Developed length of a bend: angle x (inside radius + k x diameter). */
export const developedBend = (
  angleRad: number,
  insideMm: number,
  diameterMm: number,
  k: number,
): number => Math.abs(angleRad) * (insideMm + k * diameterMm);

/** Developed length of a fold: a half turn squeezed to gap g takes pi (d + g) / 2. */
export const developedFold = (angleRad: number, diameterMm: number, gapMm: number): number =>
  (Math.abs(angleRad) * (diameterMm + gapMm)) / 2;

/** Distance from the tangent point to the drawn vertex: (r + d/2) tan(angle / 2). */
export const cornerSetback = (angleRad: number, insideMm: number, diameterMm: number): number =>
  (insideMm + diameterMm / 2) * Math.tan(Math.abs(angleRad) / 2);

export interface Fillet {
  /** parameter on the primitive before where the bend starts, and on the one after where it ends */
  readonly leaveAt: number;
  readonly enterAt: number;
  readonly arc: readonly Primitive[];
  /** of the wire's centreline, mm */
  readonly radius: number;
  /** the turn that the jaw makes, between the two places where the bend is tangent, radians */
  readonly turn: number;
}

/** A corner's circle lies at most this many times as far from the vertex as between straight legs. */
const FAR = 4;

/**
 * The bend that replaces a drawn corner: a circle tangent to both neighbours, also when these are
 * arcs; then it turns by more or less than the drawn corner, by what the arcs give up.
 *
 * @param radius of the wire's centreline
 * @returns null where no circle of that radius touches both neighbours within their length
 */
export function filletCorner(before: Primitive, after: Primitive, radius: number): Fillet | null {
  const turn = joinTurn(before, after);
  const vertex = endOf(before);
  const side = Math.sign(turn) * radius;
  const [a, b] = [offsetPrimitive(before, side), offsetPrimitive(after, side)];
  const centers = a && b ? meetings(a, b) : [];
  const expected = radius / Math.max(0.05, Math.cos(turn / 2));
  let best: Fillet | null = null;
  let nearest = FAR * expected;
  for (const center of centers) {
    const far = distance(center, vertex);
    if (far > nearest) continue;
    const found = filletAbout(before, after, center, radius, turn);
    if (found) [best, nearest] = [found, far];
  }
  return best;
}

/** The bend about a centre, if it starts and ends on its neighbours and turns the corner's way. */
function filletAbout(
  before: Primitive,
  after: Primitive,
  center: Vec,
  radius: number,
  turn: number,
): Fillet | null {
  const leaveAt = project(before, center, 1).t;
  const enterAt = project(after, center, 0).t;
  if (!(leaveAt > -1e-9 && leaveAt < 1 + 1e-9 && enterAt > -1e-9 && enterAt < 1 + 1e-9)) {
    return null;
  }
  const from = stretchOf(before, 0, leaveAt);
  const to = stretchOf(after, enterAt, 1);
  // What the neighbours give up of their own turns, the bend takes over.
  const made =
    turn +
    curvatureOf(before) * (1 - leaveAt) * segmentLength(before) +
    curvatureOf(after) * enterAt * segmentLength(after);
  if (made * turn <= 0 || Math.abs(made) >= 2 * Math.PI) return null;
  const startAngle = angleOf(sub(endOf(from), center));
  const arc: Primitive = { type: 'arc', center, radius, startAngle, sweep: made };
  if (distance(endOf(arc), startOf(to)) > 1e-4 * Math.max(1, radius)) return null;
  return { leaveAt, enterAt, radius, turn: made, arc: [arc] };
}

/** Halvings of the radius of a corner that finds no room. */
const SHRINKS = 40;

/**
 * The bend of at most `radius` that uses no more than the given lengths of its two neighbours.
 * @returns null where the neighbours leave no room for any bend
 */
export function fittingFillet(
  before: Primitive,
  after: Primitive,
  radius: number,
  roomBeforeMm: number,
  roomAfterMm: number,
): Fillet | null {
  const fits = (f: Fillet | null): f is Fillet =>
    f !== null &&
    usedBefore(f, before) <= roomBeforeMm + 1e-9 &&
    usedAfter(f, after) <= roomAfterMm + 1e-9;
  const whole = filletCorner(before, after, radius);
  if (fits(whole)) return whole;
  let [low, high] = [0, radius];
  let best: Fillet | null = null;
  for (let i = 0; i < SHRINKS && (!best || high - low > 1e-7); i++) {
    const middle = (low + high) / 2;
    const found = filletCorner(before, after, middle);
    if (fits(found)) [best, low] = [found, middle];
    else high = middle;
  }
  return best;
}

export const usedBefore = (f: Fillet, before: Primitive): number =>
  (1 - f.leaveAt) * segmentLength(before);
export const usedAfter = (f: Fillet, after: Primitive): number => f.enterAt * segmentLength(after);

/**
 * A corner pressed flat: the two legs run side by side and the tip of the wire's centre stands at
 * the drawn tip. The drawn legs are shown meeting in the tip. It turns by what lies between the legs
 * where they leave the fold.
 * @param turn of the drawn corner; a full half turn may be taken either way
 */
export function foldCorner(
  before: Primitive,
  after: Primitive,
  turn: number,
  cutMm: number,
): Fillet {
  const leaveAt = 1 - Math.min(1, cutMm / segmentLength(before));
  const enterAt = Math.min(1, cutMm / segmentLength(after));
  const from = endOf(stretchOf(before, 0, leaveAt));
  const to = startOf(stretchOf(after, enterAt, 1));
  const tip = endOf(before);
  const made = turn + cutMm * (curvatureOf(before) + curvatureOf(after));
  return { leaveAt, enterAt, radius: cutMm, turn: made, arc: [line(from, tip), line(tip, to)] };
}

/**
 * Moves corners outwards or inwards along their bisector so that the bent wire's outer edge reaches
 * the drawn tip. The stretches between corners are turned and scaled, by a hair, to fit.
 */
export function reachTips(chain: Chain, insideMm: number, diameterMm: number): Chain {
  // Moving a tip turns its legs a little, which moves the tip again; three rounds settle it.
  let moved = chain;
  for (let round = 0; round < 3; round++) moved = moveTips(chain, moved, insideMm, diameterMm);
  return moved;
}

/** The chain with its corners shifted as far as those of `near`, the same chain a round before, ask. */
function moveTips(chain: Chain, near: Chain, insideMm: number, diameterMm: number): Chain {
  const p = chain.primitives;
  const q = near.primitives;
  const count = p.length;
  const isCorner = p.map((s, i) => {
    const before = p[i - 1] ?? (chain.closed ? p[count - 1] : undefined);
    return before !== undefined && count > 1 && Math.abs(joinTurn(before, s)) > CORNER_TURN;
  });
  if (!isCorner.some(Boolean)) return chain;
  const shifts = p.map((_, i) => {
    const [before, after] = [q[(i - 1 + count) % count], q[i]];
    return isCorner[i] && before && after ? tipShift(before, after, insideMm, diameterMm) : null;
  });
  const first = chain.closed ? isCorner.indexOf(true) : 0;
  const order = p.map((_, i) => (i + first) % count);
  const groups: number[][] = [];
  order.forEach((i, n) => {
    if (n === 0 || isCorner[i]) groups.push([i]);
    else groups[groups.length - 1]?.push(i);
  });
  const stretches = groups.map((group, g) => ({
    own: group.map((i) => p[i]!),
    from: group[0]!,
    to: groups[g + 1]?.[0] ?? (chain.closed ? groups[0]![0]! : null),
  }));
  heldTogether(stretches, shifts);
  const primitives = stretches.flatMap(({ own, from, to }) => {
    const [begin, end] = [startOf(own[0]!), endOf(own[own.length - 1]!)];
    const most = MOST_STRETCHED * distance(begin, end);
    const [a, b] = [shifts[from] ?? null, to === null ? null : shifts[to]!];
    // A loop takes its free end along.
    const free = (other: Vec | null): Vec =>
      other && Math.hypot(other.x, other.y) > most ? other : { x: 0, y: 0 };
    return mapEnds(own, add(begin, a ?? free(b)), add(end, b ?? free(a)));
  });
  return { ...chain, primitives };
}

interface Stretch {
  readonly own: readonly Primitive[];
  /** the corners between which it lies; null at the end of an open line */
  readonly from: number;
  readonly to: number | null;
}

/** A stretch may be made longer or shorter by this share so that its tips reach. */
const MOST_STRETCHED = 0.1;

/**
 * A loop that comes back to where it began cannot be stretched between two tips that part: its two
 * corners, and all that are bound to them so, are moved by what they wish in the mean.
 */
function heldTogether(stretches: readonly Stretch[], shifts: (Vec | null)[]): void {
  const bound = new Groups(shifts.length);
  for (const { own, from, to } of stretches) {
    const [a, b] = [shifts[from], to === null ? null : shifts[to]];
    if (to === null || !a || !b || from === to) continue;
    const far = distance(startOf(own[0]!), endOf(own[own.length - 1]!));
    if (distance(a, b) <= MOST_STRETCHED * far) continue;
    bound.join(from, to);
  }
  const wishes = [...shifts];
  wishes.forEach((own, i) => {
    if (!own) return;
    const all = wishes.filter((w, j): w is Vec => w !== null && bound.of(j) === bound.of(i));
    shifts[i] = scale(
      all.reduce((sum, w) => add(sum, w), { x: 0, y: 0 }),
      1 / all.length,
    );
  });
}

function tipShift(before: Primitive, after: Primitive, insideMm: number, diameterMm: number): Vec {
  const [u, v] = [tangentAt(before, 1), tangentAt(after, 0)];
  const turn = Math.abs(joinTurn(before, after));
  const outward = turn > 3.1 ? u : unit(sub(u, v));
  const apex = turn >= FOLD_TURN ? 0 : (insideMm + diameterMm / 2) * (1 / Math.cos(turn / 2) - 1);
  return scale(outward, apex - diameterMm / 2);
}
