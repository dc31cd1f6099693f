import { AT_THE_VEHICLE, entryKind } from './entry-kind';

/** A caution was read before its step. */
export interface CautionBody {
  step: string;
}

export const caution = entryKind<CautionBody>()({
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'latest by key', key: (b) => b.step },
  say: (b, w) => `Caution read: ${w.step(b.step)}`,
});
