import { distance, type Vec } from '../geometry';
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
import { fineCurve, fineLine } from './fine';
import type { FormedGround } from './ground';
import { jointPlace } from './jointPlace';
import { partJointWire } from './partJoints';
import { hostWires, partWires } from './partWires';
import { isRefused, type Dressed } from './types';

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
