import { readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import sharp from 'sharp';
import { dressPiece } from '../core/dressing';
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

/** Draws the first page of a pattern as a picture. @throws FileError */
export async function runPattern(
  { piece, plan }: PlannedPiece,
  { dpi = 200, paper: id = 'a4', out }: PatternCommandOptions,
): Promise<object> {
  const paper = PAPERS[id];
  const dressing = dressPiece(piece, plan);
  const box = printedBox(plan, dressing);
  if (!box) throw new FileError('There is nothing in it that a pattern could be made of.');
  const { pages } = buildSheet(piece, plan, { paper: id, unit: 'mm' });
  const patterns = pages.filter((p) => p.title.startsWith('Pattern'));
  const lies = pages[0]!.items.find((item): item is WindowItem => item.type === 'window');
  if (!lies) throw new FileError('It would take too many sheets of paper to be printed.');
  const { svg, widthPx, heightPx } = writePageSvg(
    pages[0]!,
    paper,
    { regular: font(400), bold: font(600) },
    dpi,
  );
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
    pages: patterns.length,
    marks: Boolean(patternOf(box, paper)?.frame),
  };
}
