import { bushingPieces } from './frame-bushing';
import { barEnd, linkPieces } from './link-end';
import { jointKind } from './joint-kind';
import { between, sub } from '../../numeric';
import { barLine, type AssemblyPiece, type AxleSpec, type PieceSpec } from '../../vehicle';
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

const BEAM_BOLTS: PieceSpec = {
  id: 'bar.bolts',
  name: 'Bolts of the bar, {side}',
  usual: 'kept',
  why: 'Each back in its own hole; renewed when necked or rusted.',
};
const OLD_BAR: AssemblyPiece = {
  role: 'bar',
  of: 'part',
  axis: 'middle',
  count: 1,
  asked: { id: 'bar', name: 'Old sway bar', usual: 'binned', why: 'Cracked, bent or worn at its seats.' },
  faces: {
    orientation: 'bar way up',
    right: 'Marks, bends and eyes as they were; clear of the axle at both stops.',
    wrong: 'Turned over: it meets the axle before the wheel is at its stop.',
  },
};
const MOVED: PieceSpec = {
  id: 'bushing',
  name: 'Frame bushing, {side}',
  usual: 'moved over',
  why: 'Its split, bore and lips looked at: a worn one is renewed with the bar.',
};

/** A bar with what holds it: its bushings and their brackets, the links that go on the new one. */
function barPieces(axle: AxleSpec): readonly AssemblyPiece[] {
  const { bar: spec } = axle;
  const itself = { ...OLD_BAR, sizeMm: spec?.diameterMm };
  if (spec?.joins === 'beam')
    return [
      { role: 'bolt', of: 'fixing', axis: 'bolts', count: 2, turns: 'bar-bolt', rideHeight: true, asked: BEAM_BOLTS },
      itself,
      { role: 'frame', name: 'beam', of: 'vehicle', axis: 'middle', count: 1 },
    ];
  // The link stays on what carries it, and only its end at the bar is let go; one on a single bolt comes apart whole.
  const atBar = (p: AssemblyPiece) => p.axis === 'through' || p.axis === barEnd(axle);
  const links = linkPieces(axle)
    .filter(atBar)
    .map(({ asked, of, ...p }): AssemblyPiece =>
      of === 'part' ? { ...p, of: 'vehicle' } : { ...p, of, ...(asked ? { asked } : {}) },
    );
  const bushings = bushingPieces(axle).flatMap(({ asked, ...p }): AssemblyPiece[] => {
    if (p.role === 'bar') return [itself];
    if (p.of !== 'part') return [{ ...p, ...(asked ? { asked } : {}) }];
    return [{ ...p, of: 'fixing', asked: MOVED }];
  });
  return [...links, ...(bushings.includes(itself) ? [] : [itself]), ...bushings];
}

/** The bar itself: its end, its seat and its arm at each side, and one part across the vehicle. */
export const bar = jointKind({
  name: ['Sway bar end', 'Anti-roll bar end'],
  stands: (axle) => axle.bar !== null,
  // On its arm, between the bushing and the eye.
  place: ({ points: p }) => {
    const line = barLine(p);
    return line ? between(line.at(-2)!, line.at(-1)!, 0.4) : p.armInner.at;
  },
  along: ({ points: p }) => {
    const line = barLine(p);
    return line ? sub(line.at(-1)!, line.at(-2)!) : [0, 1, 0];
  },
  checks: ['lever-bar'],
  defects: seen,
  detail,
  ofBar: true,
  rusts: true,
  acrossVehicle: ['sway bar', 'anti-roll bar'],
  behind: ['wheels', 'shield'],
  bolted: barPieces,
});
