import type { Count, Diagnosis, DiagnosisRequest, SuspectsTable } from '@ash-knot/core';
import type { Work } from './work';

/** What the page asks of the diagnosis worker. */
export interface DiagnosisQuestion {
  readonly request: DiagnosisRequest;
  /** The shop's own table, null for the one that ships. */
  readonly suspectsTable: SuspectsTable | null;
  readonly learned: readonly Count[];
}
export type DiagnosisWork = Work<DiagnosisQuestion, Diagnosis>;
