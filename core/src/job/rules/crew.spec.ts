import { makeEntry, readEntry, type Entry, type EntryBodies, type EntryKind } from '../../ledger';
import { jointId, type JointId } from '../../joint';
import { CONTEXT, LINK_PART } from '../../test';
import { SIDES } from '../../vehicle';
import {
  answersOf,
  fastenersOf,
  foldJob,
  nextLine,
  openTroubles,
  outlook,
  planOf,
  ruined,
  sayTroubles,
  handBackBlockers,
  tooEarly,
  troublesAt,
  unrepaired,
  type JobContext,
  type NextLine,
} from '..';

const T0 = Date.UTC(2026, 0, 5, 9);
const LINKS: JointId[] = SIDES.map((s) => jointId('front', s, 'link-lower'));
const BARS: JointId[] = SIDES.map((s) => jointId('front', s, 'bar'));
const SHOP: JobContext = { ...CONTEXT, kind: 'age replacement' };
const ANN = { id: 'ann', name: 'Ann' };
const BEA = { id: 'bea', name: 'Bea' };

/** What the big key writes there. */
const linesOf = ({ action }: NextLine) => (action.kind === 'write' ? action.entries : []);

/** A job whose work was said yes to, at minute 0. */
function job(joints: readonly JointId[] = LINKS, part: EntryBodies['choose']['part'] = LINK_PART) {
  let n = 0;
  const entries: Entry[] = [];
  const add = <K extends EntryKind>(minute: number, kind: K, body: EntryBodies[K], by = 'ann') => {
    const id = `e${++n}`;
    entries.push(makeEntry({ kind, body }, { id, job: 'j', by, at: new Date(T0 + minute * 60_000).toISOString() }));
    return id;
  };
  add(-30, 'purpose', { what: 'twelve years old', rule: '' });
  const choice = add(-20, 'choose', { joints: [...joints], part, quantity: 2 });
  add(-15, 'answer', { answer: 'approved', what: 'it', parts: [choice], who: 'owner', how: 'by phone', warning: '' });
  if (part.kind !== 'refit')
    add(-10, 'goods', {
      choice,
      part: part.id,
      name: part.name,
      quantity: 2,
      from: 'shelf',
      checks: [],
      measured: [],
      outcome: 'taken',
      why: '',
    });
  add(-5, 'setup', { equipment: 'lift', corroded: true });
  const state = () => foldJob(SHOP, entries);
  const next = (minute: number, me?: string) => nextLine(state(), T0 + minute * 60_000, undefined, '', me);
  /** Everything up to a step is done, a minute each. */
  const until = (step: string, from = 0) => {
    let at = from;
    for (const p of planOf(state())) {
      if (p.id === step) break;
      if (p.caution) add(at, 'caution', { step: p.id });
      if (p.confirmJoint) add(at, 'confirm', { joint: p.confirmJoint, outcome: 'sound', note: '' });
      for (const orientation of p.facings ?? []) add(at, 'orientation', { step: p.id, joint: p.joint!, orientation });
      if (p.fastener)
        add(at, 'torque', {
          fastener: p.fastener,
          targetNm: 48,
          targetText: '48',
          source: 'x',
          achievedNm: 48,
          value: 48,
          unit: 'N·m',
          method: 'torque wrench',
        } as EntryBodies['torque']);
      else add(at, 'step', { step: p.id, state: 'done' });
      at++;
    }
    return at;
  };
  return { add, state, next, until, entries };
}

test('with two at it each reads a step of their own, and what the other does', () => {
  const j = job();
  j.add(0, 'crew', { people: [ANN, BEA] });
  j.add(0, 'arrange', { what: 'shield off', yes: true });
  j.add(1, 'caution', { step: 'raise' });
  for (const s of ['chock', 'raise']) j.add(1, 'step', { step: s, state: 'done' });
  const [ann, bea] = [j.next(2, 'ann'), j.next(2, 'bea')];
  expect(ann.title).not.toBe(bea.title);
  expect([ann.why, bea.why].join()).toMatch(/Bea: .*Ann: /);
  // Who is not of the crew reads the first one’s.
  expect(j.next(2, 'someone').title).toBe(ann.title);
});

test('what one has done is nobody’s any more, and nobody’s own step wanders', () => {
  const j = job();
  j.add(0, 'crew', { people: [ANN, BEA] });
  j.add(0, 'arrange', { what: 'shield off', yes: true });
  j.until('wheels-off', 0);
  const before = j.next(5, 'bea').title;
  const [done] = linesOf(j.next(5, 'ann'));
  expect(done).toMatchObject({ kind: 'step', body: { state: 'done' } });
  j.add(6, done!.kind, done!.body);
  expect(j.next(7, 'bea').title).toBe(before);
});

