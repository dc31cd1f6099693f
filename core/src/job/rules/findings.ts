import { jointName, type JointId } from '../../joint';
import { capital, inSentence } from '../../text';
import type { JobState } from '../fold';
import type { JointView } from '../state/looks';
import { unrepaired } from './danger';
import { failedBy, failsOf } from './inspection';
import { workJoints } from './planned';

/** A finding as a customer reads it: which joint, how bad, why, and what became of it. */
export interface Finding {
  readonly joint: JointId;
  readonly grade: Graded;
  readonly became: Became;
  readonly sentence: string;
}

const GRADE = { dangerous: 'dangerous', loose: 'worn', watch: 'to be watched' } as const;
type Graded = keyof typeof GRADE;
/** What became of it, as it is said behind it. */
const BECAME = {
  renewed: ' Renewed.',
  'put right': ' Put right.',
  'put back': ' Put back as it was.',
  'not repaired': ' Not repaired.',
  'left so': ' It was left so.',
  left: ' Left as it is.',
  'in work': '',
} as const;
export type Became = keyof typeof BECAME;

/** The work is over: what was not renewed by it went back as it was. */
const driven = (s: JobState): boolean => s.roadTest !== undefined;

/** What was found, the worst first, as it was before the work; what the work did about it stands behind. */
export function findingsOf(s: JobState): Finding[] {
  const work = workJoints(s);
  const fails = new Map(failsOf(s).map((f) => [f.joint, f]));
  const rank = (j: JointView) => Object.keys(GRADE).indexOf(j.asFound.state);
  return [...s.joints.values()]
    .filter((j) => j.asFound.state in GRADE)
    .sort((a, b) => rank(a) - rank(b))
    .map((j) => {
      const became: Became = s.renewed.has(j.id)
        ? 'renewed'
        : j.state === 'sound'
          ? 'put right'
          : work.includes(j.id)
            ? s.handBack || driven(s)
              ? 'put back'
              : 'in work'
            : unrepaired(s).includes(j.id)
              ? 'not repaired'
              : fails.get(j.id)?.left.length
                ? 'left so'
                : 'left';
      const fail = fails.get(j.id);
      const failed = fail ? ` ${failedBy(s, fail)}` : '';
      return {
        joint: j.id,
        grade: j.asFound.state as Graded,
        became,
        sentence: `${capital(inSentence(jointName(j.kind, s.context.rules.dialect)))}, ${j.side}: ${GRADE[j.asFound.state as Graded]}. ${j.asFound.why}${failed}${BECAME[became]}`,
      };
    });
}
