import { ChevronDown, ChevronUp, Redo2, Settings2, TriangleAlert, Undo2 } from 'lucide-react';
import { memo, useEffect, useMemo, useState, type ReactNode } from 'react';
import { toast } from 'sonner';
import { Link, NavLink, Outlet, useLocation, useNavigate } from 'react-router';
import { useStore } from 'zustand';
import { benchOf, writePiece } from '@core/file';
import type { Piece } from '@core/piece';
import { Brand } from '~/components/Brand';
import { Calm } from '~/components/Calm';
import { EarlierStates } from '~/components/EarlierStates';
import { PlanNotices } from '~/components/PlanNotices';
import { PlanProgress } from '~/components/PlanProgress';
import { saveFile } from '~/components/saveFile';
import { SaveTrouble } from '~/components/SaveTrouble';
import { ShortcutsDialog } from '~/components/Shortcuts';
import { StripView } from '~/components/StripView';
import { GaugeNote } from '~/screens/verdict/GaugeNote';
import { Button, IconButton } from '~/components/ui';
import { createPieceStore } from '~/state/pieceStore';
import type { SaveState } from '~/state/keeper';
import { useAutosave } from '~/state/useAutosave';
import { usePlan } from '~/state/usePlan';
import {
  createPointer,
  useHistory,
  useShown,
  useShownPiece,
  useWorkbench,
  WorkbenchContext,
  type Workbench,
} from '~/state/workbench';
import { useWorkshop } from '~/state/workshop';
import { demoAtFirst } from '~/storage/demo';
import { loadPiece } from '~/storage/pieces';
import { report } from '~/storage/report';
import type { Route } from './+types/piece';

export async function clientLoader({ params }: Route.ClientLoaderArgs) {
  const piece = (await loadPiece(params.pieceId)) ?? (await loadAtFirst(params.pieceId));
  if (!piece)
    throw new Response(
      'This piece is not in this browser. It may have been deleted, or made on another device.',
      { status: 404 },
    );
  return { piece };
}
clientLoader.hydrate = true as const;

/** A Lantern Lane piece whose address is where a first visit begins. */
async function loadAtFirst(id: string): Promise<Piece | null> {
  try {
    await demoAtFirst();
  } catch (error) {
    report(error, 'the Lantern Lane pieces');
  }
  return loadPiece(id);
}

/** The open piece lives in its store; walking between stages must not read it again. */
export function shouldRevalidate({
  currentParams,
  nextParams,
}: {
  currentParams: { pieceId?: string };
  nextParams: { pieceId?: string };
}): boolean {
  return currentParams.pieceId !== nextParams.pieceId;
}

export const STAGES = [
  { path: 'figure', name: 'Figure', key: '1' },
  { path: 'wire', name: 'Wire', key: '2' },
  { path: 'bends', name: 'Bends', key: '3' },
  { path: 'dressing', name: 'Dressing', key: '4' },
  { path: 'sheet', name: 'Sheet', key: '5' },
  { path: 'make', name: 'Make', key: '6' },
] as const;

export default function PieceScreen({ loaderData }: Route.ComponentProps) {
  return <OpenPiece key={loaderData.piece.id} piece={loaderData.piece} />;
}

/** A change that the piece could not be opened with again is not made. */
const sayRefused = (why: string): void => {
  toast.error(`That was not done: ${why}. The piece is as it was.`, { duration: 12_000 });
};

function OpenPiece({ piece }: { piece: Piece }) {
  const [store] = useState(() => createPieceStore(piece, sayRefused));
  const [pointer] = useState(createPointer);
  const kept = useAutosave(store);
  // Making fills the screen: only the step in hand is there.
  const atBench = /\/make\/[^/]+$/.test(useLocation().pathname);
  const Stage = atBench ? 'div' : 'main';
  return (
    <Bench store={store} pointer={pointer}>
      <div className="flex h-dvh flex-col overflow-hidden">
        {!atBench && <Header kept={kept} />}
        {!atBench && <PlanNotices />}
        <Stage className="flex min-h-0 flex-1 flex-col lg:flex-row short:flex-row">
          <Outlet />
        </Stage>
        {!atBench && <Foot />}
      </div>
    </Bench>
  );
}

