declare module 'cholesky-solve' {
  /**
   * LDL factors of a sparse symmetric positive definite matrix.
   * @param upper row, column, value of its entries on and above the diagonal; entries of one place add up
   * @param n number of rows
   * @param order a permutation of the rows, or null
   * @returns a solver that gives back one and the same array each time; null if a pivot is zero
   */
  export function prepare(
    upper: readonly (readonly [number, number, number])[],
    n: number,
    order: readonly number[] | null,
  ): ((load: ArrayLike<number>) => number[]) | null;
}
