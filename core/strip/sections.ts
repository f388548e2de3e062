import {
  distance,
  endOf,
  flattenSegment,
  pointAt,
  segmentLength,
  startOf,
  sub,
  tangentAt,
  tipsOf,
  turnBetween,
  type Path,
  type Primitive,
  type Segment,
  type Vec,
} from '../geometry';

/** A stretch between two corners of the drawing: kept as drawn, or points to be fitted. */
export type Section =
  | { readonly kind: 'kept'; readonly primitives: readonly Primitive[] }
  | {
      readonly kind: 'points';
      readonly points: readonly Vec[];
      /** the points are a record that may hold corners, not a smooth drawn curve */
      readonly corners: boolean;
    };

export interface Sections {
  readonly list: readonly Section[];
  /** the path is closed and has no corner at its start, so first and last section are one */
  readonly endless: boolean;
}

const DEG = Math.PI / 180;
/** Drawn joints that turn less than this are smooth: slips of a hand or of rounding. */
const SMOOTH_CURVE_TURN = 6 * DEG;
const SMOOTH_EXACT_TURN = 1.5 * DEG;
/** A row of short straight strokes is the record of a curve, not a polygon. */
const DENSE_LEG_MM = 1;
const DENSE_COUNT = 8;
/** A leg in such a row that is longer than this is straight: it speaks for the line all along. */
const STRAIGHT_LEG_MM = 1.8;
const ROUND_VERTEX_TURN = 32 * DEG;
/** Distance of the points taken from a curve: closer on short stretches. */
const POINT_STEP_MM = { min: 0.15, max: 0.4 };
const STEPS_WANTED = 240;
const MAX_POINTS = 12_000;

/** Splits a path where it has true corners and says which stretches are lines and arcs already. */
export function splitSections(path: Path, tolerance: number): Sections {
  const segments = mergeAlike(
    path.segments.filter((s) => segmentLength(s) > 1e-6),
    path.closed,
  );
  if (segments.length === 0) return { list: [], endless: false };
  const curve = markCurves(segments, tolerance, path.closed);
  const breaks = segments.map((s, i) => {
    const before = segments[i - 1] ?? (path.closed ? segments[segments.length - 1] : undefined);
    if (!before) return true;
    if (curve[i] === 'dense' && turnsBack(segments, curve, i)) return true;
    if (isTip(before) || isTip(s)) return true;
    return isCorner(
      before,
      s,
      curve[(i - 1 + segments.length) % segments.length] ?? 'kept',
      curve[i] ?? 'kept',
    );
  });
  const firstBreak = breaks.indexOf(true);
  const endless = path.closed && firstBreak < 0;
  const rotate = path.closed && firstBreak > 0 ? firstBreak : 0;
  const order = segments.map((_, i) => (i + rotate) % segments.length);
  const groups: number[][] = [];
  for (const i of order) {
    const open = groups[groups.length - 1];
    if (open && !breaks[i]) open.push(i);
    else groups.push([i]);
  }
  const list = groups.map((g) => sectionOf(g, segments, curve));
  const ring = endless ? openedAtTip(list[0]!) : null;
  return {
    list: (ring ? [ring] : list).flatMap(partedAtTips),
    endless: endless && !ring,
  };
}

/** A ring without a corner begun anew at one of its tips; null where it has none. */
function openedAtTip(section: Section): Section | null {
  if (section.kind !== 'points' || section.corners) return null;
  const ring = section.points.slice(0, -1);
  const count = ring.length;
  // Gone round twice, so that a tip at the seam lies within the row.
  const tip = tipsOf([...ring, ...ring, ring[0]!]).find((t) => t.at >= count / 2);
  if (!tip) return null;
  const at = tip.at % count;
  return { ...section, points: [...ring.slice(at), ...ring.slice(0, at + 1)] };
}

/**
 * A smooth stretch in parts where it turns back more tightly than any jaw: its tips are corners, into
 * which the line runs straight. As curves so small they would pull the whole fit about.
 */
function partedAtTips(section: Section): Section[] {
  if (section.kind !== 'points' || section.corners) return [section];
  const { points } = section;
  const parts: Section[] = [];
  let open: Vec[] = [];
  let from = 0;
  for (const { before, at, after } of tipsOf(points)) {
    if (before < from) continue;
    parts.push({
      ...section,
      points: [...open, ...points.slice(from, before + (before < at ? 1 : 0)), points[at]!],
    });
    open = [points[at]!];
    from = after > at ? after : at + 1;
  }
  if (from === 0) return [section];
  parts.push({ ...section, points: [...open, ...points.slice(from)] });
  return parts;
}

