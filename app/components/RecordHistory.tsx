import { useEffect } from 'react';
import { Redo2, Undo2 } from 'lucide-react';
import { useStore } from 'zustand';
import type { RecordStore } from '~/state/recordStore';
import { IconButton } from './ui';

/** Undo and redo of an open record, by buttons and keys. */
export function RecordHistory<T>({ store }: { store: RecordStore<T> }) {
  const past = useStore(store.temporal, (s) => s.pastStates.length);
  const future = useStore(store.temporal, (s) => s.futureStates.length);
  const { undo, redo } = store.temporal.getState();
  useEffect(() => {
    const keys = (event: KeyboardEvent): void => {
      const typing = event.target instanceof HTMLInputElement;
      if (typing || !(event.ctrlKey || event.metaKey)) return;
      const key = event.key.toLowerCase();
      if (key !== 'z' && key !== 'y') return;
      event.preventDefault();
      if (key === 'y' || event.shiftKey) redo();
      else undo();
    };
    window.addEventListener('keydown', keys);
    return () => window.removeEventListener('keydown', keys);
  }, [undo, redo]);
  return (
    <>
      <IconButton name="Undo" keys="Ctrl Z" onClick={() => undo()} disabled={past === 0}>
        <Undo2 size={17} />
      </IconButton>
      <IconButton name="Redo" keys="Ctrl Shift Z" onClick={() => redo()} disabled={future === 0}>
        <Redo2 size={17} />
      </IconButton>
    </>
  );
}
