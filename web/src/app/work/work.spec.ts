import type { JobView, StoredEntry } from '@ash-knot/contract';
import { answersOf, fastenersOf, planOf, wayTask } from '@ash-knot/core';
import { DIAL, ledger, tightened } from '@ash-knot/core/test';
import { bench, FakeEventSource, goodsIn, JOB_ID, LINK, SESSION, SHOP, stored, tid, type FakeApi } from '../../test';
import { TestBed } from '@angular/core/testing';
import { Places } from '../job/places';
import { spelled, Speech } from '../state/speech';
import { Work } from './work';

const purpose = () => stored('purpose', { what: 'planned', rule: '' });
function approved(): StoredEntry[] {
  const c = stored('choose', { joints: ['front.left.link-lower', 'front.right.link-lower'], part: LINK, quantity: 2 });
  return [
    purpose(),
    c,
    stored('answer', { answer: 'approved', what: 'links', parts: [c.id], who: 'owner', how: 'by phone', warning: '' }),
    ...goodsIn(c),
  ];
}
const PULL = 'POST /gauges/wrench-1/pull';
const WRENCH = {
  ...DIAL,
  id: 'wrench-1',
  name: 'Wrench 20–200',
  kind: 'torque wrench' as const,
  unit: 'N·m' as const,
  resolution: 0.1,
  rangeMax: 200,
};
const withWrench = (a: FakeApi) => {
  a.answers.set('GET /session', () => ({ ...SESSION, shop: { ...SHOP, gauges: [...SHOP.gauges, WRENCH] } }));
  a.answers.set(PULL, () => ({}));
};

test('nothing to undo before somebody has said yes', async () => {
  const b = await bench(Work, approved().slice(0, 2));
  expect(b.text()).toContain('Nothing to undo yet');
});

test('the first step stands open; a caution is read before it, by its own tap', async () => {
  const b = await bench(Work, approved(), { kind: 'age replacement' });
  expect(b.el.querySelector('[data-open]')!.getAttribute('data-step')).toBe('chock');
  await b.click(tid('step-done'));
  expect(b.el.querySelector('[data-open]')!.getAttribute('data-step')).toBe('raise');
  expect(b.text(tid('step-done'))).toBe('Read, go on');
  await b.click(tid('step-done'));
  expect(b.text(tid('step-done'))).toBe('Done');
  await b.click(tid('step-done'));
  expect(b.written()).toEqual([
    ['step', { step: 'chock', state: 'done' }],
    ['caution', { step: 'raise' }],
    ['step', { step: 'raise', state: 'done' }],
  ]);
});

/** The whole order unfolded: any step can be opened. */
async function unfolded(...[of, entries, more]: Parameters<typeof bench<Work>>) {
  const b = await bench(of, entries, more);
  await b.click(tid('all-steps'));
  return b;
}

test('only what is now and what comes next is told, until somebody wants the order', async () => {
  const b = await bench(Work, approved(), { kind: 'age replacement' });
  const told = () => [...b.el.querySelectorAll('[data-step]')].map((x) => x.getAttribute('data-step'));
  expect(told()).toEqual(['chock', 'raise']);
  await b.click(tid('all-steps'));
  expect(told().length).toBeGreaterThan(20);
  expect(b.text(tid('work-head'))).toBe('Both links');
  expect(b.text(tid('promise'))).toMatch(/^step 1 of \d+, done about (\d+ \w+, )?\d\d:\d\d$/);
});

test('two at it: lanes, each with a step of their own; one leaves, and the order is made anew', async () => {
  const b = await bench(Work, approved(), { kind: 'age replacement' });
  await b.click(tid('crew-open'));
  const names = [...b.el.querySelectorAll<HTMLElement>(`${tid('crew')} button`)];
  expect(names.filter((x) => x.getAttribute('aria-pressed') === 'true')).toHaveLength(1);
  names.find((x) => x.getAttribute('aria-pressed') === 'false')!.click();
  await b.settle();
  const crew = (b.written()[0]![1] as { people: { id: string }[] }).people;
  expect(crew).toHaveLength(2);
  expect(b.text(tid('work-head'))).toBe('Both links, two of us');
  expect(b.text(tid('crew-promise'))).toMatch(/^\d+ min of work, done about .*; usual times; \d+ min alone/);
  expect(b.el.querySelector(tid('lanes'))!.getAttribute('aria-label')!.split('until').length).toBeGreaterThan(3);
  b.el.querySelector<HTMLElement>(`${tid('crew')} [aria-pressed="true"]`)!.click();
  await b.settle();
  expect(b.text(tid('work-head'))).toBe('Both links');
});

