import { temporal, type TemporalState } from 'zundo';
import { createStore, type StoreApi } from 'zustand';
import type { Toolbox } from '@core/file';

export interface ToolboxState {
  readonly toolbox: Toolbox;
  readonly edit: (change: (toolbox: Toolbox) => Toolbox) => void;
}

export type ToolboxStore = StoreApi<ToolboxState> & {
  temporal: StoreApi<TemporalState<Pick<ToolboxState, 'toolbox'>>>;
};

/** The open toolbox with its history. */
export const createToolboxStore = (toolbox: Toolbox): ToolboxStore =>
  createStore<ToolboxState>()(
    temporal(
      (set, get) => ({
        toolbox,
        edit: (change) => {
          const next = change(get().toolbox);
          if (next !== get().toolbox) set({ toolbox: next });
        },
      }),
      {
        limit: 200,
        partialize: (s) => ({ toolbox: s.toolbox }),
        equality: (a, b) => a.toolbox === b.toolbox,
      },
    ),
  );
