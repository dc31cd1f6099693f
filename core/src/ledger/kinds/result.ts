import type { FrameFit, FrameFitInput, Placed, StackReach, StackSize, StackVariant } from '../../bushing';
import { partsOf, type JointId } from '../../joint';
import type { AdjustableLink, FloorInput, LinkSetting, UBar, WheelFit, Wheels } from '../../mechanics';
import type { Conformance, KnownScatter, LimitOwner } from '../../play';
import { capital } from '../../text';
import type { MeasuredPhase } from '../words';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';
import type { LedgerWords } from '../words';

/** A thread or hex that a caliper reading may be, as it was found. */
export interface FoundSize {
  name: string;
  share: number;
  lookAlike: string | null;
}

/** What each method is given and finds. A method is added here, with its schema in contract/kinds/result. */
export interface ResultKinds {
  play: {
    given: {
      /** Ids of the readings it comes from. */
      readings: string[];
      driftMm: number;
      resolutionMm: number;
      known: KnownScatter;
    };
    found: {
      phase: MeasuredPhase;
      n: number;
      meanMm: number;
      uMm: number;
      /** Effective degrees of freedom; null where there is no end of them. */
      degrees: number | null;
      oneSidedMm: number;
      limitMm: number;
      owner: LimitOwner;
      verdict: Conformance['verdict'];
    };
  };
  'frame fit': { given: FrameFitInput; found: Omit<FrameFit, 'method' | 'sentences'> };
  stack: {
    given: StackSize & { stack: Placed[]; variants: (keyof StackVariant | 'stops')[] };
    found: Omit<StackReach, 'method' | 'sentences'> & { faults: string[] };
  };
  /** Given as it was typed. */
  thread: {
    given: { outside: string; outsideU: string; crests: string; over: string; overU: string };
    found: FoundSize[];
  };
  hex: { given: { across: string; acrossU: string }; found: FoundSize[] };
  /** A link's length: what it was worked out from, and the window of lengths round it. */
  'link length': {
    given: {
      from: 'the axle' | 'the floor' | 'the bolt';
      loweredMm: number;
      /** The link that was right before. */
      oldMm: number;
      floor?: FloorInput;
      rounds?: { fromAboveMm: number; fromBelowMm: number }[];
    };
    found: { lengthMm: number; doubtMm: number; ruleMm: number | null; fits: [number, number] | null };
  };
  'link setting': {
    given: AdjustableLink & { targetMm: number };
    found: Pick<LinkSetting, 'turns' | 'lengthMm' | 'equalityMm' | 'engagedMm'>;
  };
  bar: {
    given: { now: UBar; was: UBar | null };
    found: { stiffnessNPerMm: number; stressMpaPerMm: number; ratio: number | null };
  };
  'wheel fit': {
    given: Wheels & { loweredMm: number };
    found: { meets: string[]; shorterMm: number | null; boltPoints: WheelFit['boltPoints'] };
  };
}
export type ResultKind = keyof ResultKinds;
export const RESULTS = [
  'play',
  'frame fit',
  'stack',
  'thread',
  'hex',
  'link length',
  'link setting',
  'bar',
  'wheel fit',
] as const satisfies readonly ResultKind[];

/** Something worked out and kept: what was given and found, by which method and version. */
export type ResultBody = {
  [W in ResultKind]: {
    what: W;
    joint?: JointId;
    gauge?: string;
    method: string;
    given: ResultKinds[W]['given'];
    found: ResultKinds[W]['found'];
    words: string;
  };
}[ResultKind];

/** What is of an axle's links or bar is not of the joint it was kept under. */
const OF_AXLE: readonly ResultKind[] = ['link length', 'link setting', 'bar', 'wheel fit'];
const whereOf = (b: ResultBody, w: LedgerWords): string =>
  !b.joint ? '' : OF_AXLE.includes(b.what) ? `${partsOf(b.joint).axle} ` : `${w.joint(b.joint)}, `;

export const result = entryKind<ResultBody>()({
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'all' },
  say: (b, w) => capital(`${whereOf(b, w)}${b.what}: ${w.say(b.words)}`),
});
