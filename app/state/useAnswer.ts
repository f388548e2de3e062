import { useEffect, useState } from 'react';
import { report } from '~/storage/report';
import { Stopped } from '~/workers/restartable';
import { STALE_MS } from './usePlan';

export interface Answered<T> {
  readonly value: T | null;
  readonly failed: boolean;
}

/**
 * What a worker answers to a question. The answer to the question before stays for a moment, so that
 * nothing flickers, but never longer: what belongs to an older state is not shown as if it were of now.
 * @param question the same object for as long as the answer is the same; null asks nothing
 * @param ask one and the same function each time
 * @param where named when it fails
 */
export function useAnswer<Q extends object, T>(
  question: Q | null,
  ask: (question: Q) => Promise<T>,
  where: string,
): Answered<T> {
  const [state, setState] = useState<Answered<T>>({ value: null, failed: false });
  useEffect(() => {
    let current = true;
    const late = setTimeout(() => setState({ value: null, failed: false }), STALE_MS);
    if (question) {
      ask(question)
        .then((value) => current && setState({ value, failed: false }))
        .catch((error: unknown) => {
          if (!current) return;
          if (!(error instanceof Stopped)) report(error, where);
          setState({ value: null, failed: true });
        })
        .finally(() => {
          if (current) clearTimeout(late);
        });
    }
    return () => {
      current = false;
      clearTimeout(late);
    };
  }, [question, ask, where]);
  return state;
}
