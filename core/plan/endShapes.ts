import { endForm, type EndSide, type WireEnd } from '../end';
import {
  applyAffine,
  compose,
  dot,
  perp,
  scale,
  scaling,
  sub,
  transformSegment,
  type Affine,
  type Primitive,
  type Vec,
} from '../geometry';
import { strandMm } from '../wire';
import { formedShapes, placeOnWire, type Formed } from './places';
import type { Plan, WirePlan } from './planPiece';

/** A finished end of a wire in its place on the figure. */
export interface PlacedEnd {
  readonly which: 'start' | 'end';
  readonly end: WireEnd;
  readonly shape: readonly Primitive[];
  /** of a rope that is opened: each strand by itself */
  readonly strands: readonly (readonly Primitive[])[];
  /** wraps, over the rest */
  readonly over: readonly Primitive[];
  readonly eye: { readonly center: Vec; readonly insideMm: number } | null;
}

/** How wide an eye turned square to the figure is drawn, as a share of its width. */
const EDGE_ON = 0.22;

type Place = NonNullable<ReturnType<typeof placeOnWire>>;

const outwardOf = (which: PlacedEnd['which'], { direction }: Place): Vec =>
  which === 'start' ? scale(direction, -1) : direction;

/** 1 where an end is turned to the right of the way out to it, -1 to the left. */
function sideOf(side: EndSide, which: PlacedEnd['which'], formed: Place, center: Vec): 1 | -1 {
  if (side === 'right' || side === 'left') return side === 'right' ? 1 : -1;
  const away = dot(perp(outwardOf(which, formed)), sub(formed.at, center)) >= 0;
  return away === (side === 'outward') ? 1 : -1;
}

/** The frame of an end: x outwards along the wire, y to the side that it is turned to when all is bent. */
function frameAt(
  { side = 'outward' }: WireEnd,
  which: PlacedEnd['which'],
  now: Place,
  formed: Place,
  center: Vec,
): Affine {
  const outward = outwardOf(which, now);
  const y = scale(perp(outward), sideOf(side, which, formed, center));
  return { a: outward.x, b: outward.y, c: y.x, d: y.y, e: now.at.x, f: now.at.y };
}

/**
 * The ends of a wire, reserve left out: loops, wraps and tails in their places.
 * @param pose the wire as it is formed so far; without it all of it is
 */
export function placedEnds(plan: Plan, wire: WirePlan, pose: Formed = wire): PlacedEnd[] {
  const { start, end, seam } = wire.ends;
  const center = plan.hang?.center ?? { x: 0, y: 0 };
  const seamLoop: WireEnd = { kind: 'loop', insideMm: seam.loopInsideMm, tailMm: 0 };
  const ends: readonly (readonly [PlacedEnd['which'], WireEnd])[] = wire.closed
    ? seam.join === 'loops'
      ? [
          ['start', seamLoop],
          ['end', seamLoop],
        ]
      : []
    : [
        ['start', start],
        ['end', end],
      ];
  return ends.flatMap(([which, e]): PlacedEnd[] => {
    const mm = which === 'start' ? 0 : wire.developedMm;
    const [now, formed] = [placeOnWire(pose, mm), placeOnWire(wire, mm)];
    if (!now || !formed) return [];
    const flat = frameAt(e, which, now, formed, center);
    const form = endForm(e, wire.stock);
    const map = form.square ? compose(flat, scaling(1, EDGE_ON)) : flat;
    const moved = (list: readonly Primitive[]): Primitive[] =>
      list.flatMap((s) => transformed(s, map));
    return [
      {
        which,
        end: e,
        shape: moved(form.shape),
        strands: form.strands.map(moved),
        over: moved(form.over),
        eye: form.eye && {
          center: applyAffine(map, form.eye.center),
          insideMm: form.eye.insideMm,
        },
      },
    ];
  });
}

/** A shape under a map; a squeezed arc becomes short chords. */
function transformed(s: Primitive, map: Affine): Primitive[] {
  const out = transformSegment(s, map);
  if (out.every((o): o is Primitive => o.type !== 'cubic')) return [...out];
  const steps = 48;
  const points = Array.from({ length: steps + 1 }, (_, i) => applyAffine(map, on(s, i / steps)));
  return points.slice(1).map((to, i) => ({ type: 'line', from: points[i]!, to }));
}

const on = (s: Primitive, t: number): Vec =>
  s.type === 'line'
    ? { x: s.from.x + (s.to.x - s.from.x) * t, y: s.from.y + (s.to.y - s.from.y) * t }
    : {
        x: s.center.x + s.radius * Math.cos(s.startAngle + s.sweep * t),
        y: s.center.y + s.radius * Math.sin(s.startAngle + s.sweep * t),
      };

/** What lies beyond the figure at a wire's ends once formed: loops and tails, reserve left out. */
export const endShapes = (plan: Plan, wire: WirePlan): Primitive[] =>
  placedEnds(plan, wire).flatMap((e) => [...e.shape, ...e.over]);

/** Curves of one thickness. */
export interface Thick {
  readonly shapes: readonly Primitive[];
  readonly diameterMm: number;
}

/** The strands of a rope that is opened at its ends, as thick as they are. */
export const openedStrands = (plan: Plan, wire: WirePlan): Thick[] =>
  placedEnds(plan, wire)
    .flatMap((e) => e.strands)
    .map((shapes) => ({ shapes, diameterMm: strandMm(wire.stock) }));

/** A whole wire as formed: itself with the loops and tails at its ends, and each strand that is opened. */
export const wholeWire = (plan: Plan, wire: WirePlan): Thick[] => [
  {
    shapes: [...formedShapes(wire), ...endShapes(plan, wire)],
    diameterMm: wire.stock.diameterMm,
  },
  ...openedStrands(plan, wire),
];
