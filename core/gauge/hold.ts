import { distance, dot, mix, norm, scale, sub, unit, type Vec } from '../geometry';
import type { Dressing } from '../dressing';
import type { Piece } from '../piece';
import type { Plan } from '../plan';
import { METAL_FACTS, strandMm, wireGrams } from '../wire';
import { frameOf, type Frame } from './frame';
import { bendStrain, hardening, ropeStrain } from './hardening';
import { snagNodes, squeezePairs, type FramePlace } from './loads';
import { endMasses, extentOf, itemMasses, type HangState } from './hangDressed';
import { isHung, isRoundLimb, JOLT, type Limits } from './limits';
import { meshOf, nodeNear, type Mesh, type MeshBeam } from './mesh';
import { isLaced, touchOf } from './touch';

/** What a piece is tried with. */
export const LOADS = ['weight', 'touch', 'snag', 'squeeze'] as const;
export type Load = (typeof LOADS)[number];

/** How one beam of the frame works at the thickness it was solved for, MPa. */
interface Worked {
  /** touched with 1 N at the worst place, in the worst direction, held by its middle */
  readonly touch: Float64Array;
  readonly snag: Float64Array;
  readonly squeeze: Float64Array;
  /** under its own wire's weight, and under all else that hangs on it */
  readonly wire: Float64Array;
  readonly rest: Float64Array;
}

/** A movement and where it is largest. */
export interface Give {
  readonly mm: number;
  readonly at: Vec;
}

/** A frame solved for one thickness of wire; what another thickness does follows from it. */
export interface Held {
  readonly mesh: Mesh;
  readonly diameterMm: number;
  /** larger of width and height, mm */
  readonly sizeMm: number;
  readonly worked: Worked;
  readonly gives: Readonly<Record<Load, Give>>;
  /** the touch, N, and what comes to it from the weight of its wire and of all else on it */
  readonly touchN: { readonly duty: number; readonly wire: number; readonly rest: number };
  /** its wire crosses itself at several places: laced work */
  readonly laced: boolean;
  /** share of the weight's movement that the wire's own weight makes */
  readonly ownShare: number;
  /** the least that any of it bears, MPa */
  readonly softest: number;
  /** beams of which one works hardest in any thickness */
  readonly worst: readonly number[];
  /** flow stress of a beam at a thickness, MPa */
  readonly flow: (beam: MeshBeam, diameterMm: number) => number;
}

const G = 9.81e-3;

/** Largest stress of each beam: pull over area and bending over its modulus, MPa; the worse of it and what is there. */
function stressInto(
  out: Float64Array,
  frame: Frame,
  movement: Float64Array,
  beams: readonly MeshBeam[],
): Float64Array {
  const f = { axialN: 0, shearN: 0, momentA: 0, momentB: 0 };
  for (let i = 0; i < out.length; i++) {
    const { beam, section } = beams[i]!;
    frame.forcesInto(f, movement, beam);
    const moment = Math.max(Math.abs(f.momentA), Math.abs(f.momentB));
    const own = moment / section.modulusMm3 + Math.abs(f.axialN) / section.areaMm2;
    if (own > out[i]!) out[i] = own;
  }
  return out;
}

function forceAt(load: Float64Array, node: number, force: Vec): Float64Array {
  load[3 * node] = load[3 * node]! + force.x;
  load[3 * node + 1] = load[3 * node + 1]! + force.y;
  return load;
}

const movedAt = (movement: Float64Array, node: number): Vec => ({
  x: movement[3 * node]!,
  y: movement[3 * node + 1]!,
});

/** A force at a place goes to the two nodes beside it, as to the ends of a lever. */
function press(load: Float64Array, { a, b, share }: FramePlace, force: Vec): void {
  forceAt(load, a, scale(force, 1 - share));
  forceAt(load, b, scale(force, share));
}

const movedPlace = (movement: Float64Array, { a, b, share }: FramePlace): Vec =>
  mix(movedAt(movement, a), movedAt(movement, b), share);

