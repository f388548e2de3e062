import {
  distance,
  flattenSegment,
  perp,
  segmentLength,
  startOf,
  tangentAt,
  type Crossing,
  type MeasuredLine,
  type Primitive,
  type Vec,
} from '../geometry';
import type { Strip, StripPiece } from '../strip';
import type { Aside } from './sideBySide';

/** What a formed wire's places follow from: its blank, and where it lies beside another pass. */
export interface Formed {
  readonly strip: Strip;
  readonly asides: readonly Aside[];
}

/** How closely a wire that lies aside is drawn, mm along it. */
const STEP_MM = 0.25;

const isAside = ({ asides }: Formed, piece: StripPiece): boolean =>
  asides.some(
    (a) =>
      a.fromMm - rampOf(a) < piece.startMm + piece.lengthMm && a.toMm + rampOf(a) > piece.startMm,
  );

/** Positions at which a piece that lies aside is drawn. */
function stepsOf(piece: StripPiece): number[] {
  const count = Math.max(2, Math.ceil(piece.lengthMm / STEP_MM));
  return Array.from({ length: count + 1 }, (_, i) => piece.startMm + (piece.lengthMm * i) / count);
}

/** The formed wire as points with their positions on the straight blank. */
export function formedLine(wire: Formed): MeasuredLine {
  return lineOf(wire.strip, (piece) =>
    wire.asides.length > 0 && isAside(wire, piece)
      ? stepsOf(piece).flatMap((s) => {
          const at = placeOnWire(wire, s)?.at;
          return at ? [{ at, s }] : [];
        })
      : null,
  );
}

/** The formed wire's middle line: arcs and lines, or short chords where it lies beside another pass. */
export function formedShapes(wire: Formed): Primitive[] {
  return wire.strip.pieces.flatMap((piece): readonly Primitive[] => {
    if (!isAside(wire, piece)) return piece.shape;
    const points = stepsOf(piece).flatMap((mm) => placeOnWire(wire, mm)?.at ?? []);
    return points
      .slice(1)
      .flatMap((to, i): Primitive[] =>
        distance(points[i]!, to) > 1e-9 ? [{ type: 'line', from: points[i]!, to }] : [],
      );
  });
}

/** The blank bent along the drawn line, both passes of a doubled line on top of each other. */
export const bareLine = (strip: Strip): MeasuredLine => lineOf(strip, () => null);

/** Chords stay this near to the formed wire, mm. */
const CHORD_MM = 0.05;

/** A strip as points; some pieces may have points of their own. */
function lineOf(
  strip: Strip,
  own: (piece: StripPiece) => readonly { at: Vec; s: number }[] | null,
): MeasuredLine {
  const points: Vec[] = [];
  const s: number[] = [];
  for (const piece of strip.pieces) {
    const given = own(piece);
    if (given) {
      for (const g of given) {
        // A piece begins where the one before it ends.
        if (s.length > 0 && g.s <= s[s.length - 1]! + 1e-9) continue;
        points.push(g.at);
        s.push(g.s);
      }
      continue;
    }
    const drawn = piece.shape.reduce((sum, p) => sum + segmentLength(p), 0);
    let at = piece.startMm;
    for (const p of piece.shape) {
      if (points.length === 0) {
        points.push(startOf(p));
        s.push(0);
      }
      const steps = flattenSegment(p, CHORD_MM);
      const share = drawn > 0 ? (segmentLength(p) / drawn) * piece.lengthMm : 0;
      steps.forEach((q, i) => {
        points.push(q);
        s.push(at + (share * (i + 1)) / steps.length);
      });
      at += share;
    }
  }
  return { points, s, closed: strip.closed };
}

/** The piece that takes in a position; the first or last one beyond the ends. */
function pieceAt(strip: Strip, atMm: number): StripPiece | undefined {
  const { pieces } = strip;
  let low = 0;
  let high = pieces.length - 1;
  while (low < high) {
    const middle = (low + high) >> 1;
    const p = pieces[middle]!;
    if (atMm <= p.startMm + p.lengthMm) high = middle;
    else low = middle + 1;
  }
  return pieces[low];
}

/** How far before and after a stretch the wire comes over to its side, mm. */
const rampOf = ({ asideMm }: Aside): number => 3 * Math.abs(asideMm);

/** How far aside a wire lies at a position on its blank. */
function asideAt({ asides }: Formed, atMm: number): number {
  let [sum, most] = [0, 0];
  for (const a of asides) {
    const beyond = Math.max(0, a.fromMm - atMm, atMm - a.toMm);
    const t = 1 - beyond / rampOf(a);
    if (!(t > 0)) continue;
    sum += a.asideMm * Math.min(1, t * t * (3 - 2 * t));
    most = Math.max(most, Math.abs(a.asideMm));
  }
  return Math.min(most, Math.max(-most, sum));
}

/** Point and direction of the formed wire at a position on the blank. */
export function placeOnWire(wire: Formed, atMm: number): { at: Vec; direction: Vec } | null {
  const place = barePlace(wire.strip, atMm);
  const aside = place ? asideAt(wire, atMm) : 0;
  if (!place || aside === 0) return place;
  const side = perp(place.direction);
  return {
    at: { x: place.at.x + side.x * aside, y: place.at.y + side.y * aside },
    direction: place.direction,
  };
}

