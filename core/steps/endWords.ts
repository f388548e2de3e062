import { endKindOf, type WireEnd } from '../end';
import { loopTool, type Kit } from '../forming';
import type { Piece } from '../piece';
import type { Plan } from '../plan';
import { printBoth, printLength, printNumber, type LengthUnit } from '../units';
import { METAL_FACTS } from '../wire';

/** Quarters as they are said: 2, 2.5, 1.25. */
const countWords = (n: number): string => String(Number(printNumber(n, 2)));

/** One end as an order to the hands; empty for an end that is left as it is. */
export function endOrder(
  end: WireEnd,
  where: string,
  over: (insideMm: number) => string,
  unit: LengthUnit,
): string {
  const square = end.turned ? ' Turn the eye square to the figure.' : '';
  const order = endKindOf(end).order(end, {
    where,
    over,
    mm: (length) => printLength(length, unit),
    both: (length) => printBoth(length, unit),
    count: countWords,
  });
  return `${order}${square}`;
}

/** What is done at a wire's ends when all is bent, one order each. */
export function endWords(
  piece: Piece,
  plan: Plan,
  index: number,
  kit: Kit,
  unit: LengthUnit,
): readonly string[] {
  const wire = plan.wires[index];
  if (!wire) return [];
  const { start, end, seam } = wire.ends;
  const { modulusMPa } = METAL_FACTS[piece.wire.metal];
  const stiffness = { diameterMm: plan.diameterMm, flowMPa: plan.flowMPa, modulusMPa };
  const over = (insideMm: number): string => {
    const tool = loopTool(kit, stiffness, insideMm);
    return `${printBoth(insideMm, unit)} inside${tool ? `, on ${tool.name}` : ''}`;
  };
  const parts: string[] = [];
  if (wire.closed) {
    if (seam.join === 'butt') parts.push('Let both ends meet.');
    if (seam.join === 'overlap') {
      parts.push(`Lay the ends over each other by ${printBoth(seam.overlapMm, unit)}.`);
    }
    if (seam.join === 'loops') {
      parts.push(
        `Turn a loop at each end, ${over(seam.loopInsideMm)}, and close them into each other.`,
      );
    }
  } else {
    parts.push(
      ...[
        endOrder(start, 'the first end', over, unit),
        endOrder(end, 'the last end', over, unit),
      ].filter(Boolean),
    );
  }
  if (piece.reserveMm > 0) parts.push(`Trim the reserve of ${printBoth(piece.reserveMm, unit)}.`);
  return parts;
}
