import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { createRehearsal, shownStep } from './rehearsal';

/** Frames that come when the test says so. */
let frames: ((time: number) => void)[] = [];
let time = 0;
const run = (seconds: number, rate = 60): void => {
  for (let i = 0; i < seconds * rate; i++) {
    time += 1000 / rate;
    const due = frames;
    frames = [];
    due.forEach((f) => f(time));
  }
};

beforeEach(() => {
  frames = [];
  time = 0;
  vi.stubGlobal('requestAnimationFrame', (f: (time: number) => void) => frames.push(f));
  vi.stubGlobal('cancelAnimationFrame', () => (frames = []));
  vi.stubGlobal('window', { matchMedia: () => ({ matches: false }) });
});
afterEach(() => vi.unstubAllGlobals());

describe('a rehearsal', () => {
  it('steps on and back, forming the wire on the way', () => {
    const r = createRehearsal();
    r.getState().setLast(5);
    r.getState().step(1);
    run(0.3);
    expect(r.getState().at).toBeGreaterThan(0);
    expect(r.getState().at).toBeLessThan(1);
    expect(shownStep(r.getState())).toBe(1);
    run(1.2);
    expect(r.getState().at).toBe(1);
    r.getState().step(-1);
    run(1.5);
    expect(r.getState().at).toBe(0);
  });

  it('two steps asked for quickly are both made', () => {
    const r = createRehearsal();
    r.getState().setLast(5);
    r.getState().step(1);
    run(0.1);
    r.getState().step(1);
    run(3);
    expect(r.getState().at).toBe(2);
  });

  it('plays to the end and stops, and begins anew from there', () => {
    const r = createRehearsal();
    r.getState().setLast(3);
    r.getState().setSpeed(10);
    r.getState().play();
    expect(r.getState().playing).toBe(true);
    run(1);
    expect(r.getState()).toMatchObject({ at: 3, playing: false });
    r.getState().play();
    run(0.05);
    expect(r.getState().at).toBeLessThan(3);
  });

  it('pauses where it is', () => {
    const r = createRehearsal();
    r.getState().setLast(9);
    r.getState().play();
    run(2);
    const { at } = r.getState();
    r.getState().pause();
    run(1);
    expect(r.getState().at).toBe(at);
  });

  it('jumps at once, and no further than there is', () => {
    const r = createRehearsal();
    r.getState().setLast(4);
    r.getState().jump(99);
    expect(r.getState().at).toBe(4);
    r.getState().jump(-1);
    expect(r.getState().at).toBe(0);
    // A change of the figure leaves fewer steps.
    r.getState().jump(4);
    r.getState().setLast(2);
    expect(r.getState().at).toBe(2);
  });

  it('a long frame does not skip a step', () => {
    const r = createRehearsal();
    r.getState().setLast(50);
    r.getState().play();
    run(1, 1);
    const before = r.getState().at;
    run(1, 1);
    expect(r.getState().at - before).toBeLessThan(0.2);
  });

  it('does not move for those who asked for stillness', () => {
    vi.stubGlobal('window', { matchMedia: () => ({ matches: true }) });
    const r = createRehearsal();
    r.getState().setLast(5);
    r.getState().step(1);
    expect(r.getState().at).toBe(1);
  });
});
