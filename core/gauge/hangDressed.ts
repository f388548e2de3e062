import { eyesOf, groundOf, isIn, isRefused, type Dressed, type Dressing } from '../dressing';
import { endKindOf, endLength } from '../end';
import {
  distance,
  flattenSegment,
  highestOf,
  segmentLength,
  startOf,
  type Box,
  type Vec,
} from '../geometry';
import { kindOf, usedGrams } from '../item';
import type { Piece } from '../piece';
import { gainUpTo, nearestWire, placedEnds, placeOnWire, type Plan, type WirePlan } from '../plan';
import { wireGrams } from '../wire';

/** Something with weight at a place. */
export interface PointMass {
  readonly at: Vec;
  readonly grams: number;
}

/** Where a piece hangs. */
export interface HangPlace {
  /** what holds it: the point it swings about */
  readonly pivot: Vec;
  /** the frame's wire there */
  readonly on: Vec;
  readonly by: 'chosen' | 'finding' | 'end' | 'top';
  /** the finding it hangs from */
  readonly itemId: string | null;
}

interface Candidate extends HangPlace {
  readonly worn: boolean;
}

export interface HangState {
  readonly places: readonly HangPlace[];
  /** centre of mass of wires, ends, beads and findings */
  readonly center: Vec;
  readonly massG: number;
  /** how far it swings, clockwise positive as seen from the front, radians; 0 between two points */
  readonly tiltRad: number;
  /** where along x the point must lie for it to hang straight */
  readonly bailX: number;
  /** the highest place of the wire there; null where none passes above its centre */
  readonly straightAt: Vec | null;
}

/** Other rings and eyes hold a piece only in this upper share of it: lower ones hold what hangs. */
const UPPER = 0.4;
/** Two hangers further apart than this share of the width carry together. */
const APART = 0.45;
const LEVEL = 0.25;
const NEAR_MM = 3;

/** The box round some points. */
export function extentOf(points: readonly Vec[]): Box {
  const out = { minX: Infinity, maxX: -Infinity, minY: Infinity, maxY: -Infinity };
  for (const { x, y } of points) {
    out.minX = Math.min(out.minX, x);
    out.maxX = Math.max(out.maxX, x);
    out.minY = Math.min(out.minY, y);
    out.maxY = Math.max(out.maxY, y);
  }
  return out;
}

/** Whether an item is a finding that a piece can hang from. */
export const isHanger = ({ item }: Dressed): boolean =>
  kindOf(item).nature?.(item).carries ?? false;

/** Where a piece hangs: the chosen place, else its findings and eyes at the top, else its highest point. */
export function hangPlaces(piece: Piece, plan: Plan, dressing: Dressing | null): HangPlace[] {
  const { lines } = groundOf(piece, plan);
  const points = lines.flatMap((l) => l.points);
  if (points.length === 0) return [];
  if (piece.hang) {
    const at = nearestWire(lines, piece.hang)!.at;
    return [{ pivot: at, on: at, by: 'chosen', itemId: null }];
  }
  const on = (at: Vec): Vec => nearestWire(lines, at)!.at;
  const eyes = plan.wires.flatMap((w) => eyesOf(plan, w));
  const eyeTop = (at: Vec): Vec | null => {
    const eye = eyes.find((e) => isIn(e, at));
    return eye ? { x: eye.center.x, y: eye.center.y - eye.insideMm / 2 } : null;
  };
  const found: Candidate[] = [
    ...(dressing?.items ?? []).filter(isHanger).map((d): Candidate => {
      const place = on(d.place);
      const worn = kindOf(d.item).nature?.(d.item).wornOn ?? false;
      return { pivot: eyeTop(d.place) ?? place, on: place, by: 'finding', itemId: d.item.id, worn };
    }),
    ...plan.wires.flatMap((wire) =>
      placedEnds(plan, wire).flatMap((end): Candidate[] => {
        if (end.eye) {
          const { center, insideMm } = end.eye;
          return [
            {
              pivot: { x: center.x, y: center.y - insideMm / 2 },
              on: on(center),
              by: 'end',
              itemId: null,
              worn: false,
            },
          ];
        }
        const isEar = endKindOf(end.end).ear;
        if (!isEar) return [];
        const shape = end.shape.flatMap((s) => [startOf(s), ...flattenSegment(s, 0.2)]);
        const pivot = highestOf(shape)!;
        return [{ pivot, on: on(startOf(end.shape[0]!)), by: 'end', itemId: null, worn: true }];
      }),
    ),
  ];
  const { minX, maxX, minY, maxY } = extentOf(points);
  const upper = found
    .filter((f) => f.worn || f.pivot.y <= minY + UPPER * (maxY - minY))
    .sort((a, b) => a.pivot.y - b.pivot.y);
  const first = upper.find((f) => f.worn) ?? upper[0];
  if (!first) {
    const top = highestOf(points)!;
    return [{ pivot: top, on: top, by: 'top', itemId: null }];
  }
  const second = upper.find(
    (f) =>
      Math.abs(f.pivot.x - first.pivot.x) > APART * (maxX - minX) &&
      Math.abs(f.pivot.y - first.pivot.y) < LEVEL * (maxY - minY) + NEAR_MM,
  );
  return [first, ...(second ? [second] : [])].map(({ worn: _worn, ...place }) => place);
}

