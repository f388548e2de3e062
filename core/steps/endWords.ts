import type { WireEnd } from '../element';
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
  const square = 'turned' in end && end.turned ? ' Turn the eye square to the figure.' : '';
  const mm = (length: number): string => printLength(length, unit);
  switch (end.kind) {
    case 'plain':
      return end.tailMm > 0 ? `Leave a tail of ${printBoth(end.tailMm, unit)} at ${where}.` : '';
    case 'loop':
      return `Turn the loop at ${where}, ${over(end.insideMm)}.${square}`;
    case 'centred-loop':
      return `At ${where} bend the wire back sharply over the stem, then turn the loop, ${over(end.insideMm)}, so that it sits over the stem.${square}`;
    case 'wrapped-loop':
      return `Turn the loop at ${where}, ${over(end.insideMm)}; hold it flat and wrap the tail ${countWords(end.wraps)} times round the stem, each wrap touching the last. Trim and press the end in.${square}`;
    case 'spiral':
      return `Roll ${countWords(end.turns)} turns of spiral at ${where} from its inside, opening ${mm(end.openingMm)}, gap ${mm(end.gapMm)}, held flat in nylon jaws.`;
    case 'bail':
      return `Wind the bail at ${where}: ${countWords(end.turns)} turns, ${over(end.insideMm)}, side by side.${square}`;
    case 'hook':
      return `Bend the hook at ${where}, ${over(end.insideMm)}, with a leg of ${mm(end.legMm)}.`;
    case 'fold-back':
      return `Fold ${mm(end.backMm)} back at ${where} and press it flat.`;
    case 'tucked':
      return `Wind the tail at ${where} ${countWords(end.wraps)} times round the frame, trim it and press it in on the back.`;
    case 'ear-hook':
      return `Bend the ear hook at ${where}: up ${mm(end.riseMm)}, round of ${over(end.insideMm)}, and ${mm(end.legMm)} down behind. Round its end with a file or cup burr.`;
    case 'kidney':
      return `Form the ear wire at ${where}: legs of ${mm(end.legMm)}, round of ${over(end.widthMm)}, and a catch of ${mm(end.catchMm)} inside. Round its end.`;
    case 'hoop':
      return `Bend the hoop at ${where}, ${over(end.insideMm)}, and its end back by ${mm(end.catchMm)} for the catch. Round the end.`;
  }
}

/** What is done at a wire's ends when all is bent. */
export function endWords(
  piece: Piece,
  plan: Plan,
  index: number,
  kit: Kit,
  unit: LengthUnit,
): string {
  const wire = plan.wires[index];
  if (!wire) return '';
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
  return parts.join(' ');
}