/** The movement without what is a mere turn of the whole about where it is held. */
function withoutTurn(movement: Float64Array, { model: { nodes }, held }: Mesh): Float64Array {
  const about = nodes[held[0]!]!;
  let [turned, size] = [0, 0];
  nodes.forEach((p, i) => {
    const [x, y] = [p.x - about.x, p.y - about.y];
    turned += x * movement[3 * i + 1]! - y * movement[3 * i]!;
    size += x * x + y * y;
  });
  const by = size > 0 ? turned / size : 0;
  const out = movement.slice();
  nodes.forEach((p, i) => {
    out[3 * i]! += by * (p.y - about.y);
    out[3 * i + 1]! -= by * (p.x - about.x);
    out[3 * i + 2]! -= by;
  });
  return out;
}

function largest(movement: Float64Array, { model: { nodes } }: Mesh): Give {
  let best: Give = { mm: 0, at: nodes[0]! };
  nodes.forEach((at, i) => {
    const mm = norm(movedAt(movement, i));
    if (mm > best.mm) best = { mm, at };
  });
  return best;
}

/**
 * Tries a piece as a frame: under its own weight (three times, for a jolt); touched at its worst place
 * while it is held by its middle, with its own weight, as it is put on or laid down; caught at its worst place
 * and pulled away from where it hangs, and pressed across its width at several heights. A hung piece
 * swings into a pull, so a snag pulls along the line from where it hangs; a squeeze presses along the
 * line between two outermost places. Both are then in balance by themselves.
 * @returns null when there is no wire, or a part of it cannot be held
 */
