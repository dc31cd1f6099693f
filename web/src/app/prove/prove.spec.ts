import { bench, LINK, stored, tid } from '../../test';
import { Prove } from './prove';

const purpose = () => stored('purpose', { what: 'to get at the rack', rule: '' });

test('what is still open is listed; the drive and the recheck close theirs', async () => {
  const c = stored('choose', { joints: ['front.left.link-lower'], part: LINK, quantity: 1 });
  const yes = stored('answer', { answer: 'approved', what: 'x', parts: [c.id], who: 'o', how: 'by phone', warning: '' });
  const heard = stored('complaint', {
    character: ['dull clunk'],
    like: [],
    where: ['front'],
    when: [],
    handling: [],
    conditions: [],
    history: [],
    words: 'knocks',
  });
  const b = await bench(Prove, [heard, stored('go-on', { without: 'verdict', why: 'asked for' }), c, yes]);
  expect(b.text(tid('blockers'))).toContain('The drive over the same bump is not recorded.');
  [...b.el.querySelectorAll<HTMLElement>('.pick')].find((x) => x.textContent!.trim() === 'quiet')!.click();
  await b.settle();
  expect(b.text(tid('road-result'))).toContain('quiet');
  await b.click(tid('set-recheck'));
  expect(b.written()[1]![1]).toMatchObject({ what: 'Link nuts and wheel nuts', atKm: 98_100 });
  expect(b.text(tid('blockers'))).not.toMatch(/drive over|No recheck/);
});

test('where nothing was heard nobody drives it to hear whether it is quiet', async () => {
  const c = stored('choose', { joints: ['front.left.link-lower'], part: LINK, quantity: 1 });
  const yes = stored('answer', { answer: 'approved', what: 'x', parts: [c.id], who: 'o', how: 'by phone', warning: '' });
  const b = await bench(Prove, [purpose(), c, yes], { kind: 'access' });
  expect(b.text(tid('blockers'))).not.toContain('drive over');
});

test('with nothing done to it nothing is to be proved', async () => {
  const b = await bench(Prove, [purpose()], { kind: 'access' });
  expect(b.el.querySelector(tid('blockers'))).toBeNull();
});

test('a distance that cannot be is refused with its bounds', async () => {
  const b = await bench(Prove, [purpose()], { kind: 'access' });
  // Nothing is filled in that nobody has read: an empty field is asked for.
  expect(b.el.querySelector<HTMLInputElement>(tid('handback-km'))!.value).toBe('');
  await b.click(tid('hand-back'));
  expect(b.text()).toContain('The distance is empty: read it off the dashboard. Nothing was changed.');
  await b.type(tid('handback-km'), '12');
  await b.click(tid('hand-back'));
  expect(b.text()).toContain('The distance must be between 98 000 km and 98 500 km (given: 12). Nothing was changed.');
  await b.type(tid('handback-km'), '98 004');
  await b.click(tid('hand-back'));
  expect(b.written()).toEqual([['hand-back', { distanceKm: 98004, note: '' }]]);
  expect(b.text(tid('handed-back'))).toContain('98 004 km');
});

test('play before beside play after; what was declined with its warning; alignment owed', async () => {
  const reading = (phase: 'before' | 'after', playMm: number) =>
    stored('reading', { joint: 'front.left.frame-bushing', phase, gauge: 'dial', first: 0, second: playMm, unit: 'mm', playMm });
  const c = stored('choose', { joints: ['front.left.ball-joint'], part: { ...LINK, kind: 'other part' }, quantity: 1 });
  const b = await bench(
    Prove,
    [
      reading('before', 0.7),
      reading('after', 0.06),
      c,
      stored('answer', { answer: 'approved', what: 'x', parts: [c.id], who: 'o', how: 'by phone', warning: '' }),
      stored('answer', { answer: 'declined', what: 'links', parts: [], who: 'o', how: 'by phone', warning: 'they will knock' }),
    ],
    { kind: 'access' },
  );
  expect(b.text('[data-proof="front.left.frame-bushing"]')).toMatch(/^Frame bushing, left .*0\.70 mm.*0\.06 mm$/);
  expect(b.text()).toContain('Declined: links. Warned: they will knock');
  expect(b.text()).toContain('Alignment owed');
});

test('a dangerous finding stands on top', async () => {
  const b = await bench(Prove, [
    stored('check', {
      check: 'shake-12-6',
      state: 'both-hanging',
      results: [{ joint: 'front.left.ball-joint', result: 'moves' }],
    }),
  ]);
  expect(b.text('.caution')).toContain('Do not return to the road until the left ball joint is repaired.');
});
