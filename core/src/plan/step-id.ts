import { isFastenerId, isJointId, type FastenerId, type JointId } from '../joint';
import { AXLES, SIDES, type AxleEnd, type Side } from '../vehicle';

/** Steps that a plan has once. */
export const ONCE = [
  'chock',
  'height',
  'crack',
  'raise',
  'wheels-off',
  'shield-off',
  'unload',
  'ride-height',
  'shield-on',
  'fire-watch',
  'fire-over',
  'bar-links',
  'bar-brackets',
  'bar-out',
  'bar-hand',
  'bar-beside',
  'bar-in',
  'bar-clear',
  'finish',
  'wheels-on',
  'lower',
] as const;
type Once = (typeof ONCE)[number];
/** Steps that come after a wait which nobody cuts short. */
export const NOT_HURRIED: readonly string[] = ['fire-over'] satisfies readonly Once[];

/** Steps of a side: what is done to its part. */
export const OF_SIDE = [
  'soak',
  'link-off',
  'confirm-link',
  'compare-link',
  'fit-link',
  'centre-link',
  'bushing-off',
  'confirm-bushing',
  'fit-bushing',
] as const;
type OfSide = (typeof OF_SIDE)[number];

/** Steps of a joint whose part is no link and no frame bushing. */
export const OF_JOINT = ['off', 'hand', 'beside', 'on'] as const;
type OfJoint = (typeof OF_JOINT)[number];

/** A step of a plan by itself. */
export type PlainStepId = Once | `${OfSide}-${Side}` | `${OfJoint}-${JointId}` | `other-${JointId}` | `tighten-${FastenerId}`;
/**
 * The id of a step in a plan, and on the tape: with its axle where that is not the one the job is about. Made and taken apart
 * here alone.
 */
export type StepId = PlainStepId | `${AxleEnd}:${PlainStepId}`;

/** A step's id without its axle. */
export const plainStep = (id: string): string => id.replace(/^(front|rear):/, '');
/** The axle a step's id names; nothing where it is the one the job is about, or both are meant. */
export const axleOfStep = (id: string): AxleEnd | undefined => AXLES.find((end) => id.startsWith(`${end}:`));
/** A step of an axle, as the tape of a job about another one or this one has it. */
export const stepOfAxle = (end: AxleEnd, about: AxleEnd, id: PlainStepId): StepId => (end === about ? id : `${end}:${id}`);

export const sideStep = <W extends OfSide>(what: W, side: Side): `${W}-${Side}` => `${what}-${side}`;
export const jointStep = <W extends OfJoint>(what: W, joint: JointId): `${W}-${JointId}` => `${what}-${joint}`;
export const otherStep = (joint: JointId): PlainStepId => `other-${joint}`;
export const tightenStep = (fastener: FastenerId): PlainStepId => `tighten-${fastener}`;

export type StepParts =
  | { readonly what: Once }
  | { readonly what: OfSide; readonly side: Side }
  | { readonly what: OfJoint; readonly joint: JointId }
  | { readonly what: 'other'; readonly joint: JointId }
  | { readonly what: 'tighten'; readonly fastener: FastenerId };

/** Takes a step's id apart; undefined when no plan of this program makes such a step. */
export function splitStep(stepId: string): StepParts | undefined {
  const id = plainStep(stepId);
  const once = ONCE.find((o) => o === id);
  if (once) return { what: once };
  const rest = (head: string) => (id.startsWith(`${head}-`) ? id.slice(head.length + 1) : undefined);
  const joint = rest('other');
  if (joint !== undefined && isJointId(joint)) return { what: 'other', joint };
  const fastener = rest('tighten');
  if (fastener !== undefined && isFastenerId(fastener)) return { what: 'tighten', fastener };
  for (const what of OF_JOINT) {
    const joint = rest(what);
    if (joint !== undefined && isJointId(joint)) return { what, joint };
  }
  for (const what of OF_SIDE) {
    const side = SIDES.find((s) => rest(what) === s);
    if (side) return { what, side };
  }
  return undefined;
}
