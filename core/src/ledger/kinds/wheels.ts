import type { WheelMaterial } from '../../torque';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

/** What the wheels on it are made of: some makers torque their nuts by it. */
export interface WheelsBody {
  material: WheelMaterial;
}

export const wheels = entryKind<WheelsBody>()({
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'latest' },
  say: (b) => `Wheels of ${b.material}`,
});
