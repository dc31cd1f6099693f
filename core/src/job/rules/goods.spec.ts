import { CONTEXT, ledger, LINK_PART } from '../../test';
import { jointId, SIDES, type Entry, type JointId } from '../..';
import { oldPart, type Part } from '../../parts';
import {
  foldJob,
  goodsBody,
  goodsChecks,
  goodsLines,
  goodsMeasures,
  goodsPhoto,
  goodsOwedAt,
  handBackBlockers,
  measuredAgainst,
  nextLine,
  partInHand,
  planOf,
} from '..';

const LINKS: JointId[] = SIDES.map((s) => jointId('front', s, 'link-lower'));
const e = ledger();
const away: Part = { ...LINK_PART, stock: 0, deliveryHours: 26, sided: 'either', greaseable: true };
const why = e('purpose', { what: 'old', rule: '' });
const said = (part: Part) => {
  const c = e('choose', { joints: LINKS, part, quantity: 2 }) as Entry<'choose'>;
  return [why, c, e('answer', { answer: 'approved', what: 'x', parts: [c.id], who: 'o', how: 'by phone', warning: '' })] as const;
};
const order = (c: Entry, promised = '2026-01-06T16:05:00Z') =>
  e('order', {
    supplier: 'Norland',
    number: 'N-1',
    lines: [{ choice: c.id, part: 'p1', name: 'Link', quantity: 2, minor: 4800 }],
    currency: 'EUR',
    promised,
    by: 'line',
  });
const fold = (entries: readonly Entry[]) => foldJob({ ...CONTEXT, kind: 'age replacement' }, entries);
const yes = (p: Part) => Object.fromEntries(goodsChecks(p).map((c) => [c, 'yes' as const]));
const line = (entries: readonly Entry[]) => goodsLines(fold(entries))[0]!;

test('nothing is got before somebody said yes; then what is on the shelf is here, what is not is to be ordered', () => {
  const open = said(LINK_PART);
  expect(goodsLines(fold(open.slice(0, 2)))).toEqual([]);
  expect(line(open)).toMatchObject({ stage: 'here', from: 'shelf' });
  expect(nextLine(fold(open), 0)).toMatchObject({
    title: 'Take 2 × Link off the shelf, and look at it.',
    action: { to: { at: 'goods' } },
  });
  const far = said(away);
  expect(line(far).stage).toBe('to order');
  expect(nextLine(fold(far), 0)).toMatchObject({ title: 'Order 2 × Link.', action: { to: { at: 'order' } } });
});

test('ordered it is on its way, and the work waits for it where it goes on, not before', () => {
  const far = said(away);
  const entries = [...far, order(far[1])];
  expect(line(entries)).toMatchObject({ stage: 'on its way', promised: '2026-01-06T16:05:00Z' });
  // The vehicle can be raised meanwhile.
  expect(nextLine(fold(entries), 0).station).toBe('work');
  expect(goodsOwedAt(fold(entries), 'front.right.link-upper')?.stage).toBe('on its way');
});

test('a later promise is the one that counts; one that will not come is to be ordered anew', () => {
  const far = said(away);
  const o = order(far[1]);
  const moved = e('promise', { order: o.id, supplier: 'Norland', promised: '2026-01-07T11:40:00Z', why: 'no ferry' });
  expect(line([...far, o, moved]).promised).toBe('2026-01-07T11:40:00Z');
  const never = e('promise', { order: o.id, supplier: 'Norland', why: 'none left' });
  expect(line([...far, o, moved, never]).stage).toBe('to order');
});

