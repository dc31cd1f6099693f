import { DIAGNOSIS_WORKER } from '../workers/diagnoser';
import type { DiagnosisWork } from '../workers/diagnosis-work';
import { SHIPPED } from '@ash-knot/core/suspects-table';
import { checkFor, diagnose, jointsOf, openDangers, partsOf, requestOf, type Diagnosis, type JointId } from '@ash-knot/core';
import { bench, job, stored, tid } from '../../test';
import { Find } from './find';

const usualCheck = (joint: JointId) => checkFor(job().type.axles.front, partsOf(joint).kind)!.id;
const complaint = () =>
  stored('complaint', {
    character: ['dull clunk'],
    where: ['front'],
    when: ['patched surface, slowly', 'one wheel over a bump'],
    handling: [],
    conditions: [],
    like: [],
    history: [],
    words: 'knocks',
  });
const rows = (b: { el: HTMLElement }) => [...b.el.querySelectorAll<HTMLElement>(`${tid('round')} > li`)];
const hanging = () => stored('stands', { state: 'both-hanging' });

test('a round: how it stands, every look in one pass, left and right each with its answers', async () => {
  const b = await bench(Find, [complaint(), hanging()]);
  expect(b.text(tid('round-title'))).toBe('Both wheels hanging');
  expect(b.text(tid('round-left'))).toMatch(/^\d+ checks left, about \d+ min$/);
  const at = rows(b).map((li) => li.dataset['row']);
  expect(at.slice(0, 2)).toEqual(['grip-link front', 'lever-bar front']);
  for (const owed of ['shake-12-6 front', 'shake-3-9 front', 'look-spring front', 'nuts-wrench front'])
    expect(at).toContain(owed);
  // The strip asks the first of them, and its answers are words.
  expect(b.store.next()).toMatchObject({ title: 'Work both links by hand, both ends of each. Does anything move?' });
  expect(rows(b)[0]!.classList.contains('on')).toBe(true);
});

test('one tap a side: written as it is, it stays in its row, and the line goes on to the next', async () => {
  const b = await bench(Find, [complaint(), hanging()]);
  await b.click(tid('tight-shake-12-6-left'));
  expect(b.written().at(-1)).toEqual([
    'check',
    {
      check: 'shake-12-6',
      state: 'both-hanging',
      results: [
        { joint: 'front.left.ball-joint', result: 'tight' },
        { joint: 'front.left.wheel-bearing', result: 'tight' },
      ],
    },
  ]);
  const row = () => rows(b).find((li) => li.dataset['row'] === 'shake-12-6 front')!;
  expect(row().querySelector('.said')!.textContent!.trim()).toBe('tight');
  await b.click(tid('moves-nuts-wrench-right'));
  expect(b.store.state()!.joints.get('front.right.wheel-nuts')!.state).toBe('dangerous');
});

test('movement at one of several: asked at once at which, in its row', async () => {
  const b = await bench(Find, [complaint(), hanging()]);
  await b.click(tid('moves-grip-link-left'));
  expect(b.written().at(-1)![1]).toMatchObject({ check: 'grip-link', rocks: true });
  // Which end of a link it is is no danger.
  expect(openDangers(b.store.state()!)).toEqual([]);
  expect(b.text(tid('where-1'))).toBe('Upper end');
  await b.click(tid('where-2'));
  expect(b.store.state()!.joints.get('front.left.link-lower')!.state).toBe('loose');
  expect(b.store.next()!.title).toBe('Work the right link by hand, both ends. Does anything move?');
});

test('nothing moves in a round: what would be written stands there first, look by look', async () => {
  const b = await bench(Find, [complaint(), hanging()]);
  await b.click(tid('nothing-moves'));
  const says = b.text(tid('nothing-says'));
  for (const look of ['rock the wheel at 12 and 6', 'put a wrench on every wheel nut']) expect(says).toContain(look);
  expect(b.written()).toEqual([]);
  await b.click(tid('nothing-write'));
  const checks = b.written().map(([, body]) => (body as { check: string }).check);
  expect(new Set(checks)).toEqual(new Set(['grip-link', 'lever-bar', 'shake-12-6', 'shake-3-9', 'look-spring', 'nuts-wrench']));
  expect(checks).toHaveLength(12);
});

