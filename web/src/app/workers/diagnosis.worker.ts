/// <reference lib="webworker" />
import { SHIPPED } from '@ash-knot/core/suspects-table';
import { diagnoseInSteps, learned, soundLayer, weigh, wornLayer } from '@ash-knot/core';
import type { DiagnosisQuestion } from './diagnosis-work';
import { serve } from './serve';

serve((q: DiagnosisQuestion) => diagnoseInSteps(q.request, learned(q.suspectsTable ?? SHIPPED, q.learned)));

// Warm before the first question: the compiler has seen the hot loops by then.
const faults = Array.from({ length: 40 }, (_, i) => ({ id: `d${i}`, prior: 0.05, sounds: 0.5 }));
const parts = wornLayer(faults, []);
const heard = Array.from({ length: 20 }, (_, i) => ({
  words: `s${i}`,
  a: 0.03,
  b: 0.5,
  base: 0.97,
  stay: new Float64Array(41).fill(0.7),
}));
const counts = { none: 0.1, two: 0.5, three: 0.1 };
for (let i = 0; i < 10; i++) weigh(soundLayer(40, { heard, driven: [], unlisted: 0.04, counts }, parts), parts);