test('a wrong part is refused with its reason: it goes back, a new order is owed, and the line says so', () => {
  const far = said(away);
  const o = order(far[1]);
  const came = line([...far, o]);
  const body = goodsBody(
    came,
    { ...yes(away), 'right part': 'no' },
    [{ what: 'length', text: '318 mm' }],
    'refused',
    'another length',
  );
  expect(body).toMatchObject({ order: o.id, outcome: 'refused', measured: [{ what: 'length', text: '318 mm' }] });
  const refused = [...far, o, e('goods', body)];
  expect(line(refused)).toMatchObject({ stage: 'to order', refused: [{ body: { why: 'another length' } }] });
  expect(nextLine(fold(refused), 0).why).toMatch(/What came was refused/);
  const again = order(far[1], '2026-01-08T16:05:00Z');
  expect(line([...refused, again])).toMatchObject({ stage: 'on its way', promised: '2026-01-08T16:05:00Z' });
  const taken = e('goods', goodsBody(line([...refused, again]), yes(away), [], 'taken', ''));
  expect(line([...refused, again, taken]).stage).toBe('taken');
});

test('nothing is taken that nobody looked at, nor a wrong part at all; what is amiss needs its reason', () => {
  const g = line(said(away));
  expect(() => goodsBody(g, {}, [], 'taken', '')).toThrow(/right part was not looked at yet/);
  expect(() => goodsBody(g, { ...yes(away), 'right part': 'no' }, [], 'taken', 'fits anyway')).toThrow(/right part is not so/);
  expect(() => goodsBody(g, { ...yes(away), 'grease fitting': 'no' }, [], 'taken', '')).toThrow(/why it is taken is empty/);
  expect(goodsBody(g, { ...yes(away), 'grease fitting': 'no' }, [], 'taken', 'we have one').why).toBe('we have one');
  expect(() => goodsBody(g, {}, [], 'refused', ' ')).toThrow(/why it is refused is empty/);
  expect(goodsBody(g, { undamaged: 'can’t tell' }, [], 'refused', 'boot torn').checks).toEqual([
    { check: 'undamaged', result: 'can’t tell' },
  ]);
});

test('what the caliper says stands beside what its list says', () => {
  expect(measuredAgainst(LINK_PART, 'length', '301 mm')).toMatchObject({ same: true });
  expect(measuredAgainst(LINK_PART, 'length', '318 mm')).toEqual({ same: false, sentence: '318.0 mm, its list says 300.0 mm' });
  expect(measuredAgainst(LINK_PART, 'thread', 'M12x1.25')).toEqual({ same: false, sentence: 'M12×1.25, its list says M10×1.25' });
  expect(measuredAgainst({ ...LINK_PART, lengthMm: undefined }, 'length', '318 mm').sentence).toMatch(/does not say/);
});

test('a part that went on and was never looked at keeps the hand-back', () => {
  const open = said(LINK_PART);
  const on = [...open, e('step', { step: 'fit-link-left', state: 'done' })];
  expect(handBackBlockers(fold(on)).map((b) => b.at)).toContain('goods');
  const looked = e('goods', goodsBody(line(open), yes(LINK_PART), [], 'taken', ''));
  expect(handBackBlockers(fold([...on, looked])).map((b) => b.at)).not.toContain('goods');
});

