import { newPiece, type Piece } from '@core/piece';
import { savePiece } from './pieces';
import { report } from './report';
import { askToLast } from './room';

/** A name for a piece that no other has. */
export const newId = (): string =>
  `p${Date.now().toString(36)}${Math.random().toString(36).slice(2, 6)}`;

/** What a piece is called until it is given a name. */
export const NO_NAME = 'New piece';

/**
 * Keeps a new piece.
 * @param from what it begins with; empty if nothing is said
 * @returns its id
 * @throws StorageError where it cannot be kept
 */
export async function beginPiece(from?: Piece): Promise<string> {
  const id = newId();
  const piece = from ? { ...from, id } : newPiece(id, NO_NAME, new Date().toISOString());
  await savePiece(piece);
  // The first piece of one's own: the browser is asked to keep it.
  askToLast().catch((error: unknown) => report(error, 'asking for lasting room'));
  return id;
}
