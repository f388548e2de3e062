import { temporal, type TemporalState } from 'zundo';
import { createStore, type StoreApi } from 'zustand';
import { whyNotKept, withNamedWires, type Piece } from '@core/piece';
import { later } from '~/storage/later';

export interface PieceState {
  readonly piece: Piece;
  /** The piece as it would be while something is dragged; not stored and not in the history. */
  readonly draft: Piece | null;
  /** Makes a change that can be undone. `changed` is stamped here. */
  readonly edit: (change: (piece: Piece) => Piece) => void;
  readonly preview: (change: (piece: Piece) => Piece) => void;
  /** Makes the previewed change, as one step, or drops it. */
  readonly settle: (keep: boolean) => void;
  /** Shows a state that was stored elsewhere; one undo goes back to what was here. */
  readonly take: (piece: Piece) => void;
}

type Kept = Pick<PieceState, 'piece'>;
export type PieceStore = StoreApi<PieceState> & { temporal: StoreApi<TemporalState<Kept>> };

/**
 * The open piece with its history. One store for each opened piece. A change that could not be kept, and
 * so not be opened again, is not made.
 * @param refuse is told why, as a part of a sentence
 */
export function createPieceStore(
  piece: Piece,
  refuse: (why: string) => void = () => undefined,
): PieceStore {
  return createStore<PieceState>()(
    temporal(
      (set, get) => ({
        piece,
        draft: null,
        edit: (change) => {
          const now = get().piece;
          const next = withNamedWires(change(now));
          if (next === now) return;
          const why = whyNotKept(next);
          if (why) {
            set({ draft: null });
            refuse(why);
          } else set({ piece: { ...next, changed: later(now.changed) }, draft: null });
        },
        preview: (change) => set({ draft: withNamedWires(change(get().piece)) }),
        settle: (keep) => {
          const { draft, edit } = get();
          if (keep && draft) edit(() => draft);
          else set({ draft: null });
        },
        take: (taken) => set({ piece: taken, draft: null }),
      }),
      {
        limit: 300,
        partialize: (state): Kept => ({ piece: state.piece }),
        equality: (a, b) => a.piece === b.piece,
      },
    ),
  );
}

/** Changes the piece as part of the step made last, so that one undo takes back both. */
export function amend(store: PieceStore, change: (piece: Piece) => Piece): void {
  const { pause, resume } = store.temporal.getState();
  pause();
  store.getState().edit(change);
  resume();
}
