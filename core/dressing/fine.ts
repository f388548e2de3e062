import { flattenSegment, startOf, type Primitive, type Vec } from '../geometry';
import { formedShapes, type WirePlan } from '../plan';

/** Curves are followed to this, mm. */
const FINE_MM = 0.01;

/** A curve as points that follow it closely. */
export const fineCurve = (s: Primitive): Vec[] => [startOf(s), ...flattenSegment(s, FINE_MM)];

/** A formed wire as points that follow it closely, without its ends. */
export const fineLine = (wire: WirePlan): Vec[] => formedShapes(wire).flatMap(fineCurve);
