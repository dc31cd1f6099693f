/** The functions of jStat the tests use as oracles. */
declare module 'jstat' {
  const jstat: {
    normal: { cdf(x: number, mean: number, sd: number): number };
    studentt: { cdf(x: number, dof: number): number };
    centralF: { cdf(f: number, d1: number, d2: number): number };
    anovafscore(...groups: (readonly number[])[]): number;
    beta: { mean(alpha: number, beta: number): number };
  };
  export default jstat;
}
