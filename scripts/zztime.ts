import sharp from 'sharp';
import { tracePicture } from '../core/trace';
const f = process.argv[2]!;
const { data, info } = await sharp(f, { limitInputPixels: false })
  .ensureAlpha()
  .raw()
  .toBuffer({ resolveWithObject: true });
for (let k = 0; k < Number(process.argv[3] ?? 5); k++) {
  let last = performance.now();
  const t0 = last;
  const st: string[] = [];
  let name = '';
  const t = tracePicture({ width: info.width, height: info.height, data }, undefined, (s) => {
    const n = performance.now();
    if (name) st.push(name + ' ' + (n - last).toFixed(0));
    name = s;
    last = n;
  });
  const n = performance.now();
  st.push(name + ' ' + (n - last).toFixed(0));
  console.log(
    (n - t0).toFixed(0),
    'ms',
    st.join(', '),
    'strokes',
    t.strokes.length,
    'pen',
    t.penPx.toFixed(1),
  );
}
