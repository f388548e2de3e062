/** Radii nearer than this share are one tool's curve. */
const ONE_CIRCLE = 0.02;

/** Whether two curves that follow each other are bent as one; radii in mm, negative to the left. */
export const isOneCircle = (a: number, b: number): boolean =>
  a * b > 0 && Math.abs(a - b) < ONE_CIRCLE * (1 + Math.abs(b));
