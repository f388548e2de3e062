import { createContext, useContext, useDeferredValue, useMemo, useSyncExternalStore } from 'react';
import { useLocation } from 'react-router';
import { createStore, useStore, type StoreApi } from 'zustand';
import { dressPiece, type Dressing } from '@core/dressing';
import type { Settings, Toolbox } from '@core/file';
import type { Kit, TestCoil } from '@core/forming';
import type { OwnHand } from '@core/plan';
import { twinAxis, twinOf, type Piece } from '@core/piece';
import { mirrorPlan, type Plan } from '@core/plan';
import type { PieceStore } from './pieceStore';
import type { PlanState } from './usePlan';

/** What is pointed at: shared by figure, strip and table, so that they are one thing. */
export interface Pointer {
  /** index of the wire shown in the strip */
  readonly wire: number;
  /** bend under the pointer or focus */
  readonly bend: number | null;
  /** position along the strip, mm from the cut end */
  readonly atMm: number | null;
  /** the bend in work, until another is chosen */
  readonly chosen: number | null;
  /** whether bends, rehearsal and sheet show the mirrored twin */
  readonly twin: boolean;
  readonly point: (change: Partial<Omit<Pointer, 'point'>>) => void;
}

export const createPointer = (): StoreApi<Pointer> =>
  createStore<Pointer>()((set) => ({
    wire: 0,
    bend: null,
    atMm: null,
    chosen: null,
    twin: false,
    // A bend in work belongs to its wire.
    point: (change) =>
      set((now) =>
        change.wire === undefined || change.wire === now.wire
          ? change
          : { chosen: null, ...change },
      ),
  }));

export interface Tools {
  readonly kit: Kit;
  readonly coils: readonly TestCoil[];
  readonly own: OwnHand;
}

export interface Workbench {
  readonly store: PieceStore;
  readonly pointer: StoreApi<Pointer>;
  readonly settings: Settings;
  readonly toolbox: Toolbox;
  /** the kit this piece is planned for, and all test coils */
  readonly tools: Tools;
  readonly planState: PlanState;
}

export const WorkbenchContext = createContext<Workbench | null>(null);

/** The open piece's workbench; only inside the screens of a piece. */
export function useWorkbench(): Workbench {
  const bench = useContext(WorkbenchContext);
  if (!bench) throw new Error('There is no open piece here.');
  return bench;
}

/** Stages that can show the mirrored twin in the place of the piece. */
const HANDED_STAGE = /\/(bends|rehearse|sheet|make|make\/[^/]+)$/;

export interface Shown {
  readonly plan: Plan | null;
  readonly piece: Piece | null;
  readonly dressing: Dressing | null;
  readonly twin: boolean;
}

/** The plan on screen with the piece it belongs to: as drawn, or the mirrored twin. */
export function useShown(): Shown {
  const { planState } = useWorkbench();
  const { plan, planned, dressing } = planState;
  const wished = usePointer((p) => p.twin);
  const twin = HANDED_STAGE.test(useLocation().pathname) && wished;
  return useMemo(() => {
    if (!twin || !plan || !planned) return { plan, piece: planned, dressing, twin };
    const mirrored = mirrorPlan(plan, twinAxis(planned));
    const other = twinOf(planned);
    return { plan: mirrored, piece: other, dressing: dressPiece(other, mirrored), twin };
  }, [plan, planned, dressing, twin]);
}

export const usePiece = (): Piece => useStore(useWorkbench().store, (s) => s.piece);
/** The piece with what is being dragged just now. */
export const useShownPiece = (): Piece => useStore(useWorkbench().store, (s) => s.draft ?? s.piece);
/** Whether something is dragged, and until all that waited for its end has followed. */
export function useDragged(): boolean {
  const now = useStore(useWorkbench().store, (s) => s.draft !== null);
  const before = useDeferredValue(now);
  return now || before;
}
export const useEdit = (): ((change: (piece: Piece) => Piece) => void) =>
  useStore(useWorkbench().store, (s) => s.edit);
export const usePointer = <T>(select: (p: Pointer) => T): T =>
  useStore(useWorkbench().pointer, select);

/** Whether there is something to undo or redo. */
export function useHistory(): {
  canUndo: boolean;
  canRedo: boolean;
  undo: () => void;
  redo: () => void;
} {
  const { temporal } = useWorkbench().store;
  const past = useSyncExternalStore(
    temporal.subscribe,
    () => temporal.getState().pastStates.length,
    () => 0,
  );
  const future = useSyncExternalStore(
    temporal.subscribe,
    () => temporal.getState().futureStates.length,
    () => 0,
  );
  return {
    canUndo: past > 0,
    canRedo: future > 0,
    undo: () => temporal.getState().undo(),
    redo: () => temporal.getState().redo(),
  };
}
