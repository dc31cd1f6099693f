import type { Case, CaseModel } from './case';
import { manoeuvreSign } from './case-signs';
import type { FaultId } from './faults';
import { driveTells, heardGiven } from './information';
import { chanceOfSets, eachSet, type Weighed } from './sources';
import type { SuspectsTable } from './suspects-table';
import { MANOEUVRES, type Manoeuvre } from './words';

/** A manoeuvre with what it would separate. */
export interface PlannedManoeuvre {
  readonly manoeuvre: Manoeuvre;
  /** What it tells about which parts make the noise, bits. */
  readonly bits: number;
  readonly chanceKnocks: number;
  /** The fault each outcome points at, and how likely it is then that it makes the noise. */
  readonly ifKnocks: { readonly fault: FaultId; readonly p: number };
  readonly ifQuiet: { readonly fault: FaultId; readonly p: number };
}

/** Less likely than this nobody would name it. */
const NAMED = 0.15;

/**
 * Which manoeuvres best separate what may make the noise, I(source; knocks or quiet) exactly; best first.
 * @param allowed the manoeuvres the shop drives; one already driven is left out
 */
export function planRoad(
  c: Case,
  b: CaseModel,
  w: Weighed,
  s: SuspectsTable,
  allowed: readonly Manoeuvre[] = MANOEUVRES,
): PlannedManoeuvre[] {
  const done = new Set(c.drive?.map((d) => d.manoeuvre));
  const chances = chanceOfSets(w);
  return allowed
    .filter((m) => !done.has(m))
    .map((manoeuvre): PlannedManoeuvre => {
      const heard = heardGiven(w, manoeuvreSign(b, c.type, manoeuvre, s));
      const { source, chance } = driveTells(w, [heard], chances);
      const chanceKnocks = chance[0]!;
      const knocks = new Float64Array(w.makes.length);
      eachSet(w.sets, chances, (p, x, y, z, where, i) => {
        const h = p * (where === 'none' ? heard.none : heard[where][i]!);
        if (x >= 0) knocks[x]! += h;
        if (y >= 0) knocks[y]! += h;
        if (z >= 0) knocks[z]! += h;
      });
      // Of what would then be likely enough to be named, the one that gains most; else what would lead.
      const gains = (p: (f: number) => number) => {
        let [best, lead] = [-1, 0];
        for (let f = 0; f < b.faults.length; f++) {
          if (p(f) > p(lead)) lead = f;
          if (p(f) >= NAMED && (best < 0 || p(f) - w.makes[f]! > p(best) - w.makes[best]!)) best = f;
        }
        const f = best < 0 ? lead : best;
        return { fault: b.faults[f]!.id, p: Math.min(1, Math.max(0, p(f))) };
      };
      return {
        manoeuvre,
        bits: source,
        chanceKnocks,
        ifKnocks: gains((f) => (chanceKnocks > 0 ? knocks[f]! / chanceKnocks : w.makes[f]!)),
        ifQuiet: gains((f) => (chanceKnocks < 1 ? (w.makes[f]! - knocks[f]!) / (1 - chanceKnocks) : w.makes[f]!)),
      };
    })
    .sort((x, y) => y.bits - x.bits);
}
