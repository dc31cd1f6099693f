import { chanceFrom, median } from '../numeric';
import { sized } from '../test';
import { filmed, pushes, throughJpeg, type Filmed } from '../test/film';
import {
  cardsIn,
  filmFromRows,
  filmLook,
  readFilm,
  rowsOfFilm,
  scaleOf,
  SIMULATED_FILMS,
  simulatedCamera,
  type ReadFilm,
  type TakenFilm,
} from '.';

const SHEET = { number: 3, ruler: { mm: 100, uMm: 0.03 } };
const taken = (moved: readonly number[], o: Filmed = {}, seed = 5): TakenFilm => ({
  width: 1280,
  height: 720,
  sheet: 3,
  cards: [1, 2],
  pictures: filmed(chanceFrom(seed), moved, o).map((f, i) => ({ ...f, atS: i / 10 })),
  faults: {},
});
const why = (r: ReadFilm) => (r.play.kind === 'refused' ? r.play.why : JSON.stringify(r.play));

/** A film's pictures are compressed about so much (from memory). */
const QUALITY = 75;
/** Where its cards are, held as it is. */
const ROWS = [192, 528] as const;
/** As a browser would: a simulated camera pushed and pulled three times, each picture looked at, through JPEG where it is asked. */
function run(name: string, seed: number, jpeg = false): TakenFilm {
  const camera = simulatedCamera(
    SIMULATED_FILMS.find((f) => f.name === name)!,
    3,
    seed,
  );
  const film: { -readonly [K in keyof TakenFilm]: TakenFilm[K] } = { ...taken([]), pictures: [], faults: {} };
  pushes(1, 6, 6, 1).forEach((pulled, i) => {
    const picture = camera.picture(i / 10, pulled);
    const l = filmLook(cardsIn(jpeg ? throughJpeg(picture, QUALITY, ROWS) : picture, 'quick'));
    if (l.frame) film.pictures = [...film.pictures, { ...l.frame, atS: i / 10 }];
    else film.faults = { ...film.faults, [l.fault!]: (film.faults[l.fault!] ?? 0) + 1 };
  });
  return film;
}

const SHAKY = ['0.80 mm, a shaky hand', 0.8] as const;
// Long: every picture of a film is drawn, compressed and looked at.
test.each(sized(0, 1) ? ([['0.20 mm', 0.2], ['0.80 mm', 0.8], SHAKY] as const) : [SHAKY])(
  'rendered, compressed, %s: found and read from its pixels, its play is in the stated doubt',
  (name, playMm) => {
    const doubts: number[] = [];
    for (let k = 0; k < sized(1, 3); k++) {
      const { play } = readFilm(run(name, 40 + k, true), SHEET);
      if (play.kind !== 'play') throw new Error(JSON.stringify(play));
      expect(Math.abs(play.doubt.meanMm - playMm)).toBeLessThan(0.02);
      expect(play.readingsMm.length).toBe(3);
      doubts.push(play.doubt.twoSidedMm);
    }
    // A doubt from three readings wavers itself (Student's t, two degrees of freedom): the middle film counts.
    expect(median(doubts)).toBeLessThan(0.06);
    expect(Math.max(...doubts)).toBeLessThan(0.12);
  },
  300_000,
);
// Long: every picture of two films is drawn and looked at.
test('rendered with no play: none found, and below how much; out of focus: refused in words', () => {
  const none = readFilm(run('no play', 4), SHEET).play;
  expect(none.kind === 'none' && none.belowMm).toBeLessThan(0.1);
  expect(why(readFilm(run('0.80 mm, out of focus', 4), SHEET))).toMatch(/blurred/);
}, 120_000);

