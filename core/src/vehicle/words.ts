export const AXLES = ['front', 'rear'] as const;
export type AxleEnd = (typeof AXLES)[number];

/** As seen from the driver's seat. */
export const SIDES = ['left', 'right'] as const;
export type Side = (typeof SIDES)[number];

export const otherSide = (s: Side): Side => (s === 'left' ? 'right' : 'left');
export const otherEnd = (e: AxleEnd): AxleEnd => (e === 'front' ? 'rear' : 'front');

/** Where the spring stands decides how a ball joint is unloaded for a check. */
export const SPRING_SEATS = ['strut', 'lower-arm', 'upper-arm', 'axle'] as const;
export type SpringSeat = (typeof SPRING_SEATS)[number];

/** How a stud is kept from turning. */
export const HOLDS = ['hex', 'flats', 'none'] as const;
export type Hold = (typeof HOLDS)[number];

/** How a vehicle stands while it is looked at. */
export const VEHICLE_STATES = ['on-wheels', 'one-side-up', 'both-hanging', 'under-arm', 'wheels-off', 'on-ramps'] as const;
export type VehicleState = (typeof VEHICLE_STATES)[number];

const STATE_WORDS: Record<VehicleState, string> = {
  'on-wheels': 'on its wheels',
  'one-side-up': 'one side up',
  'both-hanging': 'both wheels hanging',
  'under-arm': 'raised under the arm',
  'wheels-off': 'wheels off',
  'on-ramps': 'on ramps',
};
export const sayState = (s: VehicleState): string => STATE_WORDS[s];
