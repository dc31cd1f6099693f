import { positive, finite, attempt } from '../error';
import { airBetween } from './distance';
import { eyePosition } from './linkage';
import { type LinkRig, type LinkAt, linkAt, clamp, DEG } from './rig';

/**
 * Whether a link of some length keeps so much air to everything over the whole travel; where it cannot follow it is
 * not judged. It stops at the first thing that is nearer, so it is cheaper than asking what is nearest.
 */
export function keepsClear(rig: LinkRig, lengthMm: number, airMm: number): boolean {
  positive('link length', lengthMm, 'mm');
  finite('air', airMm);
  return rig.positions.every((p) => {
    const e = attempt(() => eyePosition(p.circle, lengthMm, p.mount, rig.branch).eye);
    if (!e.ok) return true;
    return p.solids.every(
      (s) =>
        airBetween(p.mount, e.value, rig.linkRadiusMm, s, airMm) >= airMm &&
        (!p.bushing || airBetween(p.bushing, e.value, rig.armRadiusMm, s, airMm) >= airMm),
    );
  });
}

/** What a link of some length does over the whole travel; `failsAt` is the wheel's position where it cannot follow. */
export interface LinkOver {
  readonly ride?: LinkAt | undefined;
  readonly armDeg: readonly [number, number];
  readonly swingDeg: Readonly<Record<'mount' | 'eye', number>>;
  readonly leastLever: number;
  readonly leastOverCentreDeg: number;
  readonly leanDeg: readonly [number, number];
  readonly nearest?: (NonNullable<LinkAt['nearest']> & { readonly travelMm: number }) | undefined;
  readonly failsAt?: { readonly travelMm: number; readonly why: string } | undefined;
}

/** @param near whether to look for what stands in the way: the dearer half of it */
export function linkOver(rig: LinkRig, lengthMm: number, near = true): LinkOver {
  positive('link length', lengthMm, 'mm');
  let failsAt: LinkOver['failsAt'];
  let nearest: LinkOver['nearest'];
  const arm: [number, number] = [Infinity, -Infinity];
  const lean: [number, number] = [Infinity, -Infinity];
  const swing = { mount: 0, eye: 0 };
  let leastLever = 1;
  // From where it stands outward: the first position that fails on either side is where it fails.
  const order = [...rig.positions].sort(
    (a, b) => Math.abs(a.travelMm - rig.ride.travelMm) - Math.abs(b.travelMm - rig.ride.travelMm),
  );
  const at = attempt(() => linkAt(rig, lengthMm, rig.ride, near));
  for (const p of order) {
    const l = attempt(() => linkAt(rig, lengthMm, p, near));
    if (!l.ok) {
      failsAt ??= { travelMm: p.travelMm, why: l.error.message };
      continue;
    }
    const v = l.value;
    arm[0] = Math.min(arm[0], v.armDeg);
    arm[1] = Math.max(arm[1], v.armDeg);
    lean[0] = Math.min(lean[0], v.leanDeg);
    lean[1] = Math.max(lean[1], v.leanDeg);
    swing.mount = Math.max(swing.mount, v.swingDeg.mount);
    swing.eye = Math.max(swing.eye, v.swingDeg.eye);
    leastLever = Math.min(leastLever, v.lever);
    if (v.nearest && (!nearest || v.nearest.airMm < nearest.airMm)) nearest = { ...v.nearest, travelMm: p.travelMm };
  }
  return {
    ride: at.ok ? at.value : undefined,
    armDeg: arm,
    swingDeg: swing,
    leastLever,
    leastOverCentreDeg: Math.asin(clamp(leastLever)) * DEG,
    leanDeg: lean,
    nearest,
    failsAt: failsAt ?? (at.ok ? undefined : { travelMm: rig.ride.travelMm, why: at.error.message }),
  };
}
