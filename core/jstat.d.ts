/** The functions of jStat the tests use as oracles. */
declare module 'jstat' {
  const jstat: {
    studentt: { cdf(x: number, dof: number): number };
    beta: { mean(alpha: number, beta: number): number };
  };
  export default jstat;
}
