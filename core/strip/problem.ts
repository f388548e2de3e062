/** Something about a strip that hands cannot do as drawn. Positions are mm from the strip's start. */
export interface StripProblem {
  readonly kind: 'no-room' | 'too-tight' | 'offset-lost';
  readonly atMm: number;
  /** what there is and what it takes, mm */
  readonly haveMm: number;
  readonly needMm: number;
}
