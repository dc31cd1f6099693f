import { askDistance, readDistance } from '..';

test.each([
  ['61200', 61_200],
  ['61.200', 61_200],
  ['61,200', 61_200],
  ['61 200 km', 61_200],
  ['1.261.200', 1_261_200],
  ['61200,5', 61_200.5],
  ['38,000 mi', 61_155.072],
  ['61,2', 61.2],
])('“%s” is %d km', (text, km) => expect(readDistance(text)).toBeCloseTo(km, 3));

test.each([
  ['', /distance is empty/],
  ['soon', /must be a number of km/],
  ['61.20.0', /must be a number of km/],
  ['1.261,200', /must be a number of km/],
  ['-5', /must be a number of km/],
  ['9 999 999', /at most/],
])('“%s” is refused by name', (text, message) => expect(() => readDistance(text)).toThrow(message));

describe('what the file does not expect is asked about', () => {
  const file = { distanceKm: 98_000, kmPerDay: 40, days: 30 };
  test('less than last time', () => expect(askDistance(61_200, file)).toMatch(/^61\u202f200 km is less than the 98\u202f000 km/));
  test('ten times the usual use', () => {
    expect(askDistance(98_000 + 12_000, file)).toBe('');
    expect(askDistance(98_000 + 12_001, file)).toMatch(/12\u202f001 km more/);
    expect(askDistance(980_000, file)).toMatch(/Is it read rightly/);
  });
  test('a little use is never asked about, however short the time', () =>
    expect(askDistance(99_900, { ...file, days: 0 })).toBe(''));
});

describe('a shop whose dashboards count miles', () => {
  test('a bare number is miles, a unit that is written rules', () => {
    expect(readDistance('38,000', 'mi')).toBeCloseTo(61_155.072, 3);
    expect(readDistance('61 200 km', 'mi')).toBe(61_200);
    expect(() => readDistance('soon', 'mi')).toThrow('must be a number of mi');
  });
  test('the number the file shows is the file’s distance, though it stands there as a fraction of a mile', () => {
    expect(readDistance('60 894', 'mi', 98_000)).toBe(98_000);
    expect(readDistance('60 895', 'mi', 98_000)).toBeGreaterThan(98_000);
  });
  test('it is asked about in miles', () =>
    expect(askDistance(61_155, { distanceKm: 98_000, kmPerDay: 40, days: 30 }, 'mi')).toMatch(
      /^38\u202f000 mi is less than the 60\u202f894 mi in the file/,
    ));
});
