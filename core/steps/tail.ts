import type { WorkOrigin } from '../piece';
import { alongBlank, placeOnWire, type Plan, type WireCrossing, type WirePlan } from '../plan';
import type { Vec } from '../geometry';
import { WireField } from './enclosed';
import type { Arm } from './ways';

/** What is done with the free tail where it meets wire that is formed already. */
export interface TailMove {
  /** index among the plan's crossings */
  readonly crossing: number;
  /** over what is formed, behind it, or through a closed space in it */
  readonly kind: 'over' | 'behind' | 'thread';
  /** for a thread: from which side it goes through; the pass then lies on the other */
  readonly towards: 'back' | 'front' | null;
  /** wire still to be pulled through, mm */
  readonly pullMm: number;
  /** where the crossing lies on the tail's wire, mm from the figure's first end */
  readonly atMm: number;
  readonly arm: Arm;
  /** the space is too narrow for the wire */
  readonly narrow: boolean;
}

/** A pass of the wire over or under another. */
interface Pass {
  readonly crossing: number;
  readonly atMm: number;
  readonly over: boolean;
}

/** The passes of one wire through crossings, in order along it. */
function passesOf(crossings: readonly WireCrossing[], wire: number): Pass[] {
  const passes = crossings.flatMap((c, crossing): Pass[] => [
    ...(c.firstWire === wire ? [{ crossing, atMm: c.firstMm, over: c.top === 'first' }] : []),
    ...(c.secondWire === wire ? [{ crossing, atMm: c.secondMm, over: c.top === 'second' }] : []),
  ]);
  return passes.sort((a, b) => a.atMm - b.atMm);
}

/** When a place of the wire is formed: the way from where the work begins. */
const timeOf = (atMm: number, originMm: number): number => Math.abs(atMm - originMm);

/** Distance of the places by which a stretch of wire is laid into the field, mm. */
const STEP_MM = 0.4;

const placesOn = (wire: WirePlan, fromMm: number, toMm: number, stepMm = STEP_MM): Vec[] => {
  const count = Math.max(1, Math.ceil(Math.abs(toMm - fromMm) / stepMm));
  return Array.from({ length: count + 1 }, (_, i) =>
    placeOnWire(wire, fromMm + ((toMm - fromMm) * i) / count),
  ).flatMap((p) => (p ? [p.at] : []));
};

/**
 * What the free tail does at each crossing with wire that is there before it, in the order of the
 * work. A tail that lies over all it meets, or behind it, is laid so in one go. Where it changes from
 * one side to the other it goes through the plane of the figure between two crossings: round the
 * outside if that space is open, else it is threaded, with all that is left of it pulled through.
 *
 * @param index which wire; the wires before it are formed already
 */
export function tailMoves(plan: Plan, index: number, originMm: number): TailMove[] {
  const wire = plan.wires[index];
  const passes = passesOf(plan.crossings, index);
  if (!wire || passes.length === 0) return [];
  const later = passes.filter((p) => {
    const c = plan.crossings[p.crossing]!;
    const [otherWire, otherMm] =
      c.firstWire === index && c.firstMm === p.atMm
        ? [c.secondWire, c.secondMm]
        : [c.firstWire, c.firstMm];
    if (otherWire !== index) return otherWire < index;
    return timeOf(otherMm, originMm) < timeOf(p.atMm, originMm);
  });
  later.sort((a, b) => timeOf(a.atMm, originMm) - timeOf(b.atMm, originMm));
  const field = fieldOf(plan, index);
  const laid = { 'towards-last': originMm, 'towards-first': originMm };
  const before: Partial<Record<Arm, Pass>> = {};
  const bodyMm = wire.cutMm - wire.reserveMm;
  return later.map((pass): TailMove => {
    const arm: Arm = pass.atMm >= originMm ? 'towards-last' : 'towards-first';
    const last = before[arm];
    before[arm] = pass;
    const changes = last !== undefined && last.over !== pass.over;
    let space: 'open' | 'closed' | 'none' = 'open';
    if (changes) {
      const reach = { [arm]: last.atMm, [OTHER[arm]]: mirrored(pass.atMm, originMm) } as Reach;
      layUpTo(field, wire, laid, reach);
      const fifth = (pass.atMm - last.atMm) / 5;
      space = field.spaceAt(placesOn(wire, last.atMm + fifth, pass.atMm - fifth));
    }
    const along = alongBlank(wire, pass.atMm);
    const rest = arm === 'towards-last' ? bodyMm - along : along;
    const threads = changes && space !== 'open';
    return {
      crossing: pass.crossing,
      kind: threads ? 'thread' : pass.over ? 'over' : 'behind',
      towards: threads ? (pass.over ? 'front' : 'back') : null,
      pullMm: threads ? rest : 0,
      atMm: pass.atMm,
      arm,
      narrow: threads && space === 'none',
    };
  });
}

type Reach = Record<Arm, number>;
const OTHER = { 'towards-last': 'towards-first', 'towards-first': 'towards-last' } as const;
const mirrored = (atMm: number, originMm: number): number => 2 * originMm - atMm;

/** Lays both arms into the field as far as they are formed. */
function layUpTo(field: WireField, wire: WirePlan, laid: Reach, reach: Reach): void {
  for (const arm of ['towards-last', 'towards-first'] as const) {
    const sign = arm === 'towards-last' ? 1 : -1;
    const to = Math.min(wire.developedMm, Math.max(0, reach[arm]));
    if (sign * (to - laid[arm]) <= 0) continue;
    field.add(placesOn(wire, laid[arm], to));
    laid[arm] = to;
  }
}

function fieldOf(plan: Plan, index: number): WireField {
  const wires = plan.wires.slice(0, index + 1);
  const points = wires.map((w) => placesOn(w, 0, w.developedMm, 0.8));
  const all = points.flat();
  const min = { x: Math.min(...all.map((p) => p.x)), y: Math.min(...all.map((p) => p.y)) };
  const max = { x: Math.max(...all.map((p) => p.x)), y: Math.max(...all.map((p) => p.y)) };
  const field = new WireField(min, max, Math.max(...wires.map((w) => w.stock.diameterMm)));
  for (const w of wires.slice(0, -1)) field.add(placesOn(w, 0, w.developedMm));
  return field;
}

/** How much threading a way of working asks for. */
export interface Threading {
  readonly from: WorkOrigin;
  readonly times: number;
  readonly pullMm: number;
  readonly narrow: number;
}

export function threadingOf(moves: readonly TailMove[], from: WorkOrigin): Threading {
  const threads = moves.filter((m) => m.kind === 'thread');
  return {
    from,
    times: threads.length,
    pullMm: threads.reduce((sum, m) => sum + m.pullMm, 0),
    narrow: threads.filter((m) => m.narrow).length,
  };
}