test('something is in the way: called out, its ladder rung by rung, a no is an answer', async () => {
  const b = await unfolded(Work, approved(), { kind: 'age replacement' });
  await b.click('[data-step="link-off-left"] .head');
  // Nobody called it rusty: nothing has to lie ready.
  expect(b.el.querySelector(tid('lies-ready'))).toBeNull();
  await b.click(tid('trouble-open'));
  await b.click('[data-testid="trouble-stud spins"]');
  expect(b.text(tid('trouble'))).toContain('Ruins the boot and the stud; the link is scrap.');
  await b.click(tid('rung-not'));
  await b.click(tid('rung-did'));
  expect(
    b.written().map(([kind, body]) => [kind, (body as { rung?: string }).rung, (body as { worked?: boolean }).worked]),
  ).toEqual([
    ['trouble', undefined, undefined],
    ['rung', 'flats', false],
    ['rung', 'pliers', true],
  ]);
  expect(b.el.querySelector(tid('trouble'))).toBeNull();
});

test('no lift today is said where it is missed, and the plan is made anew', async () => {
  const b = await unfolded(Work, approved(), { kind: 'age replacement' });
  await b.click('[data-step="raise"] .head');
  await b.click(tid('trouble-open'));
  await b.click(tid('no-lift'));
  expect(b.written()).toEqual([['setup', { equipment: 'jack and stands', corroded: false }]]);
  expect(b.el.querySelector('[data-testid="no-lift"]')).toBeNull();
  await b.click(tid('all-steps'));
  expect(b.el.querySelector('[data-step="crack"]')).not.toBeNull();
});

test('a rung with sparks has its caution read first', async () => {
  const b = await unfolded(Work, approved(), { kind: 'age replacement' });
  await b.click('[data-step="link-off-left"] .head');
  await b.click(tid('trouble-open'));
  await b.click('[data-testid="trouble-hex rounds"]');
  await b.click(tid('rung-read'));
  expect(b.written().at(-1)).toEqual(['caution', { step: 'link-off-left smaller' }]);
  await b.click(tid('rung-not'));
  expect(b.written().at(-1)![1]).toMatchObject({ rung: 'smaller', worked: false });
});

test('a step is read aloud with its number, only when asked', async () => {
  const b = await unfolded(Work, approved(), { kind: 'age replacement' });
  const speech = TestBed.inject(Speech);
  expect(speech.said()).toBe('');
  await b.click('[data-step="tighten-front.left.link-lower-nut"] .head');
  await b.click(tid('aloud'));
  expect(speech.said()).toMatch(/Link, lower nut, left\. 48 N·m\./);
  expect(spelled('48 N·m, 17 mm, 3–5 min')).toBe('48 newton metres, 17 millimetres, 3 to 5 minutes');
});

test('a step can be taken back', async () => {
  const b = await unfolded(Work, [...approved(), stored('step', { step: 'chock', state: 'done' })], { kind: 'age replacement' });
  await b.click('[data-step="chock"] .head');
  await b.click('[data-step="chock"] ak-step-card .btn');
  expect(b.written()).toEqual([['step', { step: 'chock', state: 'undone' }]]);
});

test('jack and stands change the plan', async () => {
  const b = await unfolded(Work, approved(), { kind: 'age replacement' });
  expect(b.el.querySelector('[data-step="crack"]')).toBeNull();
  await b.click(tid('crew-open'));
  [...b.el.querySelectorAll<HTMLElement>('.pick')].find((x) => x.textContent!.includes('jack'))!.click();
  await b.settle();
  await b.click(tid('all-steps'));
  expect(b.el.querySelector('[data-step="crack"]')).not.toBeNull();
});

test('pieces: both sides at once by what was seen, or each by itself; nothing is answered “as usual” for nobody', async () => {
  const b = await unfolded(Work, approved(), { kind: 'age replacement' });
  await b.click(tid('pieces'));
  expect(b.el.querySelector(tid('usual-fates'))).toBeNull();
  const press = async (group: string, word: string) => {
    const at = b.el.querySelector(`[aria-label="${group}"]`)!;
    [...at.querySelectorAll<HTMLElement>('button')].find((x) => x.textContent!.trim().split(',')[0]!.trim() === word)!.click();
    await b.settle();
  };
  await press('Lock nuts', 'renewed');
  expect(b.written().map(([, body]) => body)).toEqual([
    expect.objectContaining({ piece: 'front.left.link.nuts', fate: 'renewed' }),
    expect.objectContaining({ piece: 'front.right.link.nuts', fate: 'renewed' }),
  ]);
  const why = b.el.querySelector<HTMLSelectElement>(tid('because'))!;
  why.value = 'necked';
  why.dispatchEvent(new Event('change'));
  await b.settle();
  expect(b.written().at(-1)![1]).toMatchObject({ piece: 'front.right.link.nuts', fate: 'renewed', because: 'necked' });
  await b.click(tid('split-front.link.nuts'));
  await press('Lock nuts, left', 'moved over');
  expect(b.written().at(-1)![1]).toMatchObject({ piece: 'front.left.link.nuts', fate: 'moved over' });
});

