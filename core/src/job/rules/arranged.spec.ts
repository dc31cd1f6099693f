import { CONTEXT, DOUBLE_ARM_TYPE, ledger, LINK_PART, STRUT_TYPE } from '../../test';
import { axleOf } from '../../test/axle';
import type { Entry, EntryBodies } from '../../ledger';
import type { Part } from '../../parts';
import {
  answersOf,
  arrangeOffers,
  atAxle,
  fastenersOf,
  foldJob,
  handBackBlockers,
  mayBeUndone,
  mayGoFirst,
  nextLine,
  openedOwed,
  piecesOf,
  planOf,
  quoteOf,
  readRoom,
  refitPart,
  swingAt,
  turnsAt,
  type JobState,
} from '..';

const e = ledger();
const T0 = Date.UTC(2026, 0, 5, 12);
const LINKS = ['front.left.link-lower', 'front.right.link-lower'] as const;
const BUSHINGS = ['front.left.frame-bushing', 'front.right.frame-bushing'] as const;
const yes = (joints: readonly EntryBodies['choose']['joints'][number][], part: Part, end?: 'upper' | 'lower'): Entry[] => {
  const c = e('choose', { joints: [...joints], part, quantity: joints.length, ...(end ? { end } : {}) });
  return [c, e('answer', { answer: 'approved', what: 'it', parts: [c.id], who: 'o', how: 'by phone', warning: '' })];
};
const setup = e('setup', { equipment: 'jack and stands', corroded: false });
const purpose = e('purpose', { what: 'x', rule: '' });
const CASE = { ...CONTEXT, kind: 'age replacement' as const };
const job = (...entries: Entry[]): JobState => foldJob(CASE, [purpose, setup, ...entries]);
const through = (...entries: Entry[]): JobState => foldJob({ ...CASE, type: DOUBLE_ARM_TYPE }, [purpose, setup, ...entries]);
/** Its points say that a bolt leans as it hangs. */
const ARM = axleOf('double-arm');
const front = {
  ...ARM,
  link: { ...ARM.link!, kind: 'bolt-through' as const },
  bushing: DOUBLE_ARM_TYPE.axles.front.bushing ?? STRUT_TYPE.axles.front.bushing,
};
const LEANING = { ...DOUBLE_ARM_TYPE, axles: { ...DOUBLE_ARM_TYPE.axles, front } };
const leaning = (...entries: Entry[]): JobState => foldJob({ ...CASE, type: LEANING }, [purpose, setup, ...entries]);
const ids = (s: JobState) => planOf(s).map((p) => p.id as string);
const step = (s: JobState, id: string) => planOf(s).find((p) => p.id === id)!;
const bushing: Part = { ...LINK_PART, id: 'b', kind: 'frame bushing', torque: [] };

describe('wheels and shield', () => {
  const links = yes(LINKS, LINK_PART);
  const on = e('arrange', { what: 'wheels off', yes: false });
  test('left on with one tap: no step, no torque, nothing called undone; and taken off again', () => {
    const s = job(...links, on);
    expect(ids(s).filter((x) => /wheels|crack/.test(x))).toEqual([]);
    expect(fastenersOf(s).map((f) => f.fastener.kind)).not.toContain('wheel-nut');
    expect(ids(job(...links, on, e('arrange', { what: 'wheels off', yes: true })))).toContain('wheels-off');
    // Taken off besides after all, their nuts may be said undone.
    expect(mayBeUndone(s, 'front.left.wheel-nuts').map((f) => f.kind)).toEqual(['wheel-nut']);
  });
  test('what came off is off, whatever was said before or after: its nuts are owed', () => {
    for (const off of [
      e('step', { step: 'wheels-off', state: 'done' }),
      e('stands', { state: 'wheels-off', axle: 'front' }),
      e('check', { check: 'grip-link', state: 'wheels-off', results: [{ joint: LINKS[0], result: 'tight' }] }),
    ]) {
      for (const tape of [
        [off, on],
        [on, off],
      ])
        expect(fastenersOf(job(...links, ...tape)).filter((f) => f.fastener.kind === 'wheel-nut')).toHaveLength(2);
      expect(fastenersOf(job(...links, on, off, e('strike', { entry: off.id, why: 'a slip' }))).length).toBe(
        fastenersOf(job(...links, on)).length,
      );
    }
    const rear = e('stands', { state: 'wheels-off', axle: 'rear' });
    expect(ids(job(...links, on, rear))).not.toContain('wheels-off');
  });
  test('each says what it comes off for, or that nothing is behind it, and how to have it otherwise', () => {
    const says = (s: JobState, id: string) => arrangeOffers(s, step(s, id)).map((o) => [o.says, o.other?.label]);
    expect(says(job(...links), 'raise')).toEqual([
      ['Wheels come off, to get at both links.', 'Leave them on'],
      ['Undershield stays on: nothing that is done is behind it.', 'It comes off too'],
    ]);
    expect(says(job(...links, on), 'raise')[0]).toEqual([
      'Wheels left on, though both links stand behind them.',
      'They come off',
    ]);
    expect(says(job(...links, e('step', { step: 'wheels-off', state: 'done' })), 'wheels-off')).toEqual([
      ['Wheels come off, to get at both links.', undefined],
    ]);
  });
});

