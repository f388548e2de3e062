import { optionsFor, type Kit, type Stiffness, type Tool } from '../forming';
import { radiusError, type Strip, type StripPiece } from '../strip';
import type { FormedPath } from './formPath';
import type { Aside, AsidePass } from './sideBySide';

/** A stretch that begins or ends this near to where a bend does goes with the whole bend, mm: it is told by samples. */
const SAMPLED_MM = 1.3;
/** A tool is taken for a bend that it leaves this near to its line, mm. */
const TOOL_MM = 0.05;

/** A formed path as it is made beside other passes of its line, and where each place of its blank came to lie. */
export interface BesidePasses {
  readonly strip: Strip;
  readonly tools: readonly (Tool | null)[];
  readonly onto: (mm: number) => number;
  /** how much longer it is */
  readonly moreMm: number;
}

/**
 * Of two wires side by side along a curve the inner goes round the smaller circle: a wire that lies `a` to the
 * right of its line takes `a x turn` less of a curve to the right, and `2 a tan(turn / 2)` less at a corner, half
 * of it on each leg. Turns stay as they are, and the line that the wire is drawn by.
 * Source: a line parallel to one of curvature k at a distance a is 1 - k a as long; a corner's legs meet where
 * both are moved aside.
 * Where a line winds over itself each turn is as drawn.
 * @param wireIndex which wire of the figure it is
 * @param found stretches as they were found, each along one other pass
 */
export function besidePasses(
  { strip, tools, edits }: Pick<FormedPath, 'strip' | 'tools' | 'edits'>,
  wireIndex: number,
  found: readonly AsidePass[],
  kit: Kit | null,
  wire: Stiffness,
): BesidePasses {
  const asides = found.filter((a) => a.other.wire !== wireIndex || !isWound(strip, a));
  const more = strip.pieces.map(() => 0);
  const put = (i: number, mm: number): void => {
    if (more[i] !== undefined) more[i] += mm;
  };
  strip.pieces.forEach((p, i) => {
    if (p.kind === 'curve' && !edits[i]?.over) {
      for (const aside of asides) {
        put(i, -asideOn(p, aside.asideMm) * p.angleRad * shareOf(p, aside));
      }
    }
    const aside = p.kind === 'corner' ? aroundOf(p, asides) : 0;
    for (const leg of [i - 1, i + 1]) put(leg, -aside * Math.tan(p.angleRad / 2));
  });
  const angles = strip.pieces.map((p) => (p.kind === 'fold' ? foldedTo(p, asides) : p.angleRad));
  if (more.every((mm) => mm === 0) && angles.every((a, i) => a === strip.pieces[i]!.angleRad)) {
    return { strip, tools, onto: (mm) => mm, moreMm: 0 };
  }
  let startMm = 0;
  const pieces = strip.pieces.map((p, i): StripPiece => {
    const lengthMm = Math.max(LEAST_SHARE * p.lengthMm, p.lengthMm + more[i]!);
    const radiusMm = lengthMm / Math.max(1e-9, Math.abs(p.angleRad));
    const insideRadiusMm =
      p.kind === 'curve' ? Math.max(0, radiusMm - wire.diameterMm / 2) : p.insideRadiusMm;
    const piece = { ...p, angleRad: angles[i]!, startMm, lengthMm, insideRadiusMm };
    startMm += lengthMm;
    return piece;
  });
  const onto = (mm: number): number => {
    const i = strip.pieces.findIndex((p) => mm <= p.startMm + p.lengthMm);
    const [p, q] = [strip.pieces.at(i), pieces.at(i)];
    if (!p || !q) return mm;
    return q.startMm + ((mm - p.startMm) / Math.max(1e-9, p.lengthMm)) * q.lengthMm;
  };
  return {
    strip: {
      ...strip,
      pieces,
      developedMm: startMm,
      problems: strip.problems.map((p) => ({ ...p, atMm: onto(p.atMm) })),
    },
    tools: pieces.map((p, i) =>
      p.kind === 'curve' && more[i] !== 0 && !edits[i]?.over
        ? toolFor(p, kit, wire)
        : (tools[i] ?? null),
    ),
    onto,
    moreMm: startMm - strip.developedMm,
  };
}