/** A wire that is led weighs where it lies, act by act; any other where its item is. */
function wireMasses({ acts = [], place }: Dressed, grams: number): PointMass[] {
  const all = acts.reduce((sum, a) => sum + a.wayMm + a.hereMm, 0);
  return all > 0
    ? acts.map((a) => ({ at: a.at, grams: (grams * (a.wayMm + a.hereMm)) / all }))
    : [{ at: place, grams }];
}

/**
 * What each item that goes on weighs, and each of a part beside the drawn one, where its weight acts. A
 * drop swings free: it pulls where it hangs.
 */
export const itemMasses = (
  plan: Plan,
  dressing: Dressing | null,
  places: readonly HangPlace[],
): PointMass[] => [
  ...onlyItems(plan, dressing, places),
  ...(dressing?.copies ?? []).map(({ at, grams }) => ({ at, grams })),
];

function onlyItems(
  plan: Plan,
  dressing: Dressing | null,
  places: readonly HangPlace[],
): PointMass[] {
  return (dressing?.items ?? []).flatMap((d): PointMass[] => {
    if (isRefused(d)) return [];
    const holds = isHanger(d) && places.some((p) => distance(p.on, d.place) < NEAR_MM);
    if (holds) return [];
    const beads = d.times * d.beads.reduce((sum, b) => sum + b.count * b.bead.grams, 0);
    const findings = d.times * d.findings.reduce((sum, f) => sum + f.count * f.grams, 0);
    const own = d.own.reduce((sum, { wire, lengthMm }) => {
      return sum + wireGrams(plan.wires[wire]!.stock, lengthMm);
    }, 0);
    const wires = d.wires.reduce((sum, w) => sum + d.times * usedGrams(w), own);
    if (d.pulls) {
      const grams = (beads + findings + wires) / d.pulls.length;
      return d.pulls.map((at) => ({ at, grams }));
    }
    const marks = d.marks.flatMap((m) => (m.kind === 'bead' ? [{ at: m.at, bead: m.bead }] : []));
    if (!kindOf(d.item).traits.swings && marks.length > 0) {
      return [
        ...marks.map((m) => ({ at: m.at, grams: m.bead.grams })),
        ...wireMasses(d, wires),
        { at: d.place, grams: findings },
      ];
    }
    return [...wireMasses(d, wires), { at: d.place, grams: beads + findings }];
  });
}

