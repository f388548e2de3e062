/**
 * Solves (A + damping diag(A)) x = b for a symmetric positive definite A by Cholesky.
 * @param upper rows of A; only entries on and above the diagonal are read
 * @returns null when A is not positive definite
 */
export function solveSymmetric(
  upper: readonly Float64Array[],
  b: Float64Array,
  damping: number,
): Float64Array | null {
  const n = b.length;
  const l = Array.from({ length: n }, () => new Float64Array(n));
  for (let i = 0; i < n; i++) {
    const row = l[i] as Float64Array;
    for (let j = 0; j <= i; j++) {
      const other = l[j] as Float64Array;
      let sum = upper[j]![i] ?? 0;
      if (i === j) sum += damping * sum + 1e-12;
      for (let k = 0; k < j; k++) sum -= row[k]! * other[k]!;
      if (i === j) {
        if (!(sum > 0)) return null;
        row[i] = Math.sqrt(sum);
      } else {
        row[j] = sum / other[j]!;
      }
    }
  }
  const x = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    let sum = b[i]!;
    const row = l[i] as Float64Array;
    for (let k = 0; k < i; k++) sum -= row[k]! * x[k]!;
    x[i] = sum / row[i]!;
  }
  for (let i = n - 1; i >= 0; i--) {
    let sum = x[i]!;
    for (let k = i + 1; k < n; k++) sum -= (l[k] as Float64Array)[i]! * x[k]!;
    x[i] = sum / (l[i] as Float64Array)[i]!;
  }
  return x;
}