/**
 * The open piece with its plan, for all screens below. It alone is rendered for each move of what is dragged: what is in
 * it is made outside.
 */
function Bench({
  store,
  pointer,
  children,
}: Pick<Workbench, 'store' | 'pointer'> & { children: ReactNode }) {
  const { settings, toolbox } = useWorkshop();
  const shown = useStore(store, (s) => s.draft ?? s.piece);
  const tools = useMemo(() => benchOf(toolbox, shown.kit), [toolbox, shown.kit]);
  const isDragged = useStore(store, (s) => s.draft !== null);
  const planState = usePlan(shown, tools, isDragged);
  const bench = useMemo<Workbench>(
    () => ({ store, pointer, settings, toolbox, tools, planState }),
    [store, pointer, settings, toolbox, tools, planState],
  );
  return <WorkbenchContext value={bench}>{children}</WorkbenchContext>;
}

/** On low screens the strip is folded at first. */
const LOW = '(max-height: 35rem)';

function Foot() {
  const { planState } = useWorkbench();
  const shown = useShownPiece();
  const waiting = planState.planned !== shown && planState.error === null;
  const [folded, setFolded] = useState(() => window.matchMedia(LOW).matches);
  return (
    <footer
      className={`relative shrink-0 overflow-hidden border-t border-line bg-panel ${folded ? 'h-11' : 'h-[9.4rem]'}`}
      aria-busy={waiting}
    >
      <div
        className="h-[9.4rem] pr-11"
        // Who goes to the strip wishes to see it.
        onFocus={(e) => e.target.getAttribute('role') === 'slider' && setFolded(false)}
      >
        <Calm>
          <Strip />
        </Calm>
      </div>
      <div className="absolute right-1.5 top-1">
        <IconButton
          name={folded ? 'Show the strip' : 'Fold the strip'}
          onClick={() => setFolded(!folded)}
        >
          {folded ? <ChevronUp size={17} /> : <ChevronDown size={17} />}
        </IconButton>
      </div>
      {planState.slow && (
        <div className="absolute top-2 right-12">
          <PlanProgress progress={planState.progress} stop={planState.stop} />
        </div>
      )}
    </footer>
  );
}

const Strip = memo(function Strip() {
  const { settings, planState } = useWorkbench();
  const { plan, piece, dressing, twin } = useShown();
  const onBends = useLocation().pathname.endsWith('/bends');
  if (plan && piece) {
    return (
      <StripView
        piece={piece}
        plan={plan}
        dressing={dressing}
        unit={settings.unit}
        shiftable={onBends && !twin}
        beside={<GaugeNote piece={piece} />}
      />
    );
  }
  if (planState.error) {
    return (
      <div role="alert" className="flex flex-wrap items-center gap-3 p-5 text-sm text-alert">
        <TriangleAlert size={16} aria-hidden="true" className="shrink-0" />
        <p className="min-w-0 flex-1 basis-72">{planState.error}</p>
        <Button onClick={planState.again}>Plan it again</Button>
      </div>
    );
  }
  return (
    <p className="p-5 text-sm text-soft" role="status">
      Working out the strip…
    </p>
  );
});

