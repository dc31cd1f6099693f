import { finite, within } from '../error';
import type { Defect, JointId } from '../joint';
import { MOST_DEGREES, studentCdf } from '../stats';
import type { Side, VehicleTypeSpec } from '../vehicle';
import { partsOfCase } from './case-parts';
import { prior } from './case-prior';
import { signsOfCase, strengthOf, type RecordedFinding } from './case-signs';
import { faultsOf, type Fault, type FaultKind, type OtherFault } from './faults';
import type { Reading } from './play-density';
import type { Signs } from './sources';
import type { SuspectsTable } from './suspects-table';
import type { Character, Condition, Handling, Heard, HistoryFlag, Likeness, Manoeuvre, When, Where } from './words';
import type { PartEvidence, WornFault } from './worn';

/** Something measured, with its standard uncertainty, and the limit that decides replacing it. */
export interface Measured extends Reading {
  readonly limitMm: number;
}

/** What is known of a joint, as evidence. */
export interface JointEvidence {
  readonly joint: JointId;
  /** A check that counts: felt tight, a trace, or moving. */
  readonly hand?: 'tight' | 'slight' | 'moves' | undefined;
  /** By how many ways of looking it was felt tight; one where nothing is said. */
  readonly ways?: number | undefined;
  readonly defects?: readonly Defect[] | undefined;
  readonly play?: Measured | undefined;
  readonly clearance?: Measured | undefined;
}

export interface Case {
  readonly type: VehicleTypeSpec;
  readonly distanceKm: number;
  /** The side the kerb is on: the passenger's side of a shop that drives on the left or right. */
  readonly kerbSide: Side;
  readonly character: readonly Character[];
  readonly where: readonly Where[];
  readonly when: readonly When[];
  readonly handling: readonly Handling[];
  readonly conditions?: readonly Condition[];
  /** Sounds that were played and pointed at. */
  readonly like?: readonly Likeness[];
  readonly history: readonly HistoryFlag[];
  readonly joints: readonly JointEvidence[];
  /** Movement felt by a shake that several joints could make, and nobody has said which. */
  readonly rocks?: readonly { readonly joints: readonly JointId[]; readonly words: string }[];
  readonly elsewhere?: readonly { readonly fault: OtherFault; readonly hand: 'tight' | 'moves' }[];
  /** The shop's own drive. */
  readonly drive?: readonly { readonly manoeuvre: Manoeuvre; readonly heard: Heard }[];
  /** What recordings of the drive told. */
  readonly recorded?: readonly RecordedFinding[] | undefined;
  /** Parts renewed at an earlier visit, and the distance then. */
  readonly renewed?: readonly { readonly joint: JointId; readonly atKm: number }[];
  /** What the parts that are on now had at the last visit. */
  readonly earlier?: readonly (Reading & { readonly joint: JointId })[];
  /** Past jobs on vehicles of the same type with a confirmed cause, and how often each fault was it. */
  readonly sisters?: { readonly jobs: number; readonly found: Readonly<Partial<Record<FaultKind, number>>> };
}

/** A finding of the case in words, with what it is about and where it is weighed. */
export interface Spoken {
  readonly words: string;
  readonly joint?: JointId;
  /** Positive findings speak for their causes, the others against. */
  readonly found: boolean;
  readonly layer: 'heard' | 'driven' | 'part';
  /** Its place in that layer's list. */
  readonly index: number;
}

/** A case in numbers: what may be worn, what is known of the parts, and what was said of the noise. */
export interface CaseModel {
  readonly faults: readonly Fault[];
  readonly net: readonly WornFault[];
  readonly evidence: readonly PartEvidence[];
  readonly signs: Signs;
  readonly spoken: readonly Spoken[];
}

/**
 * Chance that the true value is beyond its limit, from a mean and its uncertainty with nothing else
 * known (the conformance probability of JCGM 106:2012, 7.3), kept off 0 and 1: no gauge is that sure.
 * @throws BadInput for a mean, limit or uncertainty that is no number, or degrees of freedom below 1
 */
export function beyondChance(m: Measured): number {
  const off = finite('mean', m.meanMm) - finite('limit', m.limitMm);
  within('uncertainty', m.uMm, 0, 1e6, 'mm');
  if (m.degrees !== undefined) within('degrees of freedom', m.degrees, 1e-3, 1e9);
  // A gauge that is said to doubt nothing still says nothing of what lies just on the limit.
  const t = m.uMm > 0 ? off / m.uMm : off === 0 ? 0 : Math.sign(off) * 1e9;
  return Math.min(0.9999, Math.max(0.0001, studentCdf(t, m.degrees ?? MOST_DEGREES)));
}

/**
 * A case in numbers.
 * @throws BadInput for a distance or a reading that is no number
 */
export function buildCase(c: Case, s: SuspectsTable): CaseModel {
  within('distance', c.distanceKm, 0, 1e7, 'km');
  const faults = faultsOf(c.type);
  const strengths = faults.map((f) => strengthOf(f, c.type, s));
  const net = faults.map((f, i): WornFault => ({
    id: f.id,
    prior: prior(f, strengths[i]!.prior, c, s),
    sounds: strengths[i]!.sounds,
  }));
  const said = signsOfCase(c, s, faults, strengths);
  const parts = partsOfCase(c, s, faults, net);
  return {
    faults,
    net,
    evidence: parts.evidence,
    signs: { heard: said.heard, driven: said.driven, unlisted: s.unlisted.prior, counts: s.sources },
    spoken: [...said.spoken, ...parts.spoken],
  };
}
