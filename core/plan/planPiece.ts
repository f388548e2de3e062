import { typicalStiffness } from '../element';
import { chooseTools, overbendFactor, type Kit, type Tool } from '../forming';
import { findCrossings, findMeetings, segmentLength, type Vec } from '../geometry';
import type { FigurePath, Piece, WireEnds } from '../piece';
import type { Route } from '../route';
import {
  bendChain,
  centreChain,
  cornerInsideRadius,
  isBend,
  marksOf,
  openAt,
  reachTips,
  topSeam,
  type Chain,
  type Mark,
  type Strip,
} from '../strip';
import { wireMassG } from '../wire';
import { adviceFor, type Advice } from './advice';
import { chainOf } from './chains';
import { hangOf, type Hang } from './hang';
import { allowancesOf, developedParts, type Allowances, type LengthPart } from './lengths';
import { bareLine, crossingsOf, formedLine, placeOnWire, type WireCrossing } from './places';
import { routedFigure } from './routed';
import { alongsideWish, asidesOf, type Aside } from './sideBySide';

/** A bend as the bend table lists it. */
export interface PlannedBend extends Mark {
  /** angle to bend to so that it springs back to `angleRad`, same sign */
  readonly formToRad: number;
  readonly tool: Tool | null;
  /** where the tool grips, from the cut end with all that precedes the figure */
  readonly fromEndMm: number;
  /** the bend's place on the formed figure */
  readonly place: Vec;
}

export interface WirePlan extends Allowances {
  readonly pathId: string;
  readonly closed: boolean;
  /** what is chosen about its ends, or its seam if it is closed */
  readonly ends: WireEnds;
  readonly strip: Strip;
  /** where it lies beside another pass of the same line */
  readonly asides: readonly Aside[];
  readonly bends: readonly PlannedBend[];
  readonly developedMm: number;
  readonly cutMm: number;
  readonly parts: readonly LengthPart[];
  /** length of the drawn line and worst distance of the plan's centreline from it, mm */
  readonly drawnMm: number;
  readonly deviationMm: number;
  /** share of the drawn length where a closed figure is opened */
  readonly seamAt: number | null;
  readonly seamPlace: Vec | null;
}

/** How a piece's lines are run, and how good that is. */
export type PlannedRoute = Omit<Route, 'graph' | 'wires'>;

export interface Plan {
  readonly wires: readonly WirePlan[];
  /** null when each drawn line is a wire */
  readonly route: PlannedRoute | null;
  readonly crossings: readonly WireCrossing[];
  readonly advice: readonly Advice[];
  readonly hang: Hang | null;
  /** everything cut, reserve excluded */
  readonly massG: number;
  readonly totalCutMm: number;
}

/**
 * The plan of a piece: pure, and everything the screens and sheets show comes from it.
 * Stages: route, drawn path, chain of lines and arcs, wire's centreline, straight blank, marks and lengths.
 * @param kit tools for the curves; without one they are free curves
 */
