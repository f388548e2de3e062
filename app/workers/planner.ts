import type { Remote } from 'comlink';
import type { Progress } from '@core/plan';
import { fileLimit, planLimit } from './limits';
import type { Planner } from './planner.worker';
import { restartable } from './restartable';

const start = (): Worker =>
  new Worker(new URL('./planner.worker.ts', import.meta.url), { type: 'module' });

/** What a planner says while it works. */
export interface ProgressOf {
  readonly pieceId: string;
  readonly progress: Progress;
}

const listeners = new Set<(news: ProgressOf) => void>();

/** Pictures are planned by the worker that plans what is opened next: it has everything at hand by then. */
const first = restartable<Planner>(
  start,
  planLimit,
  (message) => {
    const news = message as Partial<ProgressOf> | null;
    if (news?.progress) listeners.forEach((listen) => listen(news as ProgressOf));
  },
  (method) => method === 'picture',
);
const second = restartable<Planner>(start, planLimit);
const third = restartable<Planner>(start, planLimit);
const files = restartable<Planner>(start, fileLimit);

/** The planner of the open piece, in its own thread. The page never computes a plan itself. */
export const planner = (): Remote<Planner> => first.ask;

/** A second planner for what may take a while, so that the plan on screen never waits for it. */
export const besidePlanner = (): Remote<Planner> => second.ask;

/** A third one for trials that take seconds: nothing on screen waits for them. */
export const slowPlanner = (): Remote<Planner> => third.ask;

/** One that reads files and draws words and motifs: what hangs there holds nothing else up. */
export const filePlanner = (): Remote<Planner> => files.ask;

/** Ends whatever is being tried. */
export const stopTrials = (): void => third.stop();

/** Ends whatever the planner is doing; the next question finds a new one. */
export const stopPlanning = (): void => first.stop();

/** Hears how far the planner has come, until it is called off. */
export function onProgress(listen: (news: ProgressOf) => void): () => void {
  listeners.add(listen);
  return () => listeners.delete(listen);
}