/** No piece gets shorter than this share of itself: closer than that nothing can be pressed together. */
const LEAST_SHARE = 0.1;

/** A fold this near to a half turn may as well go the other way, radians. */
const EITHER_WAY = 0.1;

/** The turn of a fold between two passes side by side: to the side on which the second of them lies. */
function foldedTo(
  { startMm, lengthMm, angleRad }: StripPiece,
  asides: readonly AsidePass[],
): number {
  if (Math.abs(angleRad) < Math.PI - EITHER_WAY) return angleRad;
  const { before, after } = besides({ startMm, lengthMm }, asides);
  const [first, next] = [before?.asideMm ?? 0, after?.asideMm ?? 0];
  const wrong = first * next > 0 && first * angleRad > 0;
  return wrong ? angleRad - Math.sign(angleRad) * 2 * Math.PI : angleRad;
}

/** How far aside both legs of a corner lie that the other pass goes round too; 0 where it does not. */
function aroundOf(corner: StripPiece, asides: readonly AsidePass[]): number {
  const { before, after } = besides(corner, asides);
  if (!before || !after || before.asideMm * after.asideMm <= 0) return 0;
  const gapMm = Math.max(
    before.other.fromMm - after.other.toMm,
    after.other.fromMm - before.other.toMm,
  );
  const together =
    before.other.wire === after.other.wire && gapMm < corner.lengthMm + 2 * SAMPLED_MM;
  return together ? (before.asideMm + after.asideMm) / 2 : 0;
}

/** The stretches aside that lead to a bend and on from it. */
function besides(
  { startMm, lengthMm }: Pick<StripPiece, 'startMm' | 'lengthMm'>,
  asides: readonly AsidePass[],
): { before: AsidePass | null; after: AsidePass | null } {
  const middleMm = startMm + lengthMm / 2;
  const reach = lengthMm / 2 + SAMPLED_MM;
  const before = asides.find((a) => a.fromMm < startMm && a.toMm > middleMm - reach);
  const after = asides.find((a) => a.toMm > startMm + lengthMm && a.fromMm < middleMm + reach);
  const leads = before && (before.toMm < middleMm + reach || before === after);
  const leaves = after && (after.fromMm > middleMm - reach || before === after);
  return { before: leads ? before : null, after: leaves ? after : null };
}

/** Whether both passes are of one line that winds over itself without a corner: like a coil, each turn as drawn. */
const isWound = ({ pieces }: Strip, { fromMm, toMm, other, sameWay }: AsidePass): boolean =>
  sameWay &&
  !pieces.some(({ kind, startMm, lengthMm }) => {
    const middleMm = startMm + lengthMm / 2;
    const between =
      middleMm > Math.min(toMm, other.toMm) && middleMm < Math.max(fromMm, other.fromMm);
    return between && (kind === 'corner' || kind === 'fold');
  });

/** How far aside a curve can be bent: inside it no tighter than round nothing. */
const asideOn = (p: StripPiece, asideMm: number): number =>
  asideMm * p.angleRad > 0
    ? Math.sign(asideMm) * Math.min(Math.abs(asideMm), p.insideRadiusMm)
    : asideMm;

/** Which share of a piece lies in a stretch. */
function shareOf({ startMm, lengthMm }: StripPiece, { fromMm, toMm }: Aside): number {
  const endMm = startMm + lengthMm;
  const from = Math.abs(fromMm - startMm) < SAMPLED_MM ? startMm : fromMm;
  const to = Math.abs(toMm - endMm) < SAMPLED_MM ? endMm : toMm;
  const inside = Math.min(to, endMm) - Math.max(from, startMm);
  return inside > 0 ? inside / lengthMm : 0;
}

function toolFor(p: StripPiece, kit: Kit | null, wire: Stiffness): Tool | null {
  if (!kit) return null;
  const radiusMm = p.insideRadiusMm + wire.diameterMm / 2;
  const turn = Math.abs(p.angleRad);
  return (
    optionsFor(kit, wire)(radiusMm, turn).find(
      (o) => Math.abs(radiusError(o.radiusMm - radiusMm, turn)) <= TOOL_MM,
    )?.tool ?? null
  );
}
