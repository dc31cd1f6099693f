import type { Calibration, FaultId } from '@ash-knot/core';

/** One closed job and what it taught. */
export interface LessonView {
  readonly job: string;
  readonly plate: string;
  readonly closedAt: string;
  readonly faults: readonly FaultId[];
  readonly counts: number;
  readonly undone: boolean;
}
export interface LearningView {
  /** The latest first, so many at a time. */
  readonly lessons: readonly LessonView[];
  /** What to ask for the older ones with; null at the end. */
  readonly older: string | null;
  /** How many there are, and how many of them count. */
  readonly taught: { readonly jobs: number; readonly counting: number };
  /** Chances said that a part is worn, against what was in the hand. */
  readonly worn: Calibrated;
  /** Chances said that it makes the noise, against the proof drive. */
  readonly makes: Calibrated;
}

/** After listening, and after the checks. */
export interface Calibrated {
  readonly heard: Calibration;
  readonly found: Calibration;
}
