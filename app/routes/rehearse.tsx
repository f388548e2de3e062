import { useEffect, useMemo, useState } from 'react';
import { ChevronLeft, ChevronRight, Pause, Play, SkipBack, SkipForward } from 'lucide-react';
import { Link } from 'react-router';
import { useStore, type StoreApi } from 'zustand';
import { foldedFigure } from '@core/dressing';
import { bothBoxes, growBox, type Box } from '@core/geometry';
import { stepBox, type WireEndSide } from '@core/steps';
import { Bench } from '~/components/Bench';
import { FoldedView } from '~/components/FoldedView';
import { useExtent } from '~/components/FigureView';
import { StagePanel } from '~/components/StagePanel';
import { buttonClass, IconButton } from '~/components/ui';
import { RehearsalDrawing } from '~/screens/rehearse/RehearsalDrawing';
import { StepList, StepNow } from '~/screens/rehearse/StepPanel';
import { createRehearsal, shownStep, type Rehearsal } from '~/screens/rehearse/rehearsal';
import { useWork } from '~/screens/bends/useWork';
import { usePiece, usePointer, useShown, useWorkbench } from '~/state/workbench';

const SPEEDS = [0.5, 1, 2, 4, 10, 30] as const;

export default function RehearseScreen() {
  const { settings, pointer } = useWorkbench();
  const now = usePiece();
  const { plan, piece, twin } = useShown();
  const index = usePointer((p) =>
    plan ? Math.max(0, Math.min(p.wire, plan.wires.length - 1)) : 0,
  );
  const found = useWork(index);
  const wire = plan?.wires[index];
  const fits = found?.wire === index && found.marks.marks.length === wire?.bends.length;
  const work = fits ? found : null;
  const [rehearsal] = useState(createRehearsal);
  const last = work ? work.steps.length - 1 : 0;
  useEffect(() => rehearsal.getState().setLast(last), [rehearsal, last]);
  useEffect(() => () => rehearsal.getState().pause(), [rehearsal]);
  useKeys(rehearsal);
  const shown = useStore(rehearsal, (r) => Math.min(last, shownStep(r)));
  const step = work?.steps[shown];
  const bend = step?.marks[0]?.bend ?? null;
  useEffect(() => {
    const at = bend === null ? null : (wire?.bends[bend]?.fromEndMm ?? null);
    pointer.getState().point({ bend, atMm: at });
    return () => pointer.getState().point({ bend: null, atMm: null });
  }, [pointer, bend, wire]);
  const extent = useExtent(piece ?? now, plan);
  // As it lies before the step that is shown and after it, and after the next, which is seen faintly.
  const reached = useMemo(() => {
    if (!wire || !work) return null;
    const [now, next] = [shown, Math.min(last, shown + 1)].map((step) =>
      stepBox(wire, work, step, NO_ENDS),
    );
    return now && next ? bothBoxes(now, next) : null;
  }, [wire, work, shown, last]);
  const room = useFollowing(reached && extent ? bothBoxes(reached, extent) : extent);
  const out = piece?.outOfPlane;
  const folded = useMemo(
    () => (plan && out?.kind === 'fold' ? foldedFigure(plan, out) : null),
    [plan, out],
  );
  if (!plan || !piece || !work || !step) {
    return (
      <div className="flex flex-1 items-center justify-center p-10 text-center text-soft">
        <p role="status">
          {plan?.wires.length === 0
            ? 'There is nothing to rehearse yet. Draw a figure first.'
            : 'Laying out the blank…'}
        </p>
      </div>
    );
  }
  return (
    <>
      <div className="relative min-h-0 flex-1">
        <Bench
          label={twin ? 'Rehearsal of the mirrored twin' : 'Rehearsal'}
          extent={room}
          followKey={room ? Object.values(room).join(' ') : ''}
          fitKey={`${piece.id}-${index}-${twin}`}
          actualPxPerMm={settings.pxPerMm}
          unit={settings.unit}
        >
          {(view) => (
            <RehearsalDrawing
              plan={plan}
              work={work}
              rehearsal={rehearsal}
              pxPerMm={view.pxPerMm}
            />
          )}
        </Bench>
        {folded && shown === last && (
          <FoldedView view={folded} stock={piece.wire} className="absolute bottom-3 left-3 w-44" />
        )}
        <Link to="../bends" className={`absolute left-3 top-3 ${buttonClass('plain')}`}>
          <ChevronLeft size={16} aria-hidden="true" /> Bends
        </Link>
      </div>
      <StagePanel>
        <Controls rehearsal={rehearsal} />
        <StepNow step={step} work={work} plan={plan} piece={piece} unit={settings.unit} />
        <StepList work={work} plan={plan} at={shown} jump={rehearsal.getState().jump} />
      </StagePanel>
    </>
  );
}

