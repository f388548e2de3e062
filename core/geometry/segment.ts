import { applyAffine, isMirror, similarityFactor, type Affine } from './affine';
import { cubicLength } from './cubicLength';
import { add, angleOf, distance, fromAngle, mix, perp, scale, sub, unit, type Vec } from './vec';

export interface Line {
  readonly type: 'line';
  readonly from: Vec;
  readonly to: Vec;
}

/** A circular arc. `sweep` is signed, clockwise positive (y down), at most a full turn. */
export interface Arc {
  readonly type: 'arc';
  readonly center: Vec;
  readonly radius: number;
  readonly startAngle: number;
  readonly sweep: number;
}

export interface Cubic {
  readonly type: 'cubic';
  readonly from: Vec;
  readonly c1: Vec;
  readonly c2: Vec;
  readonly to: Vec;
}

export type Segment = Line | Arc | Cubic;
/** What a wire can be bent to exactly. */
export type Primitive = Line | Arc;

export const line = (from: Vec, to: Vec): Line => ({ type: 'line', from, to });

/** Position at t in [0, 1]; t is proportional to length for lines and arcs. */
export function pointAt(s: Segment, t: number): Vec {
  switch (s.type) {
    case 'line':
      return mix(s.from, s.to, t);
    case 'arc':
      return add(s.center, scale(fromAngle(s.startAngle + s.sweep * t), s.radius));
    case 'cubic': {
      const u = 1 - t;
      const [w0, w1, w2, w3] = [u * u * u, 3 * u * u * t, 3 * u * t * t, t * t * t];
      return {
        x: w0 * s.from.x + w1 * s.c1.x + w2 * s.c2.x + w3 * s.to.x,
        y: w0 * s.from.y + w1 * s.c1.y + w2 * s.c2.y + w3 * s.to.y,
      };
    }
  }
}

/** Unit tangent at t, well defined also where a handle has no length. */
export function tangentAt(s: Segment, t: number): Vec {
  switch (s.type) {
    case 'line':
      return unit(sub(s.to, s.from));
    case 'arc':
      return scale(perp(fromAngle(s.startAngle + s.sweep * t)), s.sweep < 0 ? -1 : 1);
    case 'cubic':
      return cubicTangent(s, t);
  }
}

function cubicTangent(s: Cubic, t: number): Vec {
  const u = 1 - t;
  const d = add(
    add(scale(sub(s.c1, s.from), u * u), scale(sub(s.c2, s.c1), 2 * u * t)),
    scale(sub(s.to, s.c2), t * t),
  );
  const size = distance(s.from, s.to) + distance(s.from, s.c1) + distance(s.c2, s.to);
  if (Math.hypot(d.x, d.y) > 1e-9 * size) return unit(d);
  const nudged = t < 0.5 ? t + 1e-4 : t - 1e-4;
  const step = sub(pointAt(s, nudged), pointAt(s, t));
  return unit(t < 0.5 ? step : scale(step, -1));
}

export const startOf = (s: Segment): Vec => (s.type === 'arc' ? pointAt(s, 0) : s.from);
export const endOf = (s: Segment): Vec => (s.type === 'arc' ? pointAt(s, 1) : s.to);

/** Length in mm: exact for lines and arcs, to the error {@link cubicLength} states for cubics. */
export function segmentLength(s: Segment): number {
  switch (s.type) {
    case 'line':
      return distance(s.from, s.to);
    case 'arc':
      return s.radius * Math.abs(s.sweep);
    case 'cubic':
      return knownLength(s);
  }
}

const lengths = new WeakMap<Cubic, number>();

/** The length of a cubic, worked out once. */
function knownLength(s: Cubic): number {
  let mm = lengths.get(s);
  if (mm === undefined) {
    mm = cubicLength(s);
    lengths.set(s, mm);
  }
  return mm;
}

export function reverseSegment<S extends Segment>(s: S): S;
export function reverseSegment(s: Segment): Segment {
  switch (s.type) {
    case 'line':
      return line(s.to, s.from);
    case 'arc':
      return { ...s, startAngle: s.startAngle + s.sweep, sweep: -s.sweep };
    case 'cubic':
      return { type: 'cubic', from: s.to, c1: s.c2, c2: s.c1, to: s.from };
  }
}

/** The stretch of a line or arc between parameters t0 and t1 (values outside [0, 1] extend it). */
export function stretchOf<P extends Primitive>(s: P, t0: number, t1: number): P;
export function stretchOf(s: Primitive, t0: number, t1: number): Primitive {
  if (s.type === 'line') return line(pointAt(s, t0), pointAt(s, t1));
  return { ...s, startAngle: s.startAngle + s.sweep * t0, sweep: s.sweep * (t1 - t0) };
}

/** The segment under an affine map. Arcs stay arcs under similarities and become cubics otherwise. */
export function transformSegment(s: Segment, m: Affine): Segment[] {
  switch (s.type) {
    case 'line':
      return [line(applyAffine(m, s.from), applyAffine(m, s.to))];
    case 'cubic':
      return [
        {
          type: 'cubic',
          from: applyAffine(m, s.from),
          c1: applyAffine(m, s.c1),
          c2: applyAffine(m, s.c2),
          to: applyAffine(m, s.to),
        },
      ];
    case 'arc': {
      const factor = similarityFactor(m);
      if (factor === null) return arcToCubics(s).flatMap((c) => transformSegment(c, m));
      const center = applyAffine(m, s.center);
      const start = applyAffine(m, startOf(s));
      return [
        {
          type: 'arc',
          center,
          radius: s.radius * factor,
          startAngle: angleOf(sub(start, center)),
          sweep: isMirror(m) ? -s.sweep : s.sweep,
        },
      ];
    }
  }
}

/** Cubics of at most an eighth turn each, off the circle by less than 5e-6 of its radius. */
export function arcToCubics(s: Arc): Cubic[] {
  const count = Math.max(1, Math.ceil(Math.abs(s.sweep) / (Math.PI / 4) - 1e-9));
  const handle = (4 / 3) * Math.tan(s.sweep / count / 4) * s.radius;
  return Array.from({ length: count }, (_, i) => {
    const from = pointAt(s, i / count);
    const to = pointAt(s, (i + 1) / count);
    const a = s.startAngle + (s.sweep * i) / count;
    const b = s.startAngle + (s.sweep * (i + 1)) / count;
    return {
      type: 'cubic',
      from,
      c1: add(from, scale(perp(fromAngle(a)), handle)),
      c2: sub(to, scale(perp(fromAngle(b)), handle)),
      to,
    };
  });
}

/**
 * The arc between two points with a bulge: tan of a quarter of its sweep. Zero bulge is a line.
 * @param bulge positive clockwise; 1 is a half circle
 */
export function arcFromBulge(from: Vec, to: Vec, bulge: number): Primitive {
  const chord = distance(from, to);
  if (Math.abs(bulge) < 1e-9 || chord < 1e-12) return line(from, to);
  const sweep = 4 * Math.atan(bulge);
  const radius = (chord * (1 + bulge * bulge)) / (4 * Math.abs(bulge));
  const height = (chord * (1 - bulge * bulge)) / (4 * bulge);
  const middle = mix(from, to, 0.5);
  const across = perp(unit(sub(to, from)));
  const center = add(middle, scale(across, height));
  return { type: 'arc', center, radius, startAngle: angleOf(sub(from, center)), sweep };
}

export const bulgeOf = (s: Arc): number => Math.tan(s.sweep / 4);
