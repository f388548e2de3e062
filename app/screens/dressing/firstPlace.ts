import { stretchPlace } from '@core/dressing';
import { figureBox, type Piece } from '@core/piece';
import { kindOf, type DressKind, type StretchPlace } from '@core/item';
import type { Plan } from '@core/plan';

/** Where a new item first lies: on the wire in the strip, at its middle, at a crossing, or inside. */
export function firstPlace(
  piece: Piece,
  plan: Plan,
  wire: number,
  kind: DressKind,
): { on: StretchPlace; to: StretchPlace } {
  const box = figureBox(piece.paths);
  const inside: StretchPlace = box
    ? { x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2, lengthMm: 0 }
    : { x: 0, y: 0, lengthMm: 0 };
  const own = plan.wires[wire];
  const { place, traits } = kindOf({ kind });
  if (!own || place === 'free') return { on: inside, to: inside };
  const total = own.developedMm;
  const at = (share: number, lengthMm: number): StretchPlace =>
    stretchPlace(plan, {
      wire,
      fromMm: total * share - lengthMm / 2,
      toMm: total * share + lengthMm / 2,
    }) ?? inside;
  const length = Math.min(24, total * 0.25);
  if (place === 'stretches') return { on: at(0.3, length), to: at(0.7, length) };
  if (place === 'points') return { on: at(0.25, 0), to: at(0.75, 0) };
  if (place === 'stretch') return { on: at(0.5, length), to: inside };
  const [crossing] = plan.crossings;
  if (traits.begins === 'crossing' && crossing)
    return { on: { ...crossing.at, lengthMm: 0 }, to: inside };
  const hangs = traits.begins === 'hang' ? plan.hang?.from : null;
  return { on: hangs ? { x: hangs.x, y: hangs.y, lengthMm: 0 } : at(0.5, 0), to: inside };
}
