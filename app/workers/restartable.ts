import { wrap, type Remote } from 'comlink';

/** The work was stopped: what was asked for has no answer. */
export class Stopped extends Error {
  override readonly name = 'Stopped';
}

/** The work took longer than it may, and was ended. */
export class TookTooLong extends Error {
  override readonly name = 'TookTooLong';
}

/** A worker that can be stopped whatever it is doing, and begins anew with the next question. */
export interface Restartable<T> {
  /** asks the worker, one question after the other; what is stopped fails with `Stopped` */
  readonly ask: Remote<T>;
  /** ends the question in work and all that wait */
  readonly stop: () => void;
}

/** How long a question may take, ms, by its name and what it is about. */
export type LimitOf = (method: string, args: readonly unknown[]) => number;

/** Work that gives way is ended for other work that has waited so long for it, ms. */
const PATIENCE_MS = 400;

interface Running<T> {
  readonly worker: Worker;
  readonly remote: Remote<T>;
  /** fails once the worker has ended */
  readonly ended: Promise<never>;
  readonly end: (why: Error) => void;
}

interface Job {
  readonly method: string;
  readonly args: readonly unknown[];
  readonly answer: (value: unknown) => void;
  readonly fail: (why: unknown) => void;
  readonly givesWay: boolean;
}

/**
 * @param start makes the worker
 * @param limitOf a question that takes longer is ended, and the worker replaced; those that wait go on
 * @param hears what the worker says by itself, between its answers and in order with them
 * @param givesWay questions that are ended where another kind waits for them
 */
export function restartable<T>(
  start: () => Worker,
  limitOf: LimitOf,
  hears: (message: unknown) => void = () => undefined,
  givesWay: (method: string) => boolean = () => false,
): Restartable<T> {
  let running: Running<T> | null = null;
  let waiting: Job[] = [];
  let busy = false;
  /** the question in work */
  let doing: Job | null = null;

  const begin = (): Running<T> => {
    const worker = start();
    let fail: (why: Error) => void = () => undefined;
    const ended = new Promise<never>((_, reject) => (fail = reject));
    // Nobody may be waiting when it ends.
    ended.catch(() => undefined);
    const now: Running<T> = {
      worker,
      remote: wrap<T>(worker),
      ended,
      end: (why) => {
        worker.terminate();
        if (running === now) running = null;
        fail(why);
      },
    };
    worker.addEventListener('message', (event: MessageEvent<unknown>) => hears(event.data));
    worker.addEventListener('error', (event) => now.end(new Error(event.message)));
    return now;
  };

  type Ask = (...args: readonly unknown[]) => Promise<unknown>;

  /** Works off what waits: one question at a time, so that one that is ended takes no other with it. */
  const work = async (): Promise<void> => {
    if (busy) return;
    busy = true;
    for (let job = waiting.shift(); job; job = waiting.shift()) {
      const now = (running ??= begin());
      doing = job;
      const most = limitOf(job.method, job.args);
      const late = setTimeout(
        () => now.end(new TookTooLong(`It took longer than ${Math.round(most / 1000)} s.`)),
        most,
      );
      try {
        const call = (now.remote as Record<string, Ask>)[job.method]!;
        job.answer(await Promise.race([call(...job.args), now.ended]));
      } catch (error) {
        job.fail(error);
      } finally {
        clearTimeout(late);
        doing = null;
      }
    }
    busy = false;
  };

  /** What gives way has a moment to come to its end, for a worker that goes on is quicker than a new one. */
  const hurry = (job: Job): void => {
    const before = doing;
    if (!before?.givesWay || job.givesWay) return;
    setTimeout(() => {
      if (doing === before) running?.end(new Stopped('Other work was waiting.'));
    }, PATIENCE_MS);
  };

  const ask = new Proxy(
    {},
    {
      get: (_, method): Ask | undefined => {
        // So that nobody takes it for a promise.
        if (method === 'then' || typeof method === 'symbol') return undefined;
        return (...args) =>
          new Promise((answer, fail) => {
            const job: Job = { method, args, answer, fail, givesWay: givesWay(method) };
            if (job.givesWay) waiting.push(job);
            else waiting.splice(waiting.filter((w) => !w.givesWay).length, 0, job);
            void work();
            hurry(job);
          });
      },
    },
  ) as Remote<T>;

  const stop = (): void => {
    const why = new Stopped('The work was stopped.');
    const left = waiting;
    waiting = [];
    for (const job of left) job.fail(why);
    running?.end(why);
  };
  return { ask, stop };
}