export function holdOf(
  piece: Piece,
  plan: Plan,
  dressing: Dressing | null,
  hang: HangState | null,
  limits: Limits,
): Held | null {
  const mesh = meshOf(piece, plan, dressing, hang ? hang.places.map((p) => p.on) : []);
  const frame = mesh && frameOf(mesh.model);
  if (!mesh || !frame) return null;
  const { nodes } = mesh.model;
  const n = nodes.length;
  const { diameterMm } = plan;
  const grams = (b: MeshBeam): number => {
    const { stock } = plan.wires[b.wire]!;
    return wireGrams(stock, b.toMm - b.fromMm);
  };
  const duty = limits.duty[piece.making.wornAs];
  const hung = isHung(piece.making.wornAs);
  const box = extentOf(mesh.rows.flatMap((row) => row.map((r) => nodes[r.node]!)));
  const worse = (into: Float64Array, movement: Float64Array): Float64Array =>
    stressInto(into, frame, movement, mesh.beams);
  const stresses = (movement: Float64Array): Float64Array =>
    worse(new Float64Array(mesh.beams.length), movement);

  const sizeMm = Math.max(box.maxX - box.minX, box.maxY - box.minY, 1e-6);
  const laced = isLaced(piece, plan, sizeMm);
  const touched = touchOf(mesh, frame, plan, laced);
  if (!touched) return null;

  const first = hang?.places[0];
  const down =
    first && hang.places.length === 1 && distance(hang.center, first.pivot) > 1e-6
      ? unit(sub(hang.center, first.pivot))
      : { x: 0, y: 1 };
  const still = new Float64Array(3 * n);
  const own = new Float64Array(3 * n);
  const rest = new Float64Array(3 * n);
  let [wireG, restG] = [0, 0];
  for (const b of mesh.beams) wireG += grams(b);
  const ends = endMasses(plan);
  const masses = itemMasses(plan, dressing, hang?.places ?? []);
  for (const end of ends) wireG += end.grams;
  for (const m of masses) restG += m.grams;
  if (hung) {
    const pull = (grams: number): Vec => scale(down, JOLT * G * grams);
    for (const b of mesh.beams) {
      const half = pull(grams(b) / 2);
      const { a, b: to } = mesh.model.beams[b.beam]!;
      forceAt(own, a, half);
      forceAt(own, to, half);
    }
    for (const end of ends) {
      forceAt(own, nodeNear(nodes, end.on), pull(end.grams));
    }
    for (const m of masses) {
      forceAt(rest, nodeNear(nodes, m.at), pull(m.grams));
    }
  }
  const pinches = duty.squeezeN > 0 ? squeezePairs(mesh, isRoundLimb(piece.making.wornAs)) : [];
  const pinched = pinches.map(([left, right]): Float64Array => {
    const inward = unit(sub(right.at, left.at));
    const load = new Float64Array(3 * n);
    press(load, left, scale(inward, duty.squeezeN));
    press(load, right, scale(inward, -duty.squeezeN));
    return load;
  });
  const movements = frame.solveAll([...(hung ? [own, rest] : []), ...pinched]);
  const [ownMoved, restMoved] = hung ? [movements[0]!, movements[1]!] : [still, still];
  const pinchMoved = movements.slice(hung ? 2 : 0);
  const weighed = withoutTurn(
    ownMoved.map((v, i) => v + restMoved[i]!),
    mesh,
  );
  const weight = largest(weighed, mesh);
  const ownMost = largest(withoutTurn(ownMoved, mesh), mesh).mm;
  const restMost = largest(withoutTurn(restMoved, mesh), mesh).mm;

  const from = first ? nodes[mesh.held[0]!]! : { x: (box.minX + box.maxX) / 2, y: box.minY };
  const caught = new Float64Array(mesh.beams.length);
  let snag: Give = { mm: 0, at: from };
  const catches = duty.snagN > 0 ? snagNodes(mesh) : [];
  frame.units(catches.flatMap((node) => [3 * node, 3 * node + 1]));
  for (const node of catches) {
    const away = sub(nodes[node]!, from);
    const along = norm(away) > 1e-6 ? unit(away) : { x: 0, y: 1 };
    const pull = scale(along, duty.snagN);
    const across = frame.unit(3 * node + 1);
    const moved = frame.unit(3 * node).slice();
    for (let i = 0; i < moved.length; i++) moved[i] = pull.x * moved[i]! + pull.y * across[i]!;
    worse(caught, moved);
    const mm = dot(movedAt(moved, node), along);
    if (mm > snag.mm) snag = { mm, at: nodes[node]! };
  }

  const pressed = new Float64Array(mesh.beams.length);
  let squeeze: Give = { mm: 0, at: from };
  pinches.forEach(([left, right], i) => {
    const moved = pinchMoved[i]!;
    worse(pressed, moved);
    const inward = unit(sub(right.at, left.at));
    const mm = dot(sub(movedPlace(moved, left), movedPlace(moved, right)), inward);
    if (mm > squeeze.mm) squeeze = { mm, at: left.at };
  });

  const worked: Worked = {
    touch: touched.stress,
    snag: caught,
    squeeze: pressed,
    wire: stresses(ownMoved),
    rest: stresses(restMoved),
  };
  const flow = flowIn(plan);
  const softest = Math.min(plan.flowMPa, ...plan.wires.map((w) => w.stock.flowMPa));
  return {
    mesh,
    diameterMm,
    sizeMm,
    laced,
    touchN: { duty: duty.touchN, wire: G * wireG, rest: G * restG },
    worked,
    worst: worstOf(mesh, worked, softest, flow),
    gives: { weight, touch: { mm: touched.mm, at: touched.at }, snag, squeeze },
    ownShare: ownMost + restMost > 0 ? ownMost / (ownMost + restMost) : 0,
    softest,
    flow,
  };
}

/** No wire is tried that is thicker, mm: there it is hardened most. */
const THICK_MM = 6;
/** Weight comes of two that may be worst at different places. */
const EITHER = 0.5;

/**
 * Beams of which one works hardest in any thickness: none other can, for what it is worked with is less
 * than what the softest bears of what the hardest does.
 */
function worstOf({ beams }: Mesh, worked: Worked, softest: number, flow: Held['flow']): number[] {
  const hardest = beams.reduce((most, b) => Math.max(most, flow(b, THICK_MM)), softest);
  const least = (EITHER * softest) / hardest;
  const rows = Object.values(worked) as Float64Array[];
  const bounds = rows.map((row) => least * row.reduce((a, b) => Math.max(a, b), 0));
  const found = beams.flatMap((_, i) =>
    rows.some((row, k) => bounds[k]! > 0 && row[i]! >= bounds[k]!) ? [i] : [],
  );
  return found.length > 0 || beams.length === 0 ? found : [0];
}

