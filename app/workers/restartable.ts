import { wrap, type Remote } from 'comlink';

/** The work was stopped: what was asked for has no answer. */
export class Stopped extends Error {
  override readonly name = 'Stopped';
}

/** A worker that can be stopped whatever it is doing, and begins anew with the next question. */
export interface Restartable<T> {
  /** asks the worker; what is in work when it is stopped fails with `Stopped` */
  readonly ask: Remote<T>;
  readonly stop: () => void;
}

interface Running<T> {
  readonly worker: Worker;
  readonly remote: Remote<T>;
  /** fails once the worker has ended */
  readonly ended: Promise<never>;
  readonly end: (why: Error) => void;
}

/**
 * @param start makes the worker
 * @param hears what the worker says by itself, between its answers and in order with them
 */
export function restartable<T>(
  start: () => Worker,
  hears: (message: unknown) => void = () => undefined,
): Restartable<T> {
  let running: Running<T> | null = null;

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

  type Ask = (...args: unknown[]) => Promise<unknown>;
  const ask = new Proxy(
    {},
    {
      get: (_, method): Ask | undefined => {
        // So that nobody takes it for a promise.
        if (method === 'then') return undefined;
        return (...args) => {
          const now = (running ??= begin());
          const call = (now.remote as Record<string | symbol, Ask>)[method]!;
          return Promise.race([call(...args), now.ended]);
        };
      },
    },
  ) as Remote<T>;

  return { ask, stop: () => running?.end(new Stopped('The work was stopped.')) };
}
