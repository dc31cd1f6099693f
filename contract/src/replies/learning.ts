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
  readonly lessons: readonly LessonView[];
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
