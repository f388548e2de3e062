import { startTransition, useEffect, useState } from 'react';
import { report } from '~/storage/report';
import { Stopped } from '~/workers/restartable';
import { STALE_MS } from './usePlan';

export interface Answered<T> {
  readonly value: T | null;
  readonly failed: boolean;
  /** whether the value belongs to the question of now, not to the one before */
  readonly isNow: boolean;
}

interface Held<Q, T> {
  readonly question: Q | null;
  readonly value: T | null;
  readonly failed: boolean;
}

const NOTHING = { question: null, value: null, failed: false } as const;

/**
 * What a worker answers to a question. The answer to the question before stays for a moment, so that
 * nothing flickers, but never longer: what belongs to an older state is not shown as if it were of now.
 * @param question the same object for as long as the answer is the same; null asks nothing
 * @param ask one and the same function each time
 * @param where named when it fails
 * @param longToDraw it is drawn bit by bit, so that the page stays free
 */
export function useAnswer<Q extends object, T>(
  question: Q | null,
  ask: (question: Q) => Promise<T>,
  where: string,
  longToDraw = false,
): Answered<T> {
  const [held, setHeld] = useState<Held<Q, T>>(NOTHING);
  useEffect(() => {
    let current = true;
    const late = setTimeout(() => setHeld(NOTHING), STALE_MS);
    if (question) {
      ask(question)
        .then((value) => {
          if (!current) return;
          const show = (): void => setHeld({ question, value, failed: false });
          if (longToDraw) startTransition(show);
          else show();
        })
        .catch((error: unknown) => {
          if (!current) return;
          if (!(error instanceof Stopped)) report(error, where);
          setHeld({ question, value: null, failed: true });
        })
        .finally(() => {
          if (current) clearTimeout(late);
        });
    }
    return () => {
      current = false;
      clearTimeout(late);
    };
  }, [question, ask, where, longToDraw]);
  const { value, failed } = held;
  if (!question) return { value: null, failed: false, isNow: true };
  return { value, failed, isNow: held.question === question };
}
