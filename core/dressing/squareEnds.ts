import { endForm, type WireEnd } from '../end';
import { flattenSegment, line, startOf, type Arc, type Primitive, type Vec } from '../geometry';
import type { Plan } from '../plan';
import type { Dressing } from './dressPiece';
import { alongside } from './reach';
import { isRefused } from './types';

/** Something seen from the side, the figure edge on. */
export interface SideView {
  /** the middle line of the wire */
  readonly wire: readonly Primitive[];
  /** what it is formed on */
  readonly tool: readonly Primitive[];
  readonly diameterMm: number;
}

export const arc = (center: Vec, radius: number, startAngle: number, sweep: number): Arc => ({
  type: 'arc',
  center,
  radius,
  startAngle,
  sweep,
});
export const at = (x: number, y: number): Vec => ({ x, y });
export const seg = (from: Vec, to: Vec): Primitive => line(from, to);

/** So much of the figure is shown before an end, in wire diameters. */
const BEFORE = 8;

/** An end that stands square to the figure, as it looks from the side; null for one that lies in the plane. */
export function endFromSide(end: WireEnd, diameterMm: number): SideView | null {
  const before = seg(at(-BEFORE * diameterMm, 0), at(0, 0));
  if (end.kind === 'post') {
    return {
      wire: [
        before,
        arc(at(0, diameterMm), diameterMm, -Math.PI / 2, Math.PI / 2),
        seg(at(diameterMm, diameterMm), at(diameterMm, diameterMm + end.postMm)),
      ],
      tool: [],
      diameterMm,
    };
  }
  const form = endForm(end, { diameterMm });
  return form.square ? { wire: [before, ...form.shape], tool: [], diameterMm } : null;
}

/** How far things stand out of the figure, beyond its wire, to the front and to the back, mm. */
export interface StandsOut {
  readonly frontMm: number;
  readonly backMm: number;
}

/** What ends that stand square to the figure, and posts put on it, reach beyond it; null where all lies flat. */
export function standsOut(plan: Plan, dressing: Dressing | null): StandsOut | null {
  const views = plan.wires.flatMap(({ ends, stock, closed }) =>
    closed ? [] : [ends.start, ends.end].flatMap((e) => endFromSide(e, stock.diameterMm) ?? []),
  );
  const posts = (dressing?.items ?? []).flatMap((d) =>
    isRefused(d) || d.standsMm === undefined ? [] : [d.standsMm],
  );
  if (views.length + posts.length === 0) return null;
  // From the side the back is below, and the figure reaches half its wire to both sides.
  const beyond = views.flatMap(({ wire, diameterMm }) =>
    wire.flatMap((s) =>
      alongside([startOf(s), ...flattenSegment(s, 0.02)], diameterMm / 2).map(({ at: p, y }) => ({
        front: -p.y + y - diameterMm / 2,
        back: p.y + y - diameterMm / 2,
      })),
    ),
  );
  return {
    frontMm: Math.max(0, ...beyond.map((b) => b.front)),
    backMm: Math.max(0, ...beyond.map((b) => b.back), ...posts),
  };
}
