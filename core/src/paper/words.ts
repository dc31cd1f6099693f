import type { OtherFault } from '../diagnosis';
import type { JobKind, PaperLanguage, Here, QuotedOption, Trait } from '../job';
import { assemblyOf, JOINT_SPECS, partsOf, twinOf, type JointId, type JointKind } from '../joint';
import type { EntryBodies } from '../ledger';
import type { Ride, Upkeep } from '../parts';
import { decimalsOf, type Dialect } from '../text';
import { convert, type DistanceUnit } from '../units';
import type { AxleEnd, Side } from '../vehicle';

/** What worn of a joint does to whoever drives, and what comes of it where it stays, for somebody who repairs nothing. */
export interface ForWhoDrives {
  readonly does: string;
  readonly ifNot: string;
}
/** How bad a finding is. */
export const PAPER_GRADES = ['dangerous', 'loose', 'watch'] as const;
export type PaperGrade = (typeof PAPER_GRADES)[number];

/** What is one thing to whoever drives: both ends of a link are the link. */
export type Thing = Exclude<JointKind, 'link-upper' | 'link-lower'> | 'link';
export const thingOf = (kind: JointKind): Thing => (JOINT_SPECS[kind].assembly === 'link' ? 'link' : (kind as Thing));

/** A way of a line as it is told: its name, what it comes to, when it is here. */
export interface WayTold {
  readonly name: string;
  readonly sum: string;
  readonly here: string;
}
type Answer = EntryBodies['answer'];

/** Every word on a paper that goes to a customer, in one language. Numbers, money and days stand as that language writes them. */
export interface PaperWords {
  readonly language: PaperLanguage;
  /** BCP 47. */
  readonly tag: string;
  list(names: readonly string[]): string;
  money(minor: number, currency: string): string;
  day(iso: string): string;
  distance(km: number, unit: DistanceUnit): string;
  /** Whole parts, both sides told once: "both links"; of both axles "both rear links". */
  parts(d: Dialect, ids: readonly JointId[]): string;
  readonly others: Readonly<Record<OtherFault, string>>;
  readonly end: Readonly<Record<AxleEnd, string>>;

  hello(vehicle: string, plate: string, name: string): string;
  found(grade: PaperGrade, end: AxleEnd, what: string): string;
  readonly drives: Readonly<Record<Thing, ForWhoDrives>>;
  readonly watchLater: string;
  readonly nothingWorn: string;
  /** Not on the road before these are repaired. */
  ban(whats: readonly string[]): string;
  way(name: string): string;
  here(h: Here): string;
  line(name: string, ways: readonly WayTold[]): string;
  beside(together: string, later: string): string;
  /** @param dearer by how much; empty where it costs the same */
  differs(way: string, before: string, dearer: string, more: readonly string[], less: readonly string[]): string;
  trait(t: Trait): string;
  saidYes(name: string, way: string): string;
  total(is: 'agreed' | 'least' | 'all'): string;
  /** @param hours until the parts come; undefined where nobody said */
  takes(minutes: number, hours: number | undefined): string;
  need(names: string): string;

