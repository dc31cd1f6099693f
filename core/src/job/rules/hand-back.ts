import { elsewhereChecks, splitFault, type ElsewhereCheckId } from '../../diagnosis';
import type { Cause } from '../../ledger';
import type { DangerAt } from '../../danger';
import { assemblyOf, isJointId, partsOf, type FastenerId, type JointId } from '../../joint';
import { plainStep, type StepId } from '../../plan';
import { AXLES } from '../../vehicle';
import type { Station } from '../context';
import type { JobState } from '../fold';
import { unseenChanges } from './changed';
import { onceAState } from '../once';
import { capital } from '../../text';
import { sayBoth, sayJoints, sayParts } from '../say';
import { aimOwed } from './aim';
import { checkAt, contradictedJoints, looseJoints } from './clearance';
import { leftBefore, owedJoints } from './debts';
import { approvedWork, inWork, leftDangers, openDangers, wasTold } from './danger';
import { goodsLines } from './goods';
import { untoldFails } from './inspection';
import { linkSetting } from './setting';
import { openedOwed, ruined } from './trouble';
import { atAxle, fittingStep, isApproved, workJoints } from './planned';
import { alignmentOwed, facingsOwed, fastenersOf, isStepDone, swells, waitingLines } from './work';
import { planOf } from './plan-of';

/** Something the hand-back waits for, and where it is done. */
export type Blocker = {
  readonly sentence: string;
  /** What ends it, with its minutes, where that is more than to do what the sentence says. */
  readonly ends?: string;
  /** The entry it stands by, where one made it. */
  readonly entry?: string;
} & (
  | { readonly at: 'fastener'; readonly fastener: FastenerId }
  | { readonly at: 'orientation' | 'step'; readonly step: StepId }
  | { readonly at: 'also' }
  | { readonly at: 'again'; readonly step: StepId }
  | { readonly at: 'contradiction' | 'check' | 'proof'; readonly joint: JointId }
  | { readonly at: 'setting' | 'goods'; readonly joint: JointId }
  | { readonly at: 'elsewhere'; readonly check: ElsewhereCheckId }
  | { readonly at: 'told' | 'changed' | 'complaint' | 'verdict' | 'answer' | 'drive' | 'aim' | 'alignment' | 'recheck' }
);

/** Where dangers are that no work ends and that nobody has told the owner of. What rocks unexplained is looked at again first. */
export const untold = (s: JobState): DangerAt[] => [
  ...new Set(leftDangers(s).flatMap((d) => (d.kind === 'rocks' || wasTold(s, d) ? [] : d.at))),
];

/** What the verdict names that is no joint of the plate: mended without a plan of steps. */
export const causesElsewhere = (s: JobState): Cause[] => (s.verdict?.body.causes ?? []).filter((c) => !splitFault(c));

/** The same bump again: owed where something was done against a noise, never with what is dangerous left in. */
export const driveOwed = (s: JobState): boolean =>
  !s.roadTest &&
  s.context.kind === 'noise' &&
  (workJoints(s).length > 0 || causesElsewhere(s).length > 0) &&
  leftDangers(s).length === 0;

/** Something was undone, and nobody has said when it is looked at again. */
export const recheckOwed = (s: JobState): boolean => s.rechecks.length === 0 && (workJoints(s).length > 0 || s.undone.size > 0);

/** What of the work is not proved: torques, orientations, settings, goods, a fire watch. */
function blockersOfWork(s: JobState): Blocker[] {
  const out: Blocker[] = [];
  for (const f of fastenersOf(s)) {
    const { id } = f.fastener;
    if (f.state === 'open')
      out.push({
        sentence: `${f.label}: ${f.lockOwed ? 'how it is kept is not written down' : f.wrong || 'no record'}.`,
        at: 'fastener',
        fastener: id,
      });
    if (f.state === 'must be published')
      out.push({
        sentence: `${f.label}: needs the maker’s value; “firm” is not enough here.`,
        at: 'fastener',
        fastener: id,
      });
  }
  for (const step of planOf(s)) {
    if (facingsOwed(s, step).length > 0)
      out.push({ sentence: `${step.title}: which way round is not confirmed.`, at: 'orientation', step: step.id });
    if (swells(s, step.id))
      out.push({ sentence: `${step.title}: mineral grease is on it, and does it harm.`, at: 'step', step: step.id });
  }
  for (const end of AXLES) {
    const setting = linkSetting(atAxle(s, end));
    if (setting && !setting.set)
      out.push({ sentence: 'What the adjustable links were set to is not written down.', at: 'setting', joint: setting.joint });
  }
  for (const joint of ruined(s))
    out.push({
      sentence: `${capital(sayParts(s.context.rules.dialect, [joint]))} cannot go on again, and no new part was said yes to.`,
      at: 'answer',
    });
  if (openedOwed(s))
    out.push({ sentence: 'A part came out with its neighbour: nobody has said what was undone for it.', at: 'also' });
  const watched = planOf(s).find((p) => plainStep(p.id) === 'fire-over' && !isStepDone(s, p.id));
  if (watched) out.push({ sentence: 'The fire watch is not over, or nobody said so.', at: 'step', step: watched.id });
  for (const g of goodsLines(s)) {
    const { part, joints } = g.choice.body;
    if (g.stage !== 'taken' && joints.some((id) => s.renewed.has(id)))
      out.push({
        sentence: `${part.name} went on, and nobody wrote down that it was looked at.`,
        at: 'goods',
        joint: joints[0]!,
      });
  }
  return out;
}

