import { segmentLength } from '../geometry';
import type { Strip } from '../strip';

/** Why a developed length differs from the drawn one, mm. */
export interface Correction {
  readonly id: 'smoothing' | 'basis' | 'tips' | 'tools' | 'corners' | 'folds' | 'wishes' | 'beside';
  readonly mm: number;
}

/** What the corners and folds of a strip take less, or more, than the line of `chainMm` that they round. */
export function roundings(strip: Strip, chainMm: number): Correction[] {
  const folds = strip.pieces.reduce((sum, p) => {
    if (p.kind !== 'fold') return sum;
    return sum + p.lengthMm - p.shape.reduce((drawn, s) => drawn + segmentLength(s), 0);
  }, 0);
  return [
    { id: 'corners', mm: strip.developedMm - chainMm - folds },
    { id: 'folds', mm: folds },
  ];
}