test('before the wheels go on the line asks what came off; its key unfolds it', async () => {
  const done = ['chock', 'raise', 'wheels-off', 'soak-left', 'soak-right', 'unload', 'link-off-left', 'link-off-right'];
  const b = await bench(Work, approved(), { kind: 'age replacement' });
  const s = b.store.state()!;
  for (const p of planOf(s)) {
    if (p.phase === 'lower' || p.id === 'finish') continue;
    if (p.confirmJoint) await b.store.write('confirm', { joint: p.confirmJoint, outcome: 'sound', note: '' });
    for (const orientation of p.facings ?? []) await b.store.write('orientation', { step: p.id, joint: p.joint!, orientation });
    const f = fastenersOf(b.store.state()!).find((x) => x.fastener.id === p.fastener);
    if (f?.ofNew) {
      const { kind, body } = tightened(ledger(), f);
      await b.store.write(kind, body);
    } else if (f) await b.store.write('mark', { fastener: f.fastener.id, how: 'left alone, checked tight' });
    else await b.store.write('step', { step: p.id, state: 'done', ...(p.soakMinutes ? { soak: 'cut short' as const } : {}) });
  }
  await b.settle();
  expect(done.every((d) => b.store.state()!.steps.has(d))).toBe(true);
  expect(b.store.next()!).toMatchObject({
    title: 'Removed parts: 4 pieces left to say.',
    action: { to: { at: 'pieces', step: 'finish' } },
  });
  TestBed.inject(Places).doing('pieces')!.act!();
  await b.settle();
  expect(TestBed.inject(Places).at('pieces')).toBe(b.el.querySelector('ak-pieces-card'));
});

test('a tip is kept at its step for the next one; the manual’s way needs its source; two ways stand side by side', async () => {
  const b = await unfolded(Work, approved(), { kind: 'age replacement' });
  await b.click('[data-step="link-off-left"] .head');
  const keep = async () => {
    b.el.querySelector(tid('tip-keep'))!.closest('form')!.dispatchEvent(new Event('submit'));
    await b.settle();
  };
  await b.click(tid('tip-open'));
  await keep();
  expect(b.text('[data-step="link-off-left"]')).toContain('is empty. Nothing was kept.');
  await b.type(tid('tip-text'), 'steering to full lock first');
  await keep();
  expect(b.written().at(-1)).toEqual(['tip', { task: 'link off', kind: 'link-lower', text: 'steering to full lock first' }]);
  expect(b.text(tid('tip'))).toContain('steering to full lock first');
  const way = async (name: string, text: string, source?: string) => {
    await b.click(tid('tip-open'));
    await b.type(tid('tip-text'), text);
    [...b.el.querySelectorAll<HTMLElement>('[aria-label="What it is"] button')]
      .find((x) => x.textContent!.includes(name))!
      .click();
    await b.settle();
    if (source) await b.type(tid('tip-source'), source);
    await keep();
  };
  await way('manual', 'lower the cross-member');
  expect(b.text('[data-step="link-off-left"]')).toContain('the manual’s way needs its source');
  await b.type(tid('tip-source'), 'book, 3-12');
  await keep();
  expect(b.el.querySelector(tid('ways'))).toBeNull();
  await way('it is done', 'long extension from the wheel arch');
  expect(b.text(tid('ways'))).toMatch(/lower the cross-member: book, 3-12.*long extension/);
  b.el.querySelectorAll<HTMLElement>(`${tid('ways')} button`)[1]!.click();
  await b.settle();
  expect(b.written().at(-1)).toEqual(['way', { step: 'link-off-left', way: 'field' }]);
});

test('a way’s minutes and counts are of that way and of this type, the step’s caution holds for both; a long tip is not cut', async () => {
  const long = `one bolt cannot be seen: ${'short socket from above, '.repeat(9)}then the ratchet`;
  const tip = (way: 'manual' | 'field', text: string) => stored('tip', { task: 'raise on a lift', text, way, source: 'book' });
  const times = (of: 'type' | 'shop', median: number, jobs: number) => ({
    task: wayTask('field', 'raise on a lift'),
    rusty: null,
    of,
    jobs,
    median,
    p80: median,
  });
  const b = await unfolded(Work, [...approved(), tip('manual', 'by the book'), tip('field', long)], {
    kind: 'age replacement',
    api: (a) => {
      const given = a.answers.get(`GET /jobs/${JOB_ID}`)!;
      a.answers.set(`GET /jobs/${JOB_ID}`, (x) => {
        const job = given(x) as JobView;
        return { ...job, file: { ...job.file, times: [times('shop', 22, 40), times('type', 7, 6)] } };
      });
    },
  });
  await b.click('[data-step="raise"] .head');
  const ways = b.text(tid('ways'));
  expect(ways).toContain(long);
  expect(ways).toContain('on this type 6 times, 7 min');
  expect(ways).toContain('not timed on this type yet');
  expect(ways).not.toContain('22 min');
  expect(b.text(tid('ways-caution'))).toMatch(/^Either way: Check the pads again/);
  await b.click(tid('tip-open'));
  expect(b.el.querySelector<HTMLElement>(tid('tip-text'))!.getAttribute('maxlength')).toBe('300');
});