/** What was found and does not agree, or nobody was told of. */
function blockersOfFindings(s: JobState): Blocker[] {
  const out: Blocker[] = [];
  for (const joint of contradictedJoints(s))
    out.push({
      sentence: `${capital(sayBoth(s, [joint]))}: moving, and tight. One of the two is wrong.`,
      at: 'contradiction',
      joint,
    });
  out.push(...dangersInWork(s), ...rocksOpen(s));
  const tell = untold(s);
  if (tell.length)
    out.push({
      sentence: `Dangerous: ${sayJoints(s, tell)}. The owner has not been told yet.`,
      ends: `Tell the owner by name, ${TELL_MIN} min; it must not go on the road until it is repaired and proved.`,
      entry: leftDangers(s).find((d) => tell.includes(d.at[0]!))!.entry,
      at: 'told',
    });
  const fails = tell.length ? [] : untoldFails(s);
  if (fails.length)
    out.push({
      sentence: `${fails.some((f) => f.rule) ? 'Fails an inspection' : 'Found worn'}: ${sayJoints(
        s,
        fails.map((f) => f.joint),
      )}. The owner has not been told yet.`,
      at: 'told',
    });
  return out;
}

/** To reach somebody and say it, min (common practice, no source). */
const TELL_MIN = 2;

/** What was found dangerous, was said yes to, and has not ended by the work. What rocks unexplained is ended by no new part. */
function dangersInWork(s: JobState): Blocker[] {
  const open = openDangers(s).filter((d) => d.kind !== 'rocks');
  const at = [...new Set(open.flatMap((d) => d.at))].filter(isJointId);
  return at
    .filter((id) => inWork(s, id) && approvedWork(s, id))
    .map((joint): Blocker => {
      const name = capital(sayJoints(s, [joint]));
      const { entry } = open.find((d) => d.at.includes(joint))!;
      if (s.joints.get(joint)!.proof === 'still moves')
        return {
          sentence: `${name}: renewed, and it still moves.`,
          ends: 'It is put right and felt again; or the line that is wrong is struck, with its reason.',
          entry,
          at: 'proof',
          joint,
        };
      const step = fittingStep(s, joint);
      const found = { entry, at: 'step', step } as const;
      if (s.steps.get(step)?.body.state !== 'done')
        return {
          ...found,
          sentence: `${name}: found dangerous, and the new one is not on.`,
          ends: `The new one goes on and every fastener of it has its record, ${minutesLeft(s, joint)} min.`,
        };
      const part = assemblyOf(joint);
      if (fastenersOf(s).every((f) => assemblyOf(f.fastener.joint) !== part || f.state === 'done'))
        return {
          sentence: `${name}: the new one is on, and was found dangerous after that.`,
          ends: 'It comes off again and a sound one goes on; or the line that is wrong is struck, with its reason.',
          entry,
          at: 'again',
          step,
        };
      return {
        ...found,
        sentence: `${name}: found dangerous, and the new one is not proved yet: a fastener of it has no record.`,
        ends: `Every fastener of it has its record, ${minutesLeft(s, joint)} min.`,
      };
    });
}

/** What the plan still takes at a joint's part, min. */
function minutesLeft(s: JobState, joint: JointId): number {
  const done = new Set<string>(fastenersOf(s).flatMap((f) => (f.state === 'done' ? [f.fastener.id] : [])));
  const left = planOf(s).filter(
    (p) =>
      p.joint &&
      assemblyOf(p.joint) === assemblyOf(joint) &&
      (p.fastener ? !done.has(p.fastener) : s.steps.get(p.id)?.body.state !== 'done'),
  );
  return Math.max(1, Math.round(left.reduce((sum, p) => sum + p.endsAt - p.startsAt, 0)));
}

/** A wheel rocked and nobody said at which joint: it is looked at again, or told and left not for the road. */
const rocksOpen = (s: JobState): Blocker[] =>
  openDangers(s)
    .filter((d) => d.kind === 'rocks' && !wasTold(s, d))
    .map((d) => {
      const joint = d.at.find(isJointId)!;
      const { axle, side } = partsOf(joint);
      return {
        sentence: `The ${side} ${axle} wheel rocks, and nobody has said at which joint.`,
        ends: `${sayLooks(s, [joint])} A hand on each joint tells which; tight at each of them ends it too.`,
        entry: d.entry,
        at: 'check',
        joint,
      };
    });

