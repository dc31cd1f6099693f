import { trimmed } from '../../units';
import type { AxleBar } from '../axle';
import { withBar } from '../bar';
import type { TypeVariant, VehicleTypeSpec } from '../type';
import { AXLES, type AxleEnd } from '../words';

/** The bars of an axle that vehicles of a type have, by their diameter in mm; 0 where some have none. */
export type Bars = Readonly<Partial<Record<AxleEnd, readonly number[]>>>;

/** "front bar 22", "no rear bar": how somebody at the vehicle tells its variants apart. */
const sayBar = (end: AxleEnd, diameterMm: number): string =>
  diameterMm === 0 ? `no ${end} bar` : `${end} bar ${trimmed(diameterMm, 1)}`;

/** The bars a type's variants have at each axle, its own first; empty where they do not differ. */
export function barsOf(type: VehicleTypeSpec): Record<AxleEnd, readonly number[]> {
  const diameters = (end: AxleEnd): number[] => {
    const said = (type.variants ?? []).flatMap((v) => (v[end] === undefined ? [] : [v[end]?.diameterMm ?? 0]));
    return [...new Set(said)];
  };
  return { front: diameters('front'), rear: diameters('rear') };
}

/**
 * A type whose vehicles differ in their bars: a variant for every way they go together. One bar, or none named, is no
 * difference. The type itself stands as the first of them.
 */
export function withBars(type: VehicleTypeSpec, bars: Bars): VehicleTypeSpec {
  const { variants: _before, ...bare } = type;
  const given = (end: AxleEnd): (number | undefined)[] => {
    const list = [...new Set(bars[end] ?? [])];
    return list.length > 1 ? list : [undefined];
  };
  const barOf = (end: AxleEnd, diameterMm: number): AxleBar | null =>
    diameterMm === 0 ? null : { ...(type.axles[end].bar ?? {}), diameterMm, joins: 'links' };
  const variants = given('front').flatMap((front) =>
    given('rear').map((rear): TypeVariant => ({
      name: AXLES.flatMap((end) => {
        const d = { front, rear }[end];
        return d === undefined ? [] : [sayBar(end, d)];
      }).join(', '),
      ...(front === undefined ? {} : { front: barOf('front', front) }),
      ...(rear === undefined ? {} : { rear: barOf('rear', rear) }),
    })),
  );
  if (variants.length < 2) return bare;
  // The type is described with a bar wherever one of its variants has one, so that there is something to describe.
  const axles = Object.fromEntries(
    AXLES.map((end) => {
      const widest = Math.max(0, ...(bars[end] ?? []));
      const axle = type.axles[end];
      return [end, axle.bar || widest === 0 || (bars[end] ?? []).length < 2 ? axle : withBar(axle, barOf(end, widest))];
    }),
  ) as unknown as VehicleTypeSpec['axles'];
  return { ...bare, axles, variants };
}
