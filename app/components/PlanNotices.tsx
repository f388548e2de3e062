import { TriangleAlert } from 'lucide-react';
import { changePath, closePath, drawnPath, endsMeet, type Piece } from '@core/piece';
import { breachRemedy, breachWords, type Plan, type Unplanned } from '@core/plan';
import { printThickness } from '@core/units';
import { pathData } from '@core/file';
import { useEdit, usePiece, useWorkbench } from '~/state/workbench';
import { useUnit, useWords } from '~/state/useWords';
import { Button } from './ui';

/** Notices shown at once; more would push the figure off the screen. */
const MOST = 3;

/** What the plan cannot say or must ask, above every stage: wires without a plan, and ends that meet. */
export function PlanNotices() {
  const { planState } = useWorkbench();
  const piece = usePiece();
  const unplanned = planState.plan?.unplanned ?? [];
  const many = (planState.plan?.wires.length ?? 0) + unplanned.length > 1;
  const meeting = piece.route ? [] : piece.paths.filter(endsMeet);
  if (unplanned.length + meeting.length === 0) return null;
  return (
    <div className="shrink-0">
      {unplanned.slice(0, MOST).map((u) => (
        <UnplannedNotice key={u.pathId} unplanned={u} many={many} piece={piece} />
      ))}
      {unplanned.length > MOST && (
        <p className="border-t border-alert bg-alert-wash px-4 py-1.5 text-sm text-alert">
          and {unplanned.length - MOST} more wires without a plan
        </p>
      )}
      {meeting.slice(0, 1).map((path) => (
        <MeetingEnds key={path.id} piece={piece} pathId={path.id} />
      ))}
    </div>
  );
}

function UnplannedNotice({
  unplanned: { breach, place },
  many,
  piece,
}: {
  unplanned: Unplanned;
  many: boolean;
  piece: Piece;
}) {
  const edit = useEdit();
  const told = useWords();
  const unit = useUnit();
  const looser = Math.min(2, Number((2 * piece.toleranceMm).toFixed(2)));
  const far = breach.law === 'strays' || breach.law === 'turns' || breach.law === 'length';
  return (
    <div
      role="alert"
      className="flex flex-wrap items-center gap-x-3 gap-y-1 border-t border-alert bg-alert-wash px-4 py-2 text-sm text-alert"
    >
      <TriangleAlert size={16} aria-hidden="true" />
      <p className="min-w-64 flex-1">
        <strong>{many ? `Wire ${place + 1} is not planned.` : 'This wire is not planned.'}</strong>{' '}
        {told(breachWords(breach))} {told(breachRemedy(breach))} The place is marked on the figure;
        no number of this wire is used anywhere.
      </p>
      {far && looser > piece.toleranceMm && (
        <Button onClick={() => edit((p) => ({ ...p, toleranceMm: looser }))}>
          Stray up to {printThickness(looser, unit)}
        </Button>
      )}
      {!far && piece.basis !== 'centre' && (
        <Button onClick={() => edit((p) => ({ ...p, basis: 'centre' }))}>
          Take the line as the wire’s centre
        </Button>
      )}
    </div>
  );
}

function MeetingEnds({ piece, pathId }: { piece: Piece; pathId: string }) {
  const edit = useEdit();
  const index = piece.paths.findIndex((p) => p.id === pathId);
  const answer = (closes: boolean): void =>
    edit((p) =>
      changePath(p, pathId, (q) => (closes ? closePath(q) : { ...q, touches: true as const })),
    );
  return (
    <div
      role="group"
      aria-label="Ends that meet"
      className="flex flex-wrap items-center gap-x-3 gap-y-1 border-t border-line bg-panel px-4 py-2 text-sm"
    >
      <p className="min-w-64 flex-1">
        {piece.paths.length > 1
          ? `The ends of wire ${index + 1} meet.`
          : 'The ends of this wire meet.'}{' '}
        Does the wire close there, or does it only touch itself?
      </p>
      <Button onClick={() => answer(true)}>It closes</Button>
      <Button onClick={() => answer(false)}>It only touches</Button>
    </div>
  );
}

/** The lines without a plan, as drawn, and the place that is at fault. */
export function UnplannedLayer({ piece, plan, px }: { piece: Piece; plan: Plan; px: number }) {
  const told = useWords();
  return plan.unplanned.map(({ pathId, breach }) => {
    const path = piece.paths.find((p) => p.id === pathId);
    return (
      <g key={pathId} pointerEvents="none">
        {path && (
          <path
            d={pathData(drawnPath(path).segments)}
            fill="none"
            stroke="var(--alert)"
            strokeWidth={1.5 * px}
            strokeDasharray={`${5 * px} ${4 * px}`}
          />
        )}
        <circle
          cx={breach.at.x}
          cy={breach.at.y}
          r={11 * px}
          fill="none"
          stroke="var(--alert)"
          strokeWidth={2.5 * px}
        >
          <title>Not planned: {told(breachWords(breach))}</title>
        </circle>
      </g>
    );
  });
}
