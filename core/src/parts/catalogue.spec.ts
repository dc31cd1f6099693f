import { CATALOGUE_COLUMNS, partNumber } from '.';

test('every column a table of parts may have is one', () =>
  expect(new Set(CATALOGUE_COLUMNS).size).toBe(CATALOGUE_COLUMNS.length));

test('a number of this program’s own is no number to buy by', () => {
  expect(partNumber('own-0192a1b2-c3d4-7e5f-8a9b-0c1d2e3f4a5b')).toBe('');
  for (const id of ['KL-305', 'own-brand-7', 'refit']) expect(partNumber(id)).toBe(id);
});
