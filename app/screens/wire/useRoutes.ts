import { useEffect, useState } from 'react';
import type { Piece } from '@core/piece';
import type { RouteOverview } from '@core/plan';
import { planner } from '~/workers/planner';

/** The ways in which a piece's lines can be run; null until they are known. */
export function useRoutes(piece: Piece): RouteOverview | null {
  const [found, setFound] = useState<RouteOverview | null>(null);
  useEffect(() => {
    let current = true;
    void planner()
      .routes(piece)
      // Without an answer the ways to run it are not offered; the plan says what is wrong.
      .catch(() => null)
      .then((overview) => {
        if (current) setFound(overview);
      });
    return () => {
      current = false;
    };
  }, [piece]);
  return found;
}
