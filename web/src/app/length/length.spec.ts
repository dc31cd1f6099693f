import type { StoredEntry } from '@ash-knot/contract';
import type { AxleSpec, HardPoints, JobKind } from '@ash-knot/core';
import { bench, stored, tid, TYPE, until, type Bench, type FakeApi } from '../../test';
import { Settle } from '../settle/settle';

const FRONT: AxleSpec = TYPE.axles.front;
const open = (entries: StoredEntry[] = [], kind: JobKind = 'changed stance') =>
  bench(Settle, entries, {
    kind,
    api: (a: FakeApi) => {
      a.answers.set('GET /parts', () => ({ parts: [], total: 0 }));
    },
  });
/** Until the answer is on the screen: it comes from a worker, a moment after the last key. */
async function shows(b: Bench<unknown>, selector: string): Promise<string> {
  await until(() => {
    b.fixture.detectChanges();
    return b.el.querySelector(selector) !== null;
  }, selector);
  await b.settle();
  return b.text(selector);
}
const number = (t: string) => Number(/[\d.]+/.exec(t)![0]);

describe('a length for a changed stance', () => {
  test('the next line asks for it; lowered 30 mm on a strut it is longer, and what is kept says it was worked out', async () => {
    const b = await open([stored('purpose', { what: 'lowered 30 mm', rule: '' })]);
    expect(b.store.next()!.title).toBe('Find the length of link for this stance.');
    await b.click(tid('figure-length'));
    expect(b.text()).toContain('Write down how much it was lowered.');
    await b.type(tid('length-lowered'), '30');
    const found = number(await shows(b, tid('length-found')));
    const old = FRONT.link!.lengthMm;
    expect(found).toBeGreaterThan(old + 20);
    expect(found).toBeLessThan(old + 32);
    expect(b.text()).toMatch(/\d+ to \d+ mm works at this stance/);
    expect(b.text()).toContain('From usual points, not measured');
    // The corner is turned to show it.
    expect(b.store.linkStudied()!.loweredMm).toBe(30);
    await b.click(tid('length-keep'));
    const [kind, body] = b.written()[0]!;
    expect(kind).toBe('result');
    expect(body).toMatchObject({
      what: 'link length',
      joint: 'front.left.link-lower',
      given: { from: 'the axle', loweredMm: 30, oldMm: old },
      found: { lengthMm: expect.closeTo(found, 0) as number },
    });
    expect(b.text()).toContain('worked out, not measured');
    expect(b.store.linkStudied()).toBeNull();
    expect(b.store.next()!.title).toBe('Choose what to fit.');
  });
  test('what cannot be is said with its field, and nothing is kept', async () => {
    const b = await open();
    await b.click(tid('figure-length'));
    await b.type(tid('length-lowered'), 'much');
    expect(await shows(b, tid('length-wrong'))).toContain('change of ride height');
    await b.type(tid('length-lowered'), '200');
    await until(() => {
      b.fixture.detectChanges();
      return b.text().includes('must be between −80 and 70 mm');
    });
    expect(b.el.querySelector(tid('length-keep'))).toBeNull();
    expect(b.written()).toEqual([]);
  });
  test('by the bolt: two approaches are averaged, and kept with both', async () => {
    const b = await open();
    await b.click(tid('figure-length'));
    [...b.el.querySelectorAll('button')].find((x) => x.textContent!.includes('by the bolt'))!.click();
    await b.settle();
    await b.type(tid('bolt-above-0'), '294.5');
    await b.type(tid('bolt-below-0'), '292.5 mm');
    expect(number(b.text(tid('length-found')))).toBe(293.5);
    await b.click(tid('length-keep'));
    expect(b.written()[0]![1]).toMatchObject({
      what: 'link length',
      given: { from: 'the bolt', rounds: [{ fromAboveMm: 294.5, fromBelowMm: 292.5 }] },
      found: { lengthMm: 293.5, ruleMm: null, fits: null },
    });
  });
  test('an adjustable link is set to it in half turns, and too little thread is refused', async () => {
    const b = await open();
    await b.click(tid('figure-length'));
    [...b.el.querySelectorAll('button')].find((x) => x.textContent!.includes('by the bolt'))!.click();
    await b.settle();
    await b.type(tid('bolt-above-0'), '294.5');
    await b.type(tid('bolt-below-0'), '292.5');
    await b.type(tid('adjust-now'), '290');
    await b.type(tid('adjust-thread'), 'M12x1.75');
    await b.type(tid('adjust-engaged'), '24');
    expect(b.text(tid('adjust-out'))).toContain('Turn one end 2 turns out: 293.5 mm, 20.5 mm of thread in at that end.');
    expect(b.text(tid('adjust-out'))).toContain('equal to ±0.44 mm at best');
    await b.click(tid('adjust-keep'));
    expect(b.written()[0]![1]).toMatchObject({
      what: 'link setting',
      given: { targetMm: 293.5 },
      found: { turns: 2, lengthMm: 293.5 },
    });
    await b.type(tid('adjust-engaged'), '13');
    expect(b.text(tid('adjust-out'))).toMatch(/12\.0 mm is the least/);
    expect(b.el.querySelector(tid('adjust-keep'))).toBeNull();
  });
  test('a point measured on the vehicle rules from then on, and is said to be measured', async () => {
    const b = await open();
    await b.click(tid('figure-length'));
    expect(b.text(tid('points'))).toContain('link’s mount');
    await b.click(tid('point-linkMount'));
    await b.type(tid('point-ahead'), '-70');
    await b.type(tid('point-out'), '5000');
    await b.type(tid('point-up'), '580 mm');
    await b.click(tid('point-keep'));
    expect(b.text()).toMatch(/length out from the middle must be between 1 and 1500 mm/);
    expect(b.written()).toEqual([]);
    await b.type(tid('point-out'), '612');
    await b.click(tid('point-keep'));
    expect(b.written()[0]).toEqual([
      'point',
      {
        axle: 'front',
        point: 'linkMount',
        at: [-70, 612, 580],
        text: '70 mm behind the wheel’s centre, 612 mm out, 580 mm up',
      },
    ]);
    const points: HardPoints = b.store.state()!.axles.front.points;
    expect(points.linkMount).toEqual({ at: [-70, 612, 580], from: 'measured' });
  });
});

