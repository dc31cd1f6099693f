import type { FastenerView, PlannedStep } from '@ash-knot/core';

/** A step of the plan as Work tells it. */
export interface StepRow {
  readonly step: PlannedStep;
  readonly done: boolean;
  readonly fastener: FastenerView | undefined;
  /** Its minutes, its number, or when it was done. */
  readonly note: string;
  readonly open: boolean;
}