/**
 * Flow stress of a piece's wires where they were bent and hammered, with what test coils showed. A
 * thickness is that of the wire that leads; the others keep their proportion to it.
 */
export function flowIn({ wires, diameterMm }: Plan): Held['flow'] {
  const own = wires.map(({ stock }) => ({
    after: hardening(
      stock.metal,
      stock.temper,
      stock.flowMPa / METAL_FACTS[stock.metal].flowMPa[stock.temper],
    ),
    share: strandMm(stock) / diameterMm,
    twisted: ropeStrain(stock),
  }));
  return (beam, d) => {
    const { after, share, twisted } = own[beam.wire]!;
    return after(bendStrain(d * share, beam.radiusMm) + beam.hammered + twisted);
  };
}

/** How a piece of one figure stands its loads in wire of another thickness. */
export interface Standing {
  /** largest share of what the wire bears before it stays bent, and where */
  readonly share: number;
  readonly beam: number;
  readonly by: Load;
  readonly stressMPa: number;
  readonly flowMPa: number;
  /** largest movement, mm */
  readonly give: Give & { readonly by: Load };
}

/** Shares of what it bears that one beam works with, by load. */
export function sharesOf(held: Held, index: number, d: number): Record<Load, number> {
  const { worked, mesh, flow, diameterMm } = held;
  const thicker = d / diameterMm;
  const bears = flow(mesh.beams[index]!, d) * thicker ** 3;
  return {
    weight: (worked.wire[index]! * thicker ** 2 + worked.rest[index]!) / bears,
    touch: (worked.touch[index]! * touchAt(held, d)) / bears,
    snag: worked.snag[index]! / bears,
    squeeze: worked.squeeze[index]! / bears,
  };
}

/** The force of a touch on a piece in wire of another thickness, N: it bears its own weight then, too. */
const touchAt = ({ touchN: { duty, wire, rest }, diameterMm }: Held, d: number): number =>
  duty + rest + wire * (d / diameterMm) ** 2;

export const hardest = (shares: Readonly<Record<Load, number>>): Load =>
  LOADS.reduce((a, b) => (shares[b] > shares[a] ? b : a));

/**
 * The same frame in another thickness: forces at given places make moments that do not depend on it,
 * so stresses go with 1/d^3 and movements with 1/d^4 (d^2 times those where the wire's own weight
 * is the load). Left out is only how the wire stretches, d/R squared against its bending.
 */
export function standing(held: Held, d: number): Standing {
  const { mesh, gives, ownShare, worked, flow } = held;
  const thicker = d / held.diameterMm;
  const [square, cube] = [thicker ** 2, thicker ** 3];
  const touchN = touchAt(held, d);
  let [share, beam] = [-1, 0];
  for (const i of held.worst) {
    const weight = worked.wire[i]! * square + worked.rest[i]!;
    const touch = worked.touch[i]! * touchN;
    const most = Math.max(weight, touch, worked.snag[i]!, worked.squeeze[i]!);
    // Most beams are out of the question without asking what they bear.
    if (most <= share * cube * held.softest) continue;
    const own = most / cube / flow(mesh.beams[i]!, d);
    if (own > share) [share, beam] = [own, i];
  }
  const flowMPa = mesh.beams.length > 0 ? flow(mesh.beams[beam]!, d) : 1;
  const best = {
    share,
    beam,
    by: hardest(sharesOf(held, beam, d)),
    stressMPa: share * flowMPa,
    flowMPa,
  };
  const ofLoad: Record<Load, number> = {
    weight: gives.weight.mm * (ownShare * thicker ** 2 + 1 - ownShare),
    touch: gives.touch.mm * touchN,
    snag: gives.snag.mm,
    squeeze: gives.squeeze.mm,
  };
  const by = LOADS.reduce((a, b) => (ofLoad[b] > ofLoad[a] ? b : a));
  return {
    ...best,
    give: { mm: ofLoad[by] / thicker ** 4, at: gives[by].at, by },
  };
}
