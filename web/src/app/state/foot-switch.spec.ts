import { DestroyRef } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { Keys } from '../kit/keys';
import { FootSwitch } from './foot-switch';

const press = (code: string, key = code) =>
  document.body.dispatchEvent(new KeyboardEvent('keydown', { code, key, bubbles: true, cancelable: true }));

test('a switch is taught by pressing it, does the next thing from then on, and is forgotten when told', () => {
  localStorage.clear();
  let next = 0;
  TestBed.inject(Keys).bind({ n: () => next++ }, TestBed.inject(DestroyRef));
  const foot = TestBed.inject(FootSwitch);
  press('F13');
  expect(next).toBe(0);
  let taught = false;
  foot.learn(() => (taught = true));
  press('F13');
  // Teaching does nothing else.
  expect([taught, next, foot.code()]).toEqual([true, 0, 'F13']);
  press('F13');
  expect(next).toBe(1);
  foot.forget();
  press('F13');
  expect(next).toBe(1);
});
