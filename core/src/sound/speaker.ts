import { spectrumOf } from './spectrum';

/** What a tablet's or a telephone's loudspeaker gives back well, Hz (from memory). */
export const SPEAKER_HZ = [400, 4000] as const;
/** A sound with less of its energy there than this is hardly heard from it (from memory). */
const HARDLY = 0.1;
const SIZE = 4096;

/** How much of a sound's energy lies where a small loudspeaker gives it back, 0 to 1. */
export function speakerShare(samples: Float32Array, hz: number): number {
  const s = spectrumOf(SIZE);
  const piece = new Float64Array(SIZE);
  let [there, all] = [0, 0];
  for (let from = 0; from < samples.length; from += SIZE / 2) {
    for (let i = 0; i < SIZE; i++) piece[i] = (samples[from + i] ?? 0) * Math.sin((Math.PI * (i + 0.5)) / SIZE) ** 2;
    const x = s.transform(piece);
    for (let k = 1; k < SIZE / 2; k++) {
      const p = x[2 * k]! ** 2 + x[2 * k + 1]! ** 2;
      all += p;
      const f = (k * hz) / SIZE;
      if (f >= SPEAKER_HZ[0] && f <= SPEAKER_HZ[1]) there += p;
    }
  }
  return all > 0 ? there / all : 0;
}
/** Whether a sound wants headphones; silence wants none. */
export const wantsHeadphones = (samples: Float32Array, hz: number): boolean =>
  samples.some((v) => v !== 0) && speakerShare(samples, hz) < HARDLY;
