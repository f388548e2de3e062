/** How a scale comes to rest: so much of the way is left after each look. */
const LEFT_EACH = 0.45;
/** Drift of the last digit while it is at rest, and until then. */
const DRIFT = { rest: 0.006, moving: 0.4 };
/** At rest once the way left is less than this, g. */
const REST_G = 0.01;

export interface Settling {
  readonly grams: number;
  readonly resting: boolean;
}

/** What a scale shows at its next look, on its way to what lies on it. */
export function settle(now: Settling, loadG: number, random: () => number): Settling {
  const left = (loadG - now.grams) * LEFT_EACH;
  const resting = Math.abs(left) < REST_G;
  const drift =
    (random() - 0.5) * (resting ? DRIFT.rest : DRIFT.moving * Math.min(1, Math.abs(left)));
  return { grams: Math.max(0, loadG - left + drift), resting };
}

/** The line that the scale sends: whether it rests, and what it shows. */
export const scaleLine = ({ grams, resting }: Settling): string =>
  `${resting ? 'ST' : 'US'},GS,+${grams.toFixed(2).padStart(8, '0')} g`;
