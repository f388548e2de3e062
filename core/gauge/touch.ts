import { groundOf } from '../dressing';
import { distance, type Vec } from '../geometry';
import type { Piece } from '../piece';
import type { Plan } from '../plan';
import { frameOf, type Frame, type Support } from './frame';
import { heldTogether } from './loose';
import { snagNodes } from './loads';
import { nodeNear, type Mesh } from './mesh';

/** What 1 N does to a frame held by its middle, in the worst direction at the worst of its places. */
export interface Touched {
  /** stress of each beam, MPa */
  readonly stress: Float64Array;
  /** how far that place springs aside, mm, and where it is */
  readonly mm: number;
  readonly at: Vec;
}

/** Crossings nearer to each other than this share of the size are one place. */
const ONE_PLACE = 0.1;

/** Stretches of one wire between its two passes of a crossing. */
const loopsOf = ({ crossings }: Plan, wire: number) =>
  crossings
    .filter((c) => c.firstWire === wire && c.secondWire === wire)
    .map((c) => ({
      at: c.at,
      fromMm: Math.min(c.firstMm, c.secondMm),
      toMm: Math.max(c.firstMm, c.secondMm),
    }));

/** Ends nearer to each other than this share of the size leave together. */
const TOGETHER = 0.12;
/** Crossings nearer than so many wires are of three passes or more that meet at one place. */
const HUB = 2;

/**
 * Whether a wire is laced, as a knot is: both its ends leave it together, and at two places apart it
 * crosses itself, the one loop in or through the other. Letters in a row cross themselves too, but
 * loop after loop; and what comes back to one place again and again is bound there, not laced.
 */
export function isLaced(piece: Piece, plan: Plan, sizeMm: number): boolean {
  const { lines } = groundOf(piece, plan);
  const hubMm = HUB * plan.diameterMm;
  return plan.wires.some((_, w) => {
    const loops = loopsOf(plan, w);
    const hub = loops.some((a, i) => loops.slice(i + 1).some((b) => distance(a.at, b.at) < hubMm));
    const { points } = lines[w]!;
    const together = distance(points[0]!, points[points.length - 1]!) < TOGETHER * sizeMm;
    if (hub || !together) return false;
    return loops.some((a, i) =>
      loops
        .slice(i + 1)
        .some(
          (b) =>
            distance(a.at, b.at) > ONE_PLACE * sizeMm && a.fromMm < b.toMm && b.fromMm < a.toMm,
        ),
    );
  });
}

/** Where the mass of the wires lies in the middle. */
function middleOf({ model: { nodes, beams }, beams: own }: Mesh): Vec {
  let [x, y, whole] = [0, 0, 0];
  for (const { beam, heft } of own) {
    const [a, b] = [nodes[beams[beam]!.a]!, nodes[beams[beam]!.b]!];
    const weight = heft * distance(a, b);
    x += (weight * (a.x + b.x)) / 2;
    y += (weight * (a.y + b.y)) / 2;
    whole += weight;
  }
  return whole > 0 ? { x: x / whole, y: y / whole } : nodes[0]!;
}

/** A frame to solve touches with, the node by which it is taken, and what is of one piece with that. */
interface Taken {
  readonly frame: Frame;
  readonly foot: number;
  /** whether a node is joined to the foot: then the hand bears the touch */
  readonly joined: (node: number) => boolean;
}

/**
 * The frame taken by its middle. Held at one place only, it need not be solved anew: with what the hand
 * bears put on as a load it is in balance, and where it was held nothing is left to bear. Held at more,
 * it is held by its middle instead; what nothing joins to that place stays held as it was.
 */
function taken(mesh: Mesh, solved: Frame): Taken | null {
  const { model, held } = mesh;
  const foot = nodeNear(model.nodes, middleOf(mesh));
  const together = heldTogether(model.nodes.length, model.beams, model.pins);
  const own = together.of(foot);
  const joined = (node: number): boolean => together.of(node) === own;
  const apart = held.filter((n) => !joined(n));
  if (held.length - apart.length === 1) return { frame: solved, foot, joined };
  const supports = [foot, ...apart].map((node): Support => ({
    node,
    x: true,
    y: true,
    turn: true,
  }));
  const frame = frameOf({ ...model, supports });
  return frame && { frame, foot, joined };
}