test('at fitting the photograph of the removal is shown, or that there is none', async () => {
  const photo = stored('photo', {
    photo: '0193a000-0000-7000-8000-00000000000a',
    joint: 'front.left.link-upper',
    step: 'link-off-left',
    caption: 'before',
  });
  const b = await unfolded(Work, [...approved(), photo], { kind: 'age replacement' });
  await b.click('[data-step="fit-link-left"] .head');
  expect(b.el.querySelectorAll(`${tid('as-it-was')} ak-photo`)).toHaveLength(1);
  await b.click('[data-step="fit-link-right"] .head');
  expect(b.text(tid('as-it-was'))).toContain('Nobody photographed it');
});

describe('one fastener', () => {
  const open = async (id: string, api: Parameters<typeof bench>[2] = {}) => {
    const entries = approved();
    const b = await unfolded(Work, entries, { kind: 'age replacement', ...api });
    await b.click(`[data-step="tighten-front.${id}"] .head`);
    return b;
  };
  const submit = async (b: Awaited<ReturnType<typeof bench>>, text: string) => {
    await b.type(tid('torque-typed'), text);
    b.el.querySelector('ak-torque-card form')!.dispatchEvent(new Event('submit'));
    await b.settle();
  };

  test('one number to set, both units, where it is from', async () => {
    const b = await open('left.link-lower-nut');
    expect(b.text(tid('target'))).toBe('48N·m');
    expect(b.text('ak-torque-card')).toContain('35 lbf·ft');
    expect(b.text('ak-torque-card')).toContain('test book, published as 48 N·m');
  });
  test('what it does in the thread, on demand; another condition than the published one is warned of, never a value', async () => {
    const b = await open('left.link-lower-nut');
    // M10×1.25, 48 N·m dry, class 8.8: checked against core's own band, which is checked against VDI 2230.
    expect(b.text(tid('preload'))).toMatch(/^M10×1\.25, dry, 8\.8: [\d.]+ to [\d.]+ kN, \d+ to \d+ % of its proof load\.$/);
    expect(b.el.querySelector(tid('other-condition'))).toBeNull();
    [...b.el.querySelectorAll<HTMLElement>('[aria-label="Condition"] button')]
      .find((x) => x.textContent!.includes('anti-seize'))!
      .click();
    await b.settle();
    expect(b.text(tid('other-condition'))).toMatch(
      /Anti-seize is not what the value is for \(dry\).*a reckoning, no published value/,
    );
    expect(b.text(tid('target'))).toBe('48N·m');
    // What a lock nut takes to turn tightens nothing.
    const kn = () => Number(/: ([\d.]+) to/.exec(b.text(tid('preload')))![1]);
    const before = kn();
    await b.type(tid('running'), '6 N·m');
    expect(kn() / before).toBeCloseTo(42 / 48, 1);
    await b.type(tid('running'), '60');
    expect(b.text(tid('in-the-thread'))).toContain('must be less than the value');
  });
  test('pulled too far: by how much, and what it may have done', async () => {
    const b = await open('left.link-lower-nut');
    await submit(b, '55');
    await submit(b, '55');
    await b.click('[data-step="tighten-front.left.link-lower-nut"] .head');
    expect(b.text(tid('wrong'))).toMatch(/55 N·m is 15 % past what is published: it does not count\. Slacken it off/);
  });
  test('the adapter is drawn as it was measured', async () => {
    const b = await open('left.link-lower-nut');
    await b.click(tid('wont-reach'));
    expect(b.el.querySelector('ak-adapter-drawing svg')).toBeNull();
    for (const [field, text] of [
      ['lever', '400'],
      ['adapter', '60'],
      ['angle', '90'],
    ] as const)
      await b.type(tid(`reach-${field}`), text);
    expect(b.el.querySelector('ak-adapter-drawing svg')!.getAttribute('aria-label')).toBe(
      'Lever 400 mm from hand to drive, adapter 60 mm at 90° to it',
    );
    // At a right angle the adapter changes nothing.
    expect(b.text(tid('target'))).toBe('48N·m');
  });
  test('how a nut is kept is written down; a wrench past its calibration is flagged on its record', async () => {
    const torque = stored('torque', {
      fastener: 'front.left.link-lower-nut',
      targetNm: 48,
      targetText: '48 N·m',
      source: 'test book',
      achievedNm: 48,
      value: 48,
      unit: 'N·m',
      method: 'torque wrench',
      wrench: { id: 'wrench-1', name: 'Wrench 20–200', simulated: false },
    });
    const old = (a: FakeApi) =>
      a.answers.set('GET /session', () => ({
        ...SESSION,
        shop: { ...SHOP, gauges: [...SHOP.gauges, { ...WRENCH, calibratedUntil: '2020-01-31' }] },
      }));
    const b = await unfolded(Work, [...approved(), torque], { kind: 'age replacement', api: old });
    await b.click('[data-step="tighten-front.left.link-lower-nut"] .head');
    expect(b.text(tid('past-calibration'))).toContain('2020-01-31');
    [...b.el.querySelectorAll<HTMLElement>(`${tid('locks')} button`)].find((x) => x.textContent!.includes('used again'))!.click();
    await b.settle();
    expect(b.written()).toEqual([['lock', { fastener: 'front.left.link-lower-nut', how: 'lock nut used again, threadlocker' }]]);
    expect(b.text(tid('record'))).toContain('lock nut used again, threadlocker');
  });
  /** The open sheet's stream says it. */
  const says = async (b: Awaited<ReturnType<typeof bench>>, said: Record<string, unknown>) => {
    FakeEventSource.last!.push('said', { gauge: 'wrench-1', text: '', ...said });
    await b.settle();
  };
  test('without a wrench there is no click to take: the number that is set is one tap, another is typed, and a simulated one to open', async () => {
    const b = await open('left.link-lower-nut', { api: withWrench });
    expect(b.el.querySelector(tid('pull'))).toBeNull();
    expect(b.el.querySelector(tid('open-wrench'))!.getAttribute('href')).toBe('/gauge/wrench-1');
    // What the key says it writes: the number that is set, or the one that was typed.
    const key = () => TestBed.inject(Places).doing('fastener front.left.link-lower-nut')!;
    expect(key().says!()).toBe('It clicked at 48 N·m');
    await b.type(tid('torque-typed'), '49');
    expect(key().says!()).toBe('It clicked at 49');
    await b.type(tid('torque-typed'), '');
    await says(b, { here: 'simulated' });
    expect(b.text(tid('wrench'))).toBe('Connected: Wrench 20–200, simulated.');
    expect(b.el.querySelector(tid('pull'))).not.toBeNull();
    await says(b, { here: 'gone' });
    expect(b.el.querySelector(tid('pull'))).toBeNull();
    key().act!();
    await b.settle();
    expect(b.written()).toMatchObject([['torque', { achievedNm: 48, method: 'torque wrench' }]]);
  });
  test('a simulated wrench is asked to pull; what it says is recorded with its name, and that it is simulated', async () => {
    const b = await open('left.link-lower-nut', { api: withWrench });
    await says(b, { here: 'simulated' });
    await b.click(tid('pull'));
    expect(b.api.calls.at(-1)).toMatchObject({ path: '/gauges/wrench-1/pull', body: { nm: 48 } });
    expect(b.written()).toEqual([]);
    await says(b, { text: '48.4' });
    expect(b.written()[0]).toEqual([
      'torque',
      {
        fastener: 'front.left.link-lower-nut',
        targetNm: 48,
        targetText: '48 N·m',
        source: 'test book',
        achievedNm: 48.4,
        value: 48.4,
        unit: 'N·m',
        method: 'torque wrench',
        wrench: { id: 'wrench-1', name: 'Wrench 20–200', simulated: true },
      },
    ]);
    expect(b.text('[data-step="tighten-front.left.link-lower-nut"]')).toContain('torque wrench, Wrench 20–200, simulated');
  });
  test('a wrench of the bay: recorded where it clicked at what was wanted, asked about where not', async () => {
    const b = await open('left.link-lower-nut', { api: withWrench });
    await says(b, { gauge: 'dial', text: '0.5' });
    expect(b.written()).toEqual([]);
    await says(b, { text: '70.0' });
    expect(b.written()).toEqual([]);
    expect(b.text('ak-torque-card')).toMatch(/46 % over/);
    await says(b, { text: '48.3' });
    expect(b.written()[0]).toEqual([
      'torque',
      expect.objectContaining({ achievedNm: 48.3, wrench: expect.objectContaining({ simulated: false }) }),
    ]);
  });
  test('through an adapter the wrench is set lower and the fastener’s own torque is recorded', async () => {
    const b = await open('left.link-lower-nut', { api: withWrench });
    await says(b, { here: 'simulated' });
    await b.click(tid('wont-reach'));
    // Nobody has said how long: no number to set, and no click is taken.
    expect(b.text(tid('target'))).toContain('–');
    await says(b, { text: '42.7' });
    expect(b.written()).toEqual([]);
    await b.type(tid('reach-lever'), '400 mm');
    await b.type(tid('reach-adapter'), '50 mm');
    await b.type(tid('reach-angle'), '0');
    // 48 · 400 / 450
    expect(b.text(tid('target'))).toContain('42.7');
    await b.click(tid('pull'));
    await says(b, { text: '42.7' });
    expect(b.written()[0]![1]).toMatchObject({
      achievedNm: 48.04,
      method: 'wrench with adapter',
      detail: 'set 42.7 N·m, lever 400 mm, adapter 50 mm at 0°',
    });
  });
  test('typed in another unit it is converted and kept as written', async () => {
    const b = await open('left.link-lower-nut');
    await submit(b, '35,5 ft-lb');
    expect(b.written()[0]![1]).toMatchObject({ value: 35.5, unit: 'lbf·ft', achievedNm: 48.13 });
  });
  test('far from its target it is asked about once, with the unit that would fit; the second time it is taken as it is', async () => {
    const b = await open('left.link-lower-nut');
    await submit(b, '35');
    expect(b.text(tid('torque-question'))).toContain('Did you mean 35 lbf·ft?');
    expect(b.written()).toEqual([]);
    await submit(b, '35');
    expect(b.written()[0]![1]).toMatchObject({ achievedNm: 35, unit: 'N·m' });
  });
  test('past the proof load of its thread it is said so', async () => {
    const b = await open('left.link-lower-nut');
    await submit(b, '300');
    expect(b.text(tid('torque-question'))).toContain('past the proof load');
  });
  test.each([
    ['abc', /torque reading must be a number/],
    ['-3', /must be more than 0/],
    ['5 mm', /no unit called “mm”/],
  ])('“%s” changes nothing', async (text, message) => {
    const b = await open('left.link-lower-nut');
    await submit(b, text);
    expect(b.text(tid('torque-error'))).toMatch(message);
    expect(b.written()).toEqual([]);
  });
  const wheels = (more: object) => [
    'clicks',
    { fastener: 'front.left.wheel-nut', clicks: 16, of: 16, targetNm: 110, targetText: '110 N·m', source: 'test book', ...more },
  ];
  test('wheel nuts are counted in stages, each at its own number; one back is one back; the last click writes them all', async () => {
    const b = await open('left.wheel-nut');
    await b.click(tid('one-by-one'));
    expect([b.text(tid('target')), b.text(tid('stage'))]).toEqual(['33N·m', 'stage 1 of 3, in the end 110 N·m']);
    await b.click(tid('click'));
    await b.click(tid('click'));
    [...b.el.querySelectorAll<HTMLElement>('ak-torque-card .btn')].find((x) => x.textContent!.includes('One back'))!.click();
    await b.settle();
    expect(b.text(tid('click'))).toBe('Click 2 of 16');
    for (let i = 0; i < 4; i++) await b.click(tid('click'));
    expect(b.text(tid('target'))).toBe('77N·m');
    for (let i = 0; i < 5; i++) await b.click(tid('click'));
    expect(b.text(tid('target'))).toBe('110N·m');
    // However fast the taps come, the group ends at its number.
    const key = b.el.querySelector<HTMLElement>(tid('click'))!;
    for (let i = 0; i < 20; i++) key.click();
    await b.settle();
    expect(b.written()).toEqual([wheels({})]);
  });
  test('a wrench counts a group: each click at its stage, by the same tolerance; the record says what the last round was pulled at', async () => {
    const b = await open('left.wheel-nut', { api: withWrench });
    await says(b, { here: 'simulated' });
    await says(b, { text: '36.0' });
    expect(b.text(tid('torque-error'))).toBe('36 N·m is not 33 N·m: this click does not count.');
    for (let i = 0; i < 5; i++) await says(b, { text: '33.5' });
    for (let i = 0; i < 5; i++) await says(b, { text: '76.0' });
    for (let i = 0; i < 6; i++) await says(b, { text: `${108 + i}.0` });
    const wrench = { id: 'wrench-1', name: 'Wrench 20–200', simulated: true };
    expect(b.written()).toEqual([wheels({ pulled: { minNm: 108, maxNm: 113 }, wrench })]);
  });
  test('a whole group is one tap, in words, and recorded as that', async () => {
    const b = await open('left.wheel-nut');
    expect(b.text(tid('target'))).toBe('110N·m');
    expect(b.text(tid('in-stages'))).toBe(
      'In the order shown, in three stages: 33 N·m, 77 N·m then 110 N·m; at the end the first one again.',
    );
    expect(b.text(tid('all-pulled'))).toBe('All 5 clicked at 110 N·m');
    expect(TestBed.inject(Places).doing('fastener front.left.wheel-nut')!.says!()).toBe('All 5 clicked at 110 N·m');
    await b.click(tid('all-pulled'));
    expect(b.written()).toEqual([wheels({ saidAtOnce: true })]);
    expect(b.text('[data-step="tighten-front.left.wheel-nut"]')).toContain('5 clicked at 110 N·m, three stages, said together');
  });
  test('no line to the wrench is said, nothing is recorded', async () => {
    const b = await open('left.link-lower-nut', { api: withWrench });
    await says(b, { here: 'simulated' });
    b.api.offline = true;
    await b.click(tid('pull'));
    expect(b.text(tid('torque-error'))).toContain('The line is down');
    expect(b.written()).toEqual([]);
  });
  test('the new part’s sheet says otherwise: its range rules from then on, and is recorded as a range', async () => {
    const b = await open('left.link-lower-nut');
    await b.click(tid('otherwise'));
    await b.type(tid('found-value'), '83–112 ft-lb');
    await b.type(tid('found-source'), 'sheet in the kit');
    [...b.el.querySelectorAll('ak-torque-card form')].at(-1)!.dispatchEvent(new Event('submit'));
    await b.settle();
    expect(b.text(tid('target'))).toBe('112.5–151.9N·m');
    await submit(b, '90 ft-lb');
    expect(b.written().at(-1)![1]).toMatchObject({
      targetNm: expect.closeTo(112.533, 3),
      targetMaxNm: expect.closeTo(151.852, 3),
      targetText: '83–112 lbf·ft',
      source: 'sheet in the kit',
    });
  });
  test('the new link’s own hold at tightening, the old one’s beside it', async () => {
    const b = await open('left.link-lower-nut');
    expect(b.text(tid('hardware'))).toContain('17 mm flats hold the stud');
    expect(b.text(tid('old-hardware'))).toBe('The old part had 16 mm, held by 5 mm hex.');
  });
});

