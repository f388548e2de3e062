import svgpath from 'svgpath';
import {
  angleOf,
  arcToCubics,
  compose,
  distance,
  line,
  rotation,
  scaling,
  sub,
  transformSegment,
  translation,
  turnBetween,
  vec,
  type Arc,
  type Path,
  type Segment,
  type Vec,
} from '../geometry';

export class SvgDataError extends Error {}

/** A path of more numbers is not read; a curve has six, an arc seven. */
const MOST_NUMBERS = 700_000;

/**
 * Path data as paths, one for each subpath, in the data's own units. Every command is read; circular
 * arcs stay arcs, elliptical ones become cubics, quadratics become the same curve as cubics.
 * @throws SvgDataError with a plain sentence when the data cannot be read or holds no finite numbers
 */
export function parsePathData(data: string): Path[] {
  // Looked at before anything is made of it: a repeated command needs no letter of its own.
  let numbers = 0;
  for (let i = 0; i < data.length && numbers <= MOST_NUMBERS; i++) {
    const sign = data.charCodeAt(i);
    const isDigit = sign >= 48 && sign <= 57;
    const next = data.charCodeAt(i + 1);
    if (isDigit && !(next >= 48 && next <= 57) && next !== 46) numbers++;
  }
  if (numbers > MOST_NUMBERS) throw new SvgDataError('a path has too many points');
  const parsed = svgpath(data).abs().unshort();
  // The library keeps what it read before an error and notes the error in `err`.
  const { err } = parsed as unknown as { err?: string };
  if (err) throw new SvgDataError(`a path cannot be read (${err.replace(/^SvgPath: /, '')})`);
  const paths: Path[] = [];
  let segments: Segment[] = [];
  let start = vec(0, 0);
  let now = vec(0, 0);
  const finish = (closed: boolean): void => {
    if (segments.length > 0) paths.push({ segments, closed });
    segments = [];
  };
  parsed.iterate((command) => {
    const [name, ...v] = command as unknown as [string, ...number[]];
    if (!v.every((n) => Number.isFinite(n)))
      throw new SvgDataError('a path holds a number that is not finite');
    const at = (i: number): Vec => vec(v[i] ?? 0, v[i + 1] ?? 0);
    switch (name) {
      case 'M':
        finish(false);
        start = now = at(0);
        break;
      case 'L':
        segments.push(line(now, at(0)));
        now = at(0);
        break;
      case 'H':
        segments.push(line(now, vec(v[0] ?? 0, now.y)));
        now = vec(v[0] ?? 0, now.y);
        break;
      case 'V':
        segments.push(line(now, vec(now.x, v[0] ?? 0)));
        now = vec(now.x, v[0] ?? 0);
        break;
      case 'C':
        segments.push({ type: 'cubic', from: now, c1: at(0), c2: at(2), to: at(4) });
        now = at(4);
        break;
      case 'Q':
        segments.push(quadratic(now, at(0), at(2)));
        now = at(2);
        break;
      case 'A':
        segments.push(
          ...ellipseArc(now, at(5), v[0] ?? 0, v[1] ?? 0, v[2] ?? 0, v[3] !== 0, v[4] !== 0),
        );
        now = at(5);
        break;
      case 'Z':
        if (distance(now, start) > 1e-9) segments.push(line(now, start));
        finish(true);
        now = start;
        break;
    }
  });
  finish(false);
  return paths;
}

/** The same curve with cubic control points (two thirds of the way to the quadratic's). */
export function quadratic(from: Vec, control: Vec, to: Vec): Segment {
  const pull = (end: Vec): Vec =>
    vec(end.x + (2 / 3) * (control.x - end.x), end.y + (2 / 3) * (control.y - end.y));
  return { type: 'cubic', from, c1: pull(from), c2: pull(to), to };
}

/**
 * An SVG elliptical arc by its end points (W3C SVG 1.1, appendix F.6): in the frame where the
 * ellipse is a unit circle it is a circular arc, which is then mapped back.
 */
export function ellipseArc(
  from: Vec,
  to: Vec,
  radiusX: number,
  radiusY: number,
  tiltDeg: number,
  large: boolean,
  clockwise: boolean,
): Segment[] {
  let [rx, ry] = [Math.abs(radiusX), Math.abs(radiusY)];
  if (distance(from, to) < 1e-12) return [];
  if (rx < 1e-12 || ry < 1e-12) return [line(from, to)];
  const tilt = (tiltDeg * Math.PI) / 180;
  const unmap = compose(scaling(1 / rx, 1 / ry), rotation(-tilt));
  const inUnit = (p: Vec): Vec => vec(unmap.a * p.x + unmap.c * p.y, unmap.b * p.x + unmap.d * p.y);
  let [a, b] = [inUnit(from), inUnit(to)];
  const half = distance(a, b) / 2;
  if (half > 1) {
    // The radii are too small to reach: they grow together until they just do.
    rx *= half;
    ry *= half;
    a = vec(a.x / half, a.y / half);
    b = vec(b.x / half, b.y / half);
  }
  const height = Math.sqrt(Math.max(0, 1 - (distance(a, b) / 2) ** 2));
  const side = large === clockwise ? -1 : 1;
  const u = sub(b, a);
  const size = distance(a, b);
  const center = vec(
    (a.x + b.x) / 2 + (side * -u.y * height) / size,
    (a.y + b.y) / 2 + (side * u.x * height) / size,
  );
  let sweep = turnBetween(sub(a, center), sub(b, center));
  if (clockwise && sweep < 0) sweep += 2 * Math.PI;
  if (!clockwise && sweep > 0) sweep -= 2 * Math.PI;
  const circle: Arc = {
    type: 'arc',
    center,
    radius: 1,
    startAngle: angleOf(sub(a, center)),
    sweep,
  };
  const back = compose(rotation(tilt), scaling(rx, ry));
  const mapped = transformSegment(circle, back);
  return Math.abs(rx - ry) <= 1e-7 * rx
    ? mapped
    : arcToCubics(circle).flatMap((c) => transformSegment(c, back));
}

/** A whole ellipse, starting at its rightmost point, clockwise. */
export function ellipsePath(cx: number, cy: number, rx: number, ry: number): Path {
  const circle: Arc = {
    type: 'arc',
    center: vec(0, 0),
    radius: 1,
    startAngle: 0,
    sweep: 2 * Math.PI,
  };
  const map = compose(translation(cx, cy), scaling(rx, ry));
  return { segments: transformSegment(circle, map), closed: true };
}
