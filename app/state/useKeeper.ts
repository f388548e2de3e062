import { useCallback, useEffect, useId, useState } from 'react';
import { Keeper, type KeeperOptions, type SaveState } from './keeper';
import { noteUnsaved } from './unsaved';

export interface Kept<T> {
  readonly state: SaveState;
  readonly change: (value: T, soft?: boolean) => void;
  /** keeps what is unsaved now */
  readonly flush: () => Promise<void>;
  readonly keepMine: () => void;
  readonly takeTheirs: () => void;
}

/**
 * A keeper for as long as a screen is open. Leaving it keeps what is unsaved; where that cannot be kept,
 * leaving asks first.
 * @param options as they are at first; they hold for as long as the screen is open
 * @param within the address under which the screen is open
 */
export function useKeeper<T>(
  first: T,
  options: Omit<KeeperOptions<T>, 'onState'>,
  within: string,
): Kept<T> {
  const [state, setState] = useState<SaveState>({ kind: 'saved' });
  const [keeper] = useState(() => new Keeper<T>(first, { ...options, onState: setState }));
  useEffect(() => {
    const deaf = keeper.listen();
    const leave = (): void => keeper.leave();
    const flush = (): void => void keeper.flush();
    document.addEventListener('visibilitychange', flush);
    window.addEventListener('pagehide', leave);
    return () => {
      document.removeEventListener('visibilitychange', flush);
      window.removeEventListener('pagehide', leave);
      deaf();
      flush();
    };
  }, [keeper]);
  const id = useId();
  const lost = state.kind === 'failed' || state.kind === 'conflict';
  useEffect(() => {
    noteUnsaved(id, lost ? within : null);
    return () => noteUnsaved(id, null);
  }, [id, lost, within]);
  return {
    state,
    change: useCallback((v: T, soft?: boolean) => keeper.change(v, soft), [keeper]),
    flush: useCallback(() => keeper.flush(), [keeper]),
    keepMine: useCallback(() => void keeper.keepMine(), [keeper]),
    takeTheirs: useCallback(() => void keeper.takeTheirs(), [keeper]),
  };
}
