import { CONTEXT, ledger, LINK_PART } from '../../test';
import { barAtWork, barOf, barRate, windUp } from '../../mechanics';
import {
  foldJob,
  handBackBlockers,
  lengthFor,
  linkLoad,
  linkPoints,
  linkSetting,
  originOf,
  planOf,
  readLinkTurns,
  readPoint,
  readTarget,
  wantedFor,
} from '..';

const heights = (left: number, right: number) => {
  const add = ledger();
  return foldJob(CONTEXT, [
    add('height', { axle: 'front', side: 'left', mm: left, text: `${left} mm` }),
    add('height', { axle: 'front', side: 'right', mm: right, text: `${right} mm` }),
  ]);
};

describe('what is on the links of a crooked vehicle', () => {
  test('the wheel that stands further up has its eye spring down, the other up, with the force of the bar', () => {
    const s = heights(380, 400);
    const load = linkLoad(s)!;
    expect(load.eyes).toEqual({ left: 'down', right: 'up' });
    const bar = barAtWork(s.axles.front, barRate(barOf(s.axles.front), 1));
    expect(Math.abs(load.forceN - windUp(bar, 20 * bar.motionRatio).linkForceN)).toBeLessThanOrEqual(5);
    expect(load.sentence).toMatch(
      /^The left wheel stands 20 mm further up: about \d+0 N on each link .* the left eye springs down, the other one up/,
    );
    expect(linkLoad(heights(400, 380))!.eyes).toEqual({ left: 'up', right: 'down' });
  });
  test('level: nothing is on the links; without both heights nothing is said', () => {
    expect(linkLoad(heights(390, 390))!.sentence).toMatch(/nothing is on the links/);
    expect(linkLoad(foldJob(CONTEXT, []))).toBeUndefined();
  });
});

describe('points of this vehicle', () => {
  const s = foldJob(CONTEXT, []);
  test('a point is read as it was written and overrules the type’s; the file keeps it for the next visit', () => {
    const body = readPoint(s, 'front', 'linkMount', { ahead: '-70', out: '24 in', up: '580 mm' });
    expect(body.at).toEqual([s.axles.front.points.hub.at[0] - 70, 24 * 25.4, 580]);
    const entries = [ledger()('point', body)];
    expect(foldJob(CONTEXT, entries).axles.front.points.linkMount).toEqual({ at: body.at, from: 'measured' });
    expect(foldJob(CONTEXT, entries).axles.rear).toBe(CONTEXT.type.axles.rear);
    const next = {
      ...CONTEXT,
      file: { renewed: [], points: [{ axle: 'front' as const, point: 'linkMount' as const, at: body.at }] },
    };
    expect(foldJob(next, []).axles.front.points.linkMount!.from).toBe('measured');
    expect(linkPoints(foldJob(next, []), 'front')[0]).toEqual({ point: 'linkMount', words: 'link’s mount', from: 'measured' });
  });
  test('what cannot be is named', () => {
    expect(() => readPoint(s, 'front', 'barEye', { ahead: 'x', out: '1', up: '1' })).toThrow(
      'length ahead of the wheel’s centre',
    );
    expect(() => readPoint(s, 'front', 'barEye', { ahead: '0', out: '0', up: '1' })).toThrow(
      'length out from the middle must be between',
    );
  });
});

describe('a length that was worked out', () => {
  const found = { lengthMm: 328.5, doubtMm: 1.8, ruleMm: 328.7, fits: null };
  const result = {
    what: 'link length' as const,
    joint: 'front.left.link-upper' as const,
    method: 'stance 1',
    given: { from: 'the axle' as const, loweredMm: 30, oldMm: 300 },
    found,
    words: '328.5 mm',
  };
  test('is what is wanted, and never called measured; a measurement after it overrules it', () => {
    const add = ledger();
    const entries = [add('result', result)];
    const s = foldJob(CONTEXT, entries);
    expect(wantedFor(s, ['front.left.link-lower']).lengthMm).toBe(328.5);
    expect(originOf(s, 'front', 'link-length')).toBe('worked out');
    expect(lengthFor(s, 'rear')).toBeUndefined();
    entries.push(add('size', { axle: 'front', size: 'link-length', text: '326 mm', mm: 326 }));
    const later = foldJob(CONTEXT, entries);
    expect(wantedFor(later, ['front.left.link-lower']).lengthMm).toBe(326);
    expect(originOf(later, 'front', 'link-length')).toBe('measured');
  });
});

