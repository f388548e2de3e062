import { FileError } from './fileError';
import type { FileKind } from './hostile.support';
import { wiresFromDrawing } from './pieceFromDrawing';
import { readDxf } from './readDxf';
import { readSvg } from './readSvg';
import { readWorkshop } from './workshop';
import { atOrigin, newPiece, readPiece, whyNotKept, type Piece } from '../piece';

/** What became of a file: kept means that each piece of it can be kept and opened again. */
export type Outcome = 'kept' | 'refused';

/**
 * Reads a file as the program does.
 * @throws what is no refusal in a maker's words: a fault
 */
export function tryFile(kind: FileKind, text: string): { outcome: Outcome; pieces: Piece[] } {
  let pieces: Piece[];
  try {
    if (kind === 'json') pieces = [...readWorkshop(text).pieces];
    else {
      const drawing = (kind === 'svg' ? readSvg : readDxf)(text);
      const paths = atOrigin(wiresFromDrawing(drawing, (n) => `w${n + 1}`));
      pieces = [{ ...newPiece('p', 'Tried', '2026-01-05T10:00:00Z'), paths }];
    }
  } catch (error) {
    if (!(error instanceof FileError)) throw error;
    if (/expected|invalid input|undefined|received|unexpected/i.test(error.message)) throw error;
    return { outcome: 'refused', pieces: [] };
  }
  for (const piece of pieces) {
    const why = whyNotKept(piece);
    if (why) throw new Error(`A piece that cannot be kept came in: ${why}`);
    const again = readPiece(JSON.parse(JSON.stringify(piece)));
    if (!again.ok) throw new Error(`A piece that cannot be opened came in: ${again.message}`);
  }
  return { outcome: 'kept', pieces };
}
