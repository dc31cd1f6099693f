import { CONTEXT, ledger, LINK_PART } from '../../test';
import { jointId, METRIC, SIDES, type Entry, type JointId } from '../..';
import type { Part } from '../../parts';
import { foldJob, quotedBody, quoteOf, sayParts, sayPutSince, totalOf, type ChoiceLine, type JobState } from '..';

const LINKS: JointId[] = SIDES.map((s) => jointId('front', s, 'link-lower'));
const BUSHINGS: JointId[] = SIDES.map((s) => jointId('front', s, 'frame-bushing'));
const plain: Part = { ...LINK_PART, id: 'plain', name: 'Line link', grade: 'plain', priceMinor: 2300 };
const better: Part = { ...LINK_PART, id: 'better', name: 'Keel link', grade: 'better', priceMinor: 3000 };
const bushing: Part = {
  ...LINK_PART,
  id: 'b',
  name: 'Frame bushing',
  kind: 'frame bushing',
  upper: undefined,
  lower: undefined,
  boreMm: 21.5,
  material: 'rubber',
  priceMinor: 600,
};
const money = (minor: number) => (minor / 100).toFixed(2);
const name = (l: ChoiceLine) => sayParts('sway bar', l.joints);
const e = ledger();
const offer = (part: Part, joints: JointId[]) => e('choose', { joints, part, quantity: joints.length }) as Entry<'choose'>;
const answer = (said: 'approved' | 'declined', parts: readonly Entry[]) =>
  e('answer', { answer: said, what: 'x', parts: parts.map((p) => p.id), who: 'owner', how: 'by phone', warning: 'told' });
const dearer = { ...CONTEXT.rules, prices: { ...CONTEXT.rules.prices, labourMinorPerHour: 9000 } };
const fold = (entries: readonly Entry[], rules = CONTEXT.rules): JobState =>
  foldJob({ ...CONTEXT, measures: METRIC, kind: 'age replacement', rules }, entries);
/** Everything that waits, put to the customer as it stands. */
const put = (s: JobState) =>
  e(
    'quoted',
    quotedBody(
      s,
      quoteOf(s, money, 'now').flatMap((quoted) => quoted.options.map((option) => ({ quoted, option }))),
      name,
    ),
  );

const rusty = e('setup', { equipment: 'lift', corroded: true });
const [a, b, c] = [offer(plain, LINKS), offer(better, LINKS), offer(bushing, BUSHINGS)];
const chosen = [rusty, a, b, c];
const said = put(fold(chosen));

test('what was put stands as it was said: a dearer hour and what is learnt later change nothing of it', () => {
  const before = quoteOf(fold(chosen), money);
  const times = { renewed: [], sisters: { jobs: 0, found: {} }, times: [] };
  for (const s of [
    fold([...chosen, said], dearer),
    foldJob({ ...fold([...chosen, said]).context, file: times as never }, [...chosen, said]),
  ]) {
    const now = quoteOf(s, money);
    for (const [i, q] of now.entries())
      expect(q.options.map((o) => [o.option.name, o.partsMinor, o.minutes, o.labourMinor, o.taxMinor, o.totalMinor])).toEqual(
        before[i]!.options.map((o) => [o.option.name, o.partsMinor, o.minutes, o.labourMinor, o.taxMinor, o.totalMinor]),
      );
    expect(now.map((q) => q.beside?.togetherMinor)).toEqual(before.map((q) => q.beside?.togetherMinor));
  }
});

