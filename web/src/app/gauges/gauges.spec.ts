import { TestBed } from '@angular/core/testing';
import { ActivatedRoute } from '@angular/router';
import { DIAL } from '@ash-knot/core/test';
import { FakeEventSource, SESSION, setUp, SHOP, tid } from '../../test';
import { Session } from '../session/session';
import { GaugeRegister } from './gauge-register';
import { GaugeStudy } from './gauge-study';
import { SimGauge } from './sim-gauge';
import type { Type } from '@angular/core';

const GAUGES = [
  { ...DIAL, calibratedUntil: '2020-01-31' },
  { ...DIAL, id: 'force-1', name: 'Force', kind: 'force gauge' as const, unit: 'N' as const, resolution: 1, rangeMax: 2500 },
];
async function open<T>(component: Type<T>, inputs: Record<string, string> = {}) {
  localStorage.clear();
  const { api, ask } = setUp([{ provide: ActivatedRoute, useValue: {} }]);
  api.answers.set('GET /session', () => ({ ...SESSION, shop: { ...SHOP, gauges: GAUGES } }));
  api.answers.set('GET /gauges/dial/studies', () => []);
  ask.answer = 'lee';
  await TestBed.inject(Session).load();
  const fixture = TestBed.createComponent(component);
  for (const [k, v] of Object.entries(inputs)) fixture.componentRef.setInput(k, v);
  const el = fixture.nativeElement as HTMLElement;
  const settle = async () => {
    for (let i = 0; i < 3; i++) {
      await fixture.whenStable();
      await new Promise((r) => setTimeout(r));
    }
    fixture.detectChanges();
  };
  await settle();
  const one = (s: string) => el.querySelector<HTMLInputElement>(s)!;
  return {
    api,
    el,
    settle,
    text: (s?: string) => ((s ? one(s) : el)?.textContent ?? '').replace(/\s+/g, ' ').trim(),
    click: async (s: string) => (one(s).click(), await settle()),
    type: async (s: string, v: string) => {
      one(s).value = v;
      one(s).dispatchEvent(new Event('input'));
      await settle();
    },
    into: async (label: string, v: string) => {
      const its = [...el.querySelectorAll('label')].find((l) => l.textContent!.trim() === label)!.control as HTMLInputElement;
      its.value = v;
      its.dispatchEvent(new Event('input'));
      await settle();
    },
    sent: () => api.calls.filter((c) => c.method !== 'GET'),
  };
}

describe('the register', () => {
  const fill = async (p: Awaited<ReturnType<typeof open>>, x: Record<string, string>) => {
    for (const [label, v] of Object.entries(x)) await p.into(label, v);
    p.el.querySelector('form')!.dispatchEvent(new Event('submit'));
    await p.settle();
  };
  test('says which calibration has run out', async () => {
    const p = await open(GaugeRegister);
    expect(p.text('[data-gauge="dial"]')).toContain('calibration ran out on 2020-01-31');
    expect(p.text('[data-gauge="force-1"]')).not.toContain('ran out');
  });
  test('a gauge goes in under a name of its own', async () => {
    const p = await open(GaugeRegister);
    p.api.answers.set('PUT /gauges/bore-gauge-2', () => ({}));
    await fill(p, { Name: 'Bore gauge 2', Resolution: '0,005', Range: '40', 'Text before the number': '02B' });
    expect(p.sent()[0]).toMatchObject({
      method: 'PUT',
      path: '/gauges/bore-gauge-2',
      body: {
        resolution: 0.005,
        rangeMax: 40,
        calibratedUntil: null,
        line: { before: '02B' },
        known: { sdMm: 0.02, degrees: 10 },
      },
    });
    expect(p.text(tid('gauge-said'))).toBe('Bore gauge 2 is in the register.');
  });
  test.each([
    [{ Name: '' }, /name is empty/],
    [{ Name: 'dial' }, /name is that of another gauge/],
    [{ Name: 'x', Resolution: 'fine' }, /resolution must be a number/],
    [{ Name: 'x', Resolution: '12', Range: '10' }, /resolution must be smaller than the range of 10 mm/],
    [{ Name: 'x', 'Scatter of one play, mm': '-1' }, /scatter must be between 0 and 20/],
  ])('%o is refused by name and nothing is sent', async (x, message) => {
    const p = await open(GaugeRegister);
    await fill(p, x);
    expect(p.text(tid('gauge-error'))).toMatch(message);
    expect(p.sent()).toEqual([]);
  });
});

