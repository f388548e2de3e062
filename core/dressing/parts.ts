import { distance, highestOf, mix, type MeasuredLine, type Vec } from '../geometry';
import { strandOf, usedGrams, wireMark, type DressMark } from '../item';
import { MOST_ALIKE, wireOf, type Part, type PartSpot } from '../piece';
import {
  endShapes,
  nearestWire,
  openedStrands,
  trimmedMm,
  type Plan,
  type WirePlan,
} from '../plan';
import { wireGrams } from '../wire';
import { stretchPlace } from './edit';
import { eyesOf } from './eyes';
import { fineCurve, fineLine } from './fine';
import type { FormedGround } from './ground';
import { partJointWire } from './partJoints';
import { hostWires, partWires } from './partWires';
import { isRefused, type Dressed } from './types';

/** A place on a wire: its index and mm on its blank. */
export interface WirePlace {
  readonly wire: number;
  readonly mm: number;
  readonly at: Vec;
}

/** Another of a part, where it hangs or is joined. */
export interface PartCopy {
  readonly part: string;
  /** which of the part's spots; null for all that have no place yet, where the drawn one is */
  readonly spot: number | null;
  /** where on its host */
  readonly at: Vec;
  /** what it looks like there */
  readonly marks: readonly DressMark[];
  /** it, all that is joined to it, and what joins it, g */
  readonly grams: number;
}

/**
 * The nearest two places of some wires and others: where they cross, else at a bend or end of the one that
 * comes nearest to the other; null where one of both has none.
 */
export function nearestPlaces(
  { lines, plan }: Pick<FormedGround, 'lines' | 'plan'>,
  some: readonly number[],
  others: readonly number[],
): { readonly a: WirePlace; readonly b: WirePlace } | null {
  for (const c of plan.crossings) {
    const first = { wire: c.firstWire, mm: c.firstMm, at: c.at };
    const second = { wire: c.secondWire, mm: c.secondMm, at: c.at };
    if (some.includes(first.wire) && others.includes(second.wire)) return { a: first, b: second };
    if (some.includes(second.wire) && others.includes(first.wire)) return { a: second, b: first };
  }
  let best: { a: WirePlace; b: WirePlace } | null = null;
  let far = Infinity;
  const tryFrom = (from: readonly number[], to: readonly number[], isOwn: boolean): void => {
    const targets = to.map((w) => lines[w]!);
    for (const wire of from) {
      lines[wire]!.points.forEach((at, i) => {
        const foot = nearestWire(targets, at);
        if (!foot || distance(at, foot.at) >= far) return;
        far = distance(at, foot.at);
        const here = { wire, mm: lines[wire]!.s[i]!, at };
        const there = { wire: to[foot.wire]!, mm: foot.mm, at: foot.at };
        best = isOwn ? { a: here, b: there } : { a: there, b: here };
      });
    }
  };
  tryFrom(some, others, true);
  tryFrom(others, some, false);
  return best;
}

/** What hangs and is drawn no further from its host than this, straight up or down, hangs there, mm. */
const HANGS_MM = 12;

/** What of a part is held: its eye nearest to the host, else its highest place; null without a wire. */
function heldPoint({ plan, lines }: FormedGround, own: readonly number[], host: MeasuredLine[]) {
  const far = (p: Vec): number => nearestWire(host, p)?.farMm ?? Infinity;
  const eyes = own.flatMap((w) => eyesOf(plan, plan.wires[w]!)).map((e) => e.center);
  const [eye] = eyes.sort((a, b) => far(a) - far(b));
  return eye ?? highestOf(own.flatMap((w) => lines[w]!.points));
}

/** The place of some wires straight above or below a point that is nearest to it; null where none is near. */
function plumb({ lines }: FormedGround, some: readonly number[], { x, y }: Vec): WirePlace | null {
  let best: WirePlace | null = null;
  let far = HANGS_MM;
  for (const wire of some) {
    const { points, s } = lines[wire]!;
    points.slice(1).forEach((b, i) => {
      const a = points[i]!;
      if (a.x === b.x || (a.x - x) * (b.x - x) > 0) return;
      const t = (x - a.x) / (b.x - a.x);
      const at = mix(a, b, t);
      if (Math.abs(at.y - y) > far - 1e-9) return;
      far = Math.abs(at.y - y);
      best = { wire, mm: s[i]! + t * (s[i + 1]! - s[i]!), at };
    });
  }
  return best;
}

/**
 * Where the drawn one of a part is joined to its host: what hangs, straight above or below what it is held
 * by, else where the two are nearest; null where there is no host.
 */
export function jointPlace(ground: FormedGround, part: Part): WirePlace | null {
  const { piece, plan, lines } = ground;
  const [own, host] = [partWires(plan, part), hostWires(piece, plan, part)];
  const held = part.hangs
    ? heldPoint(
        ground,
        own,
        host.map((w) => lines[w]!),
      )
    : null;
  const hung = held && plumb(ground, host, held);
  return hung ?? nearestPlaces(ground, own, host)?.b ?? null;
}

