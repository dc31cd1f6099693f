/** fft.js brings no types of its own; what is used of it. */
declare module 'fft.js' {
  export default class FFT {
    constructor(size: number);
    createComplexArray(): number[];
    realTransform(out: number[], data: readonly number[]): void;
    completeSpectrum(spectrum: number[]): void;
    inverseTransform(out: number[], data: readonly number[]): void;
  }
}
