import { distance, Groups, type Vec } from '../geometry';
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
  const together = heldTogether(nodes.length, beams, pins);
  const isHeld = (n: number): boolean => held.some((h) => together.of(h) === together.of(n));
  const loose: number[] = [];
  rows.forEach((row, wire) => {
    const first = row[0]?.node;
    if (first === undefined || isHeld(first)) return;
    loose.push(wire);
    const mine = nodes.flatMap((_, i) => (together.of(i) === together.of(first) ? [i] : []));
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
      together.join(near.a, near.b);
    } else {
      held.push(mine.reduce((a, b) => (nodes[b]!.y < nodes[a]!.y ? b : a)));
    }
  });
  return loose;
}

/** A loose wire no further than this from the rest is taken as joined there, mm. */
const LOOSE_MM = 3;
/** Pins no further apart are about one place, mm. */
const ONE_PLACE_MM = 1e-6;

/** Nodes that beams, and pins, hold together, as groups that can be united further. */
export function heldTogether(
  count: number,
  beams: readonly Beam[],
  pins: readonly (readonly [number, number])[] = [],
): Groups {
  const groups = new Groups(count);
  for (const { a, b } of beams) groups.join(a, b);
  for (const [a, b] of pins) groups.join(a, b);
  return groups;
}

/**
 * Takes out the pins about which something could swing freely, with nothing else to hold it: parts that only
 * the pins at one place join to what is held are judged as if they stood still there.
 * @returns the pins taken out of the list
 */
export function takeSwinging(
  nodes: readonly Vec[],
  beams: readonly Beam[],
  pins: [number, number][],
  held: readonly number[],
): [number, number][] {
  const together = heldTogether(nodes.length, beams);
  const taken: [number, number][] = [];
  for (;;) {
    const between = pins.filter(([a, b]) => together.of(a) !== together.of(b));
    const swinging = between.find((pin) => isSwinging(nodes, together, between, pin, held));
    if (!swinging) return taken;
    taken.push(swinging);
    together.join(swinging[0], swinging[1]);
    pins.splice(pins.indexOf(swinging), 1);
  }
}

/** Whether one of the parts that a pin joins is held no more once all pins at its place are out. */
function isSwinging(
  nodes: readonly Vec[],
  together: Groups,
  between: readonly [number, number][],
  pin: readonly [number, number],
  held: readonly number[],
): boolean {
  const here = nodes[pin[0]]!;
  const rest = new Groups(nodes.length);
  for (const [a, b] of between) {
    if (distance(nodes[a]!, here) >= ONE_PLACE_MM) rest.join(together.of(a), together.of(b));
  }
  const isHeld = (n: number): boolean =>
    held.some((h) => rest.of(together.of(h)) === rest.of(together.of(n)));
  return !pin.every(isHeld);
}