export function planPiece(piece: Piece, kit?: Kit): Plan {
  const wire = typicalStiffness(piece.wire.metal, piece.wire.temper, piece.wire.diameterMm);
  const overbend = byRadius((radius) => overbendFactor(radius, wire));
  const { paths, route } = routedFigure(piece);
  const built = paths.map((path) => {
    const formed = formPath(piece, path);
    const choice = kit ? chooseTools(formed.strip, kit, wire, piece.toleranceMm) : null;
    return { path, ...formed, strip: choice?.strip ?? formed.strip, tools: choice?.tools };
  });
  const strips = built.map((b) => b.strip);
  const bare = strips.map((s) => bareLine(s));
  const d = piece.wire.diameterMm;
  const meetings = findMeetings(bare, d, alongsideWish(d));
  const beside = asidesOf(strips, meetings.alongside, d);
  const wires = built.map((b, n): WirePlan => {
    const { path, strip, tools, drawnMm, deviationMm, seamAt } = b;
    const asides = beside[n] ?? [];
    const placed = { strip, asides };
    const allowances = allowancesOf(piece, path);
    const { startMm, endMm, reserveMm } = allowances;
    const toolOf = strip.pieces.flatMap((p, i) => (isBend(p) ? [tools?.[i] ?? null] : []));
    const bends = marksOf(strip).map((mark, i): PlannedBend => {
      const radius = mark.insideRadiusMm + piece.wire.diameterMm / 2;
      const past = mark.kind === 'fold' ? 1 : overbend(Math.max(radius, 0.01));
      // Field by field: spreading some hundred marks takes longer than planning them.
      return {
        kind: mark.kind,
        angleRad: mark.angleRad,
        insideRadiusMm: mark.insideRadiusMm,
        startMm: mark.startMm,
        middleMm: mark.middleMm,
        endMm: mark.endMm,
        gripMm: mark.gripMm,
        fromMiddleMm: mark.fromMiddleMm,
        stepMm: mark.stepMm,
        formToRad: mark.angleRad * past,
        tool: toolOf[i] ?? null,
        fromEndMm: startMm + mark.gripMm,
        place: placeOnWire(placed, mark.middleMm)?.at ?? { x: 0, y: 0 },
      };
    });
    return {
      pathId: path.id,
      closed: path.closed,
      ends: { start: path.start, end: path.end, seam: path.seam },
      strip,
      asides,
      bends,
      developedMm: strip.developedMm,
      cutMm: strip.developedMm + startMm + endMm + reserveMm,
      parts: [...developedParts(strip), ...allowances.parts],
      startMm,
      endMm,
      reserveMm,
      drawnMm,
      deviationMm,
      seamAt,
      seamPlace: path.closed ? (placeOnWire(placed, 0)?.at ?? null) : null,
    };
  });
  const asDrawn = beside.every((b) => b.length === 0);
  const lines = asDrawn ? bare : wires.map((w) => formedLine(w));
  const found = asDrawn ? meetings.crossings : findCrossings(lines, d);
  const used = wires.reduce((sum, w) => sum + w.cutMm - w.reserveMm, 0);
  return {
    wires,
    route: route && summary(route),
    crossings: crossingsOf(found, d, piece.over, piece.overAt),
    advice: adviceFor(piece, built),
    hang: hangOf(lines, piece.hang),
    massG: wireMassG(piece.wire.metal, piece.wire.diameterMm, used),
    totalCutMm: wires.reduce((sum, w) => sum + w.cutMm, 0),
  };
}

const summary = ({ graph: _graph, wires: _wires, ...rest }: Route): PlannedRoute => rest;

/** Many bends of a piece share a radius: each is worked out once. */
function byRadius(work: (radius: number) => number): (radius: number) => number {
  const known = new Map<number, number>();
  return (radius) => {
    const before = known.get(radius);
    if (before !== undefined) return before;
    const value = work(radius);
    known.set(radius, value);
    return value;
  };
}

interface Formed {
  readonly strip: Strip;
  readonly drawnMm: number;
  readonly deviationMm: number;
  readonly seamAt: number | null;
  readonly lost: number;
}

function formPath(piece: Piece, path: FigurePath): Formed {
  const d = piece.wire.diameterMm;
  const { chain, drawnMm } = chainOf(path, piece.toleranceMm);
  const centred = centreChain(chain, piece.basis, d);
  const tipped =
    piece.corner === 'reach' ? reachTips(centred.chain, cornerInsideRadius(d), d) : centred.chain;
  const total = lengthOf(tipped);
  const atMm = tipped.closed ? (path.seam.at === null ? topSeam(tipped) : path.seam.at * total) : 0;
  const strip = bendChain(tipped.closed ? openAt(tipped, atMm) : tipped, d);
  return {
    strip,
    drawnMm,
    deviationMm: chain.deviationMm,
    seamAt: tipped.closed && total > 0 ? atMm / total : null,
    lost: centred.lost,
  };
}

const lengthOf = (chain: Chain): number =>
  chain.primitives.reduce((sum, p) => sum + segmentLength(p), 0);
