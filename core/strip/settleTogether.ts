import {
  angleOf,
  curvatureOf,
  endOf,
  joinTurn,
  segmentLength,
  startOf,
  tangentAt,
  type Primitive,
  type Vec,
} from '../geometry';
import { CORNER_TURN } from './corner';
import { polish } from './polish';
import { primitivesOf } from './fitSection';
import type { ChainElement } from './tangentChain';

/** Longer stretches are settled curve by curve. */
const MOST_PIECES = 30;
/** What a tool leaves of a neighbour: a tool that takes more has moved the bend, and left a corner no room. */
export const LEAST_LENGTH_MM = 0.1;
export const LEAST_SHARE = 0.5;
/** Curves whose radii and turns differ by less than this share are alike, and are treated alike. */
const ALIKE = 1e-3;
/** Pieces to either side of the worst place whose tools may be at fault. */
const NEAR = 2;
/** Between the points that are looked at a line may stray a little further. */
const WITHIN = 0.95;

interface Option {
  readonly radiusMm: number;
}

/** A stretch between two corners with radii that can be had. */
export interface SettledStretch<T> {
  readonly primitives: readonly Primitive[];
  readonly choices: readonly (T | null)[];
  /** for each point the line or arc it stands on now */
  readonly pieces: Int32Array;
}

/** The stretches of a chain between its corners, as indices; a closed chain begins at a corner. */
export function stretchesOf(primitives: readonly Primitive[], closed: boolean): number[][] {
  const count = primitives.length;
  const corner = primitives.map((p, i) => {
    const before = primitives[i - 1] ?? (closed ? primitives[count - 1] : undefined);
    return !before || Math.abs(joinTurn(before, p)) > CORNER_TURN;
  });
  const first = corner.indexOf(true);
  if (first < 0) return [];
  const out: number[][] = [];
  for (let k = 0; k < count; k++) {
    const i = (first + k) % count;
    if (out.length === 0 || corner[i]) out.push([i]);
    else out[out.length - 1]!.push(i);
  }
  return out;
}

/**
 * Gives all curves of a stretch radii that can be had, at once: every curve its best option, and the
 * whole stretch by least squares over its points between its two ends, which stay. While a point
 * strays too far the curve that is most to blame takes its next option, or none. Curves that are
 * alike go together, so that what is even stays even. So a leg between two half circles may be
 * shifted, which no single curve could ask for.
 *
 * @param beside points of the drawing beside the stretch, in order
 * @param standing for each the piece it stands on
 * @param optionsFor radii to try for a curve, best first
 * @returns null where nothing is gained
 */
