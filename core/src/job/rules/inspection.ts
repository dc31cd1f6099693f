import { assemblyOf, defectLeft, type Defect, type JointId } from '../../joint';
import type { Entry } from '../../ledger';
import { capital, list } from '../../text';
import type { JobState } from '../fold';
import { sayJoints } from '../say';
import { unrepaired } from './clearance';

/** What the shop's inspection rule fails at a joint that is not renewed. */
export interface Fail {
  readonly joint: JointId;
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
      ? [{ joint: j.id, what: [...(play ? ['play'] : []), ...seen], left: [...new Set(seen.map(defectLeft))] }]
      : [];
  });
}

/**
 * What fails and is in no line that was put to the customer, and that nobody told the owner of. What is dangerous has
 * its own telling.
 */
export function untoldFails(s: JobState): Fail[] {
  const danger = new Set<JointId>(unrepaired(s));
  const told = new Set(s.told.filter((t) => t.body.about === 'inspection').flatMap((t) => t.body.joints ?? []));
  // A link is one part: what is offered for one end answers for the other.
  const offered = new Set(s.lines.flatMap((l) => l.joints.map(assemblyOf)));
  return failsOf(s).filter((f) => !danger.has(f.joint) && !told.has(f.joint) && !offered.has(assemblyOf(f.joint)));
}

/** "Ball joint, left: boot torn. By the island's rule 7 that fails; left as it is, water and dirt get in." */
export function sayFail(s: JobState, f: Fail): string {
  return `${capital(sayJoints(s, [f.joint]))}: ${list(f.what)}. ${failedBy(s, f)}`;
}

/** "By the island's rule 7 that fails; left as it is, water and dirt get in." */
export const failedBy = (s: JobState, f: Fail): string =>
  `By ${s.context.rules.inspection.source} that fails${f.left.length ? `; left as it is, ${list(f.left)}` : ''}.`;

/** Something found that is in no line of the quote: dangerous, failing, or to be watched. */
export interface Beside {
  readonly joint: JointId;
  readonly is: 'dangerous' | 'fails' | 'to be watched';
  readonly sentence: string;
  /** The owner was told of it, and what they said. */
  readonly told: Entry<'told'> | undefined;
}

/** Found besides what is quoted, the worst first: each is quoted, or told and answered, by itself. */
export function besidesOf(s: JobState): Beside[] {
  const offered = new Set(s.lines.flatMap((l) => l.joints.map(assemblyOf)));
  const danger = new Set<JointId>(unrepaired(s));
  const fails = new Map(failsOf(s).map((f) => [f.joint, f]));
  const told = (joint: JointId, about: 'inspection' | undefined) =>
    s.told.findLast((t) => t.body.about === about && t.body.joints?.includes(joint));
  const of = (is: Beside['is']): Beside[] =>
    [...s.joints.values()].flatMap((j): Beside[] => {
      if (offered.has(assemblyOf(j.id)) || s.renewed.has(j.id)) return [];
      const fail = fails.get(j.id);
      const mine = danger.has(j.id) ? 'dangerous' : fail ? 'fails' : j.state === 'watch' ? 'to be watched' : undefined;
      if (mine !== is) return [];
      const name = capital(sayJoints(s, [j.id]));
      const sentence =
        is === 'fails'
          ? sayFail(s, fail!)
          : is === 'dangerous'
            ? `${name}: dangerous. ${j.why}`
            : `${name}: to be watched. ${j.why}`;
      return [
        {
          joint: j.id,
          is,
          sentence,
          told: is === 'to be watched' ? undefined : told(j.id, is === 'fails' ? 'inspection' : undefined),
        },
      ];
    });
  return [...of('dangerous'), ...of('fails'), ...of('to be watched')];
}
