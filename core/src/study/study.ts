import { sayLength, type LengthUnit } from '../units';
import { BadInput, own, within } from '../error';
import { oneWayAnova, twoWayAnova } from './anova';
import type { KnownScatter } from '../play';

export const STUDY_METHOD = 'study 1';

/** One reading of a gauge study: a play of one joint by one person, mm. */
export interface StudyReading {
  readonly joint: string;
  readonly person: string;
  readonly playMm: number;
}

export interface StudyResult {
  readonly method: typeof STUDY_METHOD;
  readonly joints: number;
  readonly people: number;
  readonly repeats: number;
  /** Standard deviations, mm: the same person again; between people; both together. */
  readonly repeatabilityMm: number;
  readonly reproducibilityMm: number;
  readonly bothMm: number;
  /** Between joints; 0 with one joint. */
  readonly jointsMm: number;
  /** Chance that the people differ this much by accident. */
  readonly pPeople: number;
  /** Chance that people differ from joint to joint this much by accident; 1 where it cannot be told. */
  readonly pInteraction: number;
  /** Against what was known beforehand, such as feeler gauges: how much too much it shows in the mean, and at worst, mm. */
  readonly against?: { readonly biasMm: number; readonly worstMm: number; readonly truths: Readonly<Record<string, number>> };
  /** What later readings may take as known. */
  readonly known: KnownScatter;
  readonly sentences: readonly string[];
}

/**
 * Gauge repeatability and reproducibility by analysis of variance: joints × people × repeats, crossed
 * two-way with both random (variance components from the expected mean squares, negative ones 0); with
 * one joint, one-way over people. An interaction that is not proved (p > 0.25, the usual pooling rule;
 * from memory) is pooled with the repeats.
 * @param limitMm the limit in use, for what it means in words
 * @param truths what each joint's play is known to be, mm, where that is known: what the readings are off by is in the scatter then
 * @throws BadInput naming the person or joint that lacks repeats.
 */
export function gaugeStudy(
  readings: readonly StudyReading[],
  limitMm: number,
  unit?: LengthUnit,
  truths?: Readonly<Record<string, number>>,
): StudyResult {
  const joints = [...new Set(readings.map((r) => r.joint))];
  const people = [...new Set(readings.map((r) => r.person))];
  if (people.length < 2) throw new BadInput('number of people', 'must be 2 or more', people.length);
  const cells = joints.map((j) =>
    people.map((p) => readings.filter((r) => r.joint === j && r.person === p).map((r) => r.playMm)),
  );
  const repeats = cells[0]![0]!.length;
  joints.forEach((j, i) =>
    people.forEach((p, k) => {
      if (cells[i]![k]!.length !== repeats || repeats < 2)
        throw new BadInput(
          `readings of ${j} by ${p}`,
          repeats < 2 ? 'must be 2 or more' : `must be ${repeats}, as many as the others`,
          cells[i]![k]!.length,
        );
    }),
  );
  const root = (v: number) => Math.sqrt(Math.max(0, v));
  const [a, b, r] = [joints.length, people.length, repeats];
  let out: Pick<StudyResult, 'repeatabilityMm' | 'reproducibilityMm' | 'jointsMm' | 'pPeople' | 'pInteraction'> & {
    degrees: number;
  };
  if (a === 1) {
    const one = oneWayAnova(cells[0]!);
    out = {
      repeatabilityMm: root(one.within.ms),
      reproducibilityMm: root((one.between.ms - one.within.ms) / r),
      jointsMm: 0,
      pPeople: one.between.p,
      pInteraction: 1,
      degrees: one.within.degrees,
    };
  } else {
    const t = twoWayAnova(cells);
    const pool = t.interaction.p > 0.25;
    const degrees = pool ? t.repeats.degrees + t.interaction.degrees : t.repeats.degrees;
    const repeatVar = pool ? (t.repeats.ss + t.interaction.ss) / degrees : t.repeats.ms;
    const against = pool ? repeatVar : t.interaction.ms;
    const personVar = (t.people.ms - against) / (a * r);
    const interVar = pool ? 0 : (t.interaction.ms - t.repeats.ms) / r;
    out = {
      repeatabilityMm: root(repeatVar),
      reproducibilityMm: root(Math.max(0, personVar) + Math.max(0, interVar)),
      jointsMm: root((t.parts.ms - against) / (b * r)),
      pPeople: t.people.p,
      pInteraction: t.interaction.p,
      degrees,
    };
  }
  const against = truths && againstTruths(readings, truths);
  const bothMm = Math.hypot(out.repeatabilityMm, out.reproducibilityMm, against?.biasMm ?? 0);
  const { degrees, ...rest } = out;
  return {
    method: STUDY_METHOD,
    joints: a,
    people: b,
    repeats: r,
    ...rest,
    bothMm,
    ...(against ? { against } : {}),
    known: { sdMm: bothMm, degrees },
    sentences: [...(against ? [sayAgainst(against, unit)] : []), ...say(out, bothMm, limitMm, unit)],
  };
}

/** How far the readings are off what is known. @throws BadInput for a joint of which nothing is known */
function againstTruths(
  readings: readonly StudyReading[],
  truths: Readonly<Record<string, number>>,
): NonNullable<StudyResult['against']> {
  const off = readings.map((r) => {
    const truth = own(truths, r.joint);
    if (truth === undefined) throw new BadInput(`play of ${r.joint}`, 'must be known beforehand');
    return r.playMm - within(`play of ${r.joint}`, truth, 0, 50, 'mm');
  });
  const biasMm = off.reduce((s, x) => s + x, 0) / off.length;
  return { biasMm, worstMm: off.reduce((w, x) => (Math.abs(x) > Math.abs(w) ? x : w), 0), truths };
}
function sayAgainst({ biasMm, worstMm }: NonNullable<StudyResult['against']>, unit?: LengthUnit): string {
  const much = (mm: number) => `${sayLength(Math.abs(mm), 3, unit)} too ${mm < 0 ? 'little' : 'much'}`;
  return `Against what was known it shows ${much(biasMm)} in the mean, at worst ${much(worstMm)}.`;
}

function say(
  o: Pick<StudyResult, 'repeatabilityMm' | 'reproducibilityMm' | 'pPeople' | 'pInteraction'>,
  bothMm: number,
  limitMm: number,
  unit?: LengthUnit,
): string[] {
  const mm = (v: number) => sayLength(v, 3, unit);
  const limit = sayLength(limitMm, 2, unit);
  // A single reading is then good to about twice the scatter.
  const width = 2 * bothMm;
  const share = width / limitMm;
  return [
    `The same person again: ${mm(o.repeatabilityMm)}. Between people: ${mm(o.reproducibilityMm)}. Together ${mm(bothMm)}.`,
    o.pPeople < 0.05
      ? 'The people differ: agree where the gauge stands and how hard to push, and do it again.'
      : 'No difference between the people that these readings can tell.',
    ...(o.pInteraction < 0.05 ? ['They differ from joint to joint: one joint is reached differently.'] : []),
    share <= 0.1
      ? `Good for the limit of ${limit}: one reading is good to ${mm(width)}, a tenth of it or less.`
      : share <= 0.3
        ? `Serves for the limit of ${limit} with care: one reading is good to ${mm(width)}, ${Math.round(share * 100)} % of it. Near the limit take more.`
        : `Too coarse for the limit of ${limit}: one reading is good only to ${mm(width)}, ${Math.round(share * 100)} % of it.`,
  ];
}
