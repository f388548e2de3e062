import { useState } from 'react';
import type { Piece } from '@core/piece';

const isOne = (a: Piece, b: Piece): boolean => a.id === b.id && a.changed === b.changed;

/**
 * Pieces as they were read last, those that have not changed as the same objects as before: what is planned and worked
 * out of them stays on screen when they are read again.
 */
export function useSamePieces(read: readonly Piece[]): readonly Piece[] {
  const [held, setHeld] = useState({ read, pieces: read });
  if (held.read === read) return held.pieces;
  const own = read.map((p) => held.pieces.find((h) => isOne(h, p)) ?? p);
  const isSame = own.length === held.pieces.length && own.every((p, i) => p === held.pieces[i]);
  const pieces = isSame ? held.pieces : own;
  setHeld({ read, pieces });
  return pieces;
}
