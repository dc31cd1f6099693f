/// <reference lib="webworker" />
import {
  knockTrial,
  likeness,
  MADE_HZ,
  RecordingReader,
  simulatedDrive,
  strikesSound,
  wantsHeadphones,
  writeWav,
} from '@ash-knot/core';
import type { Made, Reading, SoundAnswer, SoundQuestion } from './sound-work';

const made = (samples: Float32Array): Made => ({
  samples: new Float32Array(samples),
  hz: MADE_HZ,
  low: wantsHeadphones(samples, MADE_HZ),
});

/** A drive comes in pieces, a sound in one. */
export function* answerSound(x: SoundQuestion): Generator<SoundAnswer | undefined, SoundAnswer> {
  yield undefined;
  switch (x.ask) {
    case 'knock':
      return yield* knockTrial(x.q);
    case 'strikes':
      return made(strikesSound(x.q.strikes, x.q.seconds));
    case 'like':
      return made(likeness(x.q));
    case 'recording':
      return yield* recording(x.q);
    case 'simulated drive': {
      const drive = simulatedDrive(x.q, {
        seconds: 30,
        side: x.q % 2 ? 'left' : 'right',
        lashMm: 0.6 + (x.q % 7) / 4,
        rings: x.q % 3 > 0,
      });
      return writeWav(drive.channels, drive.hz);
    }
  }
}

/** So much of a file is read before somebody can call it off, bytes. */
const PIECE = 262_144;

function* recording(file: Blob): Generator<Reading, Reading> {
  const reader = new RecordingReader();
  // A worker may wait for a file: nobody looks at it.
  const disk = new FileReaderSync();
  for (let at = 0; at < file.size; at += PIECE) {
    reader.push(new Uint8Array(disk.readAsArrayBuffer(file.slice(at, at + PIECE))));
    yield { part: Math.min(1, (at + PIECE) / file.size) };
  }
  const { sound, ...read } = reader.end();
  return { part: 1, read: { ...read, wav: writeWav(sound, read.hz) } };
}
