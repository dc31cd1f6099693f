import { CONTEXT, ledger, LINK_PART } from '../../test';
import type { Entry } from '../../ledger';
import type { JobKind } from '../context';
import { aimOf, foldJob, handBackBlockers } from '..';

const e = ledger();
const bar = { ...LINK_PART, id: 'b', kind: 'sway bar' as const, barMm: 24 };
const chosen = (joint: 'front.left.bar' | 'front.left.link-lower', ...more: Entry[]): Entry[] => {
  const c = e('choose', { joints: [joint], part: joint === 'front.left.bar' ? bar : LINK_PART, quantity: 1, oneSideReason: 'x' });
  return [c, e('answer', { answer: 'approved', what: 'it', parts: [c.id], who: 'o', how: 'by phone', warning: '' }), ...more];
};
const job = (kind: JobKind, ...entries: Entry[]) => foldJob({ ...CONTEXT, kind }, entries);
const purpose = e('purpose', { what: 'left link, torn boot', rule: 'the yearly inspection' });

test('what a job was for is what it proves: a bar leans less, a failed boot passes, a changed stance keeps its angle', () => {
  const link = chosen('front.left.link-lower', purpose);
  expect(aimOf(job('upgrade', ...chosen('front.left.bar', purpose)))).toMatchObject({ aim: 'less lean' });
  expect(aimOf(job('upgrade', ...link))).toMatchObject({
    aim: 'as wanted',
    asks: 'Is it as it was wanted: left link, torn boot?',
  });
  expect(aimOf(job('failed inspection', ...link))).toMatchObject({
    aim: 'passes',
    asks: 'Does it pass now what it failed on: left link, torn boot?',
  });
  expect(aimOf(job('changed stance', ...link))).toMatchObject({ aim: 'keeps its angle' });
  // A noise is driven for; what was only put back is for nothing else; and nothing done proves nothing.
  for (const kind of ['noise', 'access', 'age replacement', 'found during other work'] as const)
    expect(aimOf(job(kind, ...link))).toBeUndefined();
  expect(aimOf(job('failed inspection', purpose))).toBeUndefined();
});

test('it is asked before the hand-back, a no is an answer, and another aim is asked anew', () => {
  const open = (...more: Entry[]) =>
    handBackBlockers(job('failed inspection', ...chosen('front.left.link-lower', purpose), ...more)).filter(
      (b) => b.at === 'aim',
    );
  expect(open().map((b) => b.sentence)).toEqual(['Does it pass now what it failed on: left link, torn boot? Nobody has said.']);
  for (const result of ['yes', 'no', 'cannot tell yet'] as const)
    expect(open(e('aim', { aim: 'passes', result, note: '' }))).toEqual([]);
  expect(open(e('aim', { aim: 'less lean', result: 'yes', note: '' }))).toHaveLength(1);
});
