import type { Piece } from '../piece';
import { bareThread, strandOf, type Thread } from '../item';
import { inThickness, layOf, materialName, strandMm, TEMPER_NAMES, type Round } from '../wire';
import { asBoth, asGauge, joined, say, type Said } from '../words';
import type { Plan } from './planPiece';

/** What is cut of one of a piece's wires. */
export interface StockUse extends Readonly<Thread> {
  readonly id: string | null;
  readonly name: string;
  /** how many wires of the figure are of it, and their cut lengths, mm */
  readonly wires: number;
  readonly cutMm: number;
}

/** The wires that a figure is made of, in the order in which they come, with what is cut of each. */
export function stockUses({ wires }: Plan): StockUse[] {
  const found = new Map<string | null, StockUse>();
  for (const { stock, cutMm } of wires) {
    const { id, name } = stock;
    const first = { id, name, ...bareThread(stock), wires: 0, cutMm: 0 };
    const before = found.get(id) ?? first;
    found.set(id, { ...before, wires: before.wires + 1, cutMm: before.cutMm + cutMm });
  }
  return [...found.values()];
}

type Kind = Readonly<Thread>;

/** A wire as one asks for it in a shop: “18 ga (1.02 mm) copper”; a rope by what it is twisted from. */
export const stockWords = (wire: Kind): Said =>
  wire.rope
    ? say`rope of ${wire.rope.strands} strands ${asGauge(strandMm(wire))} ${materialName(wire)}`
    : say`${asGauge(wire.diameterMm)} ${materialName(wire)}`;

/** How thick it is as one buys it: a rope by its strands. */
export const sizeWords = (wire: Round, diameterMm = wire.diameterMm): Said =>
  wire.rope
    ? say`rope of ${asGauge(strandMm(inThickness(wire, diameterMm)))} strands`
    : say`${asGauge(diameterMm)}`;

/** What is cut to twist a rope of a length from, how often it is turned, and how its strands lie. */
export interface RopeCut {
  readonly strands: number;
  readonly pieces: number;
  readonly eachMm: number;
  readonly turns: number;
  readonly angleRad: number;
}

/** What a rope is twisted from: “2 × 305.1 mm (12 in) of 18 ga copper”; null for wire by itself. */
export function ropeWords(wire: Kind, lengthMm: number): Said | null {
  const cut = ropeCut(wire, lengthMm);
  return cut && say`${cut.pieces} × ${asBoth(cut.eachMm)} of ${stockWords(strandOf(wire))}`;
}

/** What is cut for a length of wire: of a rope its strands, two of them in each wire that is folded. */
export function ropeCut(wire: Round, lengthMm: number): RopeCut | null {
  const { rope } = wire;
  if (!rope) return null;
  const { angleRad, longer } = layOf(wire);
  const each = rope.folded ? 2 : 1;
  return {
    strands: rope.strands,
    pieces: rope.strands / each,
    eachMm: each * lengthMm * longer,
    turns: lengthMm / rope.turnMm,
    angleRad,
  };
}

/** The wires of a figure as its sheet names them, with their tempers; of an empty one its main wire. */
export function kindWords(piece: Piece, plan: Plan): Said {
  const uses: Kind[] = stockUses(plan);
  const kinds = uses.length > 0 ? uses : [piece.wire];
  return joined(
    kinds.map((k) => say`${stockWords(k)}, ${TEMPER_NAMES[k.temper]}`),
    '; ',
  );
}

/** Whether a wire is formed on the spool: a rope is twisted of lengths that are cut. */
export const fromSpool = (
  { work }: Pick<Piece, 'work'>,
  { stock }: { readonly stock: Round },
): boolean => work === 'spool' && stock.rope === undefined;

/** The thickest of a plan's wires, mm. */
export const widestMm = ({ wires, diameterMm }: Plan): number =>
  wires.length > 0 ? Math.max(...wires.map((w) => w.stock.diameterMm)) : diameterMm;
