import { pointAt, trackAlong, type Primitive, type Vec } from '../geometry';
import type { Strip } from '../strip';

/** Where one line lies furthest from another. */
export interface Stray {
  readonly mm: number;
  /** the place wished for, and the nearest place of the wire */
  readonly wished: Vec;
  readonly formed: Vec;
}

/** Of longer drawings only every few points are looked at, but some on each bend. */
const MOST_POINTS = 500;
const EACH_PIECE = 3;

/**
 * Where a formed wire strays furthest from the points it should follow. Where it rounds a corner or
 * turns back in a fold it leaves the drawn tip on purpose: that is no stray.
 */
export function farthestApart(wished: readonly Vec[], strip: Strip): Stray | null {
  const shapes: Primitive[] = [];
  const meant: boolean[] = [];
  for (const p of strip.pieces) {
    for (const s of p.shape) {
      shapes.push(s);
      meant.push(p.kind === 'corner' || p.kind === 'fold');
    }
  }
  const most = Math.max(MOST_POINTS, EACH_PIECE * strip.pieces.length);
  const stride = Math.max(1, Math.ceil(wished.length / most));
  const points = wished.filter((_, i) => i % stride === 0);
  let worst: Stray | null = null;
  trackAlong(points, shapes, strip.closed).forEach(({ piece, t, farMm }, n) => {
    if (meant[piece] || (worst && farMm <= worst.mm)) return;
    worst = { mm: farMm, wished: points[n]!, formed: pointAt(shapes[piece]!, t) };
  });
  return worst;
}
