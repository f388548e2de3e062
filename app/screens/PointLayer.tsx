import { useRef, type PointerEvent, type ReactNode } from 'react';
import { pathData } from '@core/file';
import { distance, pointAt, type Vec } from '@core/geometry';
import {
  changePath,
  drawnPath,
  isSmoothNode,
  moveHandle,
  moveNode,
  segmentBetween,
  type FigurePath,
  type Piece,
} from '@core/piece';
import type { BenchView } from '~/components/Bench';
import { useWorkbench } from '~/state/workbench';
import type { Editor } from './useFigureEditor';

/** Points in view beyond this many, or nearer than this on screen, are not shown one by one. */
const MAX_POINTS = 1200;
const CROWDED_PX = 11;

/** The drawn line with its points and handles, to take hold of. */
export function PointLayer({
  piece,
  editor,
  view,
}: {
  piece: Piece;
  editor: Editor;
  view: BenchView;
}) {
  const px = 1 / view.pxPerMm;
  return (
    <g>
      {piece.paths.map((path) => {
        const data = pathData(drawnPath(path).segments);
        const active = path.id === editor.path?.id;
        return (
          <g key={path.id}>
            <path
              d={data}
              fill="none"
              stroke="transparent"
              strokeWidth={Math.max(piece.wire.diameterMm, 14 * px)}
              style={{ cursor: 'pointer' }}
              onPointerDown={(event) => {
                if (event.button !== 0 || editor.mode === 'draw') return;
                event.stopPropagation();
                editor.select(path.id, null);
              }}
              onDoubleClick={(event) => {
                if (!active) return;
                const near = nearestPlace(path, view.toMm(event));
                if (near) editor.insertAfter(near.index, near.t);
              }}
            />
            <path
              d={data}
              fill="none"
              stroke="var(--patina)"
              strokeWidth={(active ? 1.6 : 1) * px}
              strokeOpacity={active ? 0.9 : 0.35}
              pointerEvents="none"
            />
            {active && <Points path={path} editor={editor} view={view} />}
          </g>
        );
      })}
    </g>
  );
}

function nearestPlace(path: FigurePath, at: Vec): { index: number; t: number } | null {
  let best: { index: number; t: number; far: number } | null = null;
  path.nodes.forEach((node, index) => {
    const next = path.nodes[index + 1] ?? (path.closed ? path.nodes[0] : undefined);
    if (!next) return;
    const s = segmentBetween(node, next);
    for (let k = 1; k < 40; k++) {
      const far = distance(pointAt(s, k / 40), at);
      if (!best || far < best.far) best = { index, t: k / 40, far };
    }
  });
  return best;
}

/** Drags something on the bench: previews while it moves, one step in the history when let go. */
export function useDrag(
  change: (piece: Piece, to: Vec) => Piece,
  view: BenchView,
): {
  onPointerDown: (event: PointerEvent) => void;
  onPointerMove: (event: PointerEvent) => void;
  onPointerUp: (event: PointerEvent) => void;
  onPointerCancel: () => void;
} {
  const { store } = useWorkbench();
  const from = useRef<{ x: number; y: number; moved: boolean } | null>(null);
  return {
    onPointerDown: (event) => {
      if (event.button !== 0) return;
      event.stopPropagation();
      event.currentTarget.setPointerCapture(event.pointerId);
      from.current = { x: event.clientX, y: event.clientY, moved: false };
    },
    onPointerMove: (event) => {
      const start = from.current;
      if (!start) return;
      if (!start.moved && Math.hypot(event.clientX - start.x, event.clientY - start.y) < 3) return;
      start.moved = true;
      const to = view.toMm(event);
      store.getState().preview((p) => change(p, to));
    },
    onPointerUp: () => {
      if (from.current?.moved) store.getState().settle(true);
      from.current = null;
    },
    onPointerCancel: () => {
      from.current = null;
      store.getState().settle(false);
    },
  };
}

