import type { SupplierAnswer } from '@ash-knot/contract';
import type { Part } from '@ash-knot/core';
import { bench, LINK, stored, tid, type FakeApi } from '../../test';
import { By } from '@angular/platform-browser';
import { PhotoSize } from '../instruments/photo-size';
import { PartsDesk } from './parts-desk';

const AWAY: Part = { ...LINK, stock: 0, deliveryHours: 26 };
const approved = (part: Part) => {
  const c = stored('choose', { joints: ['front.left.link-lower', 'front.right.link-lower'], part, quantity: 2 });
  return [c, stored('answer', { answer: 'approved', what: 'links', parts: [c.id], who: 'o', how: 'by phone', warning: '' })];
};
const SAID: SupplierAnswer[] = [
  {
    supplier: 'Norland',
    simulated: true,
    outcome: 'answered',
    offers: [{ part: LINK.id, priceMinor: 2400, stock: 5, promised: '2026-01-06T16:05:00Z' }],
  },
  { supplier: 'Breck', simulated: true, outcome: 'no answer', offers: [] },
  { supplier: 'Odd', simulated: true, outcome: 'wrong answer', offers: [] },
];
const lines = (a: FakeApi) => {
  a.answers.set('POST /suppliers/ask', () => SAID);
  a.answers.set('POST /suppliers/order', () => ({ number: 'N-7', promised: '2026-01-06T16:05:00Z', simulated: true }));
  a.answers.set('GET /suppliers/Norland/orders/N-7', () => ({
    outcome: 'answered',
    promised: '2026-01-07T11:40:00Z',
    why: 'the ferry did not take it',
    sent: [{ part: 'p9', quantity: 2 }],
  }));
};
const open = (part = AWAY) => bench(PartsDesk, approved(part), { kind: 'age replacement', api: lines });

test('all suppliers are asked, each says what it can or that it did not; an order keeps number and promise', async () => {
  const b = await open();
  expect(b.text(tid('goods-line'))).toContain('to be ordered');
  await b.click(tid('ask-suppliers'));
  const said = [...b.el.querySelectorAll(tid('supplier'))].map((x) => x.textContent!.replace(/\s+/g, ' ').trim());
  expect(said[0]).toMatch(/^Norland 2 × Link, promised for 6 Jan, .* simulated Order it$/);
  expect(said[1]).toMatch(/^Breck gave no answer/);
  expect(said[2]).toMatch(/^Odd gave an answer that is none/);
  await b.click(tid('place-order'));
  expect(b.written()[0]).toMatchObject([
    'order',
    { supplier: 'Norland', number: 'N-7', by: 'line', simulated: true, lines: [{ quantity: 2, minor: 4800 }] },
  ]);
  expect(b.text(tid('goods-line'))).toContain('Norland, N-7, promised for 6 Jan');
  // A later ferry is heard, and written down by whoever heard it.
  await b.click(tid('hear'));
  expect(b.text(tid('heard'))).toMatch(/Now promised for 7 Jan, .*: the ferry did not take it/);
  expect(b.text(tid('heard'))).toContain('Its note says 2 × p9: that is not what was ordered');
  await b.click(tid('keep-promise'));
  expect(b.written()[1]).toMatchObject(['promise', { promised: '2026-01-07T11:40:00Z', why: 'the ferry did not take it' }]);
  expect(b.text(tid('goods-line'))).toContain('promised for 7 Jan');
});

test('a wrong part: the caliper says so loudly, it is refused with its reason, and a new order is owed', async () => {
  const b = await open();
  await b.click(tid('ask-suppliers'));
  await b.click(tid('place-order'));
  await b.click(tid('look-at'));
  await b.type(tid('goods-length'), '318 mm');
  expect(b.text(tid('against'))).toBe('318.0 mm, its list says 300.0 mm');
  await b.click(tid('refuse-goods'));
  expect(b.text(tid('desk-error')) + b.text(tid('looking'))).toContain('why it is refused is empty');
  await b.type(tid('goods-why'), 'another length than ordered');
  await b.click(tid('refuse-goods'));
  expect(b.written()[1]).toMatchObject([
    'goods',
    { outcome: 'refused', from: 'supplier', measured: [{ what: 'length', text: '318 mm' }] },
  ]);
  expect(b.text()).toContain('Refused: another length than ordered. It goes back.');
  expect(b.el.querySelector(tid('ask-suppliers'))).not.toBeNull();
});

