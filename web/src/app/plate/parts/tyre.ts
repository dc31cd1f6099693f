import type { Corner } from '../scene/corner';
import type { Solid } from '../scene/solid';

/** The wheel: a whole tyre, the ground of everything that hangs in it. */
export const tyre = ({ axle, p }: Corner): Solid[] => [
  {
    shape: 'tyre',
    paint: 'tyre',
    member: 'wheel',
    at: [p.hub.at[0], axle.trackMm / 2, p.hub.at[2]],
    radiusMm: axle.tyreDiameterMm / 2,
    widthMm: axle.tyreWidthMm,
  },
];
