import { draft } from './draft';

beforeEach(() => localStorage.clear());

test('what was typed is there again after a reload, and gone after it was sent', () => {
  const a = draft('words', '');
  a.set('knocks');
  a.update((v) => `${v} on the cobbles`);
  expect(draft('words', '')()).toBe('knocks on the cobbles');
  a.clear();
  expect(a()).toBe('');
  expect(draft('words', '')()).toBe('');
});

test('a broken store gives the first value, not an error', () => {
  localStorage.setItem('ashknot.draft.x', '{half');
  expect(draft('x', 7)()).toBe(7);
});
