/** Limits of what is read; beyond them a file is refused with a message. */
export const SVG_LIMITS = {
  bytes: 25_000_000,
  paths: 2_000,
  segments: 100_000,
  sizeMm: 5_000,
  /** groups within groups */
  depth: 400,
  /** shapes looked at, each as often as it is repeated */
  steps: 200_000,
  /** shapes that repeat others that repeat others */
  repeats: 50,
  /** elements of the file, drawn or not */
  elements: 300_000,
} as const;
