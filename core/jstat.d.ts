/** The functions of jStat the tests use as oracles. */
declare module 'jstat' {
  const jstat: {
    studentt: { cdf(x: number, dof: number): number };
    centralF: { cdf(f: number, d1: number, d2: number): number };
    anovafscore(...groups: (readonly number[])[]): number;
    beta: { mean(alpha: number, beta: number): number };
  };
  export default jstat;
}
