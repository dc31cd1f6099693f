import { bench, stored, tid } from '../../test';
import { Tape } from './tape';

const submit = async (b: Awaited<ReturnType<typeof bench>>, n: number) => {
  b.el.querySelectorAll('form')[n]!.dispatchEvent(new Event('submit'));
  await b.settle();
};

test('a note can be written on any station, and stays typed until it is', async () => {
  const b = await bench(Tape);
  await b.type(tid('note-text'), 'the key sticks in the lock');
  expect(localStorage.getItem('ashknot.draft.note.0193c000-0000-7000-8000-000000000001')).toContain('the key sticks');
  await submit(b, 0);
  expect(b.written()).toEqual([['note', { text: 'the key sticks in the lock' }]]);
});

test('a line is struck with a reason; without one it says so', async () => {
  const b = await bench(Tape, [stored('note', { text: 'wrong car' })]);
  await b.click('.strike');
  await submit(b, 0);
  expect(b.text()).toContain('A line is struck with a reason');
  expect(b.written()).toEqual([]);
});

test('a distance is put right with what was wrong, signed, and the sheet follows it', async () => {
  const b = await bench(Tape);
  await b.click(tid('distance-wrong'));
  await b.type(tid('distance-km'), 'lots');
  await submit(b, 1);
  expect(b.text(tid('distance-error'))).toContain('distance must be a number of km');
  await b.type(tid('distance-km'), '89.000');
  await submit(b, 1);
  expect(b.text(tid('distance-error'))).toContain('reason is empty');
  await b.type(tid('distance-why'), 'two digits swapped');
  await submit(b, 1);
  expect(b.ask.asked).toContain('distance');
  expect(b.written()).toEqual([['distance', { distanceKm: 89_000, wasKm: 98_000, why: 'two digits swapped' }]]);
  expect(b.store.state()!.distanceKm).toBe(89_000);
});
