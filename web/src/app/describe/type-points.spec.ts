import { TestBed } from '@angular/core/testing';
import { typeFromLayouts, type VehicleTypeSpec } from '@ash-knot/core';
import { setUp, tid } from '../../test';
import { Session } from '../session/session';
import { TypePoints } from './type-points';

async function open() {
  setUp();
  await TestBed.inject(Session).load();
  const fixture = TestBed.createComponent(TypePoints);
  fixture.componentRef.setInput('type', typeFromLayouts('strut', 'twist-beam'));
  fixture.componentRef.setInput('end', 'front');
  const out: VehicleTypeSpec[] = [];
  fixture.componentInstance.changed.subscribe((t) => out.push(t));
  const el = fixture.nativeElement as HTMLElement;
  await fixture.whenStable();
  const click = async (selector: string) => {
    el.querySelector<HTMLElement>(selector)!.click();
    await fixture.whenStable();
  };
  const type = async (id: string, text: string) => {
    const box = el.querySelector<HTMLInputElement>(tid(id))!;
    box.value = text;
    box.dispatchEvent(new Event('input'));
    await fixture.whenStable();
  };
  return { el, out, click, type };
}

test('a point is said with where it comes from; until then nothing is changed, and every other stays usual', async () => {
  const b = await open();
  expect(b.el.textContent).toContain('usual, nobody looked');
  await b.click(tid('type-point-linkMount'));
  for (const [id, text] of [
    ['point-ahead', '-60 mm'],
    ['point-out', '690 mm'],
    ['point-up', '612 mm'],
  ] as const)
    await b.type(id, text);
  await b.click(tid('type-point-keep'));
  expect(b.el.querySelector(tid('type-point-error'))!.textContent).toContain('Where that comes from is not said');
  expect(b.out).toEqual([]);
  [...b.el.querySelectorAll('button')].find((x) => x.textContent!.trim() === 'from the maker’s book')!.click();
  await b.click(tid('type-point-keep'));
  const { points } = b.out[0]!.axles.front;
  expect(points.linkMount).toMatchObject({ from: 'maker' });
  expect(points.linkMount!.at.slice(1)).toEqual([690, 612]);
  expect(points.barEye!.from).toBe('usual');
});
