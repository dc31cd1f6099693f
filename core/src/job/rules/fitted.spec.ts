import { COMPLAINT, CONTEXT, ledger, LINK_PART } from '../../test';
import type { Part } from '../../parts';
import { fastenersOf, foldJob, planOf, pulledTogether, axlesNow, barChanges, type JobState } from '..';
import type { Entry } from '../../ledger';
import type { FastenerId, JointId } from '../../joint';
import { againstThread } from './pull';

const e = ledger();
function worked(joints: JointId[], part: Part): Entry[] {
  const choice = e('choose', { joints, part, quantity: joints.length });
  return [
    e('complaint', COMPLAINT),
    choice,
    e('answer', { answer: 'approved', what: 'it', parts: [choice.id], who: 'o', how: 'by phone', warning: '' }),
  ];
}
const fold = (...entries: Entry[]) => foldJob(CONTEXT, entries);
const at = (s: JobState, id: FastenerId) => fastenersOf(s).find((f) => f.fastener.id === id)!;
const BOLTS = 'front.left.bracket-bolt';
const bushings = (): Entry[] =>
  worked(['front.left.frame-bushing', 'front.right.frame-bushing'], { ...LINK_PART, id: 'b', kind: 'frame bushing', torque: [] });

describe('only some of a group was undone', () => {
  test('so many are tightened, and the record says of how many', () => {
    const begun = bushings();
    const all = at(fold(...begun), BOLTS);
    expect([all.fastener.count, all.of, all.label]).toEqual([2, undefined, 'Bracket bolts, left']);
    const some = at(fold(...begun, e('undone', { fastener: BOLTS, count: 1 })), BOLTS);
    expect([some.fastener.count, some.of, some.label]).toEqual([1, 2, 'Bracket bolts, left, 1 of 2']);
    expect(some.clicks).toBeLessThan(all.clicks);
    // The other side's are what they were.
    expect(at(fold(...begun, e('undone', { fastener: BOLTS, count: 1 })), 'front.right.bracket-bolt').of).toBeUndefined();
  });
  test('all of them after all, or more than there are, is all', () => {
    for (const count of [2, 9, 0])
      expect(at(fold(...bushings(), e('undone', { fastener: BOLTS, count })), BOLTS).fastener.count).toBe(2);
  });
});

describe('what was put on a thread', () => {
  const NUT: FastenerId = 'front.left.link-upper-nut';
  const links = (): Entry[] => worked(['front.left.link-lower', 'front.right.link-lower'], LINK_PART);
  test('a published value is not used on it without a word, and it is not said together with others', () => {
    const chosen = links();
    // Everything is on, by hand.
    const done = planOf(fold(...chosen)).flatMap((p) => (p.fastener ? [] : [e('step', { step: p.id, state: 'done' })]));
    const begun = [...chosen, ...done];
    const plain = fold(...begun);
    expect(againstThread(at(plain, NUT))).toBe('');
    const greased = fold(...begun, e('coat', { fastener: NUT, what: 'anti-seize' }));
    expect(at(greased, NUT).coat).toBe('anti-seize');
    expect(againstThread(at(greased, NUT))).toMatch(/^Anti-seize is (on the thread, and nothing says|not what the value is for)/);
    const step = planOf(greased).find((p) => p.fastener === NUT)!;
    expect(pulledTogether(plain, step).length).toBeGreaterThan(1);
    expect(pulledTogether(greased, step)).toEqual([]);
  });
  test('it stands in its record', () => {
    const begun = [...links(), e('coat', { fastener: NUT, what: 'anti-seize' })];
    const f = at(fold(...begun), NUT);
    const pulled = e('torque', {
      fastener: NUT,
      targetText: 'x',
      source: 'book',
      targetNm: f.target!.minNm,
      achievedNm: f.target!.minNm,
      value: f.target!.minNm,
      unit: 'N·m',
      method: 'torque wrench',
    });
    expect(at(fold(...begun, pulled), NUT).record).toMatch(/torque wrench, anti-seize on the thread$/);
    const dry = [...links(), e('coat', { fastener: NUT, what: 'dry' })];
    expect(at(fold(...dry, pulled), NUT).record).toMatch(/torque wrench$/);
  });
});

describe('what is on the vehicle now', () => {
  const bar = (barMm: number): Part => ({ ...LINK_PART, id: 's', kind: 'sway bar', barMm, torque: [] });
  const both: JointId[] = ['front.left.bar', 'front.right.bar'];
  const old = CONTEXT.type.axles.front.bar!;
  test('a new bar is on once its step is done; before that nothing has changed', () => {
    const begun = worked(both, bar(26));
    expect(axlesNow(fold(...begun)).front.bar).toEqual(old);
    expect(barChanges(fold(...begun))).toEqual([]);
    const on = fold(...begun, e('step', { step: 'bar-in', state: 'done' }));
    expect(axlesNow(on).front.bar!.diameterMm).toBe(26);
    // Twist goes with the fourth power of a solid bar's diameter.
    expect(barChanges(on)[0]).toMatch(new RegExp(`${((26 / old.diameterMm) ** 4).toFixed(2)} times as stiff in twist`));
  });
  test('the same bar changes nothing that is said; old and new stand at the step that lays them side by side', () => {
    const same = fold(...worked(both, bar(old.diameterMm)), e('step', { step: 'bar-in', state: 'done' }));
    expect(barChanges(same)).toEqual([]);
    const beside = planOf(fold(...worked(both, bar(26)))).find((p) => p.id === 'bar-beside')!;
    expect(beside.detail).toMatch(/The bar was .* and is 26(\.0)? mm: \d\.\d\d times as stiff in twist/);
  });
});
