import { attempt, BadInput } from '../error';
import { parseQuantity, show, type TorqueUnit } from '../units';
import { capital, fixed } from '../text';
import { parseThread, type PropertyClass, type Thread } from '../thread';
import type { TorqueRange } from './audit';
import { plausibility, preloadBand, sameCompressionNm, THREAD_CONDITIONS, type ThreadCondition } from './preload';

/**
 * What a prevailing nut takes to turn at all, N·m: it tightens nothing. Nothing typed is none.
 * @throws BadInput where it is no torque, or as much as the nut is pulled to.
 */
export function readRunning(text: string, target: TorqueRange | null): number {
  const nm = text.trim() ? parseQuantity(text, 'torque', { field: 'running torque' }).si : 0;
  if (target && nm >= target.minNm)
    throw new BadInput('running torque', 'must be less than the value: all of it would go into turning the nut', text);
  return nm;
}

/** The preload a torque leaves: in a sentence, and as a band on a scale of proof loads (1 is the proof load). */
export interface InThread {
  readonly sentence: string;
  readonly minOfProof: number;
  readonly maxOfProof: number;
  /** What another condition than the published one asks for; empty where it is the same. */
  readonly other: string;
}

/**
 * What a torque does in the thread, as a band over its friction.
 * @param stated the condition the value is published for; @param inHand the one that is there
 * @param runningNm what goes into turning the nut; @param unit what torques are said in
 */
export function inThread(
  target: TorqueRange,
  thread: Thread,
  cls: PropertyClass,
  {
    stated,
    inHand,
    runningNm = 0,
    unit,
  }: { stated: ThreadCondition; inHand: ThreadCondition; runningNm?: number; unit?: TorqueUnit },
): InThread {
  const middle = (target.minNm + target.maxNm) / 2 - runningNm;
  const { minN, maxN, minOfProof, maxOfProof } = preloadBand(middle, thread, cls, inHand);
  const percent = (share: number) => Math.round(100 * share);
  return {
    sentence: `${thread.name}, ${inHand}, ${cls}: ${fixed(minN / 1000, 1)} to ${fixed(maxN / 1000, 1)} kN, ${percent(minOfProof)} to ${percent(maxOfProof)} % of its proof load.`,
    minOfProof,
    maxOfProof,
    other: otherCondition(middle, thread, stated, inHand, unit),
  };
}

/** What another condition than the published one asks for; empty where it is the same. @param nm in the middle of the value */
function otherCondition(
  nm: number,
  thread: Thread,
  stated: ThreadCondition,
  inHand: ThreadCondition,
  unit: TorqueUnit | undefined,
): string {
  if (inHand === stated) return '';
  const same = sameCompressionNm(nm, thread, stated, inHand);
  return `${capital(inHand)} is not what the value is for (${stated}). The same preload would be at about ${show(same.minNm, 'torque', unit)} to ${show(same.maxNm, 'torque', unit)}: a reckoning, no published value. Make the thread ${stated}, or ask the maker.`;
}

/** The condition that a page names: "with anti-seize" is anti-seize; undefined where it names none of ours. */
export const conditionSaid = (text: string | undefined): ThreadCondition | undefined =>
  THREAD_CONDITIONS.find((c) => text?.toLowerCase().includes(c));

/**
 * What is on a thread against what its published value is for, before anything is pulled; empty where they agree.
 * @param condition as the page has it; @param coat what somebody put on it, or left it as
 * @param thread as it is named, "M8×1.25"; @param unit what torques are said in
 */
export function coatedThread(
  target: TorqueRange | null,
  condition: string | undefined,
  coat: ThreadCondition | undefined,
  thread: string | undefined,
  unit?: TorqueUnit,
): string {
  if (!target || coat === undefined) return '';
  const stated = conditionSaid(condition);
  if (stated === undefined)
    return coat === 'dry'
      ? ''
      : `${capital(coat)} is on the thread, and nothing says that the value is for that: ask the maker, or make it dry and clean.`;
  if (stated === coat) return '';
  const read = thread ? attempt(() => parseThread(thread)) : undefined;
  return read?.ok
    ? otherCondition((target.minNm + target.maxNm) / 2, read.value, stated, coat, unit)
    : `${capital(coat)} is on the thread, and the value is for a thread that is ${stated}: make it ${stated}, or ask the maker.`;
}

/** The class a bolt of this trade has at least (common practice, no source). */
const LEAST_CLASS: PropertyClass = '8.8';

/**
 * What the thread says of a published value before anything is pulled: past what it holds, with a rough thread even. Empty where
 * nothing speaks against it, or the thread is not known.
 * @param target what is published; @param thread as it is named, "M8×1.25"; @param unit what torques are said in
 */
export function pastThread(target: TorqueRange | null, thread: string | undefined, unit?: TorqueUnit): string {
  const read = target && thread ? attempt(() => parseThread(thread)) : undefined;
  if (!target || !read?.ok) return '';
  const { verdict, band } = plausibility(target.minNm, 'N·m', read.value, LEAST_CLASS);
  return verdict === 'high'
    ? `${show(target.minNm, 'torque', unit)} is ${fixed(band.minOfProof, 1)} times what an ${read.value.name} of class ${LEAST_CLASS} holds: look again at the page, and at the class on its head.`
    : '';
}
