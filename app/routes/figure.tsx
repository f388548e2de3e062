import { useCallback, useMemo, useRef, useState, type PointerEvent } from 'react';
import { MousePointer2, PenLine } from 'lucide-react';
import { useNavigate } from 'react-router';
import { figureBox, mapPaths, type FigurePath, type Shape } from '@core/piece';
import { translation, type Vec } from '@core/geometry';
import { Bench, type BenchView } from '~/components/Bench';
import { UnplannedLayer } from '~/components/PlanNotices';
import { StagePanel } from '~/components/StagePanel';
import { Button, IconButton } from '~/components/ui';
import { sizeKey, useExtent } from '~/components/FigureView';
import { WireDrawing } from '~/components/WireDrawing';
import {
  BringIn,
  LineSection,
  MirrorSection,
  PictureSection,
  PointSection,
  WiresSection,
  type PictureView,
} from '~/screens/figure/FigurePanel';
import { SizeSection } from '~/screens/figure/SizeSection';
import { PictureUnder, useUnderlay } from '~/screens/PictureUnder';
import { isPicture, usePictureFile } from '~/screens/usePictureFile';
import { PointLayer } from '~/screens/PointLayer';
import { useFigureEditor, type Editor, type Mode } from '~/screens/useFigureEditor';
import { useImport } from '~/screens/useImport';
import { PlaceHandle } from '~/screens/shapes/PlaceHandle';
import { ShapeNotes, ShapePanel } from '~/screens/shapes/ShapePanel';
import { ShapesSection } from '~/screens/shapes/ShapesSection';
import { useShapeDraft } from '~/screens/shapes/useShapeDraft';
import { bringIn as bringFirst } from '~/state/knee';
import { useShownPiece, useWorkbench } from '~/state/workbench';

export default function FigureScreen() {
  const { planState, settings, store, tools } = useWorkbench();
  const shown = useShownPiece();
  const editor = useFigureEditor();
  const extent = useExtent(planState.planned ?? shown, planState.plan, planState.dressing);
  const [pictureView, setPictureView] = useState<PictureView>({ opacity: 0, alone: false });
  const box = useMemo(() => figureBox(shown.paths), [shown.paths]);
  const isDrawn = shown.paths.length > 0;
  const underlay = useUnderlay(pictureView.opacity > 0 ? shown.picture : null, box);
  const [imported, setImported] = useState(0);
  const { busy, read } = useImport(
    useCallback(
      (paths: FigurePath[]) => {
        return bringFirst(store, tools, settings.unit, (piece) => {
          const box = figureBox(piece.paths);
          const placed = box ? mapPaths(paths, translation(box.maxX + 5, box.minY)) : paths;
          return { ...piece, paths: [...piece.paths, ...placed] };
        }).then(() => {
          setImported((n) => n + 1);
          editor.setMode('shape');
        });
      },
      [editor, store, tools, settings.unit],
    ),
  );
  const navigate = useNavigate();
  const readPicture = usePictureFile(
    useCallback((id: string) => void navigate(`../trace?picture=${id}`), [navigate]),
  );
  const bringIn = (file: File): void => (isPicture(file) ? readPicture(file) : void read(file));
  const press = useRef<{ at: Vec; x: number; y: number } | null>(null);
  const [handle, setHandle] = useState<{ at: Vec; to: Vec } | null>(null);
  const draft = useShapeDraft();
  const drawing = editor.mode === 'draw' && !draft.shape;
  const beginShape = (kind: Shape['kind']): void => {
    editor.setMode('shape');
    draft.begin(kind);
  };

  const toMode = (mode: Mode): void => {
    // A word or motif in work is done when something else is taken up.
    if (draft.shape) draft.done();
    editor.setMode(mode);
  };

  const startPoint = (event: PointerEvent, at: Vec): boolean => {
    if (draft.shape) return false;
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
          onKeyDown={(event) => !draft.shape && editor.onKey(event)}
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
              {underlay && <PictureUnder underlay={underlay} opacity={pictureView.opacity} />}
              {drawing && <DrawSurface view={view} />}
              {planState.plan && planState.planned && !pictureView.alone && (
                <g opacity={drawing ? 0.75 : 1} pointerEvents="none">
                  <WireDrawing
                    piece={planState.planned}
                    plan={planState.plan}
                    dressing={planState.dressing}
                  />
                  <UnplannedLayer
                    piece={planState.planned}
                    plan={planState.plan}
                    px={1 / view.pxPerMm}
                  />
                </g>
              )}
              {draft.shape ? (
                <PlaceHandle draft={draft} shape={draft.shape} view={view} />
              ) : (
                <PointLayer piece={shown} editor={editor} view={view} />
              )}
              {handle && <NewHandle handle={handle} view={view} />}
            </g>
          )}
        </Bench>
        <div className="absolute left-2 top-2 flex items-center gap-0.5 rounded-lg border border-line bg-raised/95 p-0.5">
          <IconButton
            name="Shape: move points"
            keys="D"
            pressed={!drawing}
            onClick={() => toMode('shape')}
          >
            <MousePointer2 size={17} />
          </IconButton>
          <IconButton name="Draw a wire" keys="D" pressed={drawing} onClick={() => toMode('draw')}>
            <PenLine size={17} />
          </IconButton>
        </div>
        <ShapeNotes draft={draft} />
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
      {draft.shape && (
        <StagePanel>
          <ShapePanel draft={draft} shape={draft.shape} />
        </StagePanel>
      )}
      {!draft.shape && (
        <StagePanel>
          {/* With nothing drawn yet one begins by bringing in; afterwards with what a finished piece needs. */}
          {!isDrawn && <BringIn onFile={bringIn} editor={editor} />}
          {!isDrawn && <ShapesSection begin={beginShape} open={draft.open} />}
          <SizeSection />
          {shown.picture && <PictureSection view={pictureView} onView={setPictureView} />}
          <LineSection />
          <PointSection editor={editor} />
          <WiresSection editor={editor} />
          <MirrorSection />
          {isDrawn && <ShapesSection begin={beginShape} open={draft.open} />}
          {isDrawn && <BringIn onFile={bringIn} editor={editor} />}
        </StagePanel>
      )}
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
          ? 'Click where the wire begins, or drop a picture or a drawing (SVG, DXF) here.'
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
