import { useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { billOf } from '@core/bill';
import { cutProblem, stillToCut, thingBalance, type Wanted } from '@core/drawer';
import { report } from '~/storage/report';
import { Button } from '~/components/ui';
import { cutter } from '~/workers/cutter';
import { useDrawer } from './drawerContext';
import { dressedPlan } from './dressedPlan';

interface Found {
  readonly pieceId: string;
  readonly name: string;
  /** of the beads and findings some are short */
  readonly things: boolean;
}

/** One question to the solver may take so long, s: whether it is enough shows soon. */
const SECONDS = 1;

/** Which pieces there is wire enough for, cut from what is in the drawer now. */
export function CanMake() {
  const { store, drawer, pieces, toolbox } = useDrawer();
  const [found, setFound] = useState<readonly Found[] | null>(null);
  const [tried, setTried] = useState<number | null>(null);
  const stopped = useRef(false);
  const open = useMemo(
    () => pieces.filter((p) => !drawer.toMake.some((m) => m.pieceId === p.id)),
    [pieces, drawer.toMake],
  );
  const look = async (): Promise<void> => {
    stopped.current = false;
    const enough: Found[] = [];
    setFound(enough);
    for (const [i, piece] of open.entries()) {
      setTried(i);
      if (stopped.current) break;
      try {
        const plan = await dressedPlan(piece, toolbox, '');
        if (!plan) continue;
        const bill = billOf(piece, plan.plan, plan.dressing);
        const { id, name } = piece;
        const one: Wanted = { key: id, pieceId: id, pieceName: name, copies: 1, bill };
        const { needs } = stillToCut([one], []);
        if (needs.length === 0) continue;
        const list = await cutter().cut(cutProblem(drawer, needs), SECONDS);
        if (list.short.length > 0) continue;
        const things = thingBalance(drawer, [one]).some((t) => t.short > 0);
        enough.push({ pieceId: id, name, things });
        setFound([...enough]);
      } catch (error) {
        report(error, 'what can be made');
      }
    }
    setTried(null);
  };
  return (
    <section
      className="rounded-xl border border-line bg-panel p-5 max-sm:p-4 print:hidden"
      aria-label="What can be made"
    >
      <h2 className="mb-2 font-semibold">What can I make of this?</h2>
      <p className="mb-3 max-w-prose text-sm text-soft">
        Goes through your other pieces and tells which of them there is wire enough for, each by
        itself, from the spools and offcuts that are there now.
      </p>
      {tried === null ? (
        <Button onClick={() => void look()} disabled={open.length === 0}>
          Look through {open.length} {open.length === 1 ? 'piece' : 'pieces'}
        </Button>
      ) : (
        <Button onClick={() => (stopped.current = true)}>
          Stop ({tried + 1} of {open.length})
        </Button>
      )}
      {found && (
        <div role="status" className="mt-3 text-sm">
          {found.length === 0 && tried === null && <p>For none of them is there wire enough.</p>}
          <ul className="divide-y divide-line" aria-label="There is wire for">
            {found
              .filter((f) => open.some((p) => p.id === f.pieceId))
              .map((f) => (
                <li key={f.pieceId} className="flex flex-wrap items-center gap-3 py-1">
                  <Link to={`/piece/${f.pieceId}`} className="flex-1 hover:underline">
                    {f.name}
                    {f.things && (
                      <span className="text-soft">, but beads or findings are short</span>
                    )}
                  </Link>
                  <Button
                    onClick={() =>
                      store.getState().edit((d) => ({
                        ...d,
                        toMake: [...d.toMake, { pieceId: f.pieceId, copies: 1 }],
                      }))
                    }
                  >
                    Put {f.name} on the list
                  </Button>
                </li>
              ))}
          </ul>
        </div>
      )}
    </section>
  );
}
