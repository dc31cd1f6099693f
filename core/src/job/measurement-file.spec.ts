import { analyseLoop } from '../play';
import { simulatedLoop } from '../gauge';
import { CONTEXT, ledger } from '../test';
import type { Entry } from '../ledger';
import { foldJob, forJob, fromRows, measurementsOf, toRows } from '.';

const e = ledger();
const loop = simulatedLoop({ a: -0.3, b: 0.3, minus: 1500, plus: 2000, middle: 0, friction: 15, contact: 6000 }, { points: 600 });
const csv = [...loop.x].map((x, i) => `${x},${loop.f[i]}`).join('\n');
const reading = (playMm: number) =>
  e('reading', {
    joint: 'front.left.frame-bushing',
    phase: 'before',
    gauge: 'dial',
    first: 1,
    second: 1 + playMm,
    unit: 'mm',
    playMm,
    calibration: 'never calibrated',
  });
const first = reading(0.1 + 0.2);
const tape: Entry[] = [
  e('zero', { gauge: 'dial', when: 'start', zeroMm: 0.001 }),
  first,
  reading(0.31),
  e('zero', { gauge: 'dial', when: 'end', zeroMm: -0.004 }),
  e('note', { text: 'not a measurement, "quoted", and,\nin two lines' }),
  e('loop', {
    joint: 'front.right.frame-bushing',
    phase: 'before',
    gauge: 'dial',
    file: 'l1',
    result: analyseLoop(loop.x, loop.f),
  }),
  e('result', {
    what: 'play',
    joint: 'front.left.frame-bushing',
    gauge: 'dial',
    method: 'play 2',
    given: { readings: [first.id], driftMm: 0.005, resolutionMm: 0.01, known: { sdMm: 0.02, degrees: 30 } },
    found: {
      phase: 'before',
      n: 1,
      meanMm: 0.1 + 0.2,
      uMm: 0.01,
      degrees: null,
      oneSidedMm: 0.02,
      limitMm: 0.5,
      owner: 'shop rule',
      verdict: 'within',
    },
    words: 'said, "so"',
  }),
  e('strike', { entry: first.id, why: 'misread' }),
];
const state = foldJob(CONTEXT, tape);
const file = measurementsOf(state, 'j1', { l1: csv });

test('everything measured is in it, struck lines and their strikes too, and nothing else', () => {
  expect(file.entries.map((x) => x.kind)).toEqual(['zero', 'reading', 'reading', 'zero', 'loop', 'result', 'strike']);
  expect(file.gauges.map((g) => g.id)).toEqual(['dial']);
});
test('rows and back: nothing is lost, to the last digit', () => {
  expect(fromRows(toRows(file))).toEqual(file);
  expect(fromRows(JSON.parse(JSON.stringify(toRows(file))) as string[][])).toEqual(file);
});
test('for the same job it is as it was; for another every reference is carried over', () => {
  expect(forJob(file, 'j1', () => 'x')).toBe(file);
  let n = 0;
  const other = forJob(file, 'j2', () => `new${++n}`);
  expect(other.entries.every((x) => x.job === 'j2' && x.id.startsWith('new'))).toBe(true);
  const [at, result, strike, theLoop] = [1, 5, 6, 4].map((i) => other.entries[i]!);
  expect(result!.body).toMatchObject({ given: { readings: [at!.id] } });
  expect(strike!.body).toMatchObject({ entry: at!.id });
  expect(other.loops[(theLoop!.body as { file: string }).file]).toBe(csv);
  // The same plays come out of it.
  const again = foldJob(CONTEXT, other.entries as Entry[]);
  expect(again.joints.get('front.left.frame-bushing')!.before!.doubt).toEqual(
    state.joints.get('front.left.frame-bushing')!.before!.doubt,
  );
});
test('drift, struck and expired readings are seen in the fold', () => {
  const v = state.joints.get('front.left.frame-bushing')!.before!;
  expect(v.driftMm).toBeCloseTo(-0.005, 12);
  expect(v.readings.map((r) => [r.playMm, r.struck, r.calibration])).toEqual([
    [0.1 + 0.2, true, 'never calibrated'],
    [0.31, false, 'never calibrated'],
  ]);
});
test('a loop speaks for its joint, and a bushing that stands off its bar is evidence', () => {
  const right = state.joints.get('front.right.frame-bushing')!;
  expect(right.before!.loop!.kind).toBe('loose');
  expect(right.state).toBe('loose');
});
test.each([
  [[['a', 'b']], /has not the columns of a measurement file/],
  [[toRows(file)[0]!, ['x']], /row 2 must say which file it is/],
  [[...toRows(file).slice(0, 2), ['reading', 'i', '', '', '', '', '', '', '', '', '', '', '', '{']], /data of row 3 is damaged/],
])('what is no such file is named', (rows, message) => expect(() => fromRows(rows)).toThrow(message));
