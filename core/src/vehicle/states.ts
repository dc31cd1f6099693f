import { VEHICLE_STATES, type VehicleState } from './words';

/** Minutes from one state (row) to another (column), on a lift (common practice, no source). */
const MINUTES: Record<VehicleState, readonly number[]> = {
  // on wheels, one side up, both hanging, under the arm, wheels off, on ramps
  'on-wheels': [0, 3, 4, 5, 8, 2],
  'one-side-up': [1, 0, 3, 3, 7, 4],
  'both-hanging': [2, 2, 0, 3, 4, 5],
  'under-arm': [2, 3, 2, 0, 5, 5],
  'wheels-off': [6, 6, 4, 5, 0, 8],
  'on-ramps': [2, 4, 6, 6, 9, 0],
};

/** Minutes to bring the vehicle from one state into another. */
export function stateMinutes(from: VehicleState, to: VehicleState): number {
  return MINUTES[from][VEHICLE_STATES.indexOf(to)]!;
}
