import fc from 'fast-check';
import { bell } from './simulate';
import { DIAL } from '../test';
import { expired, loopFromRows, pairsFromRows, readGauge, resolutionMm, sayExpired, simulatedReading, type GaugeSpec } from '.';

const inch: GaugeSpec = { ...DIAL, unit: 'in', resolution: 0.0005, rangeMax: 1 };
const serial: GaugeSpec = { ...DIAL, line: { baud: 4800, before: '01A', after: 'M' } };

describe('one line of a gauge', () => {
  test.each([
    ['0.42', 0.42, 'mm'],
    ['0,42', 0.42, 'mm'],
    ['+0.42', 0.42, 'mm'],
    ['-  1.5', -1.5, 'mm'],
    ['  000.420 mm\r\n', 0.42, 'mm'],
    ['0.0165 in', 0.0165, 'in'],
    ['−0.3', -0.3, 'mm'],
  ])('“%s”', (text, value, unit) => {
    expect(readGauge(text, DIAL)).toMatchObject({ value, unit });
  });
  test('a unit that is not written is the gauge’s', () => expect(readGauge('.25', inch).si).toBeCloseTo(6.35, 12));
  test('what the register says stands around the number is taken off', () => {
    expect(readGauge('01A+00001.234M\r', serial).value).toBe(1.234);
    expect(readGauge('1.234', serial).value).toBe(1.234);
  });
  test.each([
    ['', /reading is empty/],
    ['abc', /reading must be a number/],
    ['1.2.3', /reading has more than one decimal mark/],
    ['1.2,3', /more than one decimal mark/],
    ['12 N', /no unit called “N”/],
    ['120', /reading is 120 mm, further than this gauge reaches \(10 mm\)/],
    ['-12', /further than this gauge reaches/],
  ])('“%s” is refused by name', (text, message) => expect(() => readGauge(text, DIAL)).toThrow(message));
  test('whatever is written is read back', () => {
    fc.assert(
      fc.property(fc.integer({ min: -999, max: 999 }), fc.constantFrom('.', ','), (n, mark) => {
        expect(readGauge((n / 100).toFixed(2).replace('.', mark), DIAL).value).toBeCloseTo(n / 100, 12);
      }),
    );
  });
});

test('a calibration holds to its last day', () => {
  const g = { ...DIAL, calibratedUntil: '2026-11-25' };
  expect(expired(g, '2026-11-25T08:00:00Z')).toBe(false);
  expect(sayExpired(g, '2026-11-26')).toBe('calibration ran out on 2026-11-25');
  expect(sayExpired({ calibratedUntil: null }, '2026-11-26')).toBe('never calibrated');
  expect(resolutionMm(inch)).toBeCloseTo(0.0127, 12);
});

describe('a simulated gauge', () => {
  test('steps of its resolution, about the true value and its zero, drifting with each reading', () => {
    const chance = bell(2);
    const s = { resolution: 0.01, noise: 0.02, zero: 0.1, drift: 0.001 };
    const shown = Array.from({ length: 400 }, (_, i) => simulatedReading(0.5, s, i, chance()));
    for (const v of shown) expect(Math.abs(v * 100 - Math.round(v * 100))).toBeLessThan(1e-9);
    const mean = (xs: number[]) => xs.reduce((a, x) => a + x, 0) / xs.length;
    expect(mean(shown)).toBeCloseTo(0.6 + 0.001 * 199.5, 2);
    expect(mean(shown.slice(300)) - mean(shown.slice(0, 100))).toBeCloseTo(0.3, 1);
  });
});

describe('a file of pairs', () => {
  test('with a header or without, comma or point', () => {
    expect(
      pairsFromRows(
        [
          ['pushed', 'pulled'],
          ['1,00', '1,44'],
          ['', ''],
        ],
        DIAL,
      ),
    ).toEqual([{ first: 1, second: 1.44, unit: 'mm' }]);
    expect(pairsFromRows([['0.100', '0.120']], inch)).toEqual([{ first: 0.1, second: 0.12, unit: 'in' }]);
    expect(
      pairsFromRows(
        [
          ['pushed [in]', 'pulled [in]'],
          ['0.1', '0.12'],
        ],
        DIAL,
      )[0]!.unit,
    ).toBe('in');
  });
  test.each([
    [[['1.0 mm', '0.04 in']], /row 1 mixes units: mm and in/],
    [
      [
        ['1', '1.2'],
        ['0.04 in', '0.05 in'],
      ],
      /row 2 mixes units: in where the file began with mm/,
    ],
    [
      [
        ['a [mm]', 'b [in]'],
        ['1', '2'],
      ],
      /mixes units: mm and in in its header/,
    ],
    [[['1']], /row 1 must have two readings/],
    [[['1', 'x']], /pulled reading of row 1 must be a number/],
    [[['1', '99']], /pulled reading of row 1 is 99 mm, further/],
    [[['pushed', 'pulled']], /has a header and no readings/],
    [[], /file is empty/],
  ])('%j is refused by name, whole', (rows, message) => expect(() => pairsFromRows(rows, DIAL)).toThrow(message));
});

describe('a file of a loop', () => {
  test('units from its header', () => {
    const l = loopFromRows([
      ['displacement [in]', 'force [kN]'],
      ['0.1', '1'],
      ['-0.1', '-1'],
    ]);
    expect([...l.x]).toEqual([2.54, -2.54]);
    expect([...l.f]).toEqual([1000, -1000]);
  });
  test.each([
    [
      [
        ['x [furlong]', 'f'],
        ['1', '2'],
      ],
      /unit of the displacement has no unit called/,
    ],
    [
      [
        ['x', 'f'],
        ['1', 'b'],
      ],
      /force of row 1 must be a number/,
    ],
    [[['1']], /force of row 1 must be a number/],
  ])('%j is refused by name', (rows, message) => expect(() => loopFromRows(rows)).toThrow(message));
});
