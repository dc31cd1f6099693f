import { sub, type Vec3 } from '../../numeric';
import { inDialect, type Name } from '../../text';
import {
  END_SPECS,
  endKind,
  endHeld,
  linkAssembly,
  linkMount,
  type AssemblyPiece,
  type AxleSpec,
  type EndKindSpec,
  type LinkEnd,
  type LinkMount,
} from '../../vehicle';
import { sayHex } from '../../thread';
import type { Defect } from '../defects';
import { jointKind, orHub, type FinerFault } from './joint-kind';

/** Which hard point is the upper one: where the link meets the arm or strut, or the bar's eye. */
function place(axle: AxleSpec, end: LinkEnd): Vec3 {
  return orHub(axle, mountEnd(axle) === end ? axle.points.linkMount : axle.points.barEye);
}

/** The end that meets what carries the link; the other one meets the bar. */
const mountEnd = ({ points: p }: AxleSpec): LinkEnd => ((p.linkMount?.at[2] ?? 0) >= (p.barEye?.at[2] ?? 0) ? 'upper' : 'lower');

/** The end of its link that meets the bar. */
export const barEnd = (axle: AxleSpec): LinkEnd => (mountEnd(axle) === 'upper' ? 'lower' : 'upper');

/** What carries the link beside the bar: what that is called, and the kind of joint whose part it is. */
const MOUNTS: Readonly<Record<LinkMount, { readonly name: Name; readonly part: readonly string[] }>> = {
  knuckle: { name: 'tab on the knuckle', part: ['damper'] },
  arm: { name: ['control arm', 'wishbone'], part: ['arm-bushings'] },
  axle: { name: 'tab on the axle', part: [] },
  body: { name: 'tab on the body', part: [] },
};

/** A link comes off whole: either end is the whole of it. */
export const linkPieces = (axle: AxleSpec): readonly AssemblyPiece[] =>
  axle.link ? linkAssembly(axle.link, { end: mountEnd(axle), mount: MOUNTS[linkMount(axle)].name }) : [];

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
  'bare ball': ['bolt wasted'],
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
    along: (axle) => sub(place(axle, 'upper'), place(axle, 'lower')),
    checks: ['grip-link', 'rock-loaded'],
    defects: (axle) => [...seenAt(axle, end), 'bent', 'close to parting'],
    detail: (axle) => detail(axle, end),
    finer,
    faults: () => ['itself', ...(Object.keys(finer) as F[])],
    ofBar: true,
    pair: true,
    rubber: (axle) => axle.link !== null && END_SPECS[endKind(axle.link, end)].rubber,
    assembly: 'link',
    carriedBy: (axle) => MOUNTS[linkMount(axle)].part,
    bolted: linkPieces,
  });
}