test('what is otherwise by now is said of what waits, with why; of what was answered nothing is', () => {
  const s = fold([...chosen, said], dearer);
  const [links] = quoteOf(s, money);
  const now = quoteOf(s, money, 'now')[0]!.options[0]!;
  expect(sayPutSince(links!.options[0]!, money)).toBe(
    `By today’s prices and times it would be ${money(now.totalMinor)}: an hour costs 90.00, not 72.00.`,
  );
  expect(sayPutSince(quoteOf(fold([...chosen, said]), money)[0]!.options[0]!, money)).toBe('');
  const yes = quoteOf(fold([...chosen, said, answer('approved', [a])], dearer), money)[0]!;
  expect(yes.options.map((o) => sayPutSince(o, money))).toEqual(['', '']);
  // Fewer minutes, another tax.
  const fewer = fold([e('setup', { equipment: 'lift', corroded: false }), a, b, c, said]);
  expect(sayPutSince(quoteOf(fewer, money)[0]!.options[0]!, money)).toMatch(/: it takes \d+ min, not \d+\.$/);
  const taxed = { ...CONTEXT.rules, prices: { ...CONTEXT.rules.prices, taxPercent: 20, taxIncluded: false } };
  expect(sayPutSince(quoteOf(fold([...chosen, said], taxed), money)[0]!.options[0]!, money)).toMatch(/tax is 20 %, not \d+ %\.$/);
});

test('put anew it is a new quote: from then on that is what was said', () => {
  const s = fold([...chosen, said], dearer);
  const anew = fold([...chosen, said, put(s)], dearer);
  const totals = (q: ReturnType<typeof quoteOf>) => q.flatMap((x) => x.options.map((o) => o.totalMinor));
  expect(totals(quoteOf(anew, money))).toEqual(totals(quoteOf(s, money, 'now')));
  expect(totals(quoteOf(anew, money))).not.toEqual(totals(quoteOf(s, money)));
  expect(anew.quoted).toHaveLength(2);
});

test('another part is another way, with today’s price: what was said of the first is not said of it', () => {
  const other = offer({ ...better, id: 'third', grade: 'heavy duty', priceMinor: 5000 }, LINKS);
  const q = quoteOf(fold([...chosen, said, other], dearer), money)[0]!;
  expect(q.options.map((o) => [o.option.name, o.put !== undefined])).toEqual([
    ['plain', true],
    ['better', true],
    ['heavy duty', false],
  ]);
});

test('one total: each line by its cheapest way, the second while the first is apart; agreed it is what was agreed', () => {
  const open = quoteOf(fold(chosen), money);
  const [links, bushings] = open;
  expect(totalOf(open)).toEqual({
    minor: links!.options[0]!.totalMinor + bushings!.beside!.togetherMinor,
    agreed: false,
    least: true,
  });
  expect(bushings!.beside!.togetherMinor).toBeLessThan(bushings!.options[0]!.totalMinor);
  const yes = [...chosen, said, answer('approved', [b]), answer('approved', [c])];
  const agreed = totalOf(quoteOf(fold(yes), money));
  expect(agreed).toEqual({ minor: links!.options[1]!.totalMinor + bushings!.beside!.togetherMinor, agreed: true, least: false });
  expect(totalOf(quoteOf(fold(yes, dearer), money))).toEqual(agreed);
});

test('refused, a line is in no total, and the next one is priced by itself', () => {
  const no = quoteOf(fold([...chosen, answer('declined', [a, b])]), money);
  expect(no[1]!.beside).toBeUndefined();
  expect(totalOf(no)!.minor).toBe(no[1]!.options[0]!.totalMinor);
  expect(totalOf(quoteOf(fold([...chosen, answer('declined', [a, b]), answer('declined', [c])]), money))).toBeUndefined();
});

test('struck, it was not said: today’s sums are back', () => {
  const s = fold([...chosen, said, e('strike', { entry: said.id, why: 'another vehicle' })], dearer);
  expect(quoteOf(s, money)[0]!.options[0]!.put).toBeUndefined();
});

test('what is kept adds up, and says itself on the tape', () => {
  const { ways } = said.body as Extract<Entry, { kind: 'quoted' }>['body'];
  expect(ways.map((w) => [w.line, w.way])).toEqual([
    ['both links', 'plain'],
    ['both links', 'better'],
    ['both frame bushings', 'better'],
  ]);
  for (const w of ways) {
    expect(w.parts.reduce((sum, p) => sum + p.minor, 0) + (w.labourMinor ?? 0) + w.taxMinor).toBe(w.totalMinor);
    expect(w.togetherMinor ?? 0).toBeLessThan(w.totalMinor);
  }
});
