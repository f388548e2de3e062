import { cross, tangentAt, type Path, type Vec } from '../geometry';
import { drawnPath, newPath, nodesOf, routedId, type FigurePath, type Piece } from '../piece';
import {
  routeChoices,
  routeDrawing,
  type Route,
  type RouteChoice,
  type RouteGraph,
  type RouteOptions,
} from '../route';
import { remember } from './remember';

/** The wires that a piece is made of: each drawn line, or what its route makes of them. */
export interface RoutedFigure {
  readonly paths: readonly FigurePath[];
  readonly route: Route | null;
}

const routes = remember<Route>(12);
const overviews = remember<RouteOverview>(12);

const linesOf = (piece: Piece): Path[] =>
  piece.paths.filter((p) => p.nodes.length > 1).map(drawnPath);

const optionsOf = ({ route, hang }: Piece): RouteOptions => ({
  bridge: route?.bridge ?? false,
  start: route?.start ?? null,
  end: route?.end ?? null,
  hang,
  rules: route?.rules.map(({ x, y, rule }) => ({ at: { x, y }, rule })) ?? [],
});

const keyOf = (piece: Piece, more: unknown): string =>
  JSON.stringify([piece.paths.map((p) => [p.closed, p.nodes]), optionsOf(piece), more]);

export function routedFigure(piece: Piece): RoutedFigure {
  const { route } = piece;
  const drawn = piece.paths.filter((p) => p.nodes.length > 1);
  if (!route || drawn.length === 0) return { paths: drawn, route: null };
  const found = routes(keyOf(piece, route.wires), () =>
    routeDrawing(linesOf(piece), { ...optionsOf(piece), wires: route.wires }),
  );
  const paths = found.wires.map(({ path, closed }, i): FigurePath => {
    const plain = newPath(routedId(i), nodesOf(path), closed);
    return { ...plain, ...route.ends[i] };
  });
  return { paths, route: found };
}

/** A place where lines end or meet. */
export interface Junction {
  readonly x: number;
  readonly y: number;
  /** how many stretches end here */
  readonly degree: number;
}

/** What can be chosen about a piece's route. */
export interface RouteOverview {
  readonly choices: readonly RouteChoice[];
  /** separate parts as drawn, and length of the bridges that would join them */
  readonly parts: number;
  readonly bridgedMm: number;
  readonly junctions: readonly Junction[];
  readonly drawnMm: number;
}

/** The ways in which a piece's lines can be run, with the places where something can be wished. */
export function routeOverview(piece: Piece): RouteOverview {
  return overviews(keyOf(piece, 'overview'), () => {
    const lines = linesOf(piece);
    const options = optionsOf(piece);
    const choices = routeChoices(lines, options);
    const fewest = { ...options, wires: choices[0]?.wires ?? 1 };
    const apart = routeDrawing(lines, { ...fewest, bridge: false });
    const joined = apart.parts > 1 ? routeDrawing(lines, { ...fewest, bridge: true }) : apart;
    const { graph } = options.bridge ? joined : apart;
    return {
      choices,
      parts: apart.parts,
      bridgedMm: joined.bridgedMm,
      drawnMm: apart.drawnMm,
      junctions: junctionsOf(graph),
    };
  });
}

/** Directions at a node this near to one line are of passes that lie along each other. */
const ALONG = Math.sin((15 * Math.PI) / 180);

/** Ends and places where lines part; not those where passes only lie on each other. */
function junctionsOf({ nodes, edges }: RouteGraph): Junction[] {
  const ways = nodes.map((): Vec[] => []);
  for (const { from, to, segments } of edges) {
    const [first, last] = [segments[0], segments[segments.length - 1]];
    if (first) ways[from]!.push(tangentAt(first, 0));
    if (last) ways[to]!.push(tangentAt(last, 1));
  }
  return nodes.flatMap(({ at, degree }, i) => {
    const [first, ...others] = ways[i]!;
    const along = first && others.every((w) => Math.abs(cross(first, w)) < ALONG);
    if (degree === 0 || degree === 2 || (degree > 2 && along)) return [];
    return [{ x: at.x, y: at.y, degree }];
  });
}

/** The wish that holds for a junction, if there is one. */
export function wishAt(piece: Piece, at: Junction): number {
  const near = piece.route?.rules.map((r) => Math.hypot(r.x - at.x, r.y - at.y)) ?? [];
  const best = near.indexOf(Math.min(...near));
  return best >= 0 && near[best]! <= WISH_MM ? best : -1;
}

/** Places nearer than this are one, mm. */
const WISH_MM = 0.5;
