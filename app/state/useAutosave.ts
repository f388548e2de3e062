import { useCallback, useEffect, useRef, useState } from 'react';
import type { Piece } from '@core/piece';
import { onAnnouncement } from '~/storage/announce';
import { savePiece, storedChange } from '~/storage/pieces';
import type { PieceStore } from './pieceStore';

export type SaveState =
  | { readonly kind: 'saved' | 'saving' }
  | { readonly kind: 'failed'; readonly message: string }
  | { readonly kind: 'conflict' };

const DELAY_MS = 350;

/**
 * Keeps the open piece in the browser as it changes. When another tab stored the same piece, saving
 * stops until the maker says which one to keep.
 */
export function useAutosave(store: PieceStore): { state: SaveState; keepMine: () => void } {
  const [state, setState] = useState<SaveState>({ kind: 'saved' });
  const known = useRef<string>(store.getState().piece.changed);
  const latest = useRef<Piece>(store.getState().piece);
  const timer = useRef<ReturnType<typeof setTimeout> | null>(null);
  const conflict = useRef(false);

  const save = useCallback(async (force = false): Promise<void> => {
    if (timer.current) clearTimeout(timer.current);
    timer.current = null;
    const piece = latest.current;
    if (!force && conflict.current) return;
    if (!force && piece.changed === known.current) {
      // Undone and redone before it was kept: it is as it is kept already.
      setState((s) => (s.kind === 'saving' ? { kind: 'saved' } : s));
      return;
    }
    try {
      const stored = await storedChange(piece.id);
      if (!force && stored !== null && stored !== known.current) {
        conflict.current = true;
        setState({ kind: 'conflict' });
        return;
      }
      await savePiece(piece);
      known.current = piece.changed;
      conflict.current = false;
      setState({ kind: latest.current === piece ? 'saved' : 'saving' });
    } catch (error) {
      setState({ kind: 'failed', message: error instanceof Error ? error.message : String(error) });
    }
  }, []);

  useEffect(() => {
    known.current = store.getState().piece.changed;
    latest.current = store.getState().piece;
    const stop = store.subscribe(({ piece }) => {
      if (piece === latest.current) return;
      latest.current = piece;
      if (conflict.current) return;
      setState((s) => (s.kind === 'failed' ? s : { kind: 'saving' }));
      if (timer.current) clearTimeout(timer.current);
      timer.current = setTimeout(() => void save(), DELAY_MS);
    });
    const deaf = onAnnouncement((heard) => {
      if (heard.id !== latest.current.id || heard.changed === known.current) return;
      conflict.current = true;
      setState({ kind: 'conflict' });
    });
    const flush = (): void => void save();
    document.addEventListener('visibilitychange', flush);
    window.addEventListener('pagehide', flush);
    return () => {
      stop();
      deaf();
      document.removeEventListener('visibilitychange', flush);
      window.removeEventListener('pagehide', flush);
      void save();
    };
  }, [store, save]);

  return { state, keepMine: () => void save(true) };
}
