import type { Piece } from '../piece';
import { materialName, TEMPER_NAMES, type Coat, type Metal, type Temper } from '../wire';
import { asGauge, joined, say, type Said } from '../words';
import type { Plan } from './planPiece';

/** What is cut of one of a piece's wires. */
export interface StockUse {
  readonly id: string | null;
  readonly name: string;
  readonly metal: Metal;
  readonly temper: Temper;
  readonly diameterMm: number;
  readonly coat?: Coat | undefined;
  /** how many wires of the figure are of it, and their cut lengths, mm */
  readonly wires: number;
  readonly cutMm: number;
}

/** The wires that a figure is made of, in the order in which they come, with what is cut of each. */
export function stockUses({ wires }: Plan): StockUse[] {
  const found = new Map<string | null, StockUse>();
  for (const { stock, cutMm } of wires) {
    const { id, name, metal, temper, diameterMm, coat } = stock;
    const first = { id, name, metal, temper, diameterMm, coat, wires: 0, cutMm: 0 };
    const before = found.get(id) ?? first;
    found.set(id, { ...before, wires: before.wires + 1, cutMm: before.cutMm + cutMm });
  }
  return [...found.values()];
}

type Kind = Pick<StockUse, 'metal' | 'temper' | 'diameterMm' | 'coat'>;

/** A wire as one asks for it in a shop: “18 ga (1.02 mm) copper”. */
export const stockWords = (wire: Kind): Said =>
  say`${asGauge(wire.diameterMm)} ${materialName(wire)}`;

/** The wires of a figure as its sheet names them, with their tempers; of an empty one its main wire. */
export function kindWords(piece: Piece, plan: Plan): Said {
  const uses: Kind[] = stockUses(plan);
  const kinds = uses.length > 0 ? uses : [piece.wire];
  return joined(
    kinds.map((k) => say`${stockWords(k)}, ${TEMPER_NAMES[k.temper]}`),
    '; ',
  );
}

/** The thickest of a plan's wires, mm. */
export const widestMm = ({ wires, diameterMm }: Plan): number =>
  wires.length > 0 ? Math.max(...wires.map((w) => w.stock.diameterMm)) : diameterMm;
