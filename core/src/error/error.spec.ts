import { oneOf, whole } from '.';

test.each([
  ['12', 12],
  [' 1 200 ', 1200],
  ['0', 0],
])('“%s” is %d', (text, n) => expect(whole('count', text, 0, 5000)).toBe(n));
test.each([
  ['', /count is empty/],
  ['many', /count must be a whole number \(given: many\)/],
  ['1.5', /count must be a whole number/],
  ['-1', /count must be between 0 and 5000 km/],
  ['9000', /count must be between 0 and 5000 km/],
])('“%s” is refused', (text, message) => expect(() => whole('count', text, 0, 5000, 'km')).toThrow(message));
test('one of a list, or all of it is named', () => {
  expect(oneOf('side', 'left', ['left', 'right'])).toBe('left');
  expect(() => oneOf('side', 'top', ['left', 'right'])).toThrow('side must be one of left, right (given: top)');
});
