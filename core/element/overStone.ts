/** Steps of an arc that is added up. */
const STEPS = 128;

/**
 * Along an ellipse from one place of its half axis `halfMm` to another, over the side that rises by
 * `riseMm`, mm: the integral of sqrt(a^2 sin^2 t + b^2 cos^2 t) by Simpson's rule, x = a cos t.
 * @param fromMm,toMm places along the axis, from -halfMm to halfMm, in order
 */
export function ellipseArc(halfMm: number, riseMm: number, fromMm: number, toMm: number): number {
  const angleAt = (x: number): number => Math.acos(Math.min(1, Math.max(-1, x / halfMm)));
  const [from, to] = [angleAt(toMm), angleAt(fromMm)];
  const step = (to - from) / STEPS;
  const speed = (i: number): number => {
    const t = from + i * step;
    return Math.hypot(halfMm * Math.sin(t), riseMm * Math.cos(t));
  };
  let sum = speed(0) + speed(STEPS);
  for (let i = 1; i < STEPS; i++) sum += (i % 2 === 1 ? 4 : 2) * speed(i);
  return (sum * step) / 3;
}

interface Point {
  readonly x: number;
  readonly y: number;
}

/** A stone as an ellipsoid whose middle lies in the plane of the figure, mm. */
export interface StoneBody {
  readonly at: Point;
  /** the way along which it is so wide, radians */
  readonly turnRad: number;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly thickMm: number;
}

/** A place as the stone lies: along its width and its height from its middle. */
function fromStone({ at, turnRad }: StoneBody, { x, y }: Point): Point {
  const [c, s] = [Math.cos(turnRad), Math.sin(turnRad)];
  return { x: (x - at.x) * c + (y - at.y) * s, y: (y - at.y) * c - (x - at.x) * s };
}

/** Whether a place lies on a stone, as seen from the front. */
export function isOnStone(body: StoneBody, p: Point): boolean {
  const { x, y } = fromStone(body, p);
  return Math.hypot(x / body.widthMm, y / body.heightMm) < 0.5;
}

/**
 * How much further it is over a stone than straight through it, from one place to another in the plane of
 * the figure, mm, along the middle of the wire. The stone grown by half the wire is cut by the upright
 * plane through both: an ellipse. A way that does not meet it takes nothing more.
 */
export function moreOverStone(body: StoneBody, from: Point, to: Point, diameterMm: number): number {
  const { widthMm, heightMm, thickMm } = body;
  const [a, b] = [fromStone(body, from), fromStone(body, to)];
  const [w, h, t] = [widthMm, heightMm, thickMm].map((mm) => (mm + diameterMm) / 2) as [
    number,
    number,
    number,
  ];
  const [px, py] = [a.x / w, a.y / h];
  const [dx, dy] = [(b.x - a.x) / w, (b.y - a.y) / h];
  const size = dx * dx + dy * dy;
  const longMm = Math.hypot(b.x - a.x, b.y - a.y);
  if (longMm < 1e-9) return 0;
  const middle = -(px * dx + py * dy) / size;
  const clear2 = (px + middle * dx) ** 2 + (py + middle * dy) ** 2;
  if (clear2 >= 1) return 0;
  const half = Math.sqrt((1 - clear2) / size);
  const [begin, end] = [Math.max(0, middle - half), Math.min(1, middle + half)];
  if (end <= begin) return 0;
  const rise = t * Math.sqrt(1 - clear2);
  const arc = ellipseArc(half * longMm, rise, (begin - middle) * longMm, (end - middle) * longMm);
  return arc - (end - begin) * longMm;
}
