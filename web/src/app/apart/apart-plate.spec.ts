import type { StoredEntry } from '@ash-knot/contract';
import { planOf } from '@ash-knot/core';
import { bench, goodsIn, LINK, stored, tid } from '../../test';
import { TestBed } from '@angular/core/testing';
import { Records } from '../job/records';
import { ApartPlate } from './apart-plate';
import type { ApartPicture } from './apart';

const JOINT = 'front.left.link-lower';
const part = {
  ...LINK,
  id: 'rod-1',
  kind: 'rod-end link' as const,
  nutsSupplied: true,
  upper: { thread: 'M10×1.25', nutHexMm: 17 },
  lower: { thread: 'M10×1.25', nutHexMm: 17 },
};
function approved(): StoredEntry[] {
  const c = stored('choose', { joints: [JOINT, 'front.right.link-lower'], part, quantity: 2 });
  return [
    stored('purpose', { what: 'planned', rule: '' }),
    c,
    stored('answer', { answer: 'approved', what: 'links', parts: [c.id], who: 'owner', how: 'by phone', warning: '' }),
    ...goodsIn(c),
  ];
}
async function at(id: string, more: StoredEntry[] = []) {
  const b = await bench(ApartPlate, [...approved(), ...more], { kind: 'age replacement', inputs: { joint: JOINT } });
  b.fixture.componentRef.setInput(
    'step',
    planOf(b.store.state()!).find((p) => p.id === id),
  );
  b.fixture.detectChanges();
  return b;
}

test('the assembly as it is, its nuts in hand; as it will be by one tap, with what the part brings', async () => {
  const b = await at('link-off-left');
  expect(b.text()).toContain('Left link, taken apart');
  expect(b.text(tid('apart-words'))).toMatch(/^1, 2: \d+ mm nut, to the left to let go\.\s*The stud is held by its/);
  expect(b.text(tid('apart'))).not.toMatch(/17\smm nut/);
  await b.click(tid('apart-as-it-will-be'));
  b.fixture.detectChanges();
  expect(b.text(tid('apart'))).toMatch(/17\smm nut/);
});

test('a piece that is touched says what it is and what becomes of it, and leads to its step', async () => {
  const b = await at('fit-link-left', [stored('step', { step: 'link-off-left', state: 'done' })]);
  const piece = [...b.el.querySelectorAll<HTMLElement>('[data-piece]')].find((x) =>
    /mm nut/.test(x.getAttribute('aria-label')!),
  )!;
  piece.click();
  b.fixture.detectChanges();
  expect(b.text(tid('apart-words'))).toMatch(/^17 mm nut, new\. Self-locking nuts are used once/);
  await b.click(tid('apart-step'));
  expect(TestBed.inject(Records).openedStep()).toBe('tighten-front.left.link-upper-nut');
  TestBed.inject(Records).openedStep.set(null);
});

test('as a file it stands by itself: its sizes in words, no style sheet', async () => {
  const b = await at('link-off-left');
  const plate = b.fixture.componentInstance as unknown as { picture: () => ApartPicture };
  const svg = plate.picture().file();
  expect(svg).toMatch(/^<\?xml/);
  expect(svg).toMatch(/mm from eye to eye/);
  expect(svg).toMatch(/\d+\smm nut/);
  expect(svg).not.toMatch(/var\(|class=/);
});

test('the rest of the axle is one tap away', async () => {
  const b = await at('link-off-left');
  const seen: unknown[] = [];
  b.fixture.componentInstance.axle.subscribe(() => seen.push(1));
  await b.click(tid('apart-axle'));
  expect(seen).toHaveLength(1);
});

test('what is in the way is drawn at its piece with the tool of the next rung, in place of the turning', async () => {
  const b = await at('link-off-left', [stored('trouble', { step: 'link-off-left', what: 'hex rounds' })]);
  const drawn = (what: string) => [...b.el.querySelectorAll(`[data-${what}]`)].map((x) => x.getAttribute(`data-${what}`));
  expect(drawn('sign')).toEqual(['rounded', 'rounded']);
  expect(drawn('tool')).toEqual(['socket', 'socket']);
  expect(b.text(tid('apart-words'))).toMatch(/^The hex rounds off\.\s*Next to try: six-point socket a size under/);
});

test('a part that is offered is shown as it would be; a piece says how far its size is known', async () => {
  const b = await bench(ApartPlate, [stored('purpose', { what: 'planned', rule: '' })], {
    kind: 'age replacement',
    inputs: { joint: JOINT, offered: { ...part, source: 'its box' } },
  });
  expect(b.text()).toContain('Left link, as it would be');
  const nut = [...b.el.querySelectorAll<HTMLElement>('[data-piece]')].find((x) =>
    /17\smm nut/.test(x.getAttribute('aria-label')!),
  )!;
  nut.click();
  b.fixture.detectChanges();
  expect(b.text(tid('apart-known'))).toBe('Size by its box.');
});
