import { partsOf } from '../joint';
import type { Dialect } from '../text';
import type { Case } from './case';
import { faultsOf, sayKind, type FaultId, type FaultKind } from './faults';
import { faultStrength, type SuspectsTable } from './suspects-table';
import { CHARACTERS, HANDLING, WHENS, type Sign } from './words';

/** Evidence for and against one number of the suspects table, in fractions of a case. */
export interface Count {
  /** "sign|link-lower|rattle", "leak|rattle", "prior|damper", "felt|spring" */
  readonly key: string;
  readonly yes: number;
  readonly no: number;
}

/** How many cases the shipped number stands for, before the shop's own are added (shop judgement). */
const WEIGHT = { sign: 20, leak: 100, prior: 100, felt: 50 } as const;
/** Chance that a customer names a sign that is there, once they name anything of its sort (shop judgement). */
const NAMED = 0.6;

/**
 * What a closed job with its cause confirmed teaches: expected counts of a noisy-OR (one step of EM).
 * A sign that was noticed gives each of its causes the chance that it was what fired, q/P, and its leak
 * l/P, with P the chance of the sign under the confirmed faults; the rest counts against. A sign nobody
 * named, of a sort of which something was named, counts as absent as far as customers can be trusted to
 * name it.
 * @param c the case as it stood when the verdict was given
 * @param on the faults confirmed with the part in the hand
 * @param off the faults found sound in the hand
 */
export function lessonCounts(c: Case, on: readonly FaultId[], off: readonly FaultId[], s: SuspectsTable): Count[] {
  const counts = new Map<string, { yes: number; no: number }>();
  const add = (key: string, yes: number, no: number) => {
    const x = counts.get(key) ?? { yes: 0, no: 0 };
    counts.set(key, { yes: x.yes + yes, no: x.no + no });
  };
  const faults = faultsOf(c.type).filter((f) => on.includes(f.id));
  if (faults.length === 0) return [];
  const strengths = faults.map((f) => faultStrength(s, f.kind, f.axle && c.type.axles[f.axle]));
  const sorts: readonly (readonly [readonly Sign[], readonly string[]])[] = [
    [CHARACTERS, c.character],
    [WHENS.filter((w) => w !== 'quieter when both rise'), c.when],
    [HANDLING, c.handling],
  ];
  for (const [all, named] of sorts) {
    if (!all.some((x) => named.includes(x))) continue;
    for (const sign of all) {
      const leak = s.leaks[sign];
      const qs = strengths.map((x) => x.signs[sign] ?? 0);
      const found = 1 - qs.reduce((not, q) => not * (1 - q), 1 - leak);
      // Chance of what was said, and, of each cause, that it fired given what was said.
      const unnamed = found * (1 - NAMED) + 1 - found;
      const fired = (q: number) => (named.includes(sign) ? q / found : (q * (1 - NAMED)) / unnamed);
      add(`leak|${sign}`, fired(leak), 1 - fired(leak));
      faults.forEach((f, i) => {
        if (qs[i]! > 0) add(`sign|${f.kind}|${sign}`, fired(qs[i]!), 1 - fired(qs[i]!));
      });
    }
  }
  for (const e of c.joints) {
    const kind = partsOf(e.joint).kind as FaultKind;
    const here = faults.find((f) => f.joint === e.joint && (f.kind === kind || kind.startsWith('arm-')));
    if (e.hand && here) add(`felt|${here.kind}`, e.hand === 'moves' ? 1 : 0, e.hand === 'moves' ? 0 : 1);
    if (e.hand === 'tight' && !here && s.faults[kind]) add(`prior|${kind}`, 0, 1);
  }
  for (const f of faults) add(`prior|${f.kind}`, 1, 0);
  const tight = new Set(c.joints.filter((e) => e.hand === 'tight').map((e) => e.joint as string));
  for (const f of faultsOf(c.type).filter((x) => off.includes(x.id) && !tight.has(x.joint ?? ''))) add(`prior|${f.kind}`, 0, 1);
  return [...counts].map(([key, n]) => ({ key, ...n }));
}

/** A number of the table after counts: the shipped one stands for some cases, the shop's are added (Beta). */
export function counted(shipped: number, weight: number, n: { readonly yes: number; readonly no: number } | undefined): number {
  return n ? (shipped * weight + n.yes) / (weight + n.yes + n.no) : shipped;
}

