import { TestBed } from '@angular/core/testing';
import { vehicleTypeSpec } from '@ash-knot/contract';
import type { VehicleTypeSpec } from '@ash-knot/core';
import { job, setUp, tid, TYPE, until } from '../../test';
import { ApiError } from '../state/api';
import { Session } from '../session/session';
import { NewType } from './new-type';
import { Open } from './open';

function mount<T>(component: new () => T) {
  const fixture = TestBed.createComponent(component);
  const el = fixture.nativeElement as HTMLElement;
  const settle = async () => {
    for (let i = 0; i < 3; i++) {
      await fixture.whenStable();
      await new Promise((r) => setTimeout(r));
    }
    fixture.detectChanges();
  };
  const type = async (selector: string, text: string) => {
    const box = el.querySelector<HTMLInputElement>(selector)!;
    box.value = text;
    box.dispatchEvent(new Event('input'));
    await settle();
  };
  const click = async (selector: string) => {
    el.querySelector<HTMLElement>(selector)!.click();
    await settle();
  };
  return { fixture, el, settle, type, click, text: () => el.textContent!.replace(/\s+/g, ' ') };
}

describe('a new type', () => {
  const made: VehicleTypeSpec[] = [];
  const open = async () => {
    made.length = 0;
    setUp();
    const m = mount(NewType);
    m.fixture.componentRef.setInput('known', [{ id: 't1', spec: TYPE, vehicles: 1, away: false }]);
    m.fixture.componentInstance.made.subscribe((t) => made.push(t));
    await m.settle();
    const save = async () => {
      m.el.querySelector('form')!.dispatchEvent(new Event('submit'));
      await m.settle();
    };
    /** Picks a word of a field. */
    const pick = async (field: string, word: string) => {
      const row = m.el.querySelector(`[data-field-of="${field}"]`)!;
      [...row.querySelectorAll<HTMLElement>('.pick')].find((x) => x.textContent!.trim() === word)!.click();
      await m.settle();
    };
    const write = async (field: string, text: string) => {
      const box = m.el.querySelector<HTMLInputElement>(tid(`type-${field}`))!;
      box.value = text;
      box.dispatchEvent(new Event('change'));
      await m.settle();
    };
    const page = async (name: string) => {
      [...m.el.querySelectorAll<HTMLElement>('[aria-label="What is described"] .pick')]
        .find((x) => x.textContent!.trim() === name)!
        .click();
      await m.settle();
    };
    const fields = () => [...m.el.querySelectorAll('[data-field-of]')].map((x) => x.getAttribute('data-field-of'));
    return { ...m, save, pick, write, page, fields };
  };

  test('is drawn as it is described; a joint that is touched brings its fields, another layout is another drawing', async () => {
    const m = await open();
    const joints = () => [...m.el.querySelectorAll('[data-joint]')].map((x) => x.getAttribute('data-joint')!);
    expect(joints()).toContain('front.left.top-mount');
    await m.click('[data-joint="front.left.link-upper"]');
    expect(m.fields()).toContain('upper.thread');
    expect(m.fields()).not.toContain('lower.thread');
    await m.click('[data-joint="front.left.frame-bushing"]');
    expect(m.fields()).toContain('bushing.kind');
    await m.click('[data-joint="front.left.damper"]');
    await m.pick('suspension', 'double arm');
    expect(joints()).toContain('front.left.upper-ball-joint');
    expect(joints()).not.toContain('front.left.top-mount');
    await m.page('Sway bar');
    await m.pick('bar', 'none');
    expect(joints()).not.toContain('front.left.link-upper');
  });
  test('passes the contract; untouched it is usual and nothing more, what somebody said is theirs', async () => {
    const m = await open();
    await m.type(tid('type-name'), 'Van');
    await m.save();
    expect(vehicleTypeSpec.safeParse(made[0]).error?.issues).toBeUndefined();
    expect(made[0]!.usual).toContain('front.link.length');
    expect(made[0]!.torqueBook.front).toEqual([]);
    expect(made[0]!.axles.front.powered).toBeUndefined();
    await m.click('[data-joint="front.left.link-lower"]');
    // What nobody said does not stand in its field.
    expect(m.el.querySelector<HTMLInputElement>(tid('type-link.length'))!.value).toBe('');
    await m.write('link.length', '305 mm');
    await m.pick('lower.thread', 'M12×1.25');
    await m.save();
    expect(made[1]!.axles.front.link).toMatchObject({ lengthMm: 305, lower: { thread: 'M12×1.25' } });
    expect(made[1]!.usual).not.toContain('front.link.length');
    expect(made[1]!.usual).not.toContain('front.link.lower.thread');
    expect(made[1]!.usual).toContain('front.link.upper.thread');
  });
  test('begun from a known type it is like that one, and none of it is said', async () => {
    const m = await open();
    [...m.el.querySelectorAll<HTMLElement>('[aria-label="Begin from"] .pick')].at(-1)!.click();
    await m.type(tid('type-name'), 'Cousin');
    await m.save();
    expect(made[0]!.axles.front.link).toEqual(TYPE.axles.front.link);
    expect(made[0]!.torqueBook).toEqual({ front: [], rear: [] });
    expect(made[0]!.usual).toContain('front.bar');
  });
  test('a type with no driven front wheels has no drive shafts there to suspect', async () => {
    const m = await open();
    await m.type(tid('type-name'), 'Van');
    await m.pick('powered', 'No');
    await m.save();
    expect(made[0]!.axles.front.powered).toBe(false);
  });
  test('vehicles that differ in their bars are variants', async () => {
    const m = await open();
    await m.type(tid('type-name'), 'Van');
    await m.page('Sway bar');
    [...m.el.querySelectorAll<HTMLElement>('[aria-label="Bars of this type"] .pick')]
      .find((x) => x.textContent!.trim() === '20 mm')!
      .click();
    await m.settle();
    expect(m.text()).toContain('front bar 22 · front bar 20');
    await m.save();
    expect(made[0]!.variants?.map((v) => v.front?.diameterMm)).toEqual([22, 20]);
    expect(vehicleTypeSpec.safeParse(made[0]).success).toBe(true);
  });
  test.each([
    ['Wheels', 'track', '14', /track must be between 800 and 2600 mm/],
    ['Wheels', 'nuts.count', '4.5', /number of wheel nuts must be a whole number/],
    ['Link, upper end', 'upper.thread', 'big', /thread of the upper end must be like M10×1.25/],
    ['Sway bar', 'bar.diameter', 'x', /bar diameter must be a number/],
  ])('%s, %s “%s” is refused by name, stays as it was typed, and nothing is changed', async (page, field, text, message) => {
    const m = await open();
    await m.page(page);
    await m.write(field, text);
    expect(m.el.querySelector(`[data-field-of="${field}"]`)!.textContent).toMatch(message);
    const box = m.el.querySelector<HTMLInputElement>(tid(`type-${field}`))!;
    expect([box.value, box.getAttribute('aria-invalid')]).toEqual([text, 'true']);
    await m.save();
    expect(m.text()).toContain('name of the type is empty');
    expect(made).toEqual([]);
  });
  test('a torque page: each line told as what it is read, bad ones stay to be put right, none without its source', async () => {
    const m = await open();
    await m.type(tid('type-name'), 'Van');
    await m.page('Torques');
    const box = m.el.querySelector<HTMLTextAreaElement>(tid('torque-page'))!;
    box.value = 'front link nuts 65 lbf·ft\nthe thing 12 N·m';
    box.dispatchEvent(new Event('input'));
    await m.settle();
    expect(m.el.querySelector(tid('torque-lines'))!.textContent).toMatch(/Link, upper nut 65 lbf·ft.*names no fastener/);
    await m.click(tid('take-torques'));
    expect(m.text()).toContain('source of the value is empty');
    await m.type(tid('type-source'), 'book p. 4');
    await m.click(tid('take-torques'));
    expect(box.value).toBe('the thing 12 N·m');
    await m.save();
    expect(made[0]!.torqueBook.front.map((v) => [v.fastener, v.value, v.unit, Math.round(v.minNm * 10) / 10])).toEqual([
      ['link-upper-nut', 65, 'lbf·ft', 88.1],
      ['link-lower-nut', 65, 'lbf·ft', 88.1],
    ]);
  });
  test('what was described is there after a reload', async () => {
    const m = await open();
    await m.type(tid('type-name'), 'Half typed');
    await m.click('[data-joint="front.left.link-upper"]');
    await m.write('link.length', '311 mm');
    TestBed.resetTestingModule();
    setUp();
    const again = mount(NewType);
    await again.settle();
    expect(again.el.querySelector<HTMLInputElement>(tid('type-name'))!.value).toBe('Half typed');
    expect(again.el.querySelector<HTMLInputElement>(tid('type-link.length'))!.value).toBe('311 mm');
  });
});

