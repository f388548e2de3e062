import {
  halfRoundBead,
  spiralLength,
  spiralOutside,
  spiralRadii,
  strandsRound,
  twistOf,
  type SpiralSize,
} from '../../element';
import { distance, norm, scale, sub, type Vec } from '../../geometry';
import type { Bead } from '../bead';
import type { Bundle } from '../bundle';
import type { PlacedBead } from '../draw';
import { alongPoints, middleMm, moved, spotAlong, type FormedWires, type Run } from '../ground';
import { lacedBetween, wovenBetween, type OnOne, type Woven } from '../woven';
import { ACT_LIMITS, type Act, type ActOf, type Comes } from './act';
import type { Foot } from './way';

/** Why an act is not as it was chosen. */
export type ActTrouble =
  | 'no-wire'
  | 'lost'
  | 'way-gone'
  | 'not-along'
  | 'nothing-before'
  | 'no-pair'
  | 'no-room'
  | 'too-close';

/** What an act is done at, before it is known how the wire comes and goes. */
export interface Spot {
  readonly at: Vec;
  readonly run: Run | null;
  /** what it goes round */
  readonly round: Bundle | null;
  readonly trouble: ActTrouble | null;
}

/** An act as it lies at its place. */
export interface Placed extends Spot {
  readonly enter: Foot;
  readonly leave: Foot;
  /** what it uses up there, mm */
  readonly hereMm: number;
  /** as many turns as it takes to come and go on the sides that are chosen */
  readonly turns: number;
  /** where the turns are on the figure's wire, mm */
  readonly fromMm: number;
  readonly toMm: number;
  /** turns of its own that lie under these already */
  readonly layers: number;
  readonly beads: readonly PlacedBead[];
  /** what is woven, between which stretches */
  readonly woven: { readonly first: Run; readonly second: Run; readonly weave: Woven } | null;
}

/** Points in which a turn of a curl is drawn. */
const CURL_STEPS = 24;
/** Turns that stand further apart than so many diameters are not wound over as a layer. */
const CLOSE = 1.5;
/** They are wound over where they have more than this share in common. */
const COMMON = 0.3;

/** Ways that differ by less are alike: the turns then run as the figure's wire does. */
const ALIKE_MM = 1e-6;

/** Whole turns for a wire that comes and goes on one side, else half a turn more; parts of a half stay. */
export function turnsFor(wraps: number, comes: Comes | null, goes: Comes | null): number {
  if (!comes || !goes || comes === 'along' || goes === 'along') return wraps;
  const halves = 2 * wraps;
  if (Math.abs(halves - Math.round(halves)) > 1e-9) return wraps;
  const odd = Math.round(halves) % 2 === 1;
  return odd === (comes !== goes) ? wraps : wraps + 0.5;
}

/** How many of the turns before lie close under those of a wrap. */
function layersUnder(
  act: ActOf<'wrap'>,
  place: Pick<Placed, 'run' | 'fromMm' | 'toMm'>,
  before: readonly (Placed & { readonly act: Act })[],
  d: number,
): number {
  return before.filter((b) => {
    if (b.act.do !== 'wrap' || b.turns < 1) return false;
    if (act.way !== null || b.act.way !== null) return act.way === b.act.way;
    if (!place.run || b.run?.wire !== place.run.wire) return false;
    const close = b.toMm - b.fromMm <= CLOSE * d * b.turns + 1e-9;
    const common = Math.min(place.toMm, b.toMm) - Math.max(place.fromMm, b.fromMm);
    const shorter = Math.min(place.toMm - place.fromMm, b.toMm - b.fromMm);
    return close && common > COMMON * shorter;
  }).length;
}

/** The two ends of a stretch of turns. */
function endsOf(wires: FormedWires, { at, run }: Spot, longMm: number): [Foot, Foot] {
  if (!run) {
    const here = { at, run: null, mm: 0 };
    return [here, here];
  }
  const { s, closed } = wires.lines[run.wire]!;
  const middle = middleMm(run);
  const aside = sub(at, run.spot(middle).at);
  const inside = (mm: number): number => (closed ? mm : Math.min(s.at(-1) ?? 0, Math.max(0, mm)));
  const foot = (mm: number): Foot => ({ at: moved(run.spot(mm).at, aside), run, mm });
  return [foot(inside(middle - longMm / 2)), foot(inside(middle + longMm / 2))];
}

