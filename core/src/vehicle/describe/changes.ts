import { capital, inDialect, uncapital, type Dialect } from '../../text';
import { fastenerName, sayBookValue, type BookValue } from '../../torque';
import type { LengthUnit } from '../../units';
import type { HardPoint } from '../../geometry';
import { sayPoint, type PointName } from '../points';
import type { VehicleTypeSpec } from '../type';
import { AXLES, type AxleEnd } from '../words';
import { isUsual } from './describe';
import { TYPE_FIELDS } from './fields';
import type { TypeField } from './end-fields';

/** "Front axle, track: now 1510 mm, was 1490 mm." What was not there, or is not any more, is said so. */
const was = (what: string, before: string | undefined, after: string | undefined): string =>
  before === undefined
    ? `${what}: now ${after}, was not there.`
    : after === undefined
      ? `${what}: gone, was ${before}.`
      : `${what}: now ${after}, was ${before}.`;

/** What differs of two lists by their keys, each in its words. */
function differ(
  before: ReadonlyMap<string, string>,
  after: ReadonlyMap<string, string>,
  say: (key: string, b: string | undefined, a: string | undefined) => string,
): string[] {
  return [...new Set([...before.keys(), ...after.keys()])].flatMap((k) =>
    before.get(k) === after.get(k) ? [] : [say(k, before.get(k), after.get(k))],
  );
}

/**
 * What is different in a type that was put right, a sentence each, in the order of the form.
 * @param unit what a length is said in
 */
export function typeChanges(
  before: VehicleTypeSpec,
  after: VehicleTypeSpec,
  dialect: Dialect,
  unit: LengthUnit = 'mm',
): readonly string[] {
  const say = (f: TypeField, type: VehicleTypeSpec, end: AxleEnd): string | undefined => {
    const axle = type.axles[end];
    if (!f.stands(axle)) return undefined;
    const value = f.get(axle);
    const name = f.picks(axle, end).find((p) => p.value === value)?.name ?? f.get(axle, unit);
    return `${inDialect(name, dialect)}${isUsual(type, end, f) ? ', only usual' : ''}`;
  };
  // A usual point follows what it hangs on: it says nothing by itself.
  const at = (p: HardPoint): string =>
    p.from === 'usual' ? 'only usual' : `${p.at.map((mm) => Math.round(mm)).join(' · ')} mm, ${p.from}`;
  const points = (type: VehicleTypeSpec, end: AxleEnd) =>
    new Map(Object.entries(type.axles[end].points).map(([p, point]) => [sayPoint(p as PointName), at(point as HardPoint)]));
  const torque = (v: BookValue) =>
    `${sayBookValue(v)}${v.thread ? ` for ${v.thread}` : ''}${v.condition ? `, ${v.condition}` : ''} (${v.source})`;
  const torques = (type: VehicleTypeSpec, end: AxleEnd) =>
    new Map(
      type.torqueBook[end].map((v) => [
        `${uncapital(fastenerName(v.fastener, dialect))}${v.wheel ? `, ${v.wheel} wheels` : ''}`,
        torque(v),
      ]),
    );
  const ofAxle = (end: AxleEnd): string[] => {
    const here = `${capital(end)} axle, `;
    const fields = TYPE_FIELDS.flatMap((f) => {
      const [b, a] = [say(f, before, end), say(f, after, end)];
      return a === b ? [] : [was(`${here}${inDialect(f.name, dialect).toLowerCase()}`, b, a)];
    });
    return [
      ...fields,
      ...differ(points(before, end), points(after, end), (p, b, a) => was(`${here}${p}`, b, a)),
      ...differ(torques(before, end), torques(after, end), (f, b, a) => was(`${here}torque of the ${f}`, b, a)),
    ];
  };
  const variants = (t: VehicleTypeSpec) => new Map((t.variants ?? []).map((v) => [v.name, JSON.stringify(v)]));
  const tips = (t: VehicleTypeSpec) => new Map(t.tips.map((x) => [x, x]));
  return [
    ...(before.name === after.name ? [] : [was('Name', before.name, after.name)]),
    ...AXLES.flatMap(ofAxle),
    ...differ(variants(before), variants(after), (name, b, a) =>
      b === undefined
        ? `Variant added: ${name}.`
        : a === undefined
          ? `Variant taken out: ${name}.`
          : `Variant described anew: ${name}.`,
    ),
    ...(before.jackingPoints === after.jackingPoints ? [] : [was('Jacking points', before.jackingPoints, after.jackingPoints)]),
    ...differ(tips(before), tips(after), (tip, b) => (b === undefined ? `Tip added: “${tip}”` : `Tip taken out: “${tip}”`)),
  ];
}
