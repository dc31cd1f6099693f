import { AT_THE_VEHICLE, entryKind } from './entry-kind';

/** Which rung of a ladder was tried at a step, by its name at the time, and whether it did it. */
export interface RungBody {
  step: string;
  ladder: string;
  rung: string;
  title: string;
  worked: boolean;
}

export const rung = entryKind<RungBody>()({
  version: 2,
  // The first version wrote down only what had worked.
  upcasts: { 1: (b) => ({ ...b, worked: true }) },
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'all' },
  say: (b, w) => `${w.step(b.step)}, ${b.ladder}: ${b.title}${b.worked ? '' : ': did not do it'}`,
});
