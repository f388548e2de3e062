import { expose } from 'comlink';
import { FileError, readSvg, readWorkshop, wiresFromDrawing, type Workshop } from '@core/file';
import { LetteringError } from '@core/lettering';
import { MotifError } from '@core/motif';
import {
  atOrigin,
  bestAxis,
  betterHalf,
  drawShape,
  hasRoomFor,
  isHandChanged,
  mirrorHalf,
  PIECE_LIMITS,
  withShape,
  type FigurePath,
  type Piece,
  type Shape,
} from '@core/piece';
import { planPiece, routeOverview, type Bench, type Plan, type RouteOverview } from '@core/plan';
import { buildSheet, type Paper } from '@core/sheet';
import type { LengthUnit } from '@core/units';
import { fontsFor } from './letterFonts';

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

const planner = {
  plan: (piece: Piece, bench: Bench): Plan => planPiece(piece, bench),

  /** The ways in which a piece's lines can be run. */
  routes: (piece: Piece): RouteOverview => routeOverview(piece),

  /** Draws a shape on a piece, in the place of its former lines. */
  shape: async (piece: Piece, shape: Shape): Promise<Answer<ShapedPiece>> => {
    const fontOf = await fontsFor([shape]);
    const drawn = answer(() => drawShape(shape, piece.wire, fontOf));
    if (!drawn.ok) return drawn;
    if (!hasRoomFor(piece, drawn.value, shape.id)) {
      const message = `With this the piece would have more than ${PIECE_LIMITS.paths} lines. Nothing was changed.`;
      return { ok: false, message };
    }
    const { missing, tight } = drawn.value;
    return { ok: true, value: { piece: withShape(piece, shape, drawn.value), missing, tight } };
  },

  /** Draws words and motifs anew, for another wire; those changed by hand stay as they are. */
  shapes: async (piece: Piece): Promise<Piece> => {
    const fontOf = await fontsFor(piece.shapes);
    return piece.shapes.reduce((now, shape) => {
      if (isHandChanged(piece, shape)) return now;
      const drawn = answer(() => drawShape(shape, now.wire, fontOf));
      const fits = drawn.ok && hasRoomFor(now, drawn.value, shape.id);
      return fits ? withShape(now, shape, drawn.value) : now;
    }, piece);
  },

  readDrawing: async (file: Blob, prefix: string): Promise<Answer<ReadDrawing>> => {
    const text = await file.text();
    return answer(() => {
      const drawing = readSvg(text);
      const paths = wiresFromDrawing(drawing, (n) => `${prefix}${n + 1}`);
      return { paths: atOrigin(paths), notes: drawing.notes };
    });
  },

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

  readWorkshopFile: async (file: Blob): Promise<Answer<Workshop>> => {
    const text = await file.text();
    return answer(() => readWorkshop(text));
  },

  pdf: async (
    piece: Piece,
    bench: Bench,
    paper: Paper['id'],
    unit: LengthUnit,
    fontUrls: { regular: string; bold: string },
  ): Promise<Uint8Array> => {
    const bytes = async (url: string): Promise<Uint8Array> =>
      new Uint8Array(await (await fetch(url)).arrayBuffer());
    const [regular, bold, { writePdf }] = await Promise.all([
      bytes(fontUrls.regular),
      bytes(fontUrls.bold),
      import('@core/sheet/writePdf'),
    ]);
    const sheet = buildSheet(piece, planPiece(piece, bench), paper, unit);
    return writePdf(sheet, piece.name, { regular, bold });
  },
};

export type Planner = typeof planner;

expose(planner);