describe('opening a vehicle', () => {
  const V = { ...job().vehicle, openJob: null };
  const open = async () => {
    const s = setUp();
    s.api.answers.set('GET /types', () => [{ id: 't1', spec: TYPE, vehicles: 1, away: false }]);
    s.api.answers.set('GET /vehicles', () => [V]);
    s.api.answers.set('POST /jobs', (b) => ({ id: (b as { id: string }).id }));
    await TestBed.inject(Session).load();
    const m = mount(Open);
    await until(() => (m.fixture.detectChanges(), m.el.querySelector('[data-plate]') !== null), 'the list of vehicles');
    return { ...m, ...s };
  };
  const posts = (m: Awaited<ReturnType<typeof open>>) => m.api.calls.filter((c) => c.method === 'POST');

  test('by its plate: the kind of job, the distance, the bay', async () => {
    const m = await open();
    await m.click('[data-plate="TS 1"]');
    // The file's distance is said beside the field, never in it.
    expect(m.el.querySelector<HTMLInputElement>(tid('job-km'))!.value).toBe('');
    expect(m.text()).toContain('in the file: 98 000 km');
    await m.type(tid('job-km'), '98.000');
    await m.click(tid('start-job'));
    expect(posts(m)[0]!.body).toMatchObject({ vehicleId: 'v1', kind: 'noise', bay: 'Bay 1', distanceKm: 98_000 });
  });
  test('a distance the file does not expect is asked about, once', async () => {
    const m = await open();
    await m.click('[data-plate="TS 1"]');
    await m.type(tid('job-km'), '980000');
    await m.click(tid('start-job'));
    expect(m.text()).toContain('980 000 km is 882 000 km more than the 98 000 km in the file. Is it read rightly?');
    expect(posts(m)).toEqual([]);
    await m.click(tid('start-job'));
    expect(posts(m)[0]!.body).toMatchObject({ distanceKm: 980_000 });
  });
  test('what the server refuses is said in its words', async () => {
    const m = await open();
    m.api.answers.set('POST /jobs', () => {
      throw new ApiError(409, 'conflict', 'TS 1 already has an open job.');
    });
    await m.click('[data-plate="TS 1"]');
    await m.type(tid('job-km'), '98 001');
    await m.click(tid('start-job'));
    expect(m.text()).toContain('TS 1 already has an open job.');
  });
  test('a new one: what was searched for is its plate, a VIN is read, years are offered, bad fields are named', async () => {
    const m = await open();
    await m.type(tid('plate-search'), 'zz 9');
    await m.click(tid('new-vehicle'));
    expect(m.el.querySelector<HTMLInputElement>(tid('new-plate'))!.value).toBe('ZZ 9');
    await m.type(tid('new-vin'), '1111111I111111111');
    expect(m.text()).toContain('A VIN never has I');
    await m.type(tid('new-vin'), '11111111211111111');
    expect(m.text()).toContain('The check digit (place 9) is 2');
    await m.click(tid('create-vehicle'));
    expect(m.text()).toContain('Pick the type, or describe a new one.');
    [...m.el.querySelectorAll<HTMLElement>('.pick')].find((x) => x.textContent!.trim() === TYPE.name)!.click();
    await m.settle();
    await m.click(tid('create-vehicle'));
    expect(m.text()).toContain('The year must be between 1950 and');
    [...m.el.querySelectorAll<HTMLElement>('.pick')].find((x) => x.textContent!.trim() === '2001')!.click();
    await m.settle();
    await m.click(tid('create-vehicle'));
    expect(m.text()).toContain('The distance is empty: read it off the dashboard.');
    await m.type(tid('new-km'), '120 000');
    m.api.answers.set('POST /vehicles', () => V);
    await m.click(tid('create-vehicle'));
    expect(posts(m)[0]!.body).toMatchObject({
      plate: 'ZZ 9',
      vin: '11111111211111111',
      typeId: 't1',
      year: 2001,
      distanceKm: 120_000,
    });
    expect(m.el.querySelector(tid('start-job'))).not.toBeNull();
  });
});
