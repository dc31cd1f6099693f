import type { JointId } from '../joint';
import type { Dialect } from '../text';
import { buildCase, type Case, type CaseNet } from './case';
import { sayFault, type FaultId } from './faults';
import { posterior } from './network';
import { SHIPPED, type SuspectsTable } from './suspects-table';

export interface Suspect {
  readonly fault: FaultId;
  /** The joint of the plate it is looked for at. */
  readonly joint?: JointId;
  readonly name: string;
  readonly p: number;
  readonly dangerous: boolean;
}

/** Suspects from posteriors in the net's order, most likely first. */
export function ranked(b: CaseNet, marginals: readonly number[], dialect: Dialect): Suspect[] {
  return b.faults
    .map((f, i): Suspect => ({
      fault: f.id,
      ...(f.joint ? { joint: f.joint } : {}),
      name: sayFault(f.id, dialect, true),
      p: marginals[i]!,
      dangerous: f.dangerous,
    }))
    .sort((x, y) => y.p - x.p);
}

/** Ranks every fault the vehicle can have by P(worn | what is known), most likely first. */
export function rankSuspects(c: Case, table: SuspectsTable = SHIPPED, dialect: Dialect = 'sway bar'): Suspect[] {
  const b = buildCase(c, table);
  return ranked(b, posterior(b.net, b.said).faults, dialect);
}
