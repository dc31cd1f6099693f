import { BadInput } from '../error';
import { SHIPPED } from '../suspects-table';
import { MANOEUVRES, splitFault, type FaultId } from '../diagnosis';
import { jointsOf, partsOf } from '../joint';
import { foldJob, planOf, type JobContext } from '../job';
import type { Entry, EntryBodies } from '../ledger';
import { ladderAt } from '../plan';
import { chanceFrom } from '../numeric';
import { COMPLAINT, CONTEXT, DOUBLE_ARM_TYPE, ledger, LINK_PART, STRUT_TYPE } from '../test';
import {
  answerOf,
  asksFor,
  courseOf,
  CUSTOMER_WORDS,
  difficulty,
  drawOfGrade,
  drawTruth,
  PRACTICE_GRADES,
  gradeOf,
  lot,
  practiceVehicle,
  reviewOf,
  sayOpening,
  sayProgress,
  sayWorth,
  stoodAt,
  truthOfJob,
  wrongBox,
  type Asked,
  type PracticeGrade,
  type Mistake,
  type PracticeAsk,
  type PracticeContext,
  type Truth,
} from '.';

const TRUTH: Truth = {
  seed: 11,
  distanceKm: 120_000,
  rusty: false,
  worn: ['front.left.link-lower', 'front.right.ball-joint'],
  sounding: ['front.left.link-lower'],
  unlisted: false,
  playMm: { 'front.left.link-lower': 0.8, 'front.right.link-lower': 0.04, 'front.right.ball-joint': 0.9 },
  said: {
    character: ['dull clunk'],
    where: ['front'],
    when: ['one wheel over a bump'],
    handling: [],
    conditions: [],
    like: [],
    history: [],
    sorts: ['character', 'place', 'when'],
  },
};

/** A practice vehicle on the bench, and what is done with it. */
function practice(truth: Truth = TRUTH, grade: PracticeGrade = 1, context: JobContext = CONTEXT) {
  const make = ledger();
  const asked: Asked[] = [];
  const entries: Entry[] = [];
  const at = (): PracticeContext => ({ truth, grade, table: SHIPPED, state: foldJob(context, entries), asked });
  return {
    at,
    asked,
    entries,
    ask(ask: PracticeAsk, led = false) {
      const answer = answerOf(at(), ask);
      asked.push({ ask, answer, led });
      return answer;
    },
    write<K extends keyof EntryBodies>(kind: K, body: EntryBodies[K]) {
      const e = make(kind, body);
      entries.push(e);
      return e;
    },
  };
}
const grip = (side: 'left' | 'right', state: 'both-hanging' | 'one-side-up' = 'both-hanging') =>
  ({ of: 'check', check: 'grip-link', axle: 'front', side, state }) as const;

test('a lot is of its seed and its name alone: even, and each its own', () => {
  const xs = Array.from({ length: 4000 }, (_, i) => lot(i, 'feels', 'front.left.bar').next());
  expect(xs.reduce((a, b) => a + b, 0) / xs.length).toBeCloseTo(0.5, 1);
  // Kolmogorov's distance to even chances; 1.63/√n is passed once in a hundred.
  xs.sort((a, b) => a - b);
  expect(Math.max(...xs.map((x, i) => Math.abs(x - (i + 0.5) / xs.length)))).toBeLessThan(1.63 / Math.sqrt(xs.length));
  expect(lot(3, 'a', 'b').next()).toBe(lot(3, 'a', 'b').next());
  expect(lot(3, 'a', 'b').next()).not.toBe(lot(3, 'ab').next());
  expect(() => lot(1.5, 'a')).toThrow('seed must be a whole number');
});

