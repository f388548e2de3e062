import { distance, type Vec } from '../geometry';
import { groundOf, isRefused, type Dressing } from '../dressing';
import { kindOf } from '../item';
import { leadStock, type Piece } from '../piece';
import { nearestWire, placeOnWire, type Plan, type WirePlan } from '../plan';
import { wireGrams } from '../wire';
import type { FrameModel, Support } from './frame';
import { FrameBuilder } from './frameBuilder';
import {
  flatSection,
  hammerStrain,
  stiffer,
  tapStrain,
  wireSection,
  type Section,
} from './hardening';
import { heldTogether, holdLoose, takeSwinging } from './loose';
import { hollowFactor, stiffenedBy, type Stiffened } from './stiffening';
import { tiesOf, type SeamHold, type Ties, type WirePlace } from './ties';

/** A beam of the frame's wire, and what it went through before it was one. */
export interface MeshBeam {
  readonly beam: number;
  readonly wire: number;
  readonly fromMm: number;
  readonly toMm: number;
  /** radius it was bent to, mm; null for a run */
  readonly radiusMm: number | null;
  /** strain from hammering */
  readonly hammered: number;
  readonly section: Section;
  /** what a length of it weighs, beside one of the wire that leads */
  readonly heft: number;
}

/** A piece as a plane frame. */
export interface Mesh {
  readonly model: FrameModel;
  /** the frame's own wire; the model has ties of thin wire beside */
  readonly beams: readonly MeshBeam[];
  /** nodes of each wire with their places on its blank, in order */
  readonly rows: readonly (readonly { readonly node: number; readonly mm: number }[])[];
  /** nodes at which it is held */
  readonly held: readonly number[];
  /** wires that nothing holds: they are taken as held where they come nearest to the rest */
  readonly loose: readonly number[];
  /** for each wire how its seam holds; null for a wire with two ends of its own */
  readonly seams: readonly (SeamHold | null)[];
}

/** Longest beams on a run and on a curve, mm; on a tight curve they span no more than this turn. */
const RUN_MM = 3;
const CURVE_MM = 1;
const TURN_RAD = 0.3;
/** More beams than this are not made: they become longer instead. */
export const MOST_BEAMS = 1_600;
/** Places nearer than this are one node, mm. */
const ONE_NODE_MM = 0.02;
/** Places this near are one place, mm. */
const ONE_PLACE_MM = 1e-6;

/** Where a wire is divided: at every bend's ends, and finely enough along its curves. */
function divisions(wire: WirePlan, stops: readonly number[], coarse: number): number[] {
  const at: number[] = [0, wire.developedMm];
  for (const piece of wire.strip.pieces) {
    const curved = piece.kind !== 'run';
    const turn = Math.abs(piece.angleRad);
    const pieces = curved
      ? Math.max(piece.lengthMm / CURVE_MM, turn / TURN_RAD)
      : piece.lengthMm / RUN_MM;
    const count = Math.max(1, Math.ceil(pieces / coarse - 1e-9));
    for (let i = 1; i <= count; i++) at.push(piece.startMm + (piece.lengthMm * i) / count);
  }
  const sorted = [...at, ...stops].sort((a, b) => a - b);
  const wanted = new Set(stops);
  const out: number[] = [];
  for (const mm of sorted) {
    const last = out.at(-1);
    if (last === undefined || mm - last > ONE_NODE_MM) out.push(mm);
    else if (wanted.has(mm) && out.length > 1) out[out.length - 1] = mm;
  }
  return out;
}

/** Every stretch of a wire that was hammered, and to what. */
function hammering(dressing: Dressing | null) {
  return (dressing?.items ?? []).flatMap((d) => {
    const hammered = isRefused(d) ? null : kindOf(d.item).hammered?.(d.item);
    return hammered ? d.spans.map((span) => ({ ...span, ...hammered })) : [];
  });
}

