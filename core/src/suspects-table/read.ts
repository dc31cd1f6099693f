import { BadInput, own } from '../error';
import { DEFECTS, JOINT_KINDS } from '../joint';
import { LINK_KINDS, SUSPENSIONS } from '../vehicle';
import shipped from './shipped.json';
import { FAULT_KINDS, PLACES, SIGNS, SORTS, SUSPECTS_TABLE_FORMAT, type StrengthVariant, type SuspectsTable } from '../diagnosis';
import { upcast, type Raw } from './upcast';

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
      if (typeof v === 'object') check(`${name}, ${k}`, own(t, k), v as Record<string, unknown>, factors);
      else if (factors.includes(k)) factor(`${name}, ${k}`, own(t, k));
      else probability(`${name}, ${k}`, own(t, k));
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
    for (const k of ['leak', 'front', 'rear', 'elsewhere']) probability(`places, ${place}, ${k}`, own(x, k));
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
    return Object.fromEntries(Object.entries(ours).map(([k, v]) => [k, fill(own(m, k), v)]));
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
        const mine = own(t['places'] as Raw | undefined, k);
        return [
          k,
          mine && 'by' in ours ? { ...ours, ...(mine as Raw), by: kept((mine as Raw)['by'], FAULT_KINDS) } : fill(mine, ours),
        ];
      }),
    ),
    priors: fill(t['priors'], priors),
  });
}
