import type { Remote } from 'comlink';
import { traceLimit } from './limits';
import { restartable } from './restartable';
import type { Tracer } from './tracer.worker';

/** A tracer in its own thread, and how to stop it whatever it is doing. */
export interface RunningTracer {
  readonly remote: Remote<Tracer>;
  readonly stop: () => void;
}

export function startTracer(): RunningTracer {
  const { ask, stop } = restartable<Tracer>(
    () => new Worker(new URL('./tracer.worker.ts', import.meta.url), { type: 'module' }),
    traceLimit,
  );
  return { remote: ask, stop };
}