describe('the bar', () => {
  test('by dimensions: Castigliano’s 78.0 N/mm, and against a thinner one it warns', async () => {
    const b = await open([], 'upgrade');
    await b.click(tid('figure-bar'));
    [...b.el.querySelectorAll('button')].find((x) => x.textContent!.includes('by dimensions'))!.click();
    await b.settle();
    await b.type(tid('bar-outside'), '24');
    await b.type(tid('bar-middle'), '900');
    await b.type(tid('bar-arm'), '250');
    await b.type(tid('bar-between'), '700');
    expect(number(await shows(b, tid('bar-rate')))).toBeCloseTo(78.0, 1);
    // compute.md: 5 mm of difference at 78.04 N/mm is 195.1 N; over a 250 mm arm 48.8 N·m.
    await b.type(tid('bar-gap'), '5');
    expect(await shows(b, tid('bar-wound'))).toMatch(
      /^195 N in each link; the bar is twisted 1\.1°, with 49 N·m in its middle\. One wheel carries/,
    );
    await b.type(tid('bar-was'), '21');
    await shows(b, tid('bar-warns'));
    expect(b.text()).toMatch(/1\.71 times as stiff as the old bar/);
    expect(b.text()).toMatch(/Of what the two bars hold|rear bar is not known/);
    await b.click(tid('bar-keep'));
    expect(b.written()[0]![1]).toMatchObject({ what: 'bar', found: { ratio: expect.closeTo((24 / 21) ** 4, 3) as number } });
    await b.type(tid('bar-bore'), '24');
    expect(await shows(b, tid('bar-wrong'))).toMatch(/wall of the bar must be more than 0 mm/);
  });
  test('it opens on the vehicle’s own bar, drawn, with nothing typed; another diameter is compared with it', async () => {
    const b = await open([], 'upgrade');
    await b.click(tid('figure-bar'));
    const own = number(await shows(b, tid('bar-rate')));
    expect(own).toBeGreaterThan(5);
    expect(b.el.querySelector('ak-bar-drawing')).not.toBeNull();
    expect(b.text()).toContain(`empty: ${TYPE.axles.front.bar!.diameterMm} mm, as the type has it`);
    expect(b.text()).not.toContain('as stiff as the old bar');
    await b.type(tid('bar-outside'), String(TYPE.axles.front.bar!.diameterMm + 2));
    await until(() => {
      b.fixture.detectChanges();
      return /times as stiff as the old bar/.test(b.text());
    });
    // Stiffness goes with the fourth power of a solid bar’s diameter.
    const d = TYPE.axles.front.bar!.diameterMm;
    expect(number(b.text(tid('bar-rate'))) / own).toBeCloseTo(((d + 2) / d) ** 4, 1);
  });
  test('by taps: bushing, bend, eye; with the arrow keys as well', async () => {
    const b = await open([], 'upgrade');
    await b.click(tid('figure-bar'));
    [...b.el.querySelectorAll('button')].find((x) => x.textContent!.includes('by taps'))!.click();
    await b.settle();
    await b.type(tid('bar-outside'), '24');
    const pad = b.el.querySelector(tid('bar-pad'))!;
    const press = (key: string, shiftKey = false) =>
      pad.dispatchEvent(new KeyboardEvent('keydown', { key, shiftKey, bubbles: true }));
    // The cross begins 300 mm out; one step of ten is 50 mm.
    press('ArrowLeft', true);
    press('Enter');
    press('ArrowLeft', true);
    press('ArrowLeft', true);
    press('Enter');
    for (let i = 0; i < 5; i++) press('ArrowDown', true);
    press('Enter');
    // Bushing at 350, bend at 450, eye 250 back: the bar of the worked example.
    expect(number(await shows(b, tid('bar-rate')))).toBeCloseTo(78.0, 1);
    await b.click(tid('bar-back'));
    await until(() => {
      b.fixture.detectChanges();
      return b.text().includes('The bar is not held');
    });
  });
  test('bolted to a beam it adds its rate and asks nothing of links', async () => {
    const b = await open([], 'upgrade');
    await b.click(tid('figure-bar'));
    [...b.el.querySelectorAll('button')].find((x) => x.textContent!.includes('bolted to a beam'))!.click();
    await b.settle();
    await b.type(tid('bar-outside'), '20');
    await b.type(tid('beam-length'), '900');
    await b.type(tid('beam-arm'), '400');
    await b.type(tid('beam-track'), '1450');
    // GJ/L (t/a)² per degree, by hand.
    const want = (((206_000 / 2.58) * (Math.PI / 32) * 20 ** 4) / 900) * (1450 / 400) ** 2 * (Math.PI / 180) * 1e-3;
    expect(number(b.text(tid('beam-roll')))).toBe(Math.round(want));
    expect(b.text()).toContain('no links to look at');
  });
});

