import { withNamedWires, type Piece } from '@core/piece';
import { savePiece } from '~/storage/pieces';

/** Keeps a piece made from another one as a new piece. @returns its id. @throws StorageError */
export async function keepAsPiece(piece: Piece, added: string): Promise<string> {
  const now = new Date().toISOString();
  const id = `p${Date.now().toString(36)}${Math.random().toString(36).slice(2, 6)}`;
  const { demo: _demo, ...own } = piece;
  const name = `${piece.name || 'Piece'}, ${added}`.slice(0, 120);
  await savePiece({ ...withNamedWires(own), id, name, made: now, changed: now });
  return id;
}
