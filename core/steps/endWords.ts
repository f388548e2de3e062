import { endKindOf, type EndSide, type WireEnd } from '../end';
import { loopTool, type Kit } from '../forming';
import type { Piece } from '../piece';
import type { Plan } from '../plan';
import type { Round } from '../wire';
import { asBoth, joined, say, type Said } from '../words';

/** To which side it is turned, where the maker said so. */
const SIDE_WORDS: Readonly<Record<EndSide, Said | null>> = {
  outward: null,
  inward: say`It turns inwards, to the middle of the figure.`,
  left: say`It turns to the left, seen from the front with the end away from you.`,
  right: say`It turns to the right, seen from the front with the end away from you.`,
};

/** An inside across, with the tool that gives it. */
export function overTool(kit: Kit, stock: Parameters<typeof loopTool>[1], insideMm: number): Said {
  const tool = loopTool(kit, stock, insideMm);
  return say`${asBoth(insideMm)} inside${tool ? say`, on ${tool.name}` : ''}`;
}

/** One end as an order to the hands; null for an end that is left as it is. */
export function endOrder(
  end: WireEnd,
  where: string,
  wire: Round,
  over: (insideMm: number) => Said,
): Said | null {
  const order = endKindOf(end).order(end, { where, wire, over });
  if (!order) return null;
  const side = SIDE_WORDS[end.side ?? 'outward'];
  return joined(
    [order, ...(side ? [side] : []), ...(end.turned ? [say`Turn it square to the figure.`] : [])],
    ' ',
  );
}

/**
 * What is done at a wire's ends, one order each.
 * @param only one of its ends; the reserve is trimmed at the last one
 */
export function endWords(
  piece: Piece,
  plan: Plan,
  index: number,
  kit: Kit,
  only: 'start' | 'end' | null = null,
): readonly Said[] {
  const wire = plan.wires[index];
  if (!wire) return [];
  const { start, end, seam } = wire.ends;
  const over = (insideMm: number): Said => overTool(kit, wire.stock, insideMm);
  const parts: Said[] = [];
  if (wire.closed) {
    if (seam.join === 'butt') parts.push(say`Let both ends meet.`);
    if (seam.join === 'overlap') {
      parts.push(say`Lay the ends over each other by ${asBoth(seam.overlapMm)}.`);
    }
    if (seam.join === 'loops') {
      parts.push(
        say`Turn a loop at each end, ${over(seam.loopInsideMm)}, and close them into each other.`,
      );
    }
  } else {
    const first = only === 'end' ? null : endOrder(start, 'the first end', wire.stock, over);
    const last = only === 'start' ? null : endOrder(end, 'the last end', wire.stock, over);
    const { heldMm } = wire;
    const cutOff = (mm: number, where: string): Said[] =>
      mm > 0 ? [say`Cut off the ${asBoth(mm)} that ${where} was held by.`] : [];
    if (first) parts.push(first);
    if (only !== 'end') parts.push(...cutOff(heldMm.start, 'the first end'));
    if (last) parts.push(last);
    if (only !== 'start') parts.push(...cutOff(heldMm.end, 'the last end'));
  }
  if (piece.reserveMm > 0 && only !== 'start')
    parts.push(say`Trim the reserve of ${asBoth(piece.reserveMm)}.`);
  return parts;
}
