import type { JointId } from '../joint';
import type { Dialect } from '../text';
import { buildCase, type Case, type CaseModel } from './case';
import { sayFault, type FaultId } from './faults';
import { soundLayer, weigh, type Weighed } from './sources';
import type { SuspectsTable } from './suspects-table';
import { wornLayer } from './worn';

export interface Suspect {
  readonly fault: FaultId;
  /** The joint of the plate it is looked for at. */
  readonly joint?: JointId;
  readonly name: string;
  /** P(it makes this noise | what is known). */
  readonly makes: number;
  /** P(it is worn | what is known). */
  readonly worn: number;
  readonly dangerous: boolean;
}

/** A case weighed: what may be worn, and what makes the noise. */
export function weighCase(b: CaseModel): Weighed {
  const parts = wornLayer(b.net, b.evidence);
  return weigh(soundLayer(b.faults.length, b.signs, parts), parts);
}

/** Suspects from what was weighed, likeliest source first, then the likeliest worn. */
export function ranked(b: CaseModel, w: Weighed, dialect: Dialect): Suspect[] {
  return b.faults
    .map((f, i): Suspect => ({
      fault: f.id,
      ...(f.joint ? { joint: f.joint } : {}),
      name: sayFault(f.id, dialect, true),
      makes: w.makes[i]!,
      worn: w.worn[i]!,
      dangerous: f.dangerous,
    }))
    .sort((x, y) => y.makes - x.makes || y.worn - x.worn);
}

/** Every fault the vehicle can have, by P(it makes this noise | what is known), likeliest first. */
export function rankSuspects(c: Case, table: SuspectsTable, dialect: Dialect = 'sway bar'): Suspect[] {
  const b = buildCase(c, table);
  return ranked(b, weighCase(b), dialect);
}