/** The looks that settle these joints, and what they take together: "Shake the left wheel at 12 and 6, and 2 more checks: 6 min." */
function sayLooks(s: JobState, joints: readonly JointId[]): string {
  const looks = new Map(
    joints.flatMap((id) => {
      const check = checkAt(s, id);
      return check ? [[`${check.id} ${partsOf(id).axle} ${partsOf(id).side}`, check] as const] : [];
    }),
  );
  const [first, ...more] = [...looks.values()];
  if (!first) return '';
  const minutes = [first, ...more].reduce((sum, c) => sum + c.minutes, 0);
  return `${first.title}${more.length ? `, and ${more.length} more ${more.length > 1 ? 'checks' : 'check'}` : ''}: ${minutes} min.`;
}

/** What is no joint, that it left with the last time, not for the road, and that nobody has looked at since. */
const leftElsewhere = (s: JobState): Blocker[] =>
  leftBefore(s).flatMap((at): Blocker[] => {
    const check = isJointId(at) ? undefined : elsewhereChecks(s.context.type).find((c) => c.finds.includes(at));
    return check
      ? [
          {
            sentence: `Not cleared: ${sayJoints(s, [at])}.`,
            ends: `${check.title}: ${check.minutes} min.`,
            at: 'elsewhere',
            check: check.id,
          },
        ]
      : [];
  });

/** What was never asked, cleared or said. */
function blockersOfQuestions(s: JobState): Blocker[] {
  const out: Blocker[] = [];
  if (unseenChanges(s).length)
    out.push({ sentence: 'Something was changed in the file, and nobody here has looked at it.', at: 'changed' });
  const noise = s.context.kind === 'noise';
  if (noise && !s.complaint) out.push({ sentence: 'The complaint is not written down.', at: 'complaint' });
  if (!noise && !s.purpose) out.push({ sentence: 'Why it is here is not written down.', at: 'complaint' });
  const owed = owedJoints(s);
  if (owed.length)
    out.push({
      sentence: `Not cleared: ${sayJoints(s, owed.slice(0, 4))}${owed.length > 4 ? ' and more' : ''}.`,
      ends: sayLooks(s, owed),
      at: 'check',
      joint: owed[0]!,
    });
  out.push(...leftElsewhere(s));
  if (noise && leftDangers(s).length === 0 && owed.length === 0 && !s.verdict && !s.goOn)
    out.push({ sentence: 'No verdict was given, and nobody said why not.', at: 'verdict' });
  return out;
}

/** The customer's answers, the drive, the alignment, the recheck. */
function blockersAtTheEnd(s: JobState): Blocker[] {
  const out: Blocker[] = [];
  const waiting = waitingLines(s)[0];
  if (waiting)
    out.push({
      sentence: `The customer has not answered for ${sayParts(s.context.rules.dialect, waiting.joints)}.`,
      at: 'answer',
    });
  else if (workJoints(s).length > 0 && !s.choices.some((c) => isApproved(s, c.id)))
    out.push({ sentence: 'Nobody has said yes to the work.', at: 'answer' });
  if (driveOwed(s)) out.push({ sentence: 'The drive over the same bump is not recorded.', at: 'drive' });
  const aim = aimOwed(s);
  if (aim) out.push({ sentence: `${aim.asks} Nobody has said.`, at: 'aim' });
  if (alignmentOwed(s) && !s.alignment) out.push({ sentence: 'An alignment check is owed.', at: 'alignment' });
  if (recheckOwed(s)) out.push({ sentence: 'No recheck is set.', at: 'recheck' });
  return out;
}

/** Why the vehicle cannot be handed back yet; empty when it can. */
export const handBackBlockers = onceAState((s): readonly Blocker[] => [
  ...blockersOfWork(s),
  ...blockersOfFindings(s),
  ...blockersOfQuestions(s),
  ...blockersAtTheEnd(s),
]);

/** How many things are open in each station, for its tab. */
export function openCounts(s: JobState): Record<Station, number> {
  const noise = s.context.kind === 'noise';
  const done = new Set<string>(
    fastenersOf(s)
      .filter((f) => f.state === 'done')
      .map((f) => f.fastener.id),
  );
  const stepOpen = planOf(s).filter((p) =>
    p.fastener ? !done.has(p.fastener) : s.steps.get(p.id)?.body.state !== 'done',
  ).length;
  const settle = s.lines.length === 0 ? Number(!(noise && looseJoints(s).length === 0)) : waitingLines(s).length;
  const prove = s.handBack
    ? 0
    : Number(driveOwed(s)) + Number(aimOwed(s) !== undefined) + Number(recheckOwed(s)) + Number(alignmentOwed(s) && !s.alignment);
  return {
    listen: Number(noise ? !s.complaint : !s.purpose),
    find: owedJoints(s).length || Number(noise && !s.verdict && !s.goOn),
    settle,
    work: stepOpen,
    prove,
  };
}
