import { BUSHINGS } from '../../vehicle';
import { jointKind, orHub } from './joint-kind';

/** The bracket's bolts and the bar itself are looked for where it is held. */
export const frameBushing = jointKind<'bracket-bolts' | 'bar'>({
  name: ['Frame bushing', 'Bar bush'],
  stands: (axle) => axle.bushing !== null,
  place: (axle) => orHub(axle, axle.points.barBushing),
  checks: ['lever-bar'],
  defects: () => ['rubber perished', 'bracket bolt loose', 'rubbing', 'bar cracked', 'bar broken'],
  detail: (axle) => (axle.bushing ? `${axle.barDiameterMm} mm bar · ${axle.bushing.bolts} bolts ${axle.bushing.thread}` : ''),
  finer: { 'bracket-bolts': { name: 'bracket bolts' }, bar: { name: ['sway bar', 'anti-roll bar'], rusts: true } },
  faults: () => ['itself', 'bracket-bolts', 'bar'],
  ofBar: true,
  pair: true,
  rusts: true,
  rubber: () => true,
  fasteners: (axle) =>
    axle.bushing
      ? [
          {
            kind: 'bracket-bolt',
            count: axle.bushing.bolts,
            thread: axle.bushing.thread,
            hexMm: axle.bushing.hexMm,
            rideHeight: true,
          },
        ]
      : [],
  pieces: (axle) =>
    axle.bushing
      ? [
          { id: 'bushing', name: 'Old frame bushing, {side}', usual: 'binned', why: 'Worn.' },
          ...BUSHINGS[axle.bushing.kind].pieces,
        ]
      : [],
  orientation: (axle) => (axle.bushing ? BUSHINGS[axle.bushing.kind].orientation : undefined),
});
