import { csvOf, rowsOf } from '@ash-knot/contract';
import { attempt, lessonOf, loopFromRows, WavReader } from '@ash-knot/core';

/** What takes more than a frame, by name: only texts, numbers and bytes go in and out. */
export const WORK = {
  /** What is wrong with the points of a loop, or undefined. */
  loop(bytes: Uint8Array): string | undefined {
    const lines = Buffer.from(bytes).toString('utf8').split(/\r?\n/);
    const read = attempt(() => loopFromRows(lines.map((l) => l.split(','))));
    return read.ok ? undefined : read.error.message;
  },
  /** A list in JSON as the same list in CSV, or what is wrong with it. */
  csv(name: string, json: string): { readonly csv: string } | { readonly field: string; readonly bound: string } {
    const read = attempt(() => csvOf(rowsOf(name, json)));
    return read.ok ? { csv: read.value } : { field: read.error.field, bound: read.error.bound };
  },
  /** What is wrong with a WAV file, or undefined. */
  wav(bytes: Uint8Array): string | undefined {
    const read = attempt(() => {
      const r = new WavReader();
      r.push(bytes);
      return r.end();
    });
    return read.ok ? read.value[0] : read.error.bound;
  },
  lesson: lessonOf,
} as const;

export type Work = typeof WORK;
export type WorkName = keyof Work;
