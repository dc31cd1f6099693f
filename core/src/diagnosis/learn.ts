import { finite, within, own } from '../error';
import { partsOf, type JointId } from '../joint';
import type { Dialect } from '../text';
import { buildCase, type Case } from './case';
import { faultsOf, sayKind, type FaultId, type FaultKind } from './faults';
import { faultStrength, type SuspectsTable } from './suspects-table';
import { chanceOfSets, eachSet } from './sources';
import { weighCase } from './suspects';
import { CHARACTERS, CONDITIONS, HANDLING, LIKENESSES, WHENS, type Sign, type Sort } from './words';

/** Evidence for and against one number of the suspects table, in fractions of a case. */
export interface Count {
  /** "sign|link-lower|rattle", "leak|rattle", "prior|damper", "sounds|damper", "felt|spring" */
  readonly key: string;
  readonly yes: number;
  readonly no: number;
}

/** How many cases the shipped number stands for, before the shop's own are added (shop judgement). */
const WEIGHT = { sign: 20, leak: 100, prior: 100, sounds: 30, felt: 50 } as const;

/** What a closed job has shown. */
export interface Outcome {
  /** Confirmed worn with the part in the hand, and renewed. */
  readonly on: readonly FaultId[];
  /** Found sound in the hand. */
  readonly off: readonly FaultId[];
  /** The same bump after the work: quiet says that what was renewed made the noise, the same that none of it did. */
  readonly proof?: 'quiet' | 'same' | undefined;
}

/** A set of the confirmed parts that may have made the noise together. */
interface Source {
  readonly faults: readonly number[];
  readonly p: number;
}

/**
 * Which of the parts that were renewed made the noise, where it is gone: the sets of them, by what was known and with
 * the parts in the hand. Nothing where the proof drive does not say.
 */
function sourcesOf(c: Case, o: Outcome, s: SuspectsTable): Source[] {
  if (o.proof !== 'quiet') return [];
  const b = buildCase(c, s);
  const inHand = new Set<string>(o.on);
  // In the hand it is certain enough: what is worn, and that nothing else makes it now.
  const net = b.net.map((f) => (inHand.has(f.id) ? { ...f, prior: 0.999 } : f));
  const w = weighCase({ ...b, net });
  const sets: { faults: number[]; p: number }[] = [];
  let all = 0;
  eachSet(w.sets, chanceOfSets(w), (p, x, y, z) => {
    const faults = [x, y, z].filter((f) => f >= 0);
    if (faults.length === 0 || !faults.every((f) => f < b.faults.length && inHand.has(b.faults[f]!.id))) return;
    all += p;
    sets.push({ faults, p });
  });
  return all > 0 ? sets.map((x) => ({ faults: x.faults, p: x.p / all })) : [];
}

/**
 * How far each confirmed part made the noise, by the proof drive: 0 to 1; nothing where it does not say.
 * Shares of several may add up to more than one: two may knock together.
 */
export function sourceShares(c: Case, o: Outcome, s: SuspectsTable): ReadonlyMap<FaultId, number> {
  if (o.proof === 'same') return new Map(o.on.map((f) => [f, 0]));
  const sources = sourcesOf(c, o, s);
  if (sources.length === 0) return new Map();
  const faults = faultsOf(c.type);
  return new Map(
    o.on.map((id) => {
      const f = faults.findIndex((x) => x.id === id);
      return [id, sources.reduce((sum, x) => (x.faults.includes(f) ? sum + x.p : sum), 0)];
    }),
  );
}

/**
 * What a closed job with its cause confirmed teaches, of both layers: expected counts (one step of EM).
 * Worn: the parts in the hand. Sounding: by the proof drive, in fractions where several may have made it. A sign that was
 * noticed gives each source the chance that it was what fired, q/P, and its leak l/P, with P the chance of the sign under
 * the sources; a sign nobody named, of a sort of which something was named, counts as far as customers name what they
 * hear. How it drives hangs on what was worn, whether it sounded or not.
 * @param c the case as it stood when the verdict was given
 */