function Header({ kept }: { kept: ReturnType<typeof useAutosave> }) {
  const bench = useBenchPiece();
  const { canUndo, canRedo, undo, redo } = useHistory();
  const navigate = useNavigate();
  const [help, setHelp] = useState(false);
  useEffect(() => {
    const keys = (event: KeyboardEvent): void => {
      const target = event.target as HTMLElement;
      const typing = /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName);
      const command = event.ctrlKey || event.metaKey;
      if (command && event.key.toLowerCase() === 'z') {
        if (typing && (target as HTMLInputElement).type !== 'range') return;
        event.preventDefault();
        if (event.shiftKey) redo();
        else undo();
      } else if (command && event.key.toLowerCase() === 'y') {
        if (typing) return;
        event.preventDefault();
        redo();
      } else if (!command && !typing && !event.altKey) {
        const stage = STAGES.find((s) => s.key === event.key);
        if (stage) void navigate(stage.path);
        else if (event.key === '?') setHelp(true);
        else if (event.key === 't' || event.key === 'T') {
          document.querySelector<SVGElement>('[role="slider"][aria-label="Strip"]')?.focus();
        }
      }
    };
    window.addEventListener('keydown', keys);
    return () => window.removeEventListener('keydown', keys);
  }, [navigate, undo, redo]);

  return (
    <header className="shrink-0 border-b border-line bg-panel">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1 px-3 py-1.5 short:gap-x-1 short:py-0.5">
        <Brand />
        <label className="min-w-28 max-w-72 flex-1 short:min-w-16">
          <span className="sr-only">Name of the piece</span>
          <input
            className="h-9 w-full truncate rounded-md border border-transparent bg-transparent px-2 font-semibold hover:border-line"
            value={bench.name}
            maxLength={120}
            onChange={(e) => bench.rename(e.target.value)}
            placeholder="Unnamed piece"
          />
        </label>
        <Stages />
        <span className="flex-1 short:hidden" />
        <SaveNote state={kept.state} />
        <EarlierStates piece={bench.piece} take={bench.bringBack} />
        <IconButton name="Undo" keys="Ctrl Z" onClick={undo} disabled={!canUndo}>
          <Undo2 size={17} />
        </IconButton>
        <IconButton name="Redo" keys="Ctrl Shift Z" onClick={redo} disabled={!canRedo}>
          <Redo2 size={17} />
        </IconButton>
        <ShortcutsDialog open={help} onOpenChange={setHelp} />
        <Link
          to="/settings"
          aria-label="Settings"
          className="inline-flex size-9 items-center justify-center rounded-md hover:bg-patina-wash"
        >
          <Settings2 size={17} />
        </Link>
      </div>
      <SaveTrouble
        state={kept.state}
        what="This piece"
        keepMine={kept.keepMine}
        takeTheirs={kept.takeTheirs}
        toFile={() =>
          saveFile(`${bench.name || 'piece'}.json`, writePiece(bench.piece), 'application/json')
        }
      />
    </header>
  );
}

function useBenchPiece(): {
  piece: Piece;
  name: string;
  rename: (name: string) => void;
  bringBack: (earlier: Piece) => void;
} {
  const { store } = useWorkbench();
  const piece = useStore(store, (s) => s.piece);
  const edit = useStore(store, (s) => s.edit);
  return {
    piece,
    name: piece.name,
    rename: (name) => edit((p) => ({ ...p, name })),
    bringBack: (earlier) => edit(() => earlier),
  };
}

/** The stages along one wire: a bend for each, the one in work filled. */
function Stages() {
  // Tracing is part of the figure, rehearsing of the bends.
  const { pathname } = useLocation();
  const within = pathname.endsWith('/trace')
    ? 'figure'
    : pathname.endsWith('/rehearse')
      ? 'bends'
      : null;
  return (
    <nav aria-label="Stages" className="flex items-stretch">
      {STAGES.map((stage) => (
        <NavLink
          key={stage.path}
          to={stage.path}
          className={({ isActive: here }) => {
            const isActive = here || stage.path === within;
            return `relative flex min-h-9 items-center px-2.5 text-sm sm:px-4 short:px-1.5 short:text-xs after:absolute after:bottom-0.5 after:h-[3px] after:rounded-full ${
              isActive
                ? 'font-semibold text-ink after:inset-x-1.5 after:bg-patina'
                : 'text-soft after:inset-x-0 after:h-px after:bg-line hover:text-ink'
            }`;
          }}
        >
          {stage.name}
        </NavLink>
      ))}
    </nav>
  );
}

function SaveNote({ state }: { state: SaveState }) {
  const words = { saved: 'Kept', saving: 'Keeping…', failed: 'Not kept', conflict: 'Not kept' }[
    state.kind
  ];
  return (
    <span
      role="status"
      className={`text-xs ${state.kind === 'failed' || state.kind === 'conflict' ? 'font-semibold text-alert' : 'text-soft'}`}
    >
      {words}
    </span>
  );
}
