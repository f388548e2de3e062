import type { Bill } from '../bill';
import { isSameStock, isThing, type Drawer, type Stock } from '../drawer';

/** Money rounded as the currency has it: half a unit away from nought. */
export function roundMoney(amount: number, digits: number): number {
  const units = amount * 10 ** digits;
  // What is half a unit but for the way numbers are kept counts as half.
  return (Math.sign(units) * Math.floor(Math.abs(units) + 0.5 + 1e-9)) / 10 ** digits;
}

/** One thing that makes up the cost, exactly. */
export type PricePart =
  | {
      readonly of: 'metal';
      readonly wire: Stock;
      /** with what is lost */
      readonly mm: number;
      readonly perMm: number;
      readonly amount: number;
    }
  | {
      readonly of: 'thing';
      readonly name: string;
      readonly count: number;
      readonly each: number;
      readonly amount: number;
    }
  | { readonly of: 'time' | 'setUp'; readonly minutes: number; readonly amount: number }
  | { readonly of: 'packaging'; readonly amount: number };

/** A wire or a thing that no price is known of. */
export type Unpriced = { readonly wire: Stock } | { readonly name: string };

/** What one as sold costs and should cost, where so many are made together. */
export interface Price {
  readonly batch: number;
  readonly parts: readonly PricePart[];
  /** wires and things that no price is known of: they are in no sum */
  readonly unpriced: readonly Unpriced[];
  readonly cost: number;
  /** under this the hours are not paid: cost and fees */
  readonly floor: number;
  /** with the margin that is wished, before tax; rounded */
  readonly price: number;
  readonly fees: number;
  readonly margin: number;
  readonly tax: number;
  /** what the customer pays; rounded */
  readonly gross: number;
  /** so much for all that are made together: as often the rounded price */
  readonly grossOfAll: number;
}

/** What a mm of a wire was paid with, over all lengths of the drawer of which that is known. */
function paidPerMm({ wires }: Drawer, wire: Stock): number | null {
  const known = wires.flatMap((w) => (w.paid && isSameStock(w.wire, wire) ? [w.paid] : []));
  const mm = known.reduce((sum, p) => sum + p.forMm, 0);
  return mm > 0 ? known.reduce((sum, p) => sum + p.price, 0) / mm : null;
}

/** What one of a bead or finding was paid with, over all of the drawer of which that is known. */
function paidEach({ things }: Drawer, need: Bill['things'][number]): number | null {
  const known = things.filter((t) => t.each !== undefined && isThing(t, need));
  const count = known.reduce((sum, t) => sum + Math.max(1, t.count), 0);
  if (known.length === 0) return null;
  return known.reduce((sum, t) => sum + Math.max(1, t.count) * t.each!, 0) / count;
}

const percent = (p: number): number => p / 100;

/**
 * The price of one as sold (of a pair both) when so many are made together. Fees and margin are shares of the
 * price before tax: price = cost / (1 - fees - margin). Fees and margin together stay under 95 percent.
 * @param minutes that one takes
 * @param batch how many are made together
 * @param digits of the currency, after the decimal mark
 */
export function priceOf(
  bill: Bill,
  minutes: number,
  drawer: Drawer,
  batch: number,
  digits: number,
): Price {
  const { pricing } = drawer;
  const unpriced: Unpriced[] = [];
  const parts: PricePart[] = [];
  for (const { wire: thread, all } of bill.lengths) {
    const { rope: _rope, ...wire } = thread;
    const perMm = paidPerMm(drawer, wire);
    const mm = all * (1 + percent(pricing.lossPercent));
    if (perMm === null) unpriced.push({ wire });
    else parts.push({ of: 'metal', wire, mm, perMm, amount: mm * perMm });
  }
  for (const need of bill.things) {
    const each = paidEach(drawer, need);
    if (each === null) unpriced.push({ name: need.name });
    else
      parts.push({ of: 'thing', name: need.name, count: need.all, each, amount: need.all * each });
  }
  const hours = (min: number): number => (min / 60) * pricing.perHour;
  parts.push({ of: 'time', minutes, amount: hours(minutes) });
  const setUp = pricing.setUpMin / batch;
  parts.push({ of: 'setUp', minutes: setUp, amount: hours(setUp) });
  parts.push({ of: 'packaging', amount: pricing.packaging });
  const cost = parts.reduce((sum, p) => sum + p.amount, 0);
  const kept = Math.max(0.05, 1 - percent(pricing.feesPercent) - percent(pricing.marginPercent));
  const exact = cost / kept;
  const price = roundMoney(exact, digits);
  const gross = roundMoney(price * (1 + percent(pricing.taxPercent)), digits);
  const fees = exact * percent(pricing.feesPercent);
  return {
    batch,
    parts,
    unpriced,
    cost,
    floor: cost / (1 - percent(pricing.feesPercent)),
    price,
    fees,
    margin: exact - cost - fees,
    tax: gross - price,
    gross,
    grossOfAll: roundMoney(gross * batch, digits),
  };
}
