import { AT_THE_VEHICLE, entryKind } from './entry-kind';

/** A step of the plan done, or taken back. */
export interface StepBody {
  step: string;
  state: 'done' | 'undone';
  /** Its hands-free wait was not waited for. */
  soak?: 'cut short';
}

export const step = entryKind<StepBody>()({
  version: 2,
  // The first version always waited.
  upcasts: { 1: (b) => b },
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'latest by key', key: (b) => b.step },
  say: (b, w) => `${w.step(b.step)}: ${b.soak ? 'the wait was cut short' : b.state}`,
});
