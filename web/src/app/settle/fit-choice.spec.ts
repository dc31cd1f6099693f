import type { JointId } from '@ash-knot/core';
import { touchedOn, type FitChoice } from './fit-choice';

const both: FitChoice = { what: 'links', sides: ['left', 'right'] };
const at = (s: string) => s as JointId;

test('another kind is looked for on both sides; the bar and another joint as they are', () => {
  expect(touchedOn({ what: 'links', sides: ['left'] }, at('front.left.frame-bushing'))).toEqual({
    what: 'bushings',
    sides: ['left', 'right'],
  });
  expect(touchedOn(both, at('front.right.bar')).what).toBe('bar');
  expect(touchedOn(both, at('front.right.ball-joint')).what).toBe('joint');
  expect(touchedOn({ what: 'joint', sides: ['left', 'right'] }, at('front.left.ball-joint')).what).toBe('joint');
});
test('touched again a side is taken away, and added; the last one stays', () => {
  const left = touchedOn(both, at('front.right.link-lower'));
  expect(left).toEqual({ what: 'links', sides: ['left'] });
  expect(touchedOn(left, at('front.left.link-upper'))).toEqual(left);
  // Either end of a link is the whole of it.
  expect(touchedOn(left, at('front.right.link-upper'))).toEqual(both);
});
