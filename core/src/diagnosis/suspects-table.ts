import { BadInput } from '../error';
import { DEFECTS, type Defect } from '../joint';
import { LINK_KINDS, SUSPENSIONS, type AxleSpec, type LinkKind, type Suspension } from '../vehicle';
import { FAULT_KINDS, type FaultKind } from './faults';
import { SIGNS, type Sign } from './words';
import shipped from './suspects-table.json';

export interface FaultStrength {
  /** Chance that this part of a vehicle that comes in with a noise is worn, at the distance named in `priors`. */
  readonly prior: number;
  /** Chance that the worn part alone makes the sign noticed. */
  readonly signs: Readonly<Partial<Record<Sign, number>>>;
}

/** What differs by layout or kind of link; later ones win. */
export interface StrengthVariant {
  readonly suspension?: readonly Suspension[] | undefined;
  readonly link?: readonly LinkKind[] | undefined;
  readonly fault: FaultKind;
  readonly prior?: number | undefined;
  readonly signs?: Readonly<Partial<Record<Sign, number>>> | undefined;
  readonly why: string;
}

/** Raised with its shape; tables of older programs are read through `readStoredTable`. */
export const SUSPECTS_TABLE_FORMAT = 'ash-knot suspects table 2';

interface Observation {
  /** Chance that it is seen with no fault of this list. */
  readonly leak: number;
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
  readonly felt: Observation;
  readonly seen: Readonly<Record<Defect, Observation>>;
  /** Play or clearance beyond its limit. */
  readonly measured: { readonly beyondWhenWorn: number; readonly beyondWhenSound: number };
  /** The shop's own drive against the customer's word, by what is lifted or loaded. */
  readonly drive: {
    readonly sharper: number;
    readonly most: number;
    readonly leak: number;
    readonly otherWheel: { readonly bar: number; readonly rest: number };
    readonly outside: number;
    readonly inside: number;
    /** `anotherNoise`: chance that what still knocks with the links off is not the customer's noise. */
    readonly linksOff: { readonly bar: number; readonly anotherNoise: number; readonly rest: number };
  };
  /** How much a place the customer names points at a fault there. */
  readonly place: {
    readonly axle: number;
    readonly axleLeak: number;
    readonly axleDoubt: number;
    readonly side: number;
    readonly otherSide: number;
    readonly sideLeak: number;
    readonly sideDoubt: number;
    readonly noPlace: number;
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
    readonly changedLately: number;
    readonly wheelsHandled: number;
    readonly workedOnLately: number;
    readonly sistersWeight: number;
  };
}

function probability(field: string, x: unknown): void {
  if (typeof x !== 'number' || !(x >= 0 && x <= 1)) throw new BadInput(field, 'must be a probability between 0 and 1', x);
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

type Raw = Record<string, unknown>;

/** What each older format needs to become the next one. */
const UPCASTS: Readonly<Record<string, (table: Raw) => Raw>> = {
  // The first called the shop's own drive "driven", and knew a link of no kind.
  'ash-knot strengths 1': ({ driven, ...table }) => ({
    ...table,
    format: SUSPECTS_TABLE_FORMAT,
    ...(driven === undefined ? {} : { drive: driven }),
    variants: Array.isArray(table['variants'])
      ? table['variants'].map((v: Raw) =>
          Array.isArray(v['link']) ? { ...v, link: v['link'].filter((kind) => kind !== 'none') } : v,
        )
      : table['variants'],
  }),
};

function upcast(table: Raw): Raw {
  let t = table;
  for (let next = UPCASTS[String(t['format'])]; next; next = UPCASTS[String(t['format'])]) t = next(t);
  return t;
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
    table(`signs of ${kind}`, s['signs'], SIGNS, false);
  }
  for (const kind of FAULT_KINDS) if (!(kind in faults)) throw new BadInput(`fault ${kind}`, 'is missing');
  const variants = f['variants'];
  if (!Array.isArray(variants)) throw new BadInput('list of variants', 'must be a list');
  variants.forEach((v: unknown, i) => {
    const x = record(`variant ${i + 1}`, v);
    known(`fault of variant ${i + 1}`, String(x['fault']), FAULT_KINDS);
    for (const s of (x['suspension'] as string[] | undefined) ?? []) known(`suspension of variant ${i + 1}`, s, SUSPENSIONS);
    for (const s of (x['link'] as string[] | undefined) ?? []) known(`link of variant ${i + 1}`, s, LINK_KINDS);
    if (x['prior'] !== undefined) probability(`prior of variant ${i + 1}`, x['prior']);
    if (x['signs'] !== undefined) table(`signs of variant ${i + 1}`, x['signs'], SIGNS, false);
  });
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
  check('measured', f['measured'], shipped.measured, []);
  check('drive', f['drive'], shipped.drive, ['sharper', 'outside', 'inside']);
  check('place', f['place'], shipped.place, []);
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
  const { faults, leaks, felt, seen, measured, drive, place, priors } = shipped;
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
        const mine = (t['faults'] as Raw | undefined)?.[k] as { prior: number; signs: object } | undefined;
        return [k, mine ? { ...mine, signs: kept(mine.signs, SIGNS) } : faults[k]];
      }),
    ),
    variants: ((t['variants'] ?? []) as StrengthVariant[]).filter((v) => FAULT_KINDS.includes(v.fault)),
    leaks: fill(t['leaks'], leaks),
    felt: observed(t['felt'], felt),
    seen: Object.fromEntries(DEFECTS.map((d) => [d, observed((t['seen'] as Raw | undefined)?.[d], seen[d])])),
    measured: fill(t['measured'], measured),
    drive: fill(t['drive'], drive),
    place: fill(t['place'], place),
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
    out = { prior: v.prior ?? out.prior, signs: { ...out.signs, ...v.signs } };
  }
  return out;
}
