import type { Part } from '@ash-knot/core';

export interface PartList {
  readonly parts: readonly Part[];
  readonly total: number;
}
