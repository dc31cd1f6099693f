import { DIAGNOSIS_WORKER } from '../workers/diagnoser';
import type { DiagnosisWork } from '../workers/diagnosis-work';
import type { NextCheck } from '@ash-knot/core';
import { bench, stored, tid } from '../../test';
import { Find } from './find';

const complaint = () =>
  stored('complaint', {
    character: ['dull clunk'],
    where: ['front'],
    when: ['patched surface, slowly', 'one wheel over a bump'],
    handling: [],
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
    const shield = () => b.store.suspects().find((x) => x.fault === 'exhaust shield')?.p ?? 0;
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
    expect(shield()).toBeGreaterThan(10 * before);
    expect(shield()).toBeGreaterThan(0.5);
  });
});

test('a ranking that fails says so, and what is owed is asked for all the same', async () => {
  const broken = (): DiagnosisWork => ({
    ask: () => Promise.reject(new Error('The evidence must be a number.')),
    callOff: () => undefined,
  });
  const b = await bench(Find, [complaint()], { providers: [{ provide: DIAGNOSIS_WORKER, useValue: broken }] });
  expect(b.text(tid('ranking-failed'))).toContain('The evidence must be a number.');
  expect(b.store.next()).toMatchObject({ station: 'find', action: { kind: 'stands' } });
  expect(b.el.querySelector(tid('go-on'))).not.toBeNull();
});
