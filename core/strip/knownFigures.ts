import {
  arcToCubics,
  flattenSegment,
  line,
  primitiveFrom,
  randomFrom,
  startOf,
  type Path,
  type Primitive,
  type Segment,
  type Vec,
} from '../geometry';
import { cornerInsideRadius } from './corner';
import type { BendKind } from './bendChain';

export interface KnownBend {
  readonly kind: BendKind;
  readonly angleRad: number;
  readonly middleMm: number;
}

export interface KnownFigure {
  readonly primitives: readonly Primitive[];
  readonly bends: readonly KnownBend[];
  readonly developedMm: number;
}

/**
 * A figure of straight runs, curves and corners whose strip is known by construction: the walk is
 * along the wire's own centreline for curves, along the drawn polyline for corners.
 */
export function knownFigure(seed: number, diameterMm: number, bendCount: number): KnownFigure {
  const random = randomFrom(seed);
  const between = (low: number, high: number): number => low + (high - low) * random();
  const primitives: Primitive[] = [];
  const bends: KnownBend[] = [];
  let at: Vec = { x: 0, y: 0 };
  let heading = between(0, 6.28);
  let wire = 0;
  const go = (curvature: number, length: number): void => {
    const p = primitiveFrom(at, heading, curvature, length);
    primitives.push(p);
    heading += curvature * length;
    at =
      p.type === 'line'
        ? p.to
        : {
            x: p.center.x + p.radius * Math.cos(p.startAngle + p.sweep),
            y: p.center.y + p.radius * Math.sin(p.startAngle + p.sweep),
          };
  };
  const run = (trim: number): void => {
    const length = between(7, 13);
    go(0, length);
    wire += length - trim;
  };
  let trimBefore = 0;
  for (let i = 0; i < bendCount; i++) {
    const side = random() < 0.5 ? -1 : 1;
    const centre = cornerInsideRadius(diameterMm) + diameterMm / 2;
    if (random() < 0.45) {
      const angle = (Math.round(between(3, 8)) * 15 * Math.PI) / 180;
      const setback = centre * Math.tan(angle / 2);
      run(trimBefore + setback);
      bends.push({ kind: 'corner', angleRad: side * angle, middleMm: wire + (angle * centre) / 2 });
      wire += angle * centre;
      heading += side * angle;
      trimBefore = setback;
    } else {
      run(trimBefore);
      trimBefore = 0;
      const radius = between(2.5, 8) + diameterMm / 2;
      const angle = between(0.9, 3.8);
      bends.push({ kind: 'curve', angleRad: side * angle, middleMm: wire + (angle * radius) / 2 });
      wire += angle * radius;
      go(side / radius, angle * radius);
    }
  }
  run(trimBefore);
  return { primitives, bends, developedMm: wire };
}

export type Drawing = 'exact' | 'cubics' | 'dense' | 'noisy';

/** The known figure as it could come from a file: exact, as cubics, or as a row of points. */
export function drawAs(figure: KnownFigure, drawing: Drawing, seed = 1): Path {
  if (drawing === 'exact') return { segments: figure.primitives, closed: false };
  if (drawing === 'cubics') {
    const segments = figure.primitives.flatMap((p): Segment[] =>
      p.type === 'arc' ? arcToCubics(p) : [p],
    );
    return { segments, closed: false };
  }
  const first = figure.primitives[0]!;
  const points = [
    startOf(first),
    ...figure.primitives.flatMap((p) => flattenSegment(p, 0.001, 0.2)),
  ];
  const random = randomFrom(seed * 7919 + 17);
  const gauss = (): number =>
    Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  const sigma = drawing === 'noisy' ? 0.015 : 0;
  const moved = points.map((p) => ({ x: p.x + sigma * gauss(), y: p.y + sigma * gauss() }));
  return { segments: moved.slice(1).map((p, i) => line(moved[i] as Vec, p)), closed: false };
}