test('a wheel that was moved on the other axle besides: its nuts have their record, by that axle’s book', () => {
  const links = yes(LINKS, LINK_PART);
  const plain = job(...links);
  expect(mayBeUndone(plain, 'rear.left.wheel-nuts').map((f) => f.id)).toEqual(['rear.left.wheel-nut']);
  expect(mayBeUndone(plain, 'rear.left.damper')).toEqual([]);
  const s = job(...links, e('undone', { fastener: 'rear.left.wheel-nut', count: 5 }));
  const f = fastenersOf(s).find((x) => x.fastener.id === 'rear.left.wheel-nut')!;
  // Another axle's value is none: where its own book has none it has to be found.
  expect([f.label, f.fastener.count, f.state]).toEqual(['Wheel nuts, left rear', 5, 'must be published']);
  const value = {
    fastener: 'wheel-nut',
    minNm: 90,
    maxNm: 90,
    value: 90,
    unit: 'N·m',
    source: 'the maker',
    publisher: 'vehicle maker',
  };
  const found = job(
    ...links,
    e('undone', { fastener: 'rear.left.wheel-nut', count: 5 }),
    e('book', { axle: 'rear', value } as never),
  );
  expect(fastenersOf(found).find((x) => x.fastener.id === 'rear.left.wheel-nut')!.targetNm).toBe(90);
  expect(fastenersOf(found).find((x) => x.fastener.id === 'front.left.wheel-nut')!.targetNm).not.toBe(90);
  expect(step(s, 'tighten-rear.left.wheel-nut')).toMatchObject({
    title: 'Left rear wheel nuts, star order, three stages, first one again',
    needs: ['lower'],
  });
  expect(handBackBlockers(found).map((b) => b.sentence)).toContain('Wheel nuts, left rear: no record.');
});

describe('brackets first', () => {
  const first = e('arrange', { what: 'brackets first', yes: true });
  test('a bolt whose nut stands at an angle: offered with its minutes, and the brackets join the plan, back on as they were', () => {
    const links = yes(LINKS, { ...LINK_PART, kind: 'bolt-through link' });
    const plain = leaning(...links);
    const [offer] = arrangeOffers(plain, step(plain, 'link-off-left'));
    expect(offer).toMatchObject({ what: 'brackets first', other: { label: 'Brackets first', yes: true } });
    expect(offer!.says).toMatch(
      /^Links first\. As it hangs the link’s nut stands 25° out of line by the axle’s points: .* Brackets first takes \d+ min more\.$/,
    );
    const s = leaning(...links, first);
    expect(arrangeOffers(s, step(s, 'link-off-left'))[0]).toMatchObject({ other: { label: 'Links first', yes: false } });
    expect(ids(s).indexOf('bushing-off-left')).toBeLessThan(ids(s).indexOf('link-off-left'));
    expect(ids(s).indexOf('fit-link-left')).toBeLessThan(ids(s).indexOf('fit-bushing-left'));
    // Nothing of them is called renewed or binned, and each bolt has its torque.
    expect(piecesOf(s).filter((p) => p.joint === BUSHINGS[0] && p.usual === 'binned')).toEqual([]);
    expect(fastenersOf(s).filter((f) => f.fastener.kind === 'bracket-bolt')).toHaveLength(2);
    expect(fastenersOf(s).find((f) => f.fastener.kind === 'bracket-bolt')!.ofNew).toBe(false);
    expect(s.renewed.size).toBe(0);
  });
  test('where the brackets come off anyway it takes no longer', () => {
    // Where it neither straightens a nut nor costs nothing it is not offered.
    const plain = job(...yes(LINKS, LINK_PART));
    expect(arrangeOffers(plain, step(plain, 'link-off-left'))).toEqual([]);
    const s = job(...yes(LINKS, LINK_PART), ...yes(BUSHINGS, bushing));
    expect(arrangeOffers(s, step(s, 'link-off-left'))[0]!.says).toBe('Links first. Brackets first takes no longer.');
  });
  test('each axle is arranged by itself: what is said of one leaves the other', () => {
    const type = { ...LEANING, axles: { front: LEANING.axles.front, rear: { ...LEANING.axles.front, steered: false } } };
    const rearLinks = ['rear.left.link-lower', 'rear.right.link-lower'] as const;
    const links = { ...LINK_PART, kind: 'bolt-through link' as const };
    const both = (...more: Entry[]) =>
      foldJob({ ...CASE, type }, [purpose, setup, ...yes(LINKS, links), ...yes(rearLinks, links), ...more]);
    const s = both(e('arrange', { what: 'brackets first', yes: true, axle: 'rear' }));
    expect(ids(s)).toContain('rear:bushing-off-left');
    expect(ids(s)).not.toContain('bushing-off-left');
    expect(arrangeOffers(s, step(s, 'rear:link-off-left'))[0]).toMatchObject({ axle: 'rear', other: { label: 'Links first' } });
    expect(arrangeOffers(s, step(s, 'link-off-left'))[0]).toMatchObject({ axle: 'front', other: { label: 'Brackets first' } });
    const on = both(e('arrange', { what: 'wheels off', yes: false, axle: 'front' }));
    expect(ids(on).filter((id) => /wheels-off/.test(id))).toEqual(['rear:wheels-off']);
    // Links of the other axle say nothing of the brackets of this one.
    const other = foldJob({ ...CASE, type }, [
      purpose,
      setup,
      ...yes(['front.left.damper'], { ...LINK_PART, kind: 'other part' as never }),
      ...yes(rearLinks, links),
    ]);
    expect([mayGoFirst(other), mayGoFirst(atAxle(other, 'rear'))]).toEqual([false, true]);
  });
  test('it is a rung where a bolt cannot be reached, and taken by going that way', () => {
    const links = yes(LINKS, { ...LINK_PART, kind: 'bolt-through link' });
    const tried = ['lock', 'extension'].map((rung) =>
      e('rung', { step: 'link-off-left', ladder: 'cannot reach', rung, title: 'x', worked: false }),
    );
    const tape = [...links, e('trouble', { step: 'link-off-left', what: 'cannot reach' }), ...tried];
    const line = nextLine(through(...tape), T0);
    expect(line.title).toMatch(/brackets first: the bar comes down/);
    const [go, not] = answersOf(line)!;
    expect([go!.label, not!.label]).toEqual(['Go that way', 'Not that way']);
    const wrote = go!.action.kind === 'write' ? go!.action.entries : [];
    expect(wrote.map((x) => x.kind)).toEqual(['rung', 'arrange']);
    expect(ids(through(...tape, ...wrote.map((x) => e(x.kind, x.body as never))))).toContain('bushing-off-left');
  });
});