type Nature = 'kept' | 'curve' | 'chord' | 'dense';

function isCorner(a: Segment, b: Segment, natureA: Nature, natureB: Nature): boolean {
  if (natureA === 'dense' && natureB === 'dense') return false;
  const turn = Math.abs(turnBetween(tangentAt(a, 1), tangentAt(b, 0)));
  if (natureA === 'chord' && natureB === 'chord') return turn > ROUND_VERTEX_TURN;
  if (natureA === 'chord' || natureB === 'chord') return turn > ROUND_VERTEX_TURN / 2;
  const fitted = natureA !== 'kept' || natureB !== 'kept';
  return turn > (fitted ? SMOOTH_CURVE_TURN : SMOOTH_EXACT_TURN);
}

/** How far to either side a point of a row is looked at, mm and points, to tell whether the row turns back there. */
const BACK_MM = 0.8;
const BACK_POINTS = 8;
const BACK_TURN = 140 * DEG;
const BACK_VERTEX = 90 * DEG;

/**
 * Whether a row of points turns back on itself where stroke i begins: sharply at the point, and
 * sharpest there of the points beside it. Such a tip is a point of the drawing; least squares over
 * both its legs would not know how far they go.
 */
function turnsBack(segments: readonly Segment[], nature: readonly Nature[], i: number): boolean {
  const vertexAt = (k: number): number =>
    nature[k] === 'dense' && nature[k - 1] === 'dense'
      ? Math.abs(turnBetween(tangentAt(segments[k - 1]!, 1), tangentAt(segments[k]!, 0)))
      : 0;
  const vertex = vertexAt(i);
  if (vertex < BACK_VERTEX) return false;
  const p = startOf(segments[i]!);
  const reached = (way: 1 | -1): Vec => {
    let q = p;
    for (let n = 0; n < BACK_POINTS; n++) {
      const s = segments[way > 0 ? i + n : i - 1 - n];
      if (!s) break;
      q = way > 0 ? endOf(s) : startOf(s);
      if (distance(p, q) >= BACK_MM) break;
    }
    return q;
  };
  const turn = Math.abs(turnBetween(sub(p, reached(-1)), sub(reached(1), p)));
  return turn >= BACK_TURN && [-2, -1, 1, 2].every((k) => vertexAt(i + k) < vertex);
}

/** An arc that turns back more tightly than any jaw, drawn as such: a tip, which no fit shall move. */
const isTip = (s: Segment): boolean =>
  s.type === 'arc' && s.radius <= TIP_RADIUS_MM && Math.abs(s.sweep) >= BACK_TURN;
const TIP_RADIUS_MM = 1;

/** Two arcs are parts of one where the second lies this near to the first one's circle, mm. */
const SAME_ARC_MM = 0.004;

/** Joins collinear lines, and arcs of one circle; drops nothing else. */
function mergeAlike(segments: readonly Segment[], closed: boolean): Segment[] {
  const out: Segment[] = [];
  for (const s of segments.map(flatCubicToLine)) {
    const last = out[out.length - 1];
    const joined = last ? joinAlike(last, s) : null;
    if (joined) out[out.length - 1] = joined;
    else out.push(s);
  }
  const [first, last] = [out[0], out[out.length - 1]];
  if (closed && first && last && out.length > 2) {
    const joined = joinAlike(last, first);
    if (joined) return [joined, ...out.slice(1, -1)];
  }
  return out;
}

function joinAlike(a: Segment, b: Segment): Segment | null {
  if (a.type === 'line' && b.type === 'line') {
    const turn = Math.abs(turnBetween(tangentAt(a, 1), tangentAt(b, 0)));
    const aside = Math.min(segmentLength(a), segmentLength(b)) * turn;
    return turn < 0.2 * DEG && aside < 0.01 ? { type: 'line', from: a.from, to: b.to } : null;
  }
  if (a.type === 'arc' && b.type === 'arc' && a.sweep * b.sweep > 0) {
    const sweep = a.sweep + b.sweep;
    if (Math.abs(sweep) >= 2 * Math.PI + 1e-6) return null;
    const joined = { ...a, sweep };
    // A file's numbers are rounded, and so are the circles of its arcs; what is joined stays in place.
    const same =
      distance(endOf(joined), endOf(b)) < SAME_ARC_MM &&
      Math.abs(distance(pointAt(b, 0.5), a.center) - a.radius) < SAME_ARC_MM;
    return same ? joined : null;
  }
  return null;
}

