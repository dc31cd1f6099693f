import type { PartMatch, StoredEntry } from '@ash-knot/contract';
import { TestBed } from '@angular/core/testing';
import { askNext, fitWithout, rankParts, type EntryBodies, type Part, type Wanted } from '@ash-knot/core';
import { bench, LINK, stored, tid } from '../../test';
import { Settle } from './settle';

const PARTS: Part[] = [
  LINK,
  {
    ...LINK,
    id: 'p2',
    name: 'Other thread',
    upper: { ...LINK.upper!, thread: 'M12×1.25' },
    lower: { ...LINK.lower!, thread: 'M12×1.25' },
  },
  { ...LINK, id: 'p3', name: 'Plain link', grade: 'plain', lengthMm: 305 },
  { ...LINK, id: 'p4', supplier: 'another', priceMinor: 2300, stock: 0, deliveryHours: 26 },
];
/** The server's part of it: what it ranks with is core. */
const match = (body: unknown): PartMatch => {
  const { wanted } = body as { wanted: Wanted };
  const ranked = rankParts(PARTS, wanted);
  return {
    fitting: ranked.filter((c) => c.excluded.length === 0),
    excluded: ranked.filter((c) => c.excluded.length > 0),
    ask: askNext(ranked, wanted) ?? null,
    without: fitWithout(PARTS, wanted),
    looked: PARTS.length,
  };
};
const parts = {
  api: (a: { answers: Map<string, (body: unknown) => unknown> }) => {
    a.answers.set('POST /parts/match', match);
    a.answers.set('POST /parts', (b) => (b as { part: Part }).part);
  },
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
  expect(b.text(tid('excluded'))).toContain('Its upper stud is M12×1.25, M10×1.25 is needed.');
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

test('both sides by default; then the yes, with who, how and what it costs', async () => {
  const b = await open();
  await b.click(tid('choose'));
  expect(b.written()[0]![1]).toMatchObject({ joints: ['front.left.link-lower', 'front.right.link-lower'], quantity: 2 });
  expect(b.text(tid('quote-table'))).toMatch(/parts · labour 48\.00 · [\d.]+ time \d+ min, usual times available on the shelf/);
  await b.click(tid('approve'));
  // What it was said to is kept with it, to the last cent.
  expect(b.written().map(([kind]) => kind)).toEqual(['choose', 'quoted', 'answer']);
  const put = b.written()[1]![1] as EntryBodies['quoted'];
  expect(put).toMatchObject({
    currency: 'EUR',
    ways: [{ line: 'both links', way: 'better', parts: [{ name: 'Link', quantity: 2 }] }],
  });
  expect(b.written()[2]![1]).toMatchObject({ answer: 'approved', who: 'The lighthouse', how: 'by phone' });
  expect((b.written()[2]![1] as { what: string }).what).toBe(
    `2 × Link, both links, ${(put.ways[0]!.totalMinor / 100).toFixed(2)} EUR`,
  );
  expect(b.text(tid('quote-total'))).toMatch(/^Agreed: [\d.]+ EUR$/);
  expect(b.ask.asked).toContain('answer');
  expect(b.text(tid('answered'))).toBe('Yes, The lighthouse by phone');
});

test('what was put to the customer stands; what would be otherwise by now is said, and put anew it is a new quote', async () => {
  const joints = ['front.left.link-lower', 'front.right.link-lower'] as const;
  const chosen = stored('choose', { joints: [...joints], part: LINK, quantity: 2 });
  const put = stored('quoted', {
    currency: 'EUR',
    labourMinorPerHour: 7200,
    taxPercent: 25,
    taxIncluded: true,
    ways: [
      {
        line: 'both links',
        way: 'better',
        choices: [chosen.id],
        parts: [{ part: LINK.id, name: LINK.name, quantity: 2, minor: 4800 }],
        minutes: 10,
        timedMinutes: 0,
        labourMinor: 1200,
        taxMinor: 0,
        totalMinor: 6000,
      },
    ],
  });
  const b = await open([loose(), chosen, put]);
  expect(b.text(tid('quote-table'))).toContain('60.00');
  expect(b.text(tid('put-since'))).toMatch(/^By today’s prices and times it would be [\d.]+: it takes \d+ min, not 10/);
  await b.click(tid('approve'));
  expect(b.written().map(([kind]) => kind)).toEqual(['answer']);
  expect((b.written()[0]![1] as { what: string }).what).toContain('60.00 EUR');
  expect(b.text(tid('quote-total'))).toBe('Agreed: 60.00 EUR');
  expect(b.el.querySelector(tid('put-since'))).toBeNull();
  TestBed.resetTestingModule();
  const again = await open([loose(), chosen, put]);
  await again.click(tid('put-anew'));
  expect(again.written().map(([kind]) => kind)).toEqual(['quoted']);
  expect(again.el.querySelector(tid('put-since'))).toBeNull();
  expect(again.text(tid('quote-table'))).not.toContain('60.00');
});

test('ways stand side by side with one tap; the difference is a sentence, and a yes to one is none to the other', async () => {
  const b = await open();
  expect(b.text(tid('offer-ways'))).toBe('Offer both');
  await b.click(tid('offer-ways'));
  expect(b.written().map(([, x]) => (x as { part: Part }).part.name)).toEqual(['Plain link', 'Link']);
  expect(b.el.querySelectorAll(tid('choice'))).toHaveLength(2);
  expect(b.text(tid('difference'))).toMatch(/costs/);
  expect(b.text(tid('read-out'))).toMatch(/Both links: two ways: plain, [\d.]+/);
  expect([...b.el.querySelectorAll(tid('approve'))].map((x) => x.textContent!.trim())).toEqual(['Yes to plain', 'Yes to better']);
  await b.click(tid('approve'));
  expect(b.store.state()!.lines[0]!.options.map((o) => o.standing)).toEqual(['approved', 'not taken']);
});

test('identical offers stand once, told apart by supplier, number, price, delivery and warranty', async () => {
  const b = await open();
  expect(names(b.el).filter((x) => x === 'Link')).toHaveLength(1);
  expect(b.text(tid('candidate'))).toContain('The same from another, p4, 23.00 EUR, here in 26 h, 24 months');
  await b.click(tid('choose-offer'));
  expect(b.written()[0]![1]).toMatchObject({ part: { id: 'p4' } });
});

test('a part is laid over the old one to scale, and says loudly what differs', async () => {
  const b = await open();
  const plain = [...b.el.querySelectorAll(tid('candidate'))].find((x) => x.textContent!.includes('Plain link'))!;
  plain.querySelector<HTMLElement>(tid('lay-over'))!.click();
  await b.settle();
  expect(b.el.querySelector(tid('overlay'))).not.toBeNull();
  expect(b.text(tid('overlay-words'))).toContain('5.0 mm longer');
});

test('until the catalogue has answered for another kind of part, none of the last list can be chosen', async () => {
  let answer = (): void => undefined;
  const b = await bench(Settle, [loose()], {
    api: (a: { answers: Map<string, (body: unknown) => unknown> }) => {
      a.answers.set('POST /parts/match', (body) =>
        (body as { wanted: Wanted }).wanted.kinds.some((k) => /link/.test(k))
          ? match(body)
          : new Promise((r) => (answer = () => r(match(body)))),
      );
    },
  } as never);
  expect(names(b.el)).toEqual(['Link', 'Plain link']);
  [...b.el.querySelectorAll('button')].find((x) => x.textContent!.trim() === 'Frame bushings')!.click();
  await b.settle();
  expect(names(b.el)).toEqual([]);
  expect(b.el.querySelector(tid('nothing'))).toBeNull();
  answer();
  await b.settle();
  expect(b.text(tid('nothing'))).toContain('No frame bushing in the catalogue comes near it');
});

test('laid over the old one it stays, though the catalogue is asked again and answers anew', async () => {
  const b = await bench(Settle, [loose()], {
    api: (a: { answers: Map<string, (body: unknown) => unknown> }) => {
      a.answers.set('POST /parts/match', (body) => structuredClone(match(body)));
    },
  } as never);
  await b.click(tid('lay-over'));
  // And what it would be bolted to, on the plate.
  await b.click(tid('offered-apart'));
  expect(b.store.offered()).toMatchObject({ joint: 'front.left.link-lower' });
  const asked = () => b.api.calls.filter((c) => c.path === '/parts/match').length;
  const before = asked();
  const box = b.el.querySelector<HTMLInputElement>(tid('measure-upper.stud-thread'))!;
  box.value = 'M10x1.25';
  box.dispatchEvent(new Event('change'));
  await b.settle();
  expect(asked()).toBeGreaterThan(before);
  expect(b.el.querySelector(tid('overlay'))).not.toBeNull();
});

test('a no needs the warning that was given, a later its day too', async () => {
  const b = await open();
  await b.click(tid('choose'));
  await b.click(tid('later'));
  await b.click(tid('refuse-save'));
  expect(b.text(tid('settle-error'))).toContain('a no needs the one');
  await b.type(tid('answer-warning'), 'it will get worse');
  await b.click(tid('refuse-save'));
  expect(b.text(tid('settle-error'))).toContain('later needs its day');
  await b.type(tid('answer-until'), '2026-12-24');
  await b.click(tid('refuse-save'));
  expect(b.written()[2]![1]).toMatchObject({ answer: 'later', on: '2026-12-24', warning: 'it will get worse' });
  expect(b.text(tid('answered'))).toContain('Later, by 24 Dec 2026');
});

test('a no, and another way after it', async () => {
  const b = await open();
  await b.click(tid('choose'));
  await b.click(tid('decline'));
  await b.type(tid('answer-warning'), 'it will get worse');
  await b.click(tid('refuse-save'));
  expect(b.written()[2]![1]).toMatchObject({ answer: 'declined', warning: 'it will get worse' });
  await b.click(tid('add-more'));
  const plain = [...b.el.querySelectorAll<HTMLElement>(tid('choose'))].find(
    (x) => x.ariaLabel?.includes('Plain') ?? x.getAttribute('aria-label')!.includes('Plain'),
  )!;
  plain.click();
  await b.settle();
  expect(b.store.state()!.lines[0]!.standing).toBe('waiting');
});

test('a part that is in no catalogue is written down, joins the shelf and is chosen', async () => {
  const b = await open();
  const submit = async () => {
    b.el.querySelector(`${tid('own-part')} form`)!.dispatchEvent(new Event('submit'));
    await b.settle();
  };
  await submit();
  expect(b.text(tid('own-error'))).toContain('name of the part is empty');
  await b.type(tid('own-name'), 'Link from the drawer');
  await b.type(tid('own-source'), 'its box');
  await b.type(tid('own-price'), 'dear');
  await submit();
  expect(b.text(tid('own-error'))).toContain('price must be a number');
  await b.type(tid('own-price'), '12,50');
  await b.click(tid('own-like'));
  await submit();
  // What the file says of the old one came along with one tap.
  expect(b.written()[0]![1]).toMatchObject({
    part: {
      name: 'Link from the drawer',
      priceMinor: 1250,
      kind: 'ball-stud link',
      lengthMm: 300,
      upper: { thread: 'M10×1.25' },
    },
  });
  // The next one that is written down begins empty.
  await b.click(tid('add-more'));
  const left = ['own-name', 'own-price', 'own-source'].map((id) => b.el.querySelector<HTMLInputElement>(`${tid(id)}`)?.value);
  expect(left).toEqual(['', '', '']);
});

test('without a line to the catalogue it says so', async () => {
  const b = await bench(Settle, [loose()]);
  expect(b.text()).toContain('no answer for POST /parts/match');
});
