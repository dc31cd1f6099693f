import { LADDERS, type TroubleId } from '../../plan';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

/** Something went wrong at a step. */
export interface TroubleBody {
  step: string;
  what: TroubleId;
}

export const trouble = entryKind<TroubleBody>()({
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'all' },
  say: (b, w) => `${w.step(b.step)}: ${w.say(LADDERS[b.what].title).toLowerCase()}`,
});
