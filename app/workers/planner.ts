import { wrap, type Remote } from 'comlink';
import type { Planner } from './planner.worker';

let remote: Remote<Planner> | null = null;

/** The planner, in its own thread. The page never computes a plan itself. */
export function planner(): Remote<Planner> {
  remote ??= wrap<Planner>(
    new Worker(new URL('./planner.worker.ts', import.meta.url), { type: 'module' }),
  );
  return remote;
}
