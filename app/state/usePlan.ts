import { useEffect, useRef, useState } from 'react';
import type { Piece } from '@core/piece';
import type { Dressing } from '@core/dressing';
import type { Bench, Plan } from '@core/plan';
import { planner } from '~/workers/planner';

export interface PlanState {
  readonly plan: Plan | null;
  readonly dressing: Dressing | null;
  /** the piece that the plan belongs to; the newest piece may be ahead of it while planning */
  readonly planned: Piece | null;
  readonly busy: boolean;
  readonly error: string | null;
}

interface Wish {
  readonly piece: Piece;
  readonly bench: Bench;
}

const IDLE: PlanState = {
  plan: null,
  dressing: null,
  planned: null,
  busy: true,
  error: null,
};

/** The plan of a piece, computed in the worker; while one runs only the newest wish is kept. */
export function usePlan(piece: Piece, bench: Bench): PlanState {
  const [state, setState] = useState<PlanState>(IDLE);
  const wanted = useRef<Wish>({ piece, bench });
  const running = useRef(false);
  useEffect(() => {
    wanted.current = { piece, bench };
    if (running.current) return;
    running.current = true;
    void (async () => {
      let done: Wish | null = null;
      while (done !== wanted.current) {
        const next: Wish = wanted.current;
        done = next;
        try {
          const { plan, dressing } = await planner().dressed(next.piece, next.bench);
          setState({
            plan,
            dressing,
            planned: next.piece,
            busy: next !== wanted.current,
            error: null,
          });
        } catch {
          const error =
            'This figure could not be planned. It is kept as it is; undo the last change to go on.';
          setState((s) => ({ ...s, busy: false, error }));
        }
      }
      running.current = false;
    })();
  }, [piece, bench]);
  return state;
}
