import {
  buildCase,
  CHARACTERS,
  CONDITIONS,
  LIKENESSES,
  faultStrength,
  HANDLING,
  MANOEUVRES,
  manoeuvreSign,
  PLACES,
  soundsAt,
  WHENS,
  type Case,
  type CaseModel,
  type FaultId,
  type Manoeuvre,
  type SoundSign,
  type SuspectsTable,
} from '../diagnosis';
import { jointsOf, partsOf, twinOf, type JointId } from '../joint';
import type { Chance } from '../numeric';
import { AXLES, SIDES, type VehicleTypeSpec } from '../vehicle';

/** A vehicle drawn from the model itself: what is worn and what sounds, hidden; and how it answers when it is looked at. */
export interface DrawnVehicle {
  /** What the customer says, and what was looked at, measured and driven so far. */
  readonly case: Case;
  readonly worn: ReadonlySet<FaultId>;
  readonly sounding: ReadonlySet<FaultId>;
  /** Something that is none of the list sounds. */
  readonly unlisted: boolean;
  /** What a hand feels there: drawn once, whoever asks. */
  feels(of: string): 'tight' | 'moves';
  hears(m: Manoeuvre): 'knocks' | 'quiet';
}

const EMPTY = { character: [], where: [], when: [], handling: [], conditions: [], like: [], history: [], joints: [] } as const;
/** How often a customer is asked each sort of thing; of what was asked something is named, or another vehicle is drawn. */
const ASKED = { character: 1, likeness: 0.3, when: 0.9, place: 0.7, side: 0.4, handling: 0.3, condition: 0.3 } as const;

/** Draws vehicles until one comes in with a complaint. */
export function drawVehicle(c: Chance, type: VehicleTypeSpec, s: SuspectsTable, looks = 0.25): DrawnVehicle {
  for (;;) {
    const v = drawOnce(c, type, s, looks);
    if (v) return v;
  }
}