test('other wheels: what they meet, and which way up the bar goes', async () => {
  const b = await open();
  await b.click(tid('figure-wheels'));
  await b.type(tid('wheel-width'), '165');
  expect(await shows(b, tid('wheel-fit'))).toContain('They clear link, bar, arm, steering and bolt as the old ones did.');
  await b.type(tid('wheel-width'), '275');
  await until(() => {
    b.fixture.detectChanges();
    return /link (meets|comes within)/.test(b.text());
  }, `a meeting in ${b.text()}`);
  await b.click(tid('wheel-keep'));
  expect(b.written()[0]![1]).toMatchObject({ what: 'wheel fit', given: { tyreWidthMm: 275 } });
  await b.type(tid('way-up'), '60');
  await until(() => {
    b.fixture.detectChanges();
    return b.text(tid('way-up-out')).includes('Its arrow or label comes first.');
  });
  await b.type(tid('wheel-width'), 'wide');
  expect(await shows(b, tid('wheel-wrong'))).toMatch(/width of the tyre/);
  await b.type(tid('wheel-width'), '');
  // As it stands on tyre and rim; its offset alone says nothing, with the old one how far out it stands.
  await b.type(tid('wheel-size'), '225/40 R18 ET45');
  expect(await shows(b, tid('wheel-wrong'))).toMatch(/old offset is empty/);
  await b.type(tid('wheel-offset-was'), '50');
  await until(() => {
    b.fixture.detectChanges();
    return b.text(tid('wheel-drawing')).includes('225 mm wide, 637 mm high');
  }, 'the other wheel drawn');
  expect(b.text(tid('wheel-drawing'))).toContain('its middle 5 mm further out');
  expect(b.el.querySelector(tid('wheel-after'))).not.toBeNull();
  await until(() => {
    b.fixture.detectChanges();
    return /the control arm\s*\d+ mm\s*\d+ mm/.test(b.text(tid('wheel-airs')));
  }, `air in millimetres in ${b.text()}`);
});