test('by photograph: it stands against the list with its doubt, its picture is on the tape at once', async () => {
  const b = await open(LINK);
  const shoot = async (mm: number, uMm: number) => {
    await b.click(tid('photograph-goods-length'));
    const shot = b.fixture.debugElement.query(By.directive(PhotoSize)).componentInstance as PhotoSize;
    expect(shot.ask()).toEqual(['Touch the middle of one eye.', 'Touch the middle of the other eye.']);
    shot.kept.emit({ mm, uMm, picture: new Blob(['x']) });
    await b.settle();
  };
  await shoot(304, 1);
  // 4 mm off, of which 2 are the photograph's own.
  expect(b.text(tid('against'))).toBe('304.0 mm, as its list says');
  expect(b.text(tid('looking'))).toContain('by photograph ± 2.0 mm');
  expect(b.written()).toMatchObject([['photo', { caption: 'Length of the new part, Link, by photograph: 304.0 mm' }]]);
  await shoot(312, 0.2);
  expect(b.text(tid('against'))).toBe('312.0 mm, its list says 300.0 mm');
  await b.click(tid('all-right'));
  await b.click(tid('take-goods'));
  expect(b.text(tid('desk-error')) + b.text(tid('looking'))).toContain('why it is taken is empty: length 312.0 mm');
  await b.type(tid('goods-why'), 'fits as well');
  await b.click(tid('take-goods'));
  expect(b.written().at(-1)).toMatchObject([
    'goods',
    { measured: [{ what: 'length', text: '312.0 mm', photograph: { doubtMm: 0.4 } }] },
  ]);
});

test('typed over, a photograph’s length is a caliper’s', async () => {
  const b = await open(LINK);
  await b.click(tid('photograph-goods-length'));
  const shot = b.fixture.debugElement.query(By.directive(PhotoSize)).componentInstance as PhotoSize;
  shot.kept.emit({ mm: 300, uMm: 0.2, picture: new Blob(['x']) });
  await b.settle();
  expect(b.text(tid('looking'))).toContain('by photograph ±');
  await b.type(tid('goods-length'), '301');
  expect(b.text(tid('looking'))).not.toContain('by photograph ±');
});

test('off the shelf: nothing is taken before it was looked at; all right is one tap', async () => {
  const b = await open(LINK);
  // What is here lies open, with what is looked at.
  expect(b.text(tid('looking'))).toMatch(/undamaged/i);
  await b.click(tid('take-goods'));
  expect(b.text(tid('looking')) + b.text(tid('desk-error'))).toContain('was not looked at yet');
  expect(b.text(tid('take-right'))).toBe('All of it is right: take it');
  await b.click(tid('take-right'));
  expect(b.written()[0]).toMatchObject(['goods', { outcome: 'taken', from: 'shelf' }]);
  expect(b.text(tid('goods-line'))).toContain('checked and accepted');
});

test('by telephone: number and time as they were said', async () => {
  const b = await open();
  await b.click(tid('ask-suppliers'));
  await b.click(tid('phone-order'));
  expect(b.text(tid('desk-error'))).toContain('number for it is empty');
  await b.type(tid('phone-number'), 'Joan, 16:05');
  await b.type(tid('phone-when'), '2026-01-06T16:05');
  await b.click(tid('phone-order'));
  expect(b.written()[0]).toMatchObject([
    'order',
    { number: 'Joan, 16:05', by: 'phone', promised: new Date('2026-01-06T16:05').toISOString() },
  ]);
});
