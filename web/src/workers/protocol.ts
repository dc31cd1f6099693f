import type { Count, Diagnosis, DiagnosisRequest, Strengths } from '@ash-knot/core';

/** What the page asks of the diagnosis worker, and what it hears. Every answer carries the number of its question. */
export type ToWorker =
  | {
      readonly kind: 'diagnose';
      readonly id: number;
      readonly request: DiagnosisRequest;
      /** The shop's own table, null for the one that ships. */
      readonly strengths: Strengths | null;
      readonly learned: readonly Count[];
    }
  | { readonly kind: 'cancel'; readonly id: number };

export type FromWorker =
  | { readonly kind: 'diagnosis'; readonly id: number; readonly diagnosis: Diagnosis; readonly done: boolean }
  | { readonly kind: 'failed'; readonly id: number; readonly message: string };
