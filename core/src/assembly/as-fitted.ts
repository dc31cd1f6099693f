import { isLink, linkKindOf, type Part, type PartEnd } from '../parts';
import { endKind, LINKS, type AxleSpec, type LinkKind, type LinkSpec, type StudSpec } from '../vehicle';

/** What of a part decides how the vehicle is put together with it. */
export type Fitting = Pick<Part, 'kind'> &
  Partial<Pick<Part, 'upper' | 'lower' | 'lengthMm' | 'barMm' | 'wallMm' | 'nutsSupplied'>>;

/**
 * One end with the new part on: what its list says of it, and where it says nothing what was there, as long as the end is of
 * the same kind. An end of another kind has nothing of the old one but its thread, which the mount decides; how it is held
 * nobody knows then.
 */
function endWith(old: StudSpec, same: boolean, given: PartEnd | undefined, nuts: boolean | undefined): StudSpec {
  const hold = given?.hold ?? (same ? old.hold : 'none');
  const holdMm = given?.hold ? given.holdMm : same ? old.holdMm : undefined;
  return {
    thread: given?.thread ?? old.thread,
    // The old nut goes on again where none is in the box.
    nutHexMm: (nuts || !same ? given?.nutHexMm : undefined) ?? old.nutHexMm,
    hold,
    ...(holdMm === undefined ? {} : { holdMm }),
    ...(same && old.points ? { points: old.points } : {}),
  };
}

function linkWith(old: LinkSpec, part: Fitting, kind: LinkKind): LinkSpec {
  const end = (at: 'upper' | 'lower'): StudSpec => {
    const was = endKind(old, at);
    // A list that says nothing of an end means the one that is there, as long as the link is of the same kind.
    const is = part[at]?.is ?? (kind === old.kind ? was : LINKS[kind].ends[at]);
    const fitted = endWith(old[at], was === is, part[at], part.nutsSupplied);
    return is === LINKS[kind].ends[at] ? fitted : { ...fitted, is };
  };
  const { weldedWashers: _, ...rest } = old;
  return {
    ...(kind === old.kind ? old : rest),
    kind,
    ...(part.lengthMm === undefined ? {} : { lengthMm: part.lengthMm }),
    upper: end('upper'),
    lower: end('lower'),
  };
}

/**
 * The axle as it is put together once a part is on it: as it is, with what the part changes. Everything that follows from how
 * it is put together (steps on, fasteners, what faces which way, what is looked at again) is read off this and not off the type.
 * @param part nothing, or the old part back on, changes nothing
 */
export function asFitted(axle: AxleSpec, part: Fitting | undefined): AxleSpec {
  if (!part) return axle;
  let byPart = KNOWN.get(axle);
  if (!byPart) KNOWN.set(axle, (byPart = new WeakMap()));
  const had = byPart.get(part);
  if (had) return had;
  const made = fittedTo(axle, part);
  byPart.set(part, made);
  return made;
}

/** The same axle with the same part is the same axle: what is read off it is worked out once. */
const KNOWN = new WeakMap<AxleSpec, WeakMap<Fitting, AxleSpec>>();

function fittedTo(axle: AxleSpec, part: Fitting): AxleSpec {
  if (isLink(part.kind)) {
    const kind = linkKindOf(part.kind);
    return axle.link ? { ...axle, link: linkWith(axle.link, part, kind) } : axle;
  }
  if (part.kind !== 'sway bar' || !axle.bar || part.barMm === undefined) return axle;
  const { wallMm: _, ...bar } = axle.bar;
  return { ...axle, bar: { ...bar, diameterMm: part.barMm, ...(part.wallMm === undefined ? {} : { wallMm: part.wallMm }) } };
}
