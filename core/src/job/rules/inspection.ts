import { splitFault } from '../../diagnosis';
import { assemblyOf, defectLeft, type Defect, type JointId } from '../../joint';
import type { Cause, Entry } from '../../ledger';
import { capital, list } from '../../text';
import type { JobState } from '../fold';
import { sayJoints } from '../say';
import { unrepaired } from './danger';

/** What is worn at a joint that is not renewed, and whether the shop's inspection rule fails it. */
export interface Fail {
  readonly joint: JointId;
  /** By the shop's rule; where not, it is worn by what was found. */
  readonly rule: boolean;
  /** "boot torn", "play". */
  readonly what: readonly string[];
  /** What comes of it when it is left; empty where only play was found. */
  readonly left: readonly string[];
}

/** Everything that fails by the shop's rule and was not renewed; nothing where the shop has no rule. */
export function failsOf(s: JobState): Fail[] {
  const rule = s.context.rules.inspection;
  if (!rule.source) return [];
  return [...s.joints.values()].flatMap((j): Fail[] => {
    if (s.renewed.has(j.id)) return [];
    const seen = j.defects.filter((d: Defect) => rule.defects.includes(d));
    const play = rule.play && (j.fails || j.before?.conformance.verdict === 'beyond');
    return seen.length || play
      ? [{ joint: j.id, rule: true, what: [...(play ? ['play'] : []), ...seen], left: [...new Set(seen.map(defectLeft))] }]
      : [];
  });
}

/** Everything found worn that is not renewed: what fails by the shop's rule, and what is loose without one. */
function wornOf(s: JobState): Fail[] {
  const fails = failsOf(s);
  const has = new Set(fails.map((f) => f.joint));
  const worn = [...s.joints.values()].filter((j) => j.state === 'loose' && !has.has(j.id) && !s.renewed.has(j.id));
  return [
    ...fails,
    ...worn.map((j): Fail => ({
      joint: j.id,
      rule: false,
      what: [...(j.fails || j.before || j.clearance ? ['play'] : []), ...j.defects],
      left: [...new Set(j.defects.map(defectLeft))],
    })),
  ];
}

/**
 * What is worn, makes the noise or does not, is in no line that was put to the customer, and nobody told the owner of:
 * it is quoted, declined or left, and never lost. What is dangerous has its own telling.
 */
export function untoldFails(s: JobState): Fail[] {
  const danger = new Set<JointId>(unrepaired(s));
  const told = new Set(s.told.filter((t) => t.body.about === 'inspection').flatMap((t) => t.body.joints ?? []));
  // A link is one part: what is offered for one end answers for the other. What goes on again as it was is no offer.
  const offered = new Set(
    s.lines
      .filter((l) => l.options.some((o) => o.choices.some((c) => c.body.part.kind !== 'refit')))
      .flatMap((l) => l.joints.map(assemblyOf)),
  );
  return wornOf(s).filter((f) => !danger.has(f.joint) && !told.has(f.joint) && !offered.has(assemblyOf(f.joint)));
}

/** "Ball joint, left: boot torn. By the island's rule 7 that fails; left as it is, water and dirt get in." */
export function sayFail(s: JobState, f: Fail): string {
  const name = capital(sayJoints(s, [f.joint]));
  if (f.rule) return `${name}: ${list(f.what)}. ${failedBy(s, f)}`;
  return `${name}: worn. ${s.joints.get(f.joint)!.why}${f.left.length ? ` Left as it is, ${list(f.left)}.` : ''}`;
}

/** "By the island's rule 7 that fails; left as it is, water and dirt get in." */
export const failedBy = (s: JobState, f: Fail): string =>
  `By ${s.context.rules.inspection.source} that fails${f.left.length ? `; left as it is, ${list(f.left)}` : ''}.`;

/** Something found that is in no line of the quote and that no verdict names: dangerous, failing, worn, or to be watched. */
export interface Beside {
  readonly joint: JointId;
  readonly is: 'dangerous' | 'fails' | 'worn' | 'to be watched';
  readonly sentence: string;
  /** The owner was told of it, and what they said. */
  readonly told: Entry<'told'> | undefined;
}

/**
 * Found besides, the worst first: each is quoted, or told and answered, by itself.
 * @param named what makes the noise, where that is known and not yet quoted: it is none of these
 */
export function besidesOf(s: JobState, named: readonly Cause[] = []): Beside[] {
  const offered = new Set(s.lines.flatMap((l) => l.joints.map(assemblyOf)));
  const causes = new Set<string>(named.map((c) => splitFault(c)?.joint ?? c));
  // The other end of a part that is named is that part, and no finding beside it.
  const parts = new Set(named.flatMap((c) => splitFault(c)?.joint ?? []).map(assemblyOf));
  const danger = new Set<JointId>(unrepaired(s));
  const worn = new Map(wornOf(s).map((f) => [f.joint, f]));
  const told = (joint: JointId, about: 'inspection' | undefined) =>
    s.told.findLast((t) => t.body.about === about && t.body.joints?.includes(joint));
  const beside = (is: Beside['is']): Beside[] =>
    [...s.joints.values()].flatMap((j): Beside[] => {
      if (offered.has(assemblyOf(j.id)) || s.renewed.has(j.id) || causes.has(j.id)) return [];
      const f = worn.get(j.id);
      const seen = j.state === 'watch' || j.defects.length > 0;
      const mine = danger.has(j.id) ? 'dangerous' : f ? (f.rule ? 'fails' : 'worn') : seen ? 'to be watched' : undefined;
      if (mine !== is || (is !== 'dangerous' && parts.has(assemblyOf(j.id)))) return [];
      const name = capital(sayJoints(s, [j.id]));
      const sentence = f && is !== 'dangerous' ? sayFail(s, f) : `${name}: ${is}. ${j.why}`;
      return [
        {
          joint: j.id,
          is,
          sentence,
          told: is === 'to be watched' ? undefined : told(j.id, is === 'dangerous' ? undefined : 'inspection'),
        },
      ];
    });
  return [...beside('dangerous'), ...beside('fails'), ...beside('worn'), ...beside('to be watched')];
}
