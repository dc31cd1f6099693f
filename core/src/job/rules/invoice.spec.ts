import { COMPLAINT, CONTEXT, ledger, LINK_PART } from '../../test';
import {
  foldJob,
  foundSound,
  invoiceLines,
  jointId,
  quotedBody,
  quoteOf,
  sayMoney,
  sayParts,
  SIDES,
  totalOf,
  type Entry,
  type EntryBodies,
  type JobContext,
  type JointId,
} from '../..';

const money = (minor: number) => sayMoney(minor, 'EUR');
const LINKS: JointId[] = SIDES.map((s) => jointId('front', s, 'link-lower'));
const BUSHINGS: JointId[] = SIDES.map((s) => jointId('front', s, 'frame-bushing'));

/** Both were put to somebody and said yes to; later everything costs otherwise. */
function agreed(context: JobContext = CONTEXT) {
  const e = ledger();
  const choose = (joints: JointId[], id: string, priceMinor: number) =>
    e('choose', {
      joints,
      part: { ...LINK_PART, id, name: id, priceMinor, ...(id === 'b' ? { kind: 'frame bushing' as const } : {}) },
      quantity: 2,
    });
  const chosen = [choose(LINKS, 'a', 3000), choose(BUSHINGS, 'b', 600)];
  const entries: Entry[] = [e('complaint', COMPLAINT), ...chosen];
  const s = foldJob(context, entries);
  const quote = quoteOf(s, money);
  const ways = quote.flatMap((quoted) => quoted.options.map((option) => ({ quoted, option })));
  entries.push(
    e(
      'quoted',
      quotedBody(s, ways, (l) => sayParts('sway bar', l.joints)),
    ),
  );
  for (const c of chosen)
    entries.push(
      e('answer', {
        answer: 'approved',
        what: 'it',
        parts: [c.id],
        who: 'the owner',
        how: 'by phone',
        warning: '',
      } as EntryBodies['answer']),
    );
  const later = { ...context, rules: { ...context.rules, prices: { ...context.rules.prices, labourMinorPerHour: 99_900 } } };
  const now = foldJob(later, entries);
  return { s: now, quote: quoteOf(now, money) };
}

test('a line a part and one for the work, at the sums they were agreed at: they add up to what was agreed', () => {
  const { s, quote } = agreed();
  const lines = invoiceLines(s, quote);
  expect(lines.map((l) => [l.what, l.article, l.quantity, l.unit])).toEqual([
    ['part', 'a', 2, 'piece'],
    ['work', '', expect.any(Number), 'min'],
    ['part', 'b', 2, 'piece'],
    ['work', '', expect.any(Number), 'min'],
  ]);
  expect(lines.reduce((sum, l) => sum + l.minor, 0)).toBe(totalOf(quote)!.minor);
  expect(lines.every((l) => l.taxPercent === 20 && l.taxIncluded && l.currency === 'EUR')).toBe(true);
});
test('where tax is added in the sums the lines are without it', () => {
  const prices = { labourMinorPerHour: 6000, taxPercent: 25, taxIncluded: false };
  const { s, quote } = agreed({ ...CONTEXT, rules: { ...CONTEXT.rules, prices } });
  const net = invoiceLines(s, quote).reduce((sum, l) => sum + l.minor, 0);
  expect(Math.abs(net * 1.25 - totalOf(quote)!.minor)).toBeLessThanOrEqual(2);
});
test('what nobody said yes to is no line', () => {
  const e = ledger();
  const s = foldJob(CONTEXT, [e('complaint', COMPLAINT), e('choose', { joints: LINKS, part: LINK_PART, quantity: 2 })]);
  expect(invoiceLines(s, quoteOf(s, money))).toEqual([]);
});
test('what was found sound is named once, by the axle; a part of which one end moves is not', () => {
  const e = ledger();
  const tight = (
    joint: JointId,
    check: EntryBodies['check']['check'],
    state: EntryBodies['check']['state'],
    result: 'tight' | 'moves' = 'tight',
  ) => e('check', { check, state, results: [{ joint, result }] });
  const ball = jointId('front', 'left', 'ball-joint');
  const found = (...entries: Entry[]) => foundSound(foldJob(CONTEXT, entries));
  expect(found()).toEqual([]);
  expect(found(tight(ball, 'lever-ball-joint', 'both-hanging'))).toMatchObject([{ axle: 'front', words: 'left ball joint' }]);
  const ends = (['link-upper', 'link-lower'] as const).map((k) => jointId('front', 'left', k));
  expect(found(...ends.map((j) => tight(j, 'grip-link', 'wheels-off')))).toMatchObject([{ axle: 'front', words: 'left link' }]);
  expect(found(tight(ends[0]!, 'grip-link', 'wheels-off'), tight(ends[1]!, 'grip-link', 'wheels-off', 'moves'))).toEqual([]);
});