test('in whatever order it is asked, and however often, a vehicle answers the same; in a state that shows nothing, nothing moves', () => {
  const [a, b] = [practice(), practice()];
  const asks: PracticeAsk[] = [
    grip('left'),
    grip('right'),
    ...MANOEUVRES.slice(0, 6).map((manoeuvre) => ({ of: 'drive', manoeuvre }) as const),
  ];
  const said = (p: typeof a, list: readonly PracticeAsk[]) => new Map(list.map((x) => [JSON.stringify(x), p.ask(x).says.join()]));
  expect([...said(a, asks)].sort()).toEqual([...said(b, [...asks].reverse())].sort());

  // A ball joint whose arm the spring presses on: shaken with the wheel hanging it is as tight as a sound one.
  const bad: Truth = { ...TRUTH, worn: ['front.left.ball-joint'], sounding: [], playMm: { 'front.left.ball-joint': 2 } };
  const moved = { hanging: 0, 'under the arm': 0 };
  for (let seed = 0; seed < 200; seed++) {
    const p = practice({ ...bad, seed }, 1, { ...CONTEXT, type: DOUBLE_ARM_TYPE });
    const felt = (state: 'both-hanging' | 'under-arm') => {
      const { showed } = p.ask({ of: 'check', check: 'shake-12-6', axle: 'front', side: 'left', state });
      return showed.of === 'check' && showed.felt.some((f) => f.at === 'front.left.ball-joint' && f.felt !== 'tight');
    };
    moved.hanging += Number(felt('both-hanging'));
    moved['under the arm'] += Number(felt('under-arm'));
    const read = p.ask({ of: 'gauge', joint: 'front.left.ball-joint', gauge: 'dial', state: 'both-hanging' });
    expect(read.showed).toMatchObject({ of: 'gauge', counts: false });
    expect(read.showed.of === 'gauge' && read.showed.playMm).toBeLessThan(0.12);
  }
  expect(moved.hanging).toBe(0);
  // As often as the table says a hand feels it, traces with it.
  expect(moved['under the arm'] / 200).toBeGreaterThan(0.88);
});

test('what it says is what is felt, never the word to be written; what is seen with it', () => {
  const p = practice();
  const { says, minutes } = p.ask(grip('left'));
  expect(says.join(' ')).toMatch(/a click in the hand: the stud gives before the bar follows/);
  expect(says.join(' ')).not.toMatch(/\b(tight|moves|slight|worn|sound)\b/);
  // Raised, and a minute at the link; the other side stands so already.
  expect(minutes).toBe(5);
  expect(p.ask(grip('right')).minutes).toBe(1);
  expect(stoodAt(p.asked)).toBe('both-hanging');
  expect(() => p.ask({ ...grip('left'), check: 'nothing' as never })).toThrow(BadInput);
  expect(() => p.ask({ of: 'drive', manoeuvre: 'links off, both sides' })).toThrow('not done in this yard');
  expect(() => p.ask({ of: 'gauge', joint: 'front.left.link-lower', gauge: 'none', state: 'on-wheels' })).toThrow(
    'measures no play',
  );
});

test('a gauge reads the true play with its own scatter: its zero is never the same, its mean is', () => {
  const p = practice();
  const reads = Array.from({ length: 40 }, () =>
    p.ask({ of: 'gauge', joint: 'front.left.link-lower', gauge: 'dial', state: 'both-hanging' }),
  );
  const plays = reads.map((r) => Number(r.readings![1]) - Number(r.readings![0]));
  expect(new Set(reads.map((r) => r.readings![0])).size).toBeGreaterThan(20);
  const mean = plays.reduce((a, b) => a + b, 0) / plays.length;
  const sd = Math.sqrt(plays.reduce((a, x) => a + (x - mean) ** 2, 0) / (plays.length - 1));
  expect(Math.abs(mean - 0.8)).toBeLessThan((4 * 0.02) / Math.sqrt(40));
  expect(sd).toBeGreaterThan(0.012);
  expect(sd).toBeLessThan(0.032);
});

