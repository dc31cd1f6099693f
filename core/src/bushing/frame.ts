import { lengthDigits, sayLength, type LengthUnit } from '../units';
import { fixed } from '../text';
import { BadInput, positive, within } from '../error';
import { BUSHINGS, type BushingKind } from '../vehicle';
import { INTERFERENCE_MM, type Material } from './material';

export const FIT_METHOD = 'bushing fit 1';

/** What was measured of a frame bushing and its bar; lengths in mm. Lists are readings round the clock. */
export interface FrameFitInput {
  /** Nothing where the axle has no bushing of its own. */
  readonly kind?: BushingKind | undefined;
  readonly material: Material;
  /** The bar beside the bushing, where nothing rubs. */
  readonly cleanMm: readonly number[];
  /** The bar where the bushing sits. */
  readonly seatMm: readonly number[];
  /** Bore of the old bushing, relaxed and off the bar. */
  readonly oldBoreMm?: number | undefined;
  /** Bore of the one on the bench. */
  readonly newBoreMm?: number | undefined;
  /** Free height across the bracket and the height of its pocket. */
  readonly freeHeightMm?: number | undefined;
  readonly pocketMm?: number | undefined;
  /** Standard uncertainty of one diameter, mm. */
  readonly uMm: number;
}

export interface FrameFit {
  readonly method: typeof FIT_METHOD;
  readonly nominalMm: number;
  readonly seatMm: number;
  /** Largest less smallest diameter of the seat. */
  readonly ovalityMm: number;
  /** Clean bar less the thinnest of the seat. */
  readonly wearMm: number;
  /** Bore less bar at its thinnest: above 0 it knocks. Old and new. */
  readonly clearanceOldMm?: number | undefined;
  readonly clearanceNewMm?: number | undefined;
  /** Share of its free height the bracket takes, 0..1. */
  readonly crush?: number | undefined;
  /** Bores to order, mm: from the tightest that serves to the bar's own diameter. */
  readonly order?: readonly [low: number, high: number] | undefined;
  readonly verdict: 'bushing' | 'bar' | 'fits' | 'wrong part' | 'open';
  readonly sentences: readonly string[];
}

/** A seat out of round by more than this wears a new bushing, mm (common practice, no source). */
const MOST_OVAL = 0.3;
/** A bracket should press its bushing by this share of its free height (common practice, no source). */
const CRUSH: readonly [number, number] = [0.02, 0.15];

const mean = (xs: readonly number[]): number => xs.reduce((a, x) => a + x, 0) / xs.length;

/** Diameters round the clock. @throws BadInput naming the one that is wrong, or that there are too few */
function diameters(name: string, xs: readonly number[], least: number): readonly number[] {
  if (xs.length < least) throw new BadInput(`diameters of the ${name}`, `must be ${least} or more, round the clock`, xs.length);
  xs.forEach((x, n) => within(`diameter ${n + 1} of the ${name}`, x, 8, 60, 'mm'));
  return xs;
}

/**
 * Wear, clearance, crush and the bore to order for a frame bushing. The bore is chosen by the bar's clean
 * diameter; where the seat has worn by more than a bore may bite, a bushing will not cure it: the bar is
 * the part. Kinds without a bore are judged by crush alone.
 * @throws BadInput naming the dimension and its bound.
 */
