import type { LoopOptions, LoopResult } from '@ash-knot/core';

/** What the page asks of the loop worker, and what it hears. */
export interface ToLoopWorker {
  readonly id: number;
  readonly rows: readonly (readonly string[])[];
  readonly options: LoopOptions;
}
export type FromLoopWorker =
  | {
      readonly id: number;
      readonly ok: true;
      readonly result: LoopResult;
      /** Some of its points, for the picture. */
      readonly drawn: readonly { readonly x: number; readonly y: number }[];
      readonly span: readonly [number, number];
    }
  | { readonly id: number; readonly ok: false; readonly message: string };
