/**
 * Solves the square system m z = r by Gaussian elimination with partial pivoting (Golub & Van Loan, Matrix
 * Computations, 3.4), in place: for the small systems of a Newton step.
 * @param m n × n, row by row; overwritten
 * @param r right-hand side, n long; overwritten with the answer
 * @returns r; undefined where m is singular to 13 digits
 */
export function solveSquare(m: Float64Array, r: Float64Array, n: number): Float64Array | undefined {
  let largest = 0;
  for (let i = 0; i < n * n; i++) largest = Math.max(largest, Math.abs(m[i]!));
  for (let c = 0; c < n; c++) {
    let p = c;
    for (let i = c + 1; i < n; i++) if (Math.abs(m[i * n + c]!) > Math.abs(m[p * n + c]!)) p = i;
    if (!(Math.abs(m[p * n + c]!) > 1e-13 * largest)) return undefined;
    if (p !== c) {
      for (let k = c; k < n; k++) [m[c * n + k], m[p * n + k]] = [m[p * n + k]!, m[c * n + k]!];
      [r[c], r[p]] = [r[p]!, r[c]!];
    }
    for (let i = c + 1; i < n; i++) {
      const f = m[i * n + c]! / m[c * n + c]!;
      if (f === 0) continue;
      for (let k = c; k < n; k++) m[i * n + k]! -= f * m[c * n + k]!;
      r[i]! -= f * r[c]!;
    }
  }
  for (let i = n - 1; i >= 0; i--) {
    for (let k = i + 1; k < n; k++) r[i]! -= m[i * n + k]! * r[k]!;
    r[i]! /= m[i * n + i]!;
  }
  return r;
}
