/** Things on a printed page. All sizes in mm from the page's top left, y down. */
export type Tone = 'ink' | 'soft' | 'faint' | 'accent' | 'wire' | 'paper' | 'under' | 'pale';

/**
 * Colours in print, red, green and blue of 255. What a made piece is laid on (`under`, `pale`) is full blue,
 * so that the blue of a photograph shows bare paper there and metal alone.
 */
export const TONE_COLOURS: Readonly<Record<Tone, readonly [number, number, number]>> = {
  ink: [20, 25, 30],
  soft: [107, 115, 121],
  faint: [209, 214, 217],
  accent: [13, 107, 107],
  wire: [153, 89, 51],
  paper: [255, 255, 255],
  under: [56, 128, 255],
  pale: [217, 231, 255],
};

export interface LineItem {
  readonly type: 'line';
  readonly x1: number;
  readonly y1: number;
  readonly x2: number;
  readonly y2: number;
  readonly widthMm: number;
  readonly tone: Tone;
  readonly dashMm?: number;
}

export interface PathItem {
  readonly type: 'path';
  /** SVG path data in mm */
  readonly data: string;
  readonly widthMm: number;
  readonly tone: Tone;
  /** filled instead of drawn along */
  readonly filled?: true;
}

export interface TextItem {
  readonly type: 'text';
  readonly x: number;
  /** of the baseline */
  readonly y: number;
  readonly sizeMm: number;
  readonly text: string;
  readonly bold?: boolean;
  readonly anchor?: 'start' | 'middle' | 'end';
  readonly tone?: Tone;
}

/** Items shown through a window of the page, moved by (dx, dy). */
export interface WindowItem {
  readonly type: 'window';
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly dx: number;
  readonly dy: number;
  readonly items: readonly Item[];
}

export type Item = LineItem | PathItem | TextItem | WindowItem;

export interface Page {
  readonly title: string;
  readonly items: readonly Item[];
}

export interface Sheet {
  readonly paper: Paper;
  readonly pages: readonly Page[];
}

export interface Paper {
  readonly id: 'a4' | 'letter';
  readonly name: string;
  readonly widthMm: number;
  readonly heightMm: number;
}

export const PAPERS: Readonly<Record<Paper['id'], Paper>> = {
  a4: { id: 'a4', name: 'A4', widthMm: 210, heightMm: 297 },
  letter: { id: 'letter', name: 'Letter', widthMm: 215.9, heightMm: 279.4 },
};

export const MARGIN_MM = 12;

export const rule = (
  x1: number,
  y1: number,
  x2: number,
  y2: number,
  widthMm = 0.15,
  tone: Tone = 'ink',
  dashMm?: number,
): LineItem => ({ type: 'line', x1, y1, x2, y2, widthMm, tone, ...(dashMm ? { dashMm } : {}) });

export const words = (
  x: number,
  y: number,
  text: string,
  options: Omit<TextItem, 'type' | 'x' | 'y' | 'text' | 'sizeMm'> & { sizeMm?: number } = {},
): TextItem => ({ type: 'text', x, y, text, sizeMm: 3.2, ...options });
