import type { Dressed } from '../dressing';
import { kindOf, type CountKey } from '../item';
import { printLength, printNumber, type LengthUnit } from '../units';

/** What the hands do for one item, line by line. */
export function dressOrders(d: Dressed, unit: LengthUnit): readonly string[] {
  const mm = (length: number): string => printLength(length, unit);
  const { item } = d;
  const count = (what: CountKey): number => d.counts.find((c) => c.what === what)?.count ?? 0;
  const cut = d.wires.map((w) => {
    const many = w.count > 1 ? `${w.count} × ` : '';
    const tails = w.tailsMm > 0 ? `, ${mm(w.tailsMm / 2)} of tail at each end in it` : '';
    return `Cut ${many}${mm(w.cutMm)} of ${printNumber(w.wire.diameterMm, 2)} mm ${w.wire.metal.replace('-', ' ')} for: ${w.name.toLowerCase()}${tails}.`;
  });
  const beads = d.beads.map((b) => `${b.count} × ${b.bead.name}`).join(', ');
  return kindOf(item).orders(item, { mm, cut, beads, count, notes: d.notes });
}
