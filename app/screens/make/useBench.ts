import { useEffect, useRef, useState } from 'react';

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

/** Keeps all of the page's files in the browser. @returns whether they are there */
export function useOffline(): boolean {
  const [ready, setReady] = useState(false);
  useEffect(() => {
    if (!import.meta.env.PROD || !('serviceWorker' in navigator)) return;
    let gone = false;
    void (async () => {
      const [registration, list] = await Promise.all([
        navigator.serviceWorker.register('/sw.js').then(() => navigator.serviceWorker.ready),
        fetch('/offline.json').then((r) => r.json() as Promise<string[]>),
      ]);
      const channel = new MessageChannel();
      channel.port1.onmessage = (event: MessageEvent<boolean>) => {
        if (!gone) setReady(event.data);
      };
      const files = [...list, '/favicon.svg'];
      registration.active?.postMessage({ page: location.pathname, files }, [channel.port2]);
    })().catch(() => undefined);
    return () => {
      gone = true;
    };
  }, []);
  return ready;
}
