import {
  coilOf,
  flowOf,
  overbendFactor,
  stiffnessOf,
  type Kit,
  type Stiffness,
  type TestCoil,
  type Tool,
} from '../forming';
import { findCrossings, findMeetings, type Vec } from '../geometry';
import {
  inStock,
  leadStock,
  stockOf,
  type BendEdit,
  type Piece,
  type PieceStock,
  type WireEnds,
} from '../piece';
import type { Route } from '../route';
import { isBend, marksOf, shiftRoom, type Mark, type Strip } from '../strip';
import { wireGrams } from '../wire';
import { adviceFor, type Advice } from './advice';
import { besidePasses, type BesidePasses } from './besidePasses';
import { alongBlank, gainUpTo, takenInAll, type OnBlank } from './blank';
import { formedWires } from './formedWires';
import { formPath } from './formPath';
import { hammeredWires, together } from './hammering';
import { HANDBOOK, ownBending, ownHammering, type OwnHand } from './ownHand';
import { hangOf, type Hang } from './hang';
import { allowancesOf, developedParts, type Allowances, type LengthPart } from './lengths';
import { bareLine, crossingsOf, formedLine, placeOnWire, type WireCrossing } from './places';
import { stonesOf, takenOnTheWay, withTwists } from './onTheWay';
import { routedFigure } from './routed';
import {
  alongsideWish,
  doublingOf,
  lieWished,
  type Aside,
  type DoubledStretch,
} from './sideBySide';
import type { Breach } from './laws';
import type { Told } from './progress';
import { strandLine } from './strandLines';
import type { Correction } from './roundings';
import type { Stray } from './stray';

/** A bend as the bend table lists it. */
export interface PlannedBend extends Mark {
  /** angle to bend to so that it springs back to `angleRad`, same sign */
  readonly formToRad: number;
  readonly tool: Tool | null;
  /** where the tool grips, from the blank's first end */
  readonly fromEndMm: number;
  /** the bend's place on the formed figure */
  readonly place: Vec;
  /** the place by which a wish for this bend is kept, and the wish it follows */
  readonly spot: Vec;
  readonly edit: BendEdit | null;
  /** the smallest and largest shift along the blank that its neighbours allow, mm */
  readonly shift: readonly [number, number];
}

/** A wire that a piece is made of, with what it springs back by. */
export interface PlannedStock extends PieceStock, Stiffness {
  /** a test coil of the maker's gave that */
  readonly measured: boolean;
}

export interface WirePlan extends Allowances, OnBlank {
  readonly pathId: string;
  /** which of several that run side by side along one line, from the left */
  readonly strand: number;
  /** what it is made of */
  readonly stock: PlannedStock;
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
  /** length of the drawn line, mm, and what makes the developed length another */
  readonly drawnMm: number;
  readonly corrections: readonly Correction[];
  /** the line that the wire's centre should follow, and where it strays furthest from that, walked in step */
  readonly wished: readonly Vec[];
  readonly stray: Stray | null;
  /** share of the drawn length where a closed figure is opened */
  readonly seamAt: number | null;
  readonly seamPlace: Vec | null;
}

/** How a piece's lines are run, and how good that is. */
export type PlannedRoute = Omit<Route, 'graph' | 'wires'>;

/** A wire that cannot be planned within the laws: it has no numbers, and counts in none. */
export interface Unplanned {
  readonly pathId: string;
  /** its place among all wires of the figure */
  readonly place: number;
  readonly breach: Breach;
}

export interface Plan {
  readonly wires: readonly WirePlan[];
  readonly unplanned: readonly Unplanned[];
  /** thickness of the wire that leads */
  readonly diameterMm: number;
  /** null when each drawn line is a wire */
  readonly route: PlannedRoute | null;
  readonly crossings: readonly WireCrossing[];
  /** where passes lie along each other */
  readonly doubled: readonly DoubledStretch[];
  readonly advice: readonly Advice[];
  readonly hang: Hang | null;
  /** everything cut but what is trimmed: the reserve, and what ends are held by */
  readonly massG: number;
  readonly totalCutMm: number;
  /** the flow stress of the wire that leads, MPa, and whether a test coil gave it */
  readonly flowMPa: number;
  readonly measured: boolean;
}

/** What the maker has beside the piece: tools, and coils wound to test wires. */
export interface Bench {
  /** tools for the curves; without any they are free curves */
  readonly kit?: Kit | null;
  readonly coils?: readonly TestCoil[];
  /** what this maker's hand does otherwise than the handbook says */
  readonly own?: OwnHand;
}

