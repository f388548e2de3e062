import {
  insideFromTool,
  settleOnTools,
  sharpestEdge,
  toolAt,
  toolsOf,
  type Kit,
  type Stiffness,
  type Tool,
  type ToolRadius,
} from '../forming';
import {
  applyAffine,
  distance,
  flattenPath,
  isMirror,
  pathLength,
  segmentLength,
  standardFrame,
  transformSegment,
  type Affine,
  type Primitive,
  type Vec,
} from '../geometry';
import {
  drawnPath,
  mapNode,
  type BendEdit,
  type FigureNode,
  type FigurePath,
  type Piece,
} from '../piece';
import {
  bendChain,
  centreChain,
  cornerInsideRadius,
  followPoints,
  clearSeam,
  openAt,
  pointsBeside,
  reachTips,
  reform,
  topSeam,
  totalTurning,
  type BendChange,
  type Centred,
  type Chain,
  type FollowPoint,
  type Strip,
} from '../strip';
import { chainOf } from './chains';
import { isWithin, strayOfChain, stripBreach, type Breach } from './laws';
import { middleOfPiece } from './places';
import { remember, type Remember } from './remember';
import { roundings, type Correction } from './roundings';
import { strayFrom, type Stray } from './stray';

const STAGES = ['smoothing', 'basis', 'tips', 'tools'] as const;

/** One drawn path as a straight blank, and how it came about. */
export interface FormedPath {
  readonly strip: Strip;
  /** for each piece of the strip the tool it is formed on */
  readonly tools: readonly (Tool | null)[];
  /** for each piece of the strip the place by which a wish finds it, or null for a run */
  readonly spots: readonly (Vec | null)[];
  /** for each piece the wish it follows */
  readonly edits: readonly (BendEdit | null)[];
  /** the line that the wire's centre should follow */
  readonly wished: readonly Vec[];
  readonly drawnMm: number;
  /** what makes the developed length differ from the drawn one */
  readonly corrections: readonly Correction[];
  readonly stray: Stray | null;
  /** the law of plans that it breaks: then none of it may be used */
  readonly breach: Breach | null;
  readonly seamAt: number | null;
  readonly lost: number;
}

export interface FormingBench {
  readonly kit: Kit | null;
  readonly wire: Stiffness;
  /** hears which share of the work is done */
  readonly told?: (share: number) => void;
}

const centrelines = remember<Centreline>(60);

interface Centreline {
  readonly chain: Chain;
  readonly choices: readonly (ToolRadius | null)[];
  readonly wished: readonly Vec[];
  readonly drawnMm: number;
  readonly turnRad: number;
  readonly corrections: readonly Correction[];
  readonly breach: Breach | null;
  readonly lost: number;
}

const lengthOf = (chain: Chain): number =>
  chain.primitives.reduce((sum, p) => sum + segmentLength(p), 0);

/** The wire's centreline with the radii of the kit's tools: the slow part, remembered. */
function centrelineOf(
  piece: Piece,
  path: FigurePath,
  bench: FormingBench,
  asideMm: number,
): Centreline {
  const frame = standardFrame(path.nodes);
  const settled: FigurePath = { ...path, nodes: path.nodes.map((n) => settledNode(n, frame.to)) };
  // Right is left in a frame that is turned over.
  const aside = isMirror(frame.to) ? -asideMm : asideMm;
  const line = settledCentreline(piece, settled, bench, aside);
  // The plan of a turned or mirrored figure is the same plan, turned or mirrored.
  return placedLines(line, frame.from);
}

/** Where each line was laid, and what was formed of each: copies of one figure share their line. */
const placed = new WeakMap<Centreline, Remember<Centreline>>();
const formedOf = new WeakMap<Centreline, Remember<FormedPath>>();

function rememberBeside<K extends object, T>(kept: WeakMap<K, Remember<T>>, key: K): Remember<T> {
  let known = kept.get(key);
  if (!known) {
    known = remember<T>(8);
    kept.set(key, known);
  }
  return known;
}

const placedLines = (line: Centreline, m: Affine): Centreline =>
  rememberBeside(placed, line)(JSON.stringify(m), () => movedLine(line, m));

const laid = new WeakMap<readonly Vec[], Remember<readonly Vec[]>>();

/** A row of points moved: one that many lines share stays shared. */
const laidPoints = (points: readonly Vec[], m: Affine): readonly Vec[] =>
  rememberBeside(laid, points)(JSON.stringify(m), () => points.map((p) => applyAffine(m, p)));

function movedLine(line: Centreline, m: Affine): Centreline {
  return {
    ...line,
    chain: {
      ...line.chain,
      primitives: line.chain.primitives.map((p) => transformSegment(p, m)[0] as Primitive),
    },
    wished: laidPoints(line.wished, m),
    turnRad: isMirror(m) ? -line.turnRad : line.turnRad,
    breach: line.breach && {
      ...line.breach,
      at: applyAffine(m, line.breach.at),
      ...(line.breach.law === 'turns' && isMirror(m)
        ? { is: -line.breach.is, should: -line.breach.should }
        : {}),
    },
  };
}

