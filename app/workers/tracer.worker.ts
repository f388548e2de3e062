import '~/state/plainZod';
import { expose } from 'comlink';
import { FileError, retrace, wiresFromTrace, type Retraced } from '@core/file';
import { markOf, type Piece, type TracedPicture } from '@core/piece';
import {
  drawLines,
  scanSheet,
  smoothThrough,
  takeShot,
  type SheetDrawing,
  type ShotOptions,
} from '@core/practice';
import {
  applyMap,
  inverseMap,
  PictureError,
  readPictureHead,
  tracePicture,
  type PlaneMap,
  type Rgba,
  type Trace,
  type TracedStroke,
  type TraceOptions,
  type TraceStage,
} from '@core/trace';
import type { Answer } from './planner.worker';

export interface OpenedPicture {
  readonly width: number;
  readonly height: number;
  /** what the file says of its resolution */
  readonly pxPerMm: number | null;
  /** the picture small enough to be shown quickly */
  readonly shown: Blob;
}

const SHOWN_SIDE = 1600;
const FLAT_SIDE = 1100;
const DRAFT_PIXELS = 500_000;
const LARGE_PIXELS = 4_000_000;

let full: Rgba | null = null;
let draft: { picture: Rgba; scale: number } | null = null;

async function canvasOf(
  source: ImageBitmap,
  scale: number,
): Promise<{ canvas: OffscreenCanvas; rgba: Rgba }> {
  const width = Math.max(1, Math.round(source.width * scale));
  const height = Math.max(1, Math.round(source.height * scale));
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  context.fillStyle = '#fff';
  context.fillRect(0, 0, width, height);
  context.imageSmoothingQuality = 'high';
  context.drawImage(source, 0, 0, width, height);
  const { data } = context.getImageData(0, 0, width, height);
  return Promise.resolve({ canvas, rgba: { width, height, data } });
}

let warm = false;

/**
 * Traces a small drawing twice, so that the browser has compiled the tracing by the time a large
 * picture is unpacked, which goes on meanwhile.
 */
function warmUp(): void {
  if (warm) return;
  warm = true;
  const lines = [smoothThrough(WARM_POINTS, true)];
  const sheet = drawLines({ widthMm: 60, heightMm: 60, penMm: 0.8, lines }, 12);
  for (let round = 0; round < 2; round++) tracePicture(scanSheet(sheet, 8));
}

const WARM_POINTS = Array.from({ length: 12 }, (_, i) => ({
  x: 30 + 22 * Math.sin((i * Math.PI) / 6 + 0.2),
  y: 30 + 15 * Math.sin((i * Math.PI) / 3),
}));

