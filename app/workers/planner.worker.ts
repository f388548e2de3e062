import { expose } from 'comlink';
import { FileError, readSvg, readWorkshop, wiresFromDrawing, type Workshop } from '@core/file';
import {
  atOrigin,
  bestAxis,
  betterHalf,
  mirrorHalf,
  PIECE_LIMITS,
  type FigurePath,
  type Piece,
} from '@core/piece';
import { planPiece, type Plan } from '@core/plan';
import { buildSheet, type Paper } from '@core/sheet';
import type { LengthUnit } from '@core/units';

/** What went wrong comes back as a value: errors lose their kind between worker and page. */
export type Answer<T> = { ok: true; value: T } | { ok: false; message: string };

function answer<T>(work: () => T): Answer<T> {
  try {
    return { ok: true, value: work() };
  } catch (error) {
    if (error instanceof FileError) return { ok: false, message: error.message };
    throw error;
  }
}

export interface ReadDrawing {
  readonly paths: FigurePath[];
  readonly notes: readonly string[];
}

const planner = {
  plan: (piece: Piece): Plan => planPiece(piece),

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
    const sheet = buildSheet(piece, planPiece(piece), paper, unit);
    return writePdf(sheet, piece.name, { regular, bold });
  },
};

export type Planner = typeof planner;

expose(planner);
