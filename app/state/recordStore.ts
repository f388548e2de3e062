import { useEffect } from 'react';
import { temporal, type TemporalState } from 'zundo';
import { createStore, type StoreApi } from 'zustand';
import { useKeeper, type Kept } from './useKeeper';
import type { KeeperOptions } from './keeper';

export interface RecordState<T> {
  readonly value: T;
  readonly edit: (change: (value: T) => T) => void;
}

export type RecordStore<T> = StoreApi<RecordState<T>> & {
  temporal: StoreApi<TemporalState<Pick<RecordState<T>, 'value'>>>;
};

/** An open record that is not a piece, with its history: the toolbox, the drawer. */
export const createRecordStore = <T>(first: T): RecordStore<T> =>
  createStore<RecordState<T>>()(
    temporal(
      (set, get) => ({
        value: first,
        edit: (change) => {
          const next = change(get().value);
          if (next !== get().value) set({ value: next });
        },
      }),
      {
        limit: 200,
        partialize: (s) => ({ value: s.value }),
        equality: (a, b) => a.value === b.value,
      },
    ),
  );

/**
 * Keeps every change of a record in the browser, and takes over what another tab stores.
 * @param options as they are at first
 * @param within the address under which the screen is open
 */
export function useRecordKeeping<T>(
  store: RecordStore<T>,
  options: Omit<KeeperOptions<T>, 'onState' | 'onTaken'>,
  within: string,
): Kept<T> {
  const kept = useKeeper<T>(
    store.getState().value,
    { ...options, onTaken: (taken) => store.getState().edit(() => taken) },
    within,
  );
  const { change } = kept;
  useEffect(
    () =>
      store.subscribe(({ value }, before) => {
        if (value !== before.value) change(value);
      }),
    [store, change],
  );
  return kept;
}