/** The middle of a piece of a strip once formed, passes beside each other not moved apart. */
export const middleOfPiece = (piece: StripPiece): Vec | null => onPiece(piece, 0.5)?.at ?? null;

function barePlace(strip: Strip, atMm: number): { at: Vec; direction: Vec } | null {
  const piece = pieceAt(strip, atMm);
  if (!piece) return null;
  return onPiece(piece, (atMm - piece.startMm) / Math.max(piece.lengthMm, 1e-9));
}

function onPiece(piece: StripPiece, share: number): { at: Vec; direction: Vec } | null {
  const drawn = piece.shape.reduce((sum, p) => sum + segmentLength(p), 0);
  let left = Math.min(1, Math.max(0, share)) * drawn;
  for (const p of piece.shape) {
    const length = segmentLength(p);
    if (left <= length + 1e-9 || p === piece.shape[piece.shape.length - 1]) {
      const t = length === 0 ? 0 : Math.min(1, left / length);
      const at =
        p.type === 'line'
          ? { x: p.from.x + (p.to.x - p.from.x) * t, y: p.from.y + (p.to.y - p.from.y) * t }
          : {
              x: p.center.x + p.radius * Math.cos(p.startAngle + p.sweep * t),
              y: p.center.y + p.radius * Math.sin(p.startAngle + p.sweep * t),
            };
      return { at, direction: tangentAt(p, t) };
    }
    left -= length;
  }
  return null;
}

export interface WireCrossing {
  readonly at: Vec;
  readonly firstWire: number;
  readonly firstMm: number;
  readonly secondWire: number;
  readonly secondMm: number;
  readonly top: 'first' | 'second';
  /** angle between the two passes, radians, 0 to pi/2 */
  readonly angleRad: number;
}

/** A crossing set by hand is found again this near to where it was, mm. */
const ONE_PLACE_MM = 1;

export type OverRule = 'later' | 'earlier' | 'alternate';

/**
 * Where the formed wires truly cross, in the order in which the wire first comes there, and which
 * pass is on top. `alternate` lets each wire go over and under in turn along its length.
 * @param single crossings, by their places, where it is otherwise
 */
export function crossingsOf(
  crossings: readonly Crossing[],
  diameterMm: number,
  rule: OverRule,
  single: readonly { x: number; y: number; top: 'later' | 'earlier' }[] = [],
): WireCrossing[] {
  const found = withoutTouches(crossings, diameterMm);
  const over = rule === 'alternate' ? firstOverInTurn(found) : null;
  return found.map((c, i) => {
    const turn = Math.abs(c.turnRad);
    const own = single.find((o) => distance(o, c.at) <= Math.max(ONE_PLACE_MM, diameterMm));
    const ruled = over ? over[i] === true : rule === 'earlier';
    const firstOnTop = own ? own.top === 'earlier' : ruled;
    return {
      at: c.at,
      firstWire: c.firstLine,
      firstMm: c.firstMm,
      secondWire: c.secondLine,
      secondMm: c.secondMm,
      top: firstOnTop ? 'first' : 'second',
      angleRad: Math.min(turn, Math.PI - turn),
    };
  });
}

/** Passes that meet at less than this lie along each other for a while. */
const ALONG_RAD = (15 * Math.PI) / 180;

/**
 * Passes that lie along each other meet many times over a short way. They cross once if that is an
 * odd number of times, else they only touch.
 */
function withoutTouches(found: readonly Crossing[], diameterMm: number): Crossing[] {
  const groups: Crossing[][] = [];
  /** by the two lines: where they lie along each other */
  const touching = new Map<string, Crossing[][]>();
  for (const c of found) {
    const turn = Math.abs(c.turnRad);
    const along = Math.min(turn, Math.PI - turn) < ALONG_RAD;
    const lines = `${c.firstLine} ${c.secondLine}`;
    const group = along
      ? touching.get(lines)?.find((g) => {
          const last = g[g.length - 1]!;
          return (
            Math.abs(last.firstMm - c.firstMm) < 3 * diameterMm &&
            Math.abs(last.secondMm - c.secondMm) < 3 * diameterMm
          );
        })
      : undefined;
    if (group) group.push(c);
    else {
      const begun = [c];
      groups.push(begun);
      if (along) touching.set(lines, [...(touching.get(lines) ?? []), begun]);
    }
  }
  return groups.flatMap((g) => (g.length % 2 === 1 ? [g[(g.length - 1) / 2]!] : []));
}

/** For each crossing whether its first pass is over, when each wire goes over and under in turn. */
function firstOverInTurn(found: readonly Crossing[]): boolean[] {
  const passes = found.flatMap((c, i) => [
    { wire: c.firstLine, mm: c.firstMm, crossing: i, first: true },
    { wire: c.secondLine, mm: c.secondMm, crossing: i, first: false },
  ]);
  passes.sort((a, b) => a.wire - b.wire || a.mm - b.mm);
  const over: boolean[] = [];
  passes.forEach((pass, n) => {
    over[pass.crossing] ??= (n % 2 === 0) === pass.first;
  });
  return over;
}