const NO_ENDS: ReadonlySet<WireEndSide> = new Set();
/** The view stays while what is shown fills at least so much of it. */
const FILLS = 0.6;

/** A box to look at that follows another one: it stays as long as that lies in it and is not small there. */
function useFollowing(box: Box | null): Box | null {
  const [held, setHeld] = useState(box);
  const size = (b: Box): number => Math.max(b.maxX - b.minX, b.maxY - b.minY);
  const isIn =
    held !== null &&
    box !== null &&
    box.minX >= held.minX &&
    box.minY >= held.minY &&
    box.maxX <= held.maxX &&
    box.maxY <= held.maxY &&
    size(box) >= FILLS * size(held);
  if (isIn || box === null) return held;
  const next = growBox(box, 0.06 * size(box));
  setHeld(next);
  return next;
}

function Controls({ rehearsal }: { rehearsal: StoreApi<Rehearsal> }) {
  const now = useStore(rehearsal);
  const { at, last, playing, speed, setSpeed, play, pause, step, jump } = now;
  return (
    <div className="sticky top-0 z-10 border-b border-line bg-panel px-4 py-3">
      <div className="flex items-center gap-1" role="group" aria-label="Rehearsal">
        <IconButton name="To the straight blank" keys="Home" onClick={() => jump(0)}>
          <SkipBack size={17} />
        </IconButton>
        <IconButton name="Step back" keys="←" onClick={() => step(-1)} disabled={at <= 0}>
          <ChevronLeft size={19} />
        </IconButton>
        <IconButton
          name={playing ? 'Pause' : 'Play'}
          keys="Space"
          pressed={playing}
          onClick={playing ? pause : play}
        >
          {playing ? <Pause size={17} /> : <Play size={17} />}
        </IconButton>
        <IconButton name="Step on" keys="→" onClick={() => step(1)} disabled={at >= last}>
          <ChevronRight size={19} />
        </IconButton>
        <IconButton name="To the finished figure" keys="End" onClick={() => jump(last)}>
          <SkipForward size={17} />
        </IconButton>
        <span className="flex-1" />
        <label className="flex items-center gap-1.5 text-sm text-soft">
          Speed
          <select
            className="h-8 rounded-md border border-line bg-raised px-1 text-sm text-ink"
            value={speed}
            onChange={(e) => setSpeed(Number(e.target.value))}
          >
            {SPEEDS.map((s) => (
              <option key={s} value={s}>
                {s}×
              </option>
            ))}
          </select>
        </label>
      </div>
      <input
        type="range"
        aria-label="Step"
        aria-valuetext={`step ${shownStep(now)} of ${last}`}
        className="mt-2 w-full accent-patina"
        min={0}
        max={last}
        step={0.01}
        value={at}
        onChange={(e) => jump(Number(e.target.value))}
      />
      <p className="text-right text-xs text-soft" data-testid="step-count">
        step {shownStep(now)} of {last}
      </p>
    </div>
  );
}

/** Arrow and page keys step, space plays, Home and End go to the first and last state. */
function useKeys(rehearsal: StoreApi<Rehearsal>): void {
  useEffect(() => {
    const keys = (event: KeyboardEvent): void => {
      const target = event.target as HTMLElement;
      if (event.ctrlKey || event.metaKey || event.altKey) return;
      if (/^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName)) return;
      if (target.getAttribute('role') === 'slider') return;
      const now = rehearsal.getState();
      const act: Record<string, () => void> = {
        ArrowRight: () => now.step(1),
        ArrowLeft: () => now.step(-1),
        PageDown: () => now.step(1),
        PageUp: () => now.step(-1),
        Home: () => now.jump(0),
        End: () => now.jump(now.last),
        ...(target.tagName === 'BUTTON' ? {} : { ' ': now.playing ? now.pause : now.play }),
      };
      const done = act[event.key];
      if (!done) return;
      event.preventDefault();
      event.stopPropagation();
      done();
    };
    window.addEventListener('keydown', keys, true);
    return () => window.removeEventListener('keydown', keys, true);
  }, [rehearsal]);
}