test('the ruler says what the print is: of half a percent more the play is as much more, and an unmeasured one is doubted', () => {
  const film = taken(pushes(2, 6), { hand: [5, 3] });
  const of = (ruler: { mm: number; uMm: number } | null) => {
    const { play } = readFilm(film, { number: 3, ruler });
    if (play.kind !== 'play') throw new Error(JSON.stringify(play));
    return play;
  };
  expect(of({ mm: 100.5, uMm: 0.03 }).doubt.meanMm / of({ mm: 100, uMm: 0.03 }).doubt.meanMm).toBeCloseTo(1.005, 5);
  expect(of(null).sharedMm).toBeGreaterThan(3 * of({ mm: 100, uMm: 0.03 }).sharedMm);
  expect(scaleOf({ number: 1, ruler: { mm: 99, uMm: 0.05 } }).scale).toBe(0.99);
  expect(() => scaleOf({ number: 1, ruler: { mm: 80, uMm: 0.05 } })).toThrow(/ruler/i);
});

describe('what is no answer is said in words', () => {
  test('too few pictures, and why the others were of no use', () => {
    expect(why(readFilm(taken(pushes(0.3, 1)), SHEET))).toMatch(/Too short/);
    expect(why(readFilm({ ...taken(pushes(0.3, 6)), faults: { 'one card': 400, blur: 20 } }, SHEET))).toMatch(/^One card alone/);
    expect(why(readFilm({ ...taken([0, 0, 0]), faults: { glare: 80 } }, SHEET))).toMatch(/^Glare/);
  });
  test('a card that slipped: both ends are elsewhere from then on', () => {
    const moved = pushes(0.5, 8).map((v, i, all) => v + (i > all.length / 2 ? 0.4 : 0));
    expect(why(readFilm(taken(moved, { hand: [5, 3] }), SHEET))).toMatch(/^A card slipped: both ends moved by 0\.[34]/);
  });
  test('cards too far out of one plane for the limit that is asked', () => {
    const film = taken(pushes(2, 6), { hand: [8, 4], depthMm: 60, noisePx: 0.15 });
    expect(why(readFilm(film, SHEET, { limitMm: 0.2 }))).toMatch(
      /apart in depth: that leaves .* too much for the limit of 0\.20 mm/,
    );
    expect(readFilm(film, SHEET, { limitMm: 5 }).play.kind).toBe('play');
  });
  test('another sheet than its cards are of, and sizes that are none, are refused', () => {
    expect(() => readFilm(taken(pushes(0.3, 6)), { ...SHEET, number: 4 })).toThrow(/sheet must be number 3/i);
    expect(() => readFilm({ ...taken([]), width: 0 }, SHEET)).toThrow(/width/i);
  });
});

describe('as a file', () => {
  const film = { ...taken(pushes(0.3, 6)), faults: { blur: 3 } };
  test('out and in again it gives the same answer', () => {
    const back = filmFromRows(rowsOfFilm(film, [[1, 2]]));
    expect(back).toMatchObject({ width: 1280, height: 720, sheet: 3, cards: [1, 2], faults: { blur: 3 } });
    const [a, b] = [readFilm(film, SHEET).play, readFilm(back, SHEET).play];
    if (a.kind !== 'play' || b.kind !== 'play') throw new Error('no play');
    expect(b.doubt.meanMm).toBeCloseTo(a.doubt.meanMm, 4);
  });
  const rows = rowsOfFilm(film);
  test.each([
    ['no size', rows.filter((r) => r[1] !== 'width'), /must say “width”/],
    ['half a card', rows.map((r) => (r[1] === 'first card' ? ['#', 'first card', '1.5'] : r)), /whole number/],
    ['other columns', rows.filter((r) => r[0] !== 'time [s]'), /columns of a film/],
    ['a word', [...rows.slice(0, -1), rows.at(-1)!.map((c, i) => (i === 3 ? 'x' : c))], /picture \d+ must be/i],
    ['a time twice', [...rows, rows.at(-1)!], /later than the one before/],
    ['a card there is none of', rows.map((r) => (r[1] === 'second card' ? ['#', 'second card', '9'] : r)), /second card/i],
  ])('%s is refused by name', (_, bad, says) => expect(() => filmFromRows(bad)).toThrow(says));
});
