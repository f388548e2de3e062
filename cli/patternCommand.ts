import { readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import sharp from 'sharp';
import { dressPiece } from '../core/dressing';
import type { MarkFrame } from '../core/fiducial';
import { FileError } from '../core/file';
import {
  buildSheet,
  PAPERS,
  patternOf,
  printedBox,
  type Paper,
  type WindowItem,
} from '../core/sheet';
import { writePageSvg } from '../core/sheet/writePageSvg';
import type { PlannedPiece } from './pieceCommand';

export interface PatternCommandOptions {
  readonly dpi?: number;
  readonly paper?: Paper['id'];
  readonly out?: string;
}

const MOST_PX = 200_000_000;

const font = (weight: number): Uint8Array =>
  readFileSync(
    createRequire(import.meta.url).resolve(
      `@fontsource/hanken-grotesk/files/hanken-grotesk-latin-${weight}-normal.woff`,
    ),
  );

/** The first page of a pattern as an SVG, and how the figure lies on it. @throws FileError */
export function patternPage(
  { piece, plan }: PlannedPiece,
  dpi: number,
  id: Paper['id'],
): {
  readonly svg: string;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly lies: WindowItem;
  readonly pages: number;
  readonly frame: MarkFrame | null;
} {
  const paper = PAPERS[id];
  const box = printedBox(plan, dressPiece(piece, plan));
  if (!box) throw new FileError('There is nothing in it that a pattern could be made of.');
  const { pages } = buildSheet(piece, plan, { paper: id, unit: 'mm' });
  const lies = pages[0]!.items.find((item): item is WindowItem => item.type === 'window');
  if (!lies) throw new FileError('It would take too many sheets of paper to be printed.');
  const fonts = { regular: font(400), bold: font(600) };
  return {
    ...writePageSvg(pages[0]!, paper, fonts, dpi),
    lies,
    pages: pages.filter((p) => p.title.startsWith('Pattern')).length,
    frame: patternOf(box, paper)?.frame ?? null,
  };
}

/** Draws the first page of a pattern as a picture. @throws FileError */
export async function runPattern(
  planned: PlannedPiece,
  { dpi = 200, paper = 'a4', out }: PatternCommandOptions,
): Promise<object> {
  const { svg, widthPx, heightPx, lies, pages, frame } = patternPage(planned, dpi, paper);
  if (widthPx * heightPx > MOST_PX) {
    throw new FileError(`At ${dpi} dots to the inch this picture would be too large.`);
  }
  const scale = dpi / 25.4;
  if (out !== undefined) {
    const png = await sharp(Buffer.from(svg), { limitInputPixels: MOST_PX })
      .png()
      .withMetadata({ density: dpi })
      .toBuffer();
    try {
      writeFileSync(out, png);
    } catch {
      throw new FileError(`The pattern cannot be written to ${out}.`);
    }
  }
  return {
    to_px: [scale, 0, 0, scale, lies.dx * scale, lies.dy * scale],
    width_px: widthPx,
    height_px: heightPx,
    pages,
    marks: frame !== null,
  };
}
