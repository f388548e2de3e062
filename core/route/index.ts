/**
 * Route: the fewest wires that run a drawing, and what they must run twice. The drawing becomes a
 * graph (`buildGraph`: nodes are ends and junctions), the least doubling is a matching of its odd
 * nodes (`joinOdd`, exact), and the wires are trails that turn as little as can be (`walkTrails`).
 * Words: a stroke is a drawn line, a part is what hangs together, a bridge is a straight piece of
 * wire added between parts, doubled is run twice. The maths is in docs/maths.md.
 */
export { buildGraph, JOIN_MM, type RouteEdge, type RouteGraph, type RouteNode } from './graph';
export { EXACT_NODES } from './joinOdd';
export {
  nodeNear,
  routeChoices,
  routeDrawing,
  type JunctionWish,
  type Route,
  type RouteChoice,
  type RoutedWire,
  type RouteOptions,
} from './routeDrawing';
export type { JunctionRule, Run } from './trails';
