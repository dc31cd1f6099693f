/// <reference lib="webworker" />
import { diagnoseInSteps, learned, posterior, SHIPPED, type Diagnosis } from '@ash-knot/core';
import type { FromWorker, ToWorker } from './protocol';

type Question = Extract<ToWorker, { kind: 'diagnose' }>;

/** How long it computes before it looks whether it was called off, ms. */
const SLICE_MS = 12;

let waiting: Question[] = [];
let running = false;

const say = (m: FromWorker) => self.postMessage(m);
/** Lets the messages that have come in be heard: a task of its own, unlike a promise. */
const breathe = () =>
  new Promise<void>((resolve) => {
    const c = new MessageChannel();
    c.port1.onmessage = () => resolve();
    c.port2.postMessage(0);
  });

self.onmessage = ({ data }: MessageEvent<ToWorker>) => {
  if (data.kind === 'cancel') waiting = waiting.filter((q) => q.id !== data.id);
  else waiting.push(data);
  if (!running) void run();
};

async function run(): Promise<void> {
  running = true;
  // The newest question first: it is the one somebody looks at.
  for (let q = waiting.at(-1); q; q = waiting.at(-1)) {
    const mine = q;
    try {
      const steps = diagnoseInSteps(mine.request, learned(mine.strengths ?? SHIPPED, mine.learned));
      let since = performance.now();
      for (let n = steps.next(); ; n = steps.next()) {
        if (n.value) say({ kind: 'diagnosis', id: mine.id, diagnosis: n.value satisfies Diagnosis, done: n.done === true });
        if (n.done) break;
        if (performance.now() - since > SLICE_MS) {
          await breathe();
          since = performance.now();
          // Called off, or something newer came in and this one waits.
          if (waiting.at(-1) !== mine) break;
        }
      }
      if (waiting.at(-1) === mine) waiting.pop();
    } catch (e) {
      say({ kind: 'failed', id: mine.id, message: e instanceof Error ? e.message : String(e) });
      waiting = waiting.filter((x) => x !== mine);
    }
  }
  running = false;
}

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
