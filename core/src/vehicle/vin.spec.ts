import fc from 'fast-check';
import { readVin, vinCheckDigit } from './vin';

describe('check digit (49 CFR 565.15)', () => {
  test('seventeen ones are valid', () => {
    expect(vinCheckDigit('1'.repeat(17))).toBe('1');
    expect(readVin('11111111111111111', 2027).checkDigitOk).toBe(true);
  });
  test('a remainder of ten is X', () => {
    // Seventeen ones sum to 89; a 4 in place 16 (weight 3) adds 9: 98 = 8 × 11 + 10.
    expect(vinCheckDigit('11111111111111141')).toBe('X');
  });
  test('a wrong digit warns and does not fault', () => {
    const r = readVin('11111111211111111', 2027);
    expect(r.faults).toEqual([]);
    expect(r.warnings[0]).toMatch(/check digit \(place 9\) is 2/);
  });
  test('changing one character of a valid one is seen unless the values are the same', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 16 }).filter((i) => i !== 8),
        fc.constantFrom(...'023456789'),
        (i, c) => {
          const v = '11111111111111111'.split('');
          v[i] = c;
          expect(readVin(v.join(''), 2027).checkDigitOk).toBe(false);
        },
      ),
    );
  });
});

test('letters that never occur, length and signs are named', () => {
  expect(readVin('IOQ11111111111111', 2027).faults[0]).toMatch(/never has I or O or Q/);
  expect(readVin('123', 2027).faults[0]).toMatch(/17 characters; this has 3/);
  expect(readVin('1111111111111111*', 2027).faults[0]).toMatch(/only letters and digits/);
});

test('model year repeats every 30 years; place 7 tells where the digit holds', () => {
  // Place 10 = A stands for 1980 and 2010; without a valid digit both stay.
  expect(readVin('ZZ1111111A1111111', 2027).modelYears).toEqual([2010, 1980]);
  // A letter in place 7 and a valid digit: the later one. Digit worked out by the sum.
  const late = (d: string) => `111111A1${d}A1111111`;
  expect(readVin(late(vinCheckDigit(late('0'))!), 2027).modelYears).toEqual([2010]);
  const early = (d: string) => `11111111${d}A1111111`;
  expect(readVin(early(vinCheckDigit(early('0'))!), 2027).modelYears).toEqual([1980]);
  expect(readVin('11111111111111111', 2040).modelYears).toEqual([2001]);
  expect(readVin('ZZ111111101111111', 2027).warnings.join(' ')).toMatch(/stands for no model year/);
});
