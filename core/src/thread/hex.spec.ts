import { sayHex } from '.';
import { findHex, HEX_SIZES } from '.';

describe('which hex it is', () => {
  test.each(HEX_SIZES.filter((h) => h.mm >= 8 && h.mm <= 24).map((h) => [h.name, h] as const))(
    '%s reads as itself first or beside its twin',
    (_, h) => {
      const found = findHex(h.mm - 0.08, 0.03);
      expect(found.map((c) => c.size.name)).toContain(h.name);
    },
  );
  test('19 and 3/4 look alike, and say so', () => {
    const found = findHex(19, 0.03);
    expect(
      found
        .slice(0, 2)
        .map((c) => c.size.name)
        .sort(),
    ).toEqual(['19', '3/4']);
    expect(found.find((c) => c.size.name === '19')!.lookAlike).toBe('3/4');
    expect(findHex(18.6, 0.03)[0]!.size.name).not.toBe('18');
  });
  test('14 is not 9/16 when the reading is fine enough', () => {
    expect(findHex(13.9, 0.02)[0]!.size.name).toBe('14');
    expect(findHex(14.2, 0.02)[0]!.size.name).toBe('9/16');
    expect(findHex(14.0, 0.2).map((c) => c.size.name)).toEqual(expect.arrayContaining(['14', '9/16']));
  });
  test('shares add up; a doubt that is wide names more', () => {
    expect(findHex(13, 0.05).reduce((a, c) => a + c.share, 0)).toBeGreaterThan(0.95);
    expect(findHex(13, 0.5).length).toBeGreaterThan(findHex(13, 0.02).length);
    expect(findHex(60, 0.05)).toEqual([]);
  });
  test('what cannot be is named', () => expect(() => findHex(0, 0.1)).toThrow(/width across flats must be more than 0 mm/));
});

test.each([
  [19, '19 mm'],
  [19.05, '3/4 in'],
  [19.049999, '3/4 in'],
  [14.2875, '9/16 in'],
  [5.5, '5.5 mm'],
  [17.3, '17.3 mm'],
])('%d mm is said %s', (mm, said) => expect(sayHex(mm)).toBe(said));
