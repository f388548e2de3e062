import { useCallback, useEffect, useRef, useState } from 'react';
import { useWorkbench } from '~/state/workbench';

/** A bead runs this fast along the wire, but no wire takes longer than the other bound. */
const MM_PER_SECOND = 30;
const LONGEST_S = 12;

/** Runs a point along all wires, one after the other, on figure and strip alike. */
export function usePlay(): { playing: boolean; toggle: () => void } {
  const { pointer, planState } = useWorkbench();
  const [playing, setPlaying] = useState(false);
  const frame = useRef(0);
  const plan = planState.plan;

  const stop = useCallback(() => {
    cancelAnimationFrame(frame.current);
    frame.current = 0;
    setPlaying(false);
    pointer.getState().point({ atMm: null, bend: null });
  }, [pointer]);

  // Another screen, or a changed plan with other wires: the run ends.
  useEffect(
    () => () => {
      if (frame.current === 0) return;
      stop();
    },
    [plan, stop],
  );

  const toggle = (): void => {
    if (playing) {
      stop();
      return;
    }
    if (!plan || plan.wires.length === 0) return;
    const total = plan.wires.reduce((sum, w) => sum + w.cutMm - w.reserveMm, 0);
    const speed = Math.max(MM_PER_SECOND, total / LONGEST_S);
    let started: number | null = null;
    const step = (now: number): void => {
      started ??= now;
      let at = ((now - started) / 1000) * speed;
      for (const [wire, w] of plan.wires.entries()) {
        const length = w.cutMm - w.reserveMm;
        if (at <= length) {
          pointer.getState().point({ wire, atMm: at, bend: null });
          frame.current = requestAnimationFrame(step);
          return;
        }
        at -= length;
      }
      stop();
    };
    setPlaying(true);
    frame.current = requestAnimationFrame(step);
  };
  return { playing, toggle };
}
