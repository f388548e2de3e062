import {
  applyAffine,
  arcFromBulge,
  arcToCubics,
  compose,
  distance,
  isMirror,
  pathsBox,
  pointAt,
  scaling,
  similarityFactor,
  splitCubic,
  startOf,
  sub,
  translation,
  unit,
  scale,
  vec,
  type Affine,
  type Box,
  type Vec,
} from '../geometry';
import { mirroredEnd } from '../end';
import { mirroredItem, withPlaces, type PieceItem, type StretchPlace } from '../item';
import { FOLD_LIMITS, type OutOfPlane } from './dressingSchema';
import { markOf } from './mark';
import { drawnPath, segmentBetween } from './nodes';
import { LONGEST_APART_MM, MOST_APART_MM } from './schema';
import type { FigureNode, FigurePath, Piece, TracedPicture, WireEnds } from './schema';
import type { DrawnLine } from './shapeSchema';
import { mapShape } from './shapes';

/** Bounding box of the drawn lines, mm; null while nothing is drawn. */
export function figureBox(paths: readonly FigurePath[]): Box | null {
  return pathsBox(paths.map(drawnPath).filter((p) => p.segments.length > 0));
}

/** The node under a map that keeps shapes (bulges survive turning and scaling, and flip in a mirror). */
export function mapNode(node: FigureNode, m: Affine): FigureNode {
  const linear: Affine = { ...m, e: 0, f: 0 };
  const out: FigureNode = applyAffine(m, node);
  if (node.in) out.in = applyAffine(linear, node.in);
  if (node.out) out.out = applyAffine(linear, node.out);
  if (node.bulge) out.bulge = isMirror(m) ? -node.bulge : node.bulge;
  return out;
}

export const mapPaths = (paths: readonly FigurePath[], m: Affine): FigurePath[] =>
  paths.map((p) => ({ ...p, nodes: p.nodes.map((n) => mapNode(n, m)) }));

/**
 * The figure scaled so that it is `sizeMm` high or wide, its top left staying where it is.
 * @returns the piece unchanged if the figure has no such extent
 */
export function resizeFigure(piece: Piece, side: 'height' | 'width', sizeMm: number): Piece {
  const box = figureBox(piece.paths);
  if (!box) return piece;
  const now = side === 'height' ? box.maxY - box.minY : box.maxX - box.minX;
  if (!(now > 1e-6) || !(sizeMm > 0)) return piece;
  const map = compose(
    translation(box.minX, box.minY),
    compose(scaling(sizeMm / now), translation(-box.minX, -box.minY)),
  );
  return mapFigure(piece, map);
}

/**
 * The whole figure under a map, with all that lies at places on it. The picture it was traced from
 * stays under it, and lines not changed by hand still count as unchanged.
 */