/** A wrap: it begins at the end of its turns to which the way is shorter. */
export function layWrap(
  wires: FormedWires,
  act: ActOf<'wrap'>,
  spot: Spot,
  d: number,
  from: Vec | null,
  next: { readonly at: Vec | null; readonly comes: Comes } | null,
  before: readonly (Placed & { readonly act: Act })[],
): Placed {
  const turns = turnsFor(act.wraps, from && act.comes, next?.comes ?? null);
  const longMm = Math.max(turns * d, act.on.lengthMm);
  const ends = endsOf(wires, spot, longMm);
  const [fromMm, toMm] = [ends[0].mm, ends[1].mm];
  const way = (a: Foot, b: Foot): number =>
    (from ? distance(from, a.at) : 0) + (next?.at ? distance(b.at, next.at) : 0);
  const forth = way(ends[0], ends[1]) <= way(ends[1], ends[0]) + ALIKE_MM;
  const [enter, leave] = forth ? ends : [ends[1], ends[0]];
  const layers = layersUnder(act, { run: spot.run, fromMm, toMm }, before, d);
  const turnMm = spot.round ? strandsRound(spot.round.bundle, d) + 2 * Math.PI * d * layers : 0;
  const hereMm = Math.hypot(turns * turnMm, longMm);
  return { ...spot, enter, leave, hereMm, turns, fromMm, toMm, layers, beads: [], woven: null };
}

/** A pass further off than this is not what is woven with, mm. */
const BESIDE_MM = 40;

/** The stretch that another is woven with: at its chosen place, or the nearest that lies beside. */
function besideOf(wires: FormedWires, act: ActOf<'weave'>, first: Run): Run | null {
  const { lengthMm } = act.on;
  if (act.to) return wires.runAt({ ...act.to, lengthMm });
  const middle = wires.runAt({ ...act.on, lengthMm: 0 }) ?? first;
  const near = wires.passesBeside(middle, BESIDE_MM).find(({ wire, mm }) => {
    // A bend of its own within the stretch is no other stretch.
    const { s, closed } = wires.lines[wire]!;
    const off = Math.abs(mm - middleMm(middle));
    const all = s.at(-1) ?? 0;
    return wire !== first.wire || (closed ? Math.min(off, all - off) : off) > lengthMm / 2;
  });
  return near ? wires.runAt({ ...near.at, lengthMm }) : null;
}

/** A weave: it begins at the end of its stretch to which the way is shorter. */
export function layWeave(
  wires: FormedWires,
  act: ActOf<'weave'>,
  spot: Spot,
  d: number,
  from: Vec | null,
  next: Vec | null,
): Placed {
  const first = wires.runAt(act.on);
  const second = first && besideOf(wires, act, first);
  if (!first || !second) {
    return { ...nothingAt(spot.at), trouble: first ? 'no-pair' : 'no-wire' };
  }
  const laid = (forth: boolean) => {
    const { wraps, rows } = act;
    const points = rows ?? ACT_LIMITS.laced.first;
    const weave = act.laced
      ? lacedBetween(wires, first, second, { diameterMm: d, points, forth })
      : wovenBetween(wires, first, second, { diameterMm: d, wraps, rows, forth });
    const foot = ({ which, mm }: OnOne): Foot => {
      const run = which === 0 ? first : second;
      return { at: run.spot(mm).at, run, mm };
    };
    return { weave, enter: foot(weave.begins), leave: foot(weave.ends) };
  };
  const [forth, back] = [laid(true), laid(false)];
  const way = ({ enter, leave }: typeof forth): number =>
    (from ? distance(from, enter.at) : 0) + (next ? distance(leave.at, next) : 0);
  const { weave, enter, leave } = way(forth) <= way(back) + ALIKE_MM ? forth : back;
  const close = !act.laced && weave.narrowMm < d - ALIKE_MM ? 'too-close' : spot.trouble;
  return {
    ...nothingAt(spot.at),
    run: first,
    trouble: weave.rows === 0 ? 'no-room' : close,
    enter,
    leave,
    hereMm: weave.lengthMm,
    // Through between the wires twice a row.
    turns: 2 * weave.rows,
    fromMm: act.laced ? first.fromMm : Math.min(enter.mm, leave.mm),
    toMm: act.laced ? first.toMm : Math.max(enter.mm, leave.mm),
    woven: { first, second, weave },
  };
}

export const beadsMm = (beads: readonly Bead[]): number =>
  beads.reduce((sum, b) => sum + b.lengthMm, 0);

/** Half turns round each of an act's beads, from hole to hole, mm. */
export const roundMm = ({ beads, halves }: ActOf<'bead'>, d: number): number =>
  beads.reduce((sum, b) => sum + halves * halfRoundBead(b.lengthMm, b.acrossMm, d), 0);

