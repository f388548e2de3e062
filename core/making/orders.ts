import type { Dressed } from '../dressing';
import { kindOf, tailsWords, type CountKey, type OrderPart } from '../item';
import { ropeWords } from '../plan';
import { materialName } from '../wire';
import { asLength, asThickness, joined, say, type Said } from '../words';

/**
 * What the hands do for one item, line by line.
 * @param part of a led wire, what is done in one go
 */
export function dressOrders(d: Dressed, part?: OrderPart): readonly Said[] {
  const { item } = d;
  const count = (what: CountKey): number => d.counts.find((c) => c.what === what)?.count ?? 0;
  const cut = d.wires.map((w) => {
    const many = w.count > 1 ? `${w.count} × ` : '';
    const tails = tailsWords(w);
    const what = say`for: ${w.name.toLowerCase()}${tails ? say`, ${tails}` : ''}`;
    const rope = ropeWords(w.wire, w.cutMm);
    if (rope) return say`Twist ${many}${asLength(w.cutMm)} of rope, from ${rope}, ${what}.`;
    return say`Cut ${many}${asLength(w.cutMm)} of ${asThickness(w.wire.diameterMm)} ${materialName(w.wire)} ${what}.`;
  });
  const beads = joined(
    d.beads.map((b) => say`${b.count} × ${b.bead.name}`),
    ', ',
  );
  const { notes, acts = [] } = d;
  const orders = kindOf(item).orders(item, {
    cut,
    beads,
    count,
    notes,
    acts,
    ...(part && { part }),
  });
  return d.host ? [...orders, say`Where it hangs: ${d.host.title}.`] : orders;
}
