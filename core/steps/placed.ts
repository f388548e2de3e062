import type { WirePlan } from '../plan';

/** The stretch that lies in its place when some bends are done: up to the next bend on both sides. */
export function placed(
  wire: WirePlan,
  originMm: number,
  done: ReadonlySet<number>,
): readonly [number, number] {
  let [low, high] = [0, wire.developedMm];
  wire.bends.forEach((b, i) => {
    if (done.has(i)) return;
    const around = b.startMm < originMm && b.endMm > originMm;
    if (around) [low, high] = [Math.max(low, originMm), Math.min(high, originMm)];
    else if (b.middleMm >= originMm) high = Math.min(high, b.startMm);
    else low = Math.max(low, b.endMm);
  });
  return [low, high];
}
