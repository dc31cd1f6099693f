/**
 * Solves a symmetric positive definite system with a narrow band by L D Lᵀ (Golub & Van Loan, Matrix Computations,
 * 4.3.5), in place: n·w² steps instead of n³.
 * @param band row by row the diagonal and what stands left of it: entry (i, i − k) at i·(w+1) + k, k = 0…w;
 *   overwritten with the factors
 * @param w half bandwidth: how far from the diagonal anything stands
 * @param r right-hand side, n long; overwritten with the answer
 * @returns r; undefined where the matrix is singular to 12 digits of its own diagonal
 */
export function solveBanded(band: Float64Array, w: number, r: Float64Array): Float64Array | undefined {
  const n = r.length;
  const s = w + 1;
  for (let j = 0; j < n; j++) {
    const row = j * s;
    const least = Math.max(0, j - w);
    const was = Math.abs(band[row]!);
    let d = band[row]!;
    // First the products l·d of this row, then their sum with the rows above.
    for (let k = least; k < j; k++) {
      let v = band[row + j - k]!;
      for (let i = Math.max(least, k - w); i < k; i++) v -= band[row + j - i]! * band[k * s + k - i]!;
      band[row + j - k] = v;
    }
    for (let k = least; k < j; k++) {
      const v = band[row + j - k]!;
      const l = v / band[k * s]!;
      d -= v * l;
      band[row + j - k] = l;
    }
    if (!(d > 1e-12 * was)) return undefined;
    band[row] = d;
  }
  for (let j = 0; j < n; j++) for (let k = Math.max(0, j - w); k < j; k++) r[j]! -= band[j * s + j - k]! * r[k]!;
  for (let j = 0; j < n; j++) r[j]! /= band[j * s]!;
  for (let j = n - 1; j >= 0; j--) for (let i = j + 1; i <= Math.min(n - 1, j + w); i++) r[j]! -= band[i * s + i - j]! * r[i]!;
  return r;
}
