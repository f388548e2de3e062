import { useEffect, useState } from 'react';
import { Printer } from 'lucide-react';
import { Link } from 'react-router';
import { benchOf } from '@core/file';
import { batchesOf, type Batch, type MakeStep, type Work } from '@core/making';
import { inWords, type Said } from '@core/words';
import { useDrawer } from '~/screens/drawer/drawerContext';
import { useWanted, type WantedPiece } from '~/screens/drawer/useWanted';
import { Button } from '~/components/ui';
import { report } from '~/storage/report';
import { slowPlanner } from '~/workers/planner';
import { Stopped } from '~/workers/restartable';

const CARD = 'rounded-xl border border-line bg-panel p-5 max-sm:p-4 print:border-0 print:p-0';

const KIND_WORDS: Readonly<Record<MakeStep['task']['kind'], string>> = {
  cut: 'Cut',
  bend: 'Bend',
  off: 'Cut off',
  ends: 'Work the ends',
  dress: 'Put on',
  harden: 'Harden',
  shape: 'Shape',
  join: 'Join',
  joints: 'Make joints',
  chain: 'Join the row',
  solder: 'Solder',
  patina: 'Colour',
  epoxy: 'Glue',
  finish: 'Finish',
  compare: 'Compare',
};

/** So many steps of one batch are told one by one. */
const MOST_TOLD = 6;

/** The steps of all that is to be made in batches of like ones. */
export default function Batches() {
  const { drawer, pieces, toolbox, settings } = useDrawer();
  const told = (said: Said): string => inWords(said, settings.unit);
  const { wanted, busy } = useWanted(drawer.toMake, pieces, toolbox, settings.unit);
  const works = useWorks(busy ? null : wanted, toolbox);
  const batches = works ? batchesOf(works) : [];
  const copies = wanted.reduce((sum, w) => sum + w.copies, 0);
  const alone = (works ?? []).reduce((sum, w) => sum + batchesOf([w]).length * w.of.copies, 0);
  return (
    <section className={CARD} aria-label="Batches">
      <div className="mb-2 flex flex-wrap items-center gap-2">
        <h2 className="flex-1 font-semibold">At the bench, in batches of like steps</h2>
        <Button
          className="print:hidden"
          onClick={() => window.print()}
          disabled={batches.length === 0}
        >
          <Printer size={16} aria-hidden="true" /> Print
        </Button>
      </div>
      {drawer.toMake.length === 0 ? (
        <p className="max-w-prose text-sm text-soft">
          Nothing is to be made.{' '}
          <Link to="/drawer/cuts" className="text-patina underline">
            Choose pieces on the cut list
          </Link>
          , and here stands what of them is done together, tool by tool.
        </p>
      ) : (
        <p className="mb-3 max-w-prose text-sm text-soft" role="status">
          {works
            ? `${copies} to make in ${batches.length} batches: a tool is taken up ${batches.length} times, not ${alone} as one by one. Each piece’s steps stay in the order of its work.`
            : 'The steps are being laid out …'}
        </p>
      )}
      <ol className="space-y-4">
        {batches.map((batch, i) => (
          <li key={i} className="break-inside-avoid">
            <h3 className="flex items-baseline gap-2.5 font-medium">
              <span className="w-6 shrink-0 text-right tabular-nums text-patina">{i + 1}</span>
              <span>
                {KIND_WORDS[batch.kind]}
                {batch.tool && <span className="text-soft"> with {told(batch.tool)}</span>}
              </span>
            </h3>
            <ul className="ml-8.5 text-sm">
              {batch.parts.map((part) => (
                <PartWords key={part.of.key} part={part} told={told} />
              ))}
            </ul>
          </li>
        ))}
      </ol>
    </section>
  );
}

function PartWords({
  part: { of, steps },
  told,
}: {
  part: Batch<WantedPiece>['parts'][number];
  told: (said: Said) => string;
}) {
  const { copies, pieceName, bill } = of;
  return (
    <li className="flex gap-2 border-t border-line py-1 first:border-t-0">
      <span className="mt-0.5 hidden size-4 shrink-0 border border-ink print:inline-block" />
      <span>
        <strong className="font-medium">
          {copies} × {pieceName}
        </strong>
        {bill.made > 1 && <span className="text-soft">, {bill.made} each time</span>}
        <span className="text-soft">: </span>
        {steps.slice(0, MOST_TOLD).map((s, i) => (
          <span key={s.id}>
            {i > 0 && '; '}
            {told(s.title)}
            {s.headline && <span className="tabular-nums text-soft"> {told(s.headline)}</span>}
          </span>
        ))}
        {steps.length > MOST_TOLD && (
          <span className="text-soft">; and {steps.length - MOST_TOLD} more</span>
        )}
      </span>
    </li>
  );
}

/** The steps of each piece that is to be made; null while they are worked out. */
function useWorks(
  wanted: readonly WantedPiece[] | null,
  toolbox: ReturnType<typeof useDrawer>['toolbox'],
): Work<WantedPiece>[] | null {
  const [known, setKnown] = useState<{
    readonly wanted: readonly WantedPiece[];
    readonly works: Work<WantedPiece>[];
  } | null>(null);
  useEffect(() => {
    if (!wanted) return;
    let current = true;
    const work = async (): Promise<void> => {
      const works: Work<WantedPiece>[] = [];
      for (const of of wanted) {
        const { piece, copies } = of;
        const bench = benchOf(toolbox, piece.kit);
        try {
          const together = copies * piece.making.copies;
          works.push({ of, steps: await slowPlanner().work(piece, bench, together) });
        } catch (error) {
          if (!(error instanceof Stopped)) report(error, 'steps in batches');
        }
        if (!current) return;
      }
      setKnown({ wanted, works });
    };
    void work();
    return () => {
      current = false;
    };
  }, [wanted, toolbox]);
  return known?.wanted === wanted ? known.works : null;
}