describe('measured in the hand', () => {
  const bushing: Part = {
    ...LINK_PART,
    kind: 'frame bushing',
    lengthMm: undefined,
    upper: undefined,
    lower: undefined,
    boreMm: 21.5,
    heightMm: 34,
    holeSpacingMm: undefined,
  };
  test('what may be measured is what it is', () => {
    expect(goodsMeasures(LINK_PART)).toEqual(['length', 'thread']);
    expect(goodsMeasures({ ...LINK_PART, kind: 'rod-end link' })).toEqual(['thread']);
    expect(goodsMeasures(bushing)).toEqual(['bore', 'height', 'holes']);
    expect(goodsMeasures({ ...LINK_PART, kind: 'sway bar' })).toEqual(['diameter', 'between the eyes']);
    expect(goodsMeasures({ ...LINK_PART, kind: 'other part' })).toEqual([]);
  });
  test.each([
    ['bore', '21.7 mm', true, '21.7 mm, as its list says'],
    ['bore', '20.0 mm', false, '20.0 mm, its list says 21.5 mm'],
    ['height', '38 mm', false, '38.0 mm, its list says 34.0 mm'],
    ['holes', '60 mm', true, '60.0 mm; its list does not say'],
  ] as const)('%s %s', (what, text, same, sentence) => expect(measuredAgainst(bushing, what, text)).toEqual({ same, sentence }));
  test('what is measured other than its list says is not taken without a reason; with one it is, and stands on the tape', () => {
    const g = line(said(LINK_PART));
    const take = (text: string, reason = '') => goodsBody(g, yes(LINK_PART), [{ what: 'length', text }], 'taken', reason);
    expect(() => take('318 mm')).toThrow('why it is taken is empty: length 318.0 mm, its list says 300.0 mm');
    expect(() => take('long')).toThrow(/length/);
    expect(take('318 mm', 'the customer drives it lowered').measured).toEqual([{ what: 'length', text: '318 mm' }]);
    expect(take('301 mm').why).toBe('');
  });
  test('by a photograph it is as its list says within what a photograph tells; how it is touched is its shape', () => {
    const g = line(said(LINK_PART));
    const take = (doubtMm: number) =>
      goodsBody(g, yes(LINK_PART), [{ what: 'length', text: '304.0 mm', photograph: { doubtMm } }], 'taken', '');
    expect(() => take(0.4)).toThrow('why it is taken is empty: length 304.0 mm, its list says 300.0 mm');
    const body = take(2);
    expect(body.measured).toEqual([{ what: 'length', text: '304.0 mm', photograph: { doubtMm: 2 } }]);
    expect(goodsMeasures(bushing).map((m) => goodsPhoto(m)?.ask)).toEqual([
      ['Touch the middle of the bore.'],
      ['Touch one edge.', 'Touch the edge opposite.'],
      ['Touch the middle of one hole.', 'Touch the middle of the other hole.'],
    ]);
    expect(goodsPhoto('length')?.way).toBe('two circles');
    expect([goodsPhoto('thread'), goodsPhoto('between the eyes')]).toEqual([undefined, undefined]);
  });
  test('the one in the hand is its list’s, but for what was measured; the old one is what somebody knows of it', () => {
    expect(
      partInHand(bushing, [
        { what: 'bore', text: '20 mm' },
        { what: 'height', text: 'tall' },
        { what: 'thread', text: 'M10' },
      ]),
    ).toMatchObject({ boreMm: 20, heightMm: 34 });
    const old = oldPart('ball-stud link', {
      kinds: ['ball-stud link'],
      lengthMm: 300,
      upper: { thread: 'M10×1.25', nutHexMm: 16 },
      from: { 'link-length': 'usual', 'upper.stud-thread': 'measured', 'upper.nut-hex': 'usual' },
    });
    expect(old).toMatchObject({ lengthMm: undefined, upper: { thread: 'M10×1.25', nutHexMm: undefined } });
  });
});

test('while it is on its way the other side comes apart: nobody waits while something can be done', () => {
  const far = said(away);
  const before = [...far, order(far[1])];
  const steps = planOf(fold(before));
  const left = steps.filter((p) => !p.id.endsWith('-right') && ['make safe', 'undo', 'part off'].includes(p.phase));
  const done = left.flatMap((p) => [
    ...(p.caution ? [e('caution', { step: p.id })] : []),
    ...(p.confirmJoint ? [e('confirm', { joint: p.confirmJoint, outcome: 'sound', note: '' })] : []),
    e('step', { step: p.id, state: 'done' as const }),
  ]);
  const rightSoak = e('step', { step: 'soak-right', state: 'done' });
  const later = Date.UTC(2027, 0, 1);
  const next = nextLine(fold([...before, ...done, rightSoak]), later);
  expect(next.title).toMatch(/right link/i);
  // With everything apart it waits, and says for what.
  const all = steps.filter((p) => ['make safe', 'undo', 'part off'].includes(p.phase) || p.id.startsWith('compare'));
  const apart = all.flatMap((p) => [
    ...(p.confirmJoint ? [e('confirm', { joint: p.confirmJoint, outcome: 'sound' as const, note: '' })] : []),
    e('step', { step: p.id, state: 'done' as const }),
  ]);
  expect(nextLine(fold([...before, ...apart]), later)).toMatchObject({ time: 'wait', label: 'It is here' });
});
