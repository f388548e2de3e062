import { mirroredEnd } from '../end';
import { transformSegment, type Affine, type Primitive, type Vec } from '../geometry';
import type { Plan, PlannedBend, WirePlan } from './planPiece';
import type { Apart } from './stray';

/**
 * The plan of the mirrored twin: the same lengths, marks and tools, every turn the other way. It is
 * the plan itself turned over, so that the two of a pair agree to the last digit.
 * @param axisX x of the upright line it is mirrored about, mm
 */
export function mirrorPlan(plan: Plan, axisX: number): Plan {
  const at = <T extends Vec>(p: T): T => ({ ...p, x: 2 * axisX - p.x });
  const map: Affine = { a: -1, b: 0, c: 0, d: 1, e: 2 * axisX, f: 0 };
  const shapeOf = (shape: readonly Primitive[]): Primitive[] =>
    shape.flatMap((s) => transformSegment(s, map) as Primitive[]);
  const bendOf = (b: PlannedBend): PlannedBend => ({
    ...b,
    angleRad: -b.angleRad,
    formToRad: -b.formToRad,
    place: at(b.place),
    spot: at(b.spot),
  });
  const apart = (a: Apart): Apart => ({ ...a, wished: at(a.wished), formed: at(a.formed) });
  const wireOf = (w: WirePlan): WirePlan => ({
    ...w,
    ends: { ...w.ends, start: mirroredEnd(w.ends.start), end: mirroredEnd(w.ends.end) },
    strip: {
      ...w.strip,
      pieces: w.strip.pieces.map((p) => ({
        ...p,
        angleRad: -p.angleRad,
        shape: shapeOf(p.shape),
      })),
    },
    asides: w.asides.map((a) => ({ ...a, asideMm: -a.asideMm })),
    bends: w.bends.map(bendOf),
    wished: w.wished.map(at),
    stray: w.stray && {
      ...w.stray,
      ...apart(w.stray),
      elsewhere: w.stray.elsewhere && apart(w.stray.elsewhere),
    },
    seamPlace: w.seamPlace && at(w.seamPlace),
  });
  const { hang } = plan;
  return {
    ...plan,
    wires: plan.wires.map(wireOf),
    crossings: plan.crossings.map((c) => ({ ...c, at: at(c.at) })),
    doubled: plan.doubled.map((s) => ({ ...s, at: at(s.at) })),
    hang: hang && {
      center: at(hang.center),
      from: at(hang.from),
    },
  };
}
