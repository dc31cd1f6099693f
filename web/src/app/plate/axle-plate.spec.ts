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
