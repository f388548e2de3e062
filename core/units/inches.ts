export const MM_PER_INCH = 25.4;

/**
 * Prints a length as inches with a fraction to 1/32, reduced: `1 3/8 in`.
 * @param lengthMm length in mm; negative lengths get a leading minus
 */
export function printInches(lengthMm: number): string {
  const sign = lengthMm < 0 ? '-' : '';
  const parts = Math.round((Math.abs(lengthMm) / MM_PER_INCH) * 32);
  const whole = Math.floor(parts / 32);
  let over = parts % 32;
  let under = 32;
  while (over > 0 && over % 2 === 0) {
    over /= 2;
    under /= 2;
  }
  if (over === 0) return `${parts === 0 ? '' : sign}${whole} in`;
  return `${sign}${whole > 0 ? `${whole} ` : ''}${over}/${under} in`;
}
