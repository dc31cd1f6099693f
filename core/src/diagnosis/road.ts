import type { Case, CaseNet } from './case';
import { buildCase } from './case';
import type { FaultId } from './faults';
import { doubt } from './information';
import { posterior } from './network';
import type { SuspectsTable } from './suspects-table';
import { MANOEUVRES, type Manoeuvre } from './words';

/** A manoeuvre with what it would separate. */
export interface PlannedManoeuvre {
  readonly manoeuvre: Manoeuvre;
  /** Expected drop in doubt of each suspect by itself, summed over the suspects, bits. */
  readonly bits: number;
  readonly chanceKnocks: number;
  /** The fault each outcome makes likelier most, and how likely it then is. */
  readonly ifKnocks: { readonly fault: FaultId; readonly p: number };
  readonly ifQuiet: { readonly fault: FaultId; readonly p: number };
}

/** A fault less likely than this is no suspect of the drive. */
const SUSPECT = 0.02;

/**
 * Which manoeuvres best separate the present suspects: for each the drop in doubt of every suspect's
 * own yes or no, Σ H(f) − E H(f | outcome). (The checks' measure, information about all faults
 * together, has no exact form here: a manoeuvre hangs on thirty faults at once.)
 * A generator: yields after each manoeuvre weighed.
 * @param allowed the manoeuvres the shop drives; one already driven is left out
 */
export function* planRoad(
  c: Case,
  b: CaseNet,
  marginals: readonly number[],
  s: SuspectsTable,
  allowed: readonly Manoeuvre[] = MANOEUVRES,
): Generator<void, PlannedManoeuvre[]> {
  const done = new Set(c.drive?.map((d) => d.manoeuvre));
  const suspects = marginals.flatMap((p, i) => (p > SUSPECT ? [i] : []));
  const gains = (p: readonly number[]) => {
    const by = (f: number) => p[f]! - marginals[f]!;
    const i = suspects.reduce((best, f) => (by(f) > by(best) ? f : best), suspects[0] ?? 0);
    return { fault: b.faults[i]!.id, p: p[i]! };
  };
  const before = posterior(b.net, b.said);
  const out: PlannedManoeuvre[] = [];
  for (const manoeuvre of allowed) {
    if (done.has(manoeuvre)) continue;
    const tried = buildCase({ ...c, drive: [...(c.drive ?? []), { manoeuvre, heard: 'knocks' }] }, s);
    const after = posterior(tried.net, tried.said);
    const chanceKnocks = Math.min(1, Math.exp(after.logEvidence - before.logEvidence));
    const quiet = marginals.map((p, i) =>
      chanceKnocks < 1 ? Math.min(1, Math.max(0, (p - chanceKnocks * after.faults[i]!) / (1 - chanceKnocks))) : p,
    );
    const bits = suspects.reduce(
      (sum, f) => sum + doubt(marginals[f]!) - chanceKnocks * doubt(after.faults[f]!) - (1 - chanceKnocks) * doubt(quiet[f]!),
      0,
    );
    out.push({ manoeuvre, bits: Math.max(0, bits), chanceKnocks, ifKnocks: gains(after.faults), ifQuiet: gains(quiet) });
    yield;
  }
  return out.sort((x, y) => y.bits - x.bits);
}
