import { splitFault, type Character, type Diagnosis, type Manoeuvre, type OtherFault, type When } from '../../diagnosis';
import type { DangerAt } from '../../danger';
import { jointsOf, JOINT_SPECS, partsOf, type JointId } from '../../joint';
import type { Cause } from '../../ledger';
import { capital } from '../../text';
import type { JobState } from '../fold';
import { sayBoth, sayJoints, speakOf } from '../say';
import { contradictedJoints, looseJoints } from './clearance';
import { openDangers } from './danger';
import { uncleared } from './debts';

export type VerdictView =
  | { readonly kind: 'blocked'; readonly missing: readonly JointId[]; readonly sentence: string }
  | {
      readonly kind: 'dangerous';
      readonly at: readonly DangerAt[];
      /** Other dangerous joints that are neither cleared nor found yet: the verdict waits for them. */
      readonly missing: readonly JointId[];
      /** What makes the noise, where that is known besides. */
      readonly causes: readonly Cause[];
      readonly sentence: string;
    }
  | { readonly kind: 'contradiction'; readonly joint?: JointId | undefined; readonly sentence: string }
  | { readonly kind: 'ready'; readonly causes: readonly Cause[]; readonly sentence: string }
  /** The noise points at it, and nobody has looked there yet. */
  | { readonly kind: 'unseen'; readonly causes: readonly Cause[]; readonly sentence: string }
  | {
      readonly kind: 'open';
      /** Driven every way that could tell, and quiet: there is nothing to name. */
      readonly quiet: boolean;
      /** Rubber a squeak may come from: lubricated and driven before anything is replaced. */
      readonly dry: readonly JointId[];
      readonly sentence: string;
    };

/** Two share the blame where each of them is at least so likely, of the threshold, and found worn. */
const SHARES = 1 / 3;

/**
 * What makes the noise by the shop's threshold, likeliest first: each suspect over it, a joint whose faults are not told
 * apart, or two that are over it together where both are likely worn.
 */
export function causesOf(s: JobState, d: Diagnosis): Cause[] {
  const least = s.context.rules.verdictThreshold;
  const over = d.suspects.filter((x) => x.makes >= least);
  const named = new Set(over.map((x) => x.joint));
  const joints = d.joints.filter((x) => x.makes >= least && !named.has(x.joint)).map((x) => x.joint);
  const causes = [...over.map((x) => x.fault), ...joints];
  if (causes.length) return causes;
  const two = d.suspects.slice(0, 2);
  return (d.together[1] ?? 0) >= least && two.every((x) => x.worn >= 0.5 && x.makes >= SHARES * least)
    ? two.map((x) => x.fault)
    : [];
}

/** Somebody has looked there, whatever was found: nothing is named by its noise alone. */
export function lookedAt(s: JobState, c: Cause): boolean {
  const joint = splitFault(c)?.joint;
  return joint ? s.joints.get(joint)?.state !== 'not looked at' : s.elsewhere.has(c as OtherFault);
}

/** What makes the noise besides what is dangerous: over the threshold, or found worn and sharing the blame with it. */
function besideDanger(s: JobState, d: Diagnosis, danger: readonly DangerAt[]): Cause[] {
  const is = (c: Cause) => (danger as readonly string[]).includes(splitFault(c)?.joint ?? c);
  const over = causesOf(s, d).filter((c) => lookedAt(s, c) && !is(c));
  if (over.length) return over;
  const next = d.suspects.find((x) => !is(x.fault));
  return next && next.worn >= 0.5 && next.makes >= SHARES * s.context.rules.verdictThreshold && lookedAt(s, next.fault)
    ? [next.fault]
    : [];
}

/** The sentence for a vehicle that is dangerous. @param danger where */
export function sayBan(s: JobState, danger: readonly DangerAt[]): string {
  const d = speakOf(s.context.rules.dialect, danger, 0, s.axle);
  return `Do not return to the road until ${d.the} ${d.is} repaired.`;
}

/** What a verdict names when it is given now; nothing while something is owed before it, or nothing stands out. */
export function verdictCauses(v: VerdictView): readonly Cause[] {
  if (v.kind === 'ready') return v.causes;
  return v.kind === 'dangerous' && v.missing.length === 0 ? [...v.at, ...v.causes] : [];
}

