import { sayFault } from '../diagnosis';
import { makeEntry, sayEntry, type EntryBodies, type EntryKind } from '.';

const say = <K extends EntryKind>(kind: K, body: EntryBodies[K]) =>
  sayEntry(makeEntry({ kind, body }, { id: 'i', job: 'j', by: 'ann', at: '2026-11-25T09:00:00Z' }), {
    joint: (j) => sayFault(j),
    fastener: (f) => f,
    step: (id) => (id === 'chock' ? 'Chock the rear wheels' : id),
  });

test.each([
  [say('step', { step: 'chock', state: 'done' }), 'Chock the rear wheels: done'],
  [
    say('check', {
      check: 'grip-link',
      state: 'both-hanging',
      results: [{ joint: 'front.left.link-lower', result: 'moves' }],
    }),
    'Left link, lower end: moves',
  ],
  [
    say('check', {
      check: 'shake-12-6',
      state: 'both-hanging',
      rocks: true,
      results: (['ball-joint', 'wheel-bearing'] as const).map((k) => ({
        joint: `front.left.${k}` as const,
        result: 'can’t tell' as const,
      })),
    }),
    'It rocks, at one of: left ball joint, left wheel bearing',
  ],
  [
    say('check', { check: 'tap-shields', state: 'on-wheels', results: [{ joint: 'exhaust shield', result: 'tight' }] }),
    'Exhaust shield: nothing there',
  ],
  [say('drive', { manoeuvre: 'left wheel over a bump', heard: 'knocks' }), 'Our drive, left wheel over a bump: knocks'],
  [
    say('check', {
      check: 'shake-12-6',
      state: 'both-hanging',
      results: (['ball-joint', 'wheel-bearing'] as const).flatMap((k) =>
        (['left', 'right'] as const).map((s) => ({
          joint: `front.${s}.${k}` as const,
          result: 'tight' as const,
        })),
      ),
    }),
    'Shake 12 6: 4 joints tight',
  ],
  [
    say('torque', {
      fastener: 'front.left.link-lower-nut',
      targetNm: 54,
      targetText: '54 N·m',
      source: 'x',
      achievedNm: 54.2,
      value: 54.2,
      unit: 'N·m',
      method: 'torque wrench',
    }),
    'front.left.link-lower-nut: 54.2 N·m for 54 N·m, torque wrench',
  ],
  [say('verdict', { causes: [], reproduced: false, note: '' }), 'Verdict: not reproduced'],
  [say('recheck', { what: 'link nuts', atKm: 100.4, onDate: '2026-12-01' }), 'Recheck at 100 km or 2026-12-01: link nuts'],
  [
    say('reading', {
      joint: 'front.left.frame-bushing',
      phase: 'after',
      gauge: 'g',
      first: 0,
      second: 0.1,
      unit: 'mm',
      playMm: 0.1,
    }),
    'Left frame bushing, play after 0.10 mm',
  ],
])('%s', (said, expected) => expect(said).toBe(expected));
