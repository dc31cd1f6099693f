/**
 * Solves the symmetric positive definite system m z = r by Cholesky's factorisation (Golub & Van Loan,
 * Matrix Computations, 4.2), in place.
 * @param m n × n, row by row; its lower half is overwritten with the factor
 * @param r right-hand side, n long; left as it is
 * @returns z, n long; undefined where m is singular to 12 digits
 */
export function cholesky(m: Float64Array, r: ArrayLike<number>, n: number): Float64Array | undefined {
  return factored(m, n) ? solvedBy(m, r, n) : undefined;
}

/** The factor alone, in place: for several right-hand sides. @returns whether m was not singular to 12 digits */
export function factored(m: Float64Array, n: number): boolean {
  for (let j = 0; j < n; j++) {
    let d = m[j * n + j]!;
    const scale = d;
    for (let k = 0; k < j; k++) d -= m[j * n + k]! ** 2;
    if (!(d > 1e-12 * scale) || scale === 0) return false;
    d = Math.sqrt(d);
    m[j * n + j] = d;
    for (let i = j + 1; i < n; i++) {
      let v = m[i * n + j]!;
      for (let k = 0; k < j; k++) v -= m[i * n + k]! * m[j * n + k]!;
      m[i * n + j] = v / d;
    }
  }
  return true;
}

/** z of m z = r by the factor of m. @param m as `factored` left it */
export function solvedBy(m: Float64Array, r: ArrayLike<number>, n: number): Float64Array {
  const z = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    let v = r[i]!;
    for (let k = 0; k < i; k++) v -= m[i * n + k]! * z[k]!;
    z[i] = v / m[i * n + i]!;
  }
  for (let i = n - 1; i >= 0; i--) {
    let v = z[i]!;
    for (let k = i + 1; k < n; k++) v -= m[k * n + i]! * z[k]!;
    z[i] = v / m[i * n + i]!;
  }
  return z;
}
