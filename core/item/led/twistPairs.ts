import { mix, nearestOn, type Vec } from '../../geometry';
import type { FormedWires } from '../ground';
import type { StretchPlace } from '../place';
import type { Thread } from '../thread';
import type { Act } from './act';

/** An act of one of several led wires, both by their number. */
export interface ActAt {
  readonly one: number;
  readonly act: number;
}

/** A twist of two led wires. */
export interface Twisting {
  readonly a: ActAt;
  readonly b: ActAt;
}

/** A twist with another wire, and the way over which it is twisted. */
export interface TwistWay extends ActAt {
  readonly from: Vec;
  readonly to: Vec;
}

/** Ways of wires that are twisted together lie no further apart on the whole, mm. */
const BESIDE_MM = 4;
/** So many parts of a way are looked at. */
const LOOKED_AT = 8;

/** How far two ways lie apart on the whole, mm: the nearer one's places from the other. */
function apart(a: TwistWay, b: TwistWay): number {
  const one = (from: TwistWay, to: TwistWay): number => {
    const line = { type: 'line', from: to.from, to: to.to } as const;
    let sum = 0;
    for (let i = 0; i <= LOOKED_AT; i++) {
      sum += nearestOn(line, mix(from.from, from.to, i / LOOKED_AT)).distance;
    }
    return sum / (LOOKED_AT + 1);
  };
  return Math.min(one(a, b), one(b, a));
}

/** No part of two ways is nearer than this: a way far off need not be followed. */
function gap(a: TwistWay, b: TwistWay): number {
  const between = (k: 'x' | 'y'): number =>
    Math.max(
      Math.min(a.from[k], a.to[k]) - Math.max(b.from[k], b.to[k]),
      Math.min(b.from[k], b.to[k]) - Math.max(a.from[k], a.to[k]),
    );
  return Math.max(between('x'), between('y'));
}

/** Twists of different wires that lie beside each other, the nearest first, each with one other. */
export function twistings(ways: readonly TwistWay[]): Twisting[] {
  const pairs = ways
    .flatMap((a) =>
      ways
        .filter((b) => b.one > a.one && gap(a, b) <= BESIDE_MM)
        .map((b) => ({ a, b, mm: apart(a, b) })),
    )
    .filter(({ mm }) => mm <= BESIDE_MM)
    .sort((x, y) => x.mm - y.mm);
  const taken = new Set<ActAt>();
  return pairs.flatMap(({ a, b }) => {
    if (taken.has(a) || taken.has(b)) return [];
    taken.add(a).add(b);
    return [
      {
        a: { one: a.one, act: a.act },
        b: { one: b.one, act: b.act },
      },
    ];
  });
}

interface LedLike {
  readonly id: string;
  readonly on: StretchPlace;
  readonly acts: readonly Act[];
  readonly thread?: Thread;
}

/** Where an act is told to be; null for beads that lie on the way. */
const placeOf = (act: Act): Vec | null => ('on' in act ? act.on : act.at);

/** The twists with others of led wires, each from the place before it, as they are told. */
export function twistWays(items: readonly LedLike[]): TwistWay[] {
  return items.flatMap((item, one) => {
    let from: Vec | null = item.thread ? null : item.on;
    return item.acts.flatMap((act, i): TwistWay[] => {
      const before = from;
      const to = placeOf(act);
      if (to) from = to;
      return before && act.do === 'twist' && !act.folded
        ? [{ one, act: i, from: before, to: act.at }]
        : [];
    });
  });
}

const thickOf = (wires: FormedWires, item: LedLike): number | null => {
  if (item.thread) return item.thread.diameterMm;
  const run = wires.runAt(item.on);
  return (run && wires.thickMm[run.wire]) ?? null;
};

/** How thick the other wire is that each twist is made with: by item and act. */
export type TwistedWith = (item: string, act: string) => number | null;

export function twistedWith(wires: FormedWires, items: readonly LedLike[]): TwistedWith {
  const ways = twistWays(items);
  if (ways.length < 2) return () => null;
  const key = (item: string, act: string): string => `${item}\n${act}`;
  const found = new Map<string, number>();
  for (const { a, b } of twistings(ways)) {
    for (const [own, other] of [
      [a, b],
      [b, a],
    ] as const) {
      const thickMm = thickOf(wires, items[other.one]!);
      const item = items[own.one]!;
      if (thickMm !== null) found.set(key(item.id, item.acts[own.act]!.id), thickMm);
    }
  }
  return (item, act) => found.get(key(item, act)) ?? null;
}
