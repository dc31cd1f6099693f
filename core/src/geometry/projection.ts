import type { Vec3 } from '../numeric';
import type { HardPoint } from './hard-point';

/** Half an axle seen from behind: outward from the vehicle's middle, up from the ground, mm. */
export type Outward = readonly [outward: number, up: number];

/** From behind: what the axle plate draws. */
export const fromBehind = (p: Vec3): Outward => [p[1], p[2]];

/** Every hard point of an axle as it is seen from behind; points that it does not have stay away. */
export function rearView<P extends Readonly<Record<string, HardPoint | undefined>>>(
  points: P,
): { readonly [N in keyof P]: P[N] extends HardPoint ? Outward : Outward | undefined } {
  return Object.fromEntries(Object.entries(points).flatMap(([name, p]) => (p ? [[name, fromBehind(p.at)]] : []))) as never;
}
