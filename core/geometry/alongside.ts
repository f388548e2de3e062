import { chordsOf, forPairs, type Chord } from './chordGrid';
import { Crossings, type Crossing, type MeasuredLine } from './crossings';

/** A stretch of a polyline that lies along another stretch. */
export interface Stretch {
  readonly line: number;
  readonly fromMm: number;
  readonly toMm: number;
}

/** How near and how parallel two stretches must be. */
export interface AlongsideWish {
  /** how near they lie to each other, mm */
  readonly reachMm: number;
  /** the largest angle between the curves themselves, radians */
  readonly angleRad: number;
  /** stretches of one line nearer than this along it do not count, mm */
  readonly apartMm: number;
}

/**
 * Where lines cross, and the stretches of them that run along other stretches, merged and in order.
 * Found chord by chord with one grid, so that lines that keep apart cost little.
 *
 * @param lines polylines with positions in mm
 * @param apartMm as for {@link findCrossings}
 */
export function findMeetings(
  lines: readonly MeasuredLine[],
  apartMm: number | readonly number[],
  wish: AlongsideWish,
): { crossings: Crossing[]; alongside: Stretch[] } {
  const chords = chordsOf(lines);
  const crossings = new Crossings(lines, apartMm);
  const turns = turnsOf(chords);
  const found: Stretch[] = [];
  const note = (chord: Chord, from: number, to: number): void => {
    const [a, b] = [positionOf(lines, chord, from), positionOf(lines, chord, to)];
    found.push({ line: chord.line, fromMm: Math.min(a, b), toMm: Math.max(a, b) });
  };
  forPairs(chords, (p, q) => {
    crossings.test(q, p);
    // A chord turns away from its curve by up to half of what it turns from the next one.
    const sine = Math.min(1, wish.angleRad + turns[p.id]! + turns[q.id]!);
    const both = overlapOf(p, q, wish.reachMm, sine);
    if (!both) return;
    if (p.line === q.line) {
      const middle = (both.fromP + both.toP) / 2;
      const other = (both.fromQ + both.toQ) / 2;
      const gap = Math.abs(positionOf(lines, p, middle) - positionOf(lines, q, other));
      if (gap < wish.apartMm) return;
    }
    note(p, both.fromP, both.toP);
    note(q, both.fromQ, both.toQ);
  });
  return { crossings: crossings.sorted(), alongside: merged(found) };
}

/** For each chord half the angle to its neighbours, the smaller one; none at a corner or an end. */
function turnsOf(chords: readonly Chord[]): Float64Array {
  const joints = new Float64Array(chords.length + 1);
  for (let i = 1; i < chords.length; i++) {
    const [p, q] = [chords[i - 1]!, chords[i]!];
    if (p.line !== q.line) continue;
    const [ux, uy, vx, vy] = [p.b.x - p.a.x, p.b.y - p.a.y, q.b.x - q.a.x, q.b.y - q.a.y];
    joints[i] = Math.abs(Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy));
  }
  const halves = new Float64Array(chords.length);
  for (let i = 0; i < chords.length; i++) {
    const turn = Math.max(joints[i]!, joints[i + 1]!);
    // Chords of one curve turn by less than this; what turns more is a corner.
    halves[i] = turn < MOST_TURN_RAD ? turn / 2 : Math.min(joints[i]!, joints[i + 1]!) / 2;
    if (halves[i]! > MOST_TURN_RAD) halves[i] = 0;
  }
  return halves;
}

const MOST_TURN_RAD = Math.PI / 4;

function positionOf(lines: readonly MeasuredLine[], chord: Chord, share: number): number {
  const s = lines[chord.line]!.s;
  const before = s[chord.index]!;
  return before + (s[chord.index + 1]! - before) * share;
}

/** The shares of two chords over which they lie along each other. */
function overlapOf(
  p: Chord,
  q: Chord,
  reachMm: number,
  sine: number,
): { fromP: number; toP: number; fromQ: number; toQ: number } | null {
  // In bare numbers: this is asked of every two chords that share a cell.
  const [ux, uy] = [p.b.x - p.a.x, p.b.y - p.a.y];
  const [vx, vy] = [q.b.x - q.a.x, q.b.y - q.a.y];
  const turned = ux * vy - uy * vx;
  const [uu, vv] = [ux * ux + uy * uy, vx * vx + vy * vy];
  if (turned * turned > sine * sine * uu * vv || uu === 0 || vv === 0) return null;
  const [ax, ay] = [q.a.x - p.a.x, q.a.y - p.a.y];
  const t0 = (ax * ux + ay * uy) / uu;
  const step = (vx * ux + vy * uy) / uu;
  const fromP = Math.max(0, Math.min(t0, t0 + step));
  const toP = Math.min(1, Math.max(t0, t0 + step));
  if (toP - fromP < 1e-9 || step === 0) return null;
  const fromQ = (fromP - t0) / step;
  const toQ = (toP - t0) / step;
  const middle = (fromQ + toQ) / 2;
  const off = (ux * (ay + vy * middle) - uy * (ax + vx * middle)) / Math.sqrt(uu);
  return Math.abs(off) <= reachMm ? { fromP, toP, fromQ, toQ } : null;
}

function merged(found: Stretch[]): Stretch[] {
  found.sort((a, b) => a.line - b.line || a.fromMm - b.fromMm);
  const out: Stretch[] = [];
  for (const next of found) {
    const last = out[out.length - 1];
    if (last?.line === next.line && next.fromMm <= last.toMm + 1e-6) {
      if (next.toMm > last.toMm) out[out.length - 1] = { ...last, toMm: next.toMm };
    } else out.push(next);
  }
  return out;
}