test('no published value: firm and marked for a bracket, never for wheel nuts', async () => {
  const c = stored('choose', {
    joints: ['front.left.frame-bushing'],
    part: { ...LINK, kind: 'frame bushing', name: 'Bushing' },
    quantity: 1,
    oneSideReason: 'r',
  });
  const entries = [
    c,
    stored('answer', { answer: 'approved', what: 'b', parts: [c.id], who: 'o', how: 'by phone', warning: '' }),
    ...goodsIn(c),
  ];
  const b = await unfolded(Work, entries, { kind: 'age replacement' });
  await b.click('[data-step="tighten-front.left.bracket-bolt"] .head');
  expect(b.text('ak-torque-card')).toMatch(/No published value\..*13 mm on the bolt.*at ride height.*None is invented here\./);
  await b.click(tid('firm'));
  expect(b.written()).toEqual([['mark', { fastener: 'front.left.bracket-bolt', how: 'firm, unpublished' }]]);
});

test('arms wait for the maker’s value: there is no key for firm', async () => {
  const c = stored('choose', {
    joints: ['front.left.arm-bushings'],
    part: { ...LINK, kind: 'other part', name: 'Arm' },
    quantity: 1,
  });
  const entries = [
    c,
    stored('answer', { answer: 'approved', what: 'b', parts: [c.id], who: 'o', how: 'by phone', warning: '' }),
    ...goodsIn(c),
  ];
  const b = await unfolded(Work, entries, { kind: 'age replacement' });
  await b.click('[data-step="tighten-front.left.arm-bolt"] .head');
  expect(b.text('ak-torque-card')).toContain('“firm” is not enough for this one');
  expect(b.el.querySelector(tid('firm'))).toBeNull();
  const submit = async () => {
    b.el.querySelector('ak-torque-card form')!.dispatchEvent(new Event('submit'));
    await b.settle();
  };
  await b.type(tid('found-value'), '105 N·m');
  await submit();
  expect(b.text(tid('torque-error'))).toContain('source of the value is empty');
  await b.type(tid('found-source'), 'maker’s book p. 12');
  await submit();
  expect(b.written()[0]![1]).toMatchObject({
    axle: 'front',
    value: { fastener: 'arm-bolt', minNm: 105, source: 'maker’s book p. 12' },
  });
  expect(b.text(tid('target'))).toContain('105');
});

