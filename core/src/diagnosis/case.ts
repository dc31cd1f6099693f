import { finite, within } from '../error';
import { fixed } from '../text';
import { jointKinds, partsOf, twinOf, type Defect, type JointId, type JointKind } from '../joint';
import { MOST_DEGREES, studentCdf } from '../stats';
import { AXLES, otherSide, SIDES, type AxleEnd, type Side, type VehicleTypeSpec } from '../vehicle';
import { faultsAt, faultsOf, ofBarSystem, rusts, sayFault, type Fault, type FaultKind, type OtherFault } from './faults';
import { playEvidence, type PlayAt, type Reading } from './play-density';
import { saidOf, type Signs, type SoundSign } from './sources';
import { faultStrength, type FaultStrength, type SuspectsTable } from './suspects-table';
import {
  CHARACTERS,
  CONDITIONS,
  LIKENESSES,
  HANDLING,
  PLACES,
  WHENS,
  type Character,
  type Condition,
  type Likeness,
  type Handling,
  type Heard,
  type HistoryFlag,
  type Manoeuvre,
  type Sign,
  type Sort,
  type When,
  type Where,
} from './words';
import { foundEvidence, MOST_TIED, tied, type PartEvidence, type WornFault } from './worn';

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

/** What a recording told: which side it is heard first, or what it sounds like; with the chance that it is so. */
export type RecordedFinding =
  | { readonly what: 'side'; readonly is: Side; readonly chance: number }
  | { readonly what: 'sound'; readonly is: 'soft thud' | 'hard knock'; readonly chance: number };

export const sayRecorded = (f: RecordedFinding): string =>
  `recorded: ${f.what === 'side' ? `heard first on the ${f.is}` : `mostly like a ${f.is}`}, ${Math.round(f.chance * 100)} % sure`;

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

const CHANGED: Partial<Record<HistoryFlag, readonly FaultKind[]>> = {
  'links changed lately': ['link-upper', 'link-lower', 'link-body'],
  'bushings changed lately': ['frame-bushing', 'bracket-bolts'],
  'dampers changed lately': ['damper'],
};
/** What distance does nothing to. */
const AGELESS: ReadonlySet<FaultKind> = new Set<FaultKind>(['wheel-nuts', 'recent work', 'load or jack loose', 'subframe bolt']);

/**
 * Prior of one fault by distance, corrosion, kerb side, what was renewed and what its sisters showed
 * (common practice, no source: frame bushings are often due around 160 000 km; the kerb side often
 * goes first; what was touched last is looked at first, and the more so the sooner it knocks).
 */
function prior(f: Fault, base: number, c: Case, s: SuspectsTable): number {
  const k = s.priors;
  const renewed = c.renewed?.filter((r) => r.joint === f.joint).at(-1);
  const since = (atKm: number) => Math.max(0, c.distanceKm - atKm);
  const flagged = Object.entries(CHANGED).some(
    ([flag, kinds]) => c.history.includes(flag as HistoryFlag) && kinds.includes(f.kind),
  );
  const age = (km: number) => Math.min(k.most, Math.max(k.least, km / k.distanceKm));
  let p = base;
  if (c.sisters && f.axle) {
    const found = c.sisters.found[f.kind] ?? 0;
    p = (k.sistersWeight * p + found / 2) / (k.sistersWeight + c.sisters.jobs);
  }
  if (!AGELESS.has(f.kind)) {
    const km = renewed ? since(renewed.atKm) : c.distanceKm;
    p *= age(km) * (renewed ? 1 + k.newBump * Math.exp(-km / k.newKm) : 1);
  }
  if (!renewed && flagged) p *= k.changedFlag;
  if (f.side && f.side === c.kerbSide) p *= k.kerbSide;
  if (c.history.includes('corrosion')) p *= rusts(f.kind) ? k.corrosionAtRubberAndSprings : k.corrosion;
  if (c.history.includes('impact or off-road')) p *= k.impact;
  if (f.kind === 'wheel-nuts' && (c.history.includes('other wheels') || c.history.includes('wheels swapped round')))
    p *= k.wheelsHandled;
  if (f.kind === 'recent work') {
    const last = Math.min(...(c.renewed ?? []).map((r) => since(r.atKm)), Infinity);
    const told = Object.keys(CHANGED).some((h) => c.history.includes(h as HistoryFlag));
    p *= Math.max(told ? k.workedOnLately : 1, 1 + k.touchedLately * Math.exp(-last / k.newKm));
  }
  return Math.min(0.6, p);
}

