import { useMemo } from 'react';
import type { Piece } from '@core/piece';
import type { RouteOverview } from '@core/plan';
import { useAnswer } from '~/state/useAnswer';
import { planner } from '~/workers/planner';

const ask = ({ piece }: { readonly piece: Piece }): Promise<RouteOverview> =>
  planner().routes(piece);

/** The ways in which a piece's lines can be run; null until they are known, or where there are none. */
export const useRoutes = (piece: Piece): RouteOverview | null =>
  useAnswer(
    useMemo(() => ({ piece }), [piece]),
    ask,
    'ways to run it',
  ).value;
