import type { Remote } from 'comlink';
import type { Cutter } from './cutter.worker';
import { cutLimit } from './limits';
import { restartable } from './restartable';

const running = restartable<Cutter>(
  () => new Worker(new URL('./cutter.worker.ts', import.meta.url), { type: 'module' }),
  cutLimit,
);

/** Works out cut lists in its own thread. */
export const cutter = (): Remote<Cutter> => running.ask;
