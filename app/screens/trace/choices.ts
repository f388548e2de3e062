import type { Vec } from '@core/geometry';
import type { PictureSize, TracedPicture } from '@core/piece';
import type { Region, TraceOptions } from '@core/trace';

/** All that a maker chooses while tracing, before it becomes part of the piece. */
export interface TraceChoices {
  readonly mode: TraceOptions['mode'];
  readonly sensitivity: number;
  readonly gapPens: number;
  readonly erased: readonly Region[];
  readonly dropped: readonly Vec[];
  readonly size: PictureSize;
  /** how much larger the figure was made since, beyond what the size says */
  readonly scale: number;
}

export type Tool = 'look' | 'erase';

export const FIRST_CHOICES: TraceChoices = {
  mode: 'centreline',
  sensitivity: 0,
  gapPens: 2.5,
  erased: [],
  dropped: [],
  size: { by: 'height', mm: 40 },
  scale: 1,
};

export const choicesOf = (picture: TracedPicture): TraceChoices => ({
  mode: picture.mode,
  sensitivity: picture.sensitivity,
  gapPens: picture.gapPens,
  erased: picture.erased,
  dropped: picture.dropped,
  size: picture.size,
  scale: picture.scale,
});

/** Sheets of paper whose corners can give the size, upright. */
export const SHEETS = [
  { id: 'a4', name: 'A4', widthMm: 210, heightMm: 297 },
  { id: 'a5', name: 'A5', widthMm: 148, heightMm: 210 },
  { id: 'letter', name: 'Letter', widthMm: 215.9, heightMm: 279.4 },
  { id: 'card', name: 'Index card 3 × 5 in', widthMm: 76.2, heightMm: 127 },
] as const;

/** Where the corners and points lie before anyone has moved them. */
export function firstSize(
  by: PictureSize['by'],
  picture: { width: number; height: number; pxPerMm: number | null },
  now: PictureSize,
): PictureSize {
  const { width: w, height: h } = picture;
  switch (by) {
    case 'height':
    case 'width':
      return { by, mm: now.by === 'height' || now.by === 'width' ? now.mm : 40 };
    case 'points':
      return { by, from: { x: 0.3 * w, y: 0.5 * h }, to: { x: 0.7 * w, y: 0.5 * h }, mm: 50 };
    case 'dpi':
      return { by, dpi: Math.round((picture.pxPerMm ?? 300 / 25.4) * 25.4) };
    case 'sheet': {
      const upright = h >= w;
      const sheet = SHEETS[0];
      return {
        by,
        corners: [
          { x: 0.1 * w, y: 0.1 * h },
          { x: 0.9 * w, y: 0.1 * h },
          { x: 0.9 * w, y: 0.9 * h },
          { x: 0.1 * w, y: 0.9 * h },
        ],
        widthMm: upright ? sheet.widthMm : sheet.heightMm,
        heightMm: upright ? sheet.heightMm : sheet.widthMm,
      };
    }
  }
}
