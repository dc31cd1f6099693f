import { COMPLAINT, CONTEXT, ledger, LINK_PART } from '../test';
import { foldJob, jointId, quoteOf, sayMoney, SIDES, type Entry, type EntryBodies, type JointId } from '..';
import { letterOf, letterText, PAPERS } from '.';

const e = ledger();
const money = (minor: number) => sayMoney(minor, 'EUR');
const LINKS: JointId[] = SIDES.map((s) => jointId('front', s, 'link-lower'));
const found = (joint: JointId, result: EntryBodies['check']['results'][number]['result']): Entry =>
  e('check', {
    check: joint.endsWith('ball-joint') ? 'lever-ball-joint' : 'grip-link',
    state: joint.endsWith('ball-joint') ? 'both-hanging' : 'wheels-off',
    results: [{ joint, result }],
  });
const offer = (name: string, priceMinor: number, more: object = {}): Entry =>
  e('choose', { joints: LINKS, part: { ...LINK_PART, id: name, name, priceMinor, ...more }, quantity: 2 });
const letter = (...entries: Entry[]) => {
  const s = foldJob(CONTEXT, [e('complaint', COMPLAINT), ...entries]);
  return letterOf(s, quoteOf(s, money), PAPERS.English);
};

test('what was found, what it does and what comes of it, each joint named once', () => {
  const l = letter(...LINKS.map((j) => found(j, 'moves')));
  expect(l.wrong).toEqual([
    'In front both links are worn. That knocks over bumps, and the body leans more in bends. It gets louder; a link that breaks can strike what is beside it.',
  ]);
  expect([l.ways, l.ready, l.need]).toEqual([[], '', '']);
});
test('what is dangerous stands first, with the ban', () => {
  const l = letter(found(LINKS[0]!, 'moves'), found(jointId('front', 'left', 'ball-joint'), 'moves'));
  expect(l.wrong[0]).toMatch(/^Do not return to the road until the left ball joint/);
  expect(l.wrong[1]).toMatch(/^In front the left ball joint is dangerous\. That joint holds the wheel\. If it comes apart/);
  expect(l.wrong[2]).toMatch(/^In front the left link is worn/);
});
test('both ends of a link are the link; the rear axle by itself', () => {
  const rear = jointId('rear', 'left', 'damper');
  const l = letter(found(jointId('front', 'left', 'link-upper'), 'moves'), found(LINKS[0]!, 'moves'), found(rear, 'moves'));
  expect(l.wrong.map((w) => w.split('.')[0]).sort()).toEqual([
    'At the rear the left damper is worn',
    'In front the left link is worn',
  ]);
});
test('nothing found is said; renewed it is not wrong any more', () => {
  expect(letter(found(LINKS[0]!, 'tight')).wrong).toEqual(['Of what we looked at nothing was found worn.']);
});
test('each way with its price and what is better, when it is ready, and what is asked; nothing is asked twice', () => {
  const two = [offer('plain', 2300, { grade: 'plain', warrantyMonths: 12 }), offer('better', 3000, { warrantyMonths: 36 })];
  const l = letter(found(LINKS[0]!, 'moves'), ...two);
  expect(l.ways[0]).toMatch(/^Both links: two ways: plain, \d+\.\d\d EUR, .* or better, \d+\.\d\d EUR/);
  expect(l.ready).toMatch(/^The work takes about .* (minutes|hours), more where rust holds; the parts are here\.$/);
  expect(l.need).toBe('Please tell us yes, no or later for both links. We do nothing of it before that.');
  const yes = e('answer', {
    answer: 'approved',
    what: 'both links',
    parts: [two[1]!.id],
    who: 'the owner',
    how: 'by phone',
    warning: '',
  });
  const agreed = letter(found(LINKS[0]!, 'moves'), ...two, yes);
  expect([agreed.ways[0], agreed.need]).toEqual(['You said yes to both links, better.', '']);
});
test('parts that nobody said when they come are not promised', () => {
  expect(letter(offer('rod', 100, { stock: 0, deliveryHours: undefined })).ready).toContain('when the parts come is asked for');
  expect(letter(offer('rod', 100, { stock: 0, deliveryHours: 26 })).ready).toContain('the parts come in about 26 hours');
});
test('as one text: greeting, what is empty left out, who we are', () => {
  const text = letterText(letter(found(LINKS[0]!, 'moves')), 'Good day.', 'Ash Yard, 555 0101');
  expect(text.split('\n\n')).toEqual(['Good day.', expect.stringMatching(/^In front the left link/), 'Ash Yard, 555 0101']);
});
