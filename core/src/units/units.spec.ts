import { fixed } from '../text';
import { create, all } from 'mathjs';
import fc from 'fast-check';
import { BadInput } from '../error';
import {
  convert,
  NM_PER_LBF_FT,
  otherUnit,
  parseQuantity,
  quantity,
  show,
  lengthDigits,
  sayDistance,
  sayLength,
  shopMeasures,
} from '.';

const math = create(all!);

describe('conversion (NIST SP 811, appendix B)', () => {
  test('1 lbf·ft is 1.3558179483314 N·m', () => {
    expect(NM_PER_LBF_FT).toBeCloseTo(1.3558179483314, 13);
    expect(convert(12, 'lbf·in', 'lbf·ft', 'torque')).toBeCloseTo(1, 14);
    expect(convert(1, 'kgf·m', 'N·m', 'torque')).toBe(9.80665);
    expect(convert(1, 'mi', 'km', 'distance')).toBe(1.609344);
  });

  test('agrees with an independent library (mathjs) in every unit both know', () => {
    const pairs: [number, string, string, 'torque' | 'length' | 'force' | 'distance', string, string][] = [
      [65, 'lbf·ft', 'N·m', 'torque', 'lbf ft', 'N m'],
      [88, 'N·m', 'lbf·ft', 'torque', 'N m', 'lbf ft'],
      [120, 'lbf·in', 'N·m', 'torque', 'lbf in', 'N m'],
      [1.5, 'in', 'mm', 'length', 'in', 'mm'],
      [300, 'lbf', 'N', 'force', 'lbf', 'N'],
      [98, 'mi', 'km', 'distance', 'mi', 'km'],
    ];
    for (const [v, from, to, dim, mFrom, mTo] of pairs) {
      expect(convert(v, from, to, dim)).toBeCloseTo(math.unit(v, mFrom).toNumber(mTo), 9);
    }
  });

  test('there and back gives the same number', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1e-3, max: 1e5, noNaN: true }),
        fc.constantFrom('N·m', 'lbf·ft', 'lbf·in', 'kgf·m'),
        fc.constantFrom('N·m', 'lbf·ft', 'lbf·in', 'kgf·m'),
        (v, a, b) => {
          expect(convert(convert(v, a, b, 'torque'), b, a, 'torque') / v).toBeCloseTo(1, 12);
        },
      ),
    );
  });
});

describe('what is typed into a field', () => {
  test.each([
    ['65 ft-lb', 'torque', 65, 'lbf·ft', 88.1281666],
    ['65 lbf·ft', 'torque', 65, 'lbf·ft', 88.1281666],
    ['88Nm', 'torque', 88, 'N·m', 88],
    ['1 1/2 in', 'length', 1.5, 'in', 38.1],
    ['3/16', 'length', 0.1875, 'in', 4.7625],
    ['12,5 mm', 'length', 12.5, 'mm', 12.5],
    ['1.234,50 mm', 'length', 1234.5, 'mm', 1234.5],
    ['1,234.50 mm', 'length', 1234.5, 'mm', 1234.5],
    ['148.210,5 km', 'distance', 148210.5, 'km', 148210.5],
    // One separator alone is the decimal one, as ever.
    ['1.234 mm', 'length', 1.234, 'mm', 1.234],
    ['  −0.42 ', 'length', -0.42, 'mm', -0.42],
    ['148 210 km', 'distance', 148210, 'km', 148210],
    ['54', 'torque', 54, 'N·m', 54],
  ] as const)('%s', (text, dim, value, unit, si) => {
    const q = parseQuantity(text, dim);
    expect(q.value).toBeCloseTo(value, 12);
    expect(q.unit).toBe(unit);
    expect(q.si).toBeCloseTo(si, 6);
  });

  test.each([
    ['', 'is empty'],
    ['abc', 'must be a number'],
    ['1.2.3', 'must be a number'],
    ['1/0', 'fraction over zero'],
    ['54 bar', 'no unit called “bar”'],
    ['--4', 'must be a number'],
  ])('%s names the field and what is wrong', (text, bound) => {
    expect(() => parseQuantity(text, 'torque', { field: 'torque reading' })).toThrow(BadInput);
    expect(() => parseQuantity(text, 'torque', { field: 'torque reading' })).toThrow(new RegExp(`torque reading.*${bound}`));
  });

  test('any text gives a quantity or BadInput, never NaN', () => {
    fc.assert(
      fc.property(fc.string(), (t) => {
        try {
          expect(Number.isFinite(parseQuantity(t, 'length').si)).toBe(true);
        } catch (e) {
          expect(e).toBeInstanceOf(BadInput);
        }
      }),
    );
  });
});

test('both units are shown, and a unit of another dimension is refused', () => {
  expect(show(54, 'torque')).toBe('54 N·m');
  expect(show(54, 'torque', otherUnit('torque', 'N·m'))).toBe('40 lbf·ft');
  expect(quantity('torque', 65, 'ft-lb').si).toBeCloseTo(88.128, 3);
  expect(() => convert(1, 'mm', 'N·m', 'torque')).toThrow(/no unit called “mm”/);
});

describe('what comes first', () => {
  test('inches and lbf·ft go together, the dashboard is its own matter', () => {
    expect(shopMeasures(false, 'mi')).toEqual({ torque: 'N·m', length: 'mm', distance: 'mi' });
    expect(shopMeasures(true, 'km')).toEqual({ torque: 'lbf·ft', length: 'in', distance: 'km' });
  });
  test('a play in inches keeps what its millimetres told', () => {
    expect(sayLength(0.5, 2)).toBe('0.50 mm');
    expect(sayLength(0.5, 2, 'in')).toBe('0.0197 in');
    expect(lengthDigits(372, 0, 'in')).toBe('14.65');
    expect(sayLength(0.004, 3, 'in')).toBe('0.0002 in');
  });
  test('a distance is whole, whatever the unit', () => {
    expect(sayDistance(148_210)).toBe('148\u202f210 km');
    expect(sayDistance(148_210, 'mi')).toBe('92\u202f093 mi');
  });
});

test('what rounds to nothing has no sign', () => {
  expect([fixed(-0.04, 1), fixed(-0.06, 1), fixed(0, 0), fixed(-0, 2)]).toEqual(['0.0', '-0.1', '0', '0.00']);
});