/**
 * The plan of a piece: pure, and everything the screens and sheets show comes from it.
 * @param told hears how far it has come
 * Stages: route, drawn path, chain of lines and arcs, wire's centreline, straight blank, marks and lengths.
 */
export function planPiece(
  piece: Piece,
  { kit = null, coils = [], own: hand = HANDBOOK }: Bench = {},
  told?: Told,
): Plan {
  const stocks = stocksIn(coils);
  if (piece.route) told?.({ stage: 'route', done: 0, of: 1 });
  const { paths, route } = routedFigure(piece);
  const runs = paths.flatMap((path) => {
    const strands = path.strands ?? 1;
    return Array.from({ length: strands }, (_, strand) => ({ path, strand, strands }));
  });
  const of = runs.length;
  const all = runs.map(({ path, strand, strands }, done) => {
    told?.({ stage: 'wires', done, of });
    const share = told && ((part: number) => told({ stage: 'wires', done: done + part, of }));
    const stock = stocks(stockOf(piece, path));
    const own = inStock(piece, stock);
    const wire = stock.stiffness;
    // Wires side by side touch, unless they are wished apart; the drawn line lies in their middle.
    const pitchMm = stock.diameterMm + (path.strandsApartMm ?? 0);
    const parted = strandLine(path, strand, pitchMm, stock.diameterMm, piece.toleranceMm);
    const asideMm = parted ? 0 : (strand - (strands - 1) / 2) * pitchMm;
    const line = parted?.path ?? path;
    const formed = formPath(own, line, { kit, wire, ...(share && { told: share }) }, asideMm);
    return {
      path,
      strand,
      stock,
      own,
      ...formed,
      breach: parted?.breach ?? formed.breach,
    };
  });
  const drawn = all.filter((b) => b.breach === null);
  const unplanned = all.flatMap(({ path, breach }, place) =>
    breach ? [{ pathId: path.id, place, breach }] : [],
  );
  const onLines = drawn.map((b) => b.strip);
  const bare = onLines.map((s) => bareLine(s));
  const thick = drawn.map((b) => b.stock.diameterMm);
  const d = thick.length > 0 ? Math.max(...thick) : piece.wire.diameterMm;
  const meetings = findMeetings(bare, thick, alongsideWish(thick));
  const doubling = doublingOf(onLines, meetings.alongside, thick, lieWished(piece));
  const passes = drawn.map((b, n) =>
    besidePasses(b, n, doubling.found[n]!, kit, b.stock.stiffness),
  );
  const built = drawn.map((b, n) => ({ ...b, ...passes[n]! }));
  const strips = built.map((b) => b.strip);
  const beside = doubling.asides.map((list, n) => list.map((a) => onBlankOf(passes[n]!, a)));
  const asDrawn = beside.every((b) => b.length === 0);
  const lines = asDrawn
    ? bare
    : strips.map((strip, n) => formedLine({ strip, asides: beside[n] ?? [] }));
  const formed = withTwists(
    piece,
    formedWires(
      built.map(({ strip, path, stock }, n) => ({
        strip,
        asides: beside[n] ?? [],
        closed: path.closed,
        developedMm: strip.developedMm,
        diameterMm: stock.diameterMm,
        pathId: path.id,
      })),
      lines,
      piece.from,
      stonesOf(piece),
    ),
  );
  const hammered = hammeredWires(piece, formed);
  const onTheWay = takenOnTheWay(piece, formed);
  const wires = built.map((b, n): WirePlan => {
    const { path, stock, own, strip, drawnMm, stray, seamAt } = b;
    const taken = onTheWay[n]!;
    const takenMm = takenInAll(taken);
    const { overbend } = stock;
    const asides = beside[n] ?? [];
    const placed = { strip, asides };
    const { gains: given, count } = hammered[n]!;
    const marks = marksOf(strip);
    const beaten = ownHammering(given, hand);
    const bent = ownBending(marks, stock.diameterMm, strip.developedMm, hand);
    const gains = together(beaten, bent);
    const reckonedMm = gainUpTo(given, strip.developedMm);
    const beatenMm = gainUpTo(beaten, strip.developedMm);
    const gainMm = gainUpTo(gains, strip.developedMm);
    const allowances = allowancesOf(own, path, { gainMm: reckonedMm, count }, taken, {
      bendMm: beatenMm - gainMm,
      hammerMm: reckonedMm - beatenMm,
      bends: bent.length,
      loopMm: Math.PI * hand.loop,
    });
    const { startMm, endMm, reserveMm, heldMm } = allowances;
    const onBlank = { startMm, gains, taken };
    const middleOfBlank = (strip.developedMm - gainMm + takenMm) / 2 + startMm;
    let stepFrom = startMm;
    const pieceOf = strip.pieces.flatMap((p, i) => (isBend(p) ? [i] : []));
    const bends = marks.map((mark, i): PlannedBend => {
      const at = pieceOf[i]!;
      const tool = b.tools[at] ?? null;
      const edit = b.edits[at] ?? null;
      const room = shiftRoom(strip, at);
      const moved = edit?.shiftMm ?? 0;
      const gripMm = tool?.grip === 'edge' ? mark.startMm : mark.gripMm;
      const radius = mark.insideRadiusMm + stock.diameterMm / 2;
      const past = mark.kind === 'fold' ? 1 : overbend(Math.max(radius, 0.01));
      const middleOn = alongBlank(onBlank, mark.middleMm);
      const stepMm = middleOn - stepFrom;
      stepFrom = middleOn;
      // Field by field: spreading some hundred marks takes longer than planning them.
      return {
        kind: mark.kind,
        angleRad: mark.angleRad,
        insideRadiusMm: mark.insideRadiusMm,
        startMm: mark.startMm,
        middleMm: mark.middleMm,
        endMm: mark.endMm,
        gripMm,
        fromMiddleMm: middleOn - middleOfBlank,
        stepMm,
        formToRad: mark.angleRad * past,
        tool,
        fromEndMm: alongBlank(onBlank, gripMm),
        place: placeOnWire(placed, mark.middleMm)?.at ?? NOWHERE,
        spot: b.spots[at] ?? NOWHERE,
        edit,
        shift: [moved - room.backMm, moved + room.onMm],
      };
    });
    return {
      pathId: path.id,
      strand: b.strand,
      stock: stock.planned,
      closed: path.closed,
      ends: { start: path.start, end: path.end, seam: path.seam },
      strip,
      asides,
      bends,
      developedMm: strip.developedMm,
      cutMm: strip.developedMm - gainMm + takenMm + startMm + endMm + reserveMm,
      parts: [...developedParts(strip), ...allowances.parts],
      startMm,
      endMm,
      reserveMm,
      heldMm,
      gains,
      taken,
      drawnMm,
      corrections: [...b.corrections, { id: 'beside', mm: b.moreMm }],
      wished: b.wished,
      stray,
      seamAt,
      seamPlace: path.closed ? (placeOnWire(placed, 0)?.at ?? null) : null,
    };
  });
  const found = asDrawn ? meetings.crossings : findCrossings(lines, thick);
  const lead = stocks(leadStock(piece)).planned;
  return {
    wires,
    unplanned,
    diameterMm: lead.diameterMm,
    route: route && summary(route),
    crossings: crossingsOf(found, d, piece.over, piece.overAt),
    doubled: doubling.stretches.map((s) => onBlankOf(passes[s.wire]!, s)),
    advice: adviceFor(built.map((b, i) => ({ ...b, onBlank: wires[i]! }))),
    hang: hangOf(
      lines,
      wires.map((w) => wireGrams(w.stock, 1)),
      piece.hang,
    ),
    massG: wires.reduce((sum, w) => sum + wireGrams(w.stock, w.cutMm - trimmedMm(w)), 0),
    totalCutMm: wires.reduce((sum, w) => sum + w.cutMm, 0),
    flowMPa: lead.flowMPa,
    measured: lead.measured,
  };
}

