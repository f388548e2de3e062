import { groundOf } from '../dressing';
import { distance, type Vec } from '../geometry';
import type { Piece } from '../piece';
import type { Plan } from '../plan';
import { frameOf, type Frame, type Support } from './frame';
import { groups } from './loose';
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
  for (const { beam } of own) {
    const [a, b] = [nodes[beams[beam]!.a]!, nodes[beams[beam]!.b]!];
    const length = distance(a, b);
    x += (length * (a.x + b.x)) / 2;
    y += (length * (a.y + b.y)) / 2;
    whole += length;
  }
  return whole > 0 ? { x: x / whole, y: y / whole } : nodes[0]!;
}

/** The frame held fast where it is taken; what nothing joins to that place stays held as it was. */
function heldByMiddle(mesh: Mesh): { frame: Frame; foot: number } | null {
  const { model, held } = mesh;
  const foot = nodeNear(model.nodes, middleOf(mesh));
  const { rootOf } = groups(model.nodes.length, model.beams, model.pins);
  const apart = held.filter((n) => rootOf(n) !== rootOf(foot));
  const supports = [foot, ...apart].map((node): Support => ({
    node,
    x: true,
    y: true,
    turn: true,
  }));
  const frame = frameOf({ ...model, supports });
  return frame && { frame, foot };
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
 * @returns null where it cannot be held by its middle
 */
export function touchOf(mesh: Mesh, plan: Plan, laced: boolean): Touched | null {
  const held = heldByMiddle(mesh);
  if (!held) return null;
  const { frame, foot } = held;
  const { nodes } = mesh.model;
  const stress = new Float64Array(mesh.beams.length);
  let best = { mm: 0, at: nodes[foot]! };
  for (const node of placesOf(mesh, plan, laced)) {
    const [x, y] = [0, 1].map((way) => {
      const load = new Float64Array(3 * nodes.length);
      load[3 * node + way] = 1;
      return frame.solve(load);
    }) as [Float64Array, Float64Array];
    mesh.beams.forEach(({ beam, section }, i) => {
      const [a, b] = [frame.forces(x, beam), frame.forces(y, beam)];
      const moment = Math.max(Math.hypot(a.momentA, b.momentA), Math.hypot(a.momentB, b.momentB));
      const own = moment / section.modulusMm3 + Math.hypot(a.axialN, b.axialN) / section.areaMm2;
      if (own > stress[i]!) stress[i] = own;
    });
    // The larger principal movement of the place under a force that turns round.
    const [xx, xy, yy] = [x[3 * node]!, x[3 * node + 1]!, y[3 * node + 1]!];
    const mm = (xx + yy) / 2 + Math.hypot((xx - yy) / 2, xy);
    if (mm > best.mm) best = { mm, at: nodes[node]! };
  }
  return { stress, ...best };
}