test('undone to get at something: the joint, then the bolt; it joins the plan', async () => {
  const b = await unfolded(Work, [purpose()], { kind: 'access', select: 'front.left.frame-bushing' });
  await b.click(tid('undone-1'));
  expect(b.written()).toEqual([['undone', { fastener: 'front.left.bracket-bolt', count: 1 }]]);
  expect(b.el.querySelector('[data-step="tighten-front.left.bracket-bolt"]')).not.toBeNull();
  expect(b.store.next()!.station).toBe('work');
  await b.click(tid('undone-1'));
  expect(b.written().at(-1)).toEqual(['undone', { fastener: 'front.left.bracket-bolt', count: 0 }]);
});

test('gripped rubber: the key leads to the height, takes what was written, and it stands where it is tightened', async () => {
  const c = stored('choose', {
    joints: ['front.left.frame-bushing', 'front.right.frame-bushing'],
    part: { ...LINK, kind: 'frame bushing', name: 'Bushing' },
    quantity: 2,
  });
  const yes = stored('answer', { answer: 'approved', what: 'b', parts: [c.id], who: 'o', how: 'by phone', warning: '' });
  const b = await unfolded(Work, [purpose(), c, yes, ...goodsIn(c), stored('step', { step: 'chock', state: 'done' })], {
    kind: 'age replacement',
  });
  expect(b.el.querySelector('[data-open]')!.getAttribute('data-step')).toBe('height');
  await b.type(tid('height-left'), '372 mm');
  expect(TestBed.inject(Places).doing('height')).toBeUndefined();
  await b.type(tid('height-right'), '14 5/8 in');
  b.el.querySelector('ak-height-card form')!.dispatchEvent(new Event('submit'));
  await b.settle();
  expect(b.written()).toEqual([
    ['height', { axle: 'front', side: 'left', mm: 372, text: '372 mm' }],
    ['height', { axle: 'front', side: 'right', mm: expect.closeTo(371.475, 3), text: '14 5/8 in' }],
  ]);
  await b.click('[data-step="ride-height"] .head');
  expect(b.text(tid('to-height'))).toBe('Left 372 mm, right 14 5/8 in');
});

