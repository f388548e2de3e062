import { createStore, type StoreApi } from 'zustand';

/** Where a rehearsal stands. Only what moves on screen listens to it, so a frame costs little. */
export interface Rehearsal {
  /** steps done, with the share of the one under way; 0 is the straight blank */
  readonly at: number;
  readonly last: number;
  readonly playing: boolean;
  readonly speed: number;
  readonly setSpeed: (speed: number) => void;
  readonly play: () => void;
  readonly pause: () => void;
  /** goes on or back by so many steps, forming the wire on the way */
  readonly step: (by: number) => void;
  /** goes there at once */
  readonly jump: (step: number) => void;
  /** another wire, or the same with more or fewer steps */
  readonly setLast: (last: number) => void;
}

/** Steps a second at speed 1. */
const PACE = 0.8;
/** A single step that is asked for never takes longer than this, s. */
const PROMPT_S = 0.7;
/** A frame that took longer than this is counted as this, s: nothing is jumped over. */
const LONGEST_S = 0.1;

/** Whether the maker wishes for screens that do not move. */
export const isStill = (): boolean => window.matchMedia('(prefers-reduced-motion: reduce)').matches;

/** The step that is shown in words: the one under way, else the one just done. */
export const shownStep = ({ at }: Rehearsal): number => Math.ceil(at - 1e-6);

/** Runs through the steps at the display's rate. */
export function createRehearsal(): StoreApi<Rehearsal> {
  return createStore<Rehearsal>()((set, get) => {
    let goal = 0;
    let pace = PACE;
    let frame: number | null = null;
    const stop = (): void => {
      if (frame !== null) cancelAnimationFrame(frame);
      frame = null;
    };
    const run = (): void => {
      if (frame !== null) return;
      let before: number | null = null;
      const tick = (time: number): void => {
        const passed = before === null ? 0 : Math.min(LONGEST_S, (time - before) / 1000);
        before = time;
        const { at } = get();
        const left = goal - at;
        if (Math.abs(left) < 1e-6) {
          frame = null;
          set({ at: goal, playing: false });
          return;
        }
        set({ at: at + Math.sign(left) * Math.min(Math.abs(left), passed * pace) });
        frame = requestAnimationFrame(tick);
      };
      frame = requestAnimationFrame(tick);
    };
    const within = (step: number): number => Math.min(get().last, Math.max(0, step));
    const jump = (step: number): void => {
      stop();
      goal = within(step);
      set({ at: goal, playing: false });
    };
    return {
      at: 0,
      last: 0,
      playing: false,
      speed: 1,
      setSpeed: (speed) => {
        pace = PACE * speed;
        set({ speed });
      },
      play: () => {
        if (get().at >= get().last) set({ at: 0 });
        goal = get().last;
        pace = PACE * get().speed;
        set({ playing: true });
        run();
      },
      pause: () => {
        stop();
        goal = get().at;
        set({ playing: false });
      },
      step: (by) => {
        const from = by > 0 ? Math.floor(goal + 1e-6) : Math.ceil(goal - 1e-6);
        const to = within(from + by);
        if (isStill()) {
          jump(to);
          return;
        }
        goal = to;
        set({ playing: false });
        pace = Math.max(PACE * get().speed, Math.abs(to - get().at) / PROMPT_S);
        run();
      },
      jump,
      setLast: (last) => {
        if (last === get().last) return;
        stop();
        goal = Math.min(goal, last);
        set({ last, at: Math.min(get().at, last), playing: false });
      },
    };
  });
}
