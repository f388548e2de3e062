import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Image, Layers, PenLine } from 'lucide-react';
import { useNavigate, useSearchParams } from 'react-router';
import { toast } from 'sonner';
import { scaledMap, sizeMap } from '@core/file';
import { distance, pointAt, segmentLength, type Vec } from '@core/geometry';
import type { Piece, PictureSize } from '@core/piece';
import { printLength } from '@core/units';
import { mapCubic, type PlaneMap, type TracedStroke, type TraceStage } from '@core/trace';
import { Bench } from '~/components/Bench';
import { StagePanel } from '~/components/StagePanel';
import { Button, IconButton } from '~/components/ui';
import { choicesOf, FIRST_CHOICES, type Tool, type TraceChoices } from '~/screens/trace/choices';
import { EraseLayer, SizeLayer, StrokesLayer } from '~/screens/trace/TraceLayer';
import { LinesSection, RangeField, SizeSection, StrokesSection } from '~/screens/trace/TracePanel';
import { useTracing, type PictureInHand, type Tracing } from '~/screens/useTracing';
import { bringIn } from '~/state/knee';
import { usePiece, useWorkbench } from '~/state/workbench';
import { startTracer } from '~/workers/tracer';

const STAGE_WORDS: Record<TraceStage | 'opening', string> = {
  opening: 'Opening the picture…',
  light: 'Evening out the light…',
  ink: 'Finding the ink…',
  lines: 'Following the lines…',
  curves: 'Smoothing the curves…',
};
const STAGE_SHARE: Record<TraceStage | 'opening', number> = {
  opening: 0.1,
  light: 0.3,
  ink: 0.6,
  lines: 0.75,
  curves: 0.9,
};

type Show = 'both' | 'picture' | 'lines';

export default function TraceScreen() {
  const piece = usePiece();
  const [search] = useSearchParams();
  const id = search.get('picture') ?? piece.picture?.id ?? null;
  if (!id) {
    return (
      <p className="m-auto max-w-md p-8 text-center text-soft">
        No picture has been chosen. Go to Figure and choose “Trace a picture”.
      </p>
    );
  }
  return <Tracer key={id} pictureId={id} piece={piece} />;
}

