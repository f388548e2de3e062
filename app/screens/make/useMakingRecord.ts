import { useCallback, useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import type { MakingRecord } from '@core/making';
import { saveMaking } from '~/storage/makings';

const DELAY_MS = 300;

/** A making that is kept in the browser at each change; what is typed a moment after. */
export function useMakingRecord(first: MakingRecord): {
  making: MakingRecord;
  /** @param soon it is kept a moment later, with what follows at once, as while typing */
  change: (by: (making: MakingRecord) => MakingRecord, soon?: boolean) => void;
  /** keeps what was changed now */
  flush: () => Promise<void>;
} {
  const [making, setMaking] = useState(first);
  const latest = useRef(first);
  const timer = useRef<ReturnType<typeof setTimeout> | null>(null);
  const save = useCallback((): Promise<void> => {
    if (timer.current) clearTimeout(timer.current);
    timer.current = null;
    return saveMaking(latest.current).catch((error: unknown) => {
      toast.error(error instanceof Error ? error.message : 'The making was not kept.');
    });
  }, []);
  const change = useCallback(
    (by: (making: MakingRecord) => MakingRecord, soon = false): void => {
      latest.current = { ...by(latest.current), changed: new Date().toISOString() };
      setMaking(latest.current);
      if (!soon) {
        void save();
        return;
      }
      if (timer.current) clearTimeout(timer.current);
      timer.current = setTimeout(() => void save(), DELAY_MS);
    },
    [save],
  );
  useEffect(() => {
    const leave = (): void => {
      if (timer.current) void save();
    };
    window.addEventListener('pagehide', leave);
    return () => {
      window.removeEventListener('pagehide', leave);
      leave();
    };
  }, [save]);
  return { making, change, flush: save };
}
