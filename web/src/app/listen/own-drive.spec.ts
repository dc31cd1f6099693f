import { MANOEUVRES } from '@ash-knot/core';
import { bench, stored, tid } from '../../test';
import { OwnDrive } from './own-drive';

const complaint = () =>
  stored('complaint', {
    character: ['dull clunk'],
    where: ['front'],
    when: ['one wheel over a bump'],
    handling: [],
    conditions: [],
    like: [],
    history: [],
    words: '',
  });
const row = (b: { el: HTMLElement }, m: string) => b.el.querySelector<HTMLElement>(`[data-manoeuvre="${m}"]`)!;
const tap = async (b: Awaited<ReturnType<typeof bench>>, m: string, heard: 'Knocks' | 'Quiet') => {
  [...row(b, m).querySelectorAll<HTMLElement>('.btn')].find((x) => x.textContent!.trim() === heard)!.click();
  await b.settle();
};

test('one tap records what was heard; the manoeuvre that tells most stands first', async () => {
  const b = await bench(OwnDrive, [complaint()]);
  const order = [...b.el.querySelectorAll<HTMLElement>('[data-manoeuvre]')].map((x) => x.dataset['manoeuvre']);
  expect(order[0]).toBe(b.store.diagnosis()!.road[0]!.manoeuvre);
  expect(order).not.toContain('links off, both sides');
  expect(row(b, order[0]!).textContent).toMatch(/If it knocks: .* \d+ %\s*If quiet: .* \d+ %/);
  await tap(b, order[0]!, 'Knocks');
  expect(b.written()).toEqual([['drive', { manoeuvre: order[0], heard: 'knocks' }]]);
  expect(row(b, order[0]!).textContent).toContain('It knocked.');
});

test('a knock with both wheels and none with one drops the bar system', async () => {
  const b = await bench(OwnDrive, [complaint()]);
  const links = () => b.store.suspects().find((x) => x.fault === 'front.left.link-lower')!.makes;
  const before = links();
  await tap(b, 'left wheel over a bump', 'Quiet');
  await tap(b, 'right wheel over a bump', 'Quiet');
  await tap(b, 'both wheels over a hump', 'Knocks');
  expect(links()).toBeLessThan(before / 2);
});

test('three quiet tries: what else to try is listed; links off only where the shop allows it', async () => {
  const quiet = MANOEUVRES.slice(0, 3).map((manoeuvre) => stored('drive', { manoeuvre, heard: 'quiet' }));
  const b = await bench(OwnDrive, [complaint(), ...quiet]);
  expect(b.text(tid('reproduce'))).toContain('Let the customer drive their own road');
  expect(b.text(tid('reproduce'))).not.toMatch(/links off/i);
});
