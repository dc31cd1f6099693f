import { sayState, type VehicleState } from '../../vehicle';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

/** How the vehicle stands, said by whoever put it there: it holds until somebody says otherwise. */
export interface StandsBody {
  state: VehicleState;
}

export const stands = entryKind<StandsBody>()({
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'latest' },
  say: (b) => `It stands ${sayState(b.state)}`,
});