function Points({ path, editor, view }: { path: FigurePath; editor: Editor; view: BenchView }) {
  const { box } = view;
  const visible = path.nodes.flatMap((n, i) =>
    n.x > box.minX && n.x < box.maxX && n.y > box.minY && n.y < box.maxY ? [i] : [],
  );
  const chosen = editor.selected === null ? [] : [editor.selected];
  const shown = visible.length > MAX_POINTS || isCrowded(path, visible, view) ? chosen : visible;
  const near = editor.selected;
  const withHandles =
    near === null
      ? []
      : [near - 1, near, near + 1].map((i) => (i + path.nodes.length) % path.nodes.length);
  return (
    <g>
      {[...new Set(withHandles)].map((i) => (
        <Handles key={i} path={path} index={i} view={view} />
      ))}
      {shown.map((i) => (
        <Point key={i} path={path} index={i} editor={editor} view={view} />
      ))}
    </g>
  );
}

/** Points so close that they would hide the line; larger, they come apart. */
function isCrowded(path: FigurePath, visible: readonly number[], view: BenchView): boolean {
  if (visible.length < 30) return false;
  const steps = visible.slice(1).map((i, k) => {
    const [a, b] = [path.nodes[visible[k]!]!, path.nodes[i]!];
    return distance(a, b) * view.pxPerMm;
  });
  return steps.reduce((s, px) => s + px, 0) / steps.length < CROWDED_PX;
}

function Point({
  path,
  index,
  editor,
  view,
}: {
  path: FigurePath;
  index: number;
  editor: Editor;
  view: BenchView;
}) {
  const drag = useDrag(
    (piece, to) => changePath(piece, path.id, (q) => moveNode(q, index, to)),
    view,
  );
  const node = path.nodes[index];
  if (!node) return null;
  const px = 1 / view.pxPerMm;
  const on = editor.selected === index;
  const closes = editor.drawing === path.id && index === 0 && path.nodes.length > 2;
  const r = (on || closes ? 6 : 4.6) * px;
  const look = {
    fill: on ? 'var(--patina)' : 'var(--raised)',
    stroke: 'var(--patina)',
    strokeWidth: 1.6 * px,
  };
  const shape: ReactNode = isSmoothNode(node) ? (
    <circle cx={node.x} cy={node.y} r={r} {...look} />
  ) : (
    <rect x={node.x - r} y={node.y - r} width={2 * r} height={2 * r} {...look} />
  );
  return (
    <g
      data-point={index}
      role="img"
      aria-label={`Point ${index + 1}`}
      style={{ cursor: closes ? 'pointer' : 'move' }}
      {...drag}
      onPointerDown={(event) => {
        if (closes) {
          event.stopPropagation();
          editor.closeDrawn();
          return;
        }
        drag.onPointerDown(event);
        if (event.button === 0) editor.select(path.id, index);
      }}
    >
      <circle cx={node.x} cy={node.y} r={12 * px} fill="transparent" />
      {shape}
    </g>
  );
}

function Handles({ path, index, view }: { path: FigurePath; index: number; view: BenchView }) {
  const node = path.nodes[index];
  if (!node) return null;
  return (
    <>
      {node.in && <Handle path={path} index={index} which="in" offset={node.in} view={view} />}
      {node.out && <Handle path={path} index={index} which="out" offset={node.out} view={view} />}
    </>
  );
}

function Handle({
  path,
  index,
  which,
  offset,
  view,
}: {
  path: FigurePath;
  index: number;
  which: 'in' | 'out';
  offset: Vec;
  view: BenchView;
}) {
  const node = path.nodes[index];
  const smooth = node ? isSmoothNode(node) : false;
  const drag = useDrag(
    (piece, to) => changePath(piece, path.id, (q) => moveHandle(q, index, which, to, smooth)),
    view,
  );
  if (!node) return null;
  const px = 1 / view.pxPerMm;
  const at = { x: node.x + offset.x, y: node.y + offset.y };
  return (
    <g {...drag} style={{ cursor: 'move' }}>
      <line x1={node.x} y1={node.y} x2={at.x} y2={at.y} stroke="var(--patina)" strokeWidth={px} />
      <circle cx={at.x} cy={at.y} r={11 * px} fill="transparent" />
      <path
        d={`M${at.x} ${at.y - 5 * px}l${5 * px} ${5 * px}l${-5 * px} ${5 * px}l${-5 * px} ${-5 * px}z`}
        fill="var(--raised)"
        stroke="var(--patina)"
        strokeWidth={1.5 * px}
      />
    </g>
  );
}
