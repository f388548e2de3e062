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
  whyNotKept,
  withShape,
  type FigurePath,
  type Piece,
  type Shape,
} from '@core/piece';
import { fitSize, type Fit, type Side } from '@core/dressing';
import type { Limits, Verdict } from '@core/gauge';
import { cutsFirst, type MakeStep } from '@core/making';
import {
  planPiece,
  routeOverview,
  type Bench,
  type FollowPoint,
  type RouteOverview,
  type Told,
} from '@core/plan';
import {
  planned,
  Planning,
  Plannings,
  type Planned,
  type Question,
  type SheetWish,
} from '@core/planning';
import { drawPattern } from './drawPattern';
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

/** The name of one state of a piece, with its points, by which the time it may take is reckoned. */
export interface State {
  readonly id: string;
  readonly points: number;
}

/** What a worker says to a question about a state: only one that it was given can be answered. */
export type Known<T> = { readonly known: true; readonly value: T } | { readonly known: false };

/** A plan with all that the piece is dressed with. */
export type DressedPlan = Pick<Planned, 'plan' | 'dressing'>;

/** A piece tried out: planned, dressed and judged. */
export interface TriedPiece extends DressedPlan {
  readonly verdict: Verdict | null;
}

/** So many states are remembered: the one on screen, and those just before it. */
const MOST_STATES = 4;
const plannings = new Plannings(MOST_STATES);

async function about<T>(
  { id }: State,
  work: (planning: Planning) => T | Promise<T>,
): Promise<Known<T>> {
  const planning = plannings.of(id);
  return planning ? { known: true, value: await work(planning) } : { known: false };
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

const planner = {
  /** Plans and dresses a state of a piece, and remembers it for what is asked next. */
  begin: (state: State, piece: Piece, bench: Bench): DressedPlan => {
    const made = planned(piece, bench, tellOf(piece.id));
    plannings.keep(state.id, made);
    return { plan: made.plan, dressing: made.dressing };
  },

  /** Takes a state as another worker planned it. */
  adopt: ({ id }: State, made: Planned): void => {
    plannings.keep(id, made);
  },

  /** Answers a question about a state. */
  ask: (state: State, question: Question, args: readonly unknown[]): Promise<Known<unknown>> =>
    about(state, (planning) =>
      (planning[question] as (...given: readonly unknown[]) => unknown).call(planning, ...args),
    ),

  /** The plan of a piece that is not open, for a picture of it. */
  picture: (piece: Piece, bench: Bench): DressedPlan => {
    const { plan, dressing } = planned(piece, bench);
    return { plan, dressing };
  },

  /** A piece that might be made instead. */
  tryOut: (piece: Piece, bench: Bench, limits: Limits): TriedPiece => {
    const planning = new Planning(planned(piece, bench));
    const { plan, dressing } = planning.made;
    return { plan, dressing, verdict: planning.verdict(limits) };
  },

  /** The steps of making a piece that is not open, so many of them together, all wires cut first that can be. */
  work: (piece: Piece, bench: Bench, copies: number): readonly MakeStep[] => {
    const { steps, assembly } = new Planning(planned(piece, bench)).assembly(false, copies);
    return cutsFirst(steps, assembly.precedences);
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

  /** How large a figure is drawn so that the finished piece is so large on one side. */
  fit: (piece: Piece, bench: Bench, side: Side, sizeMm: number): Fit | null =>
    fitSize(piece, side, sizeMm, bench),

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

  pdf: (
    state: State,
    wish: SheetWish,
    fontUrls: { regular: string; bold: string },
  ): Promise<Known<Uint8Array>> =>
    about(state, async (planning) => {
      const bytes = async (url: string): Promise<Uint8Array> =>
        new Uint8Array(await (await fetch(url)).arrayBuffer());
      const [regular, bold, { writePdf }] = await Promise.all([
        bytes(fontUrls.regular),
        bytes(fontUrls.bold),
        import('@core/sheet/writePdf'),
      ]);
      return writePdf(planning.sheet(wish), planning.made.piece.name, { regular, bold });
    }),

  /** The pattern as a DXF drawing. */
  dxf: (state: State, twin: boolean): Promise<Known<string>> =>
    about(state, async (planning) => {
      const { writeDxf } = await import('@core/file/writeDxf');
      return writeDxf(planning.hand(twin).plan);
    }),

  /** The pattern as a picture, so many dots to the inch. */
  png: (state: State, twin: boolean, dpi: number): Promise<Known<Answer<Blob>>> =>
    about(state, (planning) => {
      return drawPattern(planning.hand(twin).plan, dpi);
    }),
};

export type Planner = typeof planner;

expose(planner);
