import '~/state/plainZod';
import { expose } from 'comlink';
import { dressPiece } from '@core/dressing';
import { formByHand, judgePhoto, shapesOf, type Mistake, type PhotoAnswer } from '@core/photo';
import type { Piece } from '@core/piece';
import type { Plan } from '@core/plan';
import { shootPiece, type LyingWire } from '@core/practice';
import {
  cardSheet,
  PAPERS,
  patternFrames,
  patternOf,
  printedBox,
  TONE_COLOURS,
  type Item,
  type Page,
  type Paper,
  patternPage,
} from '@core/sheet';
import { PictureError, readPictureHead } from '@core/trace';
import type { Answer } from './planner.worker';

/** A piece with the plan of the hand that is photographed. */
export interface Photographed {
  readonly piece: Piece;
  readonly plan: Plan;
}

const PAGE_PX_PER_MM = 8;

/** Photographs of made pieces are judged here, and taken where there is no camera. */
const photographer = {
  judge: async (file: Blob, { piece, plan }: Photographed): Promise<Answer<PhotoAnswer>> => {
    try {
      readPictureHead(new Uint8Array(await file.arrayBuffer()));
      const bitmap = await createImageBitmap(file, { imageOrientation: 'from-image' }).catch(() => {
        throw new PictureError('This picture is damaged or cut short and cannot be read.');
      });
      const { width, height } = bitmap;
      const pen = new OffscreenCanvas(width, height).getContext('2d', {
        willReadFrequently: true,
      })!;
      pen.drawImage(bitmap, 0, 0);
      bitmap.close();
      const { data } = pen.getImageData(0, 0, width, height);
      const box = printedBox(plan, dressPiece(piece, plan));
      const frames = box ? patternFrames(box) : [];
      return { ok: true, value: judgePhoto({ width, height, data }, plan, frames) };
    } catch (error) {
      if (error instanceof PictureError) return { ok: false, message: error.message };
      throw error;
    }
  },

  /** The blank card as a PDF, in the type that `fonts` name. */
  card: async (
    paper: Paper['id'],
    fonts: { readonly regular: string; readonly bold: string },
  ): Promise<Uint8Array> => {
    const bytes = async (url: string): Promise<Uint8Array> =>
      new Uint8Array(await (await fetch(url)).arrayBuffer());
    const [regular, bold, { writePdf }] = await Promise.all([
      bytes(fonts.regular),
      bytes(fonts.bold),
      import('@core/sheet/writePdf'),
    ]);
    return writePdf(cardSheet(paper), 'Card to photograph pieces on', { regular, bold });
  },

  /**
   * Takes a picture of the piece as a hand might have made it, lying on its printed pattern.
   * @param number what the hand does and what the light is like come from it
   */
  shoot: async (
    { piece, plan }: Photographed,
    number: number,
    colour: readonly [number, number, number],
  ): Promise<Answer<{ picture: Blob; mistake: Mistake | null }>> => {
    const dressing = dressPiece(piece, plan);
    const box = printedBox(plan, dressing);
    const lies = box && patternOf(box, PAPERS.a4);
    const page = patternPage(piece, plan, PAPERS.a4, dressing);
    if (!lies?.frame || !page) {
      return {
        ok: false,
        message: 'This piece is too large for a pattern with marks on one page.',
      };
    }
    const shapes = shapesOf(plan);
    const { lines, mistake } = formByHand(shapes, number);
    const wires = lines.map(({ x, y }, i): LyingWire => ({
      x: x.map((v) => v + lies.dx),
      y: y.map((v) => v + lies.dy),
      diameterMm: shapes[i]!.diameterMm,
      colour,
    }));
    const { minX, maxX, minY, maxY } = lies.frame.box;
    const room = 0.08 * Math.max(maxX - minX, maxY - minY);
    const shot = shootPiece({ picture: drawnPage(page), pxPerMm: PAGE_PX_PER_MM }, wires, {
      number,
      width: 2400,
      height: 1800,
      box: {
        minX: minX + lies.dx - room,
        maxX: maxX + lies.dx + room,
        minY: minY + lies.dy - room,
        maxY: maxY + lies.dy + room,
      },
    });
    const canvas = new OffscreenCanvas(shot.width, shot.height);
    const data = new ImageData(new Uint8ClampedArray(shot.data), shot.width, shot.height);
    canvas.getContext('2d')!.putImageData(data, 0, 0);
    const picture = await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.9 });
    return { ok: true, value: { picture, mistake } };
  },
};

/** A printed page as a picture, its words in whatever type is at hand. */
function drawnPage(page: Page): ImageData {
  const { widthMm, heightMm } = PAPERS.a4;
  const canvas = new OffscreenCanvas(widthMm * PAGE_PX_PER_MM, heightMm * PAGE_PX_PER_MM);
  const pen = canvas.getContext('2d', { willReadFrequently: true })!;
  pen.fillStyle = '#fff';
  pen.fillRect(0, 0, canvas.width, canvas.height);
  pen.scale(PAGE_PX_PER_MM, PAGE_PX_PER_MM);
  pen.lineCap = 'round';
  for (const item of page.items) draw(pen, item);
  return pen.getImageData(0, 0, canvas.width, canvas.height);
}

function draw(pen: OffscreenCanvasRenderingContext2D, item: Item): void {
  if (item.type === 'window') {
    pen.save();
    pen.translate(item.dx, item.dy);
    for (const child of item.items) draw(pen, child);
    pen.restore();
    return;
  }
  const colour = `rgb(${TONE_COLOURS[item.tone ?? 'ink'].join(' ')})`;
  pen.strokeStyle = colour;
  pen.fillStyle = colour;
  if (item.type === 'text') {
    pen.font = `${item.sizeMm}px sans-serif`;
    pen.textAlign = item.anchor === 'middle' ? 'center' : (item.anchor ?? 'start');
    pen.fillText(item.text, item.x, item.y);
    return;
  }
  pen.lineWidth = item.widthMm;
  if (item.type === 'line') {
    pen.beginPath();
    pen.moveTo(item.x1, item.y1);
    pen.lineTo(item.x2, item.y2);
    pen.stroke();
  } else if (item.filled) pen.fill(new Path2D(item.data));
  else pen.stroke(new Path2D(item.data));
}

export type Photographer = typeof photographer;

expose(photographer);
