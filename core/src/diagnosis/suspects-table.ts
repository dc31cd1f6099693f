import { BadInput } from '../error';
import { DEFECTS, JOINT_KINDS, type Defect, type JointKind } from '../joint';
import { LINK_KINDS, SUSPENSIONS, type AxleSpec, type LinkKind, type Suspension } from '../vehicle';
import { FAULT_KINDS, type FaultKind } from './faults';
import type { SourceCounts } from './sources';
import { PLACES, SIGNS, SORTS, type Place, type Sign, type Sort } from './words';
import shipped from './suspects-table.json';
import { SUSPECTS_TABLE_FORMAT, upcast, type Raw } from './suspects-upcast';

export { SUSPECTS_TABLE_FORMAT } from './suspects-upcast';

export interface FaultStrength {
  /** Chance that this part of a vehicle that comes in with a noise is worn, at the distance named in `priors`. */
  readonly prior: number;
  /** Chance that the part, worn as such parts usually are, makes a noise. */
  readonly sounds: number;
  /** Chance that it alone makes the sign noticed: where it sounds, and of how the vehicle drives where it is worn. */
  readonly signs: Readonly<Partial<Record<Sign, number>>>;
}

/** What differs by layout or kind of link; later ones win. */
export interface StrengthVariant {
  readonly suspension?: readonly Suspension[] | undefined;
  readonly link?: readonly LinkKind[] | undefined;
  readonly fault: FaultKind;
  readonly prior?: number | undefined;
  readonly sounds?: number | undefined;
  readonly signs?: Readonly<Partial<Record<Sign, number>>> | undefined;
  readonly why: string;
}

interface Observation {
  /** Chance that it is seen with no fault of this list. */
  readonly leak: number;
  readonly by: Readonly<Partial<Record<FaultKind, number>>>;
}

/** Play of a joint, mm: the medians of sound and of worn ones (log-normal). */
export interface PlayOf {
  readonly soundMm: number;
  readonly wornMm: number;
}

/** How a place that is named points at faults there. */
export interface PlaceStrength {
  readonly leak: number;
  readonly front: number;
  readonly rear: number;
  /** What is at neither axle. */
  readonly elsewhere: number;
  /** Kinds that are heard there more or less than others of their axle. */
  readonly by: Readonly<Partial<Record<FaultKind, number>>>;
}

/** The suspects table: everything the diagnosis believes, as data with its provenance. */
export interface SuspectsTable {
  readonly format: typeof SUSPECTS_TABLE_FORMAT;
  readonly provenance: string;
  readonly faults: Readonly<Record<FaultKind, FaultStrength>>;
  readonly variants: readonly StrengthVariant[];
  /** How often each sign is noticed with no fault of the list at all. */
  readonly leaks: Readonly<Record<Sign, number>>;
  /** What the hand feels by a check that counts. */
  readonly felt: Observation & {
    /** A trace: how often it is said of what really moves, and of what does not. */
    readonly slight: { readonly ifMoves: number; readonly ifNot: number };
  };
  readonly seen: Readonly<Record<Defect, Observation>>;
  /** Whether a customer who was asked names a sign: one that is there, and one that is not. */
  readonly naming: Readonly<Record<Sort, { readonly named: number; readonly wrongly: number }>>;
  /** A source that is none of the list: how likely, and with a flat profile how often it makes any one sign. */
  readonly unlisted: { readonly prior: number; readonly sign: number; readonly place: number; readonly drive: number };
  /** How often somebody comes with one noise, by how many sources it has. */
  readonly sources: SourceCounts;
  readonly play: {
    /** Standard deviations of the logarithm: what both sides share, of sound ones, of worn ones, and since the last visit. */
    readonly spread: { readonly together: number; readonly sound: number; readonly worn: number; readonly since: number };
    readonly by: Readonly<Partial<Record<JointKind, PlayOf>>>;
  };
  /** The shop's own drive against the customer's word, by what is lifted or loaded. */
  readonly drive: {
    readonly sharper: number;
    readonly most: number;
    readonly leak: number;
    readonly otherWheel: { readonly bar: number; readonly rest: number };
    readonly outside: number;
    readonly inside: number;
    /** `anotherNoise`: chance that it is still told as the same noise with the links off where part of it was the bar's. */
    readonly linksOff: { readonly bar: number; readonly leak: number; readonly anotherNoise: number; readonly rest: number };
  };
  /** How much a place the customer names points at a fault there. */
  readonly places: Readonly<Record<Place, PlaceStrength>> & {
    readonly side: { readonly leak: number; readonly own: number; readonly other: number; readonly elsewhere: number };
  };
  /** What raises or lowers a prior: factors, but for the distance at which they are 1 and the sisters' weight. */
  readonly priors: {
    readonly distanceKm: number;
    readonly least: number;
    readonly most: number;
    readonly kerbSide: number;
    readonly impact: number;
    readonly corrosion: number;
    readonly corrosionAtRubberAndSprings: number;
    /** A customer says that it was changed lately. */
    readonly changedFlag: number;
    /** A part fitted by this shop: `1 + newBump·exp(−km/newKm)` at so many km since. Cheap ones go loose early. */
    readonly newBump: number;
    readonly newKm: number;
    readonly wheelsHandled: number;
    /** Fasteners where a customer says that work was done, and, over the same distance, where this shop did it. */
    readonly workedOnLately: number;
    readonly touchedLately: number;
    readonly sistersWeight: number;
  };
}

