import { useCallback, useEffect, useRef, useState } from 'react';
import { isHandChanged, withoutShape, type Shape } from '@core/piece';
import { useEdit, useWorkbench } from '~/state/workbench';
import { planner } from '~/workers/planner';
import { newShape } from './newShape';

/** A word or motif in work: shown on the bench as it is chosen, one step in the history when done. */
export interface ShapeDraft {
  readonly shape: Shape | null;
  /** why it cannot be drawn with the present choices */
  readonly problem: string | null;
  readonly missing: readonly string[];
  readonly tight: readonly string[];
  /** points of it were moved by hand before */
  readonly handChanged: boolean;
  readonly isNew: boolean;
  readonly begin: (kind: Shape['kind']) => void;
  readonly open: (id: string) => void;
  readonly change: (change: (shape: Shape) => Shape) => void;
  readonly done: () => void;
  readonly cancel: () => void;
  readonly remove: () => void;
}

interface Said {
  readonly problem: string | null;
  readonly missing: readonly string[];
  readonly tight: readonly string[];
}
const NOTHING: Said = { problem: null, missing: [], tight: [] };

export function useShapeDraft(): ShapeDraft {
  const { store } = useWorkbench();
  const edit = useEdit();
  const [shape, setShape] = useState<Shape | null>(null);
  const [said, setSaid] = useState<Said>(NOTHING);
  const [start, setStart] = useState({ handChanged: false, isNew: false });
  const wanted = useRef<Shape | null>(null);
  /** the drawing in work, if one is */
  const running = useRef<Promise<void> | null>(null);

  const draw = useCallback(async () => {
    let done: Shape | null = null;
    while (wanted.current && done !== wanted.current) {
      const next: Shape = wanted.current;
      const answer = await planner().shape(store.getState().piece, next);
      done = next;
      if (!wanted.current) break;
      if (answer.ok) {
        const { piece, missing, tight } = answer.value;
        store.getState().preview(() => piece);
        setSaid({ problem: null, missing, tight });
      } else setSaid({ ...NOTHING, problem: answer.message });
    }
  }, [store]);

  const show = useCallback(
    (next: Shape) => {
      setShape(next);
      wanted.current = next;
      running.current ??= draw().finally(() => {
        running.current = null;
      });
    },
    [draw],
  );

  const close = useCallback(
    (keep: boolean) => {
      wanted.current = null;
      store.getState().settle(keep);
      setShape(null);
      setSaid(NOTHING);
    },
    [store],
  );

  // Leaving the screen keeps what is shown.
  useEffect(
    () => () => {
      if (wanted.current) {
        wanted.current = null;
        store.getState().settle(true);
      }
    },
    [store],
  );

  return {
    shape,
    ...said,
    ...start,
    begin: (kind) => {
      const { piece } = store.getState();
      setStart({ handChanged: false, isNew: true });
      show(newShape(piece, kind));
    },
    open: (id) => {
      const { piece } = store.getState();
      const found = piece.shapes.find((s) => s.id === id);
      if (!found) return;
      setStart({ handChanged: isHandChanged(piece, found), isNew: false });
      // Drawn anew with the first change, not by looking at it.
      setShape(found);
      wanted.current = found;
    },
    change: (change) => {
      if (wanted.current) show(change(wanted.current));
    },
    done: () => {
      // What was typed last may still be in work.
      if (running.current) void running.current.then(() => close(true));
      else close(true);
    },
    cancel: () => close(false),
    remove: () => {
      const id = wanted.current?.id;
      close(false);
      if (id) edit((p) => withoutShape(p, id));
    },
  };
}
