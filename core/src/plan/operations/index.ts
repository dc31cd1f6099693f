import { partsOf, type JointId, type JointKind } from '../../joint';
import type { AxleSpec } from '../../vehicle';
import type { PlainStepId } from '../step-id';
import { bar } from './bar';
import { frameBushing } from './frame-bushing';
import { link } from './link';
import { neighbour } from './neighbour';
import type { PartOperation } from './operation';
import { otherJoint } from './other-joint';

/** How each part is renewed, the first that takes a joint serves: a new one is a file beside these and a line here. */
export const PART_OPERATIONS: readonly PartOperation[] = [link, frameBushing, bar, neighbour, otherJoint];

export const operationFor = (kind: JointKind, axle: AxleSpec): PartOperation =>
  PART_OPERATIONS.find((o) => o.renews(kind, axle)) ?? otherJoint;

/** The step after which the part of this joint is the new one. */
export const fittedBy = (joint: JointId, axle: AxleSpec): PlainStepId => operationFor(partsOf(joint).kind, axle).fittedBy(joint);
export { bar, barClear } from './bar';
export { fireWatch } from './fire-watch';
export { frameBushing } from './frame-bushing';
export { link } from './link';
export { otherJoint } from './other-joint';
export { loosen } from './loosen';
export { lower } from './lower';
export { makeSafe } from './make-safe';
export { type PartOperation, type Work } from './operation';
export { tighten, tightenStanding } from './tighten';