test('a bar is two people’s step; when one leaves, it is one’s, and the end moves', () => {
  const j = job(BARS, { ...LINK_PART, kind: 'sway bar', name: 'Bar', barMm: 22 } as typeof LINK_PART);
  j.add(0, 'crew', { people: [ANN, BEA] });
  j.until('bar-out', 0);
  // Both soaks were a minute ago: the wait is cut.
  for (const s of SIDES) j.add(20, 'step', { step: `soak-${s}`, state: 'done', soak: 'cut short' });
  j.add(21, 'caution', { step: 'bar-out' });
  expect(j.next(22, 'ann')).toMatchObject({ title: 'Bar out, one at each end.' });
  expect(j.next(22, 'ann').why).toMatch(/Together with Bea/);
  const two = outlook(j.state(), T0 + 22 * 60_000)!;
  j.add(23, 'crew', { people: [ANN] });
  const one = outlook(j.state(), T0 + 23 * 60_000)!;
  expect(j.next(23, 'ann').why).not.toMatch(/Bea/);
  expect(one.minutes).toBeGreaterThan(two.minutes);
});

test('a soak is used: what nobody has looked at and can be looked at now', () => {
  const j = job();
  j.until('link-off-left', 0);
  const line = j.next(9);
  expect(line.title).toMatch(/^While it soaks, \d+ min: lever the bar beside both /);
  expect(answersOf(line)!.map((a) => a.label)).toEqual(['Both tight', 'Left moves', 'Right moves', 'Go on anyway']);
});

test('a trouble opens its ladder: rung by rung, a no is an answer, and a caution is read first', () => {
  const j = job();
  j.until('link-off-left', 0);
  const step = planOf(j.state()).find((p) => p.id === 'link-off-left')!;
  expect(troublesAt(j.state(), step)[0]).toBe('stud spins');
  j.add(30, 'trouble', { step: 'link-off-left', what: 'stud spins' });
  expect(j.next(31).title).toMatch(/^The stud spins: thin spanner on the flats/);
  expect(answersOf(j.next(31))![1]!.action).toMatchObject({
    entries: [{ kind: 'rung', body: { rung: 'flats', worked: false } }],
  });
  for (const rung of ['flats', 'pliers'])
    j.add(32, 'rung', { step: 'link-off-left', ladder: 'stud spins', rung, title: rung, worked: false });
  const caution = j.next(33);
  const [read] = linesOf(caution);
  expect(read).toMatchObject({ kind: 'caution', body: { step: expect.stringContaining('off-ball') } });
  j.add(34, read!.kind, read!.body);
  expect(j.next(34).title).toMatch(/off its ball/);
  j.add(40, 'rung', { step: 'link-off-left', ladder: 'stud spins', rung: 'off-ball', title: 'x', worked: true });
  expect(openTroubles(j.state())).toEqual([]);
  expect(sayTroubles(j.state())).toEqual(['The stud spins, left link: x.']);
  // It is off now: the step itself is next, its caution still owed.
  expect(j.next(41).action).toMatchObject({ entries: [{ kind: 'caution', body: { step: 'link-off-left' } }] });
});

test('at the end of a ladder the program does not pretend', () => {
  const j = job(LINKS);
  j.until('fit-link-left', 0);
  j.add(60, 'trouble', { step: 'fit-link-left', what: 'thread short' });
  for (const rung of ['seat', 'arm', 'lever', 'lower', 'compare'])
    j.add(61, 'rung', { step: 'fit-link-left', ladder: 'thread short', rung, title: rung, worked: false });
  expect(j.next(62).title).toMatch(/nothing on the ladder did it/);
  // What did it in the end is asked: nobody knows what "something else" was.
  expect(j.next(62)).toMatchObject({ label: 'Say what did it', action: { kind: 'go', to: { at: 'rung' } } });
  j.add(63, 'rung', { step: 'fit-link-left', ladder: 'thread short', rung: 'other', title: 'Both arms jacked', worked: true });
  expect(sayTroubles(j.state())).toEqual(['Too few threads to start the nut, left link: both arms jacked.']);
});

test('sparks: the fire watch is not cut short, and the hand-back waits for it', () => {
  const j = job();
  j.until('link-off-left', 0);
  j.add(30, 'trouble', { step: 'link-off-left', what: 'hex rounds' });
  j.add(35, 'rung', { step: 'link-off-left', ladder: 'hex rounds', rung: 'disc', title: 'disc', worked: true });
  expect(planOf(j.state()).map((p) => p.id)).toEqual(expect.arrayContaining(['fire-watch', 'fire-over']));
  expect(handBackBlockers(j.state()).map((b) => b.sentence)).toContain('The fire watch is not over, or nobody said so.');
  const early = (minute: number) => tooEarly(j.state(), 'fire-over', T0 + minute * 60_000);
  expect(early(36)).toMatch(/^Not yet: fire watch begins.* comes first\.$/);
  j.add(40, 'step', { step: 'fire-watch', state: 'done' });
  expect(early(60)).toBe('Not yet: 10 min are left, and this wait is not cut short.');
  // Whoever tries to cut it does not.
  j.add(61, 'step', { step: 'fire-watch', state: 'done', soak: 'cut short' });
  expect(early(62)).toMatch(/^Not yet/);
  expect(early(92)).toBe('');
});