/** Chance that this fault alone is heard in this manoeuvre (the customer's sign, sharpened by listening for it). */
function driveStrength(f: Fault, st: FaultStrength, m: Manoeuvre, s: SuspectsTable): number {
  const d = s.drive;
  const q = (sign: Sign, by = 1) => Math.min(d.most, (st.signs[sign] ?? 0) * d.sharper * by);
  const bar = ofBarSystem(f.kind);
  switch (m) {
    case 'left wheel over a bump':
    case 'right wheel over a bump': {
      const own = !f.side || m.startsWith(f.side);
      return q('one wheel over a bump', own ? 1 : bar ? d.otherWheel.bar : d.otherWheel.rest);
    }
    case 'bend to the left':
    case 'bend to the right':
      // The outer wheel carries the bend.
      return q('cornering', !f.side ? 1 : m.endsWith(f.side) ? d.inside : d.outside);
    case 'lock to lock, standing':
      return q('steering lock, standing');
    case 'links off, both sides':
      return bar ? d.linksOff.bar : q('one wheel over a bump', d.linksOff.rest);
    default:
      return q(m);
  }
}

/** A manoeuvre as a sign of what sounds, as yet without what was heard. */
export function manoeuvreSign(b: Pick<CaseModel, 'faults'>, type: VehicleTypeSpec, m: Manoeuvre, s: SuspectsTable) {
  const off = m === 'links off, both sides';
  const stay = new Float64Array(b.faults.length + 1);
  b.faults.forEach((f, i) => (stay[i] = 1 - driveStrength(f, strengthOf(f, type, s), m, s)));
  stay[b.faults.length] = 1 - s.unlisted.drive * (off ? s.drive.linksOff.rest : 1);
  return {
    base: 1 - (off ? s.drive.linksOff.leak : s.drive.leak),
    stay,
    // What is still told as the same noise with the links off was hardly the bar's, even in part.
    ...(off
      ? { damped: { faults: Uint8Array.from(b.faults, (f) => Number(ofBarSystem(f.kind))), by: s.drive.linksOff.anotherNoise } }
      : {}),
  };
}
const strengthOf = (f: Fault, type: VehicleTypeSpec, s: SuspectsTable) => faultStrength(s, f.kind, f.axle && type.axles[f.axle]);

