import { distance } from '../geometry';
import type { Beam } from './frame';
import type { FrameBuilder } from './frameBuilder';

/**
 * Wires that nothing holds are joined where they come nearest, if they touch, else held at their own
 * top. Returns which wires they are.
 */
export function holdLoose(
  builder: FrameBuilder,
  rows: readonly (readonly { readonly node: number }[])[],
  held: number[],
): number[] {
  const { nodes, beams, pins } = builder;
  const { rootOf, unite } = groups(nodes.length, beams, pins);
  const isHeld = (n: number): boolean => held.some((h) => rootOf(h) === rootOf(n));
  const loose: number[] = [];
  rows.forEach((row, wire) => {
    const first = row[0]?.node;
    if (first === undefined || isHeld(first)) return;
    loose.push(wire);
    const mine = nodes.flatMap((_, i) => (rootOf(i) === rootOf(first) ? [i] : []));
    let best: { a: number; b: number; far: number } | null = null;
    for (const a of mine) {
      const p = nodes[a]!;
      nodes.forEach((q, b) => {
        if (Math.abs(q.x - p.x) > LOOSE_MM || Math.abs(q.y - p.y) > LOOSE_MM) return;
        const far = distance(p, q);
        if ((!best || far < best.far) && isHeld(b)) best = { a, b, far };
      });
    }
    const near = best as { a: number; b: number; far: number } | null;
    if (near && near.far < LOOSE_MM) {
      builder.join(near.a, near.b, 'fast');
      unite(near.a, near.b);
    } else {
      held.push(mine.reduce((a, b) => (nodes[b]!.y < nodes[a]!.y ? b : a)));
    }
  });
  return loose;
}

/** A loose wire no further than this from the rest is taken as joined there, mm. */
const LOOSE_MM = 3;

/** Nodes that beams, and pins, hold together, as groups that can be united further. */
export function groups(
  count: number,
  beams: readonly Beam[],
  pins: readonly (readonly [number, number])[] = [],
) {
  const group = Array.from({ length: count }, (_, i) => i);
  const rootOf = (n: number): number => {
    let at = n;
    while (group[at] !== at) at = group[at] = group[group[at]!]!;
    return at;
  };
  const unite = (a: number, b: number): void => {
    group[rootOf(a)] = rootOf(b);
  };
  for (const { a, b } of beams) unite(a, b);
  for (const [a, b] of pins) unite(a, b);
  return { rootOf, unite };
}

/**
 * Takes out the pins about which a part could swing freely, with nothing else to hold it: such a part
 * is judged as if it stood still there.
 * @returns the pins taken out of the list
 */
export function takeSwinging(
  count: number,
  beams: readonly Beam[],
  pins: [number, number][],
  held: readonly number[],
): [number, number][] {
  const { rootOf, unite } = groups(count, beams);
  const taken: [number, number][] = [];
  for (;;) {
    const between = pins.filter(([a, b]) => rootOf(a) !== rootOf(b));
    const isHeld = (root: number): boolean => held.some((h) => rootOf(h) === root);
    const alone = between.find((pin) =>
      pin.some(
        (n) =>
          !isHeld(rootOf(n)) &&
          between.filter((p) => p.some((m) => rootOf(m) === rootOf(n))).length === 1,
      ),
    );
    if (!alone) return taken;
    taken.push(alone);
    unite(alone[0], alone[1]);
    pins.splice(pins.indexOf(alone), 1);
  }
}
