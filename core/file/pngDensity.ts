import crc32 from 'crc-32';

/** A PNG begins with these bytes; its chunks follow: length, name, data and checksum (PNG specification, 5.2 and 5.3). */
const SIGNATURE_BYTES = 8;
const FRAME_BYTES = 12;
const METRE = 1;

const nameAt = (view: DataView, at: number): string =>
  String.fromCharCode(...[4, 5, 6, 7].map((i) => view.getUint8(at + i)));

/** One chunk with its length, name and checksum. */
function chunk(name: string, data: Uint8Array): Uint8Array {
  const out = new Uint8Array(data.length + FRAME_BYTES);
  const view = new DataView(out.buffer);
  view.setUint32(0, data.length);
  out.set(
    Array.from(name, (sign) => sign.charCodeAt(0)),
    4,
  );
  out.set(data, 8);
  view.setInt32(8 + data.length, crc32.buf(out.subarray(4, 8 + data.length)));
  return out;
}

function joined(parts: readonly Uint8Array[]): Uint8Array {
  const out = new Uint8Array(parts.reduce((sum, p) => sum + p.length, 0));
  let at = 0;
  for (const part of parts) {
    out.set(part, at);
    at += part.length;
  }
  return out;
}

/**
 * A PNG that says how large it is: dots to the metre in a pHYs chunk before the picture's data, so
 * that it prints at true size.
 */
export function withDensity(png: Uint8Array, dpi: number): Uint8Array {
  const data = new Uint8Array(9);
  const density = new DataView(data.buffer);
  const perMetre = Math.round(dpi / 0.0254);
  density.setUint32(0, perMetre);
  density.setUint32(4, perMetre);
  data[8] = METRE;
  const view = new DataView(png.buffer, png.byteOffset, png.byteLength);
  const parts = [png.subarray(0, SIGNATURE_BYTES)];
  let put = false;
  for (let at = SIGNATURE_BYTES; at + FRAME_BYTES <= png.length;) {
    const end = at + view.getUint32(at) + FRAME_BYTES;
    const name = nameAt(view, at);
    if (name === 'IDAT' && !put) {
      parts.push(chunk('pHYs', data));
      put = true;
    }
    if (name !== 'pHYs') parts.push(png.subarray(at, end));
    at = end;
  }
  return joined(parts);
}
