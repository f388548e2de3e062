import { useEffect } from 'react';
import { keepEarlier } from '~/storage/earlier';
import { PIECE_RECORDS, savePiece } from '~/storage/pieces';
import type { PieceStore } from './pieceStore';
import { useKeeper, type Kept } from './useKeeper';
import type { Piece } from '@core/piece';

/** Keeps the open piece in the browser as it changes, and takes over what another tab stores. */
export function useAutosave(store: PieceStore): Omit<Kept<Piece>, 'change'> {
  const { piece } = store.getState();
  const { change, ...kept } = useKeeper<Piece>(
    piece,
    {
      kind: PIECE_RECORDS,
      key: piece.id,
      save: savePiece,
      putBy: (given) => keepEarlier(piece.id, given, true),
      onTaken: (taken) => store.getState().take(taken),
    },
    `/piece/${piece.id}`,
  );
  useEffect(() => {
    let last = store.getState().piece;
    return store.subscribe((now) => {
      if (now.piece === last) return;
      last = now.piece;
      change(now.piece);
    });
  }, [store, change]);
  return kept;
}