const REFIT: EntryBodies['choose']['part'] = {
  ...LINK_PART,
  id: 'refit',
  kind: 'refit',
  name: 'as it is',
  priceMinor: 0,
  torque: [],
};

test('a part that was to go on again and broke: make it safe, then another is chosen, and the hand-back waits', () => {
  const j = job(LINKS, REFIT);
  j.until('fit-link-left', 0);
  j.add(60, 'trouble', { step: 'fit-link-left', what: 'part broke' });
  expect(j.next(61).title).toMatch(/make it safe/);
  j.add(62, 'rung', { step: 'fit-link-left', ladder: 'part broke', rung: 'safe', title: 'x', worked: true });
  expect(ruined(j.state())).toEqual(['front.left.link-lower']);
  expect(j.next(63)).toMatchObject({ station: 'settle', action: { to: { at: 'choose', joint: 'front.left.link-lower' } } });
  expect(handBackBlockers(j.state()).map((b) => b.sentence)).toContain(
    'Left link cannot go on again, and no new part was said yes to.',
  );
  const again = j.add(64, 'choose', {
    joints: ['front.left.link-lower'],
    part: LINK_PART,
    quantity: 1,
    oneSideReason: 'it broke',
  });
  expect(j.next(65).action).toMatchObject({ to: { at: 'answer' } });
  j.add(66, 'answer', { answer: 'approved', what: 'it', parts: [again], who: 'owner', how: 'by phone', warning: '' });
  expect(ruined(j.state())).toEqual([]);
  expect(j.next(67).action).toMatchObject({ to: { at: 'goods' } });
});

test('a new part called wrong is looked at again before it goes on', () => {
  const j = job();
  j.until('fit-link-left', 0);
  expect(j.next(60).action).not.toMatchObject({ to: { at: 'goods' } });
  j.add(61, 'trouble', { step: 'fit-link-left', what: 'part wrong' });
  expect(j.next(62).action).toMatchObject({ to: { at: 'goods' } });
});

test('taken out with its neighbour: what came open is owed', () => {
  const j = job();
  j.until('link-off-left', 0);
  j.add(30, 'trouble', { step: 'link-off-left', what: 'cannot reach' });
  j.add(31, 'rung', { step: 'link-off-left', ladder: 'cannot reach', rung: 'neighbour', title: 'x', worked: true });
  expect(j.next(32).action).toMatchObject({ to: { at: 'also' } });
  j.add(33, 'undone', { fastener: 'front.left.tie-rod-nut', count: 1 });
  expect(j.next(34).action).not.toMatchObject({ to: { at: 'also' } });
  expect(planOf(j.state()).map((p) => p.id)).toContain('tighten-front.left.tie-rod-nut');
});

test('the end is promised from what is left; a late one only where the shop knows its own times', () => {
  const j = job();
  expect(outlook(j.state(), T0)!.lateAt).toBeUndefined();
  const before = outlook(j.state(), T0)!;
  const at = j.until('soak-left', 0);
  expect(outlook(j.state(), T0 + at * 60_000)!.minutes).toBeLessThan(before.minutes);
  const tasks = planOf(j.state()).map((p) => p.task);
  const times = [...new Set(tasks)].flatMap((task) =>
    [true, null].map((rusty) => ({ task, rusty, of: 'shop' as const, jobs: 9, median: 4, p80: 7 })),
  );
  const known = foldJob({ ...SHOP, file: { renewed: [], sisters: { jobs: 0, found: {} }, times } }, j.entries);
  const o = outlook(known, T0 + at * 60_000)!;
  const n = o.steps.length;
  // Independent delays of three minutes each.
  expect((o.lateAt! - o.endsAt) / 60_000).toBeCloseTo(3 * Math.sqrt(n), 6);
});

