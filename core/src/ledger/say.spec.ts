import { sayFault } from '../diagnosis';
import { LINK_PART } from '../test';
import { METRIC } from '../units';
import { makeEntry, sayEntry, type EntryBodies, type EntryKind } from '.';

const say = <K extends EntryKind>(kind: K, body: EntryBodies[K]) =>
  sayEntry(makeEntry({ kind, body }, { id: 'i', job: 'j', by: 'ann', at: '2026-11-25T09:00:00Z' }), {
    joint: (j) => sayFault(j),
    fastener: (f) => f,
    parts: (ids) => ids.map((j) => sayFault(j)).join(', '),
    piece: (id) => id,
    say: (t) => t,
    measures: METRIC,
    zone: 'UTC',
    step: (id) => (id === 'chock' ? 'Chock the rear wheels' : id),
  });

test.each([
  [say('step', { step: 'chock', state: 'done' }), 'Chock the rear wheels: done'],
  [
    say('goods', {
      choice: 'c',
      part: 'p1',
      name: 'Link',
      quantity: 2,
      from: 'shelf',
      checks: [],
      measured: [
        { what: 'length', text: '303.0 mm', photograph: { doubtMm: 2 } },
        { what: 'thread', text: 'M10' },
      ],
      outcome: 'taken',
      why: '',
    }),
    'Goods in, shelf: 2 × Link, looked at (length 303.0 mm ± 2.0 mm by photograph, thread M10)',
  ],
  [
    say('check', {
      check: 'grip-link',
      state: 'both-hanging',
      results: [{ joint: 'front.left.link-lower', result: 'moves' }],
    }),
    'Work the link by hand, both ends, both wheels hanging: left link, lower end moves',
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
    'Rock the wheel at 12 and 6, both wheels hanging: it rocks, at one of: left ball joint, left wheel bearing',
  ],
  [
    say('check', { check: 'tap-shields', state: 'on-wheels', results: [{ joint: 'exhaust shield', result: 'tight' }] }),
    'Tap the exhaust and its shields along their length, on its wheels: exhaust shield nothing there',
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
    'Rock the wheel at 12 and 6, both wheels hanging: 4 joints tight: left ball joint, right ball joint, left wheel bearing, right wheel bearing',
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
  [say('recheck', { what: 'link nuts', atKm: 100.4, onDate: '2026-12-01' }), 'Recheck at 100 km or 1 Dec 2026: link nuts'],
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
  [say('stands', { state: 'under-arm' }), 'Vehicle: raised under the arm'],
  [say('step', { step: 'soak-left', state: 'done', soak: 'cut short' }), 'soak-left: the wait was cut short'],
  [
    say('clicks', {
      fastener: 'front.left.wheel-nut',
      clicks: 16,
      of: 16,
      targetNm: 110,
      targetText: '110 N·m',
      source: 'b',
      wrench: { id: 'w', name: 'Wrench 20–200', simulated: true },
    }),
    'front.left.wheel-nut: 16 clicks heard at 110 N·m, three stages, Wrench 20–200, simulated',
  ],
  [
    say('choose', { joints: ['front.left.link-lower'], part: LINK_PART, quantity: 1, oneSideReason: 'the other is new' }),
    'Chosen: 1 × Link, p1, 24.00 EUR each, for left link, lower end; one side: the other is new',
  ],
  [
    say('rung', { step: 'link-off-left', ladder: 'stud spins', rung: 'pliers', title: 'Locking pliers', worked: true }),
    'link-off-left, stud spins: Locking pliers',
  ],
  [
    say('rung', { step: 'link-off-left', ladder: 'stud spins', rung: 'flats', title: 'Thin spanner', worked: false }),
    'link-off-left, stud spins: Thin spanner: did not do it',
  ],
  [say('trouble', { step: 'link-off-left', what: 'bolt broke' }), 'link-off-left: the bolt broke'],
  [
    say('crew', {
      people: [
        { id: 'a', name: 'Ann' },
        { id: 'b', name: 'Bea' },
      ],
    }),
    'At it from now on: Ann and Bea',
  ],
  [say('height', { axle: 'front', side: 'left', mm: 372, text: '372 mm' }), 'Hub to arch, front left: 372 mm'],
  [
    say('distance', { distanceKm: 98_000, wasKm: 980_000, why: 'a nought too many' }),
    'Distance put right: 98\u202f000 km, not 980\u202f000 km: a nought too many',
  ],
  [
    say('proof', { results: [{ joint: 'front.left.link-lower', result: 'no play' }] }),
    'After the work, by hand: left link, lower end no play',
  ],
])('%s', (said, expected) => expect(said).toBe(expected));
