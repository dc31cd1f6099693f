import type { JointId } from '../../joint';
import { DOUBTED_OUTCOMES, NEUTRAL_OUTCOMES } from '../../ledger';
import type { PlannedStep, StepId } from '../../plan';
import { capital, sayWhen, uncapital } from '../../text';
import { sayLength, showRange } from '../../units';
import type { JobState } from '../fold';
import { doubted, fastenersOf, planOf, type FastenerView } from '../rules/work';
import { goodsOwedAt } from '../rules/goods';
import { linkSetting, setsLink } from '../rules/setting';
import { heightsKnown, sayHeights } from '../rules/height';
import { mins, type NextLine } from './line';

/** The first step of the plan that can be done now, or what it waits for. @param nowMs clock of the caller (ms since 1970) */
export function nextToWork(s: JobState, nowMs: number): NextLine | undefined {
  const plan = planOf(s);
  const byId = new Map(plan.map((p) => [p.id, p]));
  const fasteners = new Map<string, FastenerView>(fastenersOf(s).map((f) => [f.fastener.id, f]));
  const done = (p: PlannedStep) =>
    p.fastener ? fasteners.get(p.fastener)?.state === 'done' : s.steps.get(p.id)?.body.state === 'done';
  const soakEnds = (id: StepId) => {
    const soak = byId.get(id)?.soakMinutes ?? 0;
    const e = s.steps.get(id);
    // A clock that lags a little does not make the wait longer than it is.
    return e && soak > 0 && !e.body.soak ? Math.min(Date.parse(e.at), nowMs) + soak * 60_000 : 0;
  };
  const open = plan.filter((p) => !done(p));
  const first = open[0];
  if (!first) return undefined;
  const ready = open.filter((p) => p.needs.every((n) => done(byId.get(n)!) && soakEnds(n) <= nowMs));
  // While a part is on its way, what can be done without it is done.
  const free = ready.find((p) => awaited(s, p)?.stage !== 'on its way') ?? ready[0];
  if (!free) {
    const running = first.needs.filter((n) => soakEnds(n) > nowMs);
    const left = Math.ceil((Math.max(...first.needs.map(soakEnds)) - nowMs) / 60_000);
    if (left > 0)
      return {
        time: mins(left),
        title: `The penetrant is soaking: ${left} min left.`,
        why: `Then: ${uncapital(first.title)}.`,
        label: 'Go on anyway',
        station: 'work',
        action: { kind: 'cut soak', steps: running },
      };
  }
  const p = free ?? first;
  const f = p.fastener && fasteners.get(p.fastener);
  return f ? sayFastener(p, f, s.context.measures.torque) : sayStep(s, p, open.length - 1);
}

/** The part this step puts on, as long as nobody has looked at it. */
const awaited = (s: JobState, p: PlannedStep) => (p.phase === 'fit' && p.joint ? goodsOwedAt(s, p.joint) : undefined);

/** A step, by what it still asks: its caution is read first, a question is answered, and then it is done. */
function sayStep(s: JobState, p: PlannedStep, left: number): NextLine {
  const line = { time: mins(p.minutes), title: `${p.title}.`, station: 'work' as const };
  if (p.caution && !s.cautions.has(p.id))
    return { ...line, why: p.caution, label: 'Read, go on', action: { kind: 'caution', step: p.id } };
  if (p.confirmJoint && !s.confirms.has(p.confirmJoint)) {
    const joint = p.confirmJoint;
    const thought = doubted(s, joint);
    const here = { kind: 'go', station: 'work', at: 'step', step: p.id } as const;
    return {
      ...line,
      title: `${p.title}: ${thought ? 'loose as thought?' : 'how is it?'}`,
      why: p.detail ?? '',
      label: 'Answer it',
      action: here,
      answers: (thought ? DOUBTED_OUTCOMES : NEUTRAL_OUTCOMES).map((outcome) => ({
        label: capital(outcome),
        action: { kind: 'confirm', step: p.id, joint, outcome },
      })),
    };
  }
  const goods = awaited(s, p);
  if (goods)
    return {
      ...line,
      time: 'wait',
      title: `${goods.choice.body.quantity} × ${goods.choice.body.part.name}: ${goods.promised ? `promised for ${sayWhen(goods.promised)}` : 'not looked at yet'}.`,
      why: 'It goes on when it is here and was looked at. Everything that can be done without it is done.',
      label: goods.stage === 'on its way' ? 'It is here' : 'Look at it',
      action: { kind: 'go', station: 'settle', at: 'goods', joint: p.joint! },
    };
  const setting = setsLink(p.id) ? linkSetting(s) : undefined;
  if (setting && !setting.set)
    return {
      ...line,
      title: `Set both links to ${sayLength(setting.targetMm, 1, s.context.measures.length)} before they go on.`,
      why: 'By caliper, centre to centre; its thread says how far and how alike they can be.',
      label: 'Set them',
      action: { kind: 'go', station: 'work', at: 'setting', step: p.id },
    };
  if (p.id === 'height' && !heightsKnown(s))
    return {
      ...line,
      why: p.detail ?? '',
      label: 'Write it down',
      action: { kind: 'go', station: 'work', at: 'height', step: p.id },
    };
  if (p.orientation && p.joint && !s.orientations.has(p.id))
    return {
      ...line,
      why: 'The drawing shows right and wrong; the photograph from the removal decides.',
      label: 'It is the right way round',
      action: { kind: 'orientation', step: p.id, joint: p.joint, orientation: p.orientation },
    };
  return {
    ...line,
    why:
      (p.id === 'ride-height' && sayHeights(s) ? capital(`${sayHeights(s)}. `) : '') + (p.detail ?? '') ||
      (left === 1 ? 'One step after this one.' : `${left} steps after this one.`),
    label: 'Done',
    action: { kind: 'step', step: p.id },
  };
}

function sayFastener(p: PlannedStep, f: FastenerView, unit?: string): NextLine {
  const name = f.label.toLowerCase();
  const title =
    f.targetNm !== null
      ? `${f.target!.maxNm > f.target!.minNm ? 'Pull' : 'Set'} ${showRange(f.target!.minNm, f.target!.maxNm, 'torque', unit)}${f.target!.maxNm > f.target!.minNm ? ' at' : ' and pull'} the ${name}.`
      : f.state === 'must be published'
        ? `Find the maker’s value for the ${name}.`
        : `Tighten the ${name}, firm, and mark it.`;
  const why =
    f.targetNm === null
      ? 'No value is published for it; none is invented here.'
      : f.fastener.rideHeight
        ? 'Gripped rubber: tightened at ride height.'
        : f.fastener.kind === 'wheel-nut'
          ? 'On the ground, in star order, the first one again at the end.'
          : 'Turns freely: any height will do.';
  return {
    time: mins(p.minutes),
    title,
    why,
    label:
      f.targetNm !== null
        ? f.fastener.count > 1
          ? 'Count it'
          : 'Type the number'
        : f.state === 'must be published'
          ? 'Type the value'
          : 'Firm and marked',
    station: 'work',
    action: { kind: 'torque', step: p.id, fastener: f.fastener.id },
  };
}

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
    const endsAt = Date.parse(e.at) + p.soakMinutes * 60_000;
    return endsAt > nowMs
      ? [
          {
            step: p.id,
            title: p.title,
            joint: p.joint,
            endsAt,
            leftMin: Math.min(p.soakMinutes, Math.ceil((endsAt - nowMs) / 60_000)),
          },
        ]
      : [];
  });
}