const tracer = {
  /** Reads a picture file; it stays here for tracing. */
  open: async (file: Blob): Promise<Answer<OpenedPicture>> => {
    try {
      const head = readPictureHead(new Uint8Array(await file.arrayBuffer()));
      const unpacking = createImageBitmap(file, { imageOrientation: 'from-image' }).catch(() => {
        throw new PictureError('This picture is damaged or cut short and cannot be read.');
      });
      if (head.width * head.height > LARGE_PIXELS) warmUp();
      const bitmap = await unpacking;
      const { width, height } = bitmap;
      const { rgba } = await canvasOf(bitmap, 1);
      const scale = Math.min(1, Math.sqrt(DRAFT_PIXELS / (width * height)));
      const small = scale < 1 ? (await canvasOf(bitmap, scale)).rgba : rgba;
      const shownScale = Math.min(1, SHOWN_SIDE / Math.max(width, height));
      const { canvas } = await canvasOf(bitmap, shownScale);
      const shown = await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.85 });
      bitmap.close();
      full = rgba;
      draft = { picture: small, scale: small.width / width };
      return { ok: true, value: { width, height, pxPerMm: head.pxPerMm, shown } };
    } catch (error) {
      if (error instanceof PictureError) return { ok: false, message: error.message };
      throw error;
    }
  },

  /**
   * Traces the opened picture.
   * @param quick on a small copy, for a look while a control moves; strokes come in full pixels
   */
  trace: (
    options: TraceOptions,
    quick: boolean,
    onStage: (stage: TraceStage) => void,
  ): Answer<Trace & { readonly ms: number }> => {
    if (!full || !draft) return { ok: false, message: 'No picture is open.' };
    const from = performance.now();
    const k = quick ? draft.scale : 1;
    const erased = options.erased.map((r) => ({
      x: r.x * k,
      y: r.y * k,
      width: r.width * k,
      height: r.height * k,
    }));
    const trace = tracePicture(quick ? draft.picture : full, { ...options, erased }, onStage);
    const ms = performance.now() - from;
    return { ok: true, value: { ...(k === 1 ? trace : enlarged(trace, 1 / k)), ms } };
  },

  /** The piece's wires with the kept strokes at their size, and what became of work by hand. */
  finish: (
    piece: Piece,
    strokes: readonly TracedStroke[],
    picture: Omit<TracedPicture, 'toMm' | 'traced'>,
  ): Answer<Retraced> => {
    try {
      const prefix = `t${Date.now().toString(36)}-`;
      const { paths, toMm } = wiresFromTrace(
        strokes,
        picture.size,
        (n) => `${prefix}${n + 1}`,
        picture.scale,
      );
      const traced = paths.map((p) => ({ id: p.id, mark: markOf(p) }));
      const whole: TracedPicture = { ...picture, toMm: [...toMm], traced };
      return { ok: true, value: retrace(piece, paths, whole) };
    } catch (error) {
      if (error instanceof FileError) return { ok: false, message: error.message };
      throw error;
    }
  },

  /**
   * The opened picture as it lies under the figure, slant taken out.
   * @param toMm the plane map from the picture to the figure
   * @param box the part of the figure's plane, mm
   */
  flattened: async (
    toMm: PlaneMap,
    box: { minX: number; minY: number; maxX: number; maxY: number },
  ): Promise<Blob | null> => {
    const back = inverseMap(toMm);
    if (!full || !back) return null;
    const [w, h] = [box.maxX - box.minX, box.maxY - box.minY];
    const pxPerMm = Math.min(20, FLAT_SIDE / Math.max(w, h));
    const [width, height] = [Math.ceil(w * pxPerMm), Math.ceil(h * pxPerMm)];
    const out = new ImageData(width, height);
    const from = new Uint32Array(full.data.buffer, full.data.byteOffset, full.data.length >> 2);
    const into = new Uint32Array(out.data.buffer);
    for (let y = 0, i = 0; y < height; y++) {
      for (let x = 0; x < width; x++, i++) {
        const p = applyMap(back, {
          x: box.minX + (x + 0.5) / pxPerMm,
          y: box.minY + (y + 0.5) / pxPerMm,
        });
        const [u, v] = [Math.floor(p.x), Math.floor(p.y)];
        if (u >= 0 && v >= 0 && u < full.width && v < full.height)
          into[i] = from[v * full.width + u]!;
      }
    }
    const canvas = new OffscreenCanvas(width, height);
    canvas.getContext('2d')!.putImageData(out, 0, 0);
    return canvas.convertToBlob({ type: 'image/png' });
  },

  /** A picture of a shipped drawing as the practice camera takes it. */
  shoot: async (drawing: SheetDrawing, options: ShotOptions): Promise<Blob> => {
    const { picture } = takeShot(drawing, options);
    const canvas = new OffscreenCanvas(picture.width, picture.height);
    const pixels = new Uint8ClampedArray(picture.data);
    canvas
      .getContext('2d')!
      .putImageData(new ImageData(pixels, picture.width, picture.height), 0, 0);
    return canvas.convertToBlob({ type: 'image/png' });
  },
};

function enlarged(trace: Trace, k: number): Trace {
  const at = (p: { x: number; y: number }): { x: number; y: number } => ({
    x: p.x * k,
    y: p.y * k,
  });
  return {
    ...trace,
    penPx: trace.penPx * k,
    crossings: trace.crossings.map(at),
    strokes: trace.strokes.map((s) => ({
      closed: s.closed,
      cubics: s.cubics.map((c) => ({
        type: 'cubic',
        from: at(c.from),
        c1: at(c.c1),
        c2: at(c.c2),
        to: at(c.to),
      })),
    })),
  };
}

export type Tracer = typeof tracer;

expose(tracer);
