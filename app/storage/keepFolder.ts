import { onStored } from './announce';
import { report } from './report';

/** After a change the folder is brought up to date within this, ms. */
const REST_MS = 10_000;

/** Brings the folder up to date a while after each change, in one tab; returns how to stop. */
export function keepFolder(): () => void {
  let timer: ReturnType<typeof setTimeout> | null = null;
  const write = (): void => {
    timer = null;
    navigator.locks
      .request('hush-road folder', { ifAvailable: true }, async (mine) => {
        // Loaded only where there is something to write.
        if (mine) await (await import('./folder')).writeFolder();
      })
      .catch((error: unknown) => report(error, 'the folder'));
  };
  const deaf = onStored(() => {
    timer ??= setTimeout(write, REST_MS);
  });
  return () => {
    deaf();
    if (timer) clearTimeout(timer);
  };
}
