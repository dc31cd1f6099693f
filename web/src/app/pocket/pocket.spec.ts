import { DialogRef } from '@angular/cdk/dialog';
import { TestBed } from '@angular/core/testing';
import { setUp } from '../../test';
import { Pocket } from './pocket';

async function open(tool: string) {
  localStorage.setItem('ashknot.draft.pocket.tool', JSON.stringify(tool));
  setUp([{ provide: DialogRef, useValue: { close: () => undefined } }]);
  const fixture = TestBed.createComponent(Pocket);
  const el = fixture.nativeElement as HTMLElement;
  const settle = async () => {
    await fixture.whenStable();
    fixture.detectChanges();
  };
  await settle();
  const field = async (label: string, text: string) => {
    const box = [...el.querySelectorAll('label')].find((l) => l.textContent!.includes(label))!.querySelector('input')!;
    box.value = text;
    box.dispatchEvent(new Event('input'));
    await settle();
  };
  return { el, settle, field, text: () => el.textContent!.replace(/\s+/g, ' ') };
}

test('adapter: 100 N·m, lever 400, adapter 50 in line is 88.9', async () => {
  const p = await open('adapter');
  await p.field('Torque wanted', '100 N·m');
  expect(p.text()).toContain('88.9 N·m');
  await p.field('Angle', '90');
  expect(p.text()).toContain('100 N·m');
  await p.field('Angle', '400');
  expect(p.text()).toContain('adapter angle must be between 0 and 180');
});

test('torque: a value carried from dry to anti-seize is lower; an impossible one is asked about', async () => {
  const p = await open('torque');
  const inHand = p.el.querySelector('[aria-label="In hand"]')!;
  [...inHand.querySelectorAll<HTMLElement>('button')].find((x) => x.textContent!.trim() === 'anti-seize')!.click();
  await p.settle();
  expect(Number(/(\d+(?:\.\d)?) N·m/.exec(p.text())![1])).toBeLessThan(54);
  await p.field('Torque as written', '480 N·m');
  expect(p.text()).toContain('Did you mean lbf·in?');
  await p.field('Thread', 'rope');
  expect(p.text()).toContain('thread must be like');
});

test('thread finder: best first, look-alikes warned of', async () => {
  const p = await open('thread');
  // Nothing is found of what nobody measured.
  expect(p.text()).not.toContain('M10×1.25');
  await p.field('Outside diameter', '9.85 mm');
  await p.field('Crests counted', '11');
  await p.field('Length over them', '12.5 mm');
  expect(p.text()).toContain('M10×1.25');
  await p.field('Length over them', '15 mm');
  expect(p.text()).toContain('Looks like 3/8-16');
  await p.field('Crests counted', '1');
  expect(p.text()).toContain('crests must be a whole number of 2 or more');
});

test('wrench fit: a 3/16 key in a 5 mm socket rounds it', async () => {
  const p = await open('wrench');
  expect(p.text()).toContain('rounds');
  expect(p.text()).toContain('5.40°');
});

test('hex finder: look-alikes of the other system, and the doubt as typed', async () => {
  const p = await open('hex');
  await p.field('Across the flats', '19 mm');
  expect(p.text()).toMatch(/a (3\/4|19) wrench goes on too/);
  await p.field('Good to', 'x');
  expect(p.text()).toContain('doubt of the width must be a number');
});

test('thread finder: a rougher reading names more threads', async () => {
  const p = await open('thread');
  await p.field('Outside diameter', '9.85 mm');
  await p.field('Crests counted', '11');
  await p.field('Length over them', '');
  const lines = () => p.el.querySelectorAll('ol li').length;
  const fine = lines();
  await p.field('Diameter good to', '0.3');
  expect(lines()).toBeGreaterThan(fine);
});
