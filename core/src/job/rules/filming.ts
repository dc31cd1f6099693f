import { BadInput } from '../../error';
import { sayExpired, type GaugeSpec } from '../../gauge';
import type { PrintedSheet, ReadFilm, TakenFilm } from '../../image';
import type { JointId } from '../../joint';
import type { EntryBodies, MeasuredPhase } from '../../ledger';
import { FILM_METHOD, MOST_PLAY_MM, type FilmFrom, type FilmResult } from '../../play';
import { MOST_DEGREES } from '../../stats';
import { fixed } from '../../text';
import { sayLength, type LengthUnit } from '../../units';
import type { VehicleState } from '../../vehicle';
import { stateSaid } from './measuring';

/** Places kept: a tenth of what a film tells. */
const rounded = (mm: number): number => Math.round(mm * 1e4) / 1e4;

/** What a film told, as a sentence with its doubt: a play, or that none was found. Read aloud it is the whole of it. */
function sayFilm(play: ReadFilm['play'], unit?: LengthUnit): string {
  if (play.kind === 'refused') return play.why;
  if (play.kind === 'none') return `No play found: less than ${sayLength(play.belowMm, 2, unit)}.`;
  const { n, meanMm, twoSidedMm } = play.doubt;
  return `${sayLength(meanMm, 2, unit)} of play (± ${sayLength(twoSidedMm, 2, unit)}), of ${n} pushes and pulls.`;
}

/** What is kept of a film. @throws BadInput for one that gave no answer, or more than a joint can have */
export function filmResult(film: TakenFilm, { play, motion }: ReadFilm, unit?: LengthUnit): FilmResult {
  if (play.kind === 'refused' || !motion) throw new BadInput('film', `gives no answer: ${sayFilm(play)}`);
  const found = play.kind === 'play' ? play.doubt : undefined;
  if (found && found.meanMm > MOST_PLAY_MM)
    throw new BadInput('play', `is ${fixed(found.meanMm, 1)} mm, more than a joint can have (${MOST_PLAY_MM} mm)`);
  const below = play.kind === 'none' ? rounded(play.belowMm) : null;
  const useless = Object.values(film.faults).reduce((s, n) => s + n, 0);
  const first = film.pictures[0]?.atS ?? 0;
  return {
    method: FILM_METHOD,
    used: film.pictures.length,
    pictures: film.pictures.length + useless,
    seconds: rounded((film.pictures.at(-1)?.atS ?? first) - first),
    depthMm: rounded(motion.depthMm),
    scatterPx: rounded(motion.sdPx),
    found: play.kind,
    readingsMm: play.kind === 'play' ? play.readingsMm.map(rounded) : [],
    belowMm: below,
    meanMm: found ? rounded(found.meanMm) : 0,
    // What might still have moved unseen is its doubt, to one side.
    uMm: found ? rounded(found.uMm) : rounded((below ?? 0) / 2),
    sharedMm: play.kind === 'play' ? rounded(play.sharedMm) : rounded((below ?? 0) / 2),
    degrees: found && found.degrees < MOST_DEGREES ? found.degrees : null,
    oneSidedMm: found ? rounded(found.oneSidedMm) : (below ?? 0),
    expandedMm: found ? rounded(found.twoSidedMm) : (below ?? 0),
    sentence: sayFilm(play, unit),
  };
}

/** The entry of a film. @param on the day, for the camera's check */
export function filmBody(
  at: {
    readonly joint: JointId;
    readonly phase: MeasuredPhase;
    readonly gauge: GaugeSpec;
    readonly on: string;
    readonly state?: VehicleState | undefined;
  },
  film: TakenFilm,
  sheet: PrintedSheet,
  o: { readonly file: string; readonly from: FilmFrom; readonly result: FilmResult },
): EntryBodies['film'] {
  const calibration = sayExpired(at.gauge, at.on);
  return {
    joint: at.joint,
    phase: at.phase,
    gauge: at.gauge.id,
    file: o.file,
    from: o.from,
    ...(at.state ? { state: at.state } : {}),
    sheet: { number: sheet.number, ruler: sheet.ruler },
    cards: film.cards,
    result: o.result,
    ...(calibration ? { calibration } : {}),
  };
}

/**
 * That a film says what its readings say, and how the vehicle stood where that decides.
 * @throws BadInput naming what does not agree
 */
export function checkFilm(b: EntryBodies['film']): void {
  stateSaid(b, 'a camera');
  const { found, readingsMm, meanMm, belowMm } = b.result;
  if (found === 'none' && (readingsMm.length > 0 || belowMm === null || meanMm !== 0))
    throw new BadInput('result', 'must have no reading where no play was found, and say below what', readingsMm.length);
  if (found === 'none') return;
  const mean = readingsMm.reduce((s, x) => s + x, 0) / readingsMm.length;
  // Readings are kept to a ten-thousandth.
  if (readingsMm.length === 0 || Math.abs(mean - meanMm) > 0.001 || belowMm !== null)
    throw new BadInput('play', `must be the mean of its readings, ${rounded(mean || 0)} mm`, meanMm);
}

/** The play of a view as it is shown: a length, or below what where a film found none. */
export const sayPlay = (
  v: { readonly film?: FilmResult | undefined; readonly doubt: { readonly meanMm: number } },
  say: (mm: number) => string,
): string => (v.film?.belowMm !== null && v.film?.belowMm !== undefined ? `none, < ${say(v.film.belowMm)}` : say(v.doubt.meanMm));