test('the customer says what they know when asked for it, and that they cannot say', () => {
  const p = practice();
  expect(sayOpening(TRUTH.said)).toContain('dull clunk');
  expect(p.ask({ of: 'customer', about: 'when' }).says).toEqual([
    '“When one wheel goes over a bump, perhaps. I do not listen for it.”',
  ]);
  expect(p.ask({ of: 'customer', about: 'handling' }).says).toEqual(['“I could not say.”']);
  const history = (...of: Truth['said']['history']) =>
    practice({ ...TRUTH, said: { ...TRUTH.said, history: of } }).ask({ of: 'customer', about: 'history' }).says[0];
  expect(history()).toBe('“Not that I know of.” You see no rust.');
  expect(history('corrosion')).toBe('“Not that I know of.” You see rust.');
  expect(history('links changed lately')).toMatch(/the links were changed not long ago.*You see no rust\.$/i);
  // Whoever listens must find the shop's word: nothing said stands within something else.
  const theirs = Object.values(CUSTOMER_WORDS);
  expect(theirs.filter((x) => theirs.some((y) => y !== x && y.includes(x)))).toEqual([]);
});

test('a customer is sure, thinks so, or can hardly say; some name the axle it is not at', () => {
  const ways = new Set<string>();
  let wrongAxle = 0;
  for (let seed = 1; seed <= 60; seed++) {
    const said = practice({ ...TRUTH, seed }).ask({ of: 'customer', about: 'when' }).says[0]!;
    ways.add(/perhaps/.test(said) ? 'perhaps' : /I think/.test(said) ? 'thinks' : 'sure');
  }
  expect([...ways].sort()).toEqual(['perhaps', 'sure', 'thinks']);
  for (let seed = 1; seed <= 400; seed++) {
    const t = drawTruth(chanceFrom(seed), DOUBLE_ARM_TYPE, SHIPPED, 'left');
    const [at] = t.sounding;
    const ends = new Set(t.sounding.map((f) => splitFault(f)?.joint.split('.')[0]));
    if (at && ends.size === 1 && t.said.where.includes(ends.has('front') ? 'rear' : 'front')) wrongAxle++;
  }
  expect(wrongAxle).toBeGreaterThan(4);
});

/** Both links chosen, said yes to and taken in. */
function toWork(p: ReturnType<typeof practice>) {
  p.write('complaint', COMPLAINT);
  const choice = p.write('choose', { joints: ['front.left.link-lower', 'front.right.link-lower'], part: LINK_PART, quantity: 2 });
  p.write('answer', { answer: 'approved', what: 'both links', parts: [choice.id], who: 'owner', how: 'in person', warning: '' });
  p.write('setup', { equipment: 'lift', corroded: false });
  return choice.id;
}
const takeIn = (choice: string, wrong?: 'right part'): EntryBodies['goods'] => ({
  choice,
  part: LINK_PART.id,
  name: LINK_PART.name,
  quantity: 2,
  from: 'shelf',
  checks: [{ check: 'right part', result: wrong ? 'no' : 'yes' }],
  measured: [],
  outcome: wrong ? 'refused' : 'taken',
  why: wrong ? 'another number' : '',
});

test('what is renewed answers as new, and the noise goes with what made it', () => {
  const p = practice();
  const choice = toWork(p);
  const before = practiceVehicle(TRUTH, STRUT_TYPE, SHIPPED, 'left');
  const knocks = MANOEUVRES.filter((m) => before.hears(m) === 'knocks');
  expect(knocks.length).toBeGreaterThan(0);
  p.write('goods', takeIn(choice));
  p.write('step', { step: 'fit-link-left', state: 'done' });
  p.write('step', { step: 'fit-link-right', state: 'done' });
  for (const manoeuvre of knocks) expect(p.ask({ of: 'drive', manoeuvre }).says[0]).toMatch(/nothing to be heard/);
  const read = p.ask({ of: 'gauge', joint: 'front.left.link-lower', gauge: 'dial', state: 'both-hanging' });
  expect(read.showed.of === 'gauge' && read.showed.playMm).toBeLessThan(0.3);
  // The old one lies on the bench: it is as it was.
  expect(p.ask({ of: 'hand', joint: 'front.left.link-lower' }).says[0]).toContain('gives and clicks');
  expect(p.ask({ of: 'hand', joint: 'front.right.link-lower' }).says[0]).toContain('stiff as a new one');
});