export function lessonCounts(c: Case, o: Outcome, s: SuspectsTable): Count[] {
  const counts = new Map<string, { yes: number; no: number }>();
  const add = (key: string, yes: number, no: number) => {
    const x = counts.get(key) ?? { yes: 0, no: 0 };
    counts.set(key, { yes: x.yes + yes, no: x.no + no });
  };
  const all = faultsOf(c.type);
  const faults = all.filter((f) => o.on.includes(f.id));
  if (faults.length === 0) return [];
  const strength = (i: number) => faultStrength(s, all[i]!.kind, all[i]!.axle && c.type.axles[all[i]!.axle!]);
  const worn: Source[] = [{ faults: faults.map((f) => all.indexOf(f)), p: 1 }];
  const sounding = sourcesOf(c, o, s);
  const sorts: readonly (readonly [Sort, readonly Sign[], readonly string[], readonly Source[]])[] = [
    ['character', CHARACTERS, c.character, sounding],
    ['likeness', LIKENESSES, c.like ?? [], sounding],
    ['when', WHENS.filter((w) => w !== 'quieter when both rise'), c.when, sounding],
    ['condition', CONDITIONS, c.conditions ?? [], sounding],
    ['handling', HANDLING, c.handling, worn],
  ];
  for (const [sort, signs, named, sources] of sorts) {
    if (sources.length === 0 || !signs.some((x) => named.includes(x))) continue;
    const { named: nu, wrongly } = s.naming[sort];
    for (const sign of signs) {
      const leak = s.leaks[sign];
      const is = named.includes(sign);
      for (const source of sources) {
        const qs = source.faults.map((i) => strength(i).signs[sign] ?? 0);
        const heard = 1 - qs.reduce((not, q) => not * (1 - q), 1 - leak);
        // Chance that it was there, given what was said; and, of each cause, that it fired.
        const [yes, no] = is ? [nu, wrongly] : [1 - nu, 1 - wrongly];
        const there = (yes * heard) / (yes * heard + no * (1 - heard));
        const fired = (q: number) => (heard > 0 ? (there * q) / heard : 0);
        add(`leak|${sign}`, source.p * fired(leak), source.p * (1 - fired(leak)));
        source.faults.forEach((i, n) => {
          const q = qs[n]!;
          if (q > 0) add(`sign|${all[i]!.kind}|${sign}`, source.p * fired(q), source.p * (1 - fired(q)));
        });
      }
    }
  }
  const shares = sourceShares(c, o, s);
  for (const f of faults) {
    const share = shares.get(f.id);
    if (share !== undefined) add(`sounds|${f.kind}`, share, 1 - share);
  }
  const here = new Map<JointId, (typeof faults)[number]>();
  for (const e of c.joints) {
    const kind = partsOf(e.joint).kind as FaultKind;
    const f = faults.find((x) => x.joint === e.joint && (x.kind === kind || kind.startsWith('arm-')));
    if (f) here.set(e.joint, f);
    if ((e.hand === 'moves' || e.hand === 'tight') && f)
      add(`felt|${f.kind}`, e.hand === 'moves' ? 1 : 0, e.hand === 'moves' ? 0 : 1);
    if (e.hand === 'tight' && !f && s.faults[kind]) add(`prior|${kind}`, 0, 1);
    // Worn, left as it was, and the noise is gone: it was silent.
    if (e.hand === 'moves' && !f && o.proof === 'quiet' && s.faults[kind]) add(`sounds|${kind}`, 0, 1);
  }
  for (const f of faults) add(`prior|${f.kind}`, 1, 0);
  const tight = new Set(c.joints.filter((e) => e.hand === 'tight').map((e) => e.joint as string));
  for (const f of all.filter((x) => o.off.includes(x.id) && !tight.has(x.joint ?? ''))) add(`prior|${f.kind}`, 0, 1);
  return [...counts].map(([key, n]) => ({ key, ...n }));
}

