import { BadInput, finite, positive, within } from '../error';
import { parseQuantity } from '../units';

/**
 * What to set on a torque wrench that carries an offset adapter (crowfoot, extension at an angle).
 * T_set = T · L / (L + E cos α). Coaxial extensions need no correction.
 * Statics of the lever; the same relation stands in ISO 6789-2's annex on end fittings (from memory).
 * @param torqueNm torque wanted at the fastener, N·m
 * @param leverMm L, from the drive's centre to the centre of the hand, mm
 * @param adapterMm E, from the drive's centre to the fastener's centre, mm
 * @param angleRad α, 0 in line and away from the grip, π back towards the grip
 * @throws BadInput when the adapter folded back leaves no lever.
 */
export function adapterSettingNm(torqueNm: number, leverMm: number, adapterMm: number, angleRad = 0): number {
  positive('torque', torqueNm, 'N·m');
  positive('lever length', leverMm, 'mm');
  finite('adapter length', adapterMm);
  finite('adapter angle', angleRad);
  if (adapterMm < 0) throw new BadInput('adapter length', 'must be 0 mm or more', adapterMm);
  const effective = leverMm + adapterMm * Math.cos(angleRad);
  if (effective <= 0)
    throw new BadInput('adapter length', 'folded back is longer than the lever, so no torque reaches the nut', adapterMm);
  return (torqueNm * leverMm) / effective;
}

/**
 * What to set on the wrench, N·m, from the three fields as typed: wrench (drive to hand), adapter
 * (centre to centre) and angle in degrees.
 * @throws BadInput naming the field.
 */
export function readAdapterSettingNm(torqueNm: number, lever: string, adapter: string, angle: string): number {
  const leverMm = within('lever length', parseQuantity(lever, 'length', { field: 'lever length' }).si, 50, 2000, 'mm');
  const adapterMm = parseQuantity(adapter, 'length', { field: 'adapter length' }).si;
  const degrees = within('adapter angle', Number(angle.replace(',', '.').replace('°', '')), 0, 180, '°');
  return adapterSettingNm(torqueNm, leverMm, adapterMm, (degrees * Math.PI) / 180);
}