/** What the wires' ends and seams take beyond the figure, with its weight at its middle. */
export function endMasses(plan: Plan): (PointMass & { readonly on: Vec })[] {
  return plan.wires.flatMap((wire) => {
    const weight = (mm: number): number => wireGrams(wire.stock, mm);
    return [
      ...placedEnds(plan, wire).flatMap(({ shape, strands, over, end }) => {
        // An end that only winds on the figure weighs where its wraps lie.
        const own = [...shape, ...strands.flat()];
        const strokes = own.length > 0 ? own : over;
        const [first] = strokes;
        if (!first) return [];
        let [sum, x, y] = [0, 0, 0];
        for (const s of strokes) {
          const points = [startOf(s), ...flattenSegment(s, 0.2)];
          const share = segmentLength(s) / points.length;
          for (const p of points) {
            sum += share;
            x += share * p.x;
            y += share * p.y;
          }
        }
        // Plain tails are trimmed to what is drawn; wraps and turns weigh what they take.
        const grams = weight(endLength(end, wire.stock) || sum);
        return [{ at: { x: x / sum, y: y / sum }, grams, on: startOf(first) }];
      }),
      ...seamMass(wire, weight),
    ];
  });
}

const OVERLAP_STEP_MM = 0.5;

/** A closed wire that overlaps itself lies doubled there. */
function seamMass(
  wire: WirePlan,
  weight: (mm: number) => number,
): (PointMass & { readonly on: Vec })[] {
  const { overlapMm, join } = wire.ends.seam;
  if (!wire.closed || join !== 'overlap' || !(overlapMm > 0)) return [];
  const count = Math.ceil(overlapMm / OVERLAP_STEP_MM);
  const places = Array.from({ length: count }, (_, i) => {
    const mm = (((i + 0.5) * overlapMm) / count) % wire.developedMm;
    return placeOnWire(wire, mm)!.at;
  });
  return places.map((at) => ({ at, grams: weight(overlapMm / count), on: at }));
}

/** A wire that begins or ends just there is over it, mm. */
const ROUNDING_MM = 1e-6;

/** The highest place of the wire straight above a point; null if there is none above it. */
function highestOver(
  lines: readonly { readonly points: readonly Vec[] }[],
  { x, y: below }: Vec,
): Vec | null {
  let best: Vec | null = null;
  for (const { points } of lines) {
    points.slice(1).forEach((b, i) => {
      const a = points[i]!;
      if (Math.min(a.x, b.x) > x + ROUNDING_MM || Math.max(a.x, b.x) < x - ROUNDING_MM) return;
      const t = b.x === a.x ? 0 : Math.min(1, Math.max(0, (x - a.x) / (b.x - a.x)));
      const y = b.x === a.x ? Math.min(a.y, b.y) : a.y + (b.y - a.y) * t;
      if (y < below && (!best || y < best.y)) best = { x, y };
    });
  }
  return best;
}

/** What a wire took for its figure up to a place, mm: hammered stretches took less. */
const taken = ({ gains }: WirePlan, mm: number): number => mm - gainUpTo(gains, mm);

/** How a piece hangs with all that is on it; null while there is no wire. */
export function hangDressed(piece: Piece, plan: Plan, dressing: Dressing | null): HangState | null {
  const places = hangPlaces(piece, plan, dressing);
  const [first, second] = places;
  if (!first) return null;
  const { lines } = groundOf(piece, plan);
  const masses: PointMass[] = [
    ...lines.flatMap(({ points, s }, wire) => {
      const on = plan.wires[wire]!;
      const perMm = wireGrams(on.stock, 1);
      return points.slice(1).map((b, i) => ({
        at: { x: (points[i]!.x + b.x) / 2, y: (points[i]!.y + b.y) / 2 },
        grams: perMm * (taken(on, s[i + 1]!) - taken(on, s[i]!)),
      }));
    }),
    ...endMasses(plan),
    ...itemMasses(plan, dressing, places),
  ];
  const massG = masses.reduce((sum, m) => sum + m.grams, 0);
  if (!(massG > 0)) return null;
  const center = {
    x: masses.reduce((sum, m) => sum + m.grams * m.at.x, 0) / massG,
    y: masses.reduce((sum, m) => sum + m.grams * m.at.y, 0) / massG,
  };
  const tiltRad = second ? 0 : Math.atan2(center.x - first.pivot.x, center.y - first.pivot.y);
  return {
    places,
    center,
    massG,
    tiltRad,
    bailX: center.x,
    straightAt: highestOver(lines, center),
  };
}
