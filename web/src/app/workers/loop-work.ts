import type { LoopOptions, LoopResult } from '@ash-knot/core';
import type { Work } from './work';

/** What the page asks of the loop worker. */
export interface LoopQuestion {
  /** The file as it came: reading 200 000 lines is the worker's work too. */
  readonly name: string;
  readonly text: string;
  readonly options: LoopOptions;
}
export interface WorkedLoop {
  readonly result: LoopResult;
  /** Some of its points, for the picture. */
  readonly drawn: readonly { readonly x: number; readonly y: number }[];
  readonly span: readonly [number, number];
  /** The same points in the one shape they are stored in: mm, N, comma and point. */
  readonly csv: string;
}
export type LoopWork = Work<LoopQuestion, WorkedLoop>;
