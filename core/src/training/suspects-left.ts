import { buildCase, weighCase, type Case, type OtherFault } from '../diagnosis';
import { isDangerous, isJointId, partsOf, type JointId } from '../joint';
import type { Asked, PracticeContext } from './answer';

/** Less likely to make the noise than this is hardly a suspect any more (a choice; the strip names none below it either). */
const SUSPECT = 0.05;

/** What is looked at by an ask: joints, or what is none of the plate; nothing for a drive. */
export const lookedFor = ({ ask, answer: { showed } }: Asked): readonly (JointId | OtherFault)[] =>
  showed.of === 'check' ? showed.felt.filter((f) => f.counts).map((f) => f.at) : ask.of === 'gauge' ? [ask.joint] : [];

export const dangerousAt = (at: JointId | OtherFault): boolean => isJointId(at) && isDangerous(partsOf(at).kind);

/** The suspects left at a moment, and how many of them a look at some places can tell of. */
export function suspectsOf(
  c: PracticeContext,
  known: Case,
): { left: number; toldBy: (at: readonly (JointId | OtherFault)[]) => number } {
  const b = buildCase(known, c.table);
  const { makes } = weighCase(b);
  const left = b.faults.filter((_, i) => makes[i]! >= SUSPECT);
  return { left: left.length, toldBy: (at) => left.filter((f) => at.includes(f.joint ?? (f.id as OtherFault))).length };
}
