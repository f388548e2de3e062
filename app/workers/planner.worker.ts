import '~/state/plainZod';
import { expose } from 'comlink';
import {
  FileError,
  packWorkshop,
  readSvg,
  unpackWorkshop,
  wiresFromDrawing,
  ZIP_LIMITS,
  type PackedPicture,
  type PackedWorkshop,
  type WorkshopParts,
} from '@core/file';
import { LetteringError } from '@core/lettering';
import { MotifError } from '@core/motif';
import {
  atOrigin,
  bestAxis,
  betterHalf,
  drawShape,
  isHandChanged,
  mirrorHalf,
  PIECE_LIMITS,
  twinAxis,
  twinOf,
  whyNotKept,
  withShape,
  type FigurePath,
  type Piece,
  type Shape,
  type Symmetry,
} from '@core/piece';
import { DEFAULT_KIT, stiffnessOf } from '@core/forming';
import {
  mirrorPlan,
  planPiece,
  routeOverview,
  type Bench,
  type FollowPoint,
  type Plan,
  type RouteOverview,
  type Told,
} from '@core/plan';
import { dressPiece, type Dressing } from '@core/dressing';
import {
  gaugeRemedies,
  groundFor,
  verdictFrom,
  verdictOf,
  type GaugeRemedy,
  type Limits,
  type Verdict,
} from '@core/gauge';
import { assemblyOf, makeSteps, type Assembly, type MakeStep } from '@core/making';
import { pegPlan, stepsOf, type PegAnswer, type PegBoard, type WireSteps } from '@core/steps';
import { buildSheet, joinSheets, type Paper, type Sheet } from '@core/sheet';
import { drawPattern } from './drawPattern';
import type { LengthUnit } from '@core/units';
import { fontsFor } from './letterFonts';
import type { ProgressOf } from './planner';

/** What went wrong comes back as a value: errors lose their kind between worker and page. */
export type Answer<T> = { ok: true; value: T } | { ok: false; message: string };

function answer<T>(work: () => T): Answer<T> {
  try {
    return { ok: true, value: work() };
  } catch (error) {
    const worded = [FileError, LetteringError, MotifError].some((kind) => error instanceof kind);
    if (worded) return { ok: false, message: (error as Error).message };
    throw error;
  }
}

export interface ReadDrawing {
  readonly paths: FigurePath[];
  readonly notes: readonly string[];
}

/** A piece with a shape drawn on it, and what the maker should know about the shape. */
export interface ShapedPiece {
  readonly piece: Piece;
  readonly missing: readonly string[];
  readonly tight: readonly string[];
}

export interface DressedPlan {
  readonly plan: Plan;
  readonly dressing: Dressing;
}

export interface MakingPlan {
  readonly twin: boolean;
  readonly assembly: Assembly;
  readonly steps: readonly MakeStep[];
}

/** A piece and its plan, or those of its mirrored twin. */
function handed(piece: Piece, bench: Bench, twin: boolean): { piece: Piece; plan: Plan } {
  const plan = planPiece(piece, bench);
  return twin ? { piece: twinOf(piece), plan: mirrorPlan(plan, twinAxis(piece)) } : { piece, plan };
}

/** Progress is told no more often than this, ms. */
const TELL_MS = 100;

/** Tells the page how far the plan of a piece has come. */
function tellOf(pieceId: string): Told {
  let told = performance.now();
  return (progress) => {
    const now = performance.now();
    if (now - told < TELL_MS) return;
    told = now;
    const news: ProgressOf = { pieceId, progress };
    self.postMessage(news);
  };
}

let last: { key: string; made: DressedPlan } | null = null;

/** The plan and dressing of a piece; those made last are kept, for what is asked next of the same piece. */
function dressedPlan(piece: Piece, bench: Bench): DressedPlan {
  const key = JSON.stringify([piece, bench]);
  if (last?.key === key) return last.made;
  const plan = planPiece(piece, bench, tellOf(piece.id));
  const made = { plan, dressing: dressPiece(piece, plan) };
  last = { key, made };
  return made;
}

