import { dot, sub, type MeasuredLine, type Vec } from '../geometry';

/** Where one line lies furthest from another. */
export interface Stray {
  readonly mm: number;
  /** the place wished for, and the nearest place of the wire */
  readonly wished: Vec;
  readonly formed: Vec;
}

/** How far ahead and back along the wire the next point's place is looked for, chords. */
const AHEAD = 40;
const BACK = 8;

/**
 * Where a formed wire strays furthest from the points it should follow. Both run the same way, so
 * that a pass is never measured against another pass of the wire that happens to lie nearer.
 */
export function farthestApart(wished: readonly Vec[], line: MeasuredLine): Stray | null {
  const { points } = line;
  const last = points.length - 2;
  if (wished.length === 0 || last < 0) return null;
  const on = (q: Vec, i: number): { at: Vec; far: number } => {
    const a = points[i]!;
    const b = points[i + 1]!;
    const along = sub(b, a);
    const size = dot(along, along);
    const t = size === 0 ? 0 : Math.min(1, Math.max(0, dot(sub(q, a), along) / size));
    const at = { x: a.x + along.x * t, y: a.y + along.y * t };
    return { at, far: Math.hypot(at.x - q.x, at.y - q.y) };
  };
  let now = 0;
  let worst: Stray | null = null;
  wished.forEach((q, n) => {
    // A closed wire is opened at its seam, so its drawing may begin anywhere on it.
    const whole = n === 0 && line.closed;
    const reach = whole ? last + 1 : BACK + AHEAD + 1;
    const from = whole ? 0 : line.closed ? now - BACK : Math.max(0, now - BACK);
    let best: { i: number; at: Vec; far: number } | null = null;
    for (let k = 0; k < reach; k++) {
      const i = line.closed ? (from + k + 2 * (last + 1)) % (last + 1) : from + k;
      if (i > last) break;
      const found = on(q, i);
      if (!best || found.far < best.far) best = { i, ...found };
    }
    const place = best!;
    now = place.i;
    if (!worst || place.far > worst.mm) worst = { mm: place.far, wished: q, formed: place.at };
  });
  return worst;
}
