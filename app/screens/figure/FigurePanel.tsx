import { useRef } from 'react';
import { FileUp, FlipHorizontal2, ImageUp, PenLine, ScanLine, Trash2 } from 'lucide-react';
import { useNavigate } from 'react-router';
import {
  changePath,
  closePath,
  openPath,
  cutAt,
  isSmoothNode,
  joinEnds,
  moveNode,
  nearestEnd,
  foldedBack,
  reversePathNodes,
  straightenAt,
  type PathEnd,
} from '@core/piece';
import { LengthField } from '~/components/LengthField';
import { Button, Choices, IconButton, Section } from '~/components/ui';
import { PracticeCamera } from '~/screens/PracticeCamera';
import { PICTURE_TYPES } from '~/screens/usePictureFile';
import { RangeField } from '~/screens/trace/TracePanel';
import { useEdit, usePiece, useWorkbench } from '~/state/workbench';
import { freshPathId, type Editor } from '~/screens/useFigureEditor';
import { useMirror } from '~/screens/useMirror';

/** How the traced picture lies under the figure: 0 hidden, 1 plain; or alone, without the wire. */
export interface PictureView {
  readonly opacity: number;
  readonly alone: boolean;
}

export function PictureSection({
  view,
  onView,
}: {
  view: PictureView;
  onView: (view: PictureView) => void;
}) {
  return (
    <Section title="Picture under the figure">
      <Choices
        label="Show"
        value={view.alone ? 'picture' : view.opacity === 0 ? 'wire' : 'both'}
        options={[
          { value: 'both', label: 'both' },
          { value: 'picture', label: 'only picture' },
          { value: 'wire', label: 'only wire' },
        ]}
        onChange={(show) =>
          onView({
            alone: show === 'picture',
            opacity: show === 'wire' ? 0 : Math.max(0.5, view.opacity),
          })
        }
      />
      <RangeField
        label="Strength of the picture"
        value={view.opacity}
        min={0}
        max={1}
        step={0.05}
        words={`${Math.round(view.opacity * 100)} %`}
        onChange={(opacity) => onView({ ...view, opacity })}
      />
    </Section>
  );
}

export function BringIn({ onFile, editor }: { onFile: (file: File) => void; editor: Editor }) {
  const input = useRef<HTMLInputElement>(null);
  const picture = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  const piece = usePiece();
  return (
    <Section title="Bring in or draw">
      <div className="grid grid-cols-2 gap-2">
        <Button onClick={() => input.current?.click()}>
          <FileUp size={16} aria-hidden="true" /> Import a drawing
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
        accept=".svg,image/svg+xml,.dxf,image/vnd.dxf"
        className="hidden"
        aria-label="Drawing file, SVG or DXF"
        onChange={(e) => {
          const file = e.target.files?.[0];
          if (file) onFile(file);
          e.target.value = '';
        }}
      />
    </Section>
  );
}

export function LineSection() {
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
        unit={settings.unit}
        decimals={2}
        min={0.02}
        max={2}
        onChange={(toleranceMm) => edit((p) => ({ ...p, toleranceMm }))}
        hint="Free curves become tool curves within this distance."
      />
    </Section>
  );
}

export function PointSection({ editor }: { editor: Editor }) {
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
        <Button
          onClick={() => edit((p) => changePath(p, path.id, (q) => straightenAt(q, selected)))}
        >
          Straighten here
        </Button>
        <Button
          disabled={!path.closed && (selected === 0 || selected === path.nodes.length - 1)}
          onClick={() => edit((p) => cutAt(p, path.id, selected, freshPathId(p)))}
        >
          Cut here
        </Button>
        <JoinButton editor={editor} />
      </div>
    </Section>
  );
}

/** Joins the chosen end of a wire with the end nearest to it. */
function JoinButton({ editor: { path, selected } }: { editor: Editor }) {
  const piece = usePiece();
  const edit = useEdit();
  if (!path || path.closed || selected === null) return null;
  const end = selected === 0 ? 'start' : selected === path.nodes.length - 1 ? 'end' : null;
  if (!end) return null;
  const from: PathEnd = { pathId: path.id, end };
  const to = nearestEnd(piece, from);
  if (!to) return null;
  const number = piece.paths.findIndex((p) => p.id === to.pathId) + 1;
  return (
    <Button onClick={() => edit((p) => joinEnds(p, from, to))}>
      {to.pathId === path.id ? 'Join both ends' : `Join to wire ${number}`}
    </Button>
  );
}

/** Mirrors the better half of the figure onto the other. */
export function MirrorSection() {
  const piece = usePiece();
  const mirror = useMirror();
  if (piece.paths.length === 0) return null;
  return (
    <Section title="Symmetry">
      <Button onClick={() => void mirror()}>
        <FlipHorizontal2 size={16} aria-hidden="true" /> Mirror the better half
      </Button>
    </Section>
  );
}

export function WiresSection({ editor }: { editor: Editor }) {
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
                edit((p) => changePath(p, path.id, (q) => (q.closed ? openPath(q) : closePath(q))))
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
      {editor.path && !editor.path.closed && editor.path.nodes.length > 1 && (
        <Button
          onClick={() => edit((p) => changePath(p, editor.path!.id, foldedBack))}
        >{`Fold wire ${piece.paths.findIndex((p) => p.id === editor.path?.id) + 1} back over itself`}</Button>
      )}
      {piece.paths.length > shown.length && (
        <p className="text-sm text-soft">and {piece.paths.length - shown.length} more</p>
      )}
    </Section>
  );
}
