import type { Diagnosis, DiagnosisRequest } from '../diagnosis';
import { partsOf, sayJoint, type JointKind, type JointState } from '../joint';
import { list } from '../text';
import { AXLES, type AxleEnd, type AxleSpec, type Side } from '../vehicle';
import { requestOf } from './case';
import { STATIONS, type Station } from './context';
import type { JobState } from './fold';
import { nextLine } from './next';
import { outlook } from './rules/crew';
import { openDangers } from './rules/danger';
import { leftBefore } from './rules/debts';
import { axlesNow } from './rules/fitted';
import { openCounts, untold } from './rules/hand-back';
import { isApproved } from './rules/planned';

/** What was found, small: the axle that matters most, with what was found on it. */
export interface FoundInBrief {
  readonly end: AxleEnd;
  readonly axle: AxleSpec;
  readonly marks: readonly { readonly kind: JointKind; readonly side: Side; readonly state: JointState }[];
  readonly words: string;
}

/** A job in one line of the floor. */
export interface JobInBrief {
  /** The customer's words, or what it came for. */
  readonly words: string;
  readonly next: { readonly time: string; readonly title: string; readonly why: string; readonly station: Station };
  readonly danger: boolean;
  /** Something dangerous was found that nobody has been told of. */
  readonly untold: boolean;
  /** It left not for the road the last time, and nobody has looked at that yet. */
  readonly left: boolean;
  /** How far it has come, in stations. */
  readonly progress: readonly ('done' | 'here' | 'open')[];
  /** When its work is done, ms since 1970; null before somebody has said yes to it, or where a part has no promise. */
  readonly doneAt: number | null;
  readonly found: FoundInBrief;
  /** It says something else as time goes by, though nothing is written. */
  readonly byTheClock: boolean;
}

/** Worth a mark; what is sound or was not looked at is not. */
const WORTH: Readonly<Partial<Record<JointState, number>>> = { dangerous: 4, loose: 3, watch: 2, 'can’t tell yet': 1 };

/** The axle with the worst finding; where nothing was found, the front one, without a mark. */
export function foundInBrief(s: JobState): FoundInBrief {
  const { dialect } = s.context.rules;
  const found = [...s.joints.values()].filter((j) => WORTH[j.state] !== undefined);
  const worst = (end: AxleEnd) => Math.max(0, ...found.filter((j) => partsOf(j.id).axle === end).map((j) => WORTH[j.state]!));
  const end = AXLES.reduce((a, b) => (worst(b) > worst(a) ? b : a));
  const here = found.filter((j) => partsOf(j.id).axle === end);
  return {
    end,
    axle: axlesNow(s)[end],
    marks: here.map((j) => ({ kind: j.kind, side: j.side, state: j.state })),
    words: `${end === 'front' ? 'Front' : 'Rear'} axle: ${here.length ? list(here.map((j) => `${sayJoint(j.id, dialect)} ${j.state}`)) : 'nothing found yet'}.`,
  };
}

/** What its next line is weighed by, where it hangs on the suspects: nothing once something was chosen. */
export const briefAsks = (s: JobState): DiagnosisRequest | undefined =>
  s.context.kind === 'noise' && s.complaint && s.choices.length === 0 ? requestOf(s) : undefined;

/** When its work is done; nothing before somebody has said yes to it, or where a part has no promise. ms since 1970 */
function doneAt(s: JobState, nowMs: number): number | null {
  if (!s.choices.some((c) => isApproved(s, c.id))) return null;
  const o = outlook(s, nowMs);
  return !o || o.unknown ? null : o.endsAt;
}

/**
 * A job as the floor has it.
 * @param nowMs clock of the caller (ms since 1970)
 * @param d its diagnosis, where `briefAsks` asks for one and it is there
 */
export function inBrief(s: JobState, nowMs: number, d?: Diagnosis): JobInBrief {
  const { time, title, why, station } = nextLine(s, nowMs, d);
  const open = openCounts(s);
  const here = STATIONS.indexOf(station);
  const done = doneAt(s, nowMs);
  return {
    words: s.complaint?.words ? `“${s.complaint.words}”` : s.context.kind === 'noise' ? 'just arrived' : s.context.kind,
    next: { time, title, why, station },
    danger: openDangers(s).length > 0,
    untold: untold(s).length > 0,
    left: leftBefore(s).length > 0,
    progress: STATIONS.map((st, i) => {
      if (i === here) return 'here';
      if (i > here) return 'open';
      return open[st] > 0 && st === 'find' ? 'here' : 'done';
    }),
    doneAt: done,
    found: foundInBrief(s),
    byTheClock: done !== null || station === 'work' || station === 'settle',
  };
}