test('a stud that spins spins until a rung has done it; the last rung always does; a wrong box does not go on', () => {
  const troubled = Array.from({ length: 60 }, (_, seed) => {
    const p = practice({ ...TRUTH, seed, rusty: true }, 5);
    toWork(p);
    const off = planOf(p.at().state).find((x) => x.troubles?.length && x.phase === 'undo')!;
    return { p, off, first: p.ask({ of: 'step', step: off.id }) };
  });
  const met = troubled.filter((x) => x.first.showed.of === 'step' && x.first.showed.trouble);
  expect(met.length).toBeGreaterThan(20);
  expect(met.length).toBeLessThan(55);
  for (const { p, off, first } of met) {
    const ladder = first.showed.of === 'step' ? first.showed.trouble! : undefined!;
    expect(off.troubles).toContain(ladder);
    expect(p.ask({ of: 'step', step: off.id }).says).toEqual(first.says);
    const worked = ladderAt(ladder, off.there).map((r) => p.ask({ of: 'rung', step: off.id, ladder, rung: r.id }).showed);
    expect(worked.at(-1)).toEqual({ of: 'rung', worked: true });
    expect(p.ask({ of: 'step', step: off.id }).says).toEqual(['It goes as it should.']);
  }
  const boxes = Array.from({ length: 80 }, (_, seed) => {
    const p = practice({ ...TRUTH, seed }, 5);
    const choice = toWork(p);
    return { p, choice, wrong: wrongBox(p.at(), choice) };
  });
  expect(boxes.filter((b) => b.wrong).length).toBeGreaterThan(10);
  const { p, choice } = boxes.find((b) => b.wrong === 'right part')!;
  expect(p.ask({ of: 'goods', choice }).says[0]).toMatch(/differs from the order/);
  p.write('goods', takeIn(choice));
  expect(p.ask({ of: 'step', step: 'fit-link-left' }).says).toEqual(['It does not go on: it is another part.']);
  // Refused, the one that is sent for it is right.
  p.write('goods', takeIn(choice, 'right part'));
  expect(wrongBox(p.at(), choice)).toBeUndefined();
});

test('grades are fifths of what comes in; a vehicle is drawn of the grade that is asked for', () => {
  const c = chanceFrom(17);
  const n = new Map<PracticeGrade, number>();
  for (let i = 0; i < 300; i++) {
    const type = i % 2 ? STRUT_TYPE : DOUBLE_ARM_TYPE;
    const g = gradeOf(difficulty(drawTruth(c, type, SHIPPED, 'left'), type, SHIPPED, 'left'));
    n.set(g, (n.get(g) ?? 0) + 1);
  }
  for (const g of PRACTICE_GRADES) expect((n.get(g) ?? 0) / 300).toBeGreaterThan(0.12);
  for (const g of PRACTICE_GRADES) expect(drawOfGrade(g, STRUT_TYPE, SHIPPED, 'left', g).grade).toBe(g);
  const asks = (t: Truth) => asksFor('danger left in', t, STRUT_TYPE);
  const { truth } = drawOfGrade(5, STRUT_TYPE, SHIPPED, 'left', 2, asks);
  expect(truth.worn.some((f) => /ball-joint|tie-rod|wheel/.test(f))).toBe(true);
}, 60_000);

/** Somebody who looks where the plan says and writes what they felt. */
function careful(p: ReturnType<typeof practice>) {
  const { said } = TRUTH;
  p.ask({ of: 'customer', about: 'where' });
  p.write('complaint', { ...COMPLAINT, character: [...said.character], where: [...said.where], when: [...said.when] });
  for (const side of ['left', 'right'] as const)
    for (const check of ['grip-link', 'shake-12-6', 'shake-3-9', 'nuts-wrench', 'look-spring'] as const) {
      const { showed } = p.ask({ of: 'check', check, axle: 'front', side, state: 'both-hanging' });
      if (showed.of !== 'check') continue;
      const results = showed.felt.map((f) => ({ joint: f.at, result: f.felt }));
      p.write('check', { check, state: 'both-hanging', results });
    }
}

