import { BadInput } from '../../error';
import { convert } from '../../units';
import { layoutOf } from '../axle';
import type { VehicleTypeSpec } from '../type';
import { AXLES } from '../words';

/**
 * That a type holds together, whoever described it: layouts where they are met, nothing on a bar that is
 * not there, torques that are what their unit says. The server holds every new type against it.
 * @throws BadInput naming the axle's field.
 */
export function checkType(type: VehicleTypeSpec): void {
  for (const end of AXLES) {
    const axle = type.axles[end];
    if (!layoutOf(axle).ends.includes(end))
      throw new BadInput(`${end} suspension`, 'is none that is met at that axle', axle.suspension);
    if (axle.bar?.joins !== 'links' && (axle.link || axle.bushing))
      throw new BadInput(`bar of the ${end} axle`, 'is missing, but its link or bushing is there');
    for (const v of type.torqueBook[end]) {
      const nm = convert(v.value, v.unit, 'N·m', 'torque');
      if (nm < v.minNm * 0.99 || nm > v.maxNm * 1.01)
        throw new BadInput(`torque of the ${v.fastener}`, `is not ${v.value} ${v.unit}`, v.minNm);
    }
  }
  const names = (type.variants ?? []).map((v) => v.name);
  const twice = names.find((n, i) => names.indexOf(n) !== i);
  if (twice) throw new BadInput('name of the variant', 'is there twice: nobody could tell them apart', twice);
}
