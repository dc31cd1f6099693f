import type { JointId } from '@ash-knot/core';
import type { StudyReading, StudyResult } from '@ash-knot/core/study';

export interface GaugeSaid {
  readonly gauge: string;
  readonly text: string;
  /** A whole loop was sent: the id of its file. */
  readonly loop?: string;
  /** It is there, as somebody opened it; said again and again while it is. */
  readonly here?: 'simulated' | 'gone';
  /** A simulated wrench is asked to pull at so many N·m. */
  readonly pullNm?: number;
}

export interface StudyView {
  readonly id: string;
  readonly by: string;
  readonly at: string;
  readonly limitMm: number;
  readonly readings: readonly StudyReading[];
  readonly result: StudyResult;
}

/** Play of a joint at the visit before, reading by reading. */
export interface LastPlay {
  readonly joint: JointId;
  readonly gauge: string;
  readonly at: string;
  readonly playMm: readonly number[];
}
