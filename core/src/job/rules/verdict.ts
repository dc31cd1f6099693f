import { splitFault, type Character, type Diagnosis } from '../../diagnosis';
import { jointsOf, JOINT_SPECS, partsOf, type JointId } from '../../joint';
import type { Cause } from '../../ledger';
import { capital } from '../../text';
import type { JobState } from '../fold';
import { sayBoth, sayJoints, speakOf } from '../say';
import { contradictedJoints, dangerousJoints, looseJoints, uncleared } from './clearance';

export type VerdictView =
  | { readonly kind: 'blocked'; readonly missing: readonly JointId[]; readonly sentence: string }
  | {
      readonly kind: 'dangerous';
      readonly joints: readonly JointId[];
      /** Other dangerous joints that are neither cleared nor found yet: the verdict waits for them. */
      readonly missing: readonly JointId[];
      /** What makes the noise, where that is known besides. */
      readonly causes: readonly Cause[];
      readonly sentence: string;
    }
  | { readonly kind: 'contradiction'; readonly joint?: JointId | undefined; readonly sentence: string }
  | { readonly kind: 'ready'; readonly causes: readonly Cause[]; readonly sentence: string }
  | {
      readonly kind: 'open';
      /** Rubber a squeak may come from: lubricated and driven before anything is replaced. */
      readonly dry: readonly JointId[];
      readonly sentence: string;
    };

/** Faults over the shop's threshold, likeliest first; a joint whose faults are not told apart stands for them. */
export function causesOf(s: JobState, d: Diagnosis): Cause[] {
  const over = d.suspects.filter((x) => x.p >= s.context.rules.verdictThreshold);
  const named = new Set(over.map((x) => x.joint));
  const joints = d.joints.filter((x) => x.p >= s.context.rules.verdictThreshold && !named.has(x.joint)).map((x) => x.joint);
  return [...over.map((x) => x.fault), ...joints];
}

/** The sentence for a vehicle that is dangerous. @param danger the joints it is about */
export function sayBan(s: JobState, danger: readonly JointId[]): string {
  const d = speakOf(s.context.rules.dialect, danger);
  return `Do not return to the road until ${d.the} ${d.is} repaired.`;
}

/** What a verdict names when it is given now; nothing while something is owed before it, or nothing stands out. */
export function verdictCauses(v: VerdictView): readonly Cause[] {
  if (v.kind === 'ready') return v.causes;
  return v.kind === 'dangerous' && v.missing.length === 0 ? [...v.joints, ...v.causes] : [];
}

/** What may be said about the noise: nothing before the dangerous joints of the axle are cleared or found. */
export function verdictView(s: JobState, d: Diagnosis): VerdictView {
  const danger = dangerousJoints(s);
  const ban = danger.length ? sayBan(s, danger) : '';
  const doubtful = contradictedJoints(s)[0];
  if (doubtful) {
    const two = `These two cannot both be: ${sayBoth(s, [doubtful])} moving in the hand, and tight. Feel it again and strike the wrong one.`;
    return { kind: 'contradiction', joint: doubtful, sentence: [two, ban].filter(Boolean).join(' ') };
  }
  if (danger.length) {
    return {
      kind: 'dangerous',
      joints: danger,
      missing: uncleared(s, s.axle),
      causes: causesOf(s, d).filter((c) => !(danger as readonly string[]).includes(splitFault(c)?.joint ?? c)),
      sentence: ban,
    };
  }
  if (d.conflicts[0]) return { kind: 'contradiction', ...d.conflicts[0] };
  const missing = uncleared(s, s.axle);
  if (missing.length) {
    const few = speakOf(s.context.rules.dialect, missing.slice(0, 3), Math.max(0, missing.length - 3));
    return {
      kind: 'blocked',
      missing,
      sentence: `${capital(few.the)} ${few.has} not been cleared.`,
    };
  }
  const causes = causesOf(s, d);
  if (causes.length) return { kind: 'ready', causes, sentence: `${capital(sayJoints(s, causes))}.` };
  const dry = dryJoints(s, d);
  return {
    kind: 'open',
    dry,
    sentence: dry.length
      ? `It squeaks and nothing has play: lubricate ${sayBoth(s, dry)} before replacing anything, and drive it again.`
      : 'Nothing stands out yet. Look at the joints not looked at, or drive it again.',
  };
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

/** Found, and not the noise: what is on record of joints that no cause names, for the list apart. */
export function otherDefects(s: JobState, causes: readonly Cause[]): { readonly joint: JointId; readonly what: string }[] {
  const named = new Set<string>(causes.map((c) => splitFault(c)?.joint ?? c));
  return [...s.joints.values()]
    .filter((j) => !named.has(j.id) && (j.defects.length > 0 || ['loose', 'dangerous', 'watch'].includes(j.state)))
    .map((j) => ({
      joint: j.id,
      what:
        [j.hand && j.hand !== 'tight' && j.hand !== 'can’t tell' ? j.hand : '', ...j.defects].filter(Boolean).join(', ') || j.why,
    }));
}
