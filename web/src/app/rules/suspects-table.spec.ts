import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { LearningView } from '@ash-knot/contract';
import { SHIPPED } from '@ash-knot/core/suspects-table';
import { calibration, saidBins } from '@ash-knot/core';
import { SESSION, setUp, SHOP, tid } from '../../test';
import { LineChart, type Series } from '../kit/line-chart';
import { Session } from '../session/session';
import { SuspectsTable } from './suspects-table';

/** Chart.js wants a canvas; what it is given is what is looked at here. */
@Component({ selector: 'ak-line-chart', template: '', changeDetection: ChangeDetectionStrategy.OnPush })
class ChartStub {
  readonly label = input('');
  readonly series = input<readonly Series[]>([]);
  readonly xTitle = input('');
  readonly yTitle = input('');
  readonly yMax = input<number>();
}

const c = calibration(saidBins(Array.from({ length: 40 }, (_, i) => ({ p: (i % 10) / 10, on: i % 10 > 4 }))));
const LEARNING: LearningView = {
  lessons: [
    { job: 'j1', plate: 'TS 1', closedAt: '2026-01-05T09:00:00Z', faults: ['front.left.link-lower'], counts: 3, undone: false },
    { job: 'j2', plate: 'TS 2', closedAt: '2026-01-06T09:00:00Z', faults: ['front.left.frame-bushing'], counts: 2, undone: true },
  ],
  older: null,
  taught: { jobs: 2, counting: 1 },
  worn: { heard: c, found: c },
  makes: { heard: c, found: c },
};

async function open(shop: Partial<typeof SHOP> = {}) {
  const { api, ask } = setUp();
  api.answers.set('GET /session', () => ({ ...SESSION, person: 'lee', shop: { ...SHOP, ...shop } }));
  api.answers.set('GET /learning', () => LEARNING);
  api.answers.set('PUT /lessons/j1', () => ({}));
  api.answers.set('PUT /shop/suspects-table', () => ({}));
  ask.answer = 'lee';
  TestBed.overrideComponent(SuspectsTable, { remove: { imports: [LineChart] }, add: { imports: [ChartStub] } });
  await TestBed.inject(Session).load();
  const fixture = TestBed.createComponent(SuspectsTable);
  const el = fixture.nativeElement as HTMLElement;
  const settle = async () => {
    for (let i = 0; i < 4; i++) {
      await fixture.whenStable();
      await new Promise((r) => setTimeout(r));
    }
    fixture.detectChanges();
  };
  await settle();
  const text = (s?: string) => ((s ? el.querySelector(s) : el)?.textContent ?? '').replace(/\s+/g, ' ').trim();
  const put = async (content: string) => {
    const box = el.querySelector<HTMLInputElement>(tid('put-table'))!;
    const file = { name: 'table.json', text: () => Promise.resolve(content) };
    Object.defineProperty(box, 'files', { value: [file], configurable: true });
    box.dispatchEvent(new Event('change'));
    await settle();
  };
  return { api, el, settle, text, put };
}

test('the scores of both layers stand beside that of knowing nothing', async () => {
  const p = await open();
  expect(p.text()).toContain('2 closed jobs');
  for (const layer of ['Worn', 'Makes the noise'])
    expect(p.text('table')).toContain(`${layer}, after listening 40${c.brier.toFixed(3)}${c.brierOfBase.toFixed(3)}`);
});

test('what closed jobs have moved is told, from and to', async () => {
  const p = await open({ learned: [{ key: 'sign|link-lower|sharp knock', yes: 60, no: 5 }] });
  expect(p.text(tid('moved'))).toMatch(/Link, lower end: sharp knock30 → 78 %65 cases/);
});

test('a lesson can be taken out, and one taken out says so', async () => {
  const p = await open();
  const rows = [...p.el.querySelectorAll<HTMLElement>('[aria-label="Lessons"] li')];
  expect(rows.map((r) => r.querySelector('button')!.textContent!.trim())).toEqual(['Take it out', 'Put it back']);
  rows[0]!.querySelector('button')!.click();
  await p.settle();
  expect(p.api.calls).toContainEqual({ method: 'PUT', path: '/lessons/j1', body: { undone: true } });
  expect(p.text(tid('table-said'))).toBe('TS 1 no longer counts.');
});

describe('putting in a table', () => {
  test.each([
    ['{', 'table.json is not JSON. Nothing was changed.'],
    ['{}', /format of the suspects table must be .* Nothing was changed\./],
    [
      JSON.stringify({ ...SHIPPED, faults: { ...SHIPPED.faults, damper: { prior: 1.4, signs: {} } } }),
      /prior of damper must be a probability between 0 and 1.* Nothing was changed\./,
    ],
    [
      JSON.stringify({ ...SHIPPED, faults: { ...SHIPPED.faults, flux: { prior: 0.1, signs: {} } } }),
      /fault is not one this program knows.*flux.* Nothing was changed\./,
    ],
  ])('%.20s… is refused in a sentence and nothing is sent', async (content, said) => {
    const p = await open();
    await p.put(content);
    expect(p.text(tid('table-said'))).toMatch(said);
    expect(p.api.calls.some((x) => x.method === 'PUT')).toBe(false);
  });
  test('a good one goes in', async () => {
    const p = await open();
    await p.put(JSON.stringify(SHIPPED));
    expect(p.api.calls).toContainEqual({
      method: 'PUT',
      path: '/shop/suspects-table',
      body: JSON.parse(JSON.stringify(SHIPPED)),
    });
    expect(p.text(tid('table-said'))).toMatch(/The table is in/);
  });
});