test('load off the bar: heights say how hard it is wound up and which way it springs', async () => {
  const b = await unfolded(Work, approved(), { kind: 'age replacement' });
  await b.click('[data-step="unload"] .head');
  await b.type(tid('height-left'), '380');
  await b.type(tid('height-right'), '400');
  await b.click(tid('height-save'));
  expect(b.written().map(([kind]) => kind)).toEqual(['height', 'height']);
  expect(b.text(tid('link-load'))).toMatch(/left wheel stands 20 mm further up: about \d+ N on each link.*left eye springs down/);
});

test('an adjustable link is set to the length that was worked out before it goes on', async () => {
  const c = stored('choose', {
    joints: ['front.left.link-lower', 'front.right.link-lower'],
    part: { ...LINK, kind: 'rod-end link', lengthMm: undefined, lengthRangeMm: [275, 325] },
    quantity: 2,
  });
  const entries = [
    purpose(),
    stored('result', {
      what: 'link length',
      joint: 'front.left.link-lower',
      method: 'bolt 1',
      given: { from: 'the bolt', loweredMm: 0, oldMm: 300 },
      found: { lengthMm: 293.5, doubtMm: 1.2, ruleMm: null, fits: null },
      words: '293.5 mm',
    }),
    c,
    stored('answer', { answer: 'approved', what: 'links', parts: [c.id], who: 'owner', how: 'by phone', warning: '' }),
    ...goodsIn(c),
  ];
  const b = await unfolded(Work, entries, { kind: 'changed stance' });
  const to = () => b.store.next()!;
  for (let i = 0; i < 30 && !/Set both links/.test(to().title); i++) {
    // A wait that could be filled is cut.
    const a = answersOf(to())?.at(-1)?.action ?? to().action;
    if (a.kind !== 'write') throw new Error(`nothing is written by itself at: ${to().title}`);
    await b.store.writeAll(a.entries);
    await b.settle();
  }
  expect(to().title).toBe('Set both links to 293.5 mm before they go on.');
  await b.click('[data-step="compare-link-left"] .head');
  expect(b.text(tid('adjust-here'))).toContain('Set both links to 293.5 mm before they go on.');
  await b.type(tid('adjust-now'), '290');
  await b.type(tid('adjust-thread'), 'M12x1.75');
  await b.type(tid('adjust-engaged'), '24');
  await b.click(tid('adjust-keep'));
  expect(b.written().at(-1)![1]).toMatchObject({
    what: 'link setting',
    joint: 'front.left.link-lower',
    found: { lengthMm: 293.5 },
  });
  expect(to().title).not.toMatch(/Set both links/);
  expect(b.text(tid('adjust-here'))).toContain('Both set to 293.5 mm, equal to ±0.44 mm at best');
});

