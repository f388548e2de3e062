import type { Strip } from '../strip';
import { toolSizes, type Kit } from './kit';
import { insideFromTool, type Stiffness } from './springback';

/** A place that hands and tools cannot make as it is drawn. */
export interface HardSpot {
  /** position on the straight blank, mm */
  readonly atMm: number;
  /** `tight`: tighter than any tool leaves; `room`: corners too near to each other for the wire */
  readonly kind: 'tight' | 'room';
  readonly haveMm: number;
  readonly needMm: number;
}

/** Curves this little under what the smallest tool leaves are within a hand's reach, mm. */
const SLACK_MM = 0.02;
/** Turns smaller than this are nudged with fingers, whatever their radius. */
const NUDGE_RAD = (25 * Math.PI) / 180;

/**
 * Where a strip cannot be formed with a kit: curves tighter inside than the smallest tool leaves
 * after springback, bends that leave their neighbours no room.
 */
export function hardSpots(strip: Strip, kit: Kit, wire: Stiffness): HardSpot[] {
  const smallest = toolSizes(kit)[0];
  const least = smallest === undefined ? 0 : insideFromTool(smallest, wire) / 2;
  const tight = strip.pieces.flatMap((p): HardSpot[] =>
    p.kind === 'curve' && Math.abs(p.angleRad) > NUDGE_RAD && p.insideRadiusMm < least - SLACK_MM
      ? [
          {
            atMm: p.startMm + p.lengthMm / 2,
            kind: 'tight',
            haveMm: p.insideRadiusMm,
            needMm: least,
          },
        ]
      : [],
  );
  const rooms = strip.problems.map((p): HardSpot => ({
    atMm: p.atMm,
    kind: p.kind === 'no-room' ? 'room' : 'tight',
    haveMm: p.haveMm,
    needMm: p.needMm,
  }));
  return [...tight, ...rooms.filter((r) => r.kind === 'room' || tight.length === 0)];
}
