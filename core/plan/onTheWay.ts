import type { StoneBody } from '../element';
import { kindOf, twistedWith, type FormedWires } from '../item';
import { itemsOf, type Piece } from '../piece';
import type { Taken } from './blank';

/** The stones of a piece that its wires go over. */
export const stonesOf = (piece: Piece): StoneBody[] =>
  piece.dressing.flatMap((item) => kindOf(item).stone?.(item) ?? []);

/** The wires of a piece with those that are led on them and twisted with each other. */
export const withTwists = <W extends FormedWires>(piece: Piece, formed: W): W => ({
  ...formed,
  twistedWith: twistedWith(
    formed,
    itemsOf(piece).flatMap((item) => ('acts' in item ? [item] : [])),
  ),
});

/** Places this near to the first end of a wire are at its tip, mm. */
const TIP_MM = 1e-6;

/**
 * What a piece's wires use up on their way, wire by wire and in order along each. Of several at one place
 * the first of the piece's list comes first; at a wire's first end, where the work goes outwards, last.
 */
export function takenOnTheWay(piece: Piece, formed: FormedWires): readonly (readonly Taken[])[] {
  const taken = formed.lines.map(() => new Array<Taken>());
  for (const item of piece.dressing) {
    const uses = kindOf(item).takes?.(formed, item) ?? [];
    for (const { wire, ...use } of uses) {
      const atMm = use.atMm <= TIP_MM ? 0 : use.atMm;
      if (use.lengthMm > 0) taken[wire]?.push({ ...use, atMm, itemId: item.id });
    }
  }
  return taken.map((own) => {
    const first = own.filter((t) => t.atMm === 0).reverse();
    const rest = own.filter((t) => t.atMm > 0);
    return [...first, ...rest.sort((a, b) => a.atMm - b.atMm)];
  });
}
