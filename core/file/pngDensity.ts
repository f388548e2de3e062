import encode from 'png-chunks-encode';
import extract from 'png-chunks-extract';

/**
 * A PNG that says how large it is: dots to the metre in a pHYs chunk before the picture's data, so
 * that it prints at true size.
 */
export function withDensity(png: Uint8Array, dpi: number): Uint8Array {
  const perMetre = Math.round(dpi / 0.0254);
  const data = new Uint8Array(9);
  const view = new DataView(data.buffer);
  view.setUint32(0, perMetre);
  view.setUint32(4, perMetre);
  data[8] = 1;
  const chunks = extract(png).filter((c) => c.name !== 'pHYs');
  const first = chunks.findIndex((c) => c.name === 'IDAT');
  chunks.splice(first, 0, { name: 'pHYs', data });
  return encode(chunks);
}
