import { LAYOUTS, usualPoints, type AxleSpec, type Suspension } from '../vehicle';

const STUD = { thread: 'M10×1.25', nutHexMm: 16, hold: 'none' as const };

/** An axle of a layout with its usual points; for tests. */
export function axleOf(suspension: Suspension, over: Partial<AxleSpec> = {}): AxleSpec {
  const bar = suspension !== 'twist-beam';
  return {
    suspension,
    steered: LAYOUTS[suspension].ends.includes('front'),
    springSeat: LAYOUTS[suspension].springSeat,
    trackMm: 1500,
    tyreWidthMm: 205,
    tyreDiameterMm: 640,
    wheelNuts: { count: 5, thread: 'M12×1.5', hexMm: 19 },
    bar: bar ? { diameterMm: 22, joins: 'links' } : null,
    link: bar ? { kind: 'ball-stud', lengthMm: 300, upper: STUD, lower: STUD } : null,
    bushing: null,
    shieldFasteners: 0,
    points: usualPoints(suspension, { trackMm: 1500, tyreDiameterMm: 640, bar }),
    ...over,
  };
}