test('one end of a link let go to get at something has its own minutes in the quote, and no new part', () => {
  const quote = (end?: 'upper' | 'lower') =>
    quoteOf(job(...yes(['front.left.link-lower'], refitPart('EUR'), end)), String)[0]!.options[0]!;
  expect(quote('lower').minutes).toBeLessThan(quote().minutes);
  const s = job(...yes(['front.left.link-lower'], refitPart('EUR'), 'lower'), ...yes(BUSHINGS, bushing));
  expect(fastenersOf(s).flatMap((f) => (f.fastener.kind.startsWith('link') ? [f.fastener.id] : []))).toEqual([
    'front.left.link-lower-nut',
  ]);
  expect(ids(s).indexOf('fit-bushing-left')).toBeLessThan(ids(s).indexOf('fit-link-left'));
});

test('taken out with its neighbour, which comes out anyway: nothing else is asked', () => {
  const rung = e('rung', { step: 'link-off-left', ladder: 'cannot reach', rung: 'neighbour', title: 'x', worked: true });
  const trouble = e('trouble', { step: 'link-off-left', what: 'cannot reach' });
  const links = yes(LINKS, LINK_PART);
  expect(openedOwed(through(...links, trouble, rung))).toBeDefined();
  const arm: Part = { ...LINK_PART, id: 'a', kind: 'other part', torque: [] };
  expect(openedOwed(through(...links, ...yes(['front.left.arm-bushings'], arm), trouble, rung))).toBeUndefined();
});

test('little room at a step makes its minutes', () => {
  const links = yes(LINKS, LINK_PART);
  const plain = job(...links);
  const off = step(plain, 'link-off-left');
  expect(turnsAt(plain, off)).toBe(10);
  const said = e('room', { step: 'link-off-left', ...readRoom('10', '', 10), turner: 'ratchet, 72 teeth' });
  const tight = job(...links, said);
  expect(step(tight, 'link-off-left').minutes - off.minutes).toBeCloseTo(((360 - 40) * 1.2) / 60, 6);
  expect(step(tight, 'link-off-right').minutes).toBe(step(plain, 'link-off-right').minutes);
  expect(() => readRoom('1', '', 10)).toThrow(/swing of the handle/);
  expect(() => readRoom('30', '', undefined)).toThrow(/turns/);
});

test('the ends of a link that is set by turning are held in the middle of their swing: its step says how far that is', () => {
  const rods: Part = { ...LINK_PART, kind: 'rod-end link' };
  const s = leaning(...yes(LINKS, rods));
  expect(swingAt(s, step(s, 'centre-link-left'))).toMatch(/^Over the travel they swing up to \d+° by the axle’s points/);
  expect(swingAt(s, step(s, 'fit-link-left'))).toBe('');
  expect(ids(s).indexOf('centre-link-left')).toBeLessThan(ids(s).indexOf('tighten-front.left.link-lock-nut'));
  // A link that is not set by turning has no such step.
  expect(ids(leaning(...yes(LINKS, LINK_PART)))).not.toContain('centre-link-left');
});
