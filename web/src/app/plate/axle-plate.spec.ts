import { TestBed } from '@angular/core/testing';
import { usualPoints, type JointId } from '@ash-knot/core';
import { STRUT_TYPE } from '@ash-knot/core/test';
import { setUp, tid } from '../../test';
import { AxlePlate } from './axle-plate';

async function plate() {
  setUp();
  const fixture = TestBed.createComponent(AxlePlate);
  fixture.componentRef.setInput('end', 'front');
  const axle = STRUT_TYPE.axles.front;
  fixture.componentRef.setInput('axle', { ...axle, points: usualPoints('strut', { ...axle, bar: true }) });
  fixture.componentRef.setInput('joints', new Map());
  const el = fixture.nativeElement as HTMLElement;
  const settle = async () => {
    await fixture.whenStable();
    fixture.detectChanges();
  };
  await settle();
  const click = async (selector: string) => {
    el.querySelector<HTMLElement>(selector)!.click();
    await settle();
  };
  const lift = async (mm: number) => {
    const lever = el.querySelector<HTMLInputElement>(tid('travel'))!;
    lever.value = String(mm);
    lever.dispatchEvent(new Event('input'));
    await settle();
  };
  const drawn = () => [...el.querySelectorAll('svg path')].map((p) => p.getAttribute('d')).join();
  return {
    el,
    fixture,
    settle,
    click,
    lift,
    drawn,
    text: (s: string) => el.querySelector(s)?.textContent?.replace(/\s+/g, ' ').trim() ?? '',
  };
}

test('a joint’s name stands once on its rung, its state on both halves', async () => {
  const p = await plate();
  const rungs = [...p.el.querySelectorAll('.rung .name')].map((x) => x.textContent);
  expect(new Set(rungs).size).toBe(rungs.length);
  expect(p.el.querySelectorAll('[data-joint$=".ball-joint"]')).toHaveLength(2);
  expect(p.text('[data-joint="front.left.ball-joint"]')).toContain('left Ball joint, not looked at');
  expect(p.text(tid('scale'))).toMatch(/its middle left out · heights ×1\.\d/);
});

test('turned to a corner it is true to scale, and moves with the wheel', async () => {
  const p = await plate();
  await p.click(tid('turn-left'));
  expect(p.text(tid('scale'))).toBe('from behind and from its side, true to scale');
  expect(p.el.querySelectorAll('[data-joint]')).toHaveLength(p.el.querySelectorAll('.rung').length);
  const rest = p.drawn();
  await p.lift(40);
  expect(p.drawn()).not.toBe(rest);
  expect(p.text(tid('motion'))).toMatch(
    /^Wheel \+40 mm · bar’s arm −?\d+\.\d° · link’s lever 0\.\d\d · from usual points, not measured$/,
  );
  await p.lift(0);
  expect(p.drawn()).toBe(rest);
  await p.click(tid('whole-axle'));
  expect(p.el.querySelector(tid('travel'))).toBeNull();
});

test('the arrows walk the rungs, and across them', async () => {
  const p = await plate();
  const ids = [...p.el.querySelectorAll('[data-joint^="front.left"]')].map((x) => x.getAttribute('data-joint') as JointId);
  p.fixture.componentRef.setInput('selected', ids[0]);
  await p.settle();
  const c = p.fixture.componentInstance;
  expect(c.step(0, 1)).toBe(ids[1]);
  expect(c.step(0, -1)).toBe(ids[0]);
  expect(c.step(1, 0)).toBe(ids[0]!.replace('.left.', '.right.'));
});

test('lifted, the arm turns up; let down, it turns down', async () => {
  const p = await plate();
  await p.click(tid('turn-left'));
  const arm = () => Number(/arm (−?[\d.]+)°/.exec(p.text(tid('motion')))![1]!.replace('−', '-'));
  await p.lift(40);
  expect(arm()).toBeGreaterThan(5);
  await p.lift(-40);
  expect(arm()).toBeLessThan(-5);
});

describe('a link that is worked out', () => {
  const figure = (p: Awaited<ReturnType<typeof plate>>, name: string) => {
    const row = [...p.el.querySelectorAll(`${tid('figures')} > div`)].find((x) => x.querySelector('dt')!.textContent === name)!;
    return { value: row.querySelector('dd')!.textContent!.trim(), broken: row.classList.contains('broken') };
  };
  test('turns the plate to its corner at the stance it is for, its numbers in the ladder’s place; afterwards all is as it was', async () => {
    const p = await plate();
    p.fixture.componentRef.setInput('link', { lengthMm: 333.5, loweredMm: 30, limits: {} });
    await p.settle();
    expect(p.text(tid('scale'))).toContain('true to scale');
    expect(figure(p, 'wheel').value).toBe('0 mm');
    expect(Math.abs(parseFloat(figure(p, 'arm turned').value.replace('−', '-')))).toBeLessThan(1.5);
    expect(p.el.querySelectorAll('.cell')).toHaveLength(0);
    await p.lift(60);
    expect(figure(p, 'wheel').value).toBe('+30 mm');
    expect(parseFloat(figure(p, 'arm turned').value)).toBeGreaterThan(4);
    p.fixture.componentRef.setInput('link', null);
    await p.settle();
    expect(p.text(tid('scale'))).toContain('its middle left out');
  });
  test('a limit that is met lights up with the wheel’s position: the number, the link and the sentence', async () => {
    const p = await plate();
    p.fixture.componentRef.setInput('link', { lengthMm: 333.5, loweredMm: 30, limits: { swingDeg: { mount: 1, eye: 1 } } });
    await p.settle();
    await p.lift(-70);
    expect(figure(p, 'upper stud swings').broken).toBe(true);
    expect(p.text(tid('motion'))).toMatch(/stud swings \d+°: past 1°, its maker/);
    expect(p.el.querySelector('svg path[stroke="var(--color-oxide)"]')).not.toBeNull();
  });
});

test('which way the eyes spring is drawn at both, and nowhere where nothing is on the links', async () => {
  const p = await plate();
  p.fixture.componentRef.setInput('jumps', { left: 'down', right: 'up' });
  await p.settle();
  const arrows = [...p.el.querySelectorAll(tid('springs'))].map((x) => x.getAttribute('d')!);
  expect(arrows.map((d) => /v(-?)/.exec(d)![1])).toEqual(['', '-']);
  p.fixture.componentRef.setInput('jumps', { left: 'not', right: 'not' });
  await p.settle();
  expect(p.el.querySelector(tid('springs'))).toBeNull();
});

test('what hangs on a joint stands in its rung: photographs, a soak, a new part', async () => {
  const p = await plate();
  p.fixture.componentRef.setInput('tags', new Map([['front.left.link-upper', { photos: 2, chosen: true, soakMin: 12 }]]));
  await p.settle();
  expect(p.text('[data-joint="front.left.link-upper"] .tags')).toBe('2 photographs, new part chosen');
  expect(p.text('[data-joint="front.left.link-upper"] .state')).toContain('soaks 12′');
  p.fixture.componentRef.setInput('toTighten', new Set(['front.left.link-upper']));
  await p.settle();
  expect(p.text('[data-joint="front.left.link-upper"] .tags')).not.toContain('new');
});
