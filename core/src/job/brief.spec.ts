import { diagnose } from '../diagnosis';
import { makeEntry, type Line } from '../ledger';
import { SHIPPED } from '../suspects-table';
import { CONTEXT } from '../test';
import { briefAsks, foldJob, foundInBrief, inBrief, nextLine, type JobState } from '.';

let n = 0;
const state = (...lines: Line[]): JobState =>
  foldJob(
    { ...CONTEXT, kind: 'noise' },
    lines.map((l) => makeEntry(l, { id: `e${++n}`, job: 'j', by: 'ruan', at: '2026-01-05T09:00:00.000Z' })),
  );
const NOW = Date.parse('2026-01-05T09:10:00.000Z');
const complaint: Line = {
  kind: 'complaint',
  body: {
    character: [],
    where: ['front'],
    when: ['pothole'],
    handling: [],
    conditions: [],
    like: [],
    history: [],
    words: 'knocks',
  },
};
const felt = (joint: 'front.left.link-lower' | 'rear.left.link-lower' | 'front.left.ball-joint'): Line => ({
  kind: 'check',
  body: {
    check: joint.endsWith('ball-joint') ? 'shake-12-6' : 'grip-link',
    state: 'both-hanging',
    results: [{ joint, result: 'moves' }],
  },
});

test('what was found is said of its axle and marked; nothing found is said too, of the front', () => {
  const found = foundInBrief(state(felt('front.left.link-lower')));
  expect(found.end).toBe('front');
  expect(found.marks).toEqual([{ kind: 'link-lower', side: 'left', state: 'loose' }]);
  expect(found.words).toBe('Front axle: left link, lower end loose.');
  expect(foundInBrief(state())).toMatchObject({ end: 'front', marks: [], words: 'Front axle: nothing found yet.' });
});

test('the next line is the job’s own, weighed or not; what is chosen or is no noise is not weighed', () => {
  const s = state(complaint, felt('front.left.link-lower'));
  const d = diagnose(briefAsks(s)!, SHIPPED);
  for (const by of [undefined, d]) {
    const { time, title, why, station } = nextLine(s, NOW, by);
    expect(inBrief(s, NOW, by).next).toEqual({ time, title, why, station });
  }
  const heard = state(complaint);
  expect(inBrief(heard, NOW).next.title).toBe('Weighing what was found.');
  expect(inBrief(heard, NOW, diagnose(briefAsks(heard)!, SHIPPED)).next.title).not.toBe('Weighing what was found.');
  expect(briefAsks(state())).toBeUndefined();
  expect(briefAsks({ ...s, context: { ...s.context, kind: 'upgrade' } })).toBeUndefined();
});

test('danger, who was told, and how far it has come', () => {
  const b = inBrief(state(complaint, felt('front.left.ball-joint')), NOW);
  expect([b.danger, b.untold, b.words]).toEqual([true, true, '“knocks”']);
  expect(b.progress).toHaveLength(5);
  expect(b.progress.filter((p) => p === 'here')).toHaveLength(1);
  expect(inBrief(state(), NOW)).toMatchObject({
    danger: false,
    untold: false,
    words: 'just arrived',
    doneAt: null,
    byTheClock: false,
  });
});
