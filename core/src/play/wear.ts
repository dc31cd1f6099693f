import { convert, METRIC, sayLength, type DistanceUnit, type Measures } from '../units';
import { fixed, grouped } from '../text';
import { BadInput, finite, positive, within } from '../error';
import { crossing, fitLine, halfWidth, lineAt, type Crossing, type LineFit } from '../stats';

export interface WearPoint {
  /** Distance driven, km. */
  readonly km: number;
  /** Mean play at that visit, mm. */
  readonly playMm: number;
}

export const FEWEST_VISITS = 3;

export type Wear =
  | {
      readonly kind: 'fit';
      readonly line: LineFit;
      /** mm in a thousand km. */
      readonly perThousandKm: number;
      /** Where the limit is passed: of the true line, and of the next reading, km. */
      readonly crossing: Crossing;
      readonly nextReading: Crossing;
      /** Already past the limit by the line at the last visit. */
      readonly past: boolean;
      readonly sentence: string;
    }
  | { readonly kind: 'too few' | 'got better' | 'not proved'; readonly line?: LineFit; readonly sentence: string };

/** "142.3 thousand km". */
const thousands = (km: number, unit: DistanceUnit): string => fixed(convert(km, 'km', unit, 'distance') / 1000, 1);

/**
 * Wear of one joint over distance: a straight line through the visits since it was last renewed, where it
 * passes the limit, and the range of that (Fieller). It refuses with a reason: fewer than three visits,
 * play that clearly fell (was it replaced?), or a slope that is not proved.
 * @throws BadInput naming the visit whose distance or play is no number, or a limit that is none.
 */
export function wearOver(points: readonly WearPoint[], limitMm: number, say: Measures = METRIC): Wear {
  positive('limit', limitMm, 'mm');
  points.forEach((p, i) => {
    finite(`distance of visit ${i + 1}`, p.km);
    if (finite(`play of visit ${i + 1}`, p.playMm) < 0)
      throw new BadInput(`play of visit ${i + 1}`, 'must be 0 mm or more', p.playMm);
  });
  const visits = [...points].sort((a, b) => a.km - b.km);
  if (visits.length < FEWEST_VISITS || visits.at(-1)!.km === visits[0]!.km)
    return {
      kind: 'too few',
      sentence: `Too few visits for a trend: ${visits.length} of at least ${FEWEST_VISITS}, at different distances.`,
    };
  const line = fitLine(visits.map((p) => ({ x: p.km, y: p.playMm })));
  if (line.slope <= 0) {
    return {
      kind: 'got better',
      line,
      sentence: 'The play got less: was it replaced, or measured elsewhere? No trend is drawn from that.',
    };
  }
  const true_ = crossing(line, limitMm, 'line');
  const next = crossing(line, limitMm, 'next reading');
  if (!true_ || !next) {
    return {
      kind: 'not proved',
      line,
      sentence: `It seems to grow, but ${visits.length} visits with this scatter do not prove it. One more visit will tell more.`,
    };
  }
  const last = visits.at(-1)!.km;
  const past = lineAt(line, last) >= limitMm;
  const at = (km: number) => `about ${thousands(km, say.distance)} thousand ${say.distance}`;
  const range = `${thousands(next.low, say.distance)} and ${thousands(next.high, say.distance)} thousand ${say.distance}`;
  const limit = sayLength(limitMm, 2, say.length);
  return {
    kind: 'fit',
    line,
    perThousandKm: line.slope * 1000,
    crossing: true_,
    nextReading: next,
    past,
    sentence: past
      ? `Past the limit of ${limit} since ${at(true_.x)}.`
      : `${sayGrowth(line.slope, say)}; passes ${limit} at ${at(true_.x)} (the next reading says so between ${range}).`,
  };
}

/** "Grows 0.034 mm in 10 000 km". @param slope mm a km */
export function sayGrowth(slope: number, say: Measures = METRIC): string {
  finite('growth of play', slope);
  const per = convert(10_000, say.distance, 'km', 'distance');
  return `Grows ${sayLength(slope * per, 3, say.length)} in ${grouped(10_000)} ${say.distance}`;
}

/** The line and its band for a chart: at `steps` + 1 distances from the first visit to `toKm`. */
export function wearBand(line: LineFit, fromKm: number, toKm: number, steps = 40) {
  finite('distance from', fromKm);
  finite('distance to', toKm);
  within('number of steps', steps, 1, 10_000);
  return Array.from({ length: steps + 1 }, (_, i) => {
    const x = fromKm + ((toKm - fromKm) * i) / steps;
    const y = lineAt(line, x);
    const half = halfWidth(line, x, 'next reading');
    return { km: x, mm: y, low: Math.max(0, y - half), high: y + half };
  });
}
