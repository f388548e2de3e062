import { useEffect, useMemo, useState } from 'react';
import { benchOf, type Toolbox } from '@core/file';
import type { Piece } from '@core/piece';
import { cardPlan, keepCardPlan } from '~/state/cardPlans';
import { inTurn } from '~/state/inTurn';
import { report } from '~/storage/report';
import { planner } from '~/workers/planner';
import { Stopped, TookTooLong } from '~/workers/restartable';
import type { DressedPlan } from '~/workers/planner.worker';

/** Figures with more points than this show as they are drawn, so that the list never waits. */
const MAX_NODES = 300;
/** Once the list is left its pictures take no time from what is opened. */
const turn = inTurn();

const pointsOf = (piece: Piece): number => piece.paths.reduce((n, p) => n + p.nodes.length, 0);

/** Whether a piece is planned for its picture in the list; others show as they are drawn. */
const isPlannedInList = (piece: Piece): boolean =>
  pointsOf(piece) > 0 && pointsOf(piece) <= MAX_NODES;

export interface CardPlan {
  readonly plan: DressedPlan | null;
  /** it is being worked out */
  readonly isWaitedFor: boolean;
}

/** The plan and dressing of a piece for its picture in the list. */
export function useCardPlan(piece: Piece, toolbox: Toolbox): CardPlan {
  const bench = useMemo(() => benchOf(toolbox, piece.kit), [toolbox, piece.kit]);
  const [plan, setPlan] = useState<DressedPlan | null>(() => cardPlan(piece, bench));
  const [failed, setFailed] = useState<Piece | null>(null);
  useEffect(() => {
    if (cardPlan(piece, bench) || !isPlannedInList(piece)) return;
    let current = true;
    turn(
      () => planner().picture(piece, bench),
      () => current,
    )
      .then((made) => {
        if (!made) return;
        keepCardPlan(piece, bench, made);
        if (current) setPlan(made);
      })
      // Without a plan the drawn figure stays in the picture.
      .catch((error: unknown) => {
        // A picture that takes too long, or gives way, is left at its drawing: that is no fault.
        if (!(error instanceof TookTooLong || error instanceof Stopped))
          report(error, 'a picture of the list');
        if (current) setFailed(piece);
      });
    return () => {
      current = false;
    };
  }, [piece, bench]);
  return { plan, isWaitedFor: plan === null && failed !== piece && isPlannedInList(piece) };
}
