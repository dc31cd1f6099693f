import type { JointId } from '../../joint';
import type { StepId } from '../../plan';
import type { JobState } from '../fold';
import { planOf } from '../rules/plan-of';

/** A hands-free wait that runs now, and when it is over. */
export interface RunningWait {
  readonly step: StepId;
  readonly title: string;
  /** The joint it waits at, where it is one's. */
  readonly joint?: JointId | undefined;
  /** ms since 1970 */
  readonly endsAt: number;
  /** Whole minutes until then. */
  readonly leftMin: number;
}

/** The waits that run now: begun, not cut short, not over. @param nowMs clock of the caller (ms since 1970) */
export function runningWaits(s: JobState, nowMs: number): RunningWait[] {
  return planOf(s).flatMap((p) => {
    const e = s.steps.get(p.id);
    if (!e || p.soakMinutes === 0 || e.body.state !== 'done' || e.body.soak) return [];
    const endsAt = Date.parse(e.at) + p.soakMinutes * 60000;
    return endsAt > nowMs
      ? [
          {
            step: p.id,
            title: p.title,
            joint: p.joint,
            endsAt,
            leftMin: Math.min(p.soakMinutes, Math.ceil((endsAt - nowMs) / 60000)),
          },
        ]
      : [];
  });
}
