import { useEffect, useRef, useState } from 'react';
import { report } from '~/storage/report';

/** Keeps the screen awake while it is shown. @returns whether it does */
export function useWakeLock(): boolean {
  const [awake, setAwake] = useState(false);
  useEffect(() => {
    let lock: WakeLockSentinel | null = null;
    let left = false;
    const ask = (): void => {
      if (document.visibilityState !== 'visible' || !('wakeLock' in navigator)) return;
      navigator.wakeLock
        .request('screen')
        .then((got) => {
          lock = got;
          if (left) void got.release();
          else setAwake(true);
          got.addEventListener('release', () => setAwake(false));
        })
        // Refused, such as on a low battery: the screen may go dark, the work stays.
        .catch(() => setAwake(false));
    };
    ask();
    document.addEventListener('visibilitychange', ask);
    return () => {
      left = true;
      document.removeEventListener('visibilitychange', ask);
      void lock?.release();
    };
  }, []);
  return awake;
}

/** Whether this tab is the one, of all that are open, that has something to itself. */
export function useOnlyTab(name: string): boolean {
  const [mine, setMine] = useState(() => !('locks' in navigator));
  useEffect(() => {
    if (!('locks' in navigator)) return;
    const left = new AbortController();
    let release: () => void = () => undefined;
    navigator.locks
      .request(`hush-road ${name}`, { signal: left.signal }, () => {
        setMine(true);
        return new Promise<void>((done) => (release = done));
      })
      // Left before it was this tab's turn.
      .catch((error: unknown) => {
        if (!left.signal.aborted) report(error, name);
      });
    return () => {
      left.abort();
      release();
      setMine(false);
    };
  }, [name]);
  return mine;
}

/**
 * Time at the bench, pauses left out; while the page is hidden it stands still.
 * @param add takes what passed since the last call, ms
 */
export function useTimer(running: boolean, add: (ms: number) => void): void {
  const last = useRef<number | null>(null);
  const give = useRef(add);
  useEffect(() => {
    give.current = add;
  }, [add]);
  useEffect(() => {
    if (!running) return;
    last.current = performance.now();
    const tick = (): void => {
      const now = performance.now();
      const passed = now - (last.current ?? now);
      last.current = now;
      // A machine that slept does not count as work.
      if (document.visibilityState === 'visible' && passed < 10_000) give.current(passed);
    };
    const timer = setInterval(tick, 1000);
    return () => clearInterval(timer);
  }, [running]);
}

/** Whether all of this version's files are kept in the browser, so that it works without a connection. */
export function useOffline(): boolean {
  const [ready, setReady] = useState(false);
  useEffect(() => {
    if (!('serviceWorker' in navigator)) return;
    let gone = false;
    void navigator.serviceWorker.ready.then(() => {
      if (!gone) setReady(true);
    });
    return () => {
      gone = true;
    };
  }, []);
  return ready;
}
