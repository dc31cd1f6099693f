import { closingsSound, knockTrial, likeness, MADE_HZ } from '@ash-knot/core';
import type { Made, SoundAnswer, SoundQuestion } from './sound-work';

const made = (samples: Float32Array): Made => ({ samples: new Float32Array(samples), hz: MADE_HZ });

/** A drive comes in pieces, a sound in one. */
export function* answerSound(x: SoundQuestion): Generator<SoundAnswer | undefined, SoundAnswer> {
  yield undefined;
  switch (x.ask) {
    case 'knock':
      return yield* knockTrial(x.q);
    case 'closings':
      return made(closingsSound(x.q.closings, x.q.seconds));
    case 'like':
      return made(likeness(x.q));
  }
}
