import { imageSize } from 'image-size';

/** What the head of a picture file says, before it is unpacked. */
export interface PictureHead {
  readonly kind: 'png' | 'jpg' | 'webp';
  /** pixels as shown, after the camera's rotation */
  readonly width: number;
  readonly height: number;
  /** pixels per mm if the file states a resolution, else null */
  readonly pxPerMm: number | null;
}

/** A picture that cannot be used; the message is for the maker. */
export class PictureError extends Error {}

export const PICTURE_LIMITS = {
  /** a phone's 24 megapixels, which are a little more */
  megapixels: 25,
  bytes: 60_000_000,
} as const;

const KINDS = ['png', 'jpg', 'webp'] as const;

/**
 * Reads kind, size and resolution from a file's first bytes, so that nothing too large is unpacked.
 * @throws PictureError with what is wrong and what to do
 */
export function readPictureHead(bytes: Uint8Array): PictureHead {
  if (bytes.length === 0) throw new PictureError('This file is empty.');
  if (bytes.length > PICTURE_LIMITS.bytes) {
    throw new PictureError(
      `This file has ${Math.round(bytes.length / 1e6)} MB; pictures up to ${PICTURE_LIMITS.bytes / 1e6} MB can be traced.`,
    );
  }
  const size = sizeOf(bytes);
  const kind = KINDS.find((k) => k === size?.type);
  if (!size || !kind || !(size.width > 0) || !(size.height > 0)) {
    throw new PictureError('This is not a picture that can be read. Use a PNG, JPEG or WebP file.');
  }
  const megapixels = (size.width * size.height) / 1e6;
  if (megapixels > PICTURE_LIMITS.megapixels) {
    throw new PictureError(
      `This picture has ${Math.round(megapixels)} megapixels; up to ${PICTURE_LIMITS.megapixels} can be traced. Save it smaller and try again.`,
    );
  }
  const turned = (size.orientation ?? 1) >= 5;
  return {
    kind,
    width: turned ? size.height : size.width,
    height: turned ? size.width : size.height,
    pxPerMm: resolutionOf(bytes, kind),
  };
}

function sizeOf(bytes: Uint8Array): ReturnType<typeof imageSize> | null {
  try {
    return imageSize(bytes);
  } catch {
    return null;
  }
}

/** Below this a stated resolution is a program's habit (72, 96) and not a scanner's measure. */
const LEAST_DPI = 120;

function resolutionOf(bytes: Uint8Array, kind: PictureHead['kind']): number | null {
  const found =
    kind === 'png' ? pngResolution(bytes) : kind === 'jpg' ? jpegResolution(bytes) : null;
  return found !== null && found * 25.4 >= LEAST_DPI ? found : null;
}

const view = (bytes: Uint8Array): DataView =>
  new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);

/** PNG's pHYs chunk: pixels per metre. */
function pngResolution(bytes: Uint8Array): number | null {
  const data = view(bytes);
  let at = 8;
  while (at + 21 <= bytes.length) {
    const length = data.getUint32(at);
    const name = String.fromCharCode(...bytes.subarray(at + 4, at + 8));
    if (name === 'pHYs') return data.getUint8(at + 16) === 1 ? data.getUint32(at + 8) / 1000 : null;
    if (name === 'IDAT') return null;
    at += 12 + length;
  }
  return null;
}

/** JPEG's JFIF header: pixels per inch or per centimetre. */
function jpegResolution(bytes: Uint8Array): number | null {
  if (bytes.length < 20 || bytes[2] !== 0xff || bytes[3] !== 0xe0) return null;
  if (String.fromCharCode(...bytes.subarray(6, 10)) !== 'JFIF') return null;
  const data = view(bytes);
  const density = data.getUint16(14);
  const unit = data.getUint8(13);
  return unit === 1 ? density / 25.4 : unit === 2 ? density / 10 : null;
}
