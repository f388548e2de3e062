import { useCallback, useEffect, useState } from 'react';
import { ChevronDown, ChevronLeft, ChevronRight, NotebookPen, Pause, Play, X } from 'lucide-react';
import { Popover } from 'radix-ui';
import { Link, useNavigate } from 'react-router';
import type { CountKey } from '@core/item';
import {
  NO_NOTES,
  withStep,
  type JudgedPhoto,
  type MakingRecord,
  type MakeStep,
} from '@core/making';
import type { MakingPlan } from '@core/planning';
import { SaveTrouble } from '~/components/SaveTrouble';
import { Button, IconButton } from '~/components/ui';
import { useAssembly } from '~/screens/dressing/useAssembly';
import { Finish, usedOf } from '~/screens/make/Finish';
import { MadePhoto } from '~/screens/make/MadePhoto';
import { printTime } from '~/screens/make/printTime';
import { StepNotes } from '~/screens/make/StepNotes';
import { StepPicture } from '~/screens/make/StepPicture';
import { StepWords } from '~/screens/make/StepWords';
import { useOffline, useOnlyTab, useTimer, useWakeLock } from '~/screens/make/useBench';
import { useMakingRecord } from '~/screens/make/useMakingRecord';
import { FeltOfMade } from '~/screens/verdict/FeltOfMade';
import { useWords } from '~/state/useWords';
import { useShown, useWorkbench } from '~/state/workbench';
import { listMakings, loadMaking } from '~/storage/makings';
import { learnOwnHand } from '~/storage/ownHand';
import { report } from '~/storage/report';
import type { Route } from './+types/making';

export async function clientLoader({ params }: Route.ClientLoaderArgs) {
  const making = await loadMaking(params.makingId);
  if (!making) {
    throw new Response('This making is not in this browser.', { status: 404 });
  }
  const others = await listMakings(params.pieceId);
  const sample = others.find((m) => m.sample && m.id !== making.id && m.twin === making.twin);
  return { making, sample: sample?.judged.at(-1) ?? null };
}
clientLoader.hydrate = true as const;

export default function MakingScreen({ loaderData }: Route.ComponentProps) {
  const { pointer } = useWorkbench();
  const { making, sample } = loaderData;
  // The steps are those of the hand that was begun.
  useEffect(() => {
    pointer.getState().point({ twin: making.twin });
  }, [pointer, making.twin]);
  const made = useAssembly(making.copies);
  const { plan, piece, dressing } = useShown();
  if (made?.twin !== making.twin || made.copies !== making.copies || !plan || !piece || !dressing) {
    return (
      <p className="flex flex-1 items-center justify-center text-2xl text-soft" role="status">
        Laying out the steps…
      </p>
    );
  }
  return <AtBench key={making.id} first={making} made={made} sample={sample} />;
}

