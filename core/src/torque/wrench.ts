import { positive } from '../error';

export interface WrenchFit {
  /** Opening minus hex, nominal, mm; negative means it does not go on. */
  readonly clearanceMm: number;
  /** Free rotation before the corners grip, degrees. */
  readonly freeDeg: number;
  readonly verdict: 'does not go on' | 'fits' | 'sloppy' | 'rounds' | 'spins';
}

/**
 * How an opening W holds a hex of size s (both across flats, nominal, mm).
 * θ = 30° − acos((W/s) cos 30°); W/s ≥ 1/cos 30° spins. Geometry of two concentric hexagons.
 * Verdict bounds by degrees: up to 3° fits, up to 5° sloppy, above rounds (common practice, no source).
 * Nuts are made undersize, so a nominal overlap of up to 0.1 mm may still go on: say "nominal".
 */
export function wrenchFit(openingMm: number, hexMm: number): WrenchFit {
  positive('opening', openingMm, 'mm');
  positive('hex', hexMm, 'mm');
  const clearanceMm = openingMm - hexMm;
  if (clearanceMm < 0) return { clearanceMm, freeDeg: 0, verdict: 'does not go on' };
  const c = (openingMm / hexMm) * Math.cos(Math.PI / 6);
  if (c >= 1) return { clearanceMm, freeDeg: 360, verdict: 'spins' };
  const freeDeg = 30 - (Math.acos(c) * 180) / Math.PI;
  return { clearanceMm, freeDeg, verdict: freeDeg <= 3 ? 'fits' : freeDeg <= 5 ? 'sloppy' : 'rounds' };
}
