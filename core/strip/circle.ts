/** Radii nearer than this share are one tool's curve. */
const ONE_CIRCLE = 0.02;

/** Whether two curves that follow each other are bent as one; radii in mm, negative to the left. */
export const isOneCircle = (a: number, b: number): boolean => isNearCircle(a, b, ONE_CIRCLE);

/** Whether the radii of two curves, mm and negative to the left, differ by no more than a share. */
export const isNearCircle = (a: number, b: number, share: number): boolean =>
  a * b > 0 && Math.abs(a - b) < share * (1 + Math.abs(b));
