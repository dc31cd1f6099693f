import type { JobState } from '../fold';
import type { Station } from '../context';
import { sayJoints } from '../say';
import { dangerousJoints, looseJoints, uncleared } from './clearance';
import { alignmentOwed, fastenersOf, planOf, workJoints } from './work';

/** Why the vehicle cannot be handed back yet; empty when it can. */
export function handBackBlockers(s: JobState): string[] {
  const out: string[] = [];
  const work = new Set(workJoints(s));
  for (const f of fastenersOf(s)) {
    if (f.state === 'open') out.push(`${f.label}: ${f.wrong || 'no record'}.`);
    if (f.state === 'must be published') out.push(`${f.label}: needs the maker’s value; “firm” is not enough here.`);
  }
  for (const step of planOf(s)) {
    if (step.orientation && !s.orientations.has(step.id)) out.push(`${step.title}: which way round is not confirmed.`);
  }
  const danger = dangerousJoints(s).filter((id) => !work.has(id));
  if (danger.length && s.told.length === 0) out.push(`Dangerous: ${sayJoints(s, danger)}. The owner has not been told yet.`);
  const noise = s.context.kind === 'noise';
  if (noise && !s.complaint) out.push('The complaint is not written down.');
  const owed = uncleared(s, s.axle);
  if (noise && danger.length === 0 && owed.length)
    out.push(`Not cleared: ${sayJoints(s, owed.slice(0, 4))}${owed.length > 4 ? ' and more' : ''}.`);
  if (work.size > 0 && !s.answers.some((a) => a.body.answer === 'approved')) out.push('Nobody has said yes to the work.');
  if (!s.roadTest) out.push('The drive over the same bump is not recorded.');
  if (work.size > 0 && s.rechecks.length === 0) out.push('No recheck is set.');
  return out;
}

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
  const settle =
    s.choices.length === 0
      ? Number(!(noise && looseJoints(s).length === 0))
      : s.choices.filter((c) => !s.answers.some((a) => a.body.parts.includes(c.id))).length;
  const prove = s.handBack
    ? 0
    : Number(!s.roadTest) +
      Number(workJoints(s).length > 0 && s.rechecks.length === 0) +
      Number(alignmentOwed(s) && !s.alignment);
  return {
    listen: Number(noise && !s.complaint),
    find: noise ? uncleared(s, s.axle).length : 0,
    settle,
    work: stepOpen,
    prove,
  };
}
