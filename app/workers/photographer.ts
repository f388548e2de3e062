import type { Remote } from 'comlink';
import { traceLimit } from './limits';
import type { Photographer } from './photographer.worker';
import { restartable } from './restartable';

/** Judges and takes photographs of made pieces in a thread of its own; stopping it ends that. */
export function startPhotographer(): {
  readonly remote: Remote<Photographer>;
  readonly stop: () => void;
} {
  const { ask, stop } = restartable<Photographer>(
    () => new Worker(new URL('./photographer.worker.ts', import.meta.url), { type: 'module' }),
    traceLimit,
  );
  return { remote: ask, stop };
}