test('somebody who knows says it at once, and is asked for what is owed and nothing else', async () => {
  const b = await bench(Find, [complaint(), hanging()]);
  await b.click(tid('i-know'));
  await b.click('[data-testid="named-front.left.link-lower"]');
  expect(b.written().map(([kind]) => kind)).toEqual(['check', 'named']);
  expect(rows(b).map((li) => li.dataset['row'])).not.toContain('lever-bar front');
  expect(b.store.next()!.title).toMatch(/^Rock both wheels at 12 and 6/);
  for (const look of ['shake-12-6', 'shake-3-9', 'look-spring', 'nuts-wrench'])
    for (const side of ['left', 'right']) await b.click(tid(`tight-${look}-${side}`));
  expect(b.store.next()).toMatchObject({ title: 'It is the left link, lower end, as was said. Say so.' });
});

test('why the first suspect: its findings in words, each for or against', async () => {
  const b = await bench(Find, [complaint()]);
  const first = b.store.suspects()[0]!;
  expect(b.el.querySelector(tid('reasons'))).toBeNull();
  await b.click(tid('why'));
  const said = [...b.el.querySelectorAll(`${tid('reasons')} .reason`)].map((li) => li.textContent!.trim());
  expect(said.length).toBe(Math.min(5, b.store.diagnosis()!.why[first.fault]!.length));
  expect(said.join(' ')).toMatch(/ (for|against)\b/);
  expect(b.text(tid('changes'))).toMatch(/What would change this\. .*\d %\./);
  await b.click(`${tid('why')}[aria-expanded="true"]`);
  expect(b.el.querySelector(tid('reasons'))).toBeNull();
});

test('it rocks somewhere: recorded as one, nothing is cleared, and it can be told apart later', async () => {
  const b = await bench(Find, [complaint()], { select: 'front.left.ball-joint' });
  await b.click(tid('rocks'));
  expect(b.written().at(-1)![1]).toMatchObject({
    check: 'shake-12-6',
    rocks: true,
    results: [
      { joint: 'front.left.ball-joint', result: 'can’t tell' },
      { joint: 'front.left.wheel-bearing', result: 'can’t tell' },
    ],
  });
  expect(b.store.verdict()!.kind).toBe('blocked');
  const lead = b.store.suspects()[0]!.fault;
  expect(['front.left.ball-joint', 'front.left.wheel-bearing']).toContain(lead);
});

test('two things that cannot both be: no verdict, and both are named', async () => {
  const said = complaint();
  const b = await bench(Find, [
    { ...said, body: { ...said.body, when: ['both wheels over a hump', 'quieter when both rise'] } } as typeof said,
  ]);
  expect(b.text(tid('verdict'))).toMatch(/No verdict\. These two cannot both be: knocks when both wheels rise .* quieter/);
  expect(b.el.querySelector(tid('give-verdict'))).toBeNull();
});

describe('what is no joint of the plate', () => {
  test('has its card: how, what to look at, and one tap', async () => {
    const b = await bench(Find, [complaint()]);
    const shield = () => b.store.suspects().find((x) => x.fault === 'exhaust shield')!;
    const before = shield();
    b.store.elsewhere.set('tap-shields');
    await b.settle();
    expect(b.text(tid('elsewhere-title'))).toMatch(/shield/i);
    const found = [...b.el.querySelectorAll<HTMLElement>('.btn')].find((x) => x.textContent!.trim() === 'Found it')!;
    found.click();
    await b.settle();
    expect(b.written().slice(1)).toEqual([
      ['check', { check: 'tap-shields', state: expect.any(String), results: [{ joint: 'exhaust shield', result: 'moves' }] }],
    ]);
    expect(found.getAttribute('aria-pressed')).toBe('true');
    // Found loose it is worn for certain; a clunk over broken ground is still not its noise.
    expect(shield().worn).toBeGreaterThan(0.5);
    expect(shield().makes).toBeGreaterThan(5 * before.makes);
    expect(shield().makes).toBeLessThan(0.3);
  });
});

test('a ranking that fails says so, and what is owed is asked for all the same', async () => {
  const broken = (): DiagnosisWork => ({
    ask: () => Promise.reject(new Error('The evidence must be a number.')),
    callOff: () => undefined,
  });
  const b = await bench(Find, [complaint()], { providers: [{ provide: DIAGNOSIS_WORKER, useValue: broken }] });
  expect(b.text(tid('ranking-failed'))).toContain('The evidence must be a number.');
  expect(b.store.next()).toMatchObject({ station: 'find', title: 'How does it stand?' });
  expect(b.el.querySelector(tid('go-on'))).not.toBeNull();
});

