import { useCallback, useMemo, useRef, useState, type PointerEvent } from 'react';
import { FileUp, ImageUp, MousePointer2, PenLine, ScanLine, Trash2 } from 'lucide-react';
import { useNavigate } from 'react-router';
import {
  changePath,
  figureBox,
  isSmoothNode,
  mapPaths,
  moveNode,
  resizeFigure,
  reversePathNodes,
  type FigurePath,
} from '@core/piece';
import { translation, type Vec } from '@core/geometry';
import { Bench, type BenchView } from '~/components/Bench';
import { LengthField } from '~/components/LengthField';
import { StagePanel } from '~/components/StagePanel';
import { Button, Choices, IconButton, Section } from '~/components/ui';
import { sizeKey, useExtent } from '~/components/FigureView';
import { WireDrawing } from '~/components/WireDrawing';
import { PracticeCamera } from '~/screens/PracticeCamera';
import { isPicture, PICTURE_TYPES, usePictureFile } from '~/screens/usePictureFile';
import { PointLayer } from '~/screens/PointLayer';
import { useFigureEditor, type Editor } from '~/screens/useFigureEditor';
import { useImport } from '~/screens/useImport';
import { useEdit, usePiece, useShownPiece, useWorkbench } from '~/state/workbench';

export default function FigureScreen() {
  const { planState, settings } = useWorkbench();
  const shown = useShownPiece();
  const edit = useEdit();
  const editor = useFigureEditor();
  const extent = useExtent(planState.planned ?? shown, planState.plan);
  const [imported, setImported] = useState(0);
  const { busy, read } = useImport(
    useCallback(
      (paths: FigurePath[]) => {
        edit((piece) => {
          const box = figureBox(piece.paths);
          const placed = box ? mapPaths(paths, translation(box.maxX + 5, box.minY)) : paths;
          return { ...piece, paths: [...piece.paths, ...placed] };
        });
        setImported((n) => n + 1);
        editor.setMode('shape');
      },
      [edit, editor],
    ),
  );
  const navigate = useNavigate();
  const readPicture = usePictureFile(
    useCallback((id: string) => void navigate(`../trace?picture=${id}`), [navigate]),
  );
  const bringIn = (file: File): void => (isPicture(file) ? readPicture(file) : void read(file));
  const press = useRef<{ at: Vec; x: number; y: number } | null>(null);
  const [handle, setHandle] = useState<{ at: Vec; to: Vec } | null>(null);
  const drawing = editor.mode === 'draw';

  const startPoint = (event: PointerEvent, at: Vec): boolean => {
    if (!drawing) {
      editor.select(editor.path?.id ?? null, null);
      return false;
    }
    press.current = { at, x: event.clientX, y: event.clientY };
    return true;
  };

  return (
    <>
      <div
        className="relative min-h-0 flex-1"
        onDragOver={(e) => e.preventDefault()}
        onDrop={(e) => {
          e.preventDefault();
          const file = e.dataTransfer.files[0];
          if (file) bringIn(file);
        }}
      >
        <Bench
          label="Figure"
          extent={extent}
          fitKey={`${shown.id}-${imported}-${planState.plan && !drawing ? sizeKey(extent) : 'drawing'}`}
          actualPxPerMm={settings.pxPerMm}
          unit={settings.unit}
          cursor={drawing ? 'crosshair' : 'grab'}
          onBenchPointer={startPoint}
          onKeyDown={(event) => editor.onKey(event)}
        >
          {(view) => (
            <g
              onPointerMove={(event) => {
                const from = press.current;
                if (from && Math.hypot(event.clientX - from.x, event.clientY - from.y) > 5) {
                  setHandle({ at: from.at, to: view.toMm(event) });
                }
              }}
              onPointerUp={() => {
                const from = press.current;
                press.current = null;
                if (!from) return;
                editor.addPoint(
                  from.at,
                  handle ? { x: handle.to.x - from.at.x, y: handle.to.y - from.at.y } : null,
                );
                setHandle(null);
              }}
            >
              {drawing && <DrawSurface view={view} />}
              {planState.plan && planState.planned && (
                <g opacity={drawing ? 0.75 : 1} pointerEvents="none">
                  <WireDrawing piece={planState.planned} plan={planState.plan} />
                </g>
              )}
              <PointLayer piece={shown} editor={editor} view={view} />
              {handle && <NewHandle handle={handle} view={view} />}
            </g>
          )}
        </Bench>
        <div className="absolute left-2 top-2 flex items-center gap-0.5 rounded-lg border border-line bg-raised/95 p-0.5">
          <IconButton
            name="Shape: move points"
            keys="D"
            pressed={!drawing}
            onClick={() => editor.setMode('shape')}
          >
            <MousePointer2 size={17} />
          </IconButton>
          <IconButton
            name="Draw a wire"
            keys="D"
            pressed={drawing}
            onClick={() => editor.setMode('draw')}
          >
            <PenLine size={17} />
          </IconButton>
        </div>
        {drawing && <DrawHint editor={editor} empty={shown.paths.length === 0} />}
        {busy && (
          <p
            role="status"
            className="absolute left-1/2 top-3 -translate-x-1/2 rounded-md bg-raised px-3 py-1.5 text-sm shadow"
          >
            Reading the drawing…
          </p>
        )}
      </div>
      <StagePanel>
        <BringIn onFile={bringIn} editor={editor} />
        <SizeSection />
        <LineSection />
        <PointSection editor={editor} />
        <WiresSection editor={editor} />
      </StagePanel>
    </>
  );
}