/** Beads one after the other along points, about their middle. */
export function beadsAlong(beads: readonly Bead[], points: readonly Vec[]): PlacedBead[] {
  let mm = ((alongPoints(points).at(-1) ?? 0) - beadsMm(beads)) / 2;
  return beads.map((bead) => {
    const { at, direction } = spotAlong(points, mm + bead.lengthMm / 2);
    mm += bead.lengthMm;
    return { bead, at, along: direction };
  });
}

/** Beads at a place of their own, their holes along the way that the wire comes. */
export function layBeads(
  act: ActOf<'bead'>,
  at: Vec,
  d: number,
  from: Vec | null,
  next: Vec | null,
): Placed {
  const way = from ? sub(at, from) : next ? sub(next, at) : { x: 1, y: 0 };
  const along = norm(way) > 1e-9 ? scale(way, 1 / norm(way)) : { x: 1, y: 0 };
  const long = beadsMm(act.beads);
  const end = (side: number): Foot => ({
    at: moved(at, along, (side * long) / 2),
    run: null,
    mm: 0,
  });
  const [enter, other] = [end(-1), end(1)];
  return {
    ...nothingAt(at),
    enter,
    leave: (act.passes + act.halves) % 2 === 1 ? other : enter,
    hereMm: act.passes * long + roundMm(act, d),
    beads: beadsAlong(act.beads, [enter.at, other.at]),
  };
}

/** A leg folded out to a place and back, its two ways twisted: two helices, and the turn at its tip. */
export function layFolded(act: ActOf<'twist'>, from: Foot, d: number): Placed {
  const { strandMm } = twistOf(2, distance(from.at, act.at), act.turns, d);
  return {
    ...nothingAt(act.at),
    enter: from,
    leave: from,
    hereMm: 2 * strandMm + (Math.PI * d) / 2,
  };
}

const sizeOf = ({ openingMm, gapMm }: ActOf<'curl'>, diameterMm: number): SpiralSize => ({
  openingMm,
  gapMm,
  diameterMm,
});

/** A spiral about a place: the wire comes to its outermost turn along a tangent. */
export function layCurl(act: ActOf<'curl'>, from: Vec | null, next: Vec | null, d: number): Placed {
  const size = sizeOf(act, d);
  const outMm = (spiralOutside(size, act.turns) - d) / 2;
  const apart = (p: Vec | null): Vec | null =>
    p && distance(p, act.at) > ALIKE_MM ? sub(act.at, p) : null;
  // What comes from its very middle has no direction of its own: it goes as it goes on.
  const came = apart(from);
  const goes = apart(next);
  const way = came ?? (goes ? scale(goes, -1) : { x: 1, y: 0 });
  const far = came ? norm(came) : 0;
  const along = Math.atan2(way.y, way.x);
  // The tangent touches square to the radius; from inside the spiral there is none.
  const off = far > outMm ? Math.acos(outMm / far) : Math.PI / 2;
  const angle = along + Math.PI + (act.left ? off : -off);
  const at = moved(act.at, { x: Math.cos(angle), y: Math.sin(angle) }, outMm);
  const here = { at, run: null, mm: 0 };
  return { ...nothingAt(act.at), enter: here, leave: here, hereMm: spiralLength(size, act.turns) };
}

/** How a curl looks, from its outermost turn inwards. */
export function curlLine(act: ActOf<'curl'>, enter: Vec, d: number): Vec[] {
  const { startMm, pitchMm } = spiralRadii(sizeOf(act, d));
  const from = Math.atan2(enter.y - act.at.y, enter.x - act.at.x);
  const steps = Math.max(8, Math.ceil(act.turns * CURL_STEPS));
  return Array.from({ length: steps + 1 }, (_, i) => {
    const turned = (act.turns * i) / steps;
    const angle = from + (act.left ? -1 : 1) * 2 * Math.PI * turned;
    const r = startMm + pitchMm * (act.turns - turned);
    return moved(act.at, { x: Math.cos(angle), y: Math.sin(angle) }, r);
  });
}

/** A place that the wire only goes through. */
export function nothingAt(at: Vec): Placed {
  const here = { at, run: null, mm: 0 };
  return {
    at,
    run: null,
    round: null,
    trouble: null,
    enter: here,
    leave: here,
    hereMm: 0,
    turns: 0,
    fromMm: 0,
    toMm: 0,
    layers: 0,
    beads: [],
    woven: null,
  };
}