/** Readings of one joint, for its density. */
function readingsOf(e: JointEvidence | undefined): Reading[] {
  return [e?.play, e?.clearance].flatMap((m) => (m ? [m] : []));
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
  const spoken: Spoken[] = [];
  const heard: SoundSign[] = [];
  const driven: SoundSign[] = [];
  const evidence: PartEvidence[] = [];

  const sign = (
    to: 'heard' | 'driven',
    words: string,
    found: boolean,
    [ifHeard, ifNot]: readonly [number, number],
    how: { leak: number; unlisted: number; q: (f: Fault, st: FaultStrength) => number },
  ) => {
    const stay = new Float64Array(faults.length + 1);
    faults.forEach((f, i) => (stay[i] = 1 - how.q(f, strengths[i]!)));
    stay[faults.length] = 1 - how.unlisted;
    const list = to === 'heard' ? heard : driven;
    spoken.push({ words, found, layer: to, index: list.length });
    list.push({ words, ...saidOf(ifHeard, ifNot), base: 1 - how.leak, stay });
  };
  /** One sort of sign: those that were named, and, where any was, those that were not. */
  const sort = <T extends string>(
    name: Sort,
    all: readonly T[],
    named: readonly T[],
    say: (x: T) => { words: string; leak: number; unlisted: number; q: (f: Fault, st: FaultStrength) => number },
  ) => {
    if (named.length === 0) return;
    const n = s.naming[name];
    for (const x of all) {
      const is = named.includes(x);
      const { words, ...how } = say(x);
      sign(
        name === 'handling' ? 'driven' : 'heard',
        is ? words : `not named: ${words}`,
        is,
        is ? [n.named, n.wrongly] : [1 - n.named, 1 - n.wrongly],
        how,
      );
    }
  };
  const bySign = (x: Sign) => ({
    words: x,
    leak: s.leaks[x],
    unlisted: s.unlisted.sign,
    q: (_: Fault, st: FaultStrength) => st.signs[x] ?? 0,
  });

  sort('character', CHARACTERS, c.character, bySign);
  sort('likeness', LIKENESSES, c.like ?? [], (x) => ({ ...bySign(x), words: `sounds like the ${x} that was played` }));
  const quieter = c.when.includes('quieter when both rise');
  const hump = 'both wheels over a hump';
  const apart = quieter && !c.when.includes(hump);
  const whens = WHENS.filter((w): w is Exclude<When, 'quieter when both rise'> => w !== 'quieter when both rise');
  const when = c.when.filter((w): w is (typeof whens)[number] => w !== 'quieter when both rise');
  // "Quieter when both rise" says the hump with both wheels was tried and was not the moment.
  sort(
    'when',
    whens.filter((w) => !(apart && w === hump)),
    when,
    bySign,
  );
  if (apart) sign('heard', 'quieter when both rise', true, [0.1, 0.9], bySign(hump));
  sort('condition', CONDITIONS, c.conditions ?? [], bySign);
  sort('handling', HANDLING, c.handling, (x) => ({ ...bySign(x), unlisted: 0 }));

  const lastTouched = c.renewed?.length ? c.renewed.reduce((a, b) => (b.atKm >= a.atKm ? b : a)).joint : undefined;
  const endOf = (f: Fault): AxleEnd | undefined =>
    f.axle ?? (f.id === 'recent work' && lastTouched ? partsOf(lastTouched).axle : undefined);
  sort(
    'place',
    PLACES,
    PLACES.filter((p) => c.where.includes(p)),
    (place) => {
      const p = s.places[place];
      const home: AxleEnd = p.front >= p.rear ? 'front' : 'rear';
      return {
        words: `heard at the ${place}`,
        leak: p.leak,
        unlisted: s.unlisted.place,
        q: (f: Fault) => {
          const end = endOf(f);
          if (end && end !== home) return p[end];
          return p.by[f.kind] ?? (end ? p[end] : p.elsewhere);
        },
      };
    },
  );
  if (!c.where.includes('both sides'))
    sort(
      'side',
      SIDES,
      SIDES.filter((x) => c.where.includes(x)),
      (side) => ({
        words: `heard on the ${side}`,
        leak: s.places.side.leak,
        unlisted: s.unlisted.place,
        q: (f: Fault) => (f.side ? (f.side === side ? s.places.side.own : s.places.side.other) : s.places.side.elsewhere),
      }),
    );

  // A machine's word for where and what, weighed by how often it said the same; a sound somebody pointed at says it already.
  for (const f of c.recorded ?? []) {
    within(`chance of what was ${sayRecorded(f)}`, f.chance, 0, 1);
    if (f.what === 'sound' && c.like?.length) continue;
    const how =
      f.what === 'sound'
        ? bySign(f.is)
        : {
            leak: s.places.side.leak,
            unlisted: s.unlisted.place,
            q: (x: Fault) => (x.side ? (x.side === f.is ? s.places.side.own : s.places.side.other) : s.places.side.elsewhere),
          };
    sign('heard', sayRecorded(f), true, [f.chance, 1 - f.chance], how);
  }

  for (const [m, h] of new Map((c.drive ?? []).map((d) => [d.manoeuvre, d.heard]))) {
    const words = h === 'knocks' ? `knocks on our drive: ${m}` : `quiet on our drive: ${m}`;
    spoken.push({ words, found: h === 'knocks', layer: 'heard', index: heard.length });
    heard.push({ words, ...(h === 'knocks' ? saidOf(1, 0) : saidOf(0, 1)), ...manoeuvreSign({ faults }, c.type, m, s) });
  }

  const at = new Map<string, readonly FaultKind[]>();
  for (const end of AXLES)
    for (const side of SIDES)
      for (const kind of jointKinds(c.type.axles[end])) at.set(`${end}.${side}.${kind}`, faultsAt(c.type.axles[end], kind));
  const add = (e: PartEvidence, found: boolean, joint?: JointId) => {
    if (e.faults.length === 0) return;
    spoken.push({ words: e.words, found, layer: 'part', index: evidence.length, ...(joint ? { joint } : {}) });
    evidence.push(e);
  };
  const links = (q: (f: Fault) => number) =>
    faults.flatMap((f, fault) => {
      const x = q(f);
      return x > 0 ? [{ fault, q: x }] : [];
    });
  const by = (joint: JointId, strength: Readonly<Partial<Record<FaultKind, number>>>) =>
    links((f) => (f.joint === joint ? (strength[f.kind] ?? 0) : 0));
  for (const e of c.joints) {
    if (!at.has(e.joint)) continue;
    const name = sayFault(e.joint);
    const felt = { leak: s.felt.leak, links: by(e.joint, s.felt.by) };
    if (e.hand === 'moves') add(foundEvidence(`${name} moves`, felt, 1, 0), true, e.joint);
    if (e.hand === 'slight')
      add(foundEvidence(`${name}: a trace of play`, felt, s.felt.slight.ifMoves, s.felt.slight.ifNot), true, e.joint);
    if (e.hand === 'tight')
      for (let n = 0; n < Math.min(4, e.ways ?? 1); n++)
        add(foundEvidence(n ? `${name} tight, looked at another way` : `${name} tight`, felt, 0, 1), false, e.joint);
    for (const d of e.defects ?? []) {
      const o = s.seen[d];
      add(foundEvidence(`${name}: ${d}`, { leak: o.leak, links: by(e.joint, o.by) }, 1, 0), true, e.joint);
    }
  }
  for (const r of c.rocks ?? []) {
    const joints = new Set<string>(r.joints);
    const all = links((f) => (f.joint && joints.has(f.joint) ? (s.felt.by[f.kind] ?? 0) : 0));
    add(foundEvidence(r.words, { leak: s.felt.leak, links: all }, 1, 0), true, r.joints[0]);
  }
  for (const e of c.elsewhere ?? []) {
    const all = links((f) => (f.id === e.fault ? (s.felt.by[f.kind] ?? 0) : 0));
    const found = e.hand === 'moves';
    const words = `${sayFault(e.fault)}: ${found ? 'found' : 'nothing there'}`;
    add(foundEvidence(words, { leak: s.felt.leak, links: all }, found ? 1 : 0, found ? 0 : 1), found);
  }
  // A joint's faults are looked at together: whatever is looked at next is of one component.
  const together = new Map<JointId, number[]>();
  faults.forEach((f, i) => f.joint && together.set(f.joint, [...(together.get(f.joint) ?? []), i]));
  for (const [joint, of] of together)
    if (of.length > 1) evidence.push({ words: sayFault(joint), faults: of, likelihood: () => 1 });
  for (const e of playsOf(c, faults, net, s, evidence)) add(e.evidence, e.found, e.joint);
  return { faults, net, evidence, signs: { heard, driven, unlisted: s.unlisted.prior, counts: s.sources }, spoken };
}

