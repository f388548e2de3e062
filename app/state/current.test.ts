import { describe, expect, it, vi } from 'vitest';
import { DEFAULT_KIT } from '@core/forming';
import { newPiece } from '@core/piece';
import { planned } from '@core/planning';
import { askAbout, newState, remember, remembered } from './current';

const BENCH = { kit: DEFAULT_KIT };

/** A worker that knows only what it was given. */
function worker(forgets = 0) {
  const known = new Set<string>();
  let left = forgets;
  return {
    adopt: vi.fn((state: { id: string }) => {
      if (left-- > 0) return Promise.resolve();
      known.add(state.id);
      return Promise.resolve();
    }),
    pages: (state: { id: string }) =>
      Promise.resolve(
        known.has(state.id) ? { known: true as const, value: 3 } : { known: false as const },
      ),
  };
}
const made = () => {
  const piece = newPiece('p', '', '');
  return remember(newState(piece), piece, BENCH, planned(piece, BENCH));
};
type Fake = Parameters<typeof askAbout>[0];
const ask = (w: ReturnType<typeof worker>, current = made()) =>
  askAbout(w as unknown as Fake, current, (_, state) => w.pages(state));

describe('questions about a state', () => {
  it('a worker that does not know it is given the plan, once', async () => {
    const w = worker();
    const current = made();
    expect(await ask(w, current)).toBe(3);
    expect(await ask(w, current)).toBe(3);
    expect(w.adopt).toHaveBeenCalledTimes(1);
    expect(w.adopt).toHaveBeenCalledWith(current.state, {
      piece: current.piece,
      bench: BENCH,
      plan: current.plan,
      dressing: current.dressing,
    });
  });

  it('one that was ended in between is given it again', async () => {
    const w = worker(1);
    expect(await ask(w)).toBe(3);
    expect(w.adopt).toHaveBeenCalledTimes(2);
  });

  it('one that never takes it is given up, not asked for ever', async () => {
    await expect(ask(worker(100))).rejects.toThrow(/did not take the plan/);
  });
});

describe('states that were planned', () => {
  it('are found again by the very piece and bench, by no other', () => {
    const current = made();
    expect(remembered(current.piece, BENCH)).toBe(current);
    expect(remembered({ ...current.piece }, BENCH)).toBeNull();
    expect(remembered(current.piece, { kit: null })).toBeNull();
  });

  it('have names of their own', () => {
    const piece = newPiece('p', '', '');
    expect(newState(piece).id).not.toBe(newState(piece).id);
  });
});
