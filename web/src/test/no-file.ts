import type { JobFile } from '@ash-knot/contract';

/** The file of a vehicle that was never here. */
export const NO_FILE: JobFile = {
  points: [],
  fitted: [],
  kept: [],
  plays: [],
  tips: [],
  times: [],
  left: null,
  since: [],
  renewed: [],
  sisters: { jobs: 0, found: {} },
};
