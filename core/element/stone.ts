import { coilTurn, loopLength } from './loops';

export interface StoneWrap {
  /** round the stone where it is widest, and its height, mm */
  readonly girthMm: number;
  readonly heightMm: number;
  /** turns round the girth, and bands up and over the top */
  readonly turns: number;
  readonly uprights: number;
  /** where a band passes the girth it is bound once round */
  readonly diameterMm: number;
  readonly bailInsideMm: number;
  readonly bailTurns: number;
}

/**
 * Wire round a stone: the girth and one wire's thickness outside it, turn by turn; each upright band
 * goes over it once (its height up one side and down the other, and across); each crossing of a band
 * with the turns is bound once; and the bail on top. In mm by part.
 */
export function stoneWrap(s: StoneWrap): {
  girthMm: number;
  uprightsMm: number;
  crossingsMm: number;
  bailMm: number;
} {
  const around = s.girthMm + Math.PI * s.diameterMm;
  const across = s.girthMm / Math.PI;
  const crossings = 2 * s.uprights * s.turns;
  return {
    girthMm: s.turns * Math.hypot(around, s.diameterMm),
    uprightsMm: s.uprights * (2 * s.heightMm + across + Math.PI * s.diameterMm),
    crossingsMm: crossings * coilTurn(s.diameterMm, s.diameterMm),
    bailMm: s.bailTurns * loopLength(s.bailInsideMm, s.diameterMm),
  };
}
