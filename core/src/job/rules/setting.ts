import { partsOf, type JointId } from '../../joint';
import type { EntryBodies } from '../../ledger';
import { isAdjustable } from '../../parts';
import type { JobState } from '../fold';
import { lengthFor } from './wanted';
import { isApproved } from './work';

/** Adjustable links that go on in this job: how long they are to be, and what they were set to. */
export interface LinkSettingOwed {
  readonly targetMm: number;
  readonly joint: JointId;
  /** Set and said so; undefined while nobody has. */
  readonly set: Extract<EntryBodies['result'], { what: 'link setting' }> | undefined;
}

/** Undefined where nothing adjustable was said yes to, or no length is known for it. */
export function linkSetting(s: JobState): LinkSettingOwed | undefined {
  const c = s.choices.find((x) => isAdjustable(x.body.part.kind) && isApproved(s, x.id));
  const joint = c?.body.joints.find((id) => partsOf(id).axle === s.axle);
  const targetMm = lengthFor(s, s.axle)?.found.lengthMm ?? s.axles[s.axle].link?.lengthMm;
  if (!joint || targetMm === undefined) return undefined;
  const last = s.results
    .filter((e) => e.body.what === 'link setting' && e.body.joint && partsOf(e.body.joint).axle === s.axle)
    .at(-1);
  return { targetMm, joint, set: last?.body.what === 'link setting' ? last.body : undefined };
}

/** Steps at which they are set, at the latest. */
export const setsLink = (step: string): boolean => /^(compare|fit)-link/.test(step);
