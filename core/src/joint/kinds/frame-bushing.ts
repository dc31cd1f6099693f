import { bushingAssembly, type AssemblyPiece, type AxleSpec } from '../../vehicle';
import { count } from '../../text';
import { jointKind, orHub } from './joint-kind';

/** The bushing with what holds it. */
export const bushingPieces = (axle: AxleSpec): readonly AssemblyPiece[] =>
  axle.bushing ? bushingAssembly(axle.bushing, axle.bar?.diameterMm) : [];

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
  behind: ['shield'],
  bolted: bushingPieces,
});
