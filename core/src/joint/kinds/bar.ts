import { bracketBolts } from './frame-bushing';
import { linkNuts } from './link-end';
import { jointKind } from './joint-kind';
import { between } from '../../numeric';
import { BUSHINGS, linkPieces, type AxleSpec, type PieceSpec } from '../../vehicle';
import type { Defect } from '../defects';

const CONTROL = {
  passive: '',
  active: 'active: by its maker’s word only',
  disconnecting: 'disconnecting: by its maker’s word only',
};

function detail({ bar }: AxleSpec): string {
  if (!bar) return '';
  return [
    `${bar.diameterMm} mm${bar.wallMm ? `, wall ${bar.wallMm} mm` : ''}`,
    bar.joins === 'beam' ? 'bolted to the beam' : '',
    bar.ends ?? '',
    CONTROL[bar.control ?? 'passive'],
  ]
    .filter(Boolean)
    .join(' · ');
}
const seen = ({ bar }: AxleSpec): readonly Defect[] => [
  'bar cracked',
  'bar broken',
  'bent',
  'seat worn',
  ...(bar?.ends === 'splines' ? (['splines worn'] as const) : []),
];

/** What comes off a bar that works on links, and goes on the new one: its bushings and what holds them, its links' nuts. */
const movedOver = ({ bushing, link }: AxleSpec): readonly PieceSpec[] => [
  ...(bushing
    ? [
        {
          id: 'bushing',
          name: 'Frame bushing, {side}',
          usual: 'moved over',
          why: 'Its split, bore and lips looked at: a worn one is renewed with the bar.',
        } as const,
        ...BUSHINGS[bushing.kind].pieces,
      ]
    : []),
  ...(link ? linkPieces(link) : []),
];

/** The bar itself: its end, its seat and its arm at each side, and one part across the vehicle. */
export const bar = jointKind({
  name: ['Sway bar end', 'Anti-roll bar end'],
  stands: (axle) => axle.bar !== null,
  // On its arm, between the bushing and the eye.
  place: ({ points: p }) => (p.barBushing && p.barEye ? between(p.barBushing.at, p.barEye.at, 0.45) : p.armInner.at),
  checks: ['lever-bar'],
  defects: seen,
  detail,
  ofBar: true,
  rusts: true,
  acrossVehicle: ['sway bar', 'anti-roll bar'],
  pieces: (axle) => [
    { id: 'bar', name: 'Old sway bar', usual: 'binned', why: 'Cracked, bent or worn at its seats.' },
    ...(axle.bar?.joins === 'beam' ? [] : movedOver(axle)),
  ],
  orientation: () => ({
    orientation: 'bar way up',
    right:
      'Marks, bends and eyes as they were; the splits of bushings that were moved over face as they did; clear of the axle at both stops.',
    wrong: 'Turned over: it meets the axle before the wheel is at its stop.',
  }),
  fasteners: (axle) =>
    axle.bar?.joins === 'beam' ? [{ kind: 'bar-bolt', count: 2, rideHeight: true }] : [...linkNuts(axle), ...bracketBolts(axle)],
});
