import { TestBed } from '@angular/core/testing';
import { NextBar } from './next-bar';

const bar = () => {
  const f = TestBed.createComponent(NextBar);
  let taps = 0;
  f.componentInstance.act.subscribe(() => (taps += 1));
  const say = (title: string) => {
    f.componentRef.setInput('title', title);
    f.componentRef.setInput('label', 'Done');
    f.detectChanges();
  };
  const tap = (detail: number) =>
    (f.nativeElement as HTMLElement).querySelector('.go')!.dispatchEvent(new MouseEvent('click', { detail, bubbles: true }));
  return { say, tap, taps: () => taps };
};

test('a double tap is one where another line stands there by then; at the same line each tap counts', () => {
  const b = bar();
  b.say('Set 54 N·m and pull the upper nut.');
  b.tap(1);
  b.say('Set 54 N·m and pull the lower nut.');
  b.tap(2);
  expect(b.taps()).toBe(1);
  // Read, and tapped by itself; then counted as fast as the clicks come.
  b.tap(1);
  b.tap(2);
  b.tap(3);
  expect(b.taps()).toBe(4);
});
