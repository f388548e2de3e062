import {
  bareThread,
  MAIN_ID,
  threadKey,
  type DressItem,
  type MadeOf,
  type PieceItem,
  type Thread,
} from '../item';
import { inThickness, WIRE_LIMITS_MM } from '../wire';
import { PIECE_LIMITS } from './limits';
import type { Joint, Links } from './dressingSchema';
import type { FigurePath, Piece, Stock, Wire } from './schema';

/** A wire that a piece is made of; the first of them has no id of its own. */
export interface PieceStock extends Readonly<Wire> {
  readonly id: string | null;
  readonly name: string;
}

/** What the first wire of a piece is called. */
export const MAIN_STOCK = 'Main wire';

/** What wires are called that come with things, until a maker names them. */
export const THIN_WIRE = 'Thin wire';
export const JOINT_WIRE = 'Wire for joints';
const CAME_WITH = new RegExp(`^(${THIN_WIRE}|${JOINT_WIRE})( \\d+)?$`);

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

/** The wires that lines of the figure are made of. */
function lineStocks(piece: Piece): ReadonlySet<string | null> {
  const { route } = piece;
  const lines: readonly Pick<FigurePath, 'stock'>[] = route
    ? Array.from({ length: route.wires }, (_, i) => route.ends[i] ?? {})
    : piece.paths;
  return new Set(lines.map((line) => stockOf(piece, line).id));
}

/**
 * The piece with its leading wire so thick, and all others of the figure thicker or thinner in proportion;
 * what binds and weaves stays.
 */
export function withThickness(piece: Piece, diameterMm: number): Piece {
  const lead = leadStock(piece);
  const factor = diameterMm / lead.diameterMm;
  const { min, max } = WIRE_LIMITS_MM;
  const own = lineStocks(piece);
  const scaled = <T extends Wire>(wire: T, id: string | null): T => {
    if (id !== lead.id && id !== null && !own.has(id)) return wire;
    const wished = Number((wire.diameterMm * factor).toFixed(3));
    return inThickness(wire, id === lead.id ? diameterMm : Math.min(max, Math.max(min, wished)));
  };
  return {
    ...piece,
    wire: scaled(piece.wire, null),
    stocks: piece.stocks.map((s) => scaled(s, s.id)),
  };
}

/** The piece as if all of it were of one of its wires. */
export const inStock = (piece: Piece, stock: PieceStock): Piece => ({
  ...piece,
  wire: bareThread(stock),
});

const ORDINALS = ['Second', 'Third', 'Fourth', 'Fifth', 'Sixth', 'Seventh', 'Eighth'];

/** The piece with one more wire to choose from, like the main one; null where it has as many as it can. */
export function withNewStock(piece: Piece): { piece: Piece; id: string } | null {
  if (piece.stocks.length >= PIECE_LIMITS.stocks) return null;
  const name = freeName(
    piece,
    `${ORDINALS[piece.stocks.filter((s) => madeOfIt(piece, s.id) === 0).length] ?? 'Another'} wire`,
  );
  const stock: Stock = { id: freeId(piece), name, ...piece.wire };
  return { piece: { ...piece, stocks: [...piece.stocks, stock] }, id: stock.id };
}

/**
 * A wire with some of it changed; a coat or a rope that is undefined is taken off. In another thickness the
 * strands of a rope lie as they did.
 */
function changed<T extends Wire>(
  wire: T,
  { name: _name, ...to }: Partial<Wire & { name: string }>,
): T {
  const thick = inThickness(wire, to.diameterMm ?? wire.diameterMm);
  const { coat: _coat, rope: _rope, ...bare } = { ...thick, ...to };
  const coat = 'coat' in to ? to.coat : wire.coat;
  const rope = 'rope' in to ? to.rope : thick.rope;
  return { ...bare, ...(coat && { coat }), ...(rope && { rope }) } as T;
}

/** The piece with one of its wires changed; null, or its name, is the main one. */
export const withStock = (
  piece: Piece,
  id: string | null,
  to: Partial<Wire & { name: string }>,
): Piece => {
  if (id === null || id === MAIN_ID) return { ...piece, wire: changed(piece.wire, to) };
  const stocks = piece.stocks.map((s): Stock => {
    return s.id === id ? { ...changed(s, to), name: to.name ?? s.name } : s;
  });
  return { ...piece, stocks };
};

const without = <T extends { readonly stock?: string | undefined }>(line: T, id: string): T => {
  if (line.stock !== id) return line;
  const { stock: _stock, ...rest } = line;
  return rest as T;
};

/** A row of links with its joints changed, one by one. */
const withJoints = (links: Links, change: (joint: Joint) => Joint): Links => ({
  ...links,
  turn: links.turn.map((place) => ({ ...place, joint: change(place.joint) })),
});

/** What the joints of a row name, or are made of. */
const jointWires = (links: Links | null): MadeOf[] =>
  (links?.turn ?? []).flatMap(({ joint }) => ('wire' in joint ? [joint.wire] : []));