/** The places of a frame that are touched: not the tails of laced work, which hang as they will. */
function placesOf(mesh: Mesh, plan: Plan, laced: boolean): number[] {
  const all = snagNodes(mesh);
  if (!laced) return all;
  const tails = new Set<number>();
  mesh.rows.forEach((row, w) => {
    const loops = loopsOf(plan, w);
    if (loops.length === 0 || plan.wires[w]!.closed) return;
    const from = Math.min(...loops.map((l) => l.fromMm));
    const to = Math.max(...loops.map((l) => l.toMm));
    for (const { node, mm } of row) if (mm < from || mm > to) tails.add(node);
  });
  const body = all.filter((n) => !tails.has(n));
  return body.length > 0 ? body : all;
}

/**
 * Touches a frame at its places, each along x and y: moments of any direction between follow, and the
 * worst of them is the root of their squares.
 * @param solved the frame held where it hangs
 * @returns null where it cannot be held by its middle
 */
export function touchOf(mesh: Mesh, solved: Frame, plan: Plan, laced: boolean): Touched | null {
  const held = taken(mesh, solved);
  if (!held) return null;
  const { frame, foot, joined } = held;
  const { nodes } = mesh.model;
  const stress = new Float64Array(mesh.beams.length);
  let best = { mm: 0, at: nodes[foot]! };
  const still = new Float64Array(3 * nodes.length);
  const [x, y] = [still.slice(), still.slice()];
  const [a, b] = [frame.forces(still, 0), frame.forces(still, 0)];
  const places = placesOf(mesh, plan, laced);
  const isBorne = places.some((node) => joined(node) && node !== foot);
  frame.units([
    ...places.flatMap((node) => [3 * node, 3 * node + 1]),
    ...(isBorne ? [3 * foot, 3 * foot + 1, 3 * foot + 2] : []),
  ]);
  for (const node of places) {
    const [rx, ry] = [nodes[node]!.x - nodes[foot]!.x, nodes[node]!.y - nodes[foot]!.y];
    const borne = joined(node) && node !== foot;
    const turn = borne ? frame.unit(3 * foot + 2) : still;
    for (const [moved, way, lever] of [
      [x, 0, ry],
      [y, 1, -rx],
    ] as const) {
      const touched = frame.unit(3 * node + way);
      const pull = borne ? frame.unit(3 * foot + way) : still;
      for (let i = 0; i < moved.length; i++) moved[i] = touched[i]! - pull[i]! + lever * turn[i]!;
    }
    for (let i = 0; i < stress.length; i++) {
      const { beam, section } = mesh.beams[i]!;
      frame.forcesInto(a, x, beam);
      frame.forcesInto(b, y, beam);
      const square = Math.max(a.momentA ** 2 + b.momentA ** 2, a.momentB ** 2 + b.momentB ** 2);
      const own =
        Math.sqrt(square) / section.modulusMm3 +
        Math.sqrt(a.axialN ** 2 + b.axialN ** 2) / section.areaMm2;
      if (own > stress[i]!) stress[i] = own;
    }
    // Seen from the hand; the larger principal movement under a force that turns round.
    const seen = (moved: Float64Array, way: 0 | 1): number =>
      moved[3 * node + way]! -
      (borne ? moved[3 * foot + way]! + moved[3 * foot + 2]! * (way === 0 ? -ry : rx) : 0);
    const [xx, xy, yy] = [seen(x, 0), seen(x, 1), seen(y, 1)];
    const mm = (xx + yy) / 2 + Math.hypot((xx - yy) / 2, xy);
    if (mm > best.mm) best = { mm, at: nodes[node]! };
  }
  return { stress, ...best };
}
