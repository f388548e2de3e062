import {
  radiusError,
  settleRadii,
  type Chain,
  type FollowPoint,
  type Settled,
  type Strip,
} from '../strip';
import { fixedTools, taperedTools, type Kit, type Tool } from './kit';
import { insideFromTool, toolForInside, type Stiffness } from './springback';

/** A tool and the radius of the wire's centreline that it leaves after springback, mm. */
export interface ToolRadius {
  readonly tool: Tool;
  readonly radiusMm: number;
}

/** Curves this much wider than what the widest tool leaves are eased by hand. */
const EASED = 1.5;
/** Turns smaller than this are nudged with fingers, whatever their radius. */
const NUDGE_RAD = (4 * Math.PI) / 180;
/** Sizes of fixed tools tried to each side of the radius wished for. */
const TO_EACH_SIDE = 2;

/** What a kit offers for curves in a wire: each fixed size with the radius it leaves. */
export function toolRadii(kit: Kit, wire: Stiffness): ToolRadius[] {
  return fixedTools(kit)
    .map((tool) => ({
      tool,
      radiusMm: (insideFromTool(tool.diameterMm, wire) + wire.diameterMm) / 2,
    }))
    .filter((o) => Number.isFinite(o.radiusMm));
}

/**
 * The radii to try for a curve, best first: fixed sizes, which bend the same every time, by how
 * little they move the wire; then tapered tools at just the right size.
 */
export function optionsFor(
  kit: Kit,
  wire: Stiffness,
): (radiusMm: number, turnRad: number) => ToolRadius[] {
  const fixed = toolRadii(kit, wire);
  const widest = fixed.at(-1)?.radiusMm ?? 0;
  return (radiusMm, turnRad) => {
    if (turnRad < NUDGE_RAD) return [];
    const smaller = fixed.filter((o) => o.radiusMm <= radiusMm).slice(-TO_EACH_SIDE);
    const larger = fixed.filter((o) => o.radiusMm > radiusMm).slice(0, TO_EACH_SIDE);
    const beyond = radiusMm > EASED * widest;
    const byError = [...smaller, ...(beyond ? [] : larger)].sort(
      (a, b) => Math.abs(a.radiusMm - radiusMm) - Math.abs(b.radiusMm - radiusMm),
    );
    const insideMm = 2 * radiusMm - wire.diameterMm;
    const tapered = taperedTools(kit, toolForInside(Math.max(0.01, insideMm), wire));
    return [...(beyond ? [] : byError), ...tapered.map((tool): ToolRadius => ({ tool, radiusMm }))];
  };
}

/** A chain whose curves have the radii of tools wherever the tolerance allows. */
export const settleOnTools = (
  chain: Chain,
  points: readonly FollowPoint[],
  kit: Kit,
  wire: Stiffness,
  toleranceMm: number,
  together = true,
): Settled<ToolRadius> => settleRadii(chain, points, toleranceMm, optionsFor(kit, wire), together);

/** A curve's radius is that of the tool it was given to this, mm. */
const SAME_RADIUS_MM = 1e-5;

/** For each piece of a strip the tool its radius came from; null for what is shaped otherwise. */
export function toolsOf(
  strip: Strip,
  choices: readonly (ToolRadius | null)[],
  wire: Stiffness,
): (Tool | null)[] {
  const used = choices.filter((c): c is ToolRadius => c !== null);
  return strip.pieces.map((p) => {
    if (p.kind !== 'curve') return null;
    const radiusMm = p.insideRadiusMm + wire.diameterMm / 2;
    return used.find((c) => Math.abs(c.radiusMm - radiusMm) < SAME_RADIUS_MM)?.tool ?? null;
  });
}

/** A fixed size is taken for a loop when it leaves it this near to the size wished for, mm. */
const LOOP_MM = 0.15;

/**
 * What a loop of `insideMm` is turned on: a fixed size that leaves nearly that, else the place on a
 * taper that leaves it exactly. Null if the kit has neither.
 */
export function loopTool(kit: Kit, wire: Stiffness, insideMm: number): Tool | null {
  const off = (o: ToolRadius): number => Math.abs(2 * o.radiusMm - wire.diameterMm - insideMm);
  const fixed = toolRadii(kit, wire).filter((o) => off(o) <= LOOP_MM);
  fixed.sort((a, b) => off(a) - off(b));
  return fixed[0]?.tool ?? taperedTools(kit, toolForInside(insideMm, wire))[0] ?? null;
}

/** A tool that was not taken, and how far the wire would stray over it, mm. */
export interface ToolMiss {
  readonly tool: Tool;
  readonly errorMm: number;
}

/** The nearest smaller and the nearest larger fixed size for a curve, with the error each makes. */
export function nearestTools(
  kit: Kit,
  wire: Stiffness,
  radiusMm: number,
  turnRad: number,
): { smaller: ToolMiss | null; larger: ToolMiss | null } {
  const fixed = toolRadii(kit, wire);
  const miss = (o: ToolRadius | undefined): ToolMiss | null =>
    o ? { tool: o.tool, errorMm: radiusError(o.radiusMm - radiusMm, turnRad) } : null;
  return {
    smaller: miss(fixed.filter((o) => o.radiusMm <= radiusMm).at(-1)),
    larger: miss(fixed.find((o) => o.radiusMm > radiusMm)),
  };
}