test('a review of careful work: found, nothing made up, the dangerous joint seen; beside the plan, step by step', () => {
  const p = practice();
  careful(p);
  p.write('verdict', { causes: ['front.left.link-lower'], reproduced: true, note: '' });
  p.write('told', { what: 'ball joint', joints: ['front.right.ball-joint'], who: 'owner', how: 'in person' });
  const r = reviewOf(p.at());
  expect(r.found).toBe(true);
  expect(r.was).toMatch(/^Front left link, lower end made it\..*ball joint\.$/);
  expect(r.strengths).toEqual(
    expect.arrayContaining(['found it', 'asked well', 'wrote what was felt', 'cleared what is dangerous', 'told the customer']),
  );
  expect(r.mistakes).toEqual([]);
  expect(r.path[0]).toMatchObject({ minutes: 5, found: true });
  expect(r.path[0]!.bits).toBeGreaterThan(0.05);
  expect(r.minutesToFind).toBe(5);
  expect(r.minutes).toBe(r.path.reduce((sum, x) => sum + x.minutes, 0));
  expect(r.best.some((x) => x.found)).toBe(true);
  expect(r.planMinutes).toBeGreaterThan(0);
  expect(r.told.some((l) => l.startsWith('Told owner in person'))).toBe(true);
}, 60_000);

test('a review of careless work names each thing: the state, the guess, what was left, what was thrown', () => {
  const p = practice();
  p.write('complaint', { ...COMPLAINT, character: ['squeak'], where: [], when: [] });
  p.ask(grip('left', 'one-side-up'));
  p.ask(grip('left'));
  p.ask(grip('left'));
  p.ask(grip('left'));
  p.write('check', { check: 'grip-link', state: 'both-hanging', results: [{ joint: 'front.left.link-lower', result: 'tight' }] });
  p.write('check', {
    check: 'lever-bar',
    state: 'both-hanging',
    results: [{ joint: 'front.left.frame-bushing', result: 'moves' }],
  });
  p.write('choose', {
    joints: ['front.left.frame-bushing', 'front.right.frame-bushing'],
    part: { ...LINK_PART, kind: 'frame bushing' },
    quantity: 2,
  });
  p.write('step', { step: 'fit-bushing-left', state: 'done' });
  p.write('step', { step: 'fit-bushing-right', state: 'done' });
  const r = reviewOf(p.at());
  const of = (m: Mistake) => r.mistakes.find((x) => x.mistake === m)?.words;
  expect(r.found).toBe(false);
  expect(of('did not find it')).toMatch(/^Not named.*link, lower end/);
  expect(of('looked in the wrong state')).toMatch(/Work the left link/);
  expect(of('looks that told nothing')).toBeDefined();
  expect(of('where and when not asked')).toMatch(/where and when/);
  expect(of('written without a look')).toMatch(/frame bushing/i);
  expect(
    r.mistakes
      .filter((x) => x.mistake === 'written otherwise than felt')
      .map((x) => x.words)
      .join(' '),
  ).toMatch(/squeak.*tight/);
  expect(of('good parts thrown at it')).toMatch(/bushing/);
  expect(of('danger left in')).toMatch(/ball joint/i);
  expect(of('torques open')).toBeDefined();
  expect(r.path.map((x) => x.nothing)).toEqual(['wrong state', undefined, 'done before', 'done before']);
}, 60_000);

test('what the next line led to is never held against anybody: the wrong state, a second time, nothing new', () => {
  const looks = (led: boolean) => {
    const p = practice();
    p.write('complaint', COMPLAINT);
    for (const state of ['one-side-up', 'both-hanging'] as const) p.ask(grip('left', state), led);
    for (let i = 0; i < 2; i++) p.ask(grip('left'), led);
    return reviewOf(p.at());
  };
  const of = (r: ReturnType<typeof reviewOf>) => r.mistakes.map((m) => m.mistake);
  expect(of(looks(false))).toEqual(expect.arrayContaining(['looked in the wrong state', 'looks that told nothing']));
  const led = looks(true);
  expect(of(led)).not.toContain('looked in the wrong state');
  expect(of(led)).not.toContain('looks that told nothing');
  expect(led.path.map((x) => [x.nothing, x.led])).toEqual([1, 2, 3, 4].map(() => [undefined, true]));
}, 60_000);

