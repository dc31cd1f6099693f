import type { HardPoint } from '../../geometry';
import { barSize, withBar } from '../bar';
import { layoutOf, usualPoints, type AxleSpec } from '../axle';
import type { Suspension } from '../layouts';
import type { HardPoints } from '../points';
import { ASSUMABLE, VEHICLE_TYPE_VERSION, type Assumable, type VehicleTypeSpec } from '../type';
import { AXLES, type AxleEnd } from '../words';

/** Usual dimensions of a vehicle nobody has measured (common practice, no source): each is stored as that. */
const USUAL = { trackMm: 1480, tyreWidthMm: 195, tyreDiameterMm: 620 } as const;
const NUTS = { count: 5, thread: 'M12×1.5', hexMm: 19 } as const;

/** An axle as its layout usually is, without a bar. */
export function bareAxle(end: AxleEnd, suspension: Suspension, like: Partial<AxleSpec> = {}): AxleSpec {
  const size = { trackMm: USUAL.trackMm, tyreDiameterMm: USUAL.tyreDiameterMm, tyreWidthMm: USUAL.tyreWidthMm };
  const { trackMm, tyreDiameterMm, tyreWidthMm } = { ...size, ...like };
  return {
    suspension,
    steered: end === 'front',
    ...(like.powered === undefined ? {} : { powered: like.powered }),
    springSeat: layoutOf({ suspension }).springSeat,
    trackMm,
    tyreWidthMm,
    tyreDiameterMm,
    wheelNuts: like.wheelNuts ?? NUTS,
    bar: null,
    link: null,
    bushing: null,
    shieldFasteners: like.shieldFasteners ?? 0,
    points: usualPoints(suspension, { trackMm, tyreDiameterMm, bar: false }),
  };
}

/** A type begun from its layouts: a bar on links in front, none behind, and everything of it only usual. */
export function typeFromLayouts(front: Suspension, rear: Suspension): VehicleTypeSpec {
  return {
    version: VEHICLE_TYPE_VERSION,
    name: '',
    axles: {
      front: withBar(bareAxle('front', front), { diameterMm: barSize('front'), joins: 'links' }),
      rear: bareAxle('rear', rear),
    },
    usual: ASSUMABLE,
    jackingPoints: '',
    torqueBook: { front: [], rear: [] },
    tips: [],
  };
}

const likelyPoints = (points: HardPoints): HardPoints =>
  Object.fromEntries(
    Object.entries(points).map(([name, p]) => [name, { at: (p as HardPoint).at, from: 'usual' as const }]),
  ) as unknown as HardPoints;

/**
 * A type begun from one that is known: what it says is a guess here, and marked usual. Its torques are another
 * vehicle's and do not come along; neither do its tips nor its variants.
 */
export function typeFromType(known: VehicleTypeSpec): VehicleTypeSpec {
  const axle = (end: AxleEnd): AxleSpec => ({ ...known.axles[end], points: likelyPoints(known.axles[end].points) });
  return {
    version: VEHICLE_TYPE_VERSION,
    name: '',
    axles: { front: axle('front'), rear: axle('rear') },
    usual: ASSUMABLE,
    jackingPoints: '',
    torqueBook: { front: [], rear: [] },
    tips: [],
  };
}

/** What is only usual of what an axle has: nothing is said of a link that is not there. */
export function standing(type: VehicleTypeSpec): readonly Assumable[] {
  return (type.usual ?? []).filter((a) => {
    const end = AXLES.find((e) => a.startsWith(`${e}.`))!;
    const axle = type.axles[end];
    if (a.includes('.link.')) return axle.link !== null;
    return a.endsWith('.bushing') ? axle.bushing !== null : true;
  });
}
