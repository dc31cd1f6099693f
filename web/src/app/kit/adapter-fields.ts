import { adapterSettingNm, parseQuantity, within } from '@ash-knot/core';

/**
 * What to set on the wrench, N·m, from the three fields as typed: wrench (drive to hand), adapter
 * (centre to centre) and angle in degrees. Throws BadInput naming the field.
 */
export function readAdapterSettingNm(torqueNm: number, lever: string, adapter: string, angle: string): number {
  const leverMm = within('lever length', parseQuantity(lever, 'length', { field: 'lever length' }).si, 50, 2000, 'mm');
  const adapterMm = parseQuantity(adapter, 'length', { field: 'adapter length' }).si;
  const degrees = within('adapter angle', Number(angle.replace(',', '.').replace('°', '')), 0, 180, '°');
  return adapterSettingNm(torqueNm, leverMm, adapterMm, (degrees * Math.PI) / 180);
}
