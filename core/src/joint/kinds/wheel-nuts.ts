import { sayHex } from '../../thread';
import { jointKind } from './joint-kind';

export const wheelNuts = jointKind({
  name: 'Wheel nuts',
  dangerous: true,
  stands: () => true,
  // On the wheel's outer face, below the hub.
  place: (axle) => [
    axle.points.hub.at[0],
    axle.trackMm / 2 + axle.tyreWidthMm * 0.3,
    axle.points.hub.at[2] - axle.tyreDiameterMm * 0.16,
  ],
  checks: ['nuts-wrench'],
  detail: (axle) => `${axle.wheelNuts.count} nuts ${axle.wheelNuts.thread} · ${sayHex(axle.wheelNuts.hexMm)}`,
});
