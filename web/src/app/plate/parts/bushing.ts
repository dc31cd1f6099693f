import { BUSHINGS } from '@ash-knot/core';
import { add, type Vec3 } from '@ash-knot/core/numeric';
import type { Corner } from '../scene/corner';
import type { Solid } from '../scene/solid';

/** Half its length along the bar; how much rubber there is round the bar, mm (common practice, no source). */
const HALF = 22;
const RUBBER = 14;

/** A frame bushing round the bar, in what holds it. */
export function bushing({ axle, p, usual }: Corner): Solid[] {
  const at = p.barBushing?.at;
  if (!at || !axle.bushing) return [];
  const lighter = usual('barBushing');
  const r = (axle.bar?.diameterMm ?? 20) / 2 + RUBBER;
  const drum = (half: number, radiusMm: number, paint: Solid['paint'], off: Vec3 = [0, 0, 0]): Solid => ({
    shape: 'drum',
    paint,
    usual: lighter,
    from: add(at, [off[0], off[1] - half, off[2]]),
    to: add(at, [off[0], off[1] + half, off[2]]),
    radiusMm,
  });
  /** Bolts stand fore and aft of the bar, upward into the frame. */
  const bolt = (x: number): Solid => ({
    shape: 'drum',
    paint: 'part',
    usual: lighter,
    from: add(at, [x, 0, -r * 0.4]),
    to: add(at, [x, 0, r * 0.9]),
    radiusMm: 8,
  });
  const ears = (wide: number): Solid => ({
    shape: 'casting',
    paint: 'part',
    usual: lighter,
    over: [-1, 1].flatMap((x) => [-1, 1].map((y) => ({ at: add(at, [x * (r + wide), y * 9, r * 0.35]), radiusMm: 9 }))),
  });
  const holder = (): Solid[] => {
    switch (BUSHINGS[axle.bushing!.kind].drawn) {
      case 'bracket':
      case 'back nuts':
        return [ears(20), drum(10, r + 6, 'part'), bolt(-(r + 18)), bolt(r + 18)];
      case 'strap':
        return [ears(14), drum(8, r + 5, 'part'), bolt(-(r + 18))];
      case 'sleeve in an eye':
        return [drum(15, r + 10, 'part'), drum(26, 9, 'part')];
      case 'halves':
        return [drum(13, r + 12, 'part', [0, 0, 6]), bolt(-(r + 14)), bolt(r + 14)];
    }
  };
  return [drum(HALF, r, 'rubber'), ...holder()];
}