export function settleTogether<T extends Option>(
  own: readonly Primitive[],
  beside: readonly Vec[],
  standing: readonly number[],
  toleranceMm: number,
  optionsFor: (radiusMm: number, turnRad: number) => readonly T[],
  ends: { readonly pinStart: boolean; readonly pinEnd: boolean },
): SettledStretch<T> | null {
  if (own.length > MOST_PIECES || beside.length < 2 * own.length) return null;
  // The corners at its ends are drawn points too.
  const points = [startOf(own[0]!), ...beside, endOf(own[own.length - 1]!)];
  const assigned = [0, ...standing, own.length - 1];
  const turns = own.map((p) => Math.abs(curvatureOf(p) * segmentLength(p)));
  const options = own.map((p, i) => (p.type === 'arc' ? optionsFor(p.radius, turns[i]!) : []));
  const next = own.map(() => 0);
  const optionOf = (i: number): T | null => options[i]![next[i]!] ?? null;
  if (own.every((_, i) => optionOf(i) === null)) return null;
  const asIs = own.every((p, i) => {
    const option = optionOf(i);
    return p.type === 'line' || (option !== null && Math.abs(option.radiusMm - p.radius) < 1e-9);
  });
  if (asIs) return null;
  const alike = (i: number, j: number): boolean => {
    const [a, b] = [own[i]!, own[j]!];
    if (a.type !== 'arc' || b.type !== 'arc') return false;
    const near = (x: number, y: number): boolean => Math.abs(x - y) <= ALIKE * (x + y);
    return near(a.radius, b.radius) && near(turns[i]!, turns[j]!);
  };
  const start = { at: startOf(own[0]!), heading: angleOf(tangentAt(own[0]!, 0)) };
  const held = { freeStart: true, end: null, ...ends };
  const bare = own.map((p): ChainElement => ({
    turn: 0,
    corner: false,
    curvature: curvatureOf(p),
    line: p.type === 'line',
    length: segmentLength(p),
  }));
  const before = polish(points, Int32Array.from(assigned), start, bare, held, 'none').worst;
  const allowed = Math.max(WITHIN * toleranceMm, before);
  for (let round = 0; round < 3 * own.length; round++) {
    const chain = bare.map((e, i): ChainElement => {
      const option = optionOf(i);
      if (!option) return { ...e };
      const curvature = Math.sign(e.curvature) / option.radiusMm;
      return { ...e, curvature, held: true, length: (e.curvature * e.length) / curvature };
    });
    if (chain.every((e) => !e.held)) return null;
    const pieces = Int32Array.from(assigned);
    const fit = polish(points, pieces, start, chain, held, 'guess');
    const sane = fit.chain.every(
      (e, i) =>
        e.length > Math.max(LEAST_LENGTH_MM, LEAST_SHARE * bare[i]!.length) &&
        (e.line || e.curvature * bare[i]!.curvature > 0) &&
        Math.abs(e.curvature * e.length) < Math.max(2 * Math.PI, 1.2 * turns[i]!),
    );
    if (sane && fit.worst <= allowed) {
      const last = polish(points, pieces, fit.start, fit.chain, held, 'last');
      const primitives = primitivesOf(last.start, last.chain);
      if (last.worst > allowed || primitives.length !== own.length) return null;
      return {
        primitives,
        choices: own.map((_, i) => optionOf(i)),
        pieces: pieces.slice(1, -1),
      };
    }
    const blame = mostToBlame(own, fit, pieces, points, optionOf, sane);
    if (blame < 0) return null;
    own.forEach((_, i) => {
      if (i === blame || alike(i, blame)) next[i] = next[i]! + 1;
    });
  }
  return null;
}

/** The curve with a tool near the worst place that was changed most; anywhere, if none is near. */
function mostToBlame<T extends Option>(
  own: readonly Primitive[],
  fit: { readonly start: { at: Vec; heading: number }; readonly chain: readonly ChainElement[] },
  pieces: Int32Array,
  points: readonly Vec[],
  optionOf: (i: number) => T | null,
  sane: boolean,
): number {
  const drawn = primitivesOf(fit.start, fit.chain);
  let worst = -1;
  let at = -1;
  if (sane && drawn.length === own.length) {
    points.forEach((p, j) => {
      const q = drawn[pieces[j]!]!;
      const far =
        q.type === 'arc'
          ? Math.abs(Math.hypot(p.x - q.center.x, p.y - q.center.y) - q.radius)
          : Math.abs(
              ((q.to.x - q.from.x) * (p.y - q.from.y) - (q.to.y - q.from.y) * (p.x - q.from.x)) /
                segmentLength(q),
            );
      if (far > worst) [worst, at] = [far, pieces[j]!];
    });
  }
  const changed = own.map((p, i) => {
    const option = optionOf(i);
    return option && p.type === 'arc' ? Math.abs(option.radiusMm - p.radius) : -1;
  });
  const pick = (among: (i: number) => boolean): number => {
    let best = -1;
    changed.forEach((c, i) => {
      if (c >= 0 && among(i) && (best < 0 || c > changed[best]! + 1e-9)) best = i;
    });
    return best;
  };
  const near = at < 0 ? -1 : pick((i) => Math.abs(i - at) <= NEAR);
  return near >= 0 ? near : pick(() => true);
}
