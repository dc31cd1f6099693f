import { between, norm, sub, type Vec3 } from '../numeric';
import { linkMount, usualPoints, type AxleBar, type AxleSpec, type BushingSpec, type LinkSpec } from './axle';
import { USUAL_HOLDER } from './bushings';
import { USUAL_LINK } from './links';
import type { AxleEnd } from './words';

/** A usual bar, mm (common practice, no source). */
export const barSize = (end: AxleEnd): number => (end === 'front' ? 22 : 18);

const USUAL_STUD = { thread: 'M10×1.25', nutHexMm: 16, hold: 'hex', holdMm: 5 } as const;
const USUAL_BUSHING: BushingSpec = { kind: USUAL_HOLDER, bolts: 2, thread: 'M8×1.25', hexMm: 13 };

/**
 * An axle with another bar, or none. On links it brings usual ones, with their usual points, where there were none;
 * bolted to a beam, or gone, takes what hangs on it along.
 */
export function withBar(axle: AxleSpec, bar: AxleBar | null): AxleSpec {
  if (!bar || bar.joins === 'beam') {
    const { barBushing: _bushing, barEye: _eye, linkMount: _mount, ...points } = axle.points;
    return { ...axle, bar, link: null, bushing: null, points };
  }
  if (axle.link && axle.points.barEye) return { ...axle, bar };
  const points = barPoints(axle);
  const lengthMm = Math.round(norm(sub(points.barEye!.at, points.linkMount!.at)));
  return {
    ...axle,
    bar,
    link: axle.link ?? { kind: USUAL_LINK, lengthMm, upper: USUAL_STUD, lower: USUAL_STUD },
    bushing: axle.bushing ?? USUAL_BUSHING,
    points,
  };
}

/** Where a bar turns from its middle into its arm, as a share of the way out from its bushing to its eye (common practice, no source). */
const BEND = 0.42;
/** How much of the way to the bend, or from it, its round takes. */
const ROUND = 0.35;
/**
 * Half a bar as it lies: from its bushing straight out, round its bend and along its arm to the eye, mm (ISO 8855, left
 * side). Only the ends are hard points; where it bends is usual.
 * @returns nothing where it has no bushing or no eye
 */
export function barLine(p: AxleSpec['points']): readonly Vec3[] | null {
  if (!p.barBushing || !p.barEye) return null;
  const [from, to] = [p.barBushing.at, p.barEye.at];
  const bend: Vec3 = [from[0], from[1] + BEND * (to[1] - from[1]), from[2]];
  return [from, between(bend, from, ROUND), between(bend, to, ROUND / 2), to];
}

/** An axle's own points, with the usual ones of bar and link for what the link meets. */
export function barPoints(axle: AxleSpec, link: LinkSpec | null = axle.link): AxleSpec['points'] {
  const p = { trackMm: axle.trackMm, tyreDiameterMm: axle.tyreDiameterMm, bar: true };
  const {
    barBushing,
    barEye,
    linkMount: mount,
  } = usualPoints(axle.suspension, p, linkMount({ suspension: axle.suspension, link }));
  return { ...axle.points, barBushing, barEye, linkMount: mount };
}
