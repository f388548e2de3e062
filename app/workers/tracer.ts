import { wrap, type Remote } from 'comlink';
import type { Tracer } from './tracer.worker';

/** A tracer in its own thread, and how to stop it whatever it is doing. */
export interface RunningTracer {
  readonly remote: Remote<Tracer>;
  readonly stop: () => void;
}

export function startTracer(): RunningTracer {
  const worker = new Worker(new URL('./tracer.worker.ts', import.meta.url), { type: 'module' });
  return { remote: wrap<Tracer>(worker), stop: () => worker.terminate() };
}
