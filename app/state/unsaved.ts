import { createStore } from 'zustand';

/** Screens with something that could not be kept: by an id, under which address each is open. */
export const unsaved = createStore<{ readonly within: Readonly<Record<string, string>> }>()(() => ({
  within: {},
}));

/** @param within null when all is kept */
export function noteUnsaved(id: string, within: string | null): void {
  const { [id]: had, ...rest } = unsaved.getState().within;
  if ((had ?? null) === within) return;
  unsaved.setState({ within: within === null ? rest : { ...rest, [id]: within } });
}

/** Whether something that is not kept would be left behind at another address. */
export const wouldLose = (path: string): boolean =>
  Object.values(unsaved.getState().within).some(
    (within) => path !== within && !path.startsWith(`${within}/`),
  );