export function mapFigure(piece: Piece, m: Affine): Piece {
  const factor = similarityFactor(m) ?? 1;
  const wider = (mm: number): number => Math.min(MOST_APART_MM, mm * factor);
  const apart = ({
    strandsApartMm: all,
    apartAt,
  }: WireEnds): Pick<WireEnds, 'strandsApartMm' | 'apartAt'> => ({
    ...(all !== undefined && { strandsApartMm: wider(all) }),
    ...(apartAt && {
      apartAt: apartAt.map((a) => ({
        ...a,
        ...applyAffine(m, a),
        lengthMm: Math.min(LONGEST_APART_MM, a.lengthMm * factor),
        apartMm: wider(a.apartMm),
      })),
    }),
  });
  const ends = <T extends WireEnds>(own: T): T => ({
    ...own,
    ...apart(own),
    ...(isMirror(m) && { start: mirroredEnd(own.start), end: mirroredEnd(own.end) }),
  });
  const paths = mapPaths(piece.paths, m).map(ends);
  const now = new Map(piece.paths.map((path, i) => [path.id, { path, mapped: paths[i]! }]));
  const remarked = (lines: readonly DrawnLine[]): DrawnLine[] =>
    lines.map((line) => {
      const found = now.get(line.id);
      if (!found || line.mark !== markOf(found.path)) return line;
      return { id: line.id, mark: markOf(found.mapped) };
    });
  const moved = <T extends Vec>(p: T): T => ({ ...p, ...applyAffine(m, p) });
  const turned = (rad: number): number => {
    const way = { x: Math.cos(rad), y: Math.sin(rad) };
    return Math.atan2(m.b * way.x + m.d * way.y, m.a * way.x + m.c * way.y);
  };
  const stretched = ({ headingRad, ...p }: StretchPlace): StretchPlace => ({
    ...moved(p),
    lengthMm: p.lengthMm * factor,
    ...(headingRad !== undefined && { headingRad: turned(headingRad) }),
  });
  const { route, picture } = piece;
  return {
    ...piece,
    paths,
    overAt: piece.overAt.map(moved),
    doubledAt: piece.doubledAt.map(moved),
    bendEdits: piece.bendEdits.map(moved),
    dressing: piece.dressing.map((item): PieceItem => {
      const there = withPlaces(item, stretched, factor);
      return isMirror(m) ? mirroredItem(there) : there;
    }),
    outOfPlane: foldedWith(piece.outOfPlane, m, factor, turned),
    parts: piece.parts.map((p) => ({ ...p, spots: p.spots.map(moved) })),
    making: { ...piece.making, stages: piece.making.stages.map(moved) },
    hang: piece.hang && moved(piece.hang),
    route: route && {
      ...route,
      start: route.start && moved(route.start),
      end: route.end && moved(route.end),
      rules: route.rules.map(moved),
      ends: route.ends.map(ends),
    },
    shapes: piece.shapes.map((s) => ({
      ...mapShape(s, m, piece.wire),
      lines: remarked(s.lines),
    })),
    picture: picture && { ...mapPicture(picture, m), traced: remarked(picture.traced) },
  };
}

/** What is folded keeps to its arms: turned with them, the other way round where they are mirrored. */
function foldedWith(
  out: OutOfPlane | null,
  m: Affine,
  factor: number,
  turned: (rad: number) => number,
): OutOfPlane | null {
  if (out?.kind !== 'fold') return out;
  const firstRad = turned(out.firstRad - Math.PI / 2) + Math.PI / 2;
  const other = out.way === 'clockwise' ? 'anticlockwise' : 'clockwise';
  const within = ({ min, max }: { min: number; max: number }, mm: number): number =>
    Math.min(max, Math.max(min, mm));
  return {
    ...out,
    firstRad,
    way: isMirror(m) ? other : out.way,
    middleMm: within(FOLD_LIMITS.middleMm, out.middleMm * factor),
    earsMm: within({ min: 0, max: FOLD_LIMITS.earsMm }, out.earsMm * factor),
  };
}

/** A traced picture's place under a map. */
function mapPicture(picture: TracedPicture, m: Affine): TracedPicture {
  const [a, b, c, d, e, f, g, h] = picture.toMm;
  const row = (x: number, y: number, w: number, p: number, q: number, r: number): number =>
    x * p + y * q + w * r;
  const scale = picture.scale * (similarityFactor(m) ?? 1);
  const toMm: TracedPicture['toMm'] = [
    row(m.a, m.c, m.e, a, d, g),
    row(m.a, m.c, m.e, b, e, h),
    row(m.a, m.c, m.e, c, f, 1),
    row(m.b, m.d, m.f, a, d, g),
    row(m.b, m.d, m.f, b, e, h),
    row(m.b, m.d, m.f, c, f, 1),
    g,
    h,
  ];
  return { ...picture, toMm, scale };
}

/** The figure moved so that its box starts at the origin. */
export function atOrigin(paths: readonly FigurePath[]): FigurePath[] {
  const box = figureBox(paths);
  return box ? mapPaths(paths, translation(-box.minX, -box.minY)) : [...paths];
}

const replacePath = (
  piece: Piece,
  id: string,
  by: (path: FigurePath) => FigurePath | null,
): Piece => ({
  ...piece,
  paths: piece.paths.flatMap((p) => (p.id === id ? (by(p) ?? []) : [p])),
});