test('an adjustable link is set before it goes on: the line asks, and the hand-back waits for it', () => {
  const add = ledger();
  const choice = add('choose', {
    joints: ['front.left.link-lower', 'front.right.link-lower'],
    part: { ...LINK_PART, kind: 'rod-end link', lengthRangeMm: [275, 325] },
    quantity: 2,
  });
  const entries = [
    choice,
    add('answer', { answer: 'approved', what: 'links', parts: [choice.id], who: 'owner', how: 'by phone', warning: '' }),
  ];
  const s = foldJob({ ...CONTEXT, kind: 'changed stance' }, entries);
  expect(linkSetting(s)).toEqual({
    targetMm: 300,
    by: 'as long as the old ones are by the file',
    joint: 'front.left.link-lower',
    set: undefined,
  });
  expect(handBackBlockers(s).map((b) => b.at)).toContain('setting');
  const set = {
    what: 'link setting' as const,
    joint: 'front.left.link-lower' as const,
    method: 'link setting 1',
    given: {
      lengthMm: 290,
      thread: 'M12×1.75',
      ends: 'one' as const,
      square: true,
      engagedMm: 24,
      body: 'steel' as const,
      targetMm: 300,
    },
    found: { turns: 5.5, lengthMm: 299.625, equalityMm: 0.4375, engagedMm: 14.375 },
    words: 'both set to 299.6 mm',
  };
  const done = foldJob({ ...CONTEXT, kind: 'changed stance' }, [...entries, add('result', set)]);
  expect(linkSetting(done)!.set!.found).toMatchObject({ lengthMm: 299.625 });
  expect(handBackBlockers(done).map((b) => b.at)).not.toContain('setting');
  expect(linkSetting(foldJob(CONTEXT, []))).toBeUndefined();
  // Its own sheet comes before the old length: one length for both, and what was set to another is set again.
  const own = add('target', readTarget('front', '310 mm', 'the sheet in the box, step 4'));
  const anew = foldJob({ ...CONTEXT, kind: 'changed stance' }, [...entries, add('result', set), own]);
  expect(linkSetting(anew)).toMatchObject({ targetMm: 310, by: 'by the sheet in the box, step 4', set: undefined });
  expect(handBackBlockers(anew).map((b) => b.at)).toContain('setting');
  // Or by turns alone: then that is what it is set to.
  const turns = readLinkTurns('front.left.link-lower', '¼', '0,25', 'the sheet in the box');
  expect(turns.words).toBe('both in all the way and ¼ turn out; at most ¼ turn by the sheet in the box');
  const byTurns = foldJob({ ...CONTEXT, kind: 'changed stance' }, [...entries, add('result', turns)]);
  expect(handBackBlockers(byTurns).map((b) => b.at)).not.toContain('setting');
  expect(() => readLinkTurns('front.left.link-lower', '¼', '½', 'x')).toThrow(/turns out now.*0 and 0.25/);
  expect(() => readLinkTurns('front.left.link-lower', '¼', '0', ' ')).toThrow(/where it is written/);
  expect(() => readTarget('front', 'long', 'x')).toThrow(/length by its sheet/);
});

test('a link of another length is looked at over the whole travel, at both stops and from lock to lock', () => {
  const add = ledger();
  const plan = (lengthMm: number) => {
    const choice = add('choose', {
      joints: ['front.left.link-lower', 'front.right.link-lower'],
      part: { ...LINK_PART, lengthMm },
      quantity: 2,
    });
    const yes = add('answer', { answer: 'approved', what: 'x', parts: [choice.id], who: 'o', how: 'by phone', warning: '' });
    return planOf(foldJob({ ...CONTEXT, kind: 'changed stance' }, [choice, yes]));
  };
  const was = CONTEXT.type.axles.front.link!.lengthMm;
  expect(plan(was).map((p) => p.id)).not.toContain('bar-clear');
  const step = plan(was - 25).find((p) => p.id === 'bar-clear')!;
  expect(step.title).toBe('Links and bar clear at both stops, lock to lock');
  // When everything is tight, and before the wheels go on.
  expect(step.needs.length).toBeGreaterThan(3);
});