test('one number for each suspect, that it makes the noise; that it is worn is said with why', async () => {
  const b = await bench(Find, [complaint()]);
  const rows = [...b.el.querySelectorAll<HTMLElement>('ak-suspects .row')];
  expect(rows).toHaveLength(3);
  b.store
    .suspects()
    .slice(0, 3)
    .forEach((x, i) => {
      expect(rows[i]!.textContent).toContain(`makes the noise ${Math.round(100 * x.makes)} %`);
      expect(rows[i]!.querySelector(tid('worn'))).toBeNull();
      expect(x.worn).toBeGreaterThanOrEqual(x.makes);
    });
  const first = b.store.suspects()[0]!;
  await b.click(tid('why'));
  expect(b.text(tid('worn'))).toBe(`Worn: ${Math.round(100 * first.worn)} %, whether it makes the noise or not.`);
  // None stands out, and the family is said with its chance.
  const family = b.store.diagnosis()!.family!;
  expect(b.text(tid('family'))).toContain(`${Math.round(100 * family.p)} %`);
});

test('while a new answer is worked out the last one stays, marked, and no verdict is given by it', async () => {
  const asked: ((d: Diagnosis) => void)[] = [];
  const slow = (): DiagnosisWork => ({
    ask: (_id, _q, answer) => new Promise(() => asked.push(answer)),
    callOff: () => undefined,
  });
  const clear = (['left', 'right'] as const).flatMap((side) =>
    jointsOf('front', job().type.axles.front)
      .filter((j) => j.includes(side))
      .map((joint) =>
        stored('check', {
          check: usualCheck(joint),
          state: 'both-hanging',
          results: [{ joint, result: joint === 'front.left.link-lower' ? 'moves' : 'tight' }],
        }),
      ),
  );
  const b = await bench(Find, [complaint(), ...clear], { providers: [{ provide: DIAGNOSIS_WORKER, useValue: slow }] });
  expect(b.store.next()!.title).toBe('Weighing what was found.');
  // Asked again while it was answered, the newer question is answered too.
  const answers = async () => {
    for (let known = 0; known < asked.length;) {
      known = asked.length;
      asked.at(-1)!(diagnose(requestOf(b.store.state()!), SHIPPED));
      await b.settle();
    }
  };
  await answers();
  expect(b.store.next()).toMatchObject({ label: 'Give the verdict', action: { entries: [{ kind: 'verdict' }] } });
  // Something is written: the answer of a moment ago stays in sight, and nothing is written by it.
  await b.store.write('note', { text: 'asked again' });
  await b.store.write('defect', { joint: 'front.right.damper', what: 'oil leak' });
  await b.settle();
  expect(b.store.suspects()[0]!.fault).toBe('front.left.link-lower');
  expect(b.text(tid('weighed'))).toMatch(/The last answer; weighed again/);
  expect(b.store.next()).toMatchObject({ title: 'Weighing what was found.', action: { kind: 'wait' } });
  expect(b.el.querySelector<HTMLButtonElement>(tid('give-verdict'))!.disabled).toBe(true);
  await answers();
  expect(b.store.next()).toMatchObject({ action: { entries: [{ kind: 'verdict' }] } });
  expect(b.text(tid('weighed'))).not.toMatch(/again/);
});

test('worn and silent is found besides, under the verdict, with what it is', async () => {
  const clear = jointsOf('front', job().type.axles.front).map((joint) =>
    stored('check', {
      check: usualCheck(joint),
      state: 'both-hanging',
      results: [{ joint, result: /left.(link-lower|arm-bushings)/.test(joint) ? 'moves' : 'tight' }],
    }),
  );
  const b = await bench(Find, [complaint(), ...clear]);
  expect(b.text(tid('verdict'))).toMatch(/It is this: Left link, lower end/);
  expect(b.text(tid('besides'))).toContain('Left arm bushings: worn. It moves in the hand.');
});

test('a look of the whole list is written as that look, not as the joint’s usual one', async () => {
  const b = await bench(Find, [complaint(), hanging()]);
  await b.click(tid('all-checks'));
  await b.click(tid('tight-lever-ball-joint-left'));
  const checks = b.written().filter(([kind]) => kind === 'check');
  expect(checks.map(([, body]) => (body as { check: string }).check)).toEqual(['lever-ball-joint']);
});