/** A cubic whose handles lie on its chord is a straight line. */
function flatCubicToLine(s: Segment): Segment {
  if (s.type !== 'cubic') return s;
  const chord = distance(s.from, s.to);
  return segmentLength(s) - chord < 1e-6 ? { type: 'line', from: s.from, to: s.to } : s;
}

/** Tells drawn lines and arcs from strokes that record a curve. */
function markCurves(segments: readonly Segment[], tolerance: number, closed: boolean): Nature[] {
  const nature: Nature[] = segments.map((s) => (s.type === 'cubic' ? 'curve' : 'kept'));
  const lines = segments.map((s) => s.type === 'line');
  for (let from = 0; from < segments.length; from++) {
    if (!lines[from] || (from > 0 && lines[from - 1])) continue;
    let to = from;
    while (lines[to + 1]) to++;
    markRun(
      segments,
      nature,
      from,
      to,
      tolerance,
      closed && from === 0 && to === segments.length - 1,
    );
  }
  markShortArcs(segments, nature);
  return nature;
}

function markRun(
  segments: readonly Segment[],
  nature: Nature[],
  from: number,
  to: number,
  tolerance: number,
  ring: boolean,
): void {
  const legs = segments.slice(from, to + 1).map((s) => segmentLength(s));
  const middling = [...legs].sort((a, b) => a - b)[Math.floor(legs.length / 2)] ?? 0;
  if (legs.length >= DENSE_COUNT && middling <= DENSE_LEG_MM) {
    nature.fill('dense', from, to + 1);
    return;
  }
  const count = legs.length;
  const turns = legs.map((_, i) => {
    const next = segments[i + 1 < count ? from + i + 1 : from];
    if (!next || (!ring && i + 1 >= count)) return Infinity;
    return turnBetween(tangentAt(segments[from + i]!, 1), tangentAt(next, 0));
  });
  const round = turns.map((t, i) => {
    const [a, b] = [legs[i] ?? 0, legs[(i + 1) % count] ?? 0];
    const alike = Math.min(a, b) > 0.4 * Math.max(a, b);
    const bulge = (Math.max(a, b) / 4) * Math.abs(t / 2);
    return Math.abs(t) < ROUND_VERTEX_TURN && alike && bulge < tolerance;
  });
  // A leg is a chord of a curve when it lies in a row of three or more such vertices turning one way.
  const along = (i: number): number => (i + count) % count;
  for (let i = 0; i < count; i++) {
    const row = [i - 1, i, i + 1].map(along);
    if (!ring && (i === 0 || i + 1 >= count)) continue;
    const same = row.every((v) => round[v] && (turns[v] ?? 0) * (turns[i] ?? 0) > 0);
    if (!same) continue;
    for (const leg of [i - 1, i, i + 1, i + 2]) nature[from + along(leg)] = 'chord';
  }
}

/** Many arcs and lines of a millimetre are an approximation made by some program: fit them anew. */
function markShortArcs(segments: readonly Segment[], nature: Nature[]): void {
  let from = 0;
  while (from < segments.length) {
    let to = from;
    while (to < segments.length && nature[to] === 'kept' && isShortArc(segments[to]!)) to++;
    if (to - from >= 6) nature.fill('curve', from, to);
    from = Math.max(to, from + 1);
  }
}

const isShortArc = (s: Segment): boolean => s.type === 'arc' && segmentLength(s) < 1.5;

function sectionOf(
  group: readonly number[],
  segments: readonly Segment[],
  nature: readonly Nature[],
): Section {
  const own = group.map((i) => segments[i]!);
  if (group.every((i) => nature[i] === 'kept')) {
    return { kind: 'kept', primitives: own as Primitive[] };
  }
  const total = own.reduce((sum, s) => sum + segmentLength(s), 0);
  const step = Math.max(
    POINT_STEP_MM.min,
    Math.min(POINT_STEP_MM.max, total / STEPS_WANTED),
    total / MAX_POINTS,
  );
  const points: Vec[] = [startOf(own[0]!)];
  group.forEach((i) => {
    const s = segments[i]!;
    if (nature[i] === 'chord' || (nature[i] === 'dense' && segmentLength(s) < STRAIGHT_LEG_MM)) {
      points.push(endOf(s));
    } else {
      points.push(...flattenSegment(s, 0.004, step));
    }
  });
  return { kind: 'points', points, corners: group.some((i) => nature[i] === 'dense') };
}
