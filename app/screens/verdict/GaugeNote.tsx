import { Link } from 'react-router';
import type { Size } from '@core/gauge';
import { leadStock, type Piece } from '@core/piece';
import { sizeWords } from '@core/plan';
import { useQuery } from '~/state/useQuery';
import { useWords } from '~/state/useWords';
import { useWorkbench } from '~/state/workbench';
import { ratedWords } from './words';

/** Of more bends than this the verdict takes so long that the next plan would wait for it: the Wire stage says it. */
const MOST_BENDS = 600;

/** The gauge in use and what is said of it, beside the length and the bends: the way to its reasons. */
export function GaugeNote({ piece }: { piece: Piece }) {
  const { settings, planState } = useWorkbench();
  const bends = planState.plan?.wires.reduce((sum, w) => sum + w.bends.length, 0) ?? 0;
  const { value: verdict, isNow } = useQuery(
    'verdict',
    bends <= MOST_BENDS ? [settings.limits] : null,
    true,
  );
  const told = useWords();
  if (!verdict || piece.paths.length === 0) return null;
  const gauge = ({ diameterMm }: Size): string => told(sizeWords(leadStock(piece), diameterMm));
  const { now, recommended } = verdict;
  const other = Math.abs(now.diameterMm - recommended.size.diameterMm) >= 0.01;
  return (
    <Link
      to="wire"
      data-testid="gauge-note"
      className={`rounded-md px-1.5 py-0.5 hover:bg-patina-wash hover:underline max-sm:hidden ${now.ok ? 'text-soft' : 'text-alert'}`}
      aria-busy={!isNow}
    >
      {gauge(now)} {ratedWords(verdict)}
      {other && !now.ok && recommended.passes && `, ${gauge(recommended.size)} holds`}
    </Link>
  );
}
