import type { MakeStep } from '@core/making';

/** Which of a step's places comes next: as many are counted off. */
export const placeOf = (
  { places }: Pick<MakeStep, 'places'>,
  counted: Readonly<Record<string, number>>,
): number => Math.min(places.length - 1, counted['places'] ?? 0);
