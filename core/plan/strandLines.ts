import {
  add,
  distance,
  dot,
  perp,
  pointAt,
  scale,
  segmentLength,
  tangentAt,
  turnBetween,
  type Segment,
  type Vec,
} from '../geometry';
import { drawnPath, type FigurePath } from '../piece';

/** Steps at which a line is followed, mm; of a long one they are such a share of it. */
const STEP_MM = 0.25;
const STEP_SHARE = 1 / 8000;
/** Where a line turns by more than this it has a corner, radians. */
const CORNER_RAD = 0.02;
/** No mitre reaches further than so many times what lies beside it. */
const MOST_MITRE = 4;

/** A place of a drawn line, so far along it, with the way to its right; at a corner to where both sides meet. */
interface Sample {
  readonly at: Vec;
  readonly s: number;
  readonly right: Vec;
  /** the way that the line goes there; at a corner both ways together */
  readonly along: Vec;
  /** what it turns by there, clockwise positive; 0 where it is smooth */
  readonly turnRad: number;
}

/** Both sides of a corner as one: the mitre; folded back, each by itself. */
function cornerOf(before: Vec, after: Vec): Vec | null {
  const [a, b] = [perp(before), perp(after)];
  const open = 1 + dot(a, b);
  return open * MOST_MITRE ** 2 < 2 ? null : scale(add(a, b), 1 / open);
}

function samplesOf(segments: readonly Segment[], closed: boolean): Sample[] {
  const lengths = segments.map((s) => segmentLength(s));
  const step = Math.max(STEP_MM, lengths.reduce((a, b) => a + b, 0) * STEP_SHARE);
  const out: Sample[] = [];
  let s = 0;
  const put = (at: Vec, right: Vec, along: Vec, turnRad = 0): void => {
    const last = out.at(-1);
    if (last) s += distance(last.at, at);
    out.push({ at, s, right, along, turnRad });
  };
  segments.forEach((segment, i) => {
    const count = Math.max(1, Math.ceil(lengths[i]! / step));
    const before = segments[i - 1] ?? (closed ? segments.at(-1) : undefined);
    for (let k = 0; k < count; k++) {
      const tangent = tangentAt(segment, k / count);
      const came = k === 0 && before ? tangentAt(before, 1) : tangent;
      const at = pointAt(segment, k / count);
      const bent = dot(came, tangent) < Math.cos(CORNER_RAD);
      const mitre = bent ? cornerOf(came, tangent) : perp(tangent);
      if (mitre && bent) put(at, mitre, add(came, tangent), turnBetween(came, tangent));
      else if (mitre) put(at, mitre, tangent);
      else {
        put(at, perp(came), came);
        put(at, perp(tangent), tangent);
      }
    }
  });
  const last = segments.at(-1);
  if (last && !closed) {
    const tangent = tangentAt(last, 1);
    put(pointAt(last, 1), perp(tangent), tangent);
  }
  return out;
}

/** From 0 to 1 without a corner at either end. */
const eased = (t: number): number => {
  const within = Math.min(1, Math.max(0, t));
  return within * within * (3 - 2 * within);
};

/** The share of such a stretch over which strands part, and come together again. */
const PARTING = 1 / 3;

/** How much of being apart there is so far from the middle of a stretch. */
const share = (offMm: number, lengthMm: number): number =>
  eased((lengthMm / 2 - offMm) / Math.max(1e-9, PARTING * lengthMm));

/**
 * The line of one of several wires side by side of which some stretches stand further apart: beside the drawn
 * line by as much as it does there, parting and coming together again over a third of each stretch.
 * @param index which of them, from the left
 * @param pitchMm from wire to wire where nothing else is said
 */
export function strandLine(path: FigurePath, index: number, pitchMm: number): FigurePath {
  const { strands = 1, strandsApartMm = 0, apartAt = [], ...own } = path;
  const { segments } = drawnPath(path);
  const samples = samplesOf(segments, path.closed);
  const all = samples.at(-1)?.s ?? 0;
  const stretches = apartAt.map((stretch) => {
    const near = (p: Sample): number => distance(p.at, stretch);
    const middle = samples.reduce((a, b) => (near(b) < near(a) ? b : a), samples[0]!);
    return { ...stretch, middleMm: middle.s };
  });
  const apart = (s: number): number =>
    stretches.reduce((most, { middleMm, lengthMm, apartMm }) => {
      const off = Math.abs(s - middleMm);
      const round = path.closed ? Math.min(off, all - off) : off;
      return most + (apartMm - strandsApartMm) * share(round, lengthMm);
    }, 0);
  const from = index - (strands - 1) / 2;
  const beside = samples.map(({ s }) => from * (pitchMm + apart(s)));
  const cut = cutOff(samples, beside, path.closed);
  const nodes: Vec[] = [];
  samples.forEach(({ at, right, along }, i) => {
    if (cut.has(i)) return;
    const p = add(at, scale(right, beside[i]!));
    const last = nodes.at(-1);
    // Inside a curve that is tighter than what lies beside it the line would go back.
    if (last && dot({ x: p.x - last.x, y: p.y - last.y }, along) <= 1e-9) return;
    nodes.push(p);
  });
  return { ...own, nodes };
}

/** What lies inside corners beyond where both sides meet there. */
function cutOff(
  samples: readonly Sample[],
  beside: readonly number[],
  closed: boolean,
): ReadonlySet<number> {
  const cut = new Set<number>();
  const count = samples.length;
  const all = samples.at(-1)?.s ?? 0;
  samples.forEach(({ s, turnRad }, i) => {
    const back = beside[i]! * Math.tan(turnRad / 2);
    if (!(back > 0)) return;
    for (const way of [-1, 1]) {
      for (let k = 1; k < count; k++) {
        const at = closed ? (i + way * k + count) % count : i + way * k;
        const other = samples[at];
        if (other?.turnRad !== 0) break;
        const off = Math.abs(other.s - s);
        if ((closed ? Math.min(off, all - off) : off) >= back) break;
        cut.add(at);
      }
    }
  });
  return cut;
}