test('a sound joint at the edge of what a hand can tell is no trap: who renews what gave threw nothing away', () => {
  const at = 'front.left.frame-bushing' as const;
  const renewedAfter = (felt: 'tight' | 'slight') => {
    const p = practice();
    p.write('complaint', COMPLAINT);
    p.asked.push({
      ask: { of: 'check', check: 'lever-bar', axle: 'front', side: 'left', state: 'both-hanging' },
      answer: { says: [], minutes: 1, showed: { of: 'check', felt: [{ at, felt, counts: true }] } },
    });
    p.write('check', { check: 'lever-bar', state: 'both-hanging', results: [{ joint: at, result: felt }] });
    p.write('choose', {
      joints: [at, 'front.right.frame-bushing'],
      part: { ...LINK_PART, kind: 'frame bushing' },
      quantity: 2,
    });
    for (const side of ['left', 'right'] as const) p.write('step', { step: `fit-bushing-${side}`, state: 'done' });
    return reviewOf(p.at()).mistakes.map((m) => m.mistake);
  };
  expect(renewedAfter('tight')).toContain('good parts thrown at it');
  expect(renewedAfter('slight')).not.toContain('good parts thrown at it');
}, 60_000);

test('what was felt before it was felt better is no lie: any look that said so will do', () => {
  const p = practice();
  const at = 'front.left.link-lower' as const;
  for (const [state, felt, counts] of [
    ['one-side-up', 'tight', false],
    ['both-hanging', 'moves', true],
  ] as const)
    p.asked.push({
      ask: grip('left', state),
      answer: { says: [], minutes: 1, showed: { of: 'check', felt: [{ at, felt, counts }] } },
    });
  p.write('check', { check: 'grip-link', state: 'one-side-up', results: [{ joint: at, result: 'tight' }] });
  const wrong = () => reviewOf(p.at()).mistakes.map((m) => m.mistake);
  expect(wrong()).not.toContain('written otherwise than felt');
  p.write('check', { check: 'grip-link', state: 'both-hanging', results: [{ joint: at, result: 'slight' }] });
  expect(wrong()).toContain('written otherwise than felt');
}, 60_000);

test('each look is said in plain words: of how many suspects it could tell, and what could have told of more', () => {
  const p = practice();
  p.write('complaint', COMPLAINT);
  p.ask({ of: 'check', check: 'look-spring', axle: 'front', side: 'right', state: 'both-hanging' });
  p.ask({ of: 'drive', manoeuvre: MANOEUVRES[0]! });
  const [spring, drive] = reviewOf(p.at()).path;
  expect(spring!.suspects!.left).toBeGreaterThan(1);
  expect(sayWorth(spring!)).toMatch(/^It could tell of (none|\d+) of the \d+ suspects left; “.+” could have told of \d+\.$/);
  expect(drive!.suspects).toBeUndefined();
  const step = { title: 'x', minutes: 1, bits: 0.4, found: false };
  expect(sayWorth({ ...step, suspects: { left: 5, told: 2 } })).toBe('It could tell of 2 of the 5 suspects left.');
  expect(sayWorth({ ...step, led: true, suspects: { left: 1, told: 0 } })).toBe(
    'The next line asked for it. It could tell nothing about the one suspect left.',
  );
  expect(sayWorth({ ...step, led: true, safety: true, suspects: { left: 4, told: 0 } })).toBe(
    'Owed for safety, whatever makes the noise.',
  );
  expect(sayWorth({ ...step, nothing: 'done before' })).toBe('Done before, the same way.');
}, 60_000);

test('how somebody comes on: the last five beside those before', () => {
  const done = (found: boolean, ...mistakes: Mistake[]) => ({ result: { found, mistakes } });
  const five = (found: boolean, ...m: Mistake[]) => Array.from({ length: 5 }, () => done(found, ...m));
  expect(sayProgress(five(true))).toBe('');
  expect(sayProgress([...five(true), { result: null }, ...five(false, 'torques open', 'danger left in')])).toBe(
    'Last 5: found 5 of 5, 0.0 mistakes a vehicle. The 5 before: found 0 of 5, 2.0 mistakes a vehicle.',
  );
});

