import { makeEntry, readStored, sayEntry, type Entry } from '../ledger';
import { CONTEXT, ledger } from '../test';
import { ledgerWords } from './ledger-words';
import { readJob, sayUnreadable } from './readable';

const e = ledger();
const strike = (entry: Entry) => e('strike', { entry: entry.id, why: 'cannot be read' });
const strange = (): Entry => readStored({ ...e('note', { text: 'x' }), kind: 'valueOf', body: {} }) as Entry;

test('a job that can be read is its state', () => {
  const { state, unreadable } = readJob(CONTEXT, [e('note', { text: 'x' })]);
  expect([state!.entries.length, unreadable]).toEqual([1, undefined]);
});

test('a line of a kind nobody here knows is named by its place; struck, the job goes on, and it stays on the tape', () => {
  const [first, bad, last] = [e('note', { text: 'a' }), strange(), e('note', { text: 'b' })];
  const { state, unreadable } = readJob(CONTEXT, [first, bad, last]);
  expect(state).toBeNull();
  expect([unreadable!.line, unreadable!.entry!.id]).toEqual([2, bad.id]);
  expect(sayUnreadable(unreadable!)).toBe('This job cannot be read: line 2.');
  const after = readJob(CONTEXT, [first, bad, last, strike(bad)]);
  expect(after.state!.entries).toHaveLength(4);
  expect(sayEntry(bad, ledgerWords('sway bar', CONTEXT.measures, 'UTC'))).toBe('A line this program cannot read (valueOf)');
});

test('a body that breaks the fold is found among many, also where an earlier one is struck already', () => {
  const broken = (): Entry => ({ ...e('note', { text: 'x' }), kind: 'choose', body: {} }) as unknown as Entry;
  const tape = Array.from({ length: 40 }, (_, i) => e('note', { text: `${i}` }) as Entry);
  const [one, two] = [broken(), broken()];
  const all = [...tape.slice(0, 7), one, ...tape.slice(7, 20), two, ...tape.slice(20)];
  expect(readJob(CONTEXT, all).unreadable!.line).toBe(8);
  expect(readJob(CONTEXT, [...all, strike(one)]).unreadable!.line).toBe(22);
  expect(readJob(CONTEXT, [...all, strike(one), strike(two)]).unreadable).toBeUndefined();
});

test('where no line is to blame, none is', () => {
  const { unreadable } = readJob({ ...CONTEXT, type: {} as never }, []);
  expect(unreadable!.line).toBe(0);
  expect(sayUnreadable(unreadable!)).toMatch(/its vehicle’s type is not understood/);
});

test('what nobody knows is signed for, and read as it stands', () => {
  const stored = { ...makeEntry({ kind: 'note', body: { text: 'x' } }, { id: 'i', job: 'j', by: 'b', at: '' }), version: 99 };
  expect(readStored(stored).unread).toMatch(/version of the note must be from 1/);
});