/** A node in another frame, rounded there so that numbers leave no trace of how the figure lay. */
function settledNode(node: FigureNode, m: Affine): FigureNode {
  const n = mapNode(node, m);
  const round = (v: number): number => Math.round(v * 1e9) / 1e9;
  const spot = (v: Vec): Vec => ({ x: round(v.x), y: round(v.y) });
  return {
    ...spot(n),
    ...(n.in ? { in: spot(n.in) } : {}),
    ...(n.out ? { out: spot(n.out) } : {}),
    ...(n.bulge ? { bulge: Math.round(n.bulge * 1e12) / 1e12 } : {}),
  };
}

function settledCentreline(
  piece: Piece,
  path: FigurePath,
  { kit, wire, told }: FormingBench,
  asideMm: number,
): Centreline {
  const d = piece.wire.diameterMm;
  const { chain, drawnMm, breach, key } = chainOf(path, piece.toleranceMm, told);
  const choices = JSON.stringify([piece.basis, piece.corner, d, asideMm, kit, kit && wire]);
  const edge = edgeOf(kit, d);
  return centrelines(`${key}|${choices}`, () => {
    const centred = centreChain(chain, piece.basis, d, asideMm);
    const tipped = piece.corner === 'reach' ? reachTips(centred.chain, edge, d) : centred.chain;
    const points = pointsOf(path, chain, centred);
    const wished =
      tipped === chain ? drawnPoints(path, chain) : pointsBeside(tipped.primitives, points);
    const free = { chain: tipped, choices: tipped.primitives.map(() => null) };
    const settled = kit
      ? lawfulTools(free, wished, piece.toleranceMm, (together) =>
          settleOnTools(tipped, points, kit, wire, piece.toleranceMm, together),
        )
      : free;
    const lengths = [drawnMm, ...[chain, centred.chain, tipped, settled.chain].map(lengthOf)];
    const corrections = STAGES.map((id, i) => ({ id, mm: lengths[i + 1]! - lengths[i]! }));
    return {
      chain: settled.chain,
      choices: settled.choices,
      wished,
      drawnMm,
      turnRad: totalTurning(chain),
      corrections,
      breach: breach ?? nothingLeft(path, tipped, drawnMm),
      lost: centred.lost,
    };
  });
}

/** A line so tight all round that no wire can lie beside it. */
const nothingLeft = (path: FigurePath, chain: Chain, drawnMm: number): Breach | null =>
  chain.primitives.length > 0
    ? null
    : { law: 'lost', at: { x: path.nodes[0]!.x, y: path.nodes[0]!.y }, is: 0, should: drawnMm };

interface Tooled {
  readonly chain: Chain;
  readonly choices: readonly (ToolRadius | null)[];
}

/**
 * The chain with tools for its curves, if it still follows the line that is wished for: all curves of
 * a stretch settled together or, where that goes astray, one by one or not at all.
 */
function lawfulTools(
  free: Tooled,
  wished: readonly Vec[],
  toleranceMm: number,
  settle: (together: boolean) => Tooled,
): Tooled {
  const allowed = Math.max(toleranceMm, strayOfChain(wished, free.chain));
  for (const together of [true, false]) {
    const tried = settle(together);
    if (isWithin(strayOfChain(wished, tried.chain), allowed)) return tried;
  }
  return free;
}

/** The inside radius of corners: that of the kit's sharpest edge, if one was measured. */
const edgeOf = (kit: Kit | null, diameterMm: number): number =>
  (kit && sharpestEdge(kit)) ?? cornerInsideRadius(diameterMm);

/** Where the drawing stands beside its chain: worked out once for each chain. */
const besides = new WeakMap<Chain, FollowPoint[]>();

function pointsOf(path: FigurePath, fitted: Chain, centred: Centred): FollowPoint[] {
  let points = besides.get(fitted);
  if (!points) {
    points = followPoints(drawnPath(path), fitted);
    besides.set(fitted, points);
  }
  const whole = centred.source.length === fitted.primitives.length;
  if (whole && centred.source.every((from, i) => from === i)) return points;
  const now = new Map(centred.source.map((from, i) => [from, i]));
  // A curve that was left out takes its points with it: a corner stands in its place.
  return points.flatMap((p) => {
    const piece = now.get(p.piece);
    return piece === undefined ? [] : [{ ...p, piece }];
  });
}

const drawings = new WeakMap<Chain, Vec[]>();

/** How closely the drawing is followed by points, mm; of a long one steps are such a share of it. */
const WISHED_MM = { flat: 0.005, step: 0.5 };
const STEP_SHARE = 1 / 4000;

/** The drawing itself, where it is the line of the wire's centre. */
function drawnPoints(path: FigurePath, chain: Chain): Vec[] {
  let points = drawings.get(chain);
  if (!points) {
    const drawn = drawnPath(path);
    const step = Math.max(WISHED_MM.step, pathLength(drawn) * STEP_SHARE);
    points = flattenPath(drawn, WISHED_MM.flat, step);
    drawings.set(chain, points);
  }
  return points;
}

