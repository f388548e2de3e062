import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { drawLines, scanSheet, takeShot, type SheetDrawing } from '../core/practice';
import { tracePicture, type Rgba } from '../core/trace';
import { DRAWINGS } from '../demo/drawings';

const median = (values: number[]): number =>
  [...values].sort((a, b) => a - b)[values.length >> 1] ?? 0;
const rounds = <T>(count: number, work: () => T): T[] => Array.from({ length: count }, work);

function timed(work: () => void): number {
  const from = performance.now();
  work();
  return performance.now() - from;
}

const fox = DRAWINGS.find((d) => d.id === 'fox')!.sheet;
const pen = (penMm: number): SheetDrawing => ({ ...fox, penMm });
const megapixels = (p: Rgba): number => (p.width * p.height) / 1e6;

const clean = scanSheet(drawLines(pen(0.6), 12));
const photo = takeShot(pen(0.7), { number: 5, width: 1080, height: 1440 }).picture;
const marker = scanSheet(drawLines(pen(2.5), 12));
const large = takeShot(pen(0.7), { number: 5, width: 3000, height: 4000 }).picture;

console.log(
  '\nTracing                        megapixels   first ms   median ms   ms per megapixel',
);
const results = new Map<string, number>();
for (const [name, picture, count] of [
  ['pen, clean', clean, 9],
  ['photo', photo, 9],
  ['thick marker', marker, 9],
  ['photo of 12 megapixels', large, 7],
] as const) {
  const first = timed(() => tracePicture(picture));
  const again = median(rounds(count, () => timed(() => tracePicture(picture))));
  results.set(name, again);
  console.log(
    `${name.padEnd(30)} ${megapixels(picture).toFixed(1).padStart(10)} ${first.toFixed(0).padStart(10)} ${again.toFixed(0).padStart(11)} ${(again / megapixels(picture)).toFixed(0).padStart(18)}`,
  );
}

// The same picture through Debian's outline tracer, where it is installed: only the ratio counts.
if (spawnSync('potrace', ['--version']).status === 0) {
  const folder = mkdtempSync(join(tmpdir(), 'hush-road-'));
  const file = join(folder, 'large.pgm');
  const grey = new Uint8Array(large.width * large.height);
  for (let i = 0; i < grey.length; i++) grey[i] = large.data[4 * i + 1]!;
  const head = Buffer.from(`P5\n${large.width} ${large.height}\n255\n`, 'latin1');
  writeFileSync(file, Buffer.concat([head, grey]));
  const other = median(
    rounds(7, () => timed(() => spawnSync('potrace', ['-s', file, '-o', join(folder, 'out.svg')]))),
  );
  rmSync(folder, { recursive: true });
  const ratio = results.get('photo of 12 megapixels')! / other;
  console.log(
    `potrace, outlines of the same  ${megapixels(large).toFixed(1).padStart(10)} ${' '.repeat(10)} ${other.toFixed(0).padStart(11)}   (ours takes ${ratio.toFixed(2)} of it)`,
  );
}