/** Takes presses anywhere on the bench while drawing. */
function DrawSurface({ view: { box } }: { view: BenchView }) {
  return (
    <rect
      x={box.minX}
      y={box.minY}
      width={box.maxX - box.minX}
      height={box.maxY - box.minY}
      fill="transparent"
    />
  );
}

function NewHandle({ handle, view }: { handle: { at: Vec; to: Vec }; view: BenchView }) {
  const px = 1 / view.pxPerMm;
  const back = { x: 2 * handle.at.x - handle.to.x, y: 2 * handle.at.y - handle.to.y };
  return (
    <g pointerEvents="none" stroke="var(--patina)" strokeWidth={px}>
      <line x1={back.x} y1={back.y} x2={handle.to.x} y2={handle.to.y} />
      <circle cx={handle.at.x} cy={handle.at.y} r={5 * px} fill="var(--raised)" />
    </g>
  );
}

function DrawHint({ editor, empty }: { editor: Editor; empty: boolean }) {
  return (
    <div className="absolute left-1/2 top-3 flex max-w-[70%] -translate-x-1/2 flex-wrap items-center justify-center gap-2 rounded-lg border border-line bg-raised/95 px-3 py-1.5 text-sm shadow-sm">
      <span>
        {empty && !editor.drawing
          ? 'Click where the wire begins, or drop a picture or an SVG here.'
          : 'Click for a corner, press and drag for a curve. Click the first point to close.'}
      </span>
      {editor.drawing && (
        <>
          <Button
            look="plain"
            onClick={editor.closeDrawn}
            disabled={(editor.path?.nodes.length ?? 0) < 3}
          >
            Close
          </Button>
          <Button look="main" onClick={editor.finish}>
            Done
          </Button>
        </>
      )}
    </div>
  );
}

function BringIn({ onFile, editor }: { onFile: (file: File) => void; editor: Editor }) {
  const input = useRef<HTMLInputElement>(null);
  const picture = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  const piece = usePiece();
  return (
    <Section title="Bring in or draw">
      <div className="grid grid-cols-2 gap-2">
        <Button onClick={() => input.current?.click()}>
          <FileUp size={16} aria-hidden="true" /> Import SVG
        </Button>
        <Button onClick={() => editor.setMode('draw')}>
          <PenLine size={16} aria-hidden="true" /> Draw a wire
        </Button>
        <Button onClick={() => picture.current?.click()}>
          <ImageUp size={16} aria-hidden="true" /> Trace a picture
        </Button>
        <PracticeCamera onTake={onFile} />
      </div>
      {piece.picture && (
        <Button onClick={() => void navigate('../trace')}>
          <ScanLine size={16} aria-hidden="true" /> Trace {piece.picture.name} again
        </Button>
      )}
      <input
        ref={picture}
        type="file"
        accept={PICTURE_TYPES}
        className="hidden"
        aria-label="Picture file"
        onChange={(e) => {
          const file = e.target.files?.[0];
          if (file) onFile(file);
          e.target.value = '';
        }}
      />
      <input
        ref={input}
        type="file"
        accept=".svg,image/svg+xml"
        className="hidden"
        aria-label="SVG file"
        onChange={(e) => {
          const file = e.target.files?.[0];
          if (file) onFile(file);
          e.target.value = '';
        }}
      />
    </Section>
  );
}

function SizeSection() {
  const piece = usePiece();
  const edit = useEdit();
  const { settings } = useWorkbench();
  const box = useMemo(() => figureBox(piece.paths), [piece.paths]);
  const resize = (side: 'height' | 'width') => (mm: number) =>
    edit((p) => resizeFigure(p, side, mm));
  const height = box ? box.maxY - box.minY : null;
  const width = box ? box.maxX - box.minX : null;
  return (
    <Section title="Finished size">
      <LengthField
        label="Height"
        valueMm={height}
        unit={settings.unit}
        min={0.5}
        onChange={resize('height')}
        hint="Type 35 mm or 1 3/8 in. The figure keeps its shape."
      />
      <LengthField
        label="Width"
        valueMm={width}
        unit={settings.unit}
        min={0.5}
        onChange={resize('width')}
      />
    </Section>
  );
}

