import { hardPointSchema } from '../geometry';
import type { Given, Held, SchemaKit } from '../schema';

/** Hard points every axle has. */
export const POINTS = ['hub', 'armInner', 'armOuter', 'springTop', 'springFoot', 'damperTop', 'damperFoot'] as const;
/** Hard points of some axles only. */
export const MORE_POINTS = ['upperInner', 'upperOuter', 'rackEnd', 'tieRodOuter', 'barBushing', 'barEye', 'linkMount'] as const;
export type PointName = (typeof POINTS)[number] | (typeof MORE_POINTS)[number];

/** What a person points at when it is measured. */
const POINT_WORDS: Readonly<Record<PointName, string>> = {
  hub: 'wheel’s centre',
  armInner: 'lower arm’s inner joint',
  armOuter: 'lower arm’s outer joint',
  springTop: 'spring’s top',
  springFoot: 'spring’s foot',
  damperTop: 'damper’s top mount',
  damperFoot: 'damper’s foot',
  upperInner: 'upper arm’s inner joint',
  upperOuter: 'upper arm’s outer joint',
  rackEnd: 'inner tie rod joint',
  tieRodOuter: 'tie rod end',
  barBushing: 'bar’s bushing',
  barEye: 'bar’s eye',
  linkMount: 'link’s mount',
};
export const sayPoint = (p: PointName): string => POINT_WORDS[p];

const named = <N extends string, S>(names: readonly N[], schema: S) =>
  Object.fromEntries(names.map((n) => [n, schema])) as Record<N, S>;
/** The schema of the hard points of half an axle (see geometry/hard-point). */
export const hardPointsSchema = (kit: SchemaKit) => {
  const point = hardPointSchema(kit);
  return kit.z.object({ ...named(POINTS, point), ...named(MORE_POINTS, point.optional()) });
};
/** The hard points of half an axle (see geometry/hard-point). */
export type HardPoints = Held<Given<typeof hardPointsSchema>>;