/** A path changed in place; null takes it out. */
export const changePath = replacePath;

/** One node moved to a place. */
export function moveNode(path: FigurePath, index: number, to: Vec): FigurePath {
  return {
    ...path,
    nodes: path.nodes.map((n, i) => (i === index ? { ...n, x: to.x, y: to.y } : n)),
  };
}

/** A node put into the stretch after `index`, at parameter t, without changing the line's shape. */
export function insertNode(path: FigurePath, index: number, t: number): FigurePath {
  const a = path.nodes[index];
  const nextIndex = (index + 1) % path.nodes.length;
  const b = path.nodes[nextIndex];
  if (!a || !b || (nextIndex === 0 && !path.closed)) return path;
  const nodes = [...path.nodes];
  const s = segmentBetween(a, b);
  const at = pointAt(s, t);
  if (s.type === 'arc') {
    nodes[index] = { ...a, bulge: Math.tan((s.sweep * t) / 4) };
    nodes.splice(index + 1, 0, { ...at, bulge: Math.tan((s.sweep * (1 - t)) / 4) });
  } else if (s.type === 'cubic') {
    const [left, right] = splitCubic(s, t);
    nodes[index] = { ...a, out: sub(left.c1, left.from) };
    nodes[nextIndex] = { ...b, in: sub(right.c2, right.to) };
    nodes.splice(index + 1, 0, { ...at, in: sub(left.c2, at), out: sub(right.c1, at) });
  } else {
    nodes.splice(index + 1, 0, { ...at });
  }
  return { ...path, nodes };
}

/** A node taken out; null when too little is left to draw. */
export function deleteNode(path: FigurePath, index: number): FigurePath | null {
  const nodes = path.nodes.filter((_, i) => i !== index);
  if (nodes.length < 2) return null;
  const before = index - 1 < 0 ? (path.closed ? nodes.length - 1 : -1) : index - 1;
  const kept = nodes.map((n, i) => (i === before ? withoutBulge(n) : n));
  return { ...path, nodes: kept, closed: path.closed && nodes.length > 2 };
}

function withoutBulge(node: FigureNode): FigureNode {
  const { bulge: _arc, ...rest } = node;
  return rest;
}

/** Arcs beside a node written as handles, so that the node can be shaped freely. */
function arcsToHandles(path: FigurePath, index: number): FigureNode[] {
  const nodes = path.nodes.map((n) => ({ ...n }));
  const count = nodes.length;
  const beforeIndex = index > 0 ? index - 1 : path.closed ? count - 1 : -1;
  for (const from of [beforeIndex, index]) {
    const a = nodes[from];
    const b = nodes[(from + 1) % count];
    if (!a?.bulge || !b) continue;
    const arc = arcFromBulge(a, b, a.bulge);
    if (arc.type !== 'arc') continue;
    const cubics = arcToCubics(arc);
    const [first, last] = [cubics[0], cubics[cubics.length - 1]];
    if (!first || !last) continue;
    // One cubic for the whole arc: handles of 4/3 tan(sweep/4) radii.
    const reach = (4 / 3) * Math.abs(Math.tan(arc.sweep / 4)) * arc.radius;
    a.out = scale(unit(sub(first.c1, first.from)), reach);
    b.in = scale(unit(sub(last.c2, last.to)), reach);
    delete a.bulge;
  }
  return nodes;
}

/** The line made to run smoothly through a node, along the direction of its neighbours. */
export function smoothNode(path: FigurePath, index: number): FigurePath {
  const nodes = arcsToHandles(path, index);
  const node = nodes[index];
  const count = nodes.length;
  if (!node) return path;
  const before = nodes[index - 1] ?? (path.closed ? nodes[count - 1] : undefined);
  const after = nodes[index + 1] ?? (path.closed ? nodes[0] : undefined);
  if (!before || !after) return path;
  const along = unit(sub(after, before));
  nodes[index] = {
    ...node,
    in: scale(along, -distance(node, before) / 3),
    out: scale(along, distance(node, after) / 3),
  };
  return { ...path, nodes };
}