/** What was measured, the two sides of a pair together, where they do not tie too many faults. */
function playsOf(
  c: Case,
  faults: readonly Fault[],
  net: readonly WornFault[],
  s: SuspectsTable,
  so: readonly PartEvidence[],
): { evidence: PartEvidence; found: boolean; joint: JointId }[] {
  const known = new Map(c.joints.map((e) => [e.joint, e]));
  const faultsOfPlay = (joint: JointId, kind: JointKind) =>
    // A joint's own fault is what its play is of; the bushings of an arm are told apart by nobody's gauge.
    faults.flatMap((f, i) => (f.joint === joint && (f.kind === (kind as FaultKind) || kind === 'arm-bushings') ? [i] : []));
  const at = (joint: JointId): PlayAt => {
    const { kind } = partsOf(joint);
    const own = faultsOfPlay(joint, kind);
    const earlier = c.earlier?.filter((x) => x.joint === joint).at(-1);
    const readings = readingsOf(known.get(joint));
    return { faults: own, sounds: own.map((f) => net[f]!.sounds), readings, ...(earlier && readings.length ? { earlier } : {}) };
  };
  const say = (joint: JointId) => {
    const e = known.get(joint)!;
    return [['play', e.play] as const, ['clearance', e.clearance] as const]
      .flatMap(([what, m]) => (m ? [`${what} ${fixed(m.meanMm, 2)} mm against ${fixed(m.limitMm, 2)}`] : []))
      .join(', ');
  };
  const done = new Set<JointId>();
  return c.joints.flatMap((e) => {
    const { kind } = partsOf(e.joint);
    const of = s.play.by[kind];
    if (!of || done.has(e.joint) || readingsOf(e).length === 0) return [];
    const twin = twinOf(e.joint);
    const sides = [at(e.joint)];
    if (sides[0]!.faults.length === 0) return [];
    const both = twin && readingsOf(known.get(twin)).length > 0;
    const found = readingsOf(e).some(
      (r) => Math.log(r.meanMm > 0 ? r.meanMm : 1e-6) > (Math.log(of.soundMm) + Math.log(of.wornMm)) / 2,
    );
    const words = `${sayFault(e.joint)}: ${say(e.joint)}`;
    if (both) {
      const pair = [...sides, at(twin)];
      const ev = playEvidence(`${words}; ${say(twin)} on the ${otherSide(partsOf(e.joint).side)}`, pair, of, s.play.spread);
      const most = Math.max(...tied(faults.length, [...so, ev]).map((g) => g.faults.length));
      if (most <= MOST_TIED - 2) {
        done.add(twin);
        return [{ evidence: ev, found, joint: e.joint }];
      }
    }
    return [{ evidence: playEvidence(words, sides, of, s.play.spread), found, joint: e.joint }];
  });
}
