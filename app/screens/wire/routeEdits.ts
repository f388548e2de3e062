import type { Piece, RouteChoices } from '@core/piece';
import { wishAt, type Junction, type RouteOverview } from '@core/plan';

const NEW_ROUTE: RouteChoices = {
  wires: 1,
  bridge: false,
  start: null,
  end: null,
  rules: [],
  ends: [],
};

/** The route of a piece, or the one that a first choice begins: as few wires as can be. */
function routeOf(piece: Piece, overview: RouteOverview | null): RouteChoices {
  return piece.route ?? { ...NEW_ROUTE, wires: overview?.choices[0]?.wires ?? 1 };
}

/** Changes the route; a piece without one gets one. */
export const withRoute = (
  piece: Piece,
  overview: RouteOverview | null,
  change: Partial<RouteChoices>,
): Piece => ({ ...piece, route: { ...routeOf(piece, overview), ...change } });

/** The wish for one junction; null takes it back. */
export function withWish(
  piece: Piece,
  overview: RouteOverview | null,
  at: Junction,
  rule: 'straight' | 'turn' | null,
): Piece {
  const known = wishAt(piece, at);
  const others = routeOf(piece, overview).rules.filter((_, i) => i !== known);
  const rules = rule ? [...others, { x: at.x, y: at.y, rule }] : others;
  return withRoute(piece, overview, { rules });
}
