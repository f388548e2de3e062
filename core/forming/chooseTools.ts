import type { Strip, StripPiece } from '../strip';
import { toolsNear, type Kit, type Tool } from './kit';
import { insideFromTool, toolForInside, type Stiffness } from './springback';

/** How far a curve may turn and still slide along its two straight neighbours when its radius changes. */
const WIDEST_TURN = (170 * Math.PI) / 180;
/** Stepped pliers and mandrels give repeatable curves; the cone is taken when they do not fit. */
const CONE_PENALTY_MM = 0.05;

type Editable = { -readonly [K in keyof StripPiece]: StripPiece[K] };

export interface ToolChoice {
  readonly strip: Strip;
  /** for each piece of the strip the tool it is formed on, null when shaped by hand */
  readonly tools: readonly (Tool | null)[];
}

/**
 * Gives each curve between two runs a tool of the kit when the curve that tool leaves after
 * springback keeps within the tolerance: a radius changed by e moves the middle of a curve of angle
 * theta by e (1/cos(theta/2) - 1) and shortens both runs by e tan(theta/2). Curves that turn
 * further, or touch other curves, keep their radius unless a tool gives it within a hundredth.
 */
export function chooseTools(
  strip: Strip,
  kit: Kit,
  wire: Stiffness,
  toleranceMm: number,
): ToolChoice {
  const pieces: Editable[] = strip.pieces.map((p) => ({ ...p }));
  const tools: (Tool | null)[] = pieces.map(() => null);
  pieces.forEach((piece, i) => {
    if (piece.kind !== 'curve') return;
    const [before, after] = [pieces[i - 1], pieces[i + 1]];
    const turn = Math.abs(piece.angleRad);
    const slides = before?.kind === 'run' && after?.kind === 'run' && turn < WIDEST_TURN;
    const wanted = toolForInside(2 * piece.insideRadiusMm, wire);
    let best: { tool: Tool; change: number; cost: number } | null = null;
    for (const tool of toolsNear(kit, wanted)) {
      const change = insideFromTool(tool.diameterMm, wire) / 2 - piece.insideRadiusMm;
      const moved = slides
        ? Math.abs(change) * (1 / Math.cos(turn / 2) - 1)
        : Math.abs(change) < 0.01
          ? 0
          : Infinity;
      const pull = slides ? change * Math.tan(turn / 2) : 0;
      const room = !slides || (pull < before.lengthMm && pull < after.lengthMm);
      if (moved > toleranceMm || !room) continue;
      const cost = moved + (tool.name.startsWith('round-nose') ? CONE_PENALTY_MM : 0);
      if (!best || cost < best.cost) best = { tool, change, cost };
    }
    if (!best) return;
    tools[i] = best.tool;
    if (!slides) return;
    const pull = best.change * Math.tan(turn / 2);
    before.lengthMm -= pull;
    after.lengthMm -= pull;
    piece.lengthMm += turn * best.change;
    piece.insideRadiusMm += best.change;
  });
  let at = 0;
  const placed = pieces.map((p): StripPiece => {
    const piece = { ...p, startMm: at };
    at += p.lengthMm;
    return piece;
  });
  return { strip: { ...strip, pieces: placed, developedMm: at }, tools };
}