const inside = (mm: number, span: { fromMm: number; toMm: number }, length: number): boolean =>
  [mm, mm + length, mm - length].some((m) => m >= span.fromMm && m <= span.toMm);

/** The node of a wire nearest to a place on its blank; null for a wire of no length. */
function nodeAt(rows: Mesh['rows'], { wire, mm }: WirePlace): number | null {
  const row = rows[wire]!;
  // The places of a row rise: the first that is not before, or the one before that.
  let [from, to] = [0, row.length];
  while (from < to) {
    const middle = (from + to) >> 1;
    if (row[middle]!.mm < mm) from = middle + 1;
    else to = middle;
  }
  const [before, after] = [row[from - 1], row[from]];
  if (!before || !after) return (before ?? after)?.node ?? null;
  return (mm - before.mm <= after.mm - mm ? before : after).node;
}

/** The node nearest to a place on the figure. */
export function nodeNear(nodes: readonly Vec[], to: Vec): number {
  let best = 0;
  nodes.forEach((p, i) => {
    if (distance(p, to) < distance(nodes[best]!, to)) best = i;
  });
  return best;
}

/** How many beams a piece would take without a limit. */
function countOf(plan: Plan): number {
  return plan.wires.reduce((sum, w) => sum + divisions(w, [], 1).length - 1, 0);
}

/** What all wires of a piece are laid with. */
interface Laying {
  readonly piece: Piece;
  readonly found: Ties;
  /** where it is held */
  readonly feet: readonly WirePlace[];
  readonly hammered: ReturnType<typeof hammering>;
  readonly stiffened: readonly Stiffened[];
  /** how many times longer than wished the beams are */
  readonly coarse: number;
}

type Row = { node: number; mm: number }[];

/** The nodes of one wire. Where nothing of it lies between two places they are one node. */
function layNodes(
  builder: FrameBuilder,
  wire: WirePlan,
  w: number,
  { found, feet, coarse }: Laying,
): Row {
  const stops = [...feet, ...found.ties.flatMap((t) => [t.a, t.b])]
    .filter((p) => p.wire === w)
    .map((p) => within(p.mm, wire));
  const row: Row = [];
  for (const mm of divisions(wire, stops, coarse)) {
    const at = placeOnWire(wire, mm)?.at;
    if (!at) continue;
    const shut = found.seams[w] === 'fast' && mm >= wire.developedMm - 1e-9;
    const last = row.at(-1)?.node;
    const same = last !== undefined && distance(builder.nodes[last]!, at) < ONE_PLACE_MM;
    row.push({ mm, node: shut ? row[0]!.node : same ? last : builder.node(at) });
  }
  return row;
}

/** The beams between the nodes of one wire, with what the wire went through there. */
function layBeams(
  builder: FrameBuilder,
  wire: WirePlan,
  w: number,
  row: Row,
  laying: Laying,
): MeshBeam[] {
  const { metal, diameterMm: d } = wire.stock;
  const heft = wireGrams(wire.stock, 1) / wireGrams(builder.wire, 1);
  const { pieces } = wire.strip;
  const out: MeshBeam[] = [];
  let next = 0;
  for (let i = 0; i + 1 < row.length; i++) {
    const [a, b] = [row[i]!, row[i + 1]!];
    if (a.node === b.node) continue;
    if (builder.apart(a.node, b.node) < ONE_PLACE_MM) {
      builder.pins.push([a.node, b.node]);
      continue;
    }
    const middle = (a.mm + b.mm) / 2;
    while (next + 1 < pieces.length && pieces[next]!.startMm + pieces[next]!.lengthMm < middle)
      next++;
    const bend = pieces[next]!;
    const flat = laying.hammered.find((h) => h.wire === w && inside(middle, h, wire.developedMm));
    const bare = flat ? flatSection(d, flat.thickMm, flat.spread) : wireSection(wire.stock);
    const on = laying.stiffened.filter((s) => s.wire === w && inside(middle, s, wire.developedMm));
    const hollow = hollowFactor(laying.piece.outOfPlane);
    const factor = on.reduce((most, s) => Math.max(most, s.factor), 1);
    const strong = on.reduce((most, s) => Math.max(most, s.strong ?? s.factor), 1);
    const section = stiffer(bare, factor * hollow, strong * hollow);
    out.push({
      beam: builder.beam(a.node, b.node, section, metal),
      wire: w,
      fromMm: a.mm,
      toMm: b.mm,
      radiusMm: bend.kind === 'run' ? null : bend.insideRadiusMm + d / 2,
      hammered:
        (flat ? hammerStrain(d, flat.thickMm, flat.spread) : 0) +
        (laying.piece.making.harden ? tapStrain() : 0) +
        on.reduce((sum, s) => sum + s.strain, 0),
      section,
      heft,
    });
  }
  return out;
}

