import { z } from 'zod';
import { DEFAULT_RULES, variantOf } from '../dressing';
import { leadStock, stocksOf, twinOf, withStock, withThickness, type Piece } from '../piece';
import { acrossFor } from '../wire';
import { stockSchema } from './stock';

/** How a piece is made for someone, where it is not as it is drawn. */
export const madeAsSchema = z.strictObject({
  /** the wire that leads; others go with it */
  wire: stockSchema.optional(),
  /** of the size that is drawn */
  percent: z.number().min(25).max(400).optional(),
  /** the other way round, as the second of a pair is */
  mirrored: z.literal(true).optional(),
});
export type MadeAs = z.infer<typeof madeAsSchema>;

/** The leading wire made of another; those of its metal go with it, those of the figure in proportion. */
function ofWire(piece: Piece, wire: NonNullable<MadeAs['wire']>): Piece {
  const lead = leadStock(piece);
  const thick = withThickness(piece, acrossFor(lead, wire.diameterMm));
  return stocksOf(thick).reduce((now, { id, metal }) => {
    if (id === lead.id) {
      const { metal: to, temper, coat } = wire;
      return withStock(now, id, { metal: to, temper, coat });
    }
    return metal === lead.metal ? withStock(now, id, { metal: wire.metal }) : now;
  }, thick);
}

/**
 * A piece as it is made for someone: larger or smaller, its wire as it was unless another is wished; of another
 * wire; mirrored. What is not wished stays as drawn.
 */
export function asMade(piece: Piece, as: MadeAs | undefined): Piece {
  if (!as) return piece;
  const { percent = 100, wire, mirrored } = as;
  const sized =
    percent === 100 ? piece : variantOf(piece, percent / 100, { ...DEFAULT_RULES, wire: 'same' });
  const other = wire ? ofWire(sized, wire) : sized;
  return mirrored ? twinOf(other) : other;
}

/** The wishes without those that change nothing; undefined where none is left. */
export function tidyMadeAs({ wire, percent, mirrored }: MadeAs): MadeAs | undefined {
  const as: MadeAs = {
    ...(wire && { wire }),
    ...(percent !== undefined && percent !== 100 && { percent }),
    ...(mirrored && { mirrored }),
  };
  return Object.keys(as).length > 0 ? as : undefined;
}

/** What tells pieces that are made apart: which it is, and how it is made. */
export const lineKey = ({
  pieceId,
  as,
}: {
  readonly pieceId: string;
  readonly as?: MadeAs | undefined;
}): string => {
  if (!as) return pieceId;
  const { wire, percent, mirrored } = as;
  const { metal, temper, diameterMm, coat } = wire ?? {};
  return JSON.stringify([pieceId, percent, mirrored, metal, temper, diameterMm, coat]);
};