/** A number of the table after counts: the shipped one stands for some cases, the shop's are added (Beta). */
export function counted(shipped: number, weight: number, n: { readonly yes: number; readonly no: number } | undefined): number {
  within('shipped number', shipped, 0, 1);
  within('weight of the shipped number', weight, 0, 1e9, 'cases');
  if (n) for (const x of [n.yes, n.no]) within('count', x, 0, 1e9, 'cases');
  return n ? (shipped * weight + n.yes) / (weight + n.yes + n.no) : shipped;
}

/** The suspects table with what the shop has learnt counted on top. The table given is not changed. */
export function learned(s: SuspectsTable, counts: readonly Count[]): SuspectsTable {
  if (counts.length === 0) return s;
  const byKey = new Map(counts.map((c) => [c.key, c]));
  const signs = (kind: FaultKind, x: Readonly<Partial<Record<Sign, number>>>) =>
    Object.fromEntries(
      Object.entries(x).map(([sign, q]) => [sign, counted(q, WEIGHT.sign, byKey.get(`sign|${kind}|${sign}`))]),
    ) as Partial<Record<Sign, number>>;
  const prior = (kind: FaultKind, p: number) => counted(p, WEIGHT.prior, byKey.get(`prior|${kind}`));
  // Nothing sounds for certain, however many cases say so.
  const sounds = (kind: FaultKind, p: number) => Math.min(0.98, counted(p, WEIGHT.sounds, byKey.get(`sounds|${kind}`)));
  return {
    ...s,
    faults: Object.fromEntries(
      Object.entries(s.faults).map(([kind, f]) => [
        kind,
        {
          prior: prior(kind as FaultKind, f.prior),
          sounds: sounds(kind as FaultKind, f.sounds),
          signs: signs(kind as FaultKind, f.signs),
        },
      ]),
    ) as SuspectsTable['faults'],
    variants: s.variants.map((v) => ({
      ...v,
      ...(v.prior !== undefined ? { prior: prior(v.fault, v.prior) } : {}),
      ...(v.sounds !== undefined ? { sounds: sounds(v.fault, v.sounds) } : {}),
      ...(v.signs ? { signs: signs(v.fault, v.signs) } : {}),
    })),
    leaks: Object.fromEntries(
      Object.entries(s.leaks).map(([sign, l]) => [sign, counted(l, WEIGHT.leak, byKey.get(`leak|${sign}`))]),
    ) as SuspectsTable['leaks'],
    felt: {
      ...s.felt,
      by: Object.fromEntries(
        Object.entries(s.felt.by).map(([kind, q]) => [kind, counted(q, WEIGHT.felt, byKey.get(`felt|${kind}`))]),
      ),
    },
  };
}

/** A number the shop's cases have moved. */
export interface Moved {
  readonly key: string;
  readonly words: string;
  readonly shipped: number;
  readonly now: number;
  /** Cases counted, in fractions. */
  readonly cases: number;
}

/** What has been learnt, furthest moved first. */
export function movedBy(s: SuspectsTable, counts: readonly Count[], dialect: Dialect = 'sway bar'): Moved[] {
  return counts
    .flatMap((c): Moved[] => {
      const [what, a, b] = c.key.split('|') as [keyof typeof WEIGHT, string, string | undefined];
      const shipped =
        what === 'sign'
          ? own(own(s.faults, a)?.signs, b)
          : what === 'leak'
            ? own(s.leaks, a)
            : what === 'prior'
              ? own(s.faults, a)?.prior
              : what === 'sounds'
                ? own(s.faults, a)?.sounds
                : own(s.felt.by, a);
      if (shipped === undefined) return [];
      const name = what === 'leak' ? '' : sayKind(a as FaultKind, dialect);
      const words = {
        sign: `${name}: ${b}`,
        leak: `${a} with no fault found`,
        prior: `${name} worn at all`,
        sounds: `${name} heard when worn`,
        felt: `${name} felt when worn`,
      }[what];
      return [{ key: c.key, words, shipped, now: counted(shipped, WEIGHT[what], c), cases: c.yes + c.no }];
    })
    .sort((x, y) => Math.abs(y.now - y.shipped) - Math.abs(x.now - x.shipped));
}

