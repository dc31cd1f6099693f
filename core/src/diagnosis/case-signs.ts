import { within } from '../error';
import { partsOf } from '../joint';
import { SIDES, type AxleEnd, type Side, type VehicleTypeSpec } from '../vehicle';
import type { Case, CaseModel, Spoken } from './case';
import { ofBarSystem, type Fault } from './faults';
import { saidOf, type SoundSign } from './sources';
import { faultStrength, type FaultStrength, type SuspectsTable } from './suspects-table';
import {
  CHARACTERS,
  CONDITIONS,
  HANDLING,
  LIKENESSES,
  PLACES,
  WHENS,
  type Manoeuvre,
  type Sign,
  type Sort,
  type When,
} from './words';

/** What a recording told: which side it is heard first, or what it sounds like; with the chance that it is so. */
export type RecordedFinding =
  | { readonly what: 'side'; readonly is: Side; readonly chance: number }
  | { readonly what: 'sound'; readonly is: 'soft thud' | 'hard knock'; readonly chance: number };

export const sayRecorded = (f: RecordedFinding): string =>
  `recorded: ${f.what === 'side' ? `heard first on the ${f.is}` : `mostly like a ${f.is}`}, ${Math.round(f.chance * 100)} % sure`;

/** How a fault of this vehicle is weighed by the table. */
export const strengthOf = (f: Fault, type: VehicleTypeSpec, s: SuspectsTable) =>
  faultStrength(s, f.kind, f.axle && type.axles[f.axle]);

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

/** How a sign is heard: by nothing, by what is not on the list, by each fault. */
interface How {
  readonly leak: number;
  readonly unlisted: number;
  readonly q: (f: Fault, st: FaultStrength) => number;
}

/** The signs of a case as they come: what was said of each, in words and in numbers. */
class SignList {
  readonly heard: SoundSign[] = [];
  readonly driven: SoundSign[] = [];
  readonly spoken: Spoken[] = [];
  constructor(
    private readonly faults: readonly Fault[],
    private readonly strengths: readonly FaultStrength[],
    private readonly s: SuspectsTable,
  ) {}

  sign(to: 'heard' | 'driven', words: string, found: boolean, [ifHeard, ifNot]: readonly [number, number], how: How): void {
    const stay = new Float64Array(this.faults.length + 1);
    this.faults.forEach((f, i) => (stay[i] = 1 - how.q(f, this.strengths[i]!)));
    stay[this.faults.length] = 1 - how.unlisted;
    this.add(to, found, { words, ...saidOf(ifHeard, ifNot), base: 1 - how.leak, stay });
  }
  add(to: 'heard' | 'driven', found: boolean, sign: SoundSign): void {
    this.spoken.push({ words: sign.words, found, layer: to, index: this[to].length });
    this[to].push(sign);
  }
  /** One sort of sign: those that were named, and, where any was, those that were not. */
  sort<T extends string>(
    name: Sort,
    all: readonly T[],
    named: readonly T[],
    say: (x: T) => How & { readonly words: string },
  ): void {
    if (named.length === 0) return;
    const n = this.s.naming[name];
    for (const x of all) {
      const is = named.includes(x);
      const { words, ...how } = say(x);
      this.sign(
        name === 'handling' ? 'driven' : 'heard',
        is ? words : `not named: ${words}`,
        is,
        is ? [n.named, n.wrongly] : [1 - n.named, 1 - n.wrongly],
        how,
      );
    }
  }
  readonly bySign = (x: Sign): How & { readonly words: string } => ({
    words: x,
    leak: this.s.leaks[x],
    unlisted: this.s.unlisted.sign,
    q: (_, st) => st.signs[x] ?? 0,
  });
}

/** What the customer said of what it sounds like, when, and how it drives. */
function saidSigns(list: SignList, c: Case): void {
  list.sort('character', CHARACTERS, c.character, list.bySign);
  list.sort('likeness', LIKENESSES, c.like ?? [], (x) => ({ ...list.bySign(x), words: `sounds like the ${x} that was played` }));
  const quieter = c.when.includes('quieter when both rise');
  const hump = 'both wheels over a hump';
  const apart = quieter && !c.when.includes(hump);
  const whens = WHENS.filter((w): w is Exclude<When, 'quieter when both rise'> => w !== 'quieter when both rise');
  const when = c.when.filter((w): w is (typeof whens)[number] => w !== 'quieter when both rise');
  // "Quieter when both rise" says the hump with both wheels was tried and was not the moment.
  list.sort(
    'when',
    whens.filter((w) => !(apart && w === hump)),
    when,
    list.bySign,
  );
  if (apart) list.sign('heard', 'quieter when both rise', true, [0.1, 0.9], list.bySign(hump));
  list.sort('condition', CONDITIONS, c.conditions ?? [], list.bySign);
  list.sort('handling', HANDLING, c.handling, (x) => ({ ...list.bySign(x), unlisted: 0 }));
}

/** Where they heard it. */
function placeSigns(list: SignList, c: Case, s: SuspectsTable): void {
  const lastTouched = c.renewed?.length ? c.renewed.reduce((a, b) => (b.atKm >= a.atKm ? b : a)).joint : undefined;
  const endOf = (f: Fault): AxleEnd | undefined =>
    f.axle ?? (f.id === 'recent work' && lastTouched ? partsOf(lastTouched).axle : undefined);
  list.sort(
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
    list.sort(
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
}

/** A machine's word for where and what, weighed by how often it said the same; a sound somebody pointed at says it already. */
function recordedSigns(list: SignList, c: Case, s: SuspectsTable): void {
  for (const f of c.recorded ?? []) {
    within(`chance of what was ${sayRecorded(f)}`, f.chance, 0, 1);
    if (f.what === 'sound' && c.like?.length) continue;
    const how =
      f.what === 'sound'
        ? list.bySign(f.is)
        : {
            leak: s.places.side.leak,
            unlisted: s.unlisted.place,
            q: (x: Fault) => (x.side ? (x.side === f.is ? s.places.side.own : s.places.side.other) : s.places.side.elsewhere),
          };
    list.sign('heard', sayRecorded(f), true, [f.chance, 1 - f.chance], how);
  }
}

/** Everything that was said of the noise and heard on the shop's own drive, sign by sign. */
export function signsOfCase(
  c: Case,
  s: SuspectsTable,
  faults: readonly Fault[],
  strengths: readonly FaultStrength[],
): { readonly heard: readonly SoundSign[]; readonly driven: readonly SoundSign[]; readonly spoken: readonly Spoken[] } {
  const list = new SignList(faults, strengths, s);
  saidSigns(list, c);
  placeSigns(list, c, s);
  recordedSigns(list, c, s);
  for (const [m, h] of new Map((c.drive ?? []).map((d) => [d.manoeuvre, d.heard]))) {
    const words = h === 'knocks' ? `knocks on our drive: ${m}` : `quiet on our drive: ${m}`;
    list.add('heard', h === 'knocks', {
      words,
      ...(h === 'knocks' ? saidOf(1, 0) : saidOf(0, 1)),
      ...manoeuvreSign({ faults }, c.type, m, s),
    });
  }
  return list;
}
