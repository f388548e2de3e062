import type { Drawer } from './drawer';
import type { WireBalance } from './needs';
import type { ThingBalance } from './things';
import { isSameStock, type Stock } from './stock';

/** Something that is short, with where such was bought before. */
export interface ToBuy {
  /** as the drawer has it; empty where it was never bought */
  readonly from: string;
  readonly what:
    { readonly wire: Stock } | { readonly name: string; readonly lengthMm: number | null };
  /** mm of a wire, or how many */
  readonly amount: number;
}

/** All that is short, those of one place together. */
export function toBuy(
  { wires, things }: Drawer,
  shortWires: readonly WireBalance[],
  shortThings: readonly ThingBalance[],
): ToBuy[] {
  const ofWires = shortWires
    .filter((w) => w.shortMm > 0)
    .map(({ wire, shortMm }): ToBuy => ({
      from: wires.findLast((w) => w.from && isSameStock(w.wire, wire))?.from ?? '',
      what: { wire },
      amount: shortMm,
    }));
  const ofThings = shortThings
    .filter((t) => t.short > 0)
    .map(({ name, lengthMm, short }): ToBuy => ({
      from:
        things.findLast((t) => t.from && t.name.toLowerCase() === name.toLowerCase())?.from ?? '',
      what: { name, lengthMm },
      amount: short,
    }));
  return [...ofWires, ...ofThings].sort((a, b) => a.from.localeCompare(b.from));
}