/** What is cut off a wire once it is worked, mm. */
export const trimmedMm = ({ reserveMm, heldMm }: Allowances): number =>
  reserveMm + heldMm.start + heldMm.end;

/** The wires of a piece, each with what follows from it, worked out once. */
function stocksIn(coils: readonly TestCoil[]) {
  const known = new Map<string | null, ReturnType<typeof make>>();
  const make = (stock: PieceStock) => {
    const stiffness = stiffnessOf(stock, coils);
    const measured = coilOf(stock, coils) !== null;
    const planned: PlannedStock = {
      ...stock,
      ...stiffness,
      flowMPa: flowOf(stock, coils),
      measured,
    };
    const overbend = byRadius((radius) => overbendFactor(radius, stiffness));
    return { ...stock, stiffness, planned, overbend };
  };
  return (stock: PieceStock) => {
    const before = known.get(stock.id) ?? make(stock);
    known.set(stock.id, before);
    return before;
  };
}

/** A stretch of a wire whose bends were moved along its blank. */
const onBlankOf = <T extends { readonly fromMm: number; readonly toMm: number }>(
  { onto }: BesidePasses,
  stretch: T,
): T => ({ ...stretch, fromMm: onto(stretch.fromMm), toMm: onto(stretch.toMm) });

const NOWHERE: Vec = { x: 0, y: 0 };

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