/** One of several picks of a card. */
async function pick(b: Awaited<ReturnType<typeof unfolded>>, card: string, label: string, name: string): Promise<void> {
  [...b.el.querySelectorAll<HTMLElement>(`${card} [aria-label="${label}"] button`)]
    .find((x) => x.textContent!.trim() === name)!
    .click();
  await b.settle();
}

test('grease on a thread is said by one tap, and the card warns before it is pulled', async () => {
  const b = await unfolded(Work, approved(), { kind: 'age replacement' });
  const card = '[data-step="tighten-front.left.link-upper-nut"]';
  await b.click(`${card} .head`);
  await b.click(`${card} ${tid('coat')}`);
  await pick(b, card, 'On its thread', 'anti-seize');
  expect(b.written().at(-1)).toEqual(['coat', { fastener: 'front.left.link-upper-nut', what: 'anti-seize' }]);
  expect(b.text(`${card} ${tid('past-thread')}`)).toMatch(/^Anti-seize is/);
});

test('only one of two bolts that was undone is recorded as that', async () => {
  const c = stored('choose', {
    joints: ['front.left.frame-bushing', 'front.right.frame-bushing'],
    part: { ...LINK, id: 'b-1', kind: 'frame bushing', torque: [] },
    quantity: 2,
  });
  const yes = stored('answer', { answer: 'approved', what: 'it', parts: [c.id], who: 'owner', how: 'by phone', warning: '' });
  const b = await unfolded(Work, [purpose(), c, yes, ...goodsIn(c)], { kind: 'age replacement' });
  const card = '[data-step="tighten-front.left.bracket-bolt"]';
  await b.click(`${card} .head`);
  await b.click(`${card} ${tid('some')}`);
  await pick(b, card, 'How many were undone', '1');
  expect(b.written().at(-1)).toEqual(['undone', { fastener: 'front.left.bracket-bolt', count: 1 }]);
  expect(fastenersOf(b.store.state()!).find((f) => f.of === 2)!.label).toBe('Bracket bolts, left, 1 of 2');
});