function LineSection() {
  const piece = usePiece();
  const edit = useEdit();
  const { settings } = useWorkbench();
  return (
    <Section title="How the line is meant">
      <Choices
        label="The drawn line is the wire’s"
        value={piece.basis}
        options={[
          { value: 'centre', label: 'centre' },
          { value: 'inside', label: 'inside' },
          { value: 'outside', label: 'outside' },
        ]}
        onChange={(basis) => edit((p) => ({ ...p, basis }))}
      />
      <Choices
        label="At a drawn corner the wire"
        value={piece.corner}
        options={[
          { value: 'round', label: 'rounds inside it' },
          { value: 'reach', label: 'reaches the tip' },
        ]}
        onChange={(corner) => edit((p) => ({ ...p, corner }))}
      />
      <LengthField
        label="Keep within"
        alone
        valueMm={piece.toleranceMm}
        unit="mm"
        decimals={2}
        min={0.02}
        max={2}
        onChange={(toleranceMm) => edit((p) => ({ ...p, toleranceMm }))}
        hint={`Free curves become tool curves within this distance.${settings.unit === 'in' ? ' In mm.' : ''}`}
      />
    </Section>
  );
}

function PointSection({ editor }: { editor: Editor }) {
  const edit = useEdit();
  const { settings } = useWorkbench();
  const { path, selected } = editor;
  const node = path && selected !== null ? path.nodes[selected] : undefined;
  if (!path || selected === null || !node) {
    return (
      <Section title="Point">
        <p className="text-sm text-soft">
          Choose a point on the figure, or press ] with the figure in focus. Where points lie close,
          zoom in to see them. Double-click the line to put in a point.
        </p>
      </Section>
    );
  }
  const place = (axis: 'x' | 'y') => (mm: number) =>
    edit((p) =>
      changePath(p, path.id, (q) => moveNode(q, selected, { x: node.x, y: node.y, [axis]: mm })),
    );
  return (
    <Section title={`Point ${selected + 1} of ${path.nodes.length}`}>
      <LengthField
        label="Across"
        valueMm={node.x}
        unit={settings.unit}
        min={-5000}
        decimals={2}
        onChange={place('x')}
      />
      <LengthField
        label="Down"
        valueMm={node.y}
        unit={settings.unit}
        min={-5000}
        decimals={2}
        onChange={place('y')}
      />
      <Choices
        label="The line here is"
        value={isSmoothNode(node) ? 'smooth' : 'sharp'}
        options={[
          { value: 'smooth', label: 'smooth' },
          { value: 'sharp', label: 'sharp' },
        ]}
        onChange={(v) => editor.setSmooth(v === 'smooth')}
      />
      <div className="grid grid-cols-2 gap-2">
        <Button
          onClick={() => editor.insertAfter(selected)}
          disabled={!path.closed && selected === path.nodes.length - 1}
        >
          Insert after
        </Button>
        <Button onClick={editor.remove}>Delete point</Button>
      </div>
    </Section>
  );
}

function WiresSection({ editor }: { editor: Editor }) {
  const piece = usePiece();
  const edit = useEdit();
  if (piece.paths.length === 0) return null;
  const shown = piece.paths.slice(0, 60);
  return (
    <Section title={piece.paths.length === 1 ? 'Wire' : `${piece.paths.length} wires`}>
      <ul className="space-y-1">
        {shown.map((path, i) => (
          <li
            key={path.id}
            className={`flex items-center gap-1 rounded-md ${path.id === editor.path?.id ? 'bg-patina-wash' : ''}`}
          >
            <button
              type="button"
              className="min-h-9 flex-1 rounded-md px-2 text-left text-sm"
              onClick={() => editor.select(path.id, null)}
            >
              Wire {i + 1}
              <span className="text-soft">
                , {path.nodes.length} points, {path.closed ? 'closed' : 'open'}
              </span>
            </button>
            <Button
              look="quiet"
              onClick={() =>
                edit((p) =>
                  changePath(p, path.id, (q) => ({
                    ...q,
                    closed: q.closed ? false : q.nodes.length > 2,
                  })),
                )
              }
            >
              {path.closed ? 'Open' : 'Close'}
            </Button>
            <Button
              look="quiet"
              onClick={() => edit((p) => changePath(p, path.id, reversePathNodes))}
            >
              Turn round
            </Button>
            <IconButton
              name={`Delete wire ${i + 1}`}
              onClick={() => edit((p) => changePath(p, path.id, () => null))}
            >
              <Trash2 size={16} />
            </IconButton>
          </li>
        ))}
      </ul>
      {piece.paths.length > shown.length && (
        <p className="text-sm text-soft">and {piece.paths.length - shown.length} more</p>
      )}
    </Section>
  );
}