/** The line made to turn sharply at a node. */
export function sharpenNode(path: FigurePath, index: number): FigurePath {
  const nodes = arcsToHandles(path, index).map((n, i) => {
    if (i !== index) return n;
    const { in: _in, out: _out, ...rest } = n;
    return rest;
  });
  return { ...path, nodes };
}

/** A handle moved; the opposite one turns with it when `keepSmooth`. */
export function moveHandle(
  path: FigurePath,
  index: number,
  which: 'in' | 'out',
  to: Vec,
  keepSmooth: boolean,
): FigurePath {
  const nodes = arcsToHandles(path, index);
  const node = nodes[index];
  if (!node) return path;
  const handle = sub(to, node);
  const other = which === 'in' ? 'out' : 'in';
  const opposite = node[other];
  const reach = opposite ? Math.hypot(opposite.x, opposite.y) : 0;
  const next: FigureNode = { ...node, [which]: handle };
  if (keepSmooth && reach > 0 && Math.hypot(handle.x, handle.y) > 1e-6) {
    next[other] = scale(unit(handle), -reach);
  }
  nodes[index] = next;
  return { ...path, nodes };
}

/** Ends of a drawn line this near to each other may be meant as one, mm. */
const MEET_MM = 0.1;

/** Whether a line's ends meet and it was not yet said if the wire closes there. */
export function endsMeet(path: FigurePath): boolean {
  const [first, last] = [path.nodes[0], path.nodes[path.nodes.length - 1]];
  if (path.closed || path.touches || !first || !last || path.nodes.length < 4) return false;
  return distance(first, last) <= MEET_MM;
}

/** The line closed: by a stretch from its last point to its first, or in one point where they meet. */
export function closePath(path: FigurePath): FigurePath {
  const { touches: _touches, ...rest } = path;
  const [first, last] = [path.nodes[0], path.nodes[path.nodes.length - 1]];
  if (path.closed || !first || !last || path.nodes.length < 3) return path;
  if (path.nodes.length < 4 || distance(first, last) > MEET_MM) return { ...rest, closed: true };
  const joined: FigureNode = last.in ? { ...first, in: last.in } : first;
  return { ...rest, closed: true, nodes: [joined, ...path.nodes.slice(1, -1)] };
}

/** A closed line opened at its first point; all of it stays, the stretch that closed it too. */
export function openPath(path: FigurePath): FigurePath {
  const [first] = path.nodes;
  if (!path.closed || !first) return path;
  const { in: arrive, ...begin } = first;
  const end: FigureNode = { x: first.x, y: first.y, ...(arrive ? { in: arrive } : {}) };
  return { ...path, closed: false, touches: true, nodes: [begin, ...path.nodes.slice(1), end] };
}

export function reversePathNodes(path: FigurePath): FigurePath {
  const count = path.nodes.length;
  const nodes = [...path.nodes].reverse().map((n, i): FigureNode => {
    const out: FigureNode = vec(n.x, n.y);
    if (n.out) out.in = n.out;
    if (n.in) out.out = n.in;
    const before = path.nodes[count - 2 - i] ?? (path.closed ? path.nodes[count - 1] : undefined);
    if (before?.bulge) out.bulge = -before.bulge;
    return out;
  });
  return { ...path, nodes, start: path.end, end: path.start };
}

/**
 * An open line that goes on from its last point back over itself to its first: one wire, folded over there, of
 * which two passes lie along each other.
 */
export function foldedBack(path: FigurePath): FigurePath {
  if (path.closed || path.nodes.length < 2) return path;
  const { nodes } = path;
  const [tip, ...back] = reversePathNodes(path).nodes;
  const last = nodes[nodes.length - 1]!;
  const folded: FigureNode = { ...tip!, ...(last.in ? { in: last.in } : {}) };
  return { ...path, touches: true, nodes: [...nodes.slice(0, -1), folded, ...back] };
}

export const startPoint = (path: FigurePath): Vec | null => {
  const first = drawnPath(path).segments[0];
  return first ? startOf(first) : null;
};
