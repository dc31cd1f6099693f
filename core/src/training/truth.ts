import {
  buildCase,
  CHARACTERS,
  CONDITIONS,
  HANDLING,
  LIKENESSES,
  PLACES,
  soundsAt,
  WHENS,
  type Case,
  type CaseModel,
  type FaultId,
  type SoundSign,
  type Sort,
  type SuspectsTable,
} from '../diagnosis';
import { jointsOf, partsOf, twinOf, type JointId } from '../joint';
import type { Chance } from '../numeric';
import { AXLES, SIDES, type Side, type VehicleTypeSpec } from '../vehicle';
import { lot, MOST_SEED } from './lot';

/** What a customer says when asked, one sort of thing at a time; of a sort that is not here they could not say. */
export type Said = Pick<Case, 'character' | 'where' | 'when' | 'handling' | 'history'> &
  Required<Pick<Case, 'conditions' | 'like'>> & { readonly sorts: readonly Sort[] };

/** What a practice vehicle hides: drawn once, and everything it answers follows from it. */
export interface Truth {
  /** Of everything that is drawn when it is asked. */
  readonly seed: number;
  readonly distanceKm: number;
  /** Salt has been at it: bolts that will not turn, and what rusts is likelier worn. */
  readonly rusty: boolean;
  readonly worn: readonly FaultId[];
  readonly sounding: readonly FaultId[];
  /** Something that is none of the list sounds. */
  readonly unlisted: boolean;
  /** Play of each joint that a gauge can be set to, mm. */
  readonly playMm: Readonly<Partial<Record<JointId, number>>>;
  readonly said: Said;
}

/** How often a customer can say anything of each sort (invented: it decides how much there is to go by, never what). */
const ASKED: Readonly<Record<Sort, number>> = {
  character: 1,
  likeness: 0.3,
  when: 0.9,
  place: 0.7,
  side: 0.4,
  handling: 0.3,
  condition: 0.3,
};
/** How many come in rusty (invented). */
const RUSTY = 0.3;
/** What a vehicle may have run, km (invented). */
const DISTANCE_KM = [40_000, 220_000] as const;
const NOTHING_SAID = { character: [], where: [], when: [], handling: [], conditions: [], like: [] } as const;

/** Whether a sign is heard or noticed with these on, as the suspects table says. */
export function heardWith(
  c: Chance,
  sign: Pick<SoundSign, 'base' | 'stay' | 'damped'>,
  on: readonly boolean[],
  unlisted: boolean,
): boolean {
  let m = sign.base * (unlisted ? sign.stay[on.length]! : 1);
  let damping = 1;
  on.forEach((x, f) => {
    if (!x) return;
    m *= sign.stay[f]!;
    if (sign.damped?.faults[f]) damping = sign.damped.by;
  });
  return c.chance((1 - m) * damping);
}

/** Draws vehicles from the model itself until one comes in with a complaint. */
export function drawTruth(c: Chance, type: VehicleTypeSpec, s: SuspectsTable, kerbSide: Side): Truth {
  for (;;) {
    const t = drawOnce(c, type, s, kerbSide);
    if (t) return t;
  }
}

/** Plays of joints whose density the table knows; both sides of an axle share a level. */
function drawPlays(c: Chance, type: VehicleTypeSpec, s: SuspectsTable, worn: ReadonlySet<string>, faults: CaseModel['faults']) {
  const plays: Partial<Record<JointId, number>> = {};
  for (const end of AXLES)
    for (const joint of jointsOf(end, type.axles[end])) {
      const kindPlay = s.play.by[partsOf(joint).kind];
      if (!kindPlay || partsOf(joint).side !== 'left') continue;
      const level = s.play.spread.together * c.bell();
      for (const j of [joint, twinOf(joint)]) {
        const at = faults.filter((f) => f.joint === j);
        const own = at.filter((f) => f.kind === partsOf(j).kind);
        const moves = (own.length ? own : at).some((f) => worn.has(f.id));
        const [median, spread] = moves ? [kindPlay.wornMm, s.play.spread.worn] : [kindPlay.soundMm, s.play.spread.sound];
        plays[j] = median * Math.exp(level + spread * c.bell());
      }
    }
  return plays;
}

