import { job, TYPE } from '../../test';
import { chartedAxle } from './charted-axle';

const file = { type: TYPE, vehicle: job().vehicle };
test('the charted joint is marked on its axle by its last readings against the limit, and said', () => {
  const c = chartedAxle(file, 'front|frame-bushing', { left: 0.62, right: 0.2 }, 0.5, 'sway bar');
  expect(c.marks).toEqual([
    { kind: 'frame-bushing', side: 'left', state: 'loose' },
    { kind: 'frame-bushing', side: 'right', state: 'sound' },
  ]);
  expect(c.words).toBe('Frame bushing, front axle, at its last reading: left past the limit and right within the limit.');
});
test('a side that was never measured has no mark', () => {
  expect(chartedAxle(file, 'front|frame-bushing', { left: 0.1 }, undefined, 'sway bar').marks).toHaveLength(1);
});
