/** What a figure-eight weave is made of. */
export interface Eight {
  readonly diameterMm: number;
  /** thickness of the two frame wires */
  readonly frameMm: number;
  /** wraps on each frame wire in one full eight */
  readonly wraps: number;
}

/** How far one full eight goes on along the frame, mm. */
export const eightAdvance = ({ wraps, diameterMm }: Eight): number => wraps * diameterMm;

/**
 * One full figure-eight over two frame wires with a gap between their edges, mm: circles of radius
 * B = (D + d)/2 at centre distance c = D + g, a = acos(2B/c); in the plane 2 [2 pi (w - 1) + 2 pi - 2a] B
 * + 4 sqrt((c/2)^2 - B^2), and along the frame w d.
 * @param gapMm under the wire's own thickness no wire passes between; it counts as that
 */
export function eightLength(eight: Eight, gapMm: number): number {
  const { diameterMm, frameMm, wraps } = eight;
  const b = (frameMm + diameterMm) / 2;
  const c = frameMm + Math.max(gapMm, diameterMm);
  const a = Math.acos(Math.min(1, (2 * b) / c));
  const round = 2 * (2 * Math.PI * (wraps - 1) + 2 * Math.PI - 2 * a) * b;
  const across = 4 * Math.sqrt(Math.max(0, (c / 2) ** 2 - b * b));
  return Math.hypot(round + across, eightAdvance(eight));
}

export interface Weave {
  readonly rows: number;
  readonly lengthMm: number;
  /** gap at the middle of each row, mm */
  readonly gapsMm: readonly number[];
}

/**
 * A weave between two frame wires whose gap changes along them: each full eight is as long as the
 * gap at its middle asks.
 * @param gapAt gap between the wires' edges, by the length woven along the leading wire, mm
 * @param wished rows; null fills the stretch with whole eights
 */
export function weaveBetween(
  eight: Eight,
  stretchMm: number,
  gapAt: (alongMm: number) => number,
  wished: number | null = null,
): Weave {
  const step = eightAdvance(eight);
  const room = Math.floor(stretchMm / step + 1e-9);
  const rows = Math.max(0, Math.min(wished ?? room, room));
  const gapsMm = Array.from({ length: rows }, (_, i) => gapAt((i + 0.5) * step));
  const lengthMm = gapsMm.reduce((sum, gap) => sum + eightLength(eight, gap), 0);
  return { rows, lengthMm, gapsMm };
}