function probability(field: string, x: unknown): void {
  if (typeof x !== 'number' || !(x >= 0 && x <= 1)) throw new BadInput(field, 'must be a probability between 0 and 1', x);
}

/** Nothing sounds for certain: that nobody sounds must stay possible for the sums. */
function chanceOfSounding(field: string, x: unknown): void {
  if (typeof x !== 'number' || !(x >= 0 && x <= 0.99)) throw new BadInput(field, 'must be a probability between 0 and 0.99', x);
}

function factor(field: string, x: unknown, least = 0): void {
  if (typeof x !== 'number' || !(x > least) || x > 1e7) throw new BadInput(field, `must be a number above ${least}`, x);
}

function known<T extends string>(field: string, x: string, list: readonly T[]): void {
  if (!(list as readonly string[]).includes(x)) throw new BadInput(field, 'is not one this program knows', x);
}

function record(field: string, x: unknown): Record<string, unknown> {
  if (typeof x !== 'object' || x === null || Array.isArray(x)) throw new BadInput(field, 'must be a table');
  return x as Record<string, unknown>;
}

function table<T extends string>(field: string, x: unknown, keys: readonly T[], all: boolean): void {
  const t = record(field, x);
  for (const [k, v] of Object.entries(t)) {
    known(`name in ${field}`, k, keys);
    probability(`${field}, ${k}`, v);
  }
  if (all) for (const k of keys) if (!(k in t)) throw new BadInput(`${field}, ${k}`, 'is missing');
}

function readVariant(v: unknown, i: number): void {
  const x = record(`variant ${i + 1}`, v);
  known(`fault of variant ${i + 1}`, String(x['fault']), FAULT_KINDS);
  for (const [name, all] of [
    ['suspension', SUSPENSIONS],
    ['link', LINK_KINDS],
  ] as const) {
    const some = x[name];
    if (some === undefined) continue;
    if (!Array.isArray(some)) throw new BadInput(`${name} of variant ${i + 1}`, 'must be a list');
    for (const s of some) known(`${name} of variant ${i + 1}`, String(s), all);
  }
  if (x['prior'] !== undefined) probability(`prior of variant ${i + 1}`, x['prior']);
  if (x['sounds'] !== undefined) chanceOfSounding(`chance that variant ${i + 1} sounds`, x['sounds']);
  if (x['signs'] !== undefined) table(`signs of variant ${i + 1}`, x['signs'], SIGNS, false);
}

/** How often a sort is named: more often where it is there than wrongly, never always and never never. */
function readNaming(naming: Record<string, unknown>): void {
  for (const sort of SORTS) {
    const n = record(`naming, ${sort}`, naming[sort]);
    probability(`naming, ${sort}, named`, n['named']);
    probability(`naming, ${sort}, wrongly`, n['wrongly']);
    if (!((n['wrongly'] as number) > 0) || !((n['named'] as number) < 1) || !((n['named'] as number) > (n['wrongly'] as number)))
      throw new BadInput(
        `naming, ${sort}`,
        'must be named more often where it is there than wrongly, never always, and never never',
        `${String(n['named'])}, ${String(n['wrongly'])}`,
      );
  }
}

