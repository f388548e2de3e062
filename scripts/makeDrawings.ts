// Takes the pictures of the shipped drawings that two demo pieces start from, and traces them.
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { wiresFromTrace } from '../core/file';
import { markOf, newPiece, resizeFigure, type Piece, type TracedPicture } from '../core/piece';
import { takeShot } from '../core/practice';
import { TRACE_DEFAULTS, tracePicture } from '../core/trace';
import { DRAWINGS } from '../demo/drawings';

const root = process.argv[2] ?? '.';
const MADE = '2026-11-02T17:00:00.000Z';
const SHOTS = [
  { drawing: 'pear', number: 4, heightMm: 40 },
  { drawing: 'fox', number: 11, heightMm: 34 },
] as const;

mkdirSync(join(root, 'public', 'drawings'), { recursive: true });
for (const { drawing, number, heightMm } of SHOTS) {
  const { sheet, name } = DRAWINGS.find((d) => d.id === drawing)!;
  const shot = takeShot(sheet, { number, width: 900, height: 1200 });
  const { width, height } = shot.picture;
  const file = `${drawing}.jpg`;
  const jpeg = await sharp(Buffer.from(shot.picture.data), { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .jpeg({ quality: 82 })
    .toBuffer();
  writeFileSync(join(root, 'public', 'drawings', file), jpeg);
  const data = await sharp(jpeg).ensureAlpha().raw().toBuffer();
  const { strokes } = tracePicture({ width, height, data }, TRACE_DEFAULTS);
  const size = {
    by: 'sheet' as const,
    corners: shot.corners.map((p) => ({ x: Number(p.x.toFixed(1)), y: Number(p.y.toFixed(1)) })),
    widthMm: sheet.widthMm,
    heightMm: sheet.heightMm,
  };
  const { paths, toMm } = wiresFromTrace(strokes, size, (n) => `w${n + 1}`);
  const picture: TracedPicture = {
    id: `shipped-${file}`,
    name: `${name} on a card`,
    widthPx: width,
    heightPx: height,
    mode: 'centreline',
    sensitivity: 0,
    gapPens: TRACE_DEFAULTS.gapPens,
    erased: [],
    dropped: [],
    size,
    scale: 1,
    toMm: [...toMm],
    traced: paths.map((p) => ({ id: p.id, mark: markOf(p) })),
  };
  const piece: Piece = { ...newPiece(`demo-${drawing}`, name, MADE), paths, picture };
  const sized = resizeFigure(piece, 'height', heightMm);
  const text = JSON.stringify({ paths: sized.paths, picture: sized.picture });
  writeFileSync(join(root, 'demo', 'figures', `${drawing}.json`), `${text}\n`);
  console.log(`${name}: ${strokes.length} strokes, ${jpeg.length} bytes`);
}
