import { useEffect, useMemo, useState } from 'react';
import { billOf } from '@core/bill';
import { asMade, lineKey, type ToMake, type Wanted } from '@core/drawer';
import type { Plan } from '@core/plan';
import type { Toolbox } from '@core/file';
import type { Piece } from '@core/piece';
import type { LengthUnit } from '@core/units';
import { report } from '~/storage/report';
import { Stopped } from '~/workers/restartable';
import type { DressedPlan } from '~/workers/planner.worker';
import { asWords } from './asWords';
import { dressedPlan } from './dressedPlan';

/** A piece that is wanted, with its plan. */
export interface WantedPiece extends Wanted {
  /** as it is made */
  readonly piece: Piece;
  readonly plan: Plan;
}

export interface WantedPieces {
  /** those that are planned */
  readonly wanted: readonly WantedPiece[];
  /** some are being planned still */
  readonly busy: boolean;
  /** pieces that are there no more, or could not be planned */
  readonly without: readonly string[];
}

interface Planned {
  readonly piece: Piece;
  readonly plan: DressedPlan | null;
}

/** Pieces as they are made otherwise, so that what is planned of one is known again. */
const others = new WeakMap<Piece, Map<string, Piece>>();

function madeOf(piece: Piece, { pieceId, as }: ToMake): Piece {
  if (!as) return piece;
  const known = others.get(piece) ?? new Map<string, Piece>();
  others.set(piece, known);
  const key = lineKey({ pieceId, as });
  const made = known.get(key) ?? asMade(piece, as);
  known.set(key, made);
  return made;
}

/** What each of some pieces takes, planned one after the other. */
export function useWanted(
  toMake: readonly ToMake[],
  pieces: readonly Piece[],
  toolbox: Toolbox,
  unit: LengthUnit,
): WantedPieces {
  const [planned, setPlanned] = useState<ReadonlyMap<string, Planned>>(new Map());
  const lines = useMemo(
    () =>
      toMake.flatMap((line) => {
        const piece = pieces.find((p) => p.id === line.pieceId);
        return piece ? [{ line, key: lineKey(line), piece: madeOf(piece, line) }] : [];
      }),
    [toMake, pieces],
  );
  useEffect(() => {
    let current = true;
    const work = async (): Promise<void> => {
      for (const { line, key, piece } of lines) {
        let plan: DressedPlan | null = null;
        try {
          plan = await dressedPlan(piece, toolbox, line.as ? key : '');
        } catch (error) {
          if (!(error instanceof Stopped)) report(error, 'planning for the drawer');
        }
        if (!current) return;
        const made = plan;
        setPlanned((known) =>
          known.get(key)?.piece === piece ? known : new Map(known).set(key, { piece, plan: made }),
        );
      }
    };
    void work();
    return () => {
      current = false;
    };
  }, [lines, toolbox]);
  return useMemo(() => {
    const wanted = lines.flatMap(({ line, key, piece }): WantedPiece[] => {
      const own = planned.get(key);
      if (own?.piece !== piece || !own.plan) return [];
      const bill = billOf(piece, own.plan.plan, own.plan.dressing);
      const { pieceId, copies, as } = line;
      const pieceName = as ? `${piece.name} (${asWords(as, unit)})` : piece.name;
      return [{ key, pieceId, pieceName, copies, bill, piece, plan: own.plan.plan }];
    });
    const failed = lines.filter(({ key }) => planned.get(key)?.plan === null);
    return {
      wanted,
      busy: lines.some(({ key, piece }) => planned.get(key)?.piece !== piece),
      without: toMake
        .map((m) => m.pieceId)
        .filter(
          (id) => !pieces.some((p) => p.id === id) || failed.some((f) => f.line.pieceId === id),
        ),
    };
  }, [toMake, lines, planned, pieces, unit]);
}
