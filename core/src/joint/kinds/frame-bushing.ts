import { BUSHINGS, type AxleSpec } from '../../vehicle';
import { count } from '../../text';
import { jointKind, orHub, type Disturbed } from './joint-kind';

export const bracketBolts = ({ bushing }: AxleSpec): readonly Disturbed[] =>
  bushing
    ? [
        { kind: 'bracket-bolt', count: bushing.bolts, thread: bushing.thread, hexMm: bushing.hexMm, rideHeight: true },
        // A carrier has two sets, each with its own torque.
        ...(BUSHINGS[bushing.kind].throughBolts && bushing.through
          ? [
              {
                kind: 'carrier-bolt' as const,
                count: bushing.through.bolts,
                thread: bushing.through.thread,
                hexMm: bushing.through.hexMm,
                rideHeight: true,
              },
            ]
          : []),
      ]
    : [];

/** The bracket's bolts are looked for where it is held. */
export const frameBushing = jointKind<'bracket-bolts'>({
  name: ['Frame bushing', 'Bar bush'],
  stands: (axle) => axle.bushing !== null,
  place: (axle) => orHub(axle, axle.points.barBushing),
  checks: ['lever-bar', 'rock-loaded'],
  defects: () => ['rubber perished', 'bracket bolt loose', 'rubbing'],
  detail: (axle) =>
    axle.bushing
      ? [
          `${axle.bar?.diameterMm} mm bar`,
          `${count(axle.bushing.bolts, 'bolt')} ${axle.bushing.thread}`,
          axle.bushing.pip ? 'locating pip' : '',
        ]
          .filter(Boolean)
          .join(' · ')
      : '',
  finer: { 'bracket-bolts': { name: 'bracket bolts' } },
  faults: () => ['itself', 'bracket-bolts'],
  ofBar: true,
  pair: true,
  rusts: true,
  rubber: () => true,
  fasteners: bracketBolts,
  pieces: (axle) =>
    axle.bushing
      ? [
          { id: 'bushing', name: 'Old frame bushing, {side}', usual: 'binned', why: 'Worn.' },
          ...BUSHINGS[axle.bushing.kind].pieces,
        ]
      : [],
  orientation: (axle) => (axle.bushing ? BUSHINGS[axle.bushing.kind].orientation : undefined),
});