/** The suspects table with what the shop has learnt counted on top. The table given is not changed. */
export function learned(s: SuspectsTable, counts: readonly Count[]): SuspectsTable {
  if (counts.length === 0) return s;
  const of = new Map(counts.map((c) => [c.key, c]));
  const signs = (kind: FaultKind, x: Readonly<Partial<Record<Sign, number>>>) =>
    Object.fromEntries(
      Object.entries(x).map(([sign, q]) => [sign, counted(q, WEIGHT.sign, of.get(`sign|${kind}|${sign}`))]),
    ) as Partial<Record<Sign, number>>;
  const prior = (kind: FaultKind, p: number) => counted(p, WEIGHT.prior, of.get(`prior|${kind}`));
  return {
    ...s,
    faults: Object.fromEntries(
      Object.entries(s.faults).map(([kind, f]) => [
        kind,
        { prior: prior(kind as FaultKind, f.prior), signs: signs(kind as FaultKind, f.signs) },
      ]),
    ) as SuspectsTable['faults'],
    variants: s.variants.map((v) => ({
      ...v,
      ...(v.prior !== undefined ? { prior: prior(v.fault, v.prior) } : {}),
      ...(v.signs ? { signs: signs(v.fault, v.signs) } : {}),
    })),
    leaks: Object.fromEntries(
      Object.entries(s.leaks).map(([sign, l]) => [sign, counted(l, WEIGHT.leak, of.get(`leak|${sign}`))]),
    ) as SuspectsTable['leaks'],
    felt: {
      ...s.felt,
      by: Object.fromEntries(
        Object.entries(s.felt.by).map(([kind, q]) => [kind, counted(q, WEIGHT.felt, of.get(`felt|${kind}`))]),
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
          ? s.faults[a as FaultKind]?.signs[b as Sign]
          : what === 'leak'
            ? s.leaks[a as Sign]
            : what === 'prior'
              ? s.faults[a as FaultKind]?.prior
              : s.felt.by[a as FaultKind];
      if (shipped === undefined) return [];
      const name = what === 'leak' ? '' : sayKind(a as FaultKind, dialect);
      const words = {
        sign: `${name}: ${b}`,
        leak: `${a} with no fault found`,
        prior: `${name} worn at all`,
        felt: `${name} felt when worn`,
      }[what];
      return [{ key: c.key, words, shipped, now: counted(shipped, WEIGHT[what], c), cases: c.yes + c.no }];
    })
    .sort((x, y) => Math.abs(y.now - y.shipped) - Math.abs(x.now - x.shipped));
}

/** What was said of a fault, and what the hand then found. */
export interface Prediction {
  readonly stage: 'heard' | 'found';
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
  const p = k / n;
  const z2 = Z95 ** 2;
  const middle = (p + z2 / (2 * n)) / (1 + z2 / n);
  const half = (Z95 / (1 + z2 / n)) * Math.sqrt((p * (1 - p)) / n + z2 / (4 * n * n));
  return [Math.max(0, middle - half), Math.min(1, middle + half)];
}

/** How far probabilities may be believed: Brier score and a reliability diagram in ten bins; empty bins are left out. */
export function calibration(said: readonly Pick<Prediction, 'p' | 'on'>[], bins = 10): Calibration {
  const n = said.length;
  if (n === 0) return { n: 0, brier: 0, brierOfBase: 0, bins: [] };
  const base = said.filter((x) => x.on).length / n;
  const out: CalibrationBin[] = [];
  for (let i = 0; i < bins; i++) {
    const here = said.filter((x) => Math.min(bins - 1, Math.floor(x.p * bins)) === i);
    if (here.length === 0) continue;
    const k = here.filter((x) => x.on).length;
    const [low, high] = wilson(k, here.length);
    out.push({
      from: i / bins,
      to: (i + 1) / bins,
      n: here.length,
      meanP: here.reduce((a, x) => a + x.p, 0) / here.length,
      rate: k / here.length,
      low,
      high,
    });
  }
  return {
    n,
    brier: said.reduce((a, x) => a + (x.p - (x.on ? 1 : 0)) ** 2, 0) / n,
    brierOfBase: base * (1 - base),
    bins: out,
  };
}