/** What was said of a fault, and what was then so: worn in the hand, or what made the noise by the proof drive. */
export interface Prediction {
  readonly stage: 'heard' | 'found';
  readonly layer: 'worn' | 'makes';
  readonly fault: FaultId;
  readonly p: number;
  readonly on: boolean;
}

export interface CalibrationBin {
  readonly from: number;
  readonly to: number;
  readonly n: number;
  readonly meanP: number;
  /** Share that was worn, with its 95 % interval (Wilson 1927). */
  readonly rate: number;
  readonly low: number;
  readonly high: number;
}
export interface Calibration {
  readonly n: number;
  /** Mean squared error of the probabilities (Brier 1950): 0 is perfect. */
  readonly brier: number;
  /** The same, had everybody been told the base rate. */
  readonly brierOfBase: number;
  readonly bins: readonly CalibrationBin[];
}

const Z95 = 1.959963984540054;

/** Wilson's 95 % interval of k out of n (Wilson 1927; Newcombe 1998, method 3). */
export function wilson(k: number, n: number): readonly [number, number] {
  within('number in all', n, 1, 1e9);
  within('number of those', k, 0, n);
  const p = k / n;
  const z2 = Z95 ** 2;
  const middle = (p + z2 / (2 * n)) / (1 + z2 / n);
  const half = (Z95 / (1 + z2 / n)) * Math.sqrt((p * (1 - p)) / n + z2 / (4 * n * n));
  return [Math.max(0, middle - half), Math.min(1, middle + half)];
}

/** What was said with about the same chance, summed: so many times, so often it was so, the chances and their squared misses. */
export interface SaidBin {
  readonly bin: number;
  readonly n: number;
  readonly was: number;
  readonly sumP: number;
  readonly sumSquares: number;
}

/** What was said, in bins of equal width; the upper bound of all belongs to the last. */
export function saidBins(said: readonly Pick<Prediction, 'p' | 'on'>[], bins = 10): SaidBin[] {
  within('number of bins', bins, 1, 1000);
  const out = new Map<number, { n: number; was: number; sumP: number; sumSquares: number }>();
  for (const { p, on } of said) {
    within('chance that was said', p, 0, 1);
    const bin = Math.min(bins - 1, Math.floor(p * bins));
    const b = out.get(bin) ?? { n: 0, was: 0, sumP: 0, sumSquares: 0 };
    out.set(bin, b);
    b.n++;
    b.was += on ? 1 : 0;
    b.sumP += p;
    b.sumSquares += (p - (on ? 1 : 0)) ** 2;
  }
  return [...out].map(([bin, b]) => ({ bin, ...b })).sort((a, b) => a.bin - b.bin);
}

/** How far probabilities may be believed: Brier score and a reliability diagram; empty bins are left out. */
export function calibration(said: readonly SaidBin[], bins = 10): Calibration {
  within('number of bins', bins, 1, 1000);
  const sum = (f: (b: SaidBin) => number) => said.reduce((a, b) => a + finite('sum of what was said', f(b)), 0);
  const n = sum((b) => b.n);
  if (n === 0) return { n: 0, brier: 0, brierOfBase: 0, bins: [] };
  const base = sum((b) => b.was) / n;
  const out = said
    .filter((b) => b.n > 0)
    .map((b): CalibrationBin => {
      const [low, high] = wilson(b.was, b.n);
      const from = within('bin', b.bin, 0, bins - 1) / bins;
      return {
        from,
        to: (b.bin + 1) / bins,
        n: b.n,
        meanP: finite('sum of chances', b.sumP) / b.n,
        rate: b.was / b.n,
        low,
        high,
      };
    });
  return { n, brier: sum((b) => b.sumSquares) / n, brierOfBase: base * (1 - base), bins: out };
}
