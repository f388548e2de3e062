import { strFromU8, strToU8, unzipSync, zipSync, type Zippable } from 'fflate';
import crc32 from 'crc-32';
import { z } from 'zod';
import { FileError } from './fileError';
import { readWorkshop, writeWorkshop, type Workshop, type WorkshopParts } from './workshop';

/** Largest workshop file that is read, and what it may hold unpacked, bytes. */
export const ZIP_LIMITS = { bytes: 400_000_000, unpacked: 600_000_000, files: 20_000 } as const;

/** A picture or photo with its file as it came. */
export interface PackedPicture {
  readonly id: string;
  readonly name: string;
  /** MIME type */
  readonly type: string;
  readonly bytes: Uint8Array;
}

export interface PackedWorkshop extends Workshop {
  readonly pictures: readonly PackedPicture[];
}

const WORKSHOP_FILE = 'workshop.json';
const listSchema = z.array(
  z.object({
    id: z.string().regex(/^pic-\d+-[a-z0-9]+$/),
    name: z.string().max(200),
    type: z.string().max(80),
    file: z.string().max(300),
    bytes: z.number().int().min(0),
    crc: z.number().int(),
  }),
);

const ENDINGS: Readonly<Record<string, string>> = {
  'image/png': 'png',
  'image/jpeg': 'jpg',
  'image/webp': 'webp',
  'image/svg+xml': 'svg',
  'image/gif': 'gif',
};

const README = `This is a Hush Road workshop.

workshop.json holds the pieces, makings, kits and settings as JSON; the pictures folder holds traced
pictures and photos of steps as plain files. In Hush Road: Settings, "Bring in a file".
`;

/**
 * A whole workshop as one zip archive: JSON and plain picture files, which any program opens.
 * @param now ISO 8601, also written as the time of its files
 */
export function packWorkshop(
  parts: WorkshopParts,
  pictures: readonly PackedPicture[],
  now: string,
): Uint8Array {
  const files: Zippable = {};
  const list = pictures.map(({ id, name, type, bytes }) => {
    const plain = name
      .replace(/\.[^.]*$/, '')
      .replace(/[^\p{L}\p{N} _-]/gu, '')
      .slice(0, 60);
    const file = `pictures/${plain || 'picture'}-${id}.${ENDINGS[type] ?? 'bin'}`;
    // Pictures are packed already.
    files[file] = [bytes, { level: 0 }];
    return { id, name, type, file, bytes: bytes.length, crc: crc32.buf(bytes) };
  });
  files[WORKSHOP_FILE] = [strToU8(writeWorkshop(parts, now, list)), { level: 6 }];
  files['README.txt'] = strToU8(README);
  return zipSync(files, { mtime: now });
}

export const isZip = (bytes: Uint8Array): boolean => bytes[0] === 0x50 && bytes[1] === 0x4b;

/** One file of an archive; null when it is not there or damaged. */
function fileOf(bytes: Uint8Array, name: string): Uint8Array | null {
  try {
    return unzipSync(bytes, { filter: (f) => f.name === name })[name] ?? null;
  } catch {
    return null;
  }
}

function checkSize(bytes: Uint8Array): void {
  let [count, size] = [0, 0];
  const tooLarge = (): never => {
    throw new FileError(
      `This file holds more than a workshop does; up to ${ZIP_LIMITS.unpacked / 1e6} MB can be read. Nothing was changed.`,
    );
  };
  if (bytes.length > ZIP_LIMITS.bytes) tooLarge();
  try {
    unzipSync(bytes, {
      filter: (f) => {
        count++;
        size += f.originalSize;
        if (f.name === WORKSHOP_FILE && f.originalSize > 4 * ZIP_LIMITS.bytes) size = Infinity;
        return false;
      },
    });
  } catch {
    throw new FileError('This file is not whole: it cannot be unpacked. Nothing was changed.');
  }
  if (count > ZIP_LIMITS.files || size > ZIP_LIMITS.unpacked) tooLarge();
}

/**
 * Reads a workshop from an archive, or from JSON as earlier versions wrote it.
 * @throws FileError when nothing in it can be used; what is damaged alone is said and left out
 */
export function unpackWorkshop(bytes: Uint8Array): PackedWorkshop {
  if (!isZip(bytes)) return { ...readWorkshop(strFromU8(bytes)), pictures: [] };
  checkSize(bytes);
  const text = fileOf(bytes, WORKSHOP_FILE);
  if (!text) {
    throw new FileError(
      'There is no workshop in this archive, or it is not whole. Nothing was changed.',
    );
  }
  const workshop = readWorkshop(strFromU8(text));
  const list = listSchema.safeParse(workshop.pictureList);
  const damaged = [...workshop.damaged];
  const pictures = (list.success ? list.data : []).flatMap((entry): PackedPicture[] => {
    const file = fileOf(bytes, entry.file);
    if (file?.length === entry.bytes && crc32.buf(file) === entry.crc) {
      const { id, name, type } = entry;
      return [{ id, name, type, bytes: file }];
    }
    damaged.push({ name: entry.name || 'A picture', message: 'This picture is not whole.' });
    return [];
  });
  return { ...workshop, damaged, pictures };
}
