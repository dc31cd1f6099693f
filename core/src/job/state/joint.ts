import { defectGrade, isDangerous, type Defect, type JointKind, type JointState } from '../../joint';
import type { CheckResult, PROOFS } from '../../ledger';
import { capital } from '../../text';
import { sayLength, type LengthUnit } from '../../units';
import type { JointMeasures } from './measuring';

/** What the hand said of one joint, and whether the vehicle stood so that it counts. */
export interface HandFinding {
  readonly hand?: CheckResult | undefined;
  /** What was felt is a fail: it moves, or it is slight where the shop's rule says that is one. */
  readonly fails: boolean;
  readonly counts: boolean;
  readonly handWhy: string;
  /** It was felt to move and later to be tight, by checks that count: a person has to strike one of them. */
  readonly contradicted: boolean;
  /** Its fasteners were tightened and counted since: whatever was felt before, that is what stands. */
  readonly tightened?: boolean | undefined;
  /** By how many ways of looking it was felt tight. */
  readonly ways?: number | undefined;
}

/** All that is known of one joint. */
export interface Found extends HandFinding, JointMeasures {
  readonly defects: readonly Defect[];
  readonly renewed: boolean;
  /** What the hand said after the work. */
  readonly proof?: (typeof PROOFS)[number] | undefined;
  /** A wheel rocks, and nobody has said at which joint. */
  readonly rocks: boolean;
}

/** What was felt is a fail: it moves, or it is slight where the shop's rule says that is one. */
export const isFail = (result: CheckResult | undefined, kind: JointKind, slightFails: readonly JointKind[]): boolean =>
  result === 'moves' || result === 'dangerous' || (result === 'slight' && slightFails.includes(kind));

/** Past this share of its limit a joint is watched (common practice, no source). */
const WATCHED = 0.6;

/** What was found makes of a joint, and why, in one sentence: what is bad first, then what cannot be told, then what is sound. */
export function judgeJoint(kind: JointKind, on: Found, unit?: LengthUnit): { readonly state: JointState; readonly why: string } {
  const worn = isDangerous(kind) || on.hand === 'dangerous' ? 'dangerous' : 'loose';
  if (on.renewed) {
    const after = on.after?.conformance.verdict;
    if (after === 'beyond') return { state: worn, why: 'Renewed, and still beyond its limit.' };
    if (on.proof === 'still moves') return { state: worn, why: 'Renewed, and it still moves in the hand.' };
    if (on.proof === 'slight') return { state: 'watch', why: 'Renewed, and a slight play is felt.' };
    if (after === 'within') return { state: 'sound', why: 'Renewed; play is within its limit.' };
    return { state: 'sound', why: on.proof ? 'Renewed; no play in the hand.' : 'Renewed.' };
  }
  const parting = on.defects.find((d) => defectGrade(d) === 'dangerous');
  const bad = parting ?? on.defects.find((d) => defectGrade(d) === 'bad');
  if (bad && (parting || worn === 'dangerous')) return { state: 'dangerous', why: `${capital(bad)}.` };
  if (on.fails)
    return {
      state: worn,
      why: on.contradicted
        ? 'It moves in the hand, and later it was tight. Strike the one that is wrong.'
        : on.hand === 'slight'
          ? 'A slight play is felt: a fail here, by the shop’s rule.'
          : on.hand === 'dangerous'
            ? 'Found dangerous by hand.'
            : 'It moves in the hand.',
    };
  if (bad) return { state: 'loose', why: `${capital(bad)}.` };
  if (on.before?.conformance.verdict === 'beyond')
    return { state: worn, why: `Play is beyond ${sayLength(on.before.limit.limitMm, 2, unit)} (${on.before.limit.owner}).` };
  // Any air between bushing and bar that the two diameters can tell from none knocks.
  if (on.clearance && on.clearance.meanMm > 1.645 * on.clearance.uMm)
    return { state: 'loose', why: `It stands off the bar by ${sayLength(on.clearance.meanMm, 2, unit)}.` };
  if (on.rocks)
    return {
      state: 'can’t tell yet',
      why: 'It moves, and nobody has said yet at which joint.',
    };
  if (on.hand === 'tight' && !on.counts) return { state: 'can’t tell yet', why: on.handWhy };
  const within = on.before?.conformance.verdict === 'within';
  if (on.hand === 'tight' || (within && on.hand !== 'slight')) {
    if (on.defects.length) return { state: 'watch', why: `No play; ${on.defects.join(', ')}.` };
    if (on.before && within && on.before.doubt.meanMm > WATCHED * on.before.limit.limitMm)
      return { state: 'watch', why: 'Within its limit, past six tenths of it.' };
    return {
      state: 'sound',
      why: within ? 'Play is within its limit.' : on.tightened ? 'Tightened and counted.' : 'Found tight by a valid check.',
    };
  }
  if (on.hand === 'slight') return { state: 'watch', why: ['A slight play is felt: watched', ...on.defects].join(', ') + '.' };
  if (on.before) return { state: 'can’t tell yet', why: 'The readings do not settle it yet.' };
  if (on.hand === 'can’t tell') return { state: 'can’t tell yet', why: 'The hand could not tell.' };
  if (on.defects.length) return { state: 'watch', why: `${capital(on.defects.join(', '))}.` };
  return { state: 'not looked at', why: 'Not checked.' };
}
