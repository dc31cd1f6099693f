import {
  buildCase,
  manoeuvreSign,
  type CaseModel,
  type ElsewhereCheckId,
  type FaultId,
  type Manoeuvre,
  type OtherFault,
  type Heard,
  type SuspectsTable,
} from '../diagnosis';
import { partsOf, type CheckId, type Defect, type JointId } from '../joint';
import type { Side, VehicleTypeSpec } from '../vehicle';
import { caseOfTruth, heardWith, lotOf, type Truth } from './truth';

/** What a hand feels there. */
export type Felt = 'tight' | 'slight' | 'moves';
/** So often a hand is given a trace where it would have said yes or no: by the table's own share of both (invented: the odds are the table's). */
const TRACES = 0.5;

/** A vehicle that answers: each answer has a chance of its own, so that it is the same whenever it is asked. */
export interface PracticeVehicle {
  /** What a hand feels, in a state in which the check counts. */
  feels(of: JointId | OtherFault, way: CheckId | ElsewhereCheckId): Felt;
  /** What is seen at a joint. */
  sees(joint: JointId, of: readonly Defect[]): Defect[];
  hears(m: Manoeuvre): Heard;
  /** Its true play, mm; undefined where a gauge has nothing to be set to. */
  playMm(joint: JointId): number | undefined;
  readonly makesNoise: boolean;
  readonly worn: ReadonlySet<FaultId>;
  readonly sounding: ReadonlySet<FaultId>;
}

/**
 * The vehicle behind a truth.
 * @param cured faults whose part was renewed, or that were put right where they are
 */
export function practiceVehicle(
  t: Truth,
  type: VehicleTypeSpec,
  s: SuspectsTable,
  kerbSide: Side,
  cured: ReadonlySet<FaultId> = new Set(),
): PracticeVehicle {
  const b: CaseModel = buildCase(caseOfTruth(t, type, kerbSide), s);
  const left = (ids: readonly FaultId[]) => new Set(ids.filter((id) => !cured.has(id)));
  const worn = left(t.worn);
  const sounding = left(t.sounding);
  const flags = (ids: ReadonlySet<FaultId>) => b.faults.map((f) => ids.has(f.id));
  const [wornOn, soundOn] = [flags(worn), flags(sounding)];
  const found = (q: (f: CaseModel['faults'][number]) => number, leak: number) =>
    1 - b.faults.reduce((not, f, i) => (wornOn[i] ? not * (1 - q(f)) : not), 1 - leak);
  return {
    worn,
    sounding,
    makesNoise: sounding.size > 0 || t.unlisted,
    feels(of, way) {
      const c = lotOf(t, 'feels', of, way, Number(renewedAt(of)));
      const is = c.chance(found((f) => (f.joint === of || f.id === of ? (s.felt.by[f.kind] ?? 0) : 0), s.felt.leak));
      const { ifMoves, ifNot } = s.felt.slight;
      return c.chance(TRACES * (is ? ifMoves : ifNot)) ? 'slight' : is ? 'moves' : 'tight';
    },
    sees: (joint, of) =>
      of.filter((d) =>
        lotOf(t, 'sees', joint, d, Number(renewedAt(joint))).chance(
          found((f) => (f.joint === joint ? (s.seen[d].by[f.kind] ?? 0) : 0), renewedAt(joint) ? 0 : s.seen[d].leak),
        ),
      ),
    hears(m) {
      // What is left over knocks as it did: the same chance, whatever was cured beside it.
      const c = lotOf(t, 'hears', m);
      return heardWith(c, manoeuvreSign(b, type, m, s), soundOn, t.unlisted) ? 'knocks' : 'quiet';
    },
    playMm(joint) {
      const is = t.playMm[joint];
      const kindPlay = s.play.by[partsOf(joint).kind];
      if (is === undefined || !kindPlay) return undefined;
      if (!renewedAt(joint)) return is;
      return kindPlay.soundMm * Math.exp(s.play.spread.sound * lotOf(t, 'new play', joint).bell());
    },
  };

  function renewedAt(of: string): boolean {
    return b.faults.some((f) => (f.joint === of || f.id === of) && cured.has(f.id));
  }
}
