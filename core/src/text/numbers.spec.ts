import fc from 'fast-check';
import { readPrice } from '../parts';
import { decimalOf } from '.';

test.each([
  ['12,5', 12.5],
  ['12.5', 12.5],
  ['148 210', 148_210],
  ['1\u202f234,50', 1234.5],
  ['1.234,50', 1234.5],
  ['1,234.50', 1234.5],
  ['1.234.567,8', 1_234_567.8],
  // One separator alone is the decimal one.
  ['1.234', 1.234],
  ['1,234', 1.234],
  ['−0.42', -0.42],
  [',5', 0.5],
])('%s is %d', (text, value) => expect(decimalOf(text)).toBeCloseTo(value, 9));
test.each(['', '1.2.3', '12,34,5', '1.23,4.5', '1,2345.6', '5 mm', 'Infinity', '1e3'])('%s is no number', (text) =>
  expect(decimalOf(text)).toBeNaN(),
);

test('whatever the language of a spreadsheet, what it shows is read as it is', () => {
  fc.assert(
    fc.property(fc.integer({ min: -9_999_999, max: 9_999_999 }), fc.constantFrom('de-DE', 'en-GB'), (cents, language) => {
      const shown = new Intl.NumberFormat(language, { minimumFractionDigits: 2 }).format(cents / 100);
      expect(decimalOf(shown)).toBeCloseTo(cents / 100, 9);
    }),
  );
});
test('a price with both separators is that price; a word is refused by its field', () => {
  expect(readPrice('1.234,50', 'EUR')).toBe(123_450);
  expect(readPrice('24,50', 'EUR')).toBe(2450);
  expect(() => readPrice('cheap', 'EUR')).toThrow('The price must be a number');
});