/**
 * Reads a suspects table: every fault and sign known, every strength a probability, nothing left out.
 * @throws BadInput naming the fault, the sign and the bound.
 */
export function readSuspectsTable(file: unknown): SuspectsTable {
  const f = upcast(record('suspects table', file));
  if (f['format'] !== SUSPECTS_TABLE_FORMAT)
    throw new BadInput('format of the suspects table', `must be "${SUSPECTS_TABLE_FORMAT}"`, f['format']);
  if (typeof f['provenance'] !== 'string' || f['provenance'].trim() === '')
    throw new BadInput('provenance of the suspects table', 'must say where its numbers come from');
  const faults = record('list of faults', f['faults']);
  for (const [kind, v] of Object.entries(faults)) {
    known('fault', kind, FAULT_KINDS);
    const s = record(kind, v);
    probability(`prior of ${kind}`, s['prior']);
    chanceOfSounding(`chance that the ${kind} sounds`, s['sounds']);
    table(`signs of ${kind}`, s['signs'], SIGNS, false);
  }
  for (const kind of FAULT_KINDS) if (!(kind in faults)) throw new BadInput(`fault ${kind}`, 'is missing');
  const variants = f['variants'];
  if (!Array.isArray(variants)) throw new BadInput('list of variants', 'must be a list');
  variants.forEach(readVariant);
  table('leaks', f['leaks'], SIGNS, true);
  const observed = (name: string, x: unknown) => {
    const o = record(name, x);
    probability(`leak of ${name}`, o['leak']);
    table(name, o['by'], FAULT_KINDS, false);
  };
  observed('felt', f['felt']);
  const seen = record('seen', f['seen']);
  for (const [k, v] of Object.entries(seen)) {
    known('name in seen', k, DEFECTS);
    observed(k, v);
  }
  for (const d of DEFECTS) if (!(d in seen)) throw new BadInput(`${d} in seen`, 'is missing');
  const check = (name: string, x: unknown, like: Record<string, unknown>, factors: readonly string[]) => {
    const t = record(name, x);
    for (const [k, v] of Object.entries(like)) {
      if (!(k in t)) throw new BadInput(`${name}, ${k}`, 'is missing');
      if (typeof v === 'object') check(`${name}, ${k}`, t[k], v as Record<string, unknown>, factors);
      else if (factors.includes(k)) factor(`${name}, ${k}`, t[k]);
      else probability(`${name}, ${k}`, t[k]);
    }
  };
  check('slight in felt', record('felt', f['felt'])['slight'], shipped.felt.slight, []);
  readNaming(record('naming', f['naming']));
  check('sources', f['sources'], shipped.sources, []);
  check('unlisted', f['unlisted'], shipped.unlisted, []);
  chanceOfSounding('unlisted, prior', record('unlisted', f['unlisted'])['prior']);
  const play = record('play', f['play']);
  check('play, spread', play['spread'], shipped.play.spread, Object.keys(shipped.play.spread));
  for (const [kind, v] of Object.entries(record('play, by', play['by']))) {
    known('name in play', kind, JOINT_KINDS);
    const x = record(`play, ${kind}`, v);
    factor(`play, ${kind}, soundMm`, x['soundMm']);
    factor(`play, ${kind}, wornMm`, x['wornMm'], x['soundMm'] as number);
  }
  check('drive', f['drive'], shipped.drive, ['sharper', 'outside', 'inside']);
  const places = record('places', f['places']);
  for (const place of PLACES) {
    const x = record(`places, ${place}`, places[place]);
    for (const k of ['leak', 'front', 'rear', 'elsewhere']) probability(`places, ${place}, ${k}`, x[k]);
    table(`places, ${place}`, x['by'], FAULT_KINDS, false);
  }
  check('places, side', places['side'], shipped.places.side, []);
  check('priors', f['priors'], shipped.priors, Object.keys(shipped.priors));
  return f as unknown as SuspectsTable;
}

