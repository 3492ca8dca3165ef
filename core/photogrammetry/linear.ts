/**
 * The lower Cholesky factor of a symmetric matrix of `n` rows, in place in its lower half; false where it is not positive
 * definite.
 */
export function factor(matrix: Float64Array, n: number): boolean {
  for (let i = 0; i < n; i++)
    for (let j = 0; j <= i; j++) {
      let sum = matrix[i * n + j]!;
      for (let k = 0; k < j; k++) sum -= matrix[i * n + k]! * matrix[j * n + k]!;
      if (i !== j) matrix[i * n + j] = sum / matrix[j * n + j]!;
      else if (sum > 0) matrix[i * n + i] = Math.sqrt(sum);
      else return false;
    }
  return true;
}

/** Solves L·Lᵀ·x = b in place, `b` from `at` on. */
export function solveFactored(lower: Float64Array, n: number, b: Float64Array, at = 0): void {
  for (let i = 0; i < n; i++) {
    let sum = b[at + i]!;
    for (let k = 0; k < i; k++) sum -= lower[i * n + k]! * b[at + k]!;
    b[at + i] = sum / lower[i * n + i]!;
  }
  for (let i = n - 1; i >= 0; i--) {
    let sum = b[at + i]!;
    for (let k = i + 1; k < n; k++) sum -= lower[k * n + i]! * b[at + k]!;
    b[at + i] = sum / lower[i * n + i]!;
  }
}

/** The inverse of a symmetric positive definite matrix; undefined where it is not. */
export function inverted(matrix: Float64Array, n: number): Float64Array | undefined {
  const lower = matrix.slice();
  if (!factor(lower, n)) return undefined;
  const out = new Float64Array(n * n);
  for (let i = 0; i < n; i++) {
    out[i * n + i] = 1;
    solveFactored(lower, n, out, i * n);
  }
  return out;
}

/** Least squares: x of rows·x = right, by normal equations; undefined where the rows say too little. */
export function leastSquares(
  rows: readonly (readonly number[])[],
  right: readonly number[],
): number[] | undefined {
  const n = rows[0]?.length ?? 0;
  const normal = new Float64Array(n * n);
  const side = new Float64Array(n);
  rows.forEach((row, r) => {
    for (let i = 0; i < n; i++) {
      side[i]! += row[i]! * right[r]!;
      for (let j = 0; j < n; j++) normal[i * n + j]! += row[i]! * row[j]!;
    }
  });
  if (!factor(normal, n)) return undefined;
  solveFactored(normal, n, side);
  return [...side];
}