/** What may be said about the noise: nothing before the dangerous joints of the axle are cleared or found. */
export function verdictView(s: JobState, d: Diagnosis): VerdictView {
  const danger = [...new Set(openDangers(s).flatMap((x) => (x.kind === 'rocks' ? [] : x.at)))];
  const ban = danger.length ? sayBan(s, danger) : '';
  const doubtful = contradictedJoints(s)[0];
  if (doubtful) {
    const two = `These two cannot both be: ${sayBoth(s, [doubtful])} moving in the hand, and tight. Feel it again and strike the wrong one.`;
    return { kind: 'contradiction', joint: doubtful, sentence: [two, ban].filter(Boolean).join(' ') };
  }
  if (danger.length) {
    return {
      kind: 'dangerous',
      at: danger,
      missing: uncleared(s, s.axle),
      causes: besideDanger(s, d, danger),
      sentence: ban,
    };
  }
  if (d.conflicts[0]) return { kind: 'contradiction', ...d.conflicts[0] };
  const missing = uncleared(s, s.axle);
  if (missing.length) {
    const few = speakOf(s.context.rules.dialect, missing.slice(0, 3), Math.max(0, missing.length - 3), s.axle);
    return {
      kind: 'blocked',
      missing,
      sentence: `${capital(few.the)} ${few.has} not been cleared.`,
    };
  }
  const causes = causesOf(s, d);
  const unseen = causes.filter((c) => !lookedAt(s, c));
  if (unseen.length)
    return {
      kind: 'unseen',
      causes: unseen,
      sentence: `The noise points at ${sayBoth(s, unseen)}, and nobody has looked there yet.`,
    };
  if (causes.length) return { kind: 'ready', causes, sentence: `${capital(sayJoints(s, causes))}.` };
  const dry = dryJoints(s, d);
  if (dry.length)
    return {
      kind: 'open',
      quiet: false,
      dry,
      sentence: `It squeaks and nothing has play: lubricate ${sayBoth(s, dry)} before replacing anything, and drive it again.`,
    };
  const quiet = notReproduced(s);
  return {
    kind: 'open',
    quiet,
    dry,
    sentence: quiet
      ? 'It was quiet on every drive that could tell: nothing is named by what is merely worn.'
      : d.family
        ? `${capital(d.family.words)}, ${Math.round(100 * d.family.p)} %; ${d.family.open} is open.`
        : 'Nothing stands out yet. Look at the joints not looked at, or drive it again.',
  };
}

/** When it was heard, and what is driven to hear it. */
const DRIVEN: Partial<Record<When, readonly Manoeuvre[]>> = {
  'one wheel over a bump': ['left wheel over a bump', 'right wheel over a bump'],
  pothole: ['left wheel over a bump', 'right wheel over a bump'],
  'patched surface, slowly': ['patched surface, slowly'],
  'both wheels over a hump': ['both wheels over a hump'],
  cornering: ['bend to the left', 'bend to the right'],
  braking: ['braking'],
  'pulling away': ['pulling away'],
  'steering lock, standing': ['lock to lock, standing'],
  'steady speed': ['steady speed'],
  idling: ['idling'],
};
/** So many quiet manoeuvres say that it does not come, where nobody said when it does. */
const QUIET_ENOUGH = 5;

/** It was driven as the customer says it comes, three ways at least, and it was quiet throughout. */
function notReproduced(s: JobState): boolean {
  if (![...s.drive.values()].every((h) => h === 'quiet')) return false;
  const said = (s.complaint?.when ?? []).flatMap((w) => DRIVEN[w] ?? []);
  return s.drive.size >= (said.length ? 3 : QUIET_ENOUGH) && said.every((m) => s.drive.has(m));
}

const KNOCKS: readonly Character[] = ['dull clunk', 'sharp knock', 'rattle', 'metallic rattle', 'click'];

/**
 * Joints to lubricate before anything is replaced: it squeaks, it does not knock, and nothing moves in the
 * hand (common practice, no source). Likeliest first; empty where the rule says nothing.
 */
function dryJoints(s: JobState, d: Diagnosis): JointId[] {
  const heard = s.complaint?.character ?? [];
  if (!heard.includes('squeak') || heard.some((c) => KNOCKS.includes(c)) || looseJoints(s).length) return [];
  const axle = s.context.type.axles[s.axle];
  const all = jointsOf(s.axle, axle).filter(
    (id) => JOINT_SPECS[partsOf(id).kind].rubber(axle) && s.joints.get(id)!.state === 'sound',
  );
  // The likeliest joint and its twin: one side is never greased alone.
  const likely = d.joints.find((x) => all.includes(x.joint))?.joint ?? all[0];
  return likely ? all.filter((id) => partsOf(id).kind === partsOf(likely).kind) : [];
}
