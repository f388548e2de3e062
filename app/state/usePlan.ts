import { startTransition, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { Piece } from '@core/piece';
import type { Dressing } from '@core/dressing';
import type { Bench, Plan, Progress } from '@core/plan';
import { onProgress, planner, stopPlanning } from '~/workers/planner';
import { report } from '~/storage/report';
import { Stopped, TookTooLong } from '~/workers/restartable';
import { cardPlan } from './cardPlans';
import { newState, remember, remembered, type Current } from './current';

export interface PlanState {
  /** the state of the piece that is shown, planned */
  readonly current: Current | null;
  /**
   * what was planned last: fields hang on it, so that what is being typed into them is not lost while a plan
   * takes its time; its numbers are not shown when it is not the current one
   */
  readonly known: Current | null;
  readonly plan: Plan | null;
  readonly dressing: Dressing | null;
  /** the piece that the plan belongs to; the newest piece may be ahead of it while planning */
  readonly planned: Piece | null;
  readonly busy: boolean;
  /** why there is no plan: numbers of an older one are not shown in its place */
  readonly error: string | null;
  /** the plan in work takes its time; how far it has come, where that is known */
  readonly slow: boolean;
  readonly progress: Progress | null;
  readonly stop: () => void;
  readonly again: () => void;
}

interface Wish {
  readonly piece: Piece;
  readonly bench: Bench;
}

type Found = Pick<PlanState, 'current' | 'known' | 'busy' | 'error'>;

/** A plan that is there sooner than this says nothing of its work, ms. */
const QUIET_MS = 600;
/**
 * One that takes longer than this takes the numbers of before from the screen, ms: they are of another
 * piece than the one that is drawn.
 */
export const STALE_MS = 1_500;

const STOPPED =
  'Planning was stopped. The figure is kept as it is: change it, or let it be planned again.';
const FAILED =
  'This figure could not be planned. It is kept as it is; undo the last change to go on.';

const TOO_LONG =
  'This figure takes too long to plan, and planning was ended. It is kept as it is, and all other pieces go on. Follow it less closely, take out points or split it into several pieces; or let it be planned again.';

function whyNone(error: unknown): string {
  if (error instanceof Stopped) return STOPPED;
  report(error, 'planning');
  return error instanceof TookTooLong ? TOO_LONG : FAILED;
}

/**
 * The plan that the list made of a piece that is opened now. Never of a later state: one that is only tried
 * while something is dragged has the time of the last change still.
 */
function openedPlan({ piece, bench }: Wish): Current | null {
  const card = cardPlan(piece, bench);
  return card && remember(newState(piece), piece, bench, card);
}

/**
 * The plan of a piece, computed in the worker; while one runs only the newest wish is kept.
 * @param dragged what is dragged is followed at once; else screens take a new plan bit by bit, and block nothing
 */
export function usePlan(piece: Piece, bench: Bench, dragged: boolean): PlanState {
  const [state, setState] = useState<Found>(() => {
    const current = openedPlan({ piece, bench });
    return { current, known: current, busy: current === null, error: null };
  });
  const [progress, setProgress] = useState<Progress | null>(null);
  const [slow, setSlow] = useState(false);
  const wanted = useRef<Wish>({ piece, bench });
  const isDragged = useRef(dragged);
  const running = useRef(false);

  const run = useCallback(async (): Promise<void> => {
    if (running.current) return;
    running.current = true;
    let done: Wish | null = null;
    while (done !== wanted.current) {
      const next: Wish = wanted.current;
      done = next;
      const known = remembered(next.piece, next.bench);
      if (known) {
        setState({ current: known, known, busy: next !== wanted.current, error: null });
        continue;
      }
      let told = false;
      const off = onProgress((news) => {
        // What is there soon says nothing of its work.
        if (told && news.pieceId === next.piece.id) setProgress(news.progress);
      });
      const late = setTimeout(() => {
        told = true;
        setSlow(true);
      }, QUIET_MS);
      const stale = setTimeout(
        () => setState((s) => ({ ...s, current: null, busy: true })),
        STALE_MS,
      );
      try {
        const name = newState(next.piece);
        const made = await planner().begin(name, next.piece, next.bench);
        const current = remember(name, next.piece, next.bench, made);
        const show = (): void =>
          setState({ current, known: current, busy: next !== wanted.current, error: null });
        if (isDragged.current) show();
        else startTransition(show);
      } catch (error) {
        setState({ current: null, known: null, busy: false, error: whyNone(error) });
      }
      off();
      clearTimeout(late);
      clearTimeout(stale);
      setSlow(false);
      setProgress(null);
    }
    running.current = false;
  }, []);

  useEffect(() => {
    wanted.current = { piece, bench };
    isDragged.current = dragged;
    void run();
  }, [piece, bench, dragged, run]);

  const again = useCallback(() => {
    setState((s) => ({ ...s, busy: true, error: null }));
    void run();
  }, [run]);
  // One object as long as nothing changed: all screens hang on it, also while something is dragged.
  return useMemo(() => {
    const { current } = state;
    return {
      ...state,
      plan: current?.plan ?? null,
      dressing: current?.dressing ?? null,
      planned: current?.piece ?? null,
      slow,
      progress,
      stop: stopPlanning,
      again,
    };
  }, [state, slow, progress, again]);
}
