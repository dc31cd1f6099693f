import type { Defect, JointKind } from '../joint';
import type { AxleSpec, LinkKind, Suspension } from '../vehicle';
import type { FaultKind } from './faults';
import type { SourceCounts } from './sources';
import type { Place, Sign, Sort } from './words';

/** Raised with its shape; tables of older programs are read through `readStoredTable`. */
export const SUSPECTS_TABLE_FORMAT = 'ash-knot suspects table 4';

export interface FaultStrength {
  /** Chance that this part of a vehicle that comes in with a noise is worn, at the distance named in `priors`. */
  readonly prior: number;
  /** Chance that the part, worn as such parts usually are, makes a noise. */
  readonly sounds: number;
  /** Chance that it alone makes the sign noticed: where it sounds, and of how the vehicle drives where it is worn. */
  readonly signs: Readonly<Partial<Record<Sign, number>>>;
}

/** What differs by layout or kind of link; later ones win. */
export interface StrengthVariant {
  readonly suspension?: readonly Suspension[] | undefined;
  readonly link?: readonly LinkKind[] | undefined;
  readonly fault: FaultKind;
  readonly prior?: number | undefined;
  readonly sounds?: number | undefined;
  readonly signs?: Readonly<Partial<Record<Sign, number>>> | undefined;
  readonly why: string;
}

interface Observation {
  /** Chance that it is seen with no fault of this list. */
  readonly leak: number;
  readonly by: Readonly<Partial<Record<FaultKind, number>>>;
}

/** Play of a joint, mm: the medians of sound and of worn ones (log-normal). */
export interface PlayOf {
  readonly soundMm: number;
  readonly wornMm: number;
}

/** How a place that is named points at faults there. */
export interface PlaceStrength {
  readonly leak: number;
  readonly front: number;
  readonly rear: number;
  /** What is at neither axle. */
  readonly elsewhere: number;
  /** Kinds that are heard there more or less than others of their axle. */
  readonly by: Readonly<Partial<Record<FaultKind, number>>>;
}

/** The suspects table: everything the diagnosis believes, as data with its provenance. */
export interface SuspectsTable {
  readonly format: typeof SUSPECTS_TABLE_FORMAT;
  readonly provenance: string;
  readonly faults: Readonly<Record<FaultKind, FaultStrength>>;
  readonly variants: readonly StrengthVariant[];
  /** How often each sign is noticed with no fault of the list at all. */
  readonly leaks: Readonly<Record<Sign, number>>;
  /** What the hand feels by a check that counts. */
  readonly felt: Observation & {
    /** A trace: how often it is said of what really moves, and of what does not. */
    readonly slight: { readonly ifMoves: number; readonly ifNot: number };
  };
  readonly seen: Readonly<Record<Defect, Observation>>;
  /** Whether a customer who was asked names a sign: one that is there, and one that is not. */
  readonly naming: Readonly<Record<Sort, { readonly named: number; readonly wrongly: number }>>;
  /** A source that is none of the list: how likely, and with a flat profile how often it makes any one sign. */
  readonly unlisted: { readonly prior: number; readonly sign: number; readonly place: number; readonly drive: number };
  /** How often somebody comes with one noise, by how many sources it has. */
  readonly sources: SourceCounts;
  readonly play: {
    /** Standard deviations of the logarithm: what both sides share, of sound ones, of worn ones, and since the last visit. */
    readonly spread: { readonly together: number; readonly sound: number; readonly worn: number; readonly since: number };
    readonly by: Readonly<Partial<Record<JointKind, PlayOf>>>;
  };
  /** The shop's own drive against the customer's word, by what is lifted or loaded. */
  readonly drive: {
    readonly sharper: number;
    readonly most: number;
    readonly leak: number;
    readonly otherWheel: { readonly bar: number; readonly rest: number };
    readonly outside: number;
    readonly inside: number;
    /** `anotherNoise`: chance that it is still told as the same noise with the links off where part of it was the bar's. */
    readonly linksOff: { readonly bar: number; readonly leak: number; readonly anotherNoise: number; readonly rest: number };
  };
  /** How much a place the customer names points at a fault there. */
  readonly places: Readonly<Record<Place, PlaceStrength>> & {
    readonly side: { readonly leak: number; readonly own: number; readonly other: number; readonly elsewhere: number };
  };
  /** What raises or lowers a prior: factors, but for the distance at which they are 1 and the sisters' weight. */
  readonly priors: {
    readonly distanceKm: number;
    readonly least: number;
    readonly most: number;
    readonly kerbSide: number;
    readonly impact: number;
    readonly corrosion: number;
    readonly corrosionAtRubberAndSprings: number;
    /** A customer says that it was changed lately. */
    readonly changedFlag: number;
    /** A part fitted by this shop: `1 + newBump·exp(−km/newKm)` at so many km since. Cheap ones go loose early. */
    readonly newBump: number;
    readonly newKm: number;
    readonly wheelsHandled: number;
    /** Fasteners where a customer says that work was done, and, over the same distance, where this shop did it. */
    readonly workedOnLately: number;
    readonly touchedLately: number;
    readonly sistersWeight: number;
  };
}

/** Strength of a fault on an axle of this layout and link; elsewhere (no axle) as it stands. */
export function faultStrength(s: SuspectsTable, kind: FaultKind, axle?: AxleSpec): FaultStrength {
  let out = s.faults[kind];
  if (!axle) return out;
  for (const v of s.variants) {
    if (v.fault !== kind) continue;
    if (v.suspension && !v.suspension.includes(axle.suspension)) continue;
    if (v.link && !(axle.link && v.link.includes(axle.link.kind))) continue;
    out = { prior: v.prior ?? out.prior, sounds: v.sounds ?? out.sounds, signs: { ...out.signs, ...v.signs } };
  }
  return out;
}
