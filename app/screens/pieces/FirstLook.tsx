import { Link } from 'react-router';
import type { Piece } from '@core/piece';
import { buttonClass } from '~/components/ui';
import { useCardPlan } from '~/screens/useCardPlan';
import { useWorkshop } from '~/state/workshop';
import { PiecePicture } from './PieceCard';

/** Where a first visit looks at first: one finished piece. */
export function FirstLook({ demo }: { demo: readonly Piece[] }) {
  const shown = demo.find((p) => p.id === 'demo-swallow') ?? demo[0]!;
  const card = useCardPlan(shown, useWorkshop().toolbox);
  return (
    <li className="flex items-center gap-5 rounded-xl border border-line bg-panel p-5 lg:col-span-2">
      <div className="h-36 w-40 shrink-0 max-lg:hidden">
        <PiecePicture piece={shown} card={card} />
      </div>
      <div className="space-y-2">
        <p className="font-medium">Nothing of your own yet</p>
        <p className="text-sm text-soft">
          Drop a sketch; or look at a finished piece first: its wire laid out with all marks, the
          gauge, the sheet to print and each step at the bench.
        </p>
        <Link to={`/piece/${shown.id}/figure`} className={buttonClass()}>
          Look at a finished piece
        </Link>
      </div>
    </li>
  );
}
