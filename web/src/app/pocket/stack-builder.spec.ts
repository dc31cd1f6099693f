import { TestBed } from '@angular/core/testing';
import { setUp, tid } from '../../test';
import { OpenJob } from '../job/open-job';
import { StackBuilder } from './stack-builder';

async function open() {
  localStorage.clear();
  setUp();
  const fixture = TestBed.createComponent(StackBuilder);
  const el = fixture.nativeElement as HTMLElement;
  const settle = async () => {
    await fixture.whenStable();
    fixture.detectChanges();
  };
  await settle();
  const pieces = () => [...el.querySelectorAll<HTMLElement>(`${tid('stack')} button`)];
  return {
    el,
    settle,
    pieces,
    names: () => pieces().map((p) => p.dataset['piece']),
    text: (s: string) => (el.querySelector(s)?.textContent ?? '').replace(/\s+/g, ' ').trim(),
    key: async (i: number, key: string) => {
      pieces()[i]!.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
      await settle();
    },
    type: async (s: string, v: string) => {
      const box = [...el.querySelectorAll('label')].find((l) => l.textContent!.includes(s))!.querySelector('input')!;
      box.value = v;
      box.dispatchEvent(new Event('input'));
      await settle();
    },
    pick: async (name: string) => {
      [...el.querySelectorAll<HTMLElement>('.pick')].find((x) => x.textContent!.trim() === name)!.click();
      await settle();
    },
  };
}

test('by keys: a piece moved out of its place is explained, and back again', async () => {
  const p = await open();
  expect(p.text(tid('stack-fault'))).toBe('In order.');
  await p.key(2, 'ArrowDown');
  expect(p.names().slice(2, 4)).toEqual(['arm', 'grommet']);
  expect(p.text(tid('stack-fault'))).toMatch(
    /The grommet comes after the dished washer, not the arm eye\. Metal would stand on metal/,
  );
  expect(p.el.querySelector(tid('stack-reach'))).toBeNull();
  await p.key(3, 'ArrowUp');
  expect(p.text(tid('stack-fault'))).toBe('In order.');
});
test('a washer turned over is explained', async () => {
  const p = await open();
  await p.key(1, 'Enter');
  expect(p.text(tid('stack-fault'))).toMatch(/wrong way round/);
});
test('turns as a band; the rule’s ends are told', async () => {
  const p = await open();
  expect(p.text(tid('stack-reach'))).toMatch(/turn the nut \d+\.\d to \d+\.\d turns/);
  await p.pick('polyurethane');
  expect(p.text(tid('stack-reach'))).toMatch(/Polyurethane hardly swells/);
  await p.pick('rubber');
  await p.type('Washer, outside', '28 mm');
  expect(p.text(tid('stack-reach'))).toMatch(/as wide as its washer/);
  await p.type('Washer, outside', 'wide');
  expect(p.text(tid('stack-error'))).toMatch(/washer, outside must be a number/);
});
test('other kinds of link have other pieces', async () => {
  const p = await open();
  await p.pick('washer welded to the head');
  expect(p.names()).toHaveLength(12);
  await p.pick('stud with two nuts');
  expect(p.names().filter((n) => n === 'nut')).toHaveLength(2);
  expect(p.text(tid('stack-fault'))).toBe('In order.');
});
test('a sleeve for the length wanted; a plain washer judged', async () => {
  const p = await open();
  await p.type('Link wanted', '150 mm');
  expect(p.text(tid('stack-sleeve'))).toMatch(/^Takes a sleeve of \d+ mm\.$/);
  await p.type('Link wanted', '20 mm');
  expect(p.text(tid('stack-sleeve'))).toMatch(/length of the link must be more than/);
  await p.type('A plain washer instead', '28 15 2');
  expect(p.text(tid('stack-washer'))).toMatch(/Too small.*passes over.*thin/);
  await p.type('A plain washer instead', '34 10.5 3');
  expect(p.text(tid('stack-washer'))).toMatch(/^It serves/);
});
test('kept on the tape of the sheet below, with what was given and by which method', async () => {
  const p = await open();
  const kept: unknown[] = [];
  TestBed.inject(OpenJob).store.set({ write: (_k: string, b: unknown) => (kept.push(b), Promise.resolve(true)) } as never);
  await p.settle();
  p.el.querySelector<HTMLElement>(tid('stack-keep'))!.click();
  await p.settle();
  expect(kept).toEqual([
    expect.objectContaining({ what: 'stack', method: 'stack 1', found: expect.objectContaining({ faults: [] }) }),
  ]);
});
