import { isLed, type Dressed } from '../dressing';
import { Groups } from '../geometry';
import {
  twistings,
  twistWays,
  type ActAt,
  type LaidAct,
  type OrderPart,
  type Twisting,
} from '../item';

/** One of the led wires that are twisted together: as many as twist with each other are worked in turn. */
export interface LedOne {
  readonly id: string;
  readonly acts: readonly LaidAct[];
}

/** What is done next: one wire is led on over some of its places, or two are twisted together. */
export type Turn =
  | { readonly does: 'lead'; readonly one: number; readonly part: OrderPart }
  | { readonly does: 'twist'; readonly twisting: Twisting };

/**
 * The turns in which wires that are twisted together are led: each goes on until a twist whose other wire is not
 * there yet, and both are twisted once it is. Where every wire waits for another, the first is laid there loosely
 * and leads on; it is twisted when the other comes.
 */
export function turnsOf(ones: readonly LedOne[], pairs: readonly Twisting[]): Turn[] {
  const out: Turn[] = [];
  const next = ones.map(() => 0);
  const loose = new Set<Twisting>();
  const made = new Set<Twisting>();
  const waits = (one: number): Twisting | undefined =>
    pairs.find(
      ({ a, b }) =>
        (a.one === one && a.act === next[one]) || (b.one === one && b.act === next[one]),
    );
  const lead = (one: number, from: number, loosely: boolean): void => {
    const to = next[one]!;
    const last = out.at(-1);
    const left = loosely ? [to - 1] : [];
    if (last?.does === 'lead' && last.one === one) {
      out[out.length - 1] = {
        ...last,
        part: { from: last.part.from, to, loose: [...last.part.loose, ...left] },
      };
    } else if (to > from) out.push({ does: 'lead', one, part: { from, to, loose: left } });
  };
  const goOn = (one: number): boolean => {
    let moved = false;
    for (;;) {
      const from = next[one]!;
      while (next[one]! < ones[one]!.acts.length && !waits(one)) next[one]!++;
      lead(one, from, false);
      moved ||= next[one]! > from;
      const twisting = waits(one);
      if (!twisting || made.has(twisting)) return moved;
      const other = twisting.a.one === one ? twisting.b : twisting.a;
      const isThere = loose.has(twisting) || next[other.one] === other.act;
      if (!isThere) return moved;
      out.push({ does: 'twist', twisting });
      made.add(twisting);
      next[one]!++;
      if (!loose.has(twisting)) next[other.one]!++;
      moved = true;
    }
  };
  while (next.some((at, one) => at < ones[one]!.acts.length)) {
    const moved = ones.map((_, one) => goOn(one)).some(Boolean);
    if (moved) continue;
    const stuck = next.findIndex((at, one) => at < ones[one]!.acts.length);
    const from = next[stuck]!++;
    loose.add(pairs.find(({ a, b }) => [a, b].some((w) => w.one === stuck && w.act === from))!);
    lead(stuck, from, true);
  }
  return out;
}

/** Items that are led and twisted with each other, in groups, each in the order in which they are given. */
export function twistedGroups(items: readonly Dressed[]): {
  readonly ids: readonly string[];
  readonly ones: readonly LedOne[];
  readonly pairs: readonly Twisting[];
}[] {
  const led = items.flatMap(({ item, acts }) => (isLed(item) && acts ? [{ item, acts }] : []));
  const ways = twistWays(led.map(({ item }) => item));
  const ones = led.map(({ item, acts }): LedOne => ({ id: item.id, acts }));
  const pairs = twistings(ways);
  const groups = new Groups(ones.length);
  for (const { a, b } of pairs) groups.join(a.one, b.one);
  const all = new Map<number, number[]>();
  for (const { a, b } of pairs)
    for (const { one } of [a, b])
      all.set(groups.of(one), [...new Set([...(all.get(groups.of(one)) ?? []), one])]);
  return [...all.values()].map((found) => {
    const group = found.sort((x, y) => x - y);
    const own = group.map((i) => ones[i]!);
    const at = (w: ActAt): ActAt => ({ ...w, one: group.indexOf(w.one) });
    const within = pairs
      .filter(({ a }) => group.includes(a.one))
      .map(({ a, b }) => ({ a: at(a), b: at(b) }));
    return { ids: own.map((o) => o.id), ones: own, pairs: within };
  });
}