const planner = {
  plan: (piece: Piece, bench: Bench): Plan => planPiece(piece, bench),

  /** The plan with all that the piece is dressed with. */
  dressed: dressedPlan,

  /** Whether the piece holds in its wire, and which gauge to take. */
  verdict: (piece: Piece, bench: Bench, limits: Limits): Verdict | null => {
    const { plan, dressing } = dressedPlan(piece, bench);
    return verdictOf(piece, plan, dressing, limits);
  },

  /** What would make it hold better, each tried. */
  remedies: (piece: Piece, bench: Bench, limits: Limits): readonly GaugeRemedy[] => {
    const { plan, dressing } = dressedPlan(piece, bench);
    const ground = groundFor(piece, plan, dressing, limits);
    return ground ? gaugeRemedies(ground, verdictFrom(ground, dressing), dressing) : [];
  },

  /** The order of assembly of a piece, or of its mirrored twin, and its steps one by one. */
  assembly: (piece: Piece, bench: Bench, twin: boolean): MakingPlan => {
    const { piece: shown, plan } = handed(piece, bench, twin);
    const dressing = dressPiece(shown, plan);
    const assembly = assemblyOf(shown, plan, dressing, bench);
    const kit = bench.kit ?? DEFAULT_KIT;
    return { twin, assembly, steps: makeSteps(shown, plan, dressing, assembly, kit) };
  },

  /** How one wire of a piece, or of its mirrored twin, is worked step by step. */
  work: (piece: Piece, bench: Bench, wire: number, twin: boolean): WireSteps | null => {
    const { piece: shown, plan } = handed(piece, bench, twin);
    return stepsOf(shown, plan, wire, bench.kit ?? null);
  },

  /** What it takes to follow the drawing within a tolerance. */
  follow: (piece: Piece, bench: Bench, toleranceMm: number): FollowPoint => {
    const { wires } = planPiece({ ...piece, toleranceMm, bendEdits: [] }, bench);
    return {
      toleranceMm,
      bends: wires.reduce((sum, w) => sum + w.bends.length, 0),
      strayMm: Math.max(0, ...wires.map((w) => w.stray?.elsewhere?.mm ?? 0)),
    };
  },

  /** Where pegs or pins stand for winding a wire. */
  pegs: (
    piece: Piece,
    bench: Bench,
    wire: number,
    twin: boolean,
    board: PegBoard,
  ): PegAnswer | null => {
    const { plan } = handed(piece, bench, twin);
    const found = plan.wires[wire];
    const stiffness = stiffnessOf(piece.wire, bench.coils ?? []);
    return found ? pegPlan(found, board, stiffness, Math.max(0.5, 2 * piece.toleranceMm)) : null;
  },

  /** The ways in which a piece's lines can be run. */
  routes: (piece: Piece): RouteOverview => routeOverview(piece),

  /** Draws a shape on a piece, in the place of its former lines. */
  shape: async (piece: Piece, shape: Shape, bench: Bench): Promise<Answer<ShapedPiece>> => {
    const fontOf = await fontsFor([shape]);
    const drawn = answer(() => drawShape(shape, piece.wire, fontOf, bench));
    if (!drawn.ok) return drawn;
    const next = withShape(piece, shape, drawn.value);
    const why = whyNotKept(next);
    if (why) return { ok: false, message: `This cannot be drawn so: ${why}. Nothing was changed.` };
    const { missing, tight } = drawn.value;
    return { ok: true, value: { piece: next, missing, tight } };
  },

  /** Draws words and motifs anew, for another wire; those changed by hand stay as they are. */
  shapes: async (piece: Piece, bench: Bench): Promise<Piece> => {
    const fontOf = await fontsFor(piece.shapes);
    return piece.shapes.reduce((now, shape) => {
      if (isHandChanged(piece, shape)) return now;
      const drawn = answer(() => drawShape(shape, now.wire, fontOf, bench));
      const next = drawn.ok ? withShape(now, shape, drawn.value) : now;
      return whyNotKept(next) ? now : next;
    }, piece);
  },

  readDrawing: async (file: Blob, prefix: string): Promise<Answer<ReadDrawing>> => {
    const text = await file.text();
    const isSvg = /<svg[\s>]/i.test(text.slice(0, 20_000)) || /^\uFEFF?\s*</.test(text);
    const read = isSvg ? readSvg : (await import('@core/file/readDxf')).readDxf;
    return answer(() => {
      const drawing = read(text);
      const paths = wiresFromDrawing(drawing, (n) => `${prefix}${n + 1}`);
      return { paths: atOrigin(paths), notes: drawing.notes };
    });
  },

  /** The figure's best mirror axis, and how far its halves differ. */
  symmetry: (piece: Piece): Symmetry | null => bestAxis(piece.paths),

  /** The figure with its better half mirrored onto the other, and how far the halves differed. */
  mirror: (piece: Piece): Answer<{ paths: FigurePath[]; differedMm: number }> => {
    const found = bestAxis(piece.paths);
    if (!found) return { ok: false, message: 'There is too little drawn to be mirrored.' };
    const { axis, meanMm } = found;
    let n = 0;
    const prefix = `m${Date.now().toString(36)}-`;
    const side = betterHalf(piece.paths, axis);
    const paths = mirrorHalf(piece.paths, axis, side, () => `${prefix}${++n}`);
    if (paths.length > PIECE_LIMITS.paths) {
      return { ok: false, message: 'Mirrored, this figure would have too many wires.' };
    }
    return { ok: true, value: { paths, differedMm: meanMm } };
  },

  /** A workshop from a file, with its pictures. */
  readWorkshopFile: async (file: Blob): Promise<Answer<PackedWorkshop>> => {
    if (file.size > ZIP_LIMITS.bytes) {
      const message = `This file is ${Math.round(file.size / 1e6)} MB; up to ${ZIP_LIMITS.bytes / 1e6} MB can be read.`;
      return { ok: false, message };
    }
    const bytes = new Uint8Array(await file.arrayBuffer());
    return answer(() => unpackWorkshop(bytes));
  },

  /** The whole workshop as one archive. */
  packWorkshopFile: async (
    parts: WorkshopParts,
    pictures: readonly { readonly id: string; readonly name: string; readonly file: Blob }[],
    now: string,
  ): Promise<Blob> => {
    const packed: PackedPicture[] = [];
    for (const { id, name, file } of pictures) {
      const bytes = new Uint8Array(await file.arrayBuffer());
      packed.push({ id, name, type: file.type, bytes });
    }
    const archive = packWorkshop(parts, packed, now);
    return new Blob([new Uint8Array(archive)], { type: 'application/zip' });
  },

  /** The sheet as it is shown. */
  sheet: (piece: Piece, bench: Bench, wish: SheetWish): Sheet => sheetOf(piece, bench, wish),

  pdf: async (
    piece: Piece,
    bench: Bench,
    wish: SheetWish,
    fontUrls: { regular: string; bold: string },
  ): Promise<Uint8Array> => {
    const bytes = async (url: string): Promise<Uint8Array> =>
      new Uint8Array(await (await fetch(url)).arrayBuffer());
    const [regular, bold, { writePdf }] = await Promise.all([
      bytes(fontUrls.regular),
      bytes(fontUrls.bold),
      import('@core/sheet/writePdf'),
    ]);
    return writePdf(sheetOf(piece, bench, wish), piece.name, { regular, bold });
  },

  /** The pattern as a DXF drawing. */
  dxf: async (piece: Piece, bench: Bench, twin: boolean): Promise<string> => {
    const { writeDxf } = await import('@core/file/writeDxf');
    const hand = handed(piece, bench, twin);
    return writeDxf(hand.piece, hand.plan);
  },

  /** The pattern as a picture, so many dots to the inch. */
  png: async (piece: Piece, bench: Bench, twin: boolean, dpi: number): Promise<Answer<Blob>> => {
    const hand = handed(piece, bench, twin);
    return drawPattern(hand.piece, hand.plan, dpi);
  },
};

/** What is wished of a sheet. */
export interface SheetWish {
  readonly paper: Paper['id'];
  readonly unit: LengthUnit;
  readonly hands: 'drawn' | 'twin' | 'both';
  readonly drawings: boolean;
  readonly pegs: PegBoard | null;
}

function sheetOf(piece: Piece, bench: Bench, wish: SheetWish): Sheet {
  const { paper, unit, drawings, pegs } = wish;
  const one = (twin: boolean): Sheet => {
    const hand = handed(piece, bench, twin);
    const named = twin ? { hand: 'mirrored twin' } : {};
    return buildSheet(hand.piece, hand.plan, {
      paper,
      unit,
      drawings,
      pegs,
      kit: bench.kit ?? null,
      ...named,
    });
  };
  if (wish.hands === 'both') return joinSheets([one(false), one(true)]);
  return one(wish.hands === 'twin');
}

export type Planner = typeof planner;

expose(planner);