/**
 * A drawn path as a straight blank, with tools for its curves and single bends as the maker wishes.
 * @param asideMm how far to the right of the drawn line it lies, as one of several side by side
 */
export function formPath(
  piece: Piece,
  path: FigurePath,
  bench: FormingBench,
  asideMm = 0,
): FormedPath {
  const line = centrelineOf(piece, path, bench, asideMm);
  // The line itself depends on wire, kit and tolerance; what is added here is all that follows yet.
  const key = JSON.stringify([path.seam.at, piece.bendEdits]);
  return rememberBeside(formedOf, line)(key, () => formLine(piece, path, line, bench));
}

function formLine(
  piece: Piece,
  path: FigurePath,
  line: Centreline,
  bench: FormingBench,
): FormedPath {
  const d = piece.wire.diameterMm;
  const { chain } = line;
  const total = lengthOf(chain);
  const wishedSeam = path.seam.at === null ? topSeam(chain) : path.seam.at * total;
  const atMm = chain.closed ? clearSeam(chain, wishedSeam, d) : 0;
  const opened = chain.closed ? openAt(chain, atMm) : chain;
  const strip = bendChain(opened, d, 0.5, edgeOf(bench.kit, d));
  const tools = toolsOf(strip, line.choices, bench.wire);
  const spots = strip.pieces.map((p) => (p.kind === 'run' ? null : middleOfPiece(p)));
  const found = editsOf(spots, piece.bendEdits, d);
  const plain = found.every((e) => e === null);
  const formed = plain
    ? { strip, tools, spots, edits: found }
    : edited(strip, tools, spots, found, bench, d);
  const stray = line.breach ? null : strayFrom(line.wished, formed.strip);
  // What a maker wishes otherwise is no fault of the plan.
  const own = plain ? stray : null;
  const exact = !bench.kit && piece.corner === 'round';
  const breach = line.breach ?? stripBreach(line.turnRad, exact, strip, own, d, piece.toleranceMm);
  return {
    ...formed,
    wished: line.wished,
    drawnMm: line.drawnMm,
    corrections: [
      ...line.corrections,
      ...roundings(strip, total),
      { id: 'wishes' as const, mm: formed.strip.developedMm - strip.developedMm },
    ],
    stray,
    breach,
    seamAt: chain.closed && total > 0 ? atMm / total : null,
    lost: line.lost,
  };
}

/** A wish finds its bend again this near to where it was, mm. */
const ONE_PLACE_MM = 1;

function editsOf(
  spots: readonly (Vec | null)[],
  edits: readonly BendEdit[],
  diameterMm: number,
): (BendEdit | null)[] {
  const found: (BendEdit | null)[] = spots.map(() => null);
  for (const edit of edits) {
    let best: { piece: number; far: number } | null = null;
    spots.forEach((spot, piece) => {
      const far = spot ? distance(spot, edit) : Infinity;
      if (far <= Math.max(ONE_PLACE_MM, diameterMm) && (!best || far < best.far)) {
        best = { piece, far };
      }
    });
    const at = best as { piece: number } | null;
    if (at) found[at.piece] = edit;
  }
  return found;
}

function edited(
  strip: Strip,
  tools: readonly (Tool | null)[],
  spots: readonly (Vec | null)[],
  edits: readonly (BendEdit | null)[],
  { kit, wire }: FormingBench,
  diameterMm: number,
): Pick<FormedPath, 'strip' | 'tools' | 'spots' | 'edits'> {
  const own = tools.map((tool, i) => {
    const over = edits[i]?.over;
    if (!over) return tool;
    return over.kind === 'tool' && kit ? toolAt(kit, over.toolId, over.diameterMm) : null;
  });
  const changes = edits.flatMap((edit, piece): BendChange[] => {
    if (!edit) return [];
    const insideMm = insideOf(edit, own[piece] ?? null, wire);
    return [
      {
        piece,
        shiftMm: edit.shiftMm,
        ...(edit.angleRad === null ? {} : { angleRad: edit.angleRad }),
        ...(insideMm === null ? {} : { insideMm }),
      },
    ];
  });
  const formed = reform(strip, changes, diameterMm);
  // Bends keep their order; only runs come and go.
  const bends = strip.pieces.flatMap((p, i) => (p.kind === 'run' ? [] : [i]));
  let next = 0;
  const before = formed.pieces.map((p) => (p.kind === 'run' ? -1 : bends[next++]!));
  return {
    strip: formed,
    tools: before.map((i) => own[i] ?? null),
    spots: before.map((i) => spots[i] ?? null),
    edits: before.map((i) => edits[i] ?? null),
  };
}

function insideOf(edit: BendEdit, tool: Tool | null, wire: Stiffness): number | null {
  if (!edit.over) return null;
  if (edit.over.kind === 'hand') return edit.over.insideMm;
  const inside = tool ? insideFromTool(tool.diameterMm, wire) / 2 : Infinity;
  return Number.isFinite(inside) ? inside : null;
}
