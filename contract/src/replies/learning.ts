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
  /** Probabilities said after listening, and after the checks, against what was in the hand. */
  readonly heard: Calibration;
  readonly found: Calibration;
}