function Tracer({ pictureId, piece }: { pictureId: string; piece: Piece }) {
  const { settings } = useWorkbench();
  const known = piece.picture?.id === pictureId ? piece.picture : null;
  const [choices, setChoices] = useState<TraceChoices>(known ? choicesOf(known) : FIRST_CHOICES);
  const [tool, setTool] = useState<Tool>('look');
  const [show, setShow] = useState<Show>('both');
  const [fade, setFade] = useState(0.45);
  const [chosen, setChosen] = useState<number | null>(null);
  const { mode, sensitivity, gapPens, erased } = choices;
  const options = useMemo(
    () => ({ mode, sensitivity, gapPens, erased }),
    [mode, sensitivity, gapPens, erased],
  );
  const tracing = useTracing(pictureId, options);
  const { picture, trace } = tracing;
  const change = useCallback(
    (next: Partial<TraceChoices>) => setChoices((now) => ({ ...now, ...next })),
    [],
  );
  const strokes = useMemo(() => trace?.strokes ?? [], [trace]);
  const near = Math.max(4, trace?.penPx ?? 0);
  const dropped = useMemo(
    () => droppedOf(strokes, choices.dropped, near),
    [strokes, choices.dropped, near],
  );
  const toggle = useCallback(
    (i: number) => {
      const stroke = strokes[i];
      if (!stroke) return;
      const at = middleOf(stroke);
      setChoices((now) => {
        const rest = now.dropped.filter((p) => !liesOn(stroke, p, near));
        return {
          ...now,
          dropped: rest.length < now.dropped.length ? rest : [...now.dropped, at],
        };
      });
    },
    [strokes, near],
  );
  const sized = useMemo(
    () => sizedStrokes(choices.size, choices.scale, strokes, dropped),
    [choices.size, choices.scale, strokes, dropped],
  );
  const extent = useMemo(
    () => (picture ? { minX: 0, minY: 0, maxX: picture.width, maxY: picture.height } : null),
    [picture],
  );

  return (
    <>
      <div className="relative min-h-0 flex-1">
        <Bench
          label="Picture"
          extent={extent}
          fitKey={picture ? picture.url : 'none'}
          actualPxPerMm={null}
          unit={settings.unit}
          plain
        >
          {(view) => (
            <>
              {picture && show !== 'lines' && (
                <image
                  href={picture.url}
                  width={picture.width}
                  height={picture.height}
                  opacity={show === 'picture' ? 1 : 1 - fade}
                  preserveAspectRatio="none"
                />
              )}
              {picture && show === 'lines' && (
                <rect width={picture.width} height={picture.height} fill="var(--raised)" />
              )}
              <EraseLayer
                erased={erased}
                active={tool === 'erase'}
                view={view}
                onErase={(region) => change({ erased: [...erased, region] })}
              />
              {show !== 'picture' && tool === 'look' && (
                <StrokesLayer
                  strokes={strokes}
                  dropped={dropped}
                  chosen={chosen}
                  view={view}
                  onToggle={toggle}
                  onPoint={setChosen}
                />
              )}
              {picture && tool === 'look' && (
                <SizeLayer
                  size={choices.size}
                  view={view}
                  onSize={(size) => change({ size, scale: 1 })}
                />
              )}
            </>
          )}
        </Bench>
        <div className="absolute left-2 top-2 flex items-center gap-0.5 rounded-lg border border-line bg-raised/95 p-0.5">
          <IconButton
            name="Picture and lines"
            pressed={show === 'both'}
            onClick={() => setShow('both')}
          >
            <Layers size={17} />
          </IconButton>
          <IconButton
            name="Only the picture"
            pressed={show === 'picture'}
            onClick={() => setShow('picture')}
          >
            <Image size={17} />
          </IconButton>
          <IconButton
            name="Only the lines"
            pressed={show === 'lines'}
            onClick={() => setShow('lines')}
          >
            <PenLine size={17} />
          </IconButton>
        </div>
        <Progress tracing={tracing} />
      </div>
      <StagePanel>
        <Outcome tracing={tracing} />
        {picture && (
          <>
            <LinesSection choices={choices} change={change} tool={tool} setTool={setTool} />
            <SizeSection
              size={choices.size}
              scale={choices.scale}
              picture={picture}
              unit={settings.unit}
              onSize={(size) => change({ size, scale: 1 })}
            />
            {strokes.length > 0 && (
              <StrokesSection
                lengths={sized.lengths}
                tookMs={trace?.ms ?? 0}
                dropped={dropped}
                chosen={chosen}
                unit={settings.unit}
                onToggle={toggle}
                onPoint={setChosen}
              />
            )}
            <div className="border-b border-line px-4 py-3">
              <RangeField
                label="Fade the picture"
                value={fade}
                min={0}
                max={1}
                step={0.05}
                words={`${Math.round(fade * 100)} %`}
                onChange={setFade}
              />
            </div>
            <Finish
              pictureId={pictureId}
              picture={picture}
              choices={choices}
              strokes={strokes.filter((_, i) => !dropped.has(i))}
              ready={trace !== null && !tracing.rough && tracing.stage === null}
              problem={sized.problem}
            />
          </>
        )}
      </StagePanel>
    </>
  );
}

function Progress({ tracing: { stage, cancel } }: { tracing: Tracing }) {
  if (!stage) return null;
  return (
    <div
      role="status"
      className="absolute left-1/2 top-3 flex -translate-x-1/2 items-center gap-3 rounded-lg border border-line bg-raised px-3 py-1.5 text-sm shadow"
    >
      <span className="w-44">{STAGE_WORDS[stage]}</span>
      <span className="h-1.5 w-24 overflow-hidden rounded-full bg-line" aria-hidden="true">
        <span
          className="block h-full bg-patina"
          style={{ width: `${STAGE_SHARE[stage] * 100}%` }}
        />
      </span>
      <Button look="quiet" onClick={cancel}>
        Stop
      </Button>
    </div>
  );
}

/** What to do when nothing, or too much, was found. */
function Outcome({ tracing: { problem, trace, stage, again } }: { tracing: Tracing }) {
  if (problem) {
    return (
      <div role="alert" className="border-b border-line bg-alert-wash px-4 py-3 text-sm text-alert">
        <p>{problem}</p>
        <Button look="quiet" onClick={again}>
          Try again
        </Button>
      </div>
    );
  }
  if (!trace || stage || trace.strokes.length > 0) return null;
  return (
    <p role="alert" className="border-b border-line bg-alert-wash px-4 py-3 text-sm text-alert">
      {trace.tooBusy
        ? 'There is too much in this picture to be a drawing. Try one with only the figure on plain paper, or leave out all the rest.'
        : 'No line was found. Try a paler setting below, or a sharper picture with more light on it.'}
    </p>
  );
}

