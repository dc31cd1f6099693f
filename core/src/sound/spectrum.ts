// Whoever compiles this room, the page and its worker too, needs the types it brings along.
// eslint-disable-next-line @typescript-eslint/triple-slash-reference
/// <reference path="./fft.d.ts" />
import FFT from 'fft.js';

/** A transform of real samples, made once for a size and used again. */
export interface Spectrum {
  readonly size: number;
  /** Interleaved real and imaginary parts of 0 to half the size: twice the size long, the second half by symmetry. */
  transform(samples: Float32Array | Float64Array): number[];
  /** Back from `transform`'s form: real parts. */
  inverse(spectrum: readonly number[]): Float64Array;
}

const made = new Map<number, Spectrum>();

/** @param size a power of two, at least 4 */
export function spectrumOf(size: number): Spectrum {
  let s = made.get(size);
  if (!s) {
    const fft = new FFT(size);
    const out = fft.createComplexArray() as number[];
    const back = fft.createComplexArray() as number[];
    s = {
      size,
      transform(samples) {
        fft.realTransform(out, samples as unknown as number[]);
        fft.completeSpectrum(out);
        return out;
      },
      inverse(spectrum) {
        fft.inverseTransform(back, spectrum as number[]);
        return Float64Array.from({ length: size }, (_, i) => back[2 * i]!);
      },
    };
    made.set(size, s);
  }
  return s;
}
