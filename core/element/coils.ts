import { coilTurn } from './loops';

/** A coil of n turns on a core C: n sqrt((pi (C + d))^2 + pitch^2), mm. */
export const coilLength = (
  turns: number,
  coreMm: number,
  diameterMm: number,
  pitchMm: number,
): number => turns * coilTurn(coreMm, diameterMm, pitchMm);

/** How many turns cover a stretch, with a gap between them. */
export const coverTurns = (stretchMm: number, diameterMm: number, gapMm: number): number =>
  stretchMm / (diameterMm + gapMm);

/** Once round k strands of diameter D that lie flat side by side, mm, in the plane of the turn. */
export const bundleRound = (strandMm: number, strands: number, diameterMm: number): number =>
  2 * (strands - 1) * strandMm + Math.PI * (strandMm + diameterMm);

/** So many close turns round a flat bundle of strands, mm. */
export const bundleWrap = (
  turns: number,
  strandMm: number,
  strands: number,
  diameterMm: number,
): number => turns * Math.hypot(bundleRound(strandMm, strands, diameterMm), diameterMm);

/** Directions in which a row of unlike strands is measured. */
const DIRECTIONS = 1440;

/**
 * Once round strands of any diameters that lie flat side by side, mm, in the plane of the turn: the
 * perimeter of the convex hull of their circles, each grown by half the wire. It is the mean of how far
 * the hull reaches in all directions, times 2 pi (Cauchy); alike strands have a closed form.
 */
export function strandsRound(strandsMm: readonly number[], diameterMm: number): number {
  const [first = 0] = strandsMm;
  if (strandsMm.every((s) => s === first)) {
    return bundleRound(first, strandsMm.length, diameterMm);
  }
  let at = 0;
  const circles = strandsMm.map((s, i) => {
    at += i === 0 ? 0 : (strandsMm[i - 1]! + s) / 2;
    return { at, reach: (s + diameterMm) / 2 };
  });
  let sum = 0;
  for (let i = 0; i < DIRECTIONS; i++) {
    const across = Math.cos((2 * Math.PI * (i + 0.5)) / DIRECTIONS);
    sum += Math.max(...circles.map((c) => c.at * across + c.reach));
  }
  return (2 * Math.PI * sum) / DIRECTIONS;
}

/** So many close turns round strands side by side, mm. */
export const strandsWrap = (
  turns: number,
  strandsMm: readonly number[],
  diameterMm: number,
): number => turns * Math.hypot(strandsRound(strandsMm, diameterMm), diameterMm);

/**
 * Once round two guide wires or rods whose middles lie `spreadMm` apart, going on by `pitchMm`: two
 * straight sides and two half circles, mm.
 */
export const guidedTurn = (
  guideMm: number,
  spreadMm: number,
  diameterMm: number,
  pitchMm: number,
): number => Math.hypot(2 * spreadMm + Math.PI * (guideMm + diameterMm), pitchMm);