function wireMarks(plan: Plan, wire: WirePlan): DressMark[] {
  const strands = openedStrands(plan, wire).flatMap((s) => s.shapes.map(fineCurve));
  return [
    wireMark([fineLine(wire), ...endShapes(plan, wire).map(fineCurve)], wire.stock),
    ...(strands.length > 0 ? [wireMark(strands, strandOf(wire.stock))] : []),
  ];
}

const moved =
  (from: Vec, { x, y, mirrored }: PartSpot) =>
  (p: Vec): Vec => ({ x: (mirrored ? from.x - p.x : p.x - from.x) + x, y: p.y - from.y + y });

function movedMark(mark: DressMark, move: (p: Vec) => Vec, mirrored: boolean): DressMark {
  switch (mark.kind) {
    case 'wire':
      return { ...mark, runs: mark.runs.map((run) => run.map(move)) };
    case 'flat':
    case 'cord':
      return { ...mark, points: mark.points.map(move) };
    case 'stone': {
      const turnRad = (mark.turnRad ?? 0) * (mirrored ? -1 : 1);
      return { ...mark, at: move(mark.at), turnRad };
    }
    case 'bead': {
      const { x, y } = mark.along;
      return { ...mark, at: move(mark.at), along: mirrored ? { x: -x, y } : mark.along };
    }
  }
}

/** What of a part is drawn once, with its weight: its wires, what is on them, and the parts joined to it. */
interface Group {
  readonly marks: readonly DressMark[];
  readonly grams: number;
}

/** All copies of a piece's parts, with the groups that are copied. */
class Copies {
  readonly found: PartCopy[] = [];
  private readonly groups = new Map<string, Group>();
  private readonly ground: FormedGround;
  private readonly items: readonly Dressed[];

  constructor(ground: FormedGround, items: readonly Dressed[]) {
    this.ground = ground;
    this.items = items.filter((d) => !isRefused(d));
  }

  /** A part with its own copies left out; those of the parts on it are in it. Parts in a ring end there. */
  of(part: Part, above: readonly string[] = []): Group {
    const known = this.groups.get(part.id);
    if (known) return known;
    const { piece, plan } = this.ground;
    const own = partWires(plan, part);
    const on = this.items.filter((d) => d.wire !== null && own.includes(d.wire));
    const wireG = own.reduce((sum, i) => {
      const wire = plan.wires[i]!;
      return sum + wireGrams(wire.stock, Math.max(0, wire.cutMm - trimmedMm(wire)));
    }, 0);
    const joined = piece.parts.filter((p) => p.to === part.id && !above.includes(p.id));
    const below = joined.map((child) => ({
      child,
      group: this.of(child, [...above, part.id]),
    }));
    const marks = [
      ...own.flatMap((i) => wireMarks(plan, plan.wires[i]!)),
      ...on.flatMap((d) => d.marks),
      ...below.flatMap(({ child, group }) => [
        ...group.marks,
        ...this.copiesOf(child, group).flatMap((c) => c.marks),
      ]),
    ];
    const grams =
      wireG +
      on.reduce((sum, d) => sum + gramsOf(d), 0) +
      below.reduce(
        (sum, { child, group }) => sum + child.count * (group.grams + this.jointGrams(child)),
        0,
      );
    const group = { marks, grams };
    this.groups.set(part.id, group);
    return group;
  }

  /** What joins one of a part, where it is made from wire, g. */
  private jointGrams(part: Part): number {
    const { piece, plan } = this.ground;
    const made = part.joint && partJointWire(piece, plan, part);
    return made ? usedGrams({ wire: wireOf(piece, part.joint!.wire), ...made, count: 1 }) : 0;
  }

  copiesOf(part: Part, group: Group): PartCopy[] {
    const jointG = this.jointGrams(part);
    const from = part.count > 1 || jointG > 0 ? jointPlace(this.ground, part)?.at : undefined;
    if (!from) return [];
    const spots = part.spots.slice(0, part.count - 1);
    const placed = spots.map((to, spot): PartCopy => {
      const move = moved(from, to);
      const marks = group.marks.map((m) => movedMark(m, move, to.mirrored));
      const grams = group.grams + jointG;
      return { part: part.id, spot, at: { x: to.x, y: to.y }, marks, grams };
    });
    const left = part.count - 1 - spots.length;
    // What has no place yet weighs where the drawn one is, with what joins that one.
    const grams = left * (group.grams + jointG) + jointG;
    const rest = { part: part.id, spot: null, at: from, marks: [], grams };
    return grams > 0 ? [...placed, rest] : placed;
  }
}

