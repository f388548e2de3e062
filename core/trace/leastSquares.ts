import { solveSymmetric } from '../geometry';

/**
 * Coefficients c that make |A c - b| least, by the normal equations.
 * @param rows rows of A, few columns
 * @param damping added to each diagonal element in shares of itself, for rows that say too little
 * @returns null when the rows do not say enough
 */
export function leastSquares(
  rows: readonly (readonly number[])[],
  values: readonly number[],
  damping = 0,
): Float64Array | null {
  const n = rows[0]?.length ?? 0;
  const upper = Array.from({ length: n }, () => new Float64Array(n));
  const right = new Float64Array(n);
  rows.forEach((row, r) => {
    for (let i = 0; i < n; i++) {
      right[i] = right[i]! + row[i]! * values[r]!;
      for (let j = i; j < n; j++) upper[i]![j] = upper[i]![j]! + row[i]! * row[j]!;
    }
  });
  return n > 0 ? solveSymmetric(upper, right, damping) : null;
}
