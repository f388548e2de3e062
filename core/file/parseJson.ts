import { FileError } from './fileError';

/** Largest workshop or piece file that is read. */
export const JSON_LIMIT_BYTES = 60_000_000;
/** Lists within lists, and how many of them: beyond that no workshop goes. */
const DEEPEST = 60;
const MOST_PARTS = 4_000_000;

/**
 * The value of a JSON text, once its size and its nesting were looked at.
 * @param what how the file is called in the message
 * @throws FileError in a maker's words
 */
export function parseJson(text: string, what = 'file'): unknown {
  if (text.length > JSON_LIMIT_BYTES) {
    throw new FileError(
      `This ${what} is ${Math.round(text.length / 1e6)} MB; up to ${JSON_LIMIT_BYTES / 1e6} MB can be read.`,
    );
  }
  let [depth, parts, quoted] = [0, 0, false];
  for (let i = 0; i < text.length; i++) {
    const sign = text.charCodeAt(i);
    if (quoted) {
      if (sign === 92) i++;
      else if (sign === 34) quoted = false;
    } else if (sign === 34) quoted = true;
    else if (sign === 91 || sign === 123) {
      parts++;
      if (++depth > DEEPEST || parts > MOST_PARTS) {
        throw new FileError(
          `This ${what} is none that Hush Road has written. Nothing was changed.`,
        );
      }
    } else if (sign === 93 || sign === 125) depth--;
  }
  try {
    return JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch {
    throw new FileError(
      `This ${what} is not whole: it is not readable JSON. Your pieces are as they were.`,
    );
  }
}