export function frameFit(i: FrameFitInput, unit?: LengthUnit): FrameFit {
  const mm = (v: number): string => sayLength(v, 2, unit);
  const clean = diameters('clean bar', i.cleanMm, 1);
  const seat = diameters('seat', i.seatMm, 1);
  positive('uncertainty of a diameter', i.uMm, 'mm');
  const nominalMm = mean(clean);
  const least = Math.min(...seat);
  if (least > nominalMm + 0.5 + 2 * i.uMm)
    throw new BadInput('diameter of the seat', 'must not be larger than the clean bar: is it dirt, or another bar?', least);
  const wearMm = Math.max(0, nominalMm - least);
  const ovalityMm = Math.max(...seat) - least;
  const kind = i.kind && BUSHINGS[i.kind];
  const bored = kind?.bored ?? false;
  const bite = INTERFERENCE_MM[i.material];
  const bore = (name: string, v: number | undefined) =>
    v === undefined || !bored ? undefined : within(name, v, 5, 60, 'mm') - least;
  const clearanceOldMm = bore('old bore', i.oldBoreMm);
  const clearanceNewMm = bore('bore of the new bushing', i.newBoreMm);
  const crush =
    i.freeHeightMm === undefined || i.pocketMm === undefined
      ? undefined
      : (within('free height', i.freeHeightMm, 10, 120, 'mm') - within('bracket pocket', i.pocketMm, 8, 120, 'mm')) /
        i.freeHeightMm;
  // Two diameters, each with its own doubt.
  const doubt = 2 * Math.SQRT2 * i.uMm;
  const out: string[] = [];
  out.push(
    wearMm > doubt
      ? `The seat has worn ${mm(wearMm)} (± ${lengthDigits(doubt, 2, unit)}).`
      : `No wear of the seat that this gauge can tell (${mm(wearMm)}, ± ${lengthDigits(doubt, 2, unit)}).`,
  );
  if (seat.length >= 2 && ovalityMm > Math.max(MOST_OVAL, doubt))
    out.push(`It is out of round by ${mm(ovalityMm)}: a new bushing will not stay tight on it.`);
  const barWorn = bored && wearMm - doubt > bite;
  const barOval = seat.length >= 2 && ovalityMm - doubt > bite;
  let verdict: FrameFit['verdict'] = 'open';
  if (barWorn || barOval) {
    verdict = 'bar';
    out.push(
      `More than ${i.material} of the right bore can take up (${mm(bite)}): renew the bar, not only the bushing. Bushings of a smaller bore would not go over its clean part.`,
    );
  }
  if (clearanceOldMm !== undefined)
    out.push(
      clearanceOldMm > 0
        ? `The old bushing stands off the bar by ${mm(clearanceOldMm)}: it knocks.`
        : `The old bushing still grips the bar by ${mm(-clearanceOldMm)}.`,
    );
  const order = bored ? ([nominalMm - bite, nominalMm] as const) : undefined;
  if (verdict === 'open') {
    if (i.newBoreMm !== undefined && order) {
      const onBench = judgeNew(i.newBoreMm, order, i.uMm, clearanceNewMm!, nominalMm, unit);
      verdict = onBench.verdict;
      out.push(...onBench.sentences);
    } else if (clearanceOldMm !== undefined && clearanceOldMm > 0) verdict = 'bushing';
  }
  if (order && verdict !== 'bar')
    out.push(
      `Order a bore of ${lengthDigits(order[0], 1, unit)} to ${sayLength(Math.min(order[1], Math.max(order[0], least)), 1, unit)} in ${i.material}.`,
    );
  if (!bored) out.push(kind?.chosenBy ?? 'No bushing of its own here.');
  if (crush !== undefined) {
    out.push(sayCrush(crush));
    if ((crush <= 0 || crush > CRUSH[1]) && verdict !== 'bar') verdict = 'wrong part';
  }
  return {
    method: FIT_METHOD,
    nominalMm,
    seatMm: mean(seat),
    ovalityMm,
    wearMm,
    clearanceOldMm,
    clearanceNewMm,
    crush,
    order,
    verdict,
    sentences: out,
  };
}

/** The bushing on the bench against the bores that go on this bar; a worn seat may leave it without a grip. */
function judgeNew(
  boreMm: number,
  [least, most]: readonly [number, number],
  uMm: number,
  clearanceMm: number,
  barMm: number,
  unit?: LengthUnit,
): { readonly verdict: 'fits' | 'wrong part'; readonly sentences: readonly string[] } {
  const at = `${sayLength(boreMm, 1, unit)} on a ${sayLength(barMm, 1, unit)} bar`;
  if (boreMm > most + uMm)
    return { verdict: 'wrong part', sentences: [`The one on the bench is too wide: ${at}. It would knock from the first day.`] };
  if (boreMm < least - uMm)
    return { verdict: 'wrong part', sentences: [`The one on the bench is too tight: ${at}. It would bind, squeak and tear.`] };
  const grip =
    clearanceMm > -uMm
      ? `At the worn seat it has no grip (${sayLength(Math.max(0, clearanceMm), 2, unit)} of air): take the smaller bore.`
      : `It grips the seat by ${sayLength(-clearanceMm, 2, unit)}.`;
  return { verdict: 'fits', sentences: [`The one on the bench fits the bar: ${at}.`, grip] };
}

/** @param crush share of its height by which the bracket presses it */
function sayCrush(crush: number): string {
  const share = `${fixed(100 * crush, 1)} %`;
  if (crush <= 0) return `The bracket does not press it at all (${share}): it will work loose.`;
  if (crush < CRUSH[0]) return `The bracket presses it by only ${share}: it may turn in its bracket.`;
  if (crush > CRUSH[1]) return `The bracket would press it by ${share}: too tall for this bracket.`;
  return `The bracket presses it by ${share}, as it should.`;
}