/** What an item that goes on weighs without what it takes of the figure's own wire, g. */
export function gramsOf(d: Dressed): number {
  const beads = d.beads.reduce((sum, b) => sum + b.count * b.bead.grams, 0);
  const findings = d.findings.reduce((sum, f) => sum + f.count * f.grams, 0);
  return d.times * d.wires.reduce((sum, w) => sum + usedGrams(w), beads + findings);
}

/**
 * All others of the parts beside the drawn ones: each with its looks and weight where it is joined. What
 * of a part has no place yet weighs where the drawn one is, and so does what joins the drawn one.
 */
export function partCopies(ground: FormedGround, items: readonly Dressed[]): PartCopy[] {
  const copies = new Copies(ground, items);
  const links = new Set(ground.piece.links?.turn.map((t) => t.link));
  return ground.piece.parts.flatMap((part) =>
    !links.has(part.id) && (part.count > 1 || part.joint)
      ? copies.copiesOf(part, copies.of(part))
      : [],
  );
}

/** How many more places on its host a part can have. */
export const spotsLeft = ({ count, spots }: Part): number => Math.max(0, count - 1 - spots.length);

/** Places this near to each other are one, mm. */
const ONE_PLACE_MM = 0.2;

/** A part with another of it at a place of its host, as near as that can be; itself where none is left or one is there. */
export function withSpot(ground: FormedGround, part: Part, to: Vec, mirrored = false): Part {
  const { piece, plan, lines } = ground;
  const host = hostWires(piece, plan, part).map((i) => lines[i]!);
  const near = nearestWire(host, to);
  const own = jointPlace(ground, part);
  if (!near || spotsLeft(part) === 0) return part;
  const taken = [...(own ? [own.at] : []), ...part.spots];
  if (taken.some((p) => distance(p, near.at) < ONE_PLACE_MM)) return part;
  return { ...part, spots: [...part.spots, { x: near.at.x, y: near.at.y, mirrored }] };
}

/** A part with one of its spots moved, along its host. */
export function withSpotMoved(ground: FormedGround, part: Part, spot: number, to: Vec): Part {
  const host = hostWires(ground.piece, ground.plan, part).map((i) => ground.lines[i]!);
  const near = nearestWire(host, to);
  if (!near) return part;
  const { x, y } = near.at;
  return { ...part, spots: part.spots.map((s, i) => (i === spot ? { ...s, x, y } : s)) };
}

/** A part with one more of it, so far from the drawn one or a multiple of that; itself where no such place is free. */
export function withOneMore(ground: FormedGround, part: Part, apartMm: number): Part {
  const row = { ...part, count: MOST_ALIKE, spots: [] };
  const free = withSpread(ground, row, { by: 'row', apartMm, way: 'both' }).spots;
  for (const spot of free) {
    const more = withSpot(ground, part, spot);
    if (more !== part) return more;
  }
  return part;
}

/** How those of a part are spread beside the drawn one. */
export type Spread =
  /** so far apart along the wire that it hangs from: onwards, back, or to both sides in turn */
  | { readonly by: 'row'; readonly apartMm: number; readonly way: 'on' | 'back' | 'both' }
  /** all the way round a closed wire, evenly */
  | { readonly by: 'round' }
  /** on the other side of the upright line through a place, mirrored */
  | { readonly by: 'mirror'; readonly axisX: number };

/** A part with all of it that are left spread from the drawn one, as far as the wire reaches. */
export function withSpread(ground: FormedGround, part: Part, spread: Spread): Part {
  const own = jointPlace(ground, part);
  if (!own) return part;
  if (spread.by === 'mirror') {
    return [{ ...own.at, mirrored: false }, ...part.spots].reduce(
      (p, { x, y, mirrored }) => withSpot(ground, p, { x: 2 * spread.axisX - x, y }, !mirrored),
      part,
    );
  }
  const { s, closed } = ground.lines[own.wire]!;
  const all = s.at(-1) ?? 0;
  if (spread.by === 'round' && !closed) return part;
  const bare: Part = { ...part, spots: [] };
  const apart = spread.by === 'round' ? all / part.count : spread.apartMm;
  const step = (i: number): number => {
    if (spread.by === 'round' || spread.way === 'on') return i;
    if (spread.way === 'back') return -i;
    return i % 2 === 1 ? (i + 1) / 2 : -i / 2;
  };
  // To both sides, what one side has no room for goes to the other.
  const most = spread.by === 'row' && spread.way === 'both' ? 2 * part.count : part.count - 1;
  return Array.from({ length: most }, (_, i) => own.mm + step(i + 1) * apart)
    .filter((mm) => closed || (mm >= -1e-6 && mm <= all + 1e-6))
    .reduce((p, mm) => {
      const inside = closed ? ((mm % all) + all) % all : mm;
      const on = stretchPlace(ground.plan, { wire: own.wire, fromMm: inside, toMm: inside });
      return on ? withSpot(ground, p, on) : p;
    }, bare);
}
