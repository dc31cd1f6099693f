import { partsOf } from '../../joint';
import type { Aim, AimResult } from '../../ledger';
import type { JobKind } from '../context';
import type { JobState } from '../fold';
import { leftDangers } from './danger';
import { workJoints } from './planned';

/** What a job without a noise is proved by: its question, how it is answered, and by what. */
export interface AimAsked {
  readonly aim: Aim;
  readonly head: string;
  readonly asks: string;
  /** How it is found out (common practice, no source). */
  readonly how: string;
  readonly answers: Readonly<Record<AimResult, string>>;
  readonly minutes: number;
}

const ASKED: Readonly<Record<Aim, Omit<AimAsked, 'aim'>>> = {
  'less lean': {
    head: 'Same bend, same speed',
    asks: 'Does it lean less, and sit level?',
    how: 'The same bend at the same speed as before; then hub to arch on level ground, left and right alike.',
    answers: { yes: 'Leans less, sits level', no: 'It does not', 'cannot tell yet': 'Not driven' },
    minutes: 10,
  },
  passes: {
    head: 'What it failed on',
    asks: 'Does it pass now what it failed on?',
    how: 'Looked at where it failed, as an inspector would.',
    answers: { yes: 'It passes', no: 'It fails still', 'cannot tell yet': 'Not shown yet' },
    minutes: 3,
  },
  'keeps its angle': {
    head: 'Bar swept up and down',
    asks: 'Bar swept to both stops, its middle marked: does it stand there on its wheels?',
    how: 'A jack under the arm to one stop and back to the other; mark the bar’s arm at both and half way between. On its wheels it stands at the middle mark.',
    answers: { yes: 'At its middle mark', no: 'Off its middle mark', 'cannot tell yet': 'Not swept' },
    minutes: 8,
  },
  'as wanted': {
    head: 'What it was for',
    asks: 'Is it as it was wanted?',
    how: 'Tried as whoever wanted it would.',
    answers: { yes: 'As wanted', no: 'Not as wanted', 'cannot tell yet': 'Not tried' },
    minutes: 5,
  },
};

/** What each kind of job is for, where that is more than to put back what was there. */
const AIM_OF: Readonly<Partial<Record<JobKind, (s: JobState) => Aim>>> = {
  'failed inspection': () => 'passes',
  'changed stance': () => 'keeps its angle',
  upgrade: (s) => (workJoints(s).some((id) => partsOf(id).kind === 'bar') ? 'less lean' : 'as wanted'),
};

/** What this job proves besides its torques; nothing where something was only put back, or where a noise is driven for. */
export function aimOf(s: JobState): AimAsked | undefined {
  const aim = workJoints(s).length > 0 ? AIM_OF[s.context.kind]?.(s) : undefined;
  if (!aim) return undefined;
  const asked = ASKED[aim];
  const what = aim === 'passes' || aim === 'as wanted' ? s.purpose?.what : undefined;
  return { aim, ...asked, asks: what ? `${asked.asks.replace(/\?$/, '')}: ${what}?` : asked.asks };
}

/** Nobody has said yet whether the work came to what it was for; never asked with what is dangerous left in. */
export const aimOwed = (s: JobState): AimAsked | undefined => {
  const asked = aimOf(s);
  return asked && s.aim?.body.aim !== asked.aim && leftDangers(s).length === 0 ? asked : undefined;
};
