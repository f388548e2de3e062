import { useCallback, useState, type KeyboardEvent } from 'react';
import { toast } from 'sonner';
import type { Vec } from '@core/geometry';
import {
  changePath,
  deleteNode,
  insertNode,
  isSmoothNode,
  moveNode,
  newPath,
  PIECE_LIMITS,
  sharpenNode,
  smoothNode,
  type FigurePath,
  type Piece,
} from '@core/piece';
import { arrowStep, BENCH_STEPS } from '~/components/arrowKeys';
import { useEdit, usePiece, usePointer, useWorkbench } from '~/state/workbench';

export type Mode = 'shape' | 'draw';

export interface Editor {
  readonly mode: Mode;
  readonly setMode: (mode: Mode) => void;
  /** the path whose points are shown */
  readonly path: FigurePath | null;
  readonly selected: number | null;
  readonly select: (pathId: string | null, node: number | null) => void;
  /** the path being drawn */
  readonly drawing: string | null;
  readonly addPoint: (at: Vec, handle: Vec | null) => void;
  readonly closeDrawn: () => void;
  readonly finish: () => void;
  readonly insertAfter: (node: number, t?: number) => void;
  readonly remove: () => void;
  readonly setSmooth: (smooth: boolean) => void;
  readonly nudge: (by: Vec) => void;
  readonly onKey: (event: KeyboardEvent) => void;
}

/** A path name not used in a piece. */
export function freshPathId(piece: Piece): string {
  const used = new Set(piece.paths.map((p) => p.id));
  let n = piece.paths.length + 1;
  while (used.has(`w${n}`)) n++;
  return `w${n}`;
}

/** Drawing and shaping the figure: which point is chosen, and what keys and buttons do to it. */
export function useFigureEditor(): Editor {
  const piece = usePiece();
  const edit = useEdit();
  const { pointer, store } = useWorkbench();
  const pointed = usePointer((p) => p.wire);
  // A route's wires are not the drawn lines: then the line in work is kept here.
  const [line, setLine] = useState(0);
  const wire = piece.route ? line : pointed;
  const [mode, setModeState] = useState<Mode>(piece.paths.length === 0 ? 'draw' : 'shape');
  const [drawing, setDrawing] = useState<string | null>(null);
  const [selected, setSelected] = useState<number | null>(null);
  const path =
    piece.paths.find((p) => p.id === drawing) ??
    piece.paths[Math.min(wire, piece.paths.length - 1)] ??
    null;
  const chosen = selected !== null && path && selected < path.nodes.length ? selected : null;

  const select = useCallback(
    (pathId: string | null, node: number | null) => {
      const index = store.getState().piece.paths.findIndex((p) => p.id === pathId);
      if (index >= 0) {
        setLine(index);
        if (!store.getState().piece.route) pointer.getState().point({ wire: index });
      }
      setSelected(node);
    },
    [pointer, store],
  );

  const finish = useCallback(() => {
    // A single point is not a line yet.
    edit((p) =>
      p.paths.some((q) => q.nodes.length < 2)
        ? { ...p, paths: p.paths.filter((q) => q.nodes.length > 1) }
        : p,
    );
    setDrawing(null);
    setModeState('shape');
  }, [edit]);

  const setMode = useCallback(
    (next: Mode) => {
      if (next === 'shape') finish();
      setModeState(next);
      setSelected(null);
    },
    [finish],
  );

  const addPoint = useCallback(
    (at: Vec, handle: Vec | null) => {
      const now = store.getState().piece;
      const open = now.paths.find((p) => p.id === drawing);
      const total = now.paths.reduce((n, p) => n + p.nodes.length, 0);
      if (total >= PIECE_LIMITS.nodes || (!open && now.paths.length >= PIECE_LIMITS.paths)) {
        toast.error(
          `A piece holds up to ${PIECE_LIMITS.nodes} points and ${PIECE_LIMITS.paths} wires. Nothing was added.`,
        );
        return;
      }
      const node = handle ? { ...at, out: handle, in: { x: -handle.x, y: -handle.y } } : { ...at };
      if (open) {
        edit((p) => changePath(p, open.id, (q) => ({ ...q, nodes: [...q.nodes, node] })));
        setSelected(open.nodes.length);
        return;
      }
      const id = freshPathId(now);
      edit((p) => ({ ...p, paths: [...p.paths, newPath(id, [node], false)] }));
      if (!now.route) pointer.getState().point({ wire: now.paths.length });
      setLine(now.paths.length);
      setDrawing(id);
      setSelected(0);
    },
    [drawing, edit, pointer, store],
  );

  const closeDrawn = useCallback(() => {
    const id = drawing ?? path?.id;
    if (!id) return;
    edit((p) => changePath(p, id, (q) => (q.nodes.length > 2 ? { ...q, closed: true } : q)));
    finish();
  }, [drawing, path, edit, finish]);

  const onChosen = useCallback(
    (change: (path: FigurePath, node: number) => FigurePath | null) => {
      if (!path || chosen === null) return;
      edit((p) => changePath(p, path.id, (q) => change(q, chosen)));
    },
    [path, chosen, edit],
  );

  const remove = useCallback(() => {
    onChosen((q, i) => deleteNode(q, i));
    setSelected((s) => (s === null || s === 0 ? null : s - 1));
  }, [onChosen]);

  const insertAfter = useCallback(
    (node: number, t = 0.5) => {
      if (!path) return;
      edit((p) => changePath(p, path.id, (q) => insertNode(q, node, t)));
      setSelected(node + 1);
    },
    [path, edit],
  );

  const setSmooth = useCallback(
    (smooth: boolean) => onChosen((q, i) => (smooth ? smoothNode(q, i) : sharpenNode(q, i))),
    [onChosen],
  );

  const nudge = useCallback(
    (by: Vec) =>
      onChosen((q, i) => {
        const n = q.nodes[i];
        return n ? moveNode(q, i, { x: n.x + by.x, y: n.y + by.y }) : q;
      }),
    [onChosen],
  );

  const onKey = (event: KeyboardEvent): void => {
    if (event.ctrlKey || event.metaKey) return;
    const handled = handleKey(event);
    if (handled) event.preventDefault();
  };

  const handleKey = (event: KeyboardEvent): boolean => {
    const count = path?.nodes.length ?? 0;
    const move = arrowStep(event, BENCH_STEPS);
    if (move && chosen !== null) nudge(move);
    else if (event.key === ']' && count > 0) setSelected(((chosen ?? -1) + 1) % count);
    else if (event.key === '[' && count > 0) setSelected(((chosen ?? 0) - 1 + count) % count);
    else if (event.key === 'Escape') {
      if (drawing) finish();
      else setSelected(null);
    } else if (event.key === 'Enter' && drawing) finish();
    else if ((event.key === 'Delete' || event.key === 'Backspace') && chosen !== null) remove();
    else if (event.key === 'c' && drawing) closeDrawn();
    else if (event.key === 'i' && chosen !== null) insertAfter(chosen);
    else if (event.key === 's' && path && chosen !== null) {
      const node = path.nodes[chosen];
      if (node) setSmooth(!isSmoothNode(node));
    } else if (event.key === 'd') setMode(mode === 'draw' ? 'shape' : 'draw');
    else return false;
    return true;
  };

  return {
    mode,
    setMode,
    path,
    selected: chosen,
    select,
    drawing,
    addPoint,
    closeDrawn,
    finish,
    insertAfter,
    remove,
    setSmooth,
    nudge,
    onKey,
  };
}
