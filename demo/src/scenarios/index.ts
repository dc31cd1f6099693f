import type { DemoJob } from '../job-maker';
import { floorJobs } from './floor';
import { pastJobs } from './past';
import { yardOf, type HistoryInput } from './yard';

/** Three years of jobs, then today's floor. Deterministic for a given day. */
export function makeHistory(input: HistoryInput): DemoJob[] {
  const yard = yardOf(input);
  return [...pastJobs(yard), ...floorJobs(yard)];
}
export type { HistoryInput } from './yard';
