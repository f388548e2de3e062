import { useCallback, useEffect, useRef, useState } from 'react';

/** Where a rehearsal stands: whole steps done, and how far the next one has come. */
export interface Rehearsal {
  /** steps done, with the share of the one under way; 0 is the straight blank */
  readonly at: number;
  readonly playing: boolean;
  readonly speed: number;
  readonly setSpeed: (speed: number) => void;
  readonly play: () => void;
  readonly pause: () => void;
  /** goes on or back by so many steps, forming the wire on the way */
  readonly step: (by: number) => void;
  /** goes there at once */
  readonly jump: (step: number) => void;
}

/** Steps a second at speed 1. */
const PACE = 0.8;
/** A single step that is asked for never takes longer than this, s. */
const PROMPT_S = 0.7;

const isStill = (): boolean => window.matchMedia('(prefers-reduced-motion: reduce)').matches;

/** Runs through `last` steps at the display's rate. */
export function useRehearsal(last: number): Rehearsal {
  const [at, setAt] = useState(0);
  const [speed, setSpeed] = useState(1);
  const [playing, setPlaying] = useState(false);
  const now = useRef(0);
  const goal = useRef(0);
  const frame = useRef<number | null>(null);
  const pace = useRef(PACE);

  const stop = useCallback(() => {
    if (frame.current !== null) cancelAnimationFrame(frame.current);
    frame.current = null;
  }, []);

  const run = useCallback(() => {
    if (frame.current !== null) return;
    let before: number | null = null;
    const tick = (time: number): void => {
      const passed = before === null ? 0 : Math.min(0.1, (time - before) / 1000);
      before = time;
      const left = goal.current - now.current;
      const by = Math.min(Math.abs(left), passed * pace.current);
      now.current += Math.sign(left) * by;
      setAt(now.current);
      if (Math.abs(goal.current - now.current) < 1e-6) {
        now.current = goal.current;
        setAt(now.current);
        frame.current = null;
        setPlaying(false);
        return;
      }
      frame.current = requestAnimationFrame(tick);
    };
    frame.current = requestAnimationFrame(tick);
  }, []);

  useEffect(() => stop, [stop]);

  const jump = useCallback(
    (step: number) => {
      stop();
      setPlaying(false);
      now.current = goal.current = Math.min(last, Math.max(0, step));
      setAt(now.current);
    },
    [last, stop],
  );
  const step = useCallback(
    (by: number) => {
      const from = by > 0 ? Math.floor(goal.current + 1e-6) : Math.ceil(goal.current - 1e-6);
      const to = Math.min(last, Math.max(0, from + by));
      if (isStill()) {
        jump(to);
        return;
      }
      goal.current = to;
      setPlaying(false);
      pace.current = Math.max(PACE * speed, Math.abs(to - now.current) / PROMPT_S);
      run();
    },
    [last, speed, run, jump],
  );
  const play = useCallback(() => {
    if (now.current >= last) now.current = 0;
    goal.current = last;
    pace.current = PACE * speed;
    setPlaying(true);
    run();
  }, [last, speed, run]);
  const pause = useCallback(() => {
    stop();
    goal.current = now.current;
    setPlaying(false);
  }, [stop]);
  const faster = useCallback((next: number) => {
    setSpeed(next);
    pace.current = PACE * next;
  }, []);
  return { at: Math.min(at, last), playing, speed, setSpeed: faster, play, pause, step, jump };
}
