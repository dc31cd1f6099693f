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
  along: () => [0, 1, 0],
  checks: ['nuts-wrench'],
  bolted: ({ wheelNuts: n }) => [
    { role: 'nut', of: 'vehicle', axis: 'bolts', count: n.count, turns: 'wheel-nut', thread: n.thread, hexMm: n.hexMm },
    { role: 'wheel', of: 'vehicle', axis: 'middle', count: 1 },
    { role: 'frame', name: 'hub', of: 'vehicle', axis: 'middle', count: 1 },
  ],
  detail: (axle) => `${axle.wheelNuts.count} nuts ${axle.wheelNuts.thread} · ${sayHex(axle.wheelNuts.hexMm)}`,
});
