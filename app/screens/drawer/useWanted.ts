import { useEffect, useMemo, useState } from 'react';
import { billOf } from '@core/bill';
import type { ToMake, Wanted } from '@core/drawer';
import type { Plan } from '@core/plan';
import type { Toolbox } from '@core/file';
import type { Piece } from '@core/piece';
import { report } from '~/storage/report';
import { Stopped } from '~/workers/restartable';
import type { DressedPlan } from '~/workers/planner.worker';
import { dressedPlan } from './dressedPlan';

/** A piece that is wanted, with its plan. */
export interface WantedPiece extends Wanted {
  readonly plan: Plan;
}

export interface WantedPieces {
  /** those that are planned */
  readonly wanted: readonly WantedPiece[];
  /** some are being planned still */
  readonly busy: boolean;
  /** they are there no more, or could not be planned */
  readonly without: readonly string[];
}

interface Planned {
  readonly piece: Piece;
  readonly plan: DressedPlan | null;
}

/** What each of some pieces takes, planned one after the other. */
export function useWanted(
  toMake: readonly ToMake[],
  pieces: readonly Piece[],
  toolbox: Toolbox,
): WantedPieces {
  const [planned, setPlanned] = useState<ReadonlyMap<string, Planned>>(new Map());
  const chosen = useMemo(
    () => toMake.flatMap((m) => pieces.find((p) => p.id === m.pieceId) ?? []),
    [toMake, pieces],
  );
  useEffect(() => {
    let current = true;
    const work = async (): Promise<void> => {
      for (const piece of chosen) {
        let plan: DressedPlan | null = null;
        try {
          plan = await dressedPlan(piece, toolbox);
        } catch (error) {
          if (!(error instanceof Stopped)) report(error, 'planning for the drawer');
        }
        if (!current) return;
        const made = plan;
        setPlanned((known) =>
          known.get(piece.id)?.piece === piece
            ? known
            : new Map(known).set(piece.id, { piece, plan: made }),
        );
      }
    };
    void work();
    return () => {
      current = false;
    };
  }, [chosen, toolbox]);
  return useMemo(() => {
    const wanted = toMake.flatMap(({ pieceId, copies }): WantedPiece[] => {
      const piece = chosen.find((p) => p.id === pieceId);
      const own = planned.get(pieceId);
      if (!piece || own?.piece !== piece || !own.plan) return [];
      const bill = billOf(piece, own.plan.plan, own.plan.dressing);
      return [{ pieceId, pieceName: piece.name, copies, bill, plan: own.plan.plan }];
    });
    return {
      wanted,
      busy: chosen.some((p) => planned.get(p.id)?.piece !== p),
      without: toMake
        .map((m) => m.pieceId)
        .filter((id) => {
          const own = planned.get(id);
          return !pieces.some((p) => p.id === id) || own?.plan === null;
        }),
    };
  }, [toMake, chosen, planned, pieces]);
}
