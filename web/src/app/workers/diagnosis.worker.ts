/// <reference lib="webworker" />
import { diagnoseInSteps, learned, posterior, SHIPPED } from '@ash-knot/core';
import type { DiagnosisQuestion } from './diagnosis-work';
import { serve } from './serve';

serve((q: DiagnosisQuestion) => diagnoseInSteps(q.request, learned(q.suspectsTable ?? SHIPPED, q.learned)));

// Warm before the first question: the compiler has seen the hot loops by then.
const warm = {
  faults: Array.from({ length: 40 }, (_, i) => ({ id: `d${i}`, prior: 0.05 })),
  findings: Array.from({ length: 8 }, (_, i) => ({
    id: `f${i}`,
    leak: 0.05,
    links: Array.from({ length: 40 }, (_, fault) => ({ fault, q: 0.3 })),
  })),
};
for (let i = 0; i < 10; i++)
  posterior(
    warm,
    warm.findings.map((_, finding) => ({ finding, ifFound: 1, ifNot: 0 })),
  );
