import { useCallback, useEffect, useRef, useState } from 'react';
import { isHandChanged, withoutShape, type Piece, type Shape } from '@core/piece';
import { amend } from '~/state/pieceStore';
import { useEdit, useWorkbench } from '~/state/workbench';
import { NO_NAME } from '~/storage/begin';
import { report } from '~/storage/report';
import { filePlanner } from '~/workers/planner';
import { newShape } from './newShape';

/** A word or motif in work: each change is on the piece and kept at once; all of them are one step back. */
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
const NOT_DRAWN =
  'This could not be drawn. The piece is kept as it was; change a choice to try again.';
const NOTHING: Said = { problem: null, missing: [], tight: [] };

/** What a piece without a name is called after its first and only word; null where there is none. */
function wordOf({ name, shapes }: Piece): string | null {
  const [shape, ...more] = shapes;
  if (name !== NO_NAME || !shape || more.length > 0 || shape.kind === 'motif') return null;
  const { text } = shape.kind === 'word' ? shape.word : shape.outline;
  return text.trim().replace(/\s+/g, ' ').slice(0, MOST_NAMED) || null;
}

/** A longer word is not all of a name. */
const MOST_NAMED = 60;

export function useShapeDraft(): ShapeDraft {
  const { store, tools } = useWorkbench();
  const edit = useEdit();
  const [shape, setShape] = useState<Shape | null>(null);
  const [said, setSaid] = useState<Said>(NOTHING);
  const [start, setStart] = useState({ handChanged: false, isNew: false });
  const wanted = useRef<Shape | null>(null);
  /** the drawing in work, if one is */
  const running = useRef<Promise<void> | null>(null);
  /** the piece as it was last changed here */
  const mine = useRef<Piece | null>(null);

  const draw = useCallback(async () => {
    let done: Shape | null = null;
    while (wanted.current && done !== wanted.current) {
      const next: Shape = wanted.current;
      const base = store.getState().piece;
      const answer = await filePlanner()
        .shape(base, next, tools)
        .catch((error: unknown) => {
          report(error, 'drawing a shape');
          return { ok: false as const, message: NOT_DRAWN };
        });
      const now = store.getState().piece;
      // Changed elsewhere meanwhile: drawn again on what is there now.
      if (now !== base) continue;
      done = next;
      if (!answer.ok) {
        setSaid({ ...NOTHING, problem: answer.message });
        continue;
      }
      const { piece, missing, tight } = answer.value;
      if (now === mine.current) amend(store, () => piece);
      else edit(() => piece);
      mine.current = store.getState().piece;
      setSaid({ problem: null, missing, tight });
    }
  }, [store, edit, tools]);

  // Undo and redo may take the shape back to what it was, or off the piece: the choices follow.
  useEffect(
    () =>
      store.subscribe(({ piece }) => {
        const before = mine.current;
        if (!wanted.current || !before || running.current || piece === before) return;
        const { id } = wanted.current;
        const now = piece.shapes.find((s) => s.id === id);
        if (now === before.shapes.find((s) => s.id === id)) return;
        mine.current = null;
        wanted.current = now ?? null;
        setShape(now ?? null);
        setSaid(NOTHING);
      }),
    [store],
  );

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

  const begin = (next: Shape, isNew: boolean): void => {
    mine.current = null;
    setStart({ handChanged: !isNew && isHandChanged(store.getState().piece, next), isNew });
    setSaid(NOTHING);
  };

  /** Ends the work; what was chosen last may still be in work, and is waited for. */
  const close = (then: () => void = () => undefined): void => {
    const end = (): void => {
      wanted.current = null;
      then();
      setShape(null);
      setSaid(NOTHING);
    };
    if (running.current) void running.current.then(end);
    else end();
  };

  return {
    shape,
    ...said,
    ...start,
    begin: (kind) => {
      const next = newShape(store.getState().piece, kind);
      begin(next, true);
      show(next);
    },
    open: (id) => {
      const found = store.getState().piece.shapes.find((s) => s.id === id);
      if (!found) return;
      begin(found, false);
      // Drawn anew with the first change, not by looking at it.
      setShape(found);
      wanted.current = found;
    },
    change: (change) => {
      if (wanted.current) show(change(wanted.current));
    },
    done: () =>
      close(() => {
        const text = mine.current && wordOf(mine.current);
        if (text && store.getState().piece === mine.current) {
          amend(store, (p) => ({ ...p, name: text }));
        }
      }),
    cancel: () =>
      close(() => {
        if (mine.current && mine.current === store.getState().piece) {
          store.temporal.getState().undo();
        }
      }),
    remove: () => {
      const id = wanted.current?.id;
      close(() => {
        if (id) edit((p) => withoutShape(p, id));
      });
    },
  };
}
