import type { Layout } from './layout';
import { doubleArm } from './double-arm';
import { leafAxle } from './leaf-axle';
import { multiLink } from './multi-link';
import { solidAxle } from './solid-axle';
import { strut } from './strut';
import { trailingArm } from './trailing-arm';
import { twistBeam } from './twist-beam';

/** Every layout there is: a new one is a file beside these and a line here. */
export const LAYOUTS = {
  strut,
  'double-arm': doubleArm,
  'trailing-arm': trailingArm,
  'twist-beam': twistBeam,
  'multi-link': multiLink,
  'solid-axle': solidAxle,
  'leaf-axle': leafAxle,
} satisfies Record<string, Layout>;
export type Suspension = keyof typeof LAYOUTS;
export const SUSPENSIONS = Object.keys(LAYOUTS) as readonly Suspension[] as readonly [Suspension, ...Suspension[]];
export type { CrossMember, Layout, Proportions } from './layout';
