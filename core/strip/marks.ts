import type { BendKind, Strip, StripPiece } from './bendChain';

/** One bend of a strip with the positions a maker marks. All in mm on the straight blank. */
export interface Mark {
  readonly kind: BendKind;
  readonly angleRad: number;
  readonly insideRadiusMm: number;
  readonly startMm: number;
  readonly middleMm: number;
  readonly endMm: number;
  /** where the jaw or the tool grips: the start of a corner or fold, the middle of a curve */
  readonly gripMm: number;
  /** the bend's middle from the middle of the blank, signed */
  readonly fromMiddleMm: number;
  /** the bend's middle from the middle of the bend before; from the blank's start for the first */
  readonly stepMm: number;
}

export const isBend = (piece: StripPiece): boolean => piece.kind !== 'run';

/** The bends of a strip in order. */
export function marksOf(strip: Strip): Mark[] {
  let previous = 0;
  return strip.pieces.flatMap((piece): Mark[] => {
    if (piece.kind === 'run') return [];
    const startMm = piece.startMm;
    const middleMm = startMm + piece.lengthMm / 2;
    const stepMm = middleMm - previous;
    previous = middleMm;
    return [
      {
        kind: piece.kind,
        angleRad: piece.angleRad,
        insideRadiusMm: piece.insideRadiusMm,
        startMm,
        middleMm,
        endMm: startMm + piece.lengthMm,
        gripMm: piece.kind === 'curve' ? middleMm : startMm,
        fromMiddleMm: middleMm - strip.developedMm / 2,
        stepMm,
      },
    ];
  });
}
