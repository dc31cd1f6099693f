import type { JointId } from '../../joint';
import { isAdjustable, upkeep, type Part } from '../../parts';
import { capital } from '../../text';
import { sayDistance } from '../../units';
import type { JobState } from '../fold';
import { sayParts } from '../say';
import { isApproved } from './planned';

/** A part that went on and asks for something from now on. */
export interface PartUpkeep {
  readonly part: Part;
  readonly joints: readonly JointId[];
  /** Where it is due first, km; undefined where its maker gives no distance. */
  readonly firstAtKm: number | undefined;
}

/** @param distanceKm at the hand-back */
export const upkeepOwed = (s: JobState, distanceKm: number): PartUpkeep[] =>
  s.choices.flatMap((c) => {
    const { part, joints } = c.body;
    if (!isApproved(s, c.id) || !joints.some((id) => s.renewed.has(id))) return [];
    if (!part.greaseable && part.material !== 'polyurethane' && !isAdjustable(part.kind)) return [];
    return [{ part, joints, firstAtKm: part.greaseEveryKm ? distanceKm + part.greaseEveryKm : undefined }];
  });

/** What the parts that went on ask for from now on, a sentence each. @param distanceKm at the hand-back */
export function upkeepDue(s: JobState, distanceKm: number): string[] {
  const unit = s.context.measures.distance;
  return upkeepOwed(s, distanceKm).map(({ part, joints, firstAtKm }) => {
    const first = firstAtKm === undefined ? '' : `, first at ${sayDistance(firstAtKm, unit)}`;
    return `${capital(sayParts(s.context.rules.dialect, joints))}: ${upkeep(part, unit)}${first}`;
  });
}
