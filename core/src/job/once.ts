import type { JobState } from './fold';

/**
 * A consequence of a job's state, worked out once for each state and kept as long as that is: a state is never changed, it is
 * folded anew. What is given back is shared, so nobody may change it. `fresh` works it out again, for a test to hold beside it.
 * @param of the consequence; it depends on the state alone (no clock, nothing beside it)
 */
export function onceAState<T>(of: (s: JobState) => T): ((s: JobState) => T) & { readonly fresh: (s: JobState) => T } {
  const kept = new WeakMap<JobState, { readonly value: T }>();
  const ask = (s: JobState): T => {
    const there = kept.get(s);
    if (there) return there.value;
    const value = of(s);
    kept.set(s, { value });
    return value;
  };
  return Object.assign(ask, { fresh: of });
}
