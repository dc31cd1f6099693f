/**
 * What every worker of ours offers: a question with its number, answers as they come, and a way to call
 * it off. Both ends are typed by it; comlink carries it across.
 */
export interface Work<Q, A> {
  /** Resolves when the last answer was given or it was called off; rejects with what went wrong. */
  ask(id: number, question: Q, answer: (a: A) => void): Promise<void>;
  callOff(id: number): void;
}
