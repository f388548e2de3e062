import type { HangState } from '@core/gauge';
import { degrees, printLength, type LengthUnit } from '@core/units';

/** Tilts and offsets smaller than these are not seen. */
const STRAIGHT_DEG = 0.5;

export const isTilted = ({ tiltRad }: HangState): boolean =>
  Math.abs(degrees(tiltRad)) >= STRAIGHT_DEG;

const FROM = {
  chosen: 'From the chosen point.',
  finding: 'From its finding.',
  end: 'From the end of its wire.',
  top: 'From its highest point.',
} as const;

/** How a piece hangs, in words. */
export function hangWords(hang: HangState, unit: LengthUnit): string {
  const { places, tiltRad, bailX, straightAt } = hang;
  const [first, second] = places;
  if (!first) return '';
  if (second) return 'Between two points: it lies level when both sides are of one length.';
  const tilt = degrees(tiltRad);
  if (!isTilted(hang)) return `${FROM[first.by]} It hangs straight.`;
  const aside = bailX - first.pivot.x;
  const nowhere = straightAt ? '' : ' No wire passes there: it takes a bail on a stem.';
  return `${FROM[first.by]} It swings ${Math.abs(tilt).toFixed(0)}° ${tilt > 0 ? 'clockwise' : 'anticlockwise'}. To hang straight the point must lie ${printLength(Math.abs(aside), unit)} further ${aside > 0 ? 'right' : 'left'}.${nowhere}`;
}