function Finish({
  pictureId,
  picture,
  choices,
  strokes,
  ready,
  problem,
}: {
  pictureId: string;
  picture: PictureInHand;
  choices: TraceChoices;
  strokes: readonly TracedStroke[];
  ready: boolean;
  problem: string | null;
}) {
  const { settings, store, tools } = useWorkbench();
  const navigate = useNavigate();
  const [search] = useSearchParams();
  const [busy, setBusy] = useState(false);
  const take = async (): Promise<boolean> => {
    setBusy(true);
    const tracer = startTracer();
    try {
      const piece = store.getState().piece;
      const answer = await tracer.remote.finish(piece, strokes, {
        id: pictureId,
        name: picture.name.slice(0, 200),
        widthPx: picture.width,
        heightPx: picture.height,
        mode: choices.mode,
        sensitivity: choices.sensitivity,
        gapPens: choices.gapPens,
        erased: [...choices.erased],
        dropped: choices.dropped.slice(-2000),
        size: choices.size,
        scale: choices.scale,
      });
      if (!answer.ok) {
        toast.error(`${answer.message} Your piece is as it was.`, { duration: 12_000 });
        return false;
      }
      const { paths, picture: traced, kept, lost } = answer.value;
      await bringIn(store, tools, settings.unit, (p) => ({ ...p, paths, picture: traced }));
      if (lost.length > 0) {
        toast.warning(
          `The corrections to ${wires(lost)} could not be kept, since rims took the place of lines. Undo brings them back.`,
          { duration: 12_000 },
        );
      }
      if (kept.length > 0) toast.message(`Your own work on ${wires(kept)} was kept.`);
      void navigate('../figure', { replace: found });
      return true;
    } finally {
      tracer.stop();
      setBusy(false);
    }
  };
  // What was dropped to see its numbers is taken as it was found, unless it is looked at first.
  const found = search.get('take') === 'found';
  const untouched = choices === FIRST_CHOICES;
  const { size } = choices;
  const high = size.by === 'height' ? `, ${printLength(size.mm, settings.unit)} high` : '';
  const isPlain = ready && problem === null && strokes.length > 0 && strokes.length <= MOST_TAKEN;
  const taken = useRef(false);
  useEffect(() => {
    if (!found || !untouched || !isPlain || taken.current) return;
    taken.current = true;
    void take().then((done) => {
      if (!done) return;
      toast.message(
        `Followed ${strokes.length === 1 ? 'one line' : `${strokes.length} lines`} of the picture${high}.`,
        {
          position: 'top-left',
          duration: 12_000,
          action: { label: 'Look at the tracing', onClick: () => void navigate('../trace') },
        },
      );
    });
  });
  return (
    <div className="sticky bottom-0 space-y-2 border-t border-line bg-panel px-4 py-3">
      {problem && (
        <p role="alert" className="text-sm text-alert">
          {problem}
        </p>
      )}
      <div className="flex gap-2">
        <Button
          look="main"
          disabled={!ready || busy || strokes.length === 0 || problem !== null}
          onClick={() => void take()}
        >
          {strokes.length === 0
            ? 'Use the lines'
            : strokes.length === 1
              ? 'Use this line'
              : `Use these ${strokes.length} lines`}
        </Button>
        <Button onClick={() => void navigate('../figure')}>Leave</Button>
      </div>
    </div>
  );
}

/** More lines than this are looked at first: most are not of the figure. */
const MOST_TAKEN = 12;

const wires = (numbers: readonly number[]): string =>
  numbers.length === 1 ? `wire ${numbers[0]}` : `wires ${numbers.join(', ')}`;

function middleOf(stroke: TracedStroke): Vec {
  return pointAt(stroke.cubics[stroke.cubics.length >> 1]!, 0.5);
}

const liesOn = (stroke: TracedStroke, p: Vec, near: number): boolean =>
  stroke.cubics.some((c) => {
    for (let k = 0; k <= 8; k++) if (distance(pointAt(c, k / 8), p) < near) return true;
    return false;
  });

function droppedOf(
  strokes: readonly TracedStroke[],
  points: readonly Vec[],
  near: number,
): ReadonlySet<number> {
  const out = new Set<number>();
  if (points.length === 0) return out;
  strokes.forEach((s, i) => {
    if (points.some((p) => liesOn(s, p, near))) out.add(i);
  });
  return out;
}

/** Lengths of all strokes at the size that the kept ones are given. */
function sizedStrokes(
  size: PictureSize,
  scale: number,
  strokes: readonly TracedStroke[],
  dropped: ReadonlySet<number>,
): { lengths: (number | null)[]; problem: string | null } {
  const kept = strokes.filter((_, i) => !dropped.has(i));
  if (kept.length === 0) return { lengths: strokes.map(() => null), problem: null };
  let map: PlaneMap;
  try {
    map = scaledMap(sizeMap(size, kept), scale);
  } catch (error) {
    const problem = error instanceof Error ? error.message : 'This size cannot be used.';
    return { lengths: strokes.map(() => null), problem };
  }
  const lengths = strokes.map((s) =>
    s.cubics.reduce(
      (sum, c) => sum + mapCubic(map, c).reduce((part, m) => part + segmentLength(m), 0),
      0,
    ),
  );
  return { lengths, problem: null };
}
