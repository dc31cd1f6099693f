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
    m.fixture.componentInstance.made.subscribe((t) => made.push(t));
    await m.settle();
    const save = async () => {
      m.el.querySelector('form')!.dispatchEvent(new Event('submit'));
      await m.settle();
    };
    return { ...m, save };
  };
  const field = (label: string) => `[aria-label="${label}"]`;

  test('is drawn as it is described; a joint that is touched leads to its field, another layout is another drawing', async () => {
    const m = await open();
    const plate = m.el.querySelector(tid('type-plate'))!;
    const joints = () => [...plate.querySelectorAll('[data-joint]')].map((x) => x.getAttribute('data-joint')!);
    expect(joints()).toContain('front.left.top-mount');
    document.body.append(m.el);
    await m.click('[data-joint="front.left.link-upper"]');
    expect((document.activeElement as HTMLElement).getAttribute('formcontrolname')).toBe('linkKind');
    await m.click('[data-joint="front.left.damper"]');
    expect((document.activeElement as HTMLElement).getAttribute('formcontrolname')).toBe('front');
    const layout = m.el.querySelector<HTMLSelectElement>(field('Front suspension'))!;
    layout.value = 'double-arm';
    layout.dispatchEvent(new Event('change'));
    await m.settle();
    expect(joints()).toContain('front.left.upper-ball-joint');
    expect(joints()).not.toContain('front.left.top-mount');
  });

  test('passes the contract as it is filled in', async () => {
    const m = await open();
    await m.type(tid('type-name'), 'Van');
    await m.save();
    expect(vehicleTypeSpec.safeParse(made[0]).error?.issues).toBeUndefined();
    expect(made[0]!.axles.front.link!.lengthMm).toBe(300);
    expect(made[0]!.torqueBook.front).toEqual([]);
    expect(made[0]!.axles.front.powered).toBeUndefined();
    // Untouched, it is usual and nothing more; what somebody wrote is theirs.
    expect(made[0]!.usual).toEqual(['bar', 'linkLength', 'linkThread', 'linkHex', 'hold']);
    await m.type(field('Link length'), '305 mm');
    await m.save();
    expect(made[1]!.usual).toEqual(['bar', 'linkThread', 'linkHex', 'hold']);
  });
  test('a type with no driven front wheels has no drive shafts there to suspect', async () => {
    const m = await open();
    await m.type(tid('type-name'), 'Van');
    const driven = m.el.querySelector<HTMLSelectElement>(field('Driven wheels'))!;
    driven.value = 'rear';
    driven.dispatchEvent(new Event('change'));
    await m.save();
    expect([made[0]!.axles.front.powered, made[0]!.axles.rear.powered]).toEqual([false, true]);
    expect(vehicleTypeSpec.safeParse(made[0]).success).toBe(true);
  });
  test.each([
    ['Track', '14', /track must be between 800 and 2600 mm/],
    ['Number of wheel nuts', '4.5', /number of wheel nuts must be a whole number/],
    ['Link thread', 'big', /link thread must be like M10×1.25/],
    ['Bar diameter', 'x', /bar diameter must be a number/],
    ['Link torque', '5 mm', /link torque has no unit called “mm”/],
    ['Link torque', '48', /source of the value is empty/],
  ])('%s “%s” is refused by name and nothing is made', async (label, text, message) => {
    const m = await open();
    await m.type(tid('type-name'), 'Van');
    await m.type(field(label), text);
    await m.save();
    expect(m.text()).toMatch(message);
    expect(made).toEqual([]);
    // The field it names has the focus, and the sentence beside it.
    const wrong = document.activeElement as HTMLElement;
    expect(wrong.getAttribute('aria-label')).toBe(text === '48' ? 'Source of the torques' : label);
    expect(wrong.getAttribute('aria-invalid')).toBe('true');
    expect(wrong.closest('ak-form-field')!.textContent).toMatch(message);
  });
  test('torques are kept as written beside their N·m, for the threads that were given', async () => {
    const m = await open();
    await m.type(tid('type-name'), 'Van');
    await m.type(tid('type-torque-link'), '65 lbf·ft');
    await m.type(tid('type-source'), 'book p. 4');
    await m.save();
    expect(made[0]!.torqueBook.front.map((v) => [v.fastener, v.value, v.unit, Math.round(v.minNm * 10) / 10])).toEqual([
      ['link-upper-nut', 65, 'lbf·ft', 88.1],
      ['link-lower-nut', 65, 'lbf·ft', 88.1],
    ]);
  });
  test('what was typed is there after a reload', async () => {
    const m = await open();
    await m.type(tid('type-name'), 'Half typed');
    TestBed.resetTestingModule();
    setUp();
    const again = mount(NewType);
    await again.settle();
    expect(again.el.querySelector<HTMLInputElement>(tid('type-name'))!.value).toBe('Half typed');
  });
});

describe('opening a vehicle', () => {
  const V = { ...job().vehicle, openJob: null };
  const open = async () => {
    const s = setUp();
    s.api.answers.set('GET /types', () => [{ id: 't1', spec: TYPE, vehicles: 1 }]);
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
