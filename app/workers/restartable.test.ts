import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { restartable, Stopped, TookTooLong } from './restartable';

/** Workers that answer "hang" never, "fail" with an error and all else with its name. */
const made: { ended: boolean }[] = [];

vi.mock('comlink', () => ({
  wrap: () =>
    new Proxy(
      {},
      {
        get: (_, method: string) => () =>
          method === 'hang'
            ? new Promise(() => undefined)
            : method === 'fail'
              ? Promise.reject(new Error('broken'))
              : Promise.resolve(method),
      },
    ),
}));

interface Asked {
  readonly hang: () => string;
  readonly fail: () => string;
  readonly add: () => string;
}

const start = (): Worker => {
  const worker = {
    ended: false,
    terminate: () => (worker.ended = true),
    addEventListener: vi.fn(),
  };
  made.push(worker);
  return worker as unknown as Worker;
};

beforeEach(() => {
  vi.useFakeTimers();
  made.length = 0;
});
afterEach(() => vi.useRealTimers());

describe('a worker with a limit', () => {
  it('ends a question without an end, and those that wait go to a new one', async () => {
    const { ask } = restartable<Asked>(start, (method) => (method === 'hang' ? 5_000 : 1_000));
    const stuck = expect(ask.hang()).rejects.toBeInstanceOf(TookTooLong);
    const next = ask.add();
    await vi.advanceTimersByTimeAsync(4_900);
    expect(made.map((w) => w.ended)).toEqual([false]);
    await vi.advanceTimersByTimeAsync(200);
    await stuck;
    expect(await next).toBe('add');
    expect(made.map((w) => w.ended)).toEqual([true, false]);
  });

  it('a question that fails takes no other with it, and needs no new worker', async () => {
    const { ask } = restartable<Asked>(start, () => 1_000);
    const [bad, good] = [ask.fail(), ask.add()];
    await expect(bad).rejects.toThrow('broken');
    expect(await good).toBe('add');
    expect(made).toHaveLength(1);
  });

  it('the limit is of the work, not of the waiting', async () => {
    const { ask } = restartable<Asked>(start, () => 1_000);
    const stuck = [ask.hang(), ask.hang(), ask.hang()].map((p) =>
      expect(p).rejects.toBeInstanceOf(TookTooLong),
    );
    const last = ask.add();
    await vi.advanceTimersByTimeAsync(3_100);
    await Promise.all(stuck);
    expect(await last).toBe('add');
    expect(made).toHaveLength(4);
  });

  it('stopped, all that was asked has no answer; the next question has', async () => {
    const { ask, stop } = restartable<Asked>(start, () => 1_000);
    const all = [ask.hang(), ask.add()].map((p) => expect(p).rejects.toBeInstanceOf(Stopped));
    await vi.advanceTimersByTimeAsync(10);
    stop();
    await Promise.all(all);
    expect(await ask.add()).toBe('add');
  });

  it('what gives way goes on for a moment, then makes room for what waits', async () => {
    const { ask } = restartable<Asked>(
      start,
      () => 60_000,
      undefined,
      (method) => method === 'hang',
    );
    const [picture, later] = [ask.hang(), ask.hang()].map((p) =>
      expect(p).rejects.toBeInstanceOf(Stopped),
    );
    const opened = ask.add();
    await vi.advanceTimersByTimeAsync(300);
    expect(made.map((w) => w.ended)).toEqual([false]);
    await vi.advanceTimersByTimeAsync(200);
    await picture;
    // It came before the picture that was asked for earlier, in a worker of its own.
    expect(await opened).toBe('add');
    expect(made.map((w) => w.ended)).toEqual([true, false]);
    const next = ask.add();
    await vi.advanceTimersByTimeAsync(500);
    await later;
    expect(await next).toBe('add');
  });

  it('nothing else is ended for what waits', async () => {
    const { ask } = restartable<Asked>(
      start,
      () => 1_000,
      undefined,
      (method) => method === 'add',
    );
    const stuck = expect(ask.hang()).rejects.toBeInstanceOf(TookTooLong);
    const next = ask.add();
    await vi.advanceTimersByTimeAsync(900);
    expect(made.map((w) => w.ended)).toEqual([false]);
    await vi.advanceTimersByTimeAsync(200);
    await stuck;
    expect(await next).toBe('add');
  });
});
