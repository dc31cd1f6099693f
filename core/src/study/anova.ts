import { BadInput, finite } from '../error';
import { fTail } from '../stats';

export interface AnovaRow {
  readonly ss: number;
  readonly degrees: number;
  readonly ms: number;
}
export interface Effect extends AnovaRow {
  readonly f: number;
  /** P(F this large by chance). */
  readonly p: number;
}

const row = (ss: number, degrees: number): AnovaRow => ({ ss, degrees, ms: degrees > 0 ? ss / degrees : 0 });
const effect = (ss: number, degrees: number, error: AnovaRow): Effect => {
  const r = row(ss, degrees);
  const f = error.ms > 0 ? r.ms / error.ms : r.ms > 0 ? Infinity : 0;
  return { ...r, f, p: error.degrees > 0 ? (Number.isFinite(f) ? fTail(f, degrees, error.degrees) : 0) : 1 };
};
const mean = (xs: readonly number[]): number => xs.reduce((a, x) => a + x, 0) / xs.length;

/**
 * One-way analysis of variance of groups, equal or not in size. Everything is shifted by the first
 * reading before it is squared: NIST's stiff sets (SmLs07, thirteen leading digits) then keep their F.
 * @throws BadInput when there are fewer than two groups, an empty one, or no repeat at all.
 */
export function oneWayAnova(groups: readonly (readonly number[])[]): {
  readonly between: Effect;
  readonly within: AnovaRow;
  readonly grandMean: number;
} {
  if (groups.length < 2) throw new BadInput('number of groups', 'must be 2 or more', groups.length);
  groups.forEach((g, i) => {
    if (g.length === 0) throw new BadInput(`group ${i + 1}`, 'is empty');
    g.forEach((x, j) => finite(`reading ${j + 1} of group ${i + 1}`, x));
  });
  const n = groups.reduce((a, g) => a + g.length, 0);
  if (n <= groups.length) throw new BadInput('number of readings', 'must be more than the number of groups', n);
  const shift = groups[0]![0]!;
  const shifted = groups.map((g) => g.map((x) => x - shift));
  const grand = shifted.reduce((a, g) => a + g.reduce((b, x) => b + x, 0), 0) / n;
  const means = shifted.map(mean);
  const between = shifted.reduce((a, g, i) => a + g.length * (means[i]! - grand) ** 2, 0);
  const within = row(
    shifted.reduce((a, g, i) => a + g.reduce((b, x) => b + (x - means[i]!) ** 2, 0), 0),
    n - groups.length,
  );
  return { between: effect(between, groups.length - 1, within), within, grandMean: grand + shift };
}

/**
 * Crossed two-way analysis of variance with equal repeats: cells[a][b] holds the repeats of part a by
 * person b. Parts and people are tested against the interaction (both are samples), the interaction
 * against the repeats.
 * @throws BadInput naming the cell that differs in size.
 */
export function twoWayAnova(cells: readonly (readonly (readonly number[])[])[]): {
  readonly parts: Effect;
  readonly people: Effect;
  readonly interaction: Effect;
  readonly repeats: AnovaRow;
  readonly total: AnovaRow;
} {
  const a = cells.length;
  const b = cells[0]?.length ?? 0;
  const r = cells[0]?.[0]?.length ?? 0;
  if (a < 2) throw new BadInput('number of parts', 'must be 2 or more', a);
  if (b < 2) throw new BadInput('number of people', 'must be 2 or more', b);
  if (r < 2) throw new BadInput('number of repeats', 'must be 2 or more', r);
  cells.forEach((p, i) => {
    if (p.length !== b) throw new BadInput(`part ${i + 1}`, `must be measured by all ${b} people`, p.length);
    p.forEach((c, j) => {
      if (c.length !== r) throw new BadInput(`part ${i + 1} by person ${j + 1}`, `must have ${r} repeats`, c.length);
      c.forEach((x, k) => finite(`repeat ${k + 1} of part ${i + 1} by person ${j + 1}`, x));
    });
  });
  const shift = cells[0]![0]![0]!;
  const m = cells.map((p) => p.map((c) => mean(c.map((x) => x - shift))));
  const part = m.map(mean);
  const person = Array.from({ length: b }, (_, j) => mean(m.map((p) => p[j]!)));
  const grand = mean(part);
  const sq = (xs: readonly number[]) => xs.reduce((s, x) => s + x * x, 0);
  const ssParts = b * r * sq(part.map((x) => x - grand));
  const ssPeople = a * r * sq(person.map((x) => x - grand));
  const ssInter = r * sq(m.flatMap((p, i) => p.map((x, j) => x - part[i]! - person[j]! + grand)));
  const ssRepeats = cells.reduce((s, p, i) => s + p.reduce((t, c, j) => t + sq(c.map((x) => x - shift - m[i]![j]!)), 0), 0);
  const repeats = row(ssRepeats, a * b * (r - 1));
  const interaction = effect(ssInter, (a - 1) * (b - 1), repeats);
  return {
    parts: effect(ssParts, a - 1, interaction),
    people: effect(ssPeople, b - 1, interaction),
    interaction,
    repeats,
    total: row(ssParts + ssPeople + ssInter + ssRepeats, a * b * r - 1),
  };
}
