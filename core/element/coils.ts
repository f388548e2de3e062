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
