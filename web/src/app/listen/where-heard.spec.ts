import { MANOEUVRES, PLACES, WHENS, WHERES } from '@ash-knot/core';
import { bench } from '../../test';
import { ComplaintDraft } from './complaint-draft';
import { heardPicture } from './heard-picture';
import { roadPicture } from './roads';
import { WhereHeard } from './where-heard';

const open = async () => {
  const b = await bench(WhereHeard);
  const draft = b.fixture.debugElement.injector.get(ComplaintDraft);
  const tap = async (words: string) => {
    [...b.el.querySelectorAll<HTMLElement>('button')].find((x) => x.textContent!.trim() === words)!.click();
    await b.settle();
  };
  const lit = (place: string) =>
    [...[...b.el.querySelectorAll('.band')].find((x) => x.textContent!.trim() === place)!.querySelectorAll('.lit')].map((x) =>
      x.classList.contains('on'),
    );
  return { ...b, draft, tap, lit };
};

test('every word of the complaint’s places, sides and roads is on the picture, once, with the same meaning', async () => {
  const b = await open();
  const words = [...b.el.querySelectorAll('[aria-pressed]:not([data-testid])')].map((x) => x.textContent!.trim());
  expect([...words].sort()).toEqual([...WHERES, ...WHENS].sort());
  for (const w of [...WHERES, ...WHENS]) await b.tap(w);
  expect([...b.draft.said().where].sort()).toEqual([...WHERES].sort());
  expect([...b.draft.said().when].sort()).toEqual([...WHENS].sort());
  for (const w of WHENS) await b.tap(w);
  expect(b.draft.said().when).toEqual([]);
});

test('a side lights that half of what is heard, no side or both light the whole; what nobody touched stays dark', async () => {
  const b = await open();
  await b.tap('front');
  expect(b.lit('front')).toEqual([true, true]);
  await b.tap('left');
  expect(b.lit('front')).toEqual([true, false]);
  expect(PLACES.filter((p) => p !== 'front').flatMap((p) => b.lit(p))).toEqual(Array(10).fill(false));
  await b.tap('both sides');
  expect(b.lit('front')).toEqual([true, true]);
});

test('the tablet is turned to the customer and back, and nothing is picked by it', async () => {
  const b = await open();
  await b.click('[data-testid="turn-round"]');
  expect(b.el.querySelector('.turned')).not.toBeNull();
  await b.click('[data-testid="turn-round"]');
  expect(b.el.querySelector('.turned')).toBeNull();
  expect(b.draft.dirty()).toBe(false);
});

test('each road and each thing that is tried has its own picture; left and right are turned over', () => {
  const of = (w: Parameters<typeof roadPicture>[0]) => JSON.stringify(roadPicture(w));
  expect(new Set(WHENS.map(of)).size).toBe(WHENS.length);
  expect(new Set(MANOEUVRES.map(of)).size).toBe(MANOEUVRES.length);
  expect(roadPicture('left wheel over a bump').over).not.toBe(roadPicture('right wheel over a bump').over);
});

test('the drawing for a report: what is lit there is lit here, every road that was said with its words', () => {
  const lit = (where: readonly (typeof WHERES)[number][]) =>
    heardPicture({ where, when: [] }).querySelectorAll('rect[fill="#8c8c8c"]').length;
  expect(lit(['front', 'left'])).toBe(1);
  expect(lit(['front', 'rear', 'both sides'])).toBe(4);
  expect(lit(['unsure'])).toBe(0);
  const svg = heardPicture({ where: ['front', 'left'], when: [...WHENS] });
  const words = [...svg.querySelectorAll('text')].map((x) => x.textContent);
  expect(words).toEqual([...PLACES, 'left', ...WHENS]);
  const high = Number(svg.getAttribute('viewBox')!.split(' ')[3]);
  for (const x of svg.querySelectorAll('text')) expect(Number(x.getAttribute('y'))).toBeLessThan(high);
});
