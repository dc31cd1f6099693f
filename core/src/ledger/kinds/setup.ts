import type { Equipment } from '../../plan';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

export interface SetupBody {
  equipment: Equipment;
  corroded: boolean;
}

export const setup = entryKind<SetupBody>()({
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'latest' },
  say: (b) => `On ${b.equipment}${b.corroded ? ', rusty' : ''}`,
});
