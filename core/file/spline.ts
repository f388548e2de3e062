import type { Vec } from '../geometry';

const STEPS_A_SPAN = 16;

interface Spline {
  readonly controlPoints?: readonly Vec[];
  readonly fitPoints?: readonly Vec[];
  readonly knotValues?: readonly number[];
  readonly degreeOfSplineCurve?: number;
}

/**
 * Points along a B-spline by de Boor's scheme, so many in each span of its knots; of a spline that
 * has only points to run through, those.
 */
export function splinePoints(spline: Spline): Vec[] {
  const {
    controlPoints = [],
    fitPoints = [],
    knotValues = [],
    degreeOfSplineCurve: p = 3,
  } = spline;
  const whole = knotValues.length === controlPoints.length + p + 1 && controlPoints.length > p;
  if (!whole)
    return (fitPoints.length > 1 ? fitPoints : controlPoints).map(({ x, y }) => ({ x, y }));
  const points: Vec[] = [];
  for (let span = p; span < controlPoints.length; span++) {
    const [from, to] = [knotValues[span]!, knotValues[span + 1]!];
    if (to - from < 1e-12) continue;
    for (let i = points.length === 0 ? 0 : 1; i <= STEPS_A_SPAN; i++) {
      points.push(
        deBoor(controlPoints, knotValues, p, span, from + ((to - from) * i) / STEPS_A_SPAN),
      );
    }
  }
  return points;
}

function deBoor(
  control: readonly Vec[],
  knots: readonly number[],
  degree: number,
  span: number,
  u: number,
): Vec {
  const d = Array.from({ length: degree + 1 }, (_, j) => ({ ...control[span - degree + j]! }));
  for (let r = 1; r <= degree; r++) {
    for (let j = degree; j >= r; j--) {
      const low = knots[span - degree + j]!;
      const width = knots[span + 1 + j - r]! - low;
      const t = width > 0 ? (u - low) / width : 0;
      const [a, b] = [d[j - 1]!, d[j]!];
      d[j] = { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t };
    }
  }
  const { x, y } = d[degree]!;
  return { x, y };
}
