import type { Vec3 } from '../../numeric';
import { sayPoint } from '../../vehicle';
import type { AxleEnd, PointName } from '../../vehicle';
import { capital } from '../../text';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

/** A hard point measured on this vehicle: it overrules the type's, for this vehicle and its later visits. */
export interface PointBody {
  axle: AxleEnd;
  point: PointName;
  /** In the type's axes, of the left side, mm. */
  at: Vec3;
  /** As it was written. */
  text: string;
}

export const point = entryKind<PointBody>()({
  who: AT_THE_VEHICLE,
  searched: true,
  kept: { as: 'latest by key', key: (b) => `${b.axle}.${b.point}` },
  say: (b) => capital(`${sayPoint(b.point)}, ${b.axle}, measured: ${b.text}`),
});
