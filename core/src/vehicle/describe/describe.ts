import { BadInput } from '../../error';
import { inDialect } from '../../text';
import { trimmed } from '../../units';
import type { AxleSpec } from '../axle';
import { LAYOUTS } from '../layouts';
import { type LinkEnd, LINKS } from '../links';
import type { VehicleTypeSpec } from '../type';
import type { AxleEnd } from '../words';
import { TYPE_FIELDS } from './fields';
import { type Subject, type TypeField } from './end-fields';

const FIELD = new Map(TYPE_FIELDS.map((f) => [f.id, f]));
/** Fields about a subject that this axle has. */
export const fieldsAbout = (axle: AxleSpec, about: readonly Subject[]): TypeField[] =>
  TYPE_FIELDS.filter((f) => about.includes(f.about) && f.stands(axle));
/** Whether what a type says of a field is only usual. */
export const isUsual = (type: VehicleTypeSpec, end: AxleEnd, field: TypeField): boolean =>
  field.assumed !== undefined && (type.usual ?? []).includes(`${end}.${field.assumed}`);
const OTHER: Readonly<Record<LinkEnd, LinkEnd>> = { upper: 'lower', lower: 'upper' };
/**
 * A type with one thing of an axle said. It is no longer only usual; the other end of a link, as long as nobody has
 * looked at it, is taken to be like this one, and stays usual.
 * @throws BadInput naming the field and its bound.
 */
export function describe(type: VehicleTypeSpec, end: AxleEnd, field: string, text: string): VehicleTypeSpec {
  const f = FIELD.get(field);
  if (!f) throw new BadInput('field', 'is none a type has', field);
  if (!text.trim()) throw new BadInput(inDialect(f.name).toLowerCase(), 'is empty');
  const said = (x: TypeField) => x.assumed && `${end}.${x.assumed}`;
  let usual = (type.usual ?? []).filter((a) => a !== said(f));
  let axle = setWith(type, end, type.axles[end], f, text);
  if (f.about === 'upper' || f.about === 'lower') {
    const twin = FIELD.get(field.replace(f.about, OTHER[f.about]))!;
    const oneBolt = axle.link !== null && LINKS[axle.link.kind].oneBolt;
    if (twin.assumed && (oneBolt || usual.includes(`${end}.${twin.assumed}`))) axle = setWith(type, end, axle, twin, f.get(axle));
    // One bolt is what was said of it at both its ends.
    if (oneBolt) usual = usual.filter((a) => a !== said(twin));
  }
  return { ...type, axles: { ...type.axles, [end]: axle }, usual };
}

/** A field set, and with it what usually goes along, as long as nobody has said otherwise. */
function setWith(type: VehicleTypeSpec, end: AxleEnd, axle: AxleSpec, f: TypeField, text: string): AxleSpec {
  const next = f.set(axle, text, end);
  const also = f.brings && FIELD.get(f.brings.field)!;
  const size = f.brings?.as(next);
  return also && size !== undefined && isUsual(type, end, also) ? also.set(next, `${size} mm`, end) : next;
}

/** "22 mm bar on ball studs", "no bar": an axle in a few words. */
export function sayAxle(axle: AxleSpec): string {
  const layout = inDialect(LAYOUTS[axle.suspension].name);
  if (!axle.bar) return `${layout}, no bar`;
  const size = `${trimmed(axle.bar.diameterMm, 1)} mm bar`;
  return axle.link ? `${layout}, ${size}, ${inDialect(LINKS[axle.link.kind].name)}` : `${layout}, ${size} bolted to the beam`;
}
