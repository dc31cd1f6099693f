import { remembered } from './remembered';

test('an answer is worked out once while it is among the last that were asked, and anew after', () => {
  let made = 0;
  const f = remembered((n: number) => ({ n, made: ++made }), String, 2);
  expect(f(1)).toBe(f(1));
  f(2);
  // Asked again, 1 is the newer of the two: 3 pushes 2 out.
  f(1);
  f(3);
  expect(f(1).made).toBe(1);
  expect(f(2).made).toBe(4);
});
