import { finite, positive, within } from '../error';

/**
 * Young's modulus of rubber from its Shore A hardness, MPa: E = 0.0981 (56 + 7.62336 S) / (0.137505 (254 − 2.54 S))
 * (Gent 1958). Rubber only; of polyurethane it is no more than an indication.
 * @param shoreA 20 to 80
 */
export function youngFromShoreA(shoreA: number): number {
  const s = within('hardness', shoreA, 20, 80, 'Shore A');
  return (0.0981 * (56 + 7.62336 * s)) / (0.137505 * (254 - 2.54 * s));
}

/** How many times stiffer a bushing of the second hardness is than the same one of the first. */
export function stiffnessRatio(fromShoreA: number, toShoreA: number): number {
  return youngFromShoreA(toShoreA) / youngFromShoreA(fromShoreA);
}

/** A grommet between a washer and the arm, NEW, free dimensions, mm. */
export interface Grommet {
  readonly heightMm: number;
  readonly outsideMm: number;
  readonly holeMm: number;
}

export interface Compression {
  /** Travel of the nut for one grommet to swell to the washer's edge, mm: faces that slip, faces that are gripped. */
  readonly slippingMm: number;
  readonly grippedMm: number;
}

/**
 * How far one grommet is pressed until it swells to the washer's edge. Rubber keeps its volume: with faces
 * gripped by the washer it bulges as a parabola, h = h0 (r0² − r_i²)/(r0² − r_s² + 4/3 r0 δ + 8/15 δ²); with
 * faces that slip it stays a cylinder. The truth lies between, so the answer is a band.
 * @param washerMm outside diameter of the washer, larger than the grommet
 * @param sleeveMm diameter of the bolt or sleeve through it
 * @throws BadInput naming the dimension and its bound; the rule does not hold for a grommet as wide as its washer.
 */
export function swellToWasher(g: Grommet, washerMm: number, sleeveMm: number): Compression {
  const h0 = positive('height of the grommet', g.heightMm, 'mm');
  const r0 = positive('outside diameter of the grommet', g.outsideMm, 'mm') / 2;
  const ri = within('hole of the grommet', g.holeMm, 1, 2 * r0 - 1, 'mm') / 2;
  const rs = within('sleeve or bolt in the grommet', sleeveMm, 1, g.holeMm, 'mm') / 2;
  const rw = within('outside diameter of the washer', washerMm, 2 * r0 + 0.2, 2 * r0 + 60, 'mm') / 2;
  const d = rw - r0;
  const volume = r0 * r0 - ri * ri;
  const gripped = (h0 * volume) / (r0 * r0 - rs * rs + (4 / 3) * r0 * d + (8 / 15) * d * d);
  const slipping = (h0 * volume) / (rw * rw - rs * rs);
  return { grippedMm: h0 - finite('height', gripped), slippingMm: h0 - slipping };
}
