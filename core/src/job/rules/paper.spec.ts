import { CONTEXT, ledger, LINK_PART, tightened } from '../../test';
import { banOnPaper, endedSince, fastenersOf, foldJob, mixedPublishers, workOnPaper, type FileVisit, type JobContext } from '..';
import type { Entry } from '../../ledger';

const e = ledger();
const LINKS = ['front.left.link-lower', 'front.right.link-lower'] as const;
const choose = e('choose', { joints: [...LINKS], part: LINK_PART, quantity: 2 });
const yes = e('answer', { answer: 'approved', what: 'x', parts: [choose.id], who: 'owner', how: 'by phone', warning: '' });
const on = (side: 'left' | 'right') => e('step', { step: `fit-link-${side}`, state: 'done' });
const paper = (...more: Entry[]) => workOnPaper(foldJob(CONTEXT, [choose, ...more]));

test('what was only offered or agreed is on no line of what was fitted; both sides of a pair must be on', () => {
  expect(paper()).toMatchObject({ fitted: [], agreed: [], offered: [{ id: choose.id }], undone: [], open: [] });
  expect(paper(yes)).toMatchObject({ fitted: [], agreed: [{ id: choose.id }], offered: [] });
  expect(paper(yes, on('left')).fitted).toEqual([]);
  expect(paper(yes, on('left'), on('right'))).toMatchObject({ fitted: [{ id: choose.id }], agreed: [], offered: [] });
});

test('what was declined or put off is not offered any more: the sheet says that by itself', () => {
  for (const answer of ['declined', 'later'] as const)
    expect(
      paper(
        e('answer', {
          answer,
          what: 'x',
          parts: [choose.id],
          who: 'owner',
          how: 'by phone',
          warning: 'it will knock',
          ...(answer === 'later' ? { on: '2026-12-24' } : {}),
        }),
      ),
    ).toMatchObject({ fitted: [], agreed: [], offered: [] });
});

test('what was put back on is on the sheet once its step is done, bought or not', () => {
  const refit = e('choose', { joints: [...LINKS], part: { ...LINK_PART, id: 'refit', kind: 'refit' }, quantity: 2 });
  const s = foldJob(CONTEXT, [refit, on('left'), on('right')]);
  expect(workOnPaper(s).fitted.map((c) => c.id)).toEqual([refit.id]);
  expect(workOnPaper(foldJob(CONTEXT, [refit])).fitted).toEqual([]);
});

const shieldToo = e('arrange', { what: 'shield off', yes: true });
test('a fastener is undone by its record, left alone by its mark, and open without either', () => {
  const all = fastenersOf(foldJob(CONTEXT, [choose, yes, shieldToo]));
  const shield = all.find((f) => f.fastener.kind === 'shield-bolt')!;
  const nut = all.find((f) => f.fastener.kind === 'link-lower-nut')!;
  const p = paper(
    yes,
    shieldToo,
    tightened(e, nut),
    e('mark', { fastener: shield.fastener.id, how: 'left alone, checked tight' }),
  );
  expect(p.undone.map((f) => f.fastener.id)).toEqual([nut.fastener.id]);
  expect(p.leftAlone.map((f) => f.fastener.id)).toEqual([shield.fastener.id]);
  expect(p.open).toHaveLength(all.length - 2);
});

test('values of two makers on one sheet are said; of one they need no word', () => {
  const of = (part: typeof LINK_PART) =>
    mixedPublishers(fastenersOf(foldJob(CONTEXT, [e('choose', { joints: [...LINKS], part, quantity: 2 })])));
  expect(of({ ...LINK_PART, torque: [] })).toBe('');
  const own = {
    fastener: 'link-upper-nut',
    minNm: 54,
    maxNm: 54,
    value: 54,
    unit: 'N·m',
    source: 'its box',
    publisher: 'part maker',
  } as const;
  expect(of({ ...LINK_PART, torque: [own] })).toMatch(
    /^Values of two makers: .*wheel nuts.* by the vehicle’s, link, upper nut by the part’s\.$/,
  );
});

describe('a ban at the head of a sheet', () => {
  const found = e('check', {
    check: 'lever-ball-joint',
    state: 'both-hanging',
    results: [{ joint: 'front.left.ball-joint', result: 'dangerous' }],
  });
  const gone = e('hand-back', { distanceKm: CONTEXT.distanceKm, note: '' });
  const sheet = (since: readonly FileVisit[], entries: Entry[] = [found, gone]) => {
    const context: JobContext = {
      ...CONTEXT,
      file: { renewed: [], sisters: { jobs: 0, found: {} }, since },
    };
    const s = foldJob(context, entries);
    return { ban: banOnPaper(s, (d) => d), since: endedSince(s) };
  };
  const visit = (on: string, renewed: FileVisit['renewed'], left: FileVisit['left']): FileVisit => ({ on, renewed, left });
  const BAN = 'Do not return to the road until the left ball joint is repaired.';

  test('stands while no later visit ended it', () => {
    expect(sheet([]).ban).toBe(BAN);
    expect(sheet([visit('2026-01-02', [], ['front.left.ball-joint'])]).ban).toBe(BAN);
  });
  test('says when it was repaired since; or that it was found sound', () => {
    const later = visit('2026-02-03', ['front.left.ball-joint'], []);
    expect(sheet([visit('2026-01-02', [], ['front.left.ball-joint']), later]).ban).toBe(`${BAN} Repaired since: 2026-02-03.`);
    expect(sheet([visit('2026-02-03', [], [])]).ban).toBe(`${BAN} Looked at again and found sound since: 2026-02-03.`);
  });
  test('an open job is not ended by another visit, and without a danger there is no ban', () => {
    expect(sheet([visit('2026-02-03', ['front.left.ball-joint'], [])], [found]).since).toBeUndefined();
    expect(sheet([], [gone]).ban).toBe('');
  });
});
