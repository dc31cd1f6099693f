/** One blow in a recording. */
export interface Impact {
  /** When it begins, s. */
  readonly atS: number;
  /** Its loudest sample, of full scale, and how loud its first twentieth of a second is, dB of full scale. */
  readonly peak: number;
  readonly levelDb: number;
  /** Where its energy lies, Hz, and how long it takes to fall by 20 dB, s. */
  readonly centroidHz: number;
  readonly decayS: number;
  /** Of each channel: its loudness, dB, and how much later than the first it hears it, ms. */
  readonly channels: readonly { readonly levelDb: number; readonly laterMs: number }[];
  /** Its loudest samples were cut: it was recorded too loud. */
  readonly clipped: boolean;
}

/** A moment of a recording around an impact, to be played: all its channels. */
export interface Excerpt {
  /** Which of the impacts it is of. */
  readonly of: number;
  readonly samples: readonly Float32Array[];
}

export interface FoundImpacts {
  readonly impacts: readonly Impact[];
  readonly seconds: number;
  readonly hz: number;
  readonly channels: number;
  /** Loudness over time, dB of full scale, loudest channel, one for each `levelEveryS`. */
  readonly levels: Float32Array;
  readonly levelEveryS: number;
  /** Share of the samples at full scale. */
  readonly clipped: number;
  /** Of the loudest impacts, in order of time; as many as were asked for. */
  readonly excerpts: readonly Excerpt[];
  /** So often a minute noise alone passes for an impact, and at most (95 %): null where it cannot be told; short strikes, as of gravel, come in a swarm. */
  readonly falseAlarms: { readonly aMinute: number | null; readonly atMost: number | null; readonly swarm: boolean };
  /** How often a microphone starved, and for how long nothing was listened to because of it. */
  readonly dropouts: { readonly times: number; readonly seconds: number };
}

export const db = (power: number): number => 10 * Math.log10(power + 1e-14);