/** The table that ships. */
export const SHIPPED: SuspectsTable = /* @__PURE__ */ readSuspectsTable(shipped);

/**
 * A table that a shop put in place under an older program, as this one needs it: what it could not know
 * yet is taken from the table that ships, and names this program no longer has are left aside. A file
 * that comes in is read strictly instead, by `readSuspectsTable`.
 * @throws BadInput where even so a number in it is none, or is out of bounds.
 */
export function readStoredTable(stored: unknown): SuspectsTable {
  const t = upcast(record('suspects table', stored));
  const fill = (mine: unknown, ours: unknown): unknown => {
    if (typeof ours !== 'object' || ours === null || Array.isArray(ours)) return mine === undefined ? ours : mine;
    const m = typeof mine === 'object' && mine !== null ? (mine as Raw) : {};
    return Object.fromEntries(Object.entries(ours).map(([k, v]) => [k, fill(m[k], v)]));
  };
  const kept = (rows: unknown, keys: readonly string[]) =>
    Object.fromEntries(Object.entries((rows ?? {}) as Raw).filter(([k]) => keys.includes(k)));
  const { faults, leaks, felt, seen, naming, unlisted, sources, play, drive, places, priors } = shipped;
  // A cause the shop left out of an observation stays out; a fault its program did not know comes with ours.
  const isNew = FAULT_KINDS.filter((k) => !(k in ((t['faults'] ?? {}) as Raw)));
  const observed = (mine: unknown, ours: { leak: number; by: object }) => {
    const m = (mine ?? ours) as { leak: number; by: object };
    return { ...m, by: kept({ ...(mine ? kept(ours.by, isNew) : ours.by), ...m.by }, FAULT_KINDS) };
  };
  return readSuspectsTable({
    ...t,
    faults: Object.fromEntries(
      FAULT_KINDS.map((k) => {
        const mine = (t['faults'] as Raw | undefined)?.[k] as { prior: number; sounds: number; signs: object } | undefined;
        return [k, mine ? { ...mine, signs: kept(mine.signs, SIGNS) } : faults[k]];
      }),
    ),
    variants: ((t['variants'] ?? []) as StrengthVariant[]).filter((v) => FAULT_KINDS.includes(v.fault)),
    leaks: fill(t['leaks'], leaks),
    felt: { slight: felt.slight, ...observed(t['felt'], felt) },
    seen: Object.fromEntries(DEFECTS.map((d) => [d, observed((t['seen'] as Raw | undefined)?.[d], seen[d])])),
    naming: fill(t['naming'], naming),
    unlisted: fill(t['unlisted'], unlisted),
    sources: fill(t['sources'], sources),
    play: {
      spread: fill((t['play'] as Raw | undefined)?.['spread'], play.spread),
      by: kept((t['play'] as Raw | undefined)?.['by'] ?? play.by, JOINT_KINDS),
    },
    drive: fill(t['drive'], drive),
    places: Object.fromEntries(
      Object.entries(places).map(([k, ours]) => {
        const mine = (t['places'] as Raw | undefined)?.[k];
        return [
          k,
          mine && 'by' in ours ? { ...ours, ...(mine as Raw), by: kept((mine as Raw)['by'], FAULT_KINDS) } : fill(mine, ours),
        ];
      }),
    ),
    priors: fill(t['priors'], priors),
  });
}

/** Strength of a fault on an axle of this layout and link; elsewhere (no axle) as it stands. */
export function faultStrength(s: SuspectsTable, kind: FaultKind, axle?: AxleSpec): FaultStrength {
  let out = s.faults[kind];
  if (!axle) return out;
  for (const v of s.variants) {
    if (v.fault !== kind) continue;
    if (v.suspension && !v.suspension.includes(axle.suspension)) continue;
    if (v.link && !(axle.link && v.link.includes(axle.link.kind))) continue;
    out = { prior: v.prior ?? out.prior, sounds: v.sounds ?? out.sounds, signs: { ...out.signs, ...v.signs } };
  }
  return out;
}
