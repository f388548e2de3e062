import { WIRE_LIMITS_MM } from '../wire';
import { PIECE_LIMITS } from './limits';
import type { FigurePath, Piece, Stock, Wire } from './schema';

/** A wire that a piece is made of; the first of them has no id of its own. */
export interface PieceStock extends Readonly<Wire> {
  readonly id: string | null;
  readonly name: string;
}

/** What the first wire of a piece is called. */
export const MAIN_STOCK = 'Main wire';

/** All wires that a piece is made of, the main one first. */
export const stocksOf = ({ wire, stocks }: Piece): PieceStock[] => [
  { id: null, name: MAIN_STOCK, ...wire },
  ...stocks,
];

/** The wire that a line is made of; a line that names none, or one that is gone, is of the main one. */
export function stockOf(piece: Piece, line: Pick<FigurePath, 'stock'>): PieceStock {
  const named = piece.stocks.find((s) => s.id === line.stock);
  return named ?? { id: null, name: MAIN_STOCK, ...piece.wire };
}

/** The wire that leads: the main one, or where no line is made of that, the one of the first line. */
export function leadStock(piece: Piece): PieceStock {
  const { route } = piece;
  const lines = route
    ? Array.from({ length: route.wires }, (_, i) => route.ends[i] ?? {})
    : piece.paths.filter((p) => p.nodes.length > 1);
  const own = lines.map((line) => stockOf(piece, line));
  return own.find((s) => s.id === null) ?? own[0] ?? stockOf(piece, {});
}

/** The piece with its leading wire so thick, and all others thicker or thinner in proportion. */
export function withThickness(piece: Piece, diameterMm: number): Piece {
  const lead = leadStock(piece);
  const factor = diameterMm / lead.diameterMm;
  const { min, max } = WIRE_LIMITS_MM;
  const scaled = <T extends Wire>(wire: T, id: string | null): T => ({
    ...wire,
    diameterMm:
      id === lead.id
        ? diameterMm
        : Math.min(max, Math.max(min, Number((wire.diameterMm * factor).toFixed(3)))),
  });
  return {
    ...piece,
    wire: scaled(piece.wire, null),
    stocks: piece.stocks.map((s) => scaled(s, s.id)),
  };
}

/** The piece as if all of it were of one of its wires. */
export const inStock = (piece: Piece, { metal, temper, diameterMm }: PieceStock): Piece => ({
  ...piece,
  wire: { metal, temper, diameterMm },
});

const ORDINALS = ['Second', 'Third', 'Fourth', 'Fifth', 'Sixth', 'Seventh', 'Eighth'];

/** The piece with one more wire to choose from, like the main one; null where it has as many as it can. */
export function withNewStock(piece: Piece): { piece: Piece; id: string } | null {
  if (piece.stocks.length >= PIECE_LIMITS.stocks) return null;
  const used = new Set(piece.stocks.map((s) => s.id));
  let n = 2;
  while (used.has(`w${n}`)) n++;
  const stock: Stock = { id: `w${n}`, name: `${ORDINALS[n - 2] ?? 'Another'} wire`, ...piece.wire };
  return { piece: { ...piece, stocks: [...piece.stocks, stock] }, id: stock.id };
}

/** The piece with one of its wires changed; null is the main one. */
export const withStock = (
  piece: Piece,
  id: string | null,
  to: Partial<Wire & { name: string }>,
): Piece => {
  if (id !== null) {
    return { ...piece, stocks: piece.stocks.map((s) => (s.id === id ? { ...s, ...to } : s)) };
  }
  const { name: _name, ...wire } = to;
  return { ...piece, wire: { ...piece.wire, ...wire } };
};

const without = <T extends { readonly stock?: string | undefined }>(line: T, id: string): T => {
  if (line.stock !== id) return line;
  const { stock: _stock, ...rest } = line;
  return rest as T;
};

/** The piece without one of its wires; lines of it are of the main one again. */
export const withoutStock = (piece: Piece, id: string): Piece => ({
  ...piece,
  stocks: piece.stocks.filter((s) => s.id !== id),
  paths: piece.paths.map((p) => without(p, id)),
  route: piece.route && { ...piece.route, ends: piece.route.ends.map((e) => without(e, id)) },
});

/** What is drawn or chosen of a wire, made of another of the piece's wires; null is the main one. */
export const ofStock = <T extends { readonly stock?: string | undefined }>(
  line: T,
  id: string | null,
): T => {
  const { stock: _stock, ...rest } = line;
  return (id === null ? rest : { ...rest, stock: id }) as T;
};
