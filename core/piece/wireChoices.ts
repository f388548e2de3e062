import { changePath } from './edit';
import { DEFAULT_SEAM, PLAIN_END } from './newPiece';
import type { Piece, WireEnds } from './schema';

const PLAIN: WireEnds = { start: PLAIN_END, end: PLAIN_END, seam: DEFAULT_SEAM };
const ROUTED = 'route-';

/** The id of a wire that a route made, by its place among them. */
export const routedId = (place: number): string => `${ROUTED}${place + 1}`;

const placeOf = (pathId: string): number => Number(pathId.slice(ROUTED.length)) - 1;

/** What is chosen about one of a piece's wires: its ends, and what it is made of. */
export const wireChoices = ({ route, paths }: Piece, pathId: string): WireEnds =>
  (route ? route.ends[placeOf(pathId)] : paths.find((p) => p.id === pathId)) ?? PLAIN;

/** A piece with that changed: it is kept with the drawn line, or with the route that made the wire. */
export function changeWire(
  piece: Piece,
  pathId: string,
  change: <T extends WireEnds>(own: T) => T,
): Piece {
  const { route } = piece;
  if (!route) return changePath(piece, pathId, (own) => change(own));
  const place = placeOf(pathId);
  if (!(place >= 0 && place < route.wires)) return piece;
  const count = Math.max(route.ends.length, place + 1);
  const ends = Array.from({ length: count }, (_, i) => {
    const own = route.ends[i] ?? PLAIN;
    return i === place ? change(own) : own;
  });
  return { ...piece, route: { ...route, ends } };
}
