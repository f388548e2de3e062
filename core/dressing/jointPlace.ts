import { distance, highestOf, mix, type MeasuredLine, type Vec } from '../geometry';
import type { Part } from '../piece';
import { nearestWire } from '../plan';
import { eyesOf } from './eyes';
import type { FormedGround } from './ground';
import { hostWires, partWires } from './partWires';

/** A place on a wire: its index and mm on its blank. */
export interface WirePlace {
  readonly wire: number;
  readonly mm: number;
  readonly at: Vec;
}

/**
 * The nearest two places of some wires and others: where they cross, else at a bend or end of the one that
 * comes nearest to the other; null where one of both has none.
 */
export function nearestPlaces(
  { lines, plan }: Pick<FormedGround, 'lines' | 'plan'>,
  some: readonly number[],
  others: readonly number[],
): { readonly a: WirePlace; readonly b: WirePlace } | null {
  for (const c of plan.crossings) {
    const first = { wire: c.firstWire, mm: c.firstMm, at: c.at };
    const second = { wire: c.secondWire, mm: c.secondMm, at: c.at };
    if (some.includes(first.wire) && others.includes(second.wire)) return { a: first, b: second };
    if (some.includes(second.wire) && others.includes(first.wire)) return { a: second, b: first };
  }
  let best: { a: WirePlace; b: WirePlace } | null = null;
  let far = Infinity;
  const tryFrom = (from: readonly number[], to: readonly number[], isOwn: boolean): void => {
    const targets = to.map((w) => lines[w]!);
    for (const wire of from) {
      lines[wire]!.points.forEach((at, i) => {
        const foot = nearestWire(targets, at);
        if (!foot || distance(at, foot.at) >= far) return;
        far = distance(at, foot.at);
        const here = { wire, mm: lines[wire]!.s[i]!, at };
        const there = { wire: to[foot.wire]!, mm: foot.mm, at: foot.at };
        best = isOwn ? { a: here, b: there } : { a: there, b: here };
      });
    }
  };
  tryFrom(some, others, true);
  tryFrom(others, some, false);
  return best;
}

/** What hangs and is drawn no further from its host than this, straight up or down, hangs there, mm. */
const HANGS_MM = 12;

/** What of a part is held: its eye nearest to the host, else its highest place; null without a wire. */
function heldPoint({ plan, lines }: FormedGround, own: readonly number[], host: MeasuredLine[]) {
  const far = (p: Vec): number => nearestWire(host, p)?.farMm ?? Infinity;
  const eyes = own.flatMap((w) => eyesOf(plan, plan.wires[w]!)).map((e) => e.center);
  const [eye] = eyes.sort((a, b) => far(a) - far(b));
  return eye ?? highestOf(own.flatMap((w) => lines[w]!.points));
}

/** The place of some wires straight above or below a point that is nearest to it; null where none is near. */
function plumb({ lines }: FormedGround, some: readonly number[], { x, y }: Vec): WirePlace | null {
  let best: WirePlace | null = null;
  let far = HANGS_MM;
  for (const wire of some) {
    const { points, s } = lines[wire]!;
    points.slice(1).forEach((b, i) => {
      const a = points[i]!;
      if (a.x === b.x || (a.x - x) * (b.x - x) > 0) return;
      const t = (x - a.x) / (b.x - a.x);
      const at = mix(a, b, t);
      if (Math.abs(at.y - y) > far - 1e-9) return;
      far = Math.abs(at.y - y);
      best = { wire, mm: s[i]! + t * (s[i + 1]! - s[i]!), at };
    });
  }
  return best;
}

/**
 * Where the drawn one of a part is joined to its host: what hangs, straight above or below what it is held
 * by, else where the two are nearest; null where there is no host.
 */
export function jointPlace(ground: FormedGround, part: Part): WirePlace | null {
  const { piece, plan, lines } = ground;
  const [own, host] = [partWires(plan, part), hostWires(piece, plan, part)];
  const held = part.hangs
    ? heldPoint(
        ground,
        own,
        host.map((w) => lines[w]!),
      )
    : null;
  const hung = held && plumb(ground, host, held);
  return hung ?? nearestPlaces(ground, own, host)?.b ?? null;
}
