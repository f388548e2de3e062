import sharp from 'sharp';
import { readdirSync, writeFileSync, mkdirSync } from 'node:fs';
import { strokePoints, tracePicture } from '../core/trace';
(globalThis as any).DBG = process.env.DBG;
const dir = process.argv[2]!;
const out = process.argv[3]!;
const only = process.argv[4];
mkdirSync(out, { recursive: true });
for (const f of readdirSync(dir).filter((f) => /\.(png|jpg)$/.test(f))) {
  const name = f.replace(/\.\w+$/, '');
  if (only && !name.includes(only)) continue;
  const { data, info } = await sharp(dir + '/' + f)
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const t0 = performance.now();
  const t = tracePicture({ width: info.width, height: info.height, data });
  const ms = performance.now() - t0;
  writeFileSync(
    `${out}/${name}.json`,
    JSON.stringify({
      paths: t.strokes.map((s) => ({
        points: strokePoints(s, 1).map((p) => [p.x, p.y]),
        closed: s.closed,
        cubics: s.cubics.length,
      })),
      crossings: t.crossings,
      pen: t.penPx,
      ms,
    }),
  );
}
