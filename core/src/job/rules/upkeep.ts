import { isAdjustable, upkeep } from '../../parts';
import { capital } from '../../text';
import { sayDistance } from '../../units';
import type { JobState } from '../fold';
import { sayParts } from '../say';
import { isApproved } from './planned';

/** What the parts that went on ask for from now on, a sentence each. @param distanceKm at the hand-back */
export function upkeepDue(s: JobState, distanceKm: number): string[] {
  const unit = s.context.measures.distance;
  return s.choices.flatMap((c) => {
    const { part, joints } = c.body;
    if (!isApproved(s, c.id) || !joints.some((id) => s.renewed.has(id))) return [];
    if (!part.greaseable && part.material !== 'polyurethane' && !isAdjustable(part.kind)) return [];
    const first = part.greaseEveryKm ? `, first at ${sayDistance(distanceKm + part.greaseEveryKm, unit)}` : '';
    return [`${capital(sayParts(s.context.rules.dialect, joints))}: ${upkeep(part, unit)}${first}`];
  });
}