/** The piece without one of its wires; what is made of it is of the main one again. */
export const withoutStock = (piece: Piece, id: string): Piece => ({
  ...piece,
  stocks: piece.stocks.filter((s) => s.id !== id),
  dressing: piece.dressing.map((i): PieceItem => {
    return 'thread' in i && i.thread === id ? { ...i, thread: MAIN_ID } : i;
  }),
  parts: piece.parts.map((p) =>
    p.joint?.wire === id ? { ...p, joint: { ...p.joint, wire: MAIN_ID } } : p,
  ),
  links:
    piece.links &&
    withJoints(piece.links, (joint) =>
      'wire' in joint && joint.wire === id ? { ...joint, wire: MAIN_ID } : joint,
    ),
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

const isOneWire = (a: Thread, b: Thread): boolean => threadKey(a) === threadKey(b);

/** What something is made of: the wire that it names, the main one where that is gone, or a wire by itself. */
export function wireOf(piece: Pick<Piece, 'wire' | 'stocks'>, madeOf: MadeOf): Thread {
  if (typeof madeOf !== 'string') return madeOf;
  return bareThread(piece.stocks.find((s) => s.id === madeOf) ?? piece.wire);
}

/** An item with what its wire is, as it can be laid. */
export const withItsWire = (piece: Pick<Piece, 'wire' | 'stocks'>, item: PieceItem): DressItem =>
  'thread' in item ? { ...item, thread: wireOf(piece, item.thread) } : item;

/** A joint between links with what its wire is. */
export type LaidJoint = Joint extends infer J
  ? J extends { wire: MadeOf }
    ? Omit<J, 'wire'> & { wire: Thread }
    : J
  : never;
export const jointOf = (piece: Pick<Piece, 'wire' | 'stocks'>, joint: Joint): LaidJoint =>
  'wire' in joint ? { ...joint, wire: wireOf(piece, joint.wire) } : joint;

/** All items of a piece, each with what its wire is. */
export const itemsOf = (piece: Piece): DressItem[] =>
  piece.dressing.map((item) => withItsWire(piece, item));

/**
 * The piece with a wire among its own, and the name of that: one that is there already, or a new one.
 * @param called what a new one is called
 * @param own the name that is kept if it is of that wire
 */
export function withWire(
  piece: Piece,
  wire: Thread,
  called: string,
  own?: MadeOf,
): { readonly piece: Piece; readonly id: string } {
  const kept = piece.stocks.find((s) => s.id === own && isOneWire(s, wire));
  if (kept) return { piece, id: kept.id };
  if (own === MAIN_ID && isOneWire(piece.wire, wire)) return { piece, id: MAIN_ID };
  const lines = lineStocks(piece);
  const there = piece.stocks.find((s) => !lines.has(s.id) && isOneWire(s, wire));
  return there ? { piece, id: there.id } : withOwnWire(piece, wire, called);
}

/** The piece with one more wire, like one that is there or not, and the name of that. */
export function withOwnWire(
  piece: Piece,
  wire: Thread,
  called: string,
): { readonly piece: Piece; readonly id: string } {
  const stock: Stock = { id: freeId(piece), name: freeName(piece, called), ...bareThread(wire) };
  return { piece: { ...piece, stocks: [...piece.stocks, stock] }, id: stock.id };
}

const freeId = ({ stocks }: Piece): string => {
  const used = new Set(stocks.map((s) => s.id));
  let n = stocks.length + 2;
  while (used.has(`w${n}`)) n++;
  return `w${n}`;
};

function freeName({ stocks }: Piece, called: string): string {
  const used = new Set(stocks.map((s) => s.name));
  if (!used.has(called)) return called;
  let n = 2;
  while (used.has(`${called} ${n}`)) n++;
  return `${called} ${n}`;
}

/** The piece with all that is made of a wire by itself naming one of the piece's instead. */
export function withNamedWires(piece: Piece): Piece {
  const { links, parts } = piece;
  const nameless =
    piece.dressing.some((i) => 'thread' in i && typeof i.thread !== 'string') ||
    parts.some((p) => p.joint && typeof p.joint.wire !== 'string') ||
    jointWires(links).some((wire) => typeof wire !== 'string');
  if (!nameless) return piece;
  let next = piece;
  const named = <T extends { readonly wire: MadeOf }>(joint: T): T => {
    if (typeof joint.wire === 'string') return joint;
    const made = withWire(next, joint.wire, JOINT_WIRE);
    next = made.piece;
    return { ...joint, wire: made.id };
  };
  const dressing = piece.dressing.map((item): PieceItem => {
    if (!('thread' in item) || typeof item.thread === 'string') return item;
    const made = withWire(next, item.thread, THIN_WIRE);
    next = made.piece;
    return { ...item, thread: made.id };
  });
  const own = {
    dressing,
    parts: parts.map((p) => (p.joint ? { ...p, joint: named(p.joint) } : p)),
    links: links && withJoints(links, (joint) => ('wire' in joint ? named(joint) : joint)),
  };
  return { ...next, ...own };
}

/** The wire that items, rings and joints of a piece name, each as often as it is named. */
export function madeOfIt(piece: Piece, id: string): number {
  const { links, parts } = piece;
  const named: readonly MadeOf[] = [
    ...piece.dressing.flatMap((i) => ('thread' in i ? [i.thread] : [])),
    ...parts.flatMap((p) => (p.joint ? [p.joint.wire] : [])),
    ...jointWires(links),
  ];
  return named.filter((n) => n === id).length;
}

/** The piece without a wire that came with a thing, once nothing is made of it any more. */
export function withoutIdle(piece: Piece, id: MadeOf | undefined): Piece {
  const stock = piece.stocks.find((s) => s.id === id);
  const idle =
    stock &&
    CAME_WITH.test(stock.name) &&
    madeOfIt(piece, stock.id) === 0 &&
    !lineStocks(piece).has(stock.id);
  return idle ? { ...piece, stocks: piece.stocks.filter((s) => s !== stock) } : piece;
}