test('steel or alloy is asked where the book tells them apart, and rules; direction and tapers are asked too', () => {
  const book = CONTEXT.type.torqueBook.front;
  const nut = book.find((v) => v.fastener === 'wheel-nut')!;
  const two = [
    ...book.filter((v) => v !== nut),
    { ...nut, wheel: 'steel' as const },
    { ...nut, minNm: 95, maxNm: 95, value: 95, wheel: 'alloy' as const },
  ];
  const type = { ...CONTEXT.type, torqueBook: { ...CONTEXT.type.torqueBook, front: two } };
  const j = job();
  const view = () => fastenersOf(foldJob({ ...SHOP, type }, j.entries)).find((f) => f.fastener.id === 'front.left.wheel-nut')!;
  expect(view()).toMatchObject({ wheelOwed: true, targetNm: null });
  j.add(1, 'wheels', { material: 'alloy' });
  expect(view()).toMatchObject({ wheelOwed: false, targetNm: 95 });
  expect(fastenersOf(j.state()).find((f) => f.fastener.id === 'front.left.wheel-nut')!.targetNm).toBe(110);
});

test('a taper is tight when its torque counts and somebody has said how its nut is kept; what was written before is not asked again', () => {
  const j = job(
    SIDES.map((s) => jointId('front', s, 'ball-joint')),
    { ...LINK_PART, kind: 'other part', name: 'Ball joint' },
  );
  const torque = {
    fastener: 'front.left.ball-joint-nut' as const,
    targetNm: 75,
    targetText: '75',
    source: 'x',
    achievedNm: 75,
    value: 75,
    unit: 'N·m',
    method: 'torque wrench' as const,
  };
  j.add(1, 'book', {
    axle: 'front',
    value: {
      fastener: 'ball-joint-nut',
      minNm: 75,
      maxNm: 75,
      value: 75,
      unit: 'N·m',
      source: 'book',
      publisher: 'vehicle maker',
    },
  });
  j.add(2, 'torque', torque);
  const view = () => fastenersOf(j.state()).find((f) => f.fastener.id === torque.fastener)!;
  expect(view()).toMatchObject({ state: 'open', lockOwed: true });
  expect(handBackBlockers(j.state()).map((b) => b.sentence)).toContain(
    'Ball joint nut, left: how it is kept is not written down.',
  );
  j.add(3, 'lock', { fastener: torque.fastener, how: 'new cotter' });
  expect(view()).toMatchObject({ state: 'done', lockOwed: false, record: expect.stringMatching(/new cotter$/) });
  const old = readEntry({ kind: 'torque', version: 2, body: { ...torque, fastener: 'front.right.ball-joint-nut' } });
  j.add(4, 'torque', old.body as typeof torque);
  expect(fastenersOf(j.state()).find((f) => f.fastener.id === 'front.right.ball-joint-nut')).toMatchObject({ state: 'done' });
});

test('a wrench past its calibration is flagged on its record, wherever that is read', () => {
  const j = job();
  const gauges = [{ ...CONTEXT.gauges[0]!, id: 'w', kind: 'torque wrench' as const, calibratedUntil: '2026-01-04' }];
  const torque = (day: string) =>
    foldJob({ ...SHOP, gauges }, [
      ...j.entries,
      makeEntry(
        {
          kind: 'torque',
          body: {
            fastener: 'front.left.link-lower-nut',
            targetNm: 48,
            targetText: '48',
            source: 'x',
            achievedNm: 48,
            value: 48,
            unit: 'N·m',
            method: 'torque wrench',
            wrench: { id: 'w', name: 'W', simulated: false },
          },
        },
        { id: 't', job: 'j', by: 'ann', at: `${day}T09:00:00.000Z` },
      ),
    ]);
  const record = (day: string) => fastenersOf(torque(day)).find((f) => f.fastener.id === 'front.left.link-lower-nut')!.record;
  expect(record('2026-01-04')).toBe('48 N·m, torque wrench, W');
  expect(record('2026-01-05')).toBe('48 N·m, torque wrench, W, past its calibration (2026-01-04)');
});

test('a ball joint that goes on again and moves in the hand is not repaired by that: the owner is told before anything else', () => {
  const joints = SIDES.map((s) => jointId('front', s, 'ball-joint'));
  const j = job(joints, REFIT);
  j.until('hand-front.left.ball-joint', 0);
  j.add(50, 'confirm', { joint: 'front.left.ball-joint', outcome: 'loose', note: '' });
  expect(unrepaired(j.state())).toEqual(['front.left.ball-joint']);
  expect(j.next(51)).toMatchObject({ action: { to: { at: 'told' } }, title: expect.stringMatching(/do not return to the road/) });
  const again = j.add(52, 'choose', {
    joints: ['front.left.ball-joint'],
    part: { ...LINK_PART, kind: 'other part', name: 'Ball joint' },
    quantity: 1,
    oneSideReason: 'it is worn',
  });
  j.add(53, 'answer', { answer: 'approved', what: 'it', parts: [again], who: 'owner', how: 'by phone', warning: '' });
  expect(unrepaired(j.state())).toEqual([]);
});
