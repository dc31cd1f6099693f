import type { Ask, Candidate, Part } from '@ash-knot/core';

export interface PartList {
  readonly parts: readonly Part[];
  readonly total: number;
}

/** The catalogue held against what is wanted: what fits, best first, and of what is listed for the vehicle what does not. */
export interface PartMatch {
  readonly fitting: readonly Candidate[];
  readonly excluded: readonly Candidate[];
  readonly ask: Ask | null;
  /** Parts that were looked at, after the database had left out what can never fit. */
  readonly looked: number;
}
