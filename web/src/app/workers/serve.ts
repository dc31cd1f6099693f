/// <reference lib="webworker" />
import { expose } from 'comlink';
import type { Work } from './work';

/** How long it computes before it looks whether it was called off, ms. */
const SLICE_MS = 12;

/** Lets the messages that have come in be heard: a task of its own, unlike a promise. */
const breathe = () =>
  new Promise<void>((resolve) => {
    const c = new MessageChannel();
    c.port1.onmessage = () => resolve();
    c.port2.postMessage(0);
  });

interface Waiting<Q, A> {
  readonly id: number;
  readonly question: Q;
  /** Across a worker's border it is heard when the promise it gives is kept. */
  readonly answer: (a: A) => unknown;
  readonly done: () => void;
  readonly fail: (e: unknown) => void;
}

/**
 * Offers work to the page. The work is a generator: what it yields is shown, and between two steps it can
 * be called off. The newest question is worked first: it is the one somebody looks at; an older one
 * begins again after it.
 */
export function serve<Q, A>(work: (question: Q) => Generator<A | undefined, A | undefined>): void {
  let waiting: Waiting<Q, A>[] = [];
  let running = false;
  const leave = (w: Waiting<Q, A>) => (waiting = waiting.filter((x) => x !== w));

  async function one(w: Waiting<Q, A>): Promise<void> {
    const steps = work(w.question);
    let since = performance.now();
    // An answer goes by a channel of its own: the end must not overtake it.
    let heard: unknown;
    for (;;) {
      const n = steps.next();
      if (n.value !== undefined) heard = w.answer(n.value);
      if (n.done) {
        await heard;
        leave(w);
        w.done();
        return;
      }
      if (performance.now() - since > SLICE_MS) {
        await breathe();
        since = performance.now();
        // Called off, or something newer came in and this one waits.
        if (waiting.at(-1) !== w) return;
      }
    }
  }
  async function run(): Promise<void> {
    running = true;
    for (let w = waiting.at(-1); w; w = waiting.at(-1)) {
      try {
        await one(w);
      } catch (e) {
        leave(w);
        w.fail(e);
      }
    }
    running = false;
  }

  expose({
    ask: (id, question, answer) =>
      new Promise<void>((done, fail) => {
        waiting.push({ id, question, answer, done, fail });
        if (!running) void run();
      }),
    callOff(id) {
      const w = waiting.find((x) => x.id === id);
      if (!w) return;
      leave(w);
      w.done();
    },
  } satisfies Work<Q, A>);
}