function drawOnce(c: Chance, type: VehicleTypeSpec, s: SuspectsTable, looks: number): DrawnVehicle | undefined {
  const base: Case = { ...EMPTY, type, distanceKm: c.between(40_000, 220_000), kerbSide: c.pick(SIDES) };
  const b = buildCase(base, s);
  const worn = b.net.map((f) => c.chance(f.prior));
  // Of some pairs the play is measured: there sounding hangs on the play itself.
  const plays = new Map<JointId, number>();
  const all = AXLES.flatMap((end) => jointsOf(end, type.axles[end]));
  for (const joint of all) {
    const of = s.play.by[partsOf(joint).kind];
    const own = b.faults.flatMap((f, i) => (f.joint === joint && f.kind === partsOf(joint).kind ? [i] : []));
    if (!of || partsOf(joint).side !== 'left' || own.length !== 1 || !c.chance(looks / 3)) continue;
    const level = s.play.spread.together * c.bell();
    for (const j of [joint, twinOf(joint)]) {
      const i = b.faults.findIndex((f) => f.joint === j && f.kind === partsOf(j).kind);
      const [median, spread] = worn[i] ? [of.wornMm, s.play.spread.worn] : [of.soundMm, s.play.spread.sound];
      plays.set(j, median * Math.exp(level + spread * c.bell()));
    }
  }
  const sounding = b.net.map((f, i) => {
    const { joint, kind } = b.faults[i]!;
    const play = joint && partsOf(joint).kind === (kind as string) ? plays.get(joint) : undefined;
    const of = joint && s.play.by[partsOf(joint).kind];
    return worn[i]! && c.chance(play !== undefined && of ? Math.min(0.99, soundsAt(f.sounds, play, of.wornMm)) : f.sounds);
  });
  const unlisted = c.chance(s.unlisted.prior);
  const n = sounding.filter(Boolean).length + Number(unlisted);
  if (!c.chance([s.sources.none, 1, s.sources.two, s.sources.three][n] ?? 0)) return undefined;

  const heard = (sign: Pick<SoundSign, 'base' | 'stay' | 'damped'>, on: readonly boolean[], other: boolean) => {
    let m = sign.base * (other ? sign.stay[b.faults.length]! : 1);
    let by = 1;
    on.forEach((x, f) => {
      if (!x) return;
      m *= sign.stay[f]!;
      if (sign.damped?.faults[f]) by = sign.damped.by;
    });
    return c.chance((1 - m) * by);
  };
  // Every sign of a sort, from a case in which all of them are named.
  const probe = (over: Partial<Case>, from: (m: CaseModel) => readonly SoundSign[]) => from(buildCase({ ...base, ...over }, s));
  const whens = WHENS.filter((w) => w !== 'quieter when both rise');
  const sort = <T extends string>(
    name: keyof typeof ASKED,
    list: readonly T[],
    signs: readonly SoundSign[],
    on: readonly boolean[],
  ): T[] | undefined => {
    if (!c.chance(ASKED[name])) return [];
    const { named, wrongly } = s.naming[name];
    const said = list.filter((_, i) => c.chance(heard(signs[i]!, on, name !== 'handling' && unlisted) ? named : wrongly));
    return said.length ? said : undefined;
  };
  const character = sort(
    'character',
    CHARACTERS,
    probe({ character: CHARACTERS }, (m) => m.signs.heard),
    sounding,
  );
  const like = sort(
    'likeness',
    LIKENESSES,
    probe({ like: LIKENESSES }, (m) => m.signs.heard),
    sounding,
  );
  const when = sort(
    'when',
    whens,
    probe({ when: whens }, (m) => m.signs.heard),
    sounding,
  );
  const conditions = sort(
    'condition',
    CONDITIONS,
    probe({ conditions: CONDITIONS }, (m) => m.signs.heard),
    sounding,
  );
  const place = sort(
    'place',
    PLACES,
    probe({ where: PLACES }, (m) => m.signs.heard),
    sounding,
  );
  const side = sort(
    'side',
    SIDES,
    probe({ where: SIDES }, (m) => m.signs.heard),
    sounding,
  );
  const handling = sort(
    'handling',
    HANDLING,
    probe({ handling: HANDLING }, (m) => m.signs.driven),
    worn,
  );
  if (!character || !like || !when || !conditions || !place || !side || !handling) return undefined;

  const felt = new Map<string, 'tight' | 'moves'>();
  const feels = (of: string) => {
    let is = felt.get(of);
    if (is) return is;
    let not = 1 - s.felt.leak;
    b.faults.forEach((f, i) => {
      if (worn[i] && (f.joint === of || f.id === of)) not *= 1 - (s.felt.by[f.kind] ?? 0);
    });
    felt.set(of, (is = c.chance(1 - not) ? 'moves' : 'tight'));
    return is;
  };
  const drives = new Map<Manoeuvre, 'knocks' | 'quiet'>();
  const hears = (m: Manoeuvre) => {
    let is = drives.get(m);
    if (!is) drives.set(m, (is = heard(manoeuvreSign(b, type, m, s), sounding, unlisted) ? 'knocks' : 'quiet'));
    return is;
  };
  const reading = (joint: JointId) => {
    const mm = plays.get(joint);
    if (mm === undefined) return {};
    const uMm = 0.03;
    return { play: { meanMm: mm + uMm * c.bell(), uMm, limitMm: 0.5 } };
  };
  const joints = all.flatMap((joint) => {
    const hand = c.chance(looks) ? { hand: feels(joint) } : {};
    const read = reading(joint);
    return 'hand' in hand || 'play' in read ? [{ joint, ...hand, ...read }] : [];
  });
  const drive = c.chance(looks)
    ? [...new Set([c.pick(MANOEUVRES), c.pick(MANOEUVRES), c.pick(MANOEUVRES)])].map((manoeuvre) => ({
        manoeuvre,
        heard: hears(manoeuvre),
      }))
    : [];
  const ids = (on: readonly boolean[]) => new Set(b.faults.flatMap((f, i) => (on[i] ? [f.id] : [])));
  return {
    case: { ...base, character, like, when, conditions, where: [...place, ...side], handling, joints, drive },
    worn: ids(worn),
    sounding: ids(sounding),
    unlisted,
    feels,
    hears,
  };
}

/** How likely a part makes a noise before anything is known: prior × sounding. */
export const priorSource = (type: VehicleTypeSpec, s: SuspectsTable) => (f: CaseModel['faults'][number]) => {
  const st = faultStrength(s, f.kind, f.axle && type.axles[f.axle]);
  return st.prior * st.sounds;
};
