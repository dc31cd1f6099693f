/** The one function of jStat the tests use as an oracle. */
declare module 'jstat' {
  const jstat: { studentt: { cdf(x: number, dof: number): number } };
  export default jstat;
}