function drawOnce(c: Chance, type: VehicleTypeSpec, s: SuspectsTable, kerbSide: Side): Truth | undefined {
  const rusty = c.chance(RUSTY);
  const distanceKm = Math.round(c.between(...DISTANCE_KM));
  const base: Case = { ...NOTHING_SAID, history: rusty ? ['corrosion'] : [], type, distanceKm, kerbSide, joints: [] };
  const b = buildCase(base, s);
  const worn = b.net.map((f) => c.chance(f.prior));
  const idsOf = (on: readonly boolean[]) => b.faults.flatMap((f, i) => (on[i] ? [f.id] : []));
  const playMm = drawPlays(c, type, s, new Set(idsOf(worn)), b.faults);
  const sounding = b.net.map((f, i) => {
    const { joint, kind } = b.faults[i]!;
    const own = joint && partsOf(joint).kind === (kind as string) ? playMm[joint] : undefined;
    const kindPlay = joint && s.play.by[partsOf(joint).kind];
    return (
      worn[i]! && c.chance(own !== undefined && kindPlay ? Math.min(0.99, soundsAt(f.sounds, own, kindPlay.wornMm)) : f.sounds)
    );
  });
  const unlisted = c.chance(s.unlisted.prior);
  const n = sounding.filter(Boolean).length + Number(unlisted);
  if (!c.chance([s.sources.none, 1, s.sources.two, s.sources.three][n] ?? 0)) return undefined;
  const said = drawSaid(c, base, s, { worn, sounding, unlisted });
  return (
    said && {
      seed: c.whole(0, MOST_SEED),
      distanceKm,
      rusty,
      worn: idsOf(worn),
      sounding: idsOf(sounding),
      unlisted,
      playMm,
      said,
    }
  );
}

/** What the customer says of it; nothing where they were asked and could name nothing: such a one does not come in. */
function drawSaid(
  c: Chance,
  base: Case,
  s: SuspectsTable,
  { worn, sounding, unlisted }: { worn: readonly boolean[]; sounding: readonly boolean[]; unlisted: boolean },
): Said | undefined {
  const sorts: Sort[] = [];
  // Every sign of a sort, from a case in which all of them are named.
  const all = (over: Partial<Case>) => buildCase({ ...base, ...over }, s).signs;
  let mute = false;
  const sort = <T extends string>(name: Sort, list: readonly T[], signs: readonly SoundSign[], on = sounding): T[] => {
    if (mute || !c.chance(ASKED[name])) return [];
    const { named, wrongly } = s.naming[name];
    const other = name !== 'handling' && unlisted;
    const out = list.filter((_, i) => c.chance(heardWith(c, signs[i]!, on, other) ? named : wrongly));
    if (out.length) sorts.push(name);
    else mute = true;
    return out;
  };
  const whens = WHENS.filter((w) => w !== 'quieter when both rise');
  const character = sort('character', CHARACTERS, all({ character: CHARACTERS }).heard);
  const like = sort('likeness', LIKENESSES, all({ like: LIKENESSES }).heard);
  const when = sort('when', whens, all({ when: whens }).heard);
  const conditions = sort('condition', CONDITIONS, all({ conditions: CONDITIONS }).heard);
  const place = sort('place', PLACES, all({ where: PLACES }).heard);
  const side = sort('side', SIDES, all({ where: SIDES }).heard);
  const handling = sort('handling', HANDLING, all({ handling: HANDLING }).driven, worn);
  return mute
    ? undefined
    : { character, like, when, conditions, where: [...place, ...side], handling, history: base.history, sorts };
}

/** A practice vehicle as the diagnosis sees it before anybody has looked at it. */
export const caseOfTruth = (t: Truth, type: VehicleTypeSpec, kerbSide: Side): Case => {
  const { sorts: _, ...said } = t.said;
  return { ...said, type, distanceKm: t.distanceKm, kerbSide, joints: [], elsewhere: [], drive: [] };
};

/** The chance of one answer of a vehicle. */
export const lotOf = (t: Pick<Truth, 'seed'>, ...of: readonly (string | number)[]): Chance => lot(t.seed, ...of);
