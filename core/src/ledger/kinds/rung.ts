import { AT_THE_VEHICLE, entryKind } from './entry-kind';

/** Which rung of a ladder was used at a step, by its name at the time. */
export interface RungBody {
  step: string;
  ladder: string;
  rung: string;
  title: string;
}

export const rung = entryKind<RungBody>()({
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'all' },
  say: (b, w) => `${w.step(b.step)}, ${b.ladder}: ${b.title}`,
});