describe('a simulated gauge', () => {
  test('sends what it shows, as it would over its line', async () => {
    const p = await open(SimGauge, { id: 'dial' });
    p.api.answers.set('POST /gauges/dial/say', () => ({}));
    await p.type(tid('sim-noise'), '0');
    await p.type(tid('sim-slide'), '1.25');
    expect(p.text(tid('sim-shown'))).toBe('1.25 mm');
    await p.type(tid('sim-zero'), '0.1');
    await p.type(tid('sim-drift'), '0.02');
    await p.click(tid('sim-send'));
    await p.click(tid('sim-send'));
    expect(p.sent().map((c) => c.body)).toEqual([{ here: 'simulated' }, { text: '1.35' }, { text: '1.37' }]);
    expect(p.text(tid('sim-said'))).toBe('Sent 1.37.');
  });
  test('noise that is none is named, and nothing is sent', async () => {
    const p = await open(SimGauge, { id: 'dial' });
    await p.type(tid('sim-noise'), 'loud');
    await p.click(tid('sim-send'));
    expect(p.text(tid('sim-said'))).toMatch(/noise must be a number/);
    expect(p.sent().map((c) => c.body)).toEqual([{ here: 'simulated' }]);
  });
  test('the force gauge sends a whole loop of the joint that is hidden in it', async () => {
    const p = await open(SimGauge, { id: 'force-1' });
    const api = p.api as unknown as { ask: (m: string, path: string, body: string) => Promise<unknown> };
    const sent: string[] = [];
    api.ask = (_m, path, body) => (sent.push(path, body), Promise.resolve({}));
    await p.click(tid('sim-loop'));
    expect(sent[0]).toMatch(/^\/gauges\/force-1\/loops\/[0-9a-f-]{36}$/);
    expect(sent[1]!.split('\n')).toHaveLength(1201);
    expect(p.text(tid('sim-said'))).toBe('Sent a loop of 1200 points.');
  });
});

describe('a gauge study', () => {
  test('a gauge fills the next field; words at the end; kept with a PIN', async () => {
    const p = await open(GaugeStudy, { id: 'dial' });
    p.api.answers.set('POST /gauges/dial/studies', () => ({}));
    await p.type(tid('study-joints'), '2');
    await p.type(tid('study-people'), 'Ann, Bo');
    expect(p.text()).toContain('8 of 8 readings to go.');
    for (const v of ['0.30', '0.31', '0.30', '0.32', '0.41', '0.40', '0.42', '0.40']) {
      FakeEventSource.at.get('/api/gauges/stream')!.push('said', { gauge: 'dial', text: v });
      await p.settle();
    }
    expect(p.text(tid('study-says'))).toMatch(/The same person again: 0\.0\d\d mm.*Good for the limit of 0\.50 mm/);
    await p.click(tid('study-save'));
    expect(p.sent()[0]).toMatchObject({ path: '/gauges/dial/studies', body: { limitMm: 0.5 } });
    expect((p.sent()[0]!.body as { readings: unknown[] }).readings).toHaveLength(8);
    expect(p.text(tid('study-said'))).toMatch(/^Kept\./);
  });
  test('what is wrong is named', async () => {
    const p = await open(GaugeStudy, { id: 'dial' });
    await p.type(tid('study-people'), 'Ann');
    expect(p.text(tid('study-error'))).toMatch(/number of people must be between 2 and 8/);
    await p.type(tid('study-people'), 'Ann, Bo');
    await p.type(tid('study-repeats'), '1');
    expect(p.text(tid('study-error'))).toMatch(/number of repeats must be between 2 and 10/);
  });
});