/** Which step it is; all of them, to go to any. */
function StepList({
  steps,
  index,
  go,
}: {
  steps: readonly MakeStep[];
  index: number;
  go: (to: number) => void;
}) {
  const told = useWords();
  const [open, setOpen] = useState(false);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger className="inline-flex min-h-11 shrink-0 items-center gap-1 rounded-md px-2 text-lg text-soft hover:bg-patina-wash">
        <span data-testid="make-count">
          step {index + 1} of {steps.length}
        </span>
        <ChevronDown size={18} aria-hidden="true" />
        <span className="sr-only">, all steps</span>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={4}
          aria-label="All steps"
          className="z-40 max-h-[70dvh] w-[min(26rem,92vw)] overflow-y-auto rounded-xl border border-line bg-raised p-1.5 shadow-xl"
          // Its keys are for the list.
          onKeyDown={(e) => e.stopPropagation()}
        >
          <ol>
            {steps.map((s, i) => (
              <li key={s.id}>
                <button
                  type="button"
                  aria-current={i === index ? 'step' : undefined}
                  className={`flex min-h-11 w-full items-center gap-3 rounded-md px-3 text-left hover:bg-patina-wash ${i === index ? 'bg-patina-wash font-semibold' : ''}`}
                  onClick={() => {
                    setOpen(false);
                    go(i);
                  }}
                >
                  <span className="w-7 shrink-0 text-right tabular-nums text-soft">{i + 1}</span>
                  <span>{told(s.title)}</span>
                </button>
              </li>
            ))}
          </ol>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

/** Where the step in hand is in the list; the end of the list is the finish. */
function indexOf(making: MakingRecord, steps: readonly MakeStep[]): number {
  if (making.stepId === END) return steps.length;
  return Math.max(
    0,
    steps.findIndex((s) => s.id === making.stepId),
  );
}

const END = 'end';

function AtBench({
  first,
  made,
  sample,
}: {
  first: MakingRecord;
  made: MakingPlan;
  sample: JudgedPhoto | null;
}) {
  const { settings } = useWorkbench();
  const { plan, piece, dressing } = useShown();
  const { making, change, flush, ...kept } = useMakingRecord(first);
  const [paused, setPaused] = useState(false);
  const [notesOpen, setNotesOpen] = useState(false);
  const navigate = useNavigate();
  const awake = useWakeLock();
  const offline = useOffline();
  const { steps } = made;
  const index = indexOf(making, steps);
  const step = steps[index];
  // Of several tabs at one bench one has the clock.
  const hasClock = useOnlyTab(`clock ${first.id}`);
  useTimer(
    hasClock && !paused && step !== undefined,
    useCallback(
      (ms: number) => change((m) => ({ ...m, workedMs: m.workedMs + ms }), true),
      [change],
    ),
  );
  const go = useCallback(
    (to: number): void => {
      const within = Math.min(steps.length, Math.max(0, to));
      change((m) => ({
        ...m,
        stepId: steps[within]?.id ?? END,
        at:
          steps.length > 0 ? { step: Math.min(within + 1, steps.length), of: steps.length } : null,
        used:
          within === steps.length && m.used.length === 0 && plan && dressing
            ? usedOf(plan, dressing)
            : m.used,
      }));
    },
    [change, steps, plan, dressing],
  );
  const notes = (step && making.steps[step.id]) ?? NO_NOTES;
  const count = useCallback(
    (what: CountKey, by: number): void => {
      if (!step) return;
      const most = step.counts.find((c) => c.what === what)?.count ?? 0;
      change((m) => {
        const { counted } = m.steps[step.id] ?? NO_NOTES;
        const now = Math.min(most, Math.max(0, (counted[what] ?? 0) + by));
        // What is counted within one begins anew with the next.
        const within = what === 'alike' && by > 0 && now < most ? {} : counted;
        return withStep(m, step.id, { counted: { ...within, [what]: now } });
      });
    },
    [change, step],
  );
  /** Counts one off while something is left to count, else goes on. */
  const tap = useCallback((): void => {
    const open = step?.counts.find((c) => (notes.counted[c.what] ?? 0) < c.count);
    if (open) count(open.what, 1);
    else go(index + 1);
  }, [step, notes, count, go, index]);
  useEffect(() => {
    const keys = (event: KeyboardEvent): void => {
      const target = event.target as HTMLElement;
      if (/^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName)) return;
      if (event.ctrlKey || event.metaKey || event.altKey) return;
      if (target.closest('[role="dialog"]')) return;
      const onButton = target.tagName === 'BUTTON' || target.tagName === 'A';
      const act: Record<string, () => void> = {
        ArrowRight: () => go(index + 1),
        PageDown: () => go(index + 1),
        ArrowLeft: () => go(index - 1),
        PageUp: () => go(index - 1),
        Home: () => go(0),
        p: () => setPaused((now) => !now),
        n: () => setNotesOpen((now) => !now),
        ...(onButton ? {} : { ' ': tap }),
      };
      const does = act[event.key];
      if (!does) return;
      event.preventDefault();
      event.stopImmediatePropagation();
      does();
    };
    // Before the keys that change the stage.
    window.addEventListener('keydown', keys, true);
    return () => window.removeEventListener('keydown', keys, true);
  }, [go, index, tap]);

  const trouble = (
    <SaveTrouble
      state={kept.state}
      what="This making"
      keepMine={kept.keepMine}
      takeTheirs={kept.takeTheirs}
    />
  );
  if (!plan || !piece || !dressing) return null;
  if (!step) {
    return (
      <Finish
        trouble={trouble}
        felt={<FeltOfMade />}
        photo={
          <MadePhoto making={making} piece={piece} plan={plan} sample={sample} change={change} />
        }
        making={making}
        unit={settings.unit}
        change={change}
        back={() => go(steps.length - 1)}
        done={() => {
          change((m) => ({ ...m, finished: new Date().toISOString() }));
          void flush()
            .then(learnOwnHand)
            .catch((error: unknown) => report(error, 'own hand'))
            .then(() => navigate('..', { relative: 'path' }));
        }}
      />
    );
  }
  const share = (index + 1) / steps.length;
  return (
    <div className="flex h-dvh w-full flex-col bg-bench" data-testid="bench">
      {trouble}
      <header className="flex items-center gap-3 px-4 py-2 max-sm:gap-1 max-sm:px-2">
        <Link
          to=".."
          relative="path"
          aria-label="Leave the bench"
          className="inline-flex size-10 items-center justify-center rounded-md hover:bg-patina-wash"
        >
          <X size={22} />
        </Link>
        <span className="min-w-0 truncate text-lg font-semibold">
          {piece.name || 'Unnamed piece'}
        </span>
        <StepList steps={steps} index={index} go={go} />
        <span
          className="h-1.5 min-w-4 flex-1 rounded-full bg-line"
          role="progressbar"
          aria-label="Steps done"
          aria-valuemin={0}
          aria-valuemax={steps.length}
          aria-valuenow={index + 1}
        >
          <span
            className="block h-full rounded-full bg-patina"
            style={{ width: `${share * 100}%` }}
          />
        </span>
        <span className="text-sm text-soft max-sm:sr-only">
          {[awake && 'screen stays awake', offline && 'works without a connection']
            .filter(Boolean)
            .join(' · ')}
        </span>
        <span className="min-w-14 text-right text-lg tabular-nums" data-testid="make-time">
          {printTime(making.workedMs)}
        </span>
        <IconButton
          name={paused ? 'Go on timing' : 'Pause the timer'}
          keys="P"
          pressed={paused}
          onClick={() => setPaused(!paused)}
        >
          {paused ? <Play size={18} /> : <Pause size={18} />}
        </IconButton>
        <IconButton
          name="Notes and photos"
          keys="N"
          pressed={notesOpen}
          onClick={() => setNotesOpen(!notesOpen)}
        >
          <NotebookPen size={18} />
        </IconButton>
      </header>
      <main className="flex min-h-0 flex-1 portrait:flex-col">
        <div className="min-h-0 min-w-0 flex-1 cursor-pointer p-3" onClick={tap}>
          <StepPicture
            piece={piece}
            plan={plan}
            dressing={dressing}
            making={made}
            index={index}
            counted={notes.counted}
          />
        </div>
        <div
          className="relative min-h-0 overflow-y-auto bg-panel px-7 py-5 landscape:w-[46%] portrait:h-[48%]"
          tabIndex={0}
          role="region"
          aria-label="Step in words"
        >
          <StepWords step={step} counted={notes.counted} count={count} />
          {step.id === 'compare' && (
            <div className="mt-6">
              <MadePhoto
                making={making}
                piece={piece}
                plan={plan}
                sample={sample}
                change={change}
              />
            </div>
          )}
          {notesOpen && (
            <div className="mt-6 border-t border-line pt-4">
              <StepNotes
                notes={notes}
                change={(part) => change((m) => withStep(m, step.id, part))}
              />
            </div>
          )}
        </div>
      </main>
      <footer className="flex gap-3 border-t border-line bg-panel px-4 py-3">
        <Button
          className="min-h-14 flex-1 text-xl"
          disabled={index === 0}
          onClick={() => go(index - 1)}
        >
          <ChevronLeft size={24} aria-hidden="true" /> Back
        </Button>
        <Button look="main" className="min-h-14 flex-[2] text-xl" onClick={() => go(index + 1)}>
          {index === steps.length - 1 ? 'Done' : 'Next'}{' '}
          <ChevronRight size={24} aria-hidden="true" />
        </Button>
      </footer>
    </div>
  );
}
