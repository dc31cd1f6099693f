import type { Vec3 } from '../../numeric';
import { inDialect } from '../../text';
import {
  END_SPECS,
  endKind,
  endHeld,
  linkFasteners,
  linkOrientation,
  linkPieces,
  type AxleSpec,
  type EndKindSpec,
  type LinkEnd,
  type PieceSpec,
} from '../../vehicle';
import { sayHex } from '../../thread';
import type { Defect } from '../defects';
import { jointKind, orHub, type Disturbed, type FinerFault } from './joint-kind';

/** Which hard point is the upper one: where the link meets the arm or strut, or the bar's eye. */
function place(axle: AxleSpec, end: LinkEnd): Vec3 {
  const { linkMount, barEye } = axle.points;
  const mountIsUpper = (linkMount?.at[2] ?? 0) >= (barEye?.at[2] ?? 0);
  return orHub(axle, mountIsUpper === (end === 'upper') ? linkMount : barEye);
}

/** A link comes off whole: either end disturbs the fasteners of both. */
export function linkNuts(axle: AxleSpec): readonly Disturbed[] {
  const link = axle.link;
  if (!link) return [];
  return linkFasteners(link).map((f) => {
    const stud = link[f.end];
    return {
      kind: f.kind,
      count: f.count,
      thread: stud.thread,
      hexMm: stud.nutHexMm,
      hold: endHeld(link, f.end),
      rideHeight: f.rideHeight,
      chalk: `link-${f.end}`,
    };
  });
}

const pieces = (axle: AxleSpec): readonly PieceSpec[] =>
  axle.link ? [{ id: 'link', name: 'Old {side} link', usual: 'binned', why: 'Worn.' }, ...linkPieces(axle.link)] : [];

function detail(axle: AxleSpec, end: LinkEnd): string {
  const link = axle.link;
  if (!link) return '';
  const stud = link[end];
  const held = endHeld(link, end);
  return [
    inDialect(END_SPECS[endKind(link, end)].name),
    stud.thread,
    held ? `held by ${held}` : '',
    `nut ${sayHex(stud.nutHexMm)}`,
  ]
    .filter(Boolean)
    .join(' · ');
}

const SEEN: Readonly<Record<EndKindSpec['drawn'], readonly Defect[]>> = {
  boot: ['boot torn'],
  eye: ['rubber perished'],
  grommets: ['grommet cracked', 'bolt wasted'],
  'rod end': ['bolt wasted'],
};
/** What its end shows: a boot round a stud, rubber in an eye, grommets on a bolt, or a bare ball. */
function seenAt(axle: AxleSpec, end: LinkEnd): readonly Defect[] {
  if (!axle.link) return ['boot torn'];
  return SEEN[END_SPECS[endKind(axle.link, end)].drawn];
}

/** One end of a link: each is a joint of its own. */
export function linkEnd<F extends string = never>(end: LinkEnd, finer: Readonly<Record<F, FinerFault>>) {
  return jointKind<F>({
    name: [`Link, ${end} end`, `Drop link, ${end} end`],
    stands: (axle) => axle.link !== null,
    place: (axle) => place(axle, end),
    checks: ['grip-link', 'rock-loaded'],
    defects: (axle) => [...seenAt(axle, end), 'bent', 'close to parting'],
    detail: (axle) => detail(axle, end),
    finer,
    faults: () => ['itself', ...(Object.keys(finer) as F[])],
    ofBar: true,
    pair: true,
    rubber: (axle) => axle.link !== null && END_SPECS[endKind(axle.link, end)].rubber,
    assembly: 'link',
    fasteners: linkNuts,
    pieces,
    orientation: (axle) => (axle.link ? linkOrientation(axle.link) : undefined),
  });
}
