import type { KnockRun, KnockTrial, Likeness, ReadRecording, Strike } from '@ash-knot/core';
import type { Work } from './work';

/** Samples to be played: −1 to 1, one channel. */
export interface Made {
  readonly samples: Float32Array<ArrayBuffer>;
  readonly hz: number;
  /** A small loudspeaker hardly gives it back. */
  readonly low: boolean;
}
/** A recording that is being read: how far, from 0 to 1; and what it told, once it is. */
export interface Reading {
  readonly part: number;
  readonly read?: Omit<ReadRecording, 'sound'> & { readonly wav: Uint8Array<ArrayBuffer> };
}
/** What the page asks of the sound worker, and what it answers. */
export interface SoundAsks {
  /** A drive over a bump, in pieces. */
  knock: { readonly q: KnockTrial; readonly a: KnockRun };
  /** How its blows sound. */
  strikes: { readonly q: { readonly strikes: readonly Strike[]; readonly seconds: number }; readonly a: Made };
  /** A sound to point at. */
  like: { readonly q: Likeness; readonly a: Made };
  /** What is in a recording; the file is read there, piece by piece. */
  recording: { readonly q: Blob; readonly a: Reading };
  /** What the stand-in's microphones hear, as a WAV file; the seed says on which lane, side and part. */
  'simulated drive': { readonly q: number; readonly a: Uint8Array<ArrayBuffer> };
}
export type SoundQuestion = { [K in keyof SoundAsks]: { readonly ask: K; readonly q: SoundAsks[K]['q'] } }[keyof SoundAsks];
export type SoundAnswer = SoundAsks[keyof SoundAsks]['a'];
export type SoundWork = Work<SoundQuestion, SoundAnswer>;
