import { plateKey } from './plate';

test('a plate is one however it is typed, and plates of any script are told apart', () => {
  for (const same of [
    ['sk 2047', 'SK-2047', ' sk2047 ', 'ＳＫ ２０４７'],
    ['Å 12', 'A\u030a 12', 'å12'],
    ['ж 123 аб', 'Ж123АБ'],
    ['१२ कख', '१२कख'],
  ])
    expect(new Set(same.map(plateKey)).size).toBe(1);
  // Latin, Cyrillic and Greek letters that look alike are not the same plate.
  expect(new Set(['AB 1', 'АВ 1', 'ΑΒ 1', 'Ж 1', 'Ц 1', '京 1', '沪 1', 'א 1'].map(plateKey)).size).toBe(8);
  expect(plateKey(' - . ')).toBe('');
});
