import type { StoredEntry } from '@ash-knot/contract';
import { bench, LINK, stored, tid } from '../../test';
import { Settle } from './settle';

const PARTS = [
  LINK,
  {
    ...LINK,
    id: 'p2',
    name: 'Other thread',
    upper: { ...LINK.upper!, thread: 'M12×1.25' },
    lower: { ...LINK.lower!, thread: 'M12×1.25' },
  },
  { ...LINK, id: 'p3', name: 'Plain link', grade: 'plain' as const, lengthMm: 305 },
];
const parts = {
  api: (a: { answers: Map<string, () => unknown> }) => void a.answers.set('GET /parts', () => ({ parts: PARTS, total: 3 })),
};
const loose = () =>
  stored('check', { check: 'grip-link', state: 'both-hanging', results: [{ joint: 'front.left.link-lower', result: 'moves' }] });
const open = (entries: StoredEntry[] = [loose()]) => bench(Settle, entries, parts as never);
const names = (el: HTMLElement) =>
  [...el.querySelectorAll(tid('candidate'))].map(
    (x) =>
      x
        .querySelector('p')!
        .textContent!.trim()
        .split(/\s+(better|plain)/)[0],
  );

test('what fits is ranked with its reason; what does not is left out with its reason', async () => {
  const b = await open();
  expect(names(b.el)).toEqual(['Link', 'Plain link']);
  expect(b.text(tid('candidate'))).toContain('Listed for this vehicle');
  expect(b.text(tid('excluded'))).toContain('Its upper stud is M12×1.25, M10×1.25 is wanted.');
});

test('a measurement overrules the file and is written down as typed', async () => {
  const b = await open();
  const box = b.el.querySelector<HTMLInputElement>(tid('measure-upper.stud-thread'))!;
  box.value = 'm12x1.25';
  box.dispatchEvent(new Event('change'));
  await b.settle();
  expect(b.written()[0]).toEqual([
    'size',
    { axle: 'front', size: 'stud-thread', end: 'upper', text: 'm12x1.25', thread: 'M12×1.25' },
  ]);
  // Its lower end is still what the file says.
  expect(names(b.el)).toEqual([]);
});

test.each([
  ['link-length', 'long', /link length must be a number/],
  ['link-length', '3000 mm', /link length must be between 30 and 600 mm/],
  ['upper.stud-thread', 'thick', /thread, upper end must be like M10×1.25/],
  ['upper.hold', '5', /held by, upper end must say flats, hex or nothing/],
])('%s “%s” is refused by name', async (measure, text, message) => {
  const b = await open();
  const box = b.el.querySelector<HTMLInputElement>(tid(`measure-${measure}`))!;
  box.value = text;
  box.dispatchEvent(new Event('change'));
  await b.settle();
  expect(b.text()).toMatch(message);
  expect(b.written()).toEqual([]);
});

test.each([
  ['17 mm flats', 17, 'flats'],
  ['5 mm hex', 5, 'hex'],
  ['3/16 hex key', 4.7625, 'hex'],
])('held by %s is understood', async (text, mm, hold) => {
  const b = await open();
  const box = b.el.querySelector<HTMLInputElement>(tid('measure-lower.hold'))!;
  box.value = text;
  box.dispatchEvent(new Event('change'));
  await b.settle();
  expect(b.written()[0]![1]).toMatchObject({ size: 'hold', end: 'lower', mm: expect.closeTo(mm, 9), hold });
});

test('both sides by default; then the yes, with who and how', async () => {
  const b = await open();
  await b.click(tid('choose'));
  expect(b.written()[0]![1]).toMatchObject({ joints: ['front.left.link-lower', 'front.right.link-lower'], quantity: 2 });
  expect(b.text(tid('choice'))).toContain('48.00 EUR');
  await b.click(tid('approve'));
  expect(b.written()[1]![1]).toMatchObject({
    answer: 'approved',
    who: 'The lighthouse',
    how: 'by phone',
    what: '2 × Link, both links',
  });
  expect(b.ask.asked).toContain('answer');
});

test('a no needs the warning that was given', async () => {
  const b = await open();
  await b.click(tid('choose'));
  await b.click(tid('decline'));
  expect(b.text(tid('settle-error'))).toContain('a no needs the one');
  await b.type(tid('answer-warning'), 'it will get worse');
  await b.click(tid('decline'));
  expect(b.written()[1]![1]).toMatchObject({ answer: 'declined', warning: 'it will get worse' });
});

test('a part of one’s own needs a name and a price', async () => {
  const b = await open();
  const submit = async () => {
    b.el.querySelector('details form')!.dispatchEvent(new Event('submit'));
    await b.settle();
  };
  await submit();
  expect(b.text(tid('settle-error'))).toContain('name of the part is empty');
  await b.type(tid('other-name'), 'Link from the drawer');
  await b.type(tid('other-price'), 'dear');
  await submit();
  expect(b.text(tid('settle-error'))).toContain('price must be a number');
  await b.type(tid('other-price'), '12,50');
  await submit();
  expect(b.written()[0]![1]).toMatchObject({ part: { name: 'Link from the drawer', priceMinor: 1250, kind: 'other part' } });
});

test('without a line to the catalogue it says so', async () => {
  const b = await bench(Settle, [loose()]);
  expect(b.text()).toContain('no answer for GET /parts');
});