  readonly quote: {
    title(plate: string): string;
    readonly nothing: string;
    readonly rows: Readonly<Record<'what' | 'parts' | 'labour' | 'total' | 'available' | 'warranty' | 'upkeep' | 'ride', string>>;
    labour(o: Pick<QuotedOption, 'minutes' | 'timedMinutes'>): string;
    warranty(months: number | undefined): string;
    upkeep(u: Upkeep, every: string): string;
    readonly rides: Readonly<Record<Ride, string>>;
    readonly noAnswer: string;
    answer(a: Answer, way: string, on: string): string;
    readonly besides: string;
    tax(percent: number, included: boolean): string;
    rate(sum: string): string;
    readonly rust: string;
  };
  readonly back: {
    readonly heads: Readonly<
      Record<
        | 'why'
        | 'told'
        | 'found'
        | 'sound'
        | 'fitted'
        | 'refitted'
        | 'agreed'
        | 'offered'
        | 'costs'
        | 'declined'
        | 'comeBack'
        | 'road'
        | 'kept',
        string
      >
    >;
    readonly jobs: Readonly<Record<JobKind, string>>;
    cause(names: string): string;
    readonly noCause: string;
    readonly gone: Readonly<Record<'renewed' | 'put right' | 'put back' | 'not repaired' | 'left', string>>;
    readonly nothingLooked: string;
    readonly samePart: string;
    work(sum: string): string;
    picture(end: AxleEnd): string;
    readonly marks: Readonly<Record<'worn, new' | 'new' | 'worn', string>>;
    readonly photographs: string;
    readonly sides: Readonly<Record<Side, string>>;
    readonly results: Readonly<Record<EntryBodies['road-test']['result'], string>>;
    at(what: string, distance: string, day: string): string;
    /** What a part asks for later, for the first time there. */
    firstAt(distance: string): string;
    readonly repair: string;
    readonly alignment: string;
    readonly nothingDue: string;
    readonly answerDue: string;
    handedBack(by: string): string;
    readonly maker: string;
    /** What the yard wrote in its own words stays as it was written. */
    readonly ownWords: string;
  };
}

/** How a language puts a side and an axle to a part. */
interface Composed {
  one(thing: Thing, side: Side, end: AxleEnd | undefined): string;
  both(thing: Thing, end: AxleEnd | undefined): string;
  /** What goes across the vehicle and has no side. */
  across(thing: Thing, end: AxleEnd | undefined): string;
  list(names: readonly string[]): string;
}

/** Whole parts by a language's own way to put them; what is fitted on both sides is told once. */
export const partsBy =
  (c: Composed) =>
  (ids: readonly JointId[]): string => {
    const parts = ids.filter((id, i) => ids.findIndex((x) => assemblyOf(x) === assemblyOf(id)) === i);
    const all = new Set(parts.map(assemblyOf));
    const both = new Set(parts.map((id) => partsOf(id).axle)).size > 1;
    return c.list(
      parts.flatMap((id) => {
        const { axle, kind, side } = partsOf(id);
        const end = both ? axle : undefined;
        const thing = thingOf(kind);
        if (JOINT_SPECS[kind].acrossVehicle) return [c.across(thing, end)];
        if (!all.has(assemblyOf(twinOf(id)))) return [c.one(thing, side, end)];
        return side === 'left' ? [c.both(thing, end)] : [];
      }),
    );
  };

/** Money as a language writes it, with the currency's letters behind it. */
export const moneyBy =
  (tag: string) =>
  (minor: number, currency: string): string => {
    const digits = decimalsOf(currency);
    const number = new Intl.NumberFormat(tag, { minimumFractionDigits: digits, maximumFractionDigits: digits }).format(
      minor / 10 ** digits,
    );
    return `${number} ${currency}`;
  };
/** A day in full; noon of it, so that no zone moves it. */
export const dayBy =
  (tag: string) =>
  (iso: string): string =>
    new Intl.DateTimeFormat(tag, { day: 'numeric', month: 'long', year: 'numeric', timeZone: 'UTC' }).format(
      new Date(`${iso.slice(0, 10)}T12:00:00Z`),
    );
/** @param km whole kilometres, told in the shop's unit */
export const distanceBy =
  (tag: string) =>
  (km: number, unit: DistanceUnit): string =>
    `${new Intl.NumberFormat(tag, { maximumFractionDigits: 0, useGrouping: 'always' }).format(convert(km, 'km', unit, 'distance'))} ${unit}`;

/** One full stop, whoever wrote it. */
export const stopped = (t: string): string => t.replace(/[.\s]*$/, '.');

/** Rounded to what a person plans by: quarters of an hour, then halves. */
export const plannedBy = (minutes: number): { readonly minutes: number } | { readonly halves: number } =>
  minutes <= 75 ? { minutes: Math.max(15, Math.round(minutes / 15) * 15) } : { halves: Math.round(minutes / 30) };
