import type { Vec3 } from '@ash-knot/core/numeric';
import type { Corner } from '../scene/corner';
import type { Solid } from '../scene/solid';

/** Half way across the gearbox, and its joint’s boot, mm (common practice, no source). */
const BOX = 120;
const BOOT = { radius: 38, long: 70 } as const;

/** A shaft with its two boots, where somebody said that the engine drives this axle. Nobody has measured where it runs. */
export function shaft({ axle, layout, p }: Corner): Solid[] {
  if (axle.powered !== true || !layout.jointedShafts) return [];
  const [x, y, z] = p.hub.at;
  const outer: Vec3 = [x, y - 60, z];
  const inner: Vec3 = [x - 15, BOX, z + 20];
  const own = { usual: true } as const;
  const along = (from: Vec3, k: number): Vec3 => [from[0], from[1] + k, from[2]];
  return [
    { ...own, shape: 'rod', paint: 'part', line: [inner, outer], radiusMm: 12 },
    { ...own, shape: 'drum', paint: 'bonded', from: outer, to: along(outer, -BOOT.long), radiusMm: BOOT.radius },
    { ...own, shape: 'drum', paint: 'bonded', from: inner, to: along(inner, BOOT.long), radiusMm: BOOT.radius },
  ];
}