test('what returns over the last vehicles makes the next one', () => {
  const done = (grade: PracticeGrade, found: boolean, ...mistakes: Mistake[]) => ({
    grade,
    found,
    mistakes,
    strengths: found ? (['found it'] as const) : [],
  });
  expect(courseOf([]).next).toMatchObject({ grade: 1, focus: undefined });
  expect(courseOf([done(2, true), done(2, true)]).next.grade).toBe(3);
  expect(courseOf([done(2, true, 'danger left in'), done(2, true)]).next.grade).toBe(2);
  expect(courseOf([done(3, false), done(3, false)]).next.grade).toBe(2);
  expect(courseOf([done(1, false), done(1, false)]).next.grade).toBe(1);
  const c = courseOf([
    done(2, true, 'torques open', 'danger left in'),
    done(2, true, 'torques open'),
    done(1, true, 'torques open', 'danger left in'),
  ]);
  // What could hurt somebody comes before what came oftener.
  expect(c.mistakes.map((m) => m.what)).toEqual(['torques open', 'danger left in']);
  expect(c.next.focus).toBe('danger left in');
  expect(c.next.why).toContain('2 times in 3');
  expect(c.strengths).toEqual([{ what: 'found it', times: 3 }]);
  const lost = courseOf([done(2, false, 'did not find it', 'torques open'), done(2, true, 'did not find it', 'torques open')]);
  expect(lost.next.why).toBe('“torques open” came 2 times in 2: mind it in the next one.');
});

test('a closed job becomes an exercise: what was in the hand is hidden, nobody is named', () => {
  const e = ledger();
  const words = 'Mr Nobody of Nowhere says it knocks';
  const job = (outcome: 'loose as thought' | 'sound after all') => {
    const choose = e('choose', { joints: ['front.left.link-lower', 'front.right.link-lower'], part: LINK_PART, quantity: 2 });
    return [
      e('complaint', { ...COMPLAINT, words }),
      e('check', { check: 'grip-link', state: 'both-hanging', results: [{ joint: 'front.left.link-lower', result: 'moves' }] }),
      e('verdict', { causes: ['front.left.link-lower'], reproduced: true, note: words }),
      choose,
      e('step', { step: 'fit-link-left', state: 'done' }),
      e('confirm', { joint: 'front.left.link-lower', outcome, note: words }),
      e('road-test', { result: 'quiet', note: '' }),
      e('hand-back', { distanceKm: 148_231, note: words }),
    ];
  };
  const t = truthOfJob(CONTEXT, job('loose as thought'), SHIPPED, 5);
  expect(t.sounding).toEqual<FaultId[]>(['front.left.link-lower']);
  expect(t.worn).toEqual<FaultId[]>(['front.left.link-lower']);
  expect(t.distanceKm).toBe(148_000);
  expect(t.said.when).toEqual(COMPLAINT.when);
  expect(JSON.stringify(t)).not.toMatch(/Nobody|Nowhere/);
  const known = jointsOf('front', STRUT_TYPE.axles.front).filter((id) => SHIPPED.play.by[partsOf(id).kind]);
  expect(known.every((id) => t.playMm[id]! > 0)).toBe(true);
  expect(truthOfJob(CONTEXT, job('loose as thought'), SHIPPED, 5).playMm).toEqual(t.playMm);
  expect(() => truthOfJob(CONTEXT, job('sound after all'), SHIPPED, 5)).toThrow('no cause that was confirmed');
  expect(() => truthOfJob(CONTEXT, job('loose as thought').slice(0, -1), SHIPPED, 5)).toThrow('not handed back');
  expect(() => truthOfJob({ ...CONTEXT, kind: 'upgrade' }, job('loose as thought'), SHIPPED, 5)).toThrow('about no noise');
});
