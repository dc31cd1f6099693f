import { BadInput } from '../../error';
import { readGauge, type GaugeSpec } from '../../gauge';
import type { EntryBodies, Line } from '../../ledger';
import type { PlannedStep, StepId } from '../../plan';
import {
  coatedThread,
  isTaper,
  pastThread,
  readPull,
  sayBookValue,
  type Pulled,
  type SpeakingWrench,
  type TorqueRange,
} from '../../torque';
import { show, type TorqueUnit } from '../../units';
import type { JobState } from '../fold';
import { crewOf } from './crew';
import { cautionOwed, fastenersOf, isStepDone, type FastenerView } from './work';
import { planOf } from './plan-of';

/**
 * A pull as a wrench said it. One that tells directions writes a minus when it is turned to the left.
 * @throws BadInput where it is no reading, or none that tightens.
 */
export function hearPull(text: string, wrench: GaugeSpec): Pulled {
  const q = readGauge(text, wrench, 'torque reading');
  if (q.si < 0) throw new BadInput('torque reading', 'was to the left, it loosens: it does not count', text.trim());
  if (q.si === 0) throw new BadInput('torque reading', 'says nothing of a torque', text.trim());
  return q;
}

const rounded = (v: number, digits: number): number => Number(v.toFixed(digits));

/** What a record of a fastener says of what was to be pulled, and of where that is written. */
function aimOf(f: FastenerView) {
  const { target } = f;
  const value = f.ruling.kind === 'value' ? f.ruling.value : undefined;
  return {
    fastener: f.fastener.id,
    ...(target && target.maxNm > target.minNm ? { targetMaxNm: target.maxNm } : {}),
    targetText: value ? sayBookValue(value) : 'no published value',
    source: value?.source ?? '',
  };
}

/** How one fastener was pulled. @param nm at the fastener, N·m; @param said what the wrench showed, where it is not that */
export function pullBody(
  f: FastenerView,
  nm: number,
  how: {
    readonly method: EntryBodies['torque']['method'];
    readonly said?: Pulled | undefined;
    readonly detail?: string | undefined;
    readonly wrench?: SpeakingWrench | undefined;
    readonly saidAtOnce?: boolean;
  },
): EntryBodies['torque'] {
  const { method, said, detail, wrench, saidAtOnce } = how;
  if (!f.target) throw new BadInput('torque', `of the ${f.label.toLowerCase()} has no published value`, nm);
  return {
    ...aimOf(f),
    targetNm: f.target.minNm,
    achievedNm: rounded(nm, 2),
    value: said?.value ?? rounded(nm, 1),
    unit: said?.unit ?? 'N·m',
    method,
    ...(detail ? { detail } : {}),
    ...(wrench ? { wrench } : {}),
    ...(saidAtOnce ? { saidAtOnce: true as const } : {}),
  };
}

/** A whole group, pulled to the end. */
export const clicksBody = (
  f: FastenerView,
  how: { readonly pulled?: TorqueRange | undefined; readonly wrench?: SpeakingWrench | undefined; readonly saidAtOnce?: boolean },
): EntryBodies['clicks'] => ({
  ...aimOf(f),
  clicks: f.clicks,
  of: f.clicks,
  targetNm: f.target?.minNm ?? null,
  ...(how.pulled ? { pulled: how.pulled } : {}),
  ...(how.wrench ? { wrench: how.wrench } : {}),
  ...(how.saidAtOnce ? { saidAtOnce: true } : {}),
});

/** What its thread says against its value before it is pulled: past what it holds, or not what the value is for. */
export function againstThread(f: FastenerView, unit?: TorqueUnit): string {
  const { thread } = f.fastener;
  const condition = f.ruling.kind === 'value' ? f.ruling.value.condition : undefined;
  return pastThread(f.target, thread, unit) || coatedThread(f.target, condition, f.coat, thread, unit);
}

/** Whether a fastener can be said with others: its value is known, and nothing of it is asked or wrong. */
const saidWithOthers = (f: FastenerView): boolean =>
  f.state === 'open' &&
  f.target !== null &&
  !f.wheelOwed &&
  !f.lockOwed &&
  !f.overshot &&
  !f.wrong &&
  !isTaper(f.fastener.kind) &&
  !againstThread(f);

/**
 * The fasteners that are pulled one after the other from this step on and ask nothing of their own. Whoever has pulled them all
 * says so once, and each has its record.
 */
export function pulledTogether(s: JobState, from: PlannedStep): readonly FastenerView[] {
  if (crewOf(s).length > 1) return [];
  const plan = planOf(s);
  const views = new Map(fastenersOf(s).map((f) => [f.fastener.id, f]));
  const run: FastenerView[] = [];
  const inRun = new Set<StepId>();
  const done = (id: StepId) => inRun.has(id) || isStepDone(s, id);
  for (const p of plan.slice(plan.findIndex((x) => x.id === from.id))) {
    if (done(p.id)) continue;
    const f = p.fastener && views.get(p.fastener);
    if (!f || !saidWithOthers(f) || cautionOwed(s, p) || !p.needs.every(done)) break;
    run.push(f);
    inRun.add(p.id);
  }
  return run;
}

/** Each of them clicked at what was set, said together: one record each. @param unit of torques, as the wrench is set */
export const togetherLines = (run: readonly FastenerView[], unit: TorqueUnit = 'N·m'): Line[] =>
  run.map((f): Line => {
    if (f.fastener.count > 1) return { kind: 'clicks', body: clicksBody(f, { saidAtOnce: true }) };
    const said = readPull(show(f.targetNm!, 'torque', unit), unit);
    return { kind: 'torque', body: pullBody(f, said.si, { method: 'torque wrench', said, saidAtOnce: true }) };
  });
