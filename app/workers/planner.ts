import { wrap, type Remote } from 'comlink';
import type { Planner } from './planner.worker';

const start = (): Remote<Planner> =>
  wrap<Planner>(new Worker(new URL('./planner.worker.ts', import.meta.url), { type: 'module' }));

let remote: Remote<Planner> | null = null;
let beside: Remote<Planner> | null = null;
let slow: Remote<Planner> | null = null;

/** The planner, in its own thread. The page never computes a plan itself. */
export const planner = (): Remote<Planner> => (remote ??= start());

/** A second planner for what may take a while, so that the plan on screen never waits for it. */
export const besidePlanner = (): Remote<Planner> => (beside ??= start());

/** A third one for trials that take seconds: nothing on screen waits for them. */
export const slowPlanner = (): Remote<Planner> => (slow ??= start());
