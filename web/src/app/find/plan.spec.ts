import { DIAGNOSIS_WORKER } from '../workers/diagnoser';
import type { DiagnosisWork } from '../workers/diagnosis-work';
import {
  checkFor,
  diagnose,
  jointsOf,
  partsOf,
  requestOf,
  SHIPPED,
  type Diagnosis,
  type JointId,
  type NextCheck,
} from '@ash-knot/core';
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
const rows = (b: { el: HTMLElement }) => [...b.el.querySelectorAll<HTMLElement>(`${tid('plan')} > li`)];

test('the plan stands there: at most five checks, best first, minutes beside each', async () => {
  const b = await bench(Find, [complaint()]);
  const plan = b.store.diagnosis()!.plan as NextCheck[];
  expect(rows(b)).toHaveLength(plan.length);
  expect(plan.length).toBeLessThanOrEqual(5);
  rows(b).forEach((li, i) => expect(li.textContent).toContain(`${plan[i]!.minutes + plan[i]!.changeMinutes} min`));
});

test('all tight at a row records its check in a state that counts, and the plan is another one after it', async () => {
  const b = await bench(Find, [complaint()]);
  const first = (b.store.diagnosis()!.plan as NextCheck[])[0]!;
  await b.click(`${tid('plan')} > li:first-child .btn`);
  const [kind, body] = b.written().at(-1)! as ['check', { check: string; results: { result: string }[] }];
  expect([kind, body.check]).toEqual(['check', first.check]);
  expect(body.results.every((r) => r.result === 'tight')).toBe(true);
  expect(b.store.diagnosis()!.plan[0]!.id).not.toBe(first.id);
  for (const id of first.of) expect(b.store.state()!.joints.get(id as never)?.state ?? 'sound').toBe('sound');
});

test('why the first suspect: its findings in words, each for or against', async () => {
  const b = await bench(Find, [complaint()]);
  const first = b.store.suspects()[0]!;
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
  expect(b.store.next()).toMatchObject({ station: 'find', action: { entries: [{ kind: 'stands' }] } });
  expect(b.el.querySelector(tid('go-on'))).not.toBeNull();
});

test('two numbers for each suspect, in words: it makes the noise, and it is worn', async () => {
  const b = await bench(Find, [complaint()]);
  const rows = [...b.el.querySelectorAll<HTMLElement>('ak-suspects .row')];
  expect(rows).toHaveLength(4);
  b.store
    .suspects()
    .slice(0, 4)
    .forEach((x, i) => {
      expect(rows[i]!.textContent).toContain(`makes the noise ${Math.round(100 * x.makes)} %`);
      expect(rows[i]!.querySelector(tid('worn'))!.textContent).toBe(`worn ${Math.round(100 * x.worn)} %`);
      expect(x.worn).toBeGreaterThanOrEqual(x.makes);
    });
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
  expect(b.store.next()!.title).toMatch(/Ranking/);
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
  expect(b.store.next()).toMatchObject({ title: 'Weighed again.', action: { kind: 'go' } });
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

test('all tight at a check of the whole list is written as that check, not as the joint’s usual one', async () => {
  const b = await bench(Find, [complaint(), stored('stands', { state: 'both-hanging' })]);
  await b.click(tid('all-checks'));
  const row = [...b.el.querySelectorAll('ak-next-checks li')].find((x) => /^\s*Lever the ball joint/.test(x.textContent!))!;
  row.querySelector<HTMLButtonElement>('.btn')!.click();
  await b.settle();
  const checks = b.written().filter(([kind]) => kind === 'check');
  expect(checks.map(([, body]) => (body as { check: string }).check)).toEqual(['lever-ball-joint']);
});
