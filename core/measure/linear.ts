/** Solves a small symmetric positive system A·x = b by Gauss with pivoting; A is rows. Throws where it is singular. */
export function solve(a: readonly (readonly number[])[], b: readonly number[]): number[] {
  const n = b.length;
  const rows = a.map((row, i) => [...row, b[i] ?? 0]);
  for (let k = 0; k < n; k++) {
    let pivot = k;
    for (let i = k + 1; i < n; i++)
      if (Math.abs(rows[i]?.[k] ?? 0) > Math.abs(rows[pivot]?.[k] ?? 0)) pivot = i;
    [rows[k], rows[pivot]] = [rows[pivot] ?? [], rows[k] ?? []];
    const top = rows[k] ?? [];
    const head = top[k] ?? 0;
    if (Math.abs(head) < 1e-15) throw new Error('a singular system cannot be solved');
    for (let i = k + 1; i < n; i++) {
      const row = rows[i] ?? [];
      const factor = (row[k] ?? 0) / head;
      for (let j = k; j <= n; j++) row[j] = (row[j] ?? 0) - factor * (top[j] ?? 0);
    }
  }
  const x = new Array<number>(n).fill(0);
  for (let k = n - 1; k >= 0; k--) {
    const row = rows[k] ?? [];
    let sum = row[n] ?? 0;
    for (let j = k + 1; j < n; j++) sum -= (row[j] ?? 0) * (x[j] ?? 0);
    x[k] = sum / (row[k] ?? 1);
  }
  return x;
}

/** x · A⁻¹ · x for a symmetric positive A: the variance along x where A is the information. */
export function varianceAlong(information: readonly (readonly number[])[], x: readonly number[]): number {
  const solved = solve(information, x);
  return x.reduce((sum, value, i) => sum + value * (solved[i] ?? 0), 0);
}
