import { capital } from '../text';
import { sayLength, type LengthUnit } from '../units';
import { isLink, linkKindOf, type Part, type PartEnd } from '../parts';
import {
  endKind,
  LINKS,
  type AxleEnd,
  type AxleSpec,
  type LinkKind,
  type LinkSpec,
  type StudSpec,
  type VehicleTypeSpec,
} from '../vehicle';

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

/** What of a part changes how the axle it went on is put together; undefined where it changes nothing. */
export function changesAxle(part: Part): Fitting | undefined {
  if (!isLink(part.kind) && part.kind !== 'sway bar') return undefined;
  const { kind, upper, lower, lengthMm, barMm, wallMm, nutsSupplied } = part;
  const all = { kind, upper, lower, lengthMm, barMm, wallMm, nutsSupplied };
  return Object.fromEntries(Object.entries(all).filter(([, v]) => v !== undefined)) as unknown as Fitting;
}

/** A part that went on at an earlier visit, and the axle it went on. */
export interface FittedBefore {
  readonly axle: AxleEnd;
  readonly part: Fitting;
}

/** "Front: sway bar 24.0 mm", "Front: rod-end link 310 mm". */
export function sayFitted({ axle, part }: FittedBefore, unit: LengthUnit = 'mm'): string {
  const size = part.barMm ?? part.lengthMm;
  return capital(`${axle}: ${part.kind}${size === undefined ? '' : ` ${sayLength(size, 1, unit)}`}`);
}

/** A type as this vehicle of it is put together now. @param fitted what went on at earlier visits, the first one first */
export function withFitted(type: VehicleTypeSpec, fitted: readonly FittedBefore[] | undefined): VehicleTypeSpec {
  if (!fitted?.length) return type;
  const axles = { ...type.axles };
  for (const { axle, part } of fitted) axles[axle] = asFitted(axles[axle], part);
  return { ...type, axles };
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
