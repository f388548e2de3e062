import { flattened } from '../element';
import type { MeasuredLine } from '../geometry';
import type { Piece } from '../piece';
import { nearestWire } from './nearestWire';
import type { WirePlan } from './planPiece';

/**
 * Stretches that are hammered longer take less wire: what they gain is a part of the cut length, with
 * a minus, where the maker wished it reckoned ahead. A finished stretch L needs L / factor of wire.
 */
export function withHammering(
  piece: Piece,
  wires: readonly WirePlan[],
  lines: readonly MeasuredLine[],
): readonly WirePlan[] {
  const gains = new Map<number, { gain: number; count: number }>();
  for (const item of piece.dressing) {
    if (item.kind !== 'flatten' || !item.ahead) continue;
    const foot = nearestWire(lines, item.on);
    if (!foot) continue;
    const { lengthFactor } = flattened(piece.wire.diameterMm, item.thickMm, item.spread);
    // What would lie past an end of the wire is not hammered.
    const half = item.on.lengthMm / 2;
    const from = Math.max(0, foot.mm - half);
    const whole = Math.max(0, Math.min(wires[foot.wire]!.developedMm, foot.mm + half) - from);
    const before = gains.get(foot.wire) ?? { gain: 0, count: 0 };
    const gain = before.gain + whole * (1 - 1 / lengthFactor);
    gains.set(foot.wire, { gain, count: before.count + 1 });
  }
  if (gains.size === 0) return wires;
  return wires.map((wire, i) => {
    const found = gains.get(i);
    if (!found || found.gain < 1e-9) return wire;
    const part = {
      id: 'hammering',
      name: 'Gained by hammering',
      count: found.count,
      lengthMm: -found.gain,
    };
    const reserve = wire.parts.findIndex((p) => p.id === 'reserve');
    const parts = [...wire.parts];
    parts.splice(reserve < 0 ? parts.length : reserve, 0, part);
    return { ...wire, parts, cutMm: wire.cutMm - found.gain };
  });
}
