import { useEffect, useState } from 'react';
import { kitFor, type Toolbox } from '@core/file';
import type { Piece } from '@core/piece';
import type { Plan } from '@core/plan';
import { planner } from '~/workers/planner';

/** Figures with more points than this show as they are drawn, so that the list never waits. */
const MAX_NODES = 300;
const known = new Map<string, Plan>();

/** The plan of a piece for its picture in the list; null until it is there. */
export function useCardPlan(piece: Piece, toolbox: Toolbox): Plan | null {
  const kit = kitFor(toolbox, piece.kit);
  const key = `${piece.id} ${piece.changed} ${JSON.stringify([kit, toolbox.coils])}`;
  const [plan, setPlan] = useState<Plan | null>(() => known.get(key) ?? null);
  useEffect(() => {
    const count = piece.paths.reduce((n, p) => n + p.nodes.length, 0);
    if (known.has(key) || count === 0 || count > MAX_NODES) return;
    let current = true;
    planner()
      .plan(piece, { kit, coils: toolbox.coils })
      .then((made) => {
        known.set(key, made);
        if (current) setPlan(made);
      })
      // Without a plan the drawn figure stays in the picture.
      .catch(() => undefined);
    return () => {
      current = false;
    };
  }, [piece, key, kit, toolbox.coils]);
  return plan;
}
