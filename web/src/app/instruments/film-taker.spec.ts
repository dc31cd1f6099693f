import { chanceFrom } from '@ash-knot/core/numeric';
import { filmed, FILM_CENTRE, pushes } from '@ash-knot/core/test/film';
import { answerFilm } from '../workers/answer-film';
import type { FilmAsk, FilmAsks, Looked } from '../workers/film-work';
import type { Filmer } from '../workers/filmer';
import { FILM_S, HOLDS, promptAt, pulledAt } from './film-prompts';
import type { FilmSource } from './film-source';
import { FilmTaker } from './film-taker';

const TERMS = { sheet: (number: number) => ({ number, ruler: { mm: 100, uMm: 0.03 } }), unit: 'mm' } as const;

/** Pictures that need no pixels: what is seen in each is known. */
function bench(o: { from?: FilmSource['from']; fault?: boolean; playMm?: number } = {}) {
  const frames = filmed(chanceFrom(3), [...pushes(0, 1), ...pushes(o.playMm ?? 0.6, HOLDS, 13, 2)], { hand: [3, 2] });
  const state = { out: 0, most: 0, closed: 0, n: 0, begunAt: -1 };
  const source: FilmSource = {
    from: o.from ?? 'camera',
    next: async () => {
      if (state.n >= frames.length) return undefined;
      state.out++;
      state.most = Math.max(state.most, state.out);
      const n = state.n++;
      return { bitmap: { n, close: () => state.closed++ } as unknown as ImageBitmap, atS: n * 0.12 };
    },
    begin: (atS) => (state.begunAt = atS),
    stop: () => undefined,
  };
  const filmer = {
    ask: async <K extends keyof FilmAsks>(ask: K, q: FilmAsks[K]['q']): Promise<unknown> => {
      await new Promise((r) => setTimeout(r));
      if (ask === 'look') {
        state.out--;
        const f = frames[(q as unknown as { n: number }).n]!;
        const seen: Looked = { width: 2 * FILM_CENTRE[0], height: 2 * FILM_CENTRE[1], cards: [], says: 'Not sharp.' };
        return o.fault
          ? { ...seen, fault: 'blur' }
          : { ...seen, says: 'Both cards are seen well.', used: { sheet: 3, cards: [1, 1], a: f.a, b: f.b } };
      }
      const steps = answerFilm({ ask, q } as FilmAsk);
      for (let s = steps.next(); ; s = steps.next()) if (s.done) return s.value;
    },
  } as unknown as Filmer;
  const said: string[] = [];
  const taker = new FilmTaker(
    filmer,
    () => undefined,
    (p) => said.push(p.says),
  );
  return { taker, source, state, said };
}

test('one picture at a time; begun once both cards were seen, it is prompted, ends by itself and is worked out', async () => {
  const b = bench();
  const run = b.taker.open(b.source, TERMS);
  await new Promise((r) => setTimeout(r, 20));
  expect([b.taker.state(), b.taker.ready()]).toEqual(['looking', true]);
  b.taker.start();
  await run;
  expect(b.state.most).toBe(1);
  expect(b.state.begunAt).toBeGreaterThan(0);
  expect(b.taker.state()).toBe('done');
  expect(b.said.slice(0, 4)).toEqual(['Take hold', 'Push', 'Pull', 'Push']);
  const { result, rows } = b.taker.worked()!;
  expect(result!.found).toBe('play');
  expect(Math.abs(result!.meanMm - 0.6)).toBeLessThan(0.05);
  expect(rows.some((r) => r[1] === 'sheet' && r[2] === '3')).toBe(true);
});

test('a film from a file begins and ends by itself; pictures of no use are counted and say why there is no number', async () => {
  const b = bench({ from: 'file', fault: true });
  await b.taker.open(b.source, TERMS);
  expect(b.taker.state()).toBe('done');
  expect(b.taker.prompt()).toBeUndefined();
  expect(b.taker.worked()).toMatchObject({ refused: expect.stringMatching(/blurred/) });
});

test('shut in the middle nothing of it is left; a camera that does not open says why', async () => {
  const b = bench();
  const run = b.taker.open(b.source, TERMS);
  await new Promise((r) => setTimeout(r, 10));
  b.taker.stop();
  await run;
  expect([b.taker.state(), b.taker.film(), b.taker.looked()]).toEqual(['idle', undefined, undefined]);
  await b.taker.open(Promise.reject(new Error('Another program has the camera.')), TERMS);
  expect([b.taker.state(), b.taker.error()]).toEqual(['idle', 'Another program has the camera.']);
});

test('the prompts: time to take hold, three pushes and three pulls, then nothing; a hand that follows them is there in time', () => {
  const words = Array.from({ length: Math.ceil(FILM_S * 10) + 5 }, (_, i) => promptAt(i / 10)?.says);
  expect(words.filter((w, i) => w !== words[i - 1])).toEqual([
    'Take hold',
    'Push',
    'Pull',
    'Push',
    'Pull',
    'Push',
    'Pull',
    undefined,
  ]);
  expect([pulledAt(-1), pulledAt(0.5), pulledAt(2), pulledAt(3), pulledAt(4.5), pulledAt(FILM_S + 9)]).toEqual([
    0, 0, 0, 1, 0, 1,
  ]);
});