/** Joins what holds each other: seams that hang, then all ties. */
function tie(builder: FrameBuilder, rows: readonly Row[], { ties, seams }: Ties, plan: Plan): void {
  rows.forEach((row, w) => {
    const [first, last] = [row[0]?.node, row.at(-1)?.node];
    if (seams[w] !== 'hung' || first === undefined || last === undefined) return;
    builder.join(first, last, 'pin');
  });
  const node = ({ wire, mm }: WirePlace): number | null =>
    nodeAt(rows, { wire, mm: within(mm, plan.wires[wire]!) });
  for (const { a, b, how } of ties) {
    const [from, to] = [node(a), node(b)];
    if (from !== null && to !== null) builder.join(from, to, how);
  }
}

/** Held at two places a frame need not be kept from turning: a chain takes no moment. */
function supportsOf({ nodes, beams, pins }: FrameBuilder, held: readonly number[]): Support[] {
  const together = heldTogether(nodes.length, beams, pins);
  return held.map((n) => ({
    node: n,
    x: true,
    y: true,
    turn: held.every((m) => m === n || together.of(m) !== together.of(n)),
  }));
}

/**
 * A piece as a frame of straight beams along its formed wires, held where it hangs. Passes that only
 * cross do not hold each other; what does is in its ties.
 * @param holds places on the figure at which it is held
 */
export function meshOf(
  piece: Piece,
  plan: Plan,
  dressing: Dressing | null,
  holds: readonly Vec[],
): Mesh | null {
  const { wires } = plan;
  if (wires.every((w) => w.developedMm < ONE_NODE_MM)) return null;
  const builder = new FrameBuilder(leadStock(piece));
  const found = tiesOf(piece, plan, dressing, holds);
  const coarse = Math.max(1, countOf(plan) / MOST_BEAMS);
  const { lines } = groundOf(piece, plan);
  const feet = holds.flatMap((h) => nearestWire(lines, h) ?? []);
  const stiffened = stiffenedBy(piece, plan, dressing);
  const laying: Laying = { piece, found, feet, hammered: hammering(dressing), stiffened, coarse };
  const rows = wires.map((wire, w) => layNodes(builder, wire, w, laying));
  const own = wires.flatMap((wire, w) => layBeams(builder, wire, w, rows[w]!, laying));
  tie(builder, rows, found, plan);
  const { nodes, beams, pins } = builder;
  const held = feet.length > 0 ? feet.flatMap((foot) => nodeAt(rows, foot) ?? []) : [0];
  const loose = holdLoose(builder, rows, held);
  for (const [a, b] of takeSwinging(nodes, beams, pins, held)) builder.weld(a, b);
  return {
    model: { nodes, beams, pins, supports: supportsOf(builder, held) },
    beams: own,
    rows,
    held,
    loose,
    seams: found.seams,
  };
}

/** A position on a blank; a closed wire goes on over its seam. */
function within(mm: number, wire: WirePlan): number {
  const { developedMm } = wire;
  if (!wire.closed) return Math.min(developedMm, Math.max(0, mm));
  return ((mm % developedMm) + developedMm) % developedMm;
}
