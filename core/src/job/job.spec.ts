import { CONTEXT, DOUBLE_ARM_TYPE, ledger, LINK_PART, COMPLAINT, readingOf } from '../test';
import { frameFit } from '../bushing';
import { SHIPPED } from '../suspects-table';
import { CHARACTERS, CONDITIONS, diagnose, HANDLING, WHENS, WHERES, type Manoeuvre } from '../diagnosis';
import { checkFor, jointId, jointsOf, partsOf, type JointId } from '../joint';
import { mayWrite, type Entry, type EntryBodies } from '../ledger';
import { SIDES, type Side } from '../vehicle';
import {
  answersOf,
  alignmentOwed,
  caseOf,
  barAdvice,
  findingsOf,
  originOf,
  dangerousJoints,
  fastenersOf,
  foldJob,
  handBackBlockers,
  nextLine,
  besidesOf,
  lessonOf,
  untoldFails,
  planOf,
  requestOf,
  sayJoints,
  uncleared,
  verdictView,
  wantedFor,
  type JobContext,
  type JobState,
} from '.';

const NOW = Date.UTC(2026, 0, 5, 12);
const e = ledger();
const dx = (s: JobState) => diagnose(requestOf(s), SHIPPED);
const nextLineOf = (s: JobState, now: number) => nextLine(s, now, dx(s));
const complaint = () => e('complaint', COMPLAINT);
const tight = (side: Side): Entry[] => [
  e('check', {
    check: 'shake-12-6',
    state: 'both-hanging',
    results: ['ball-joint', 'wheel-bearing'].map((k) => ({
      joint: jointId('front', side, k as 'ball-joint'),
      result: 'tight' as const,
    })),
  }),
  e('check', {
    check: 'shake-3-9',
    state: 'both-hanging',
    results: ['tie-rod-outer', 'tie-rod-inner'].map((k) => ({
      joint: jointId('front', side, k as 'ball-joint'),
      result: 'tight' as const,
    })),
  }),
  e('check', {
    check: 'look-spring',
    state: 'both-hanging',
    results: [{ joint: jointId('front', side, 'spring'), result: 'tight' }],
  }),
  e('check', {
    check: 'nuts-wrench',
    state: 'on-wheels',
    results: [{ joint: jointId('front', side, 'wheel-nuts'), result: 'tight' }],
  }),
];
const everythingTight = () =>
  (['left', 'right'] as const).flatMap((side) => [
    ...tight(side),
    e('check', {
      check: 'grip-link',
      state: 'both-hanging',
      results: [
        { joint: jointId('front', side, 'link-upper'), result: 'tight' },
        { joint: jointId('front', side, 'link-lower'), result: 'tight' },
      ],
    }),
    e('check', {
      check: 'lever-bar',
      state: 'both-hanging',
      results: [{ joint: jointId('front', side, 'frame-bushing'), result: 'tight' }],
    }),
    e('check', {
      check: 'lever-arm',
      state: 'both-hanging',
      results: [{ joint: jointId('front', side, 'arm-bushings'), result: 'tight' }],
    }),
    e('check', {
      check: 'damper-look',
      state: 'both-hanging',
      results: [{ joint: jointId('front', side, 'damper'), result: 'tight' }],
    }),
    e('check', {
      check: 'top-mount-hand',
      state: 'on-wheels',
      results: [{ joint: jointId('front', side, 'top-mount'), result: 'tight' }],
    }),
  ]);
const nothingElsewhere = () =>
  (
    [
      ['empty-load', ['load or jack loose']],
      ['tap-shields', ['exhaust shield']],
      ['shake-brakes', ['brake hardware']],
      ['wrench-recent', ['recent work']],
      ['load-engine', ['engine mount']],
      ['wrench-subframe', ['subframe bolt']],
      ['turn-shafts', ['left drive shaft', 'right drive shaft']],
    ] as const
  ).map(([check, of]) =>
    e('check', { check, state: 'both-hanging', results: of.map((joint) => ({ joint, result: 'tight' as const })) }),
  );
const grip = (result: 'tight' | 'moves') =>
  e('check', {
    check: 'grip-link',
    state: 'both-hanging',
    results: [{ joint: 'front.left.link-lower', result }],
  });
const blockers = (s: JobState) =>
  handBackBlockers(s)
    .map((b) => b.sentence)
    .join(' ');
const fold = (entries: Entry[], context: JobContext = CONTEXT) => foldJob(context, entries);
const choose = (joints: JointId[] = ['front.left.link-lower', 'front.right.link-lower'], part = LINK_PART) =>
  e('choose', { joints, part, quantity: joints.length });
const approve = (parts: string[]) =>
  e('answer', { answer: 'approved', what: 'both links', parts, who: 'owner', how: 'by phone', warning: '' });

describe('the state of a joint', () => {
  test('a hand verdict is complete for a ball stud', () =>
    expect(fold([grip('moves')]).joints.get('front.left.link-lower')!.state).toBe('loose'));
  test('a dangerous joint that moves is dangerous, and the road is barred', () => {
    const s = fold([
      complaint(),
      e('check', {
        check: 'shake-12-6',
        state: 'both-hanging',
        results: [{ joint: 'front.left.ball-joint', result: 'moves' }],
      }),
    ]);
    expect(dangerousJoints(s)).toEqual(['front.left.ball-joint']);
    expect(verdictView(s, dx(s)).sentence).toBe('Do not return to the road until the left ball joint is repaired.');
    expect(nextLineOf(s, NOW).action).toMatchObject({ to: { at: 'told' } });
    expect(blockers(s)).toMatch(/owner has not been told/);
  });
  describe('a dangerous finding stands until it is struck', () => {
    const shake = (joint: 'ball-joint' | 'tie-rod-inner', result: 'tight' | 'moves' | 'can’t tell') =>
      e('check', {
        check: joint === 'ball-joint' ? 'shake-12-6' : 'shake-3-9',
        state: 'both-hanging',
        results: [{ joint: `front.left.${joint}`, result }],
      });
    test.each(['ball-joint', 'tie-rod-inner'] as const)('%s: felt moving, then tight', (kind) => {
      const moves = shake(kind, 'moves');
      const tight = shake(kind, 'tight');
      const said = e('told', { what: 'it', joints: [`front.left.${kind}`], who: 'owner', how: 'in person' });
      const both = fold([complaint(), moves, tight, said]);
      expect(dangerousJoints(both)).toEqual([`front.left.${kind}`]);
      expect(both.joints.get(`front.left.${kind}`)).toMatchObject({
        contradicted: true,
        why: expect.stringMatching(/Strike the one/),
      });
      const v = verdictView(both, dx(both));
      expect([v.kind, v.sentence]).toEqual([
        'contradiction',
        expect.stringMatching(/moving in the hand, and tight.*Do not return/),
      ]);
      expect(nextLineOf(both, NOW)).toMatchObject({ title: 'Two things on the tape cannot both be.' });
      const strike = (of: Entry) => fold([complaint(), moves, tight, said, e('strike', { entry: of.id, why: 'felt again' })]);
      expect(dangerousJoints(strike(tight))).toEqual([`front.left.${kind}`]);
      expect(verdictView(strike(tight), dx(strike(tight))).kind).toBe('dangerous');
      expect(strike(moves).joints.get(`front.left.${kind}`)).toMatchObject({ state: 'sound', contradicted: false });
    });
    test('a hand that cannot tell later takes nothing back, and is no contradiction', () => {
      const s = fold([complaint(), shake('ball-joint', 'moves'), shake('ball-joint', 'can’t tell')]);
      expect(s.joints.get('front.left.ball-joint')).toMatchObject({ state: 'dangerous', contradicted: false });
    });
    test('tight first and then moving: it moves, and nobody is asked', () => {
      const s = fold([complaint(), shake('ball-joint', 'tight'), shake('ball-joint', 'moves')]);
      expect(s.joints.get('front.left.ball-joint')).toMatchObject({ state: 'dangerous', contradicted: false });
    });
  });
  describe('grades of a finding', () => {
    const said = (joint: JointId, ...results: ('tight' | 'slight' | 'moves' | 'dangerous')[]) =>
      fold(
        results.map((result) =>
          e('check', {
            check: checkFor(CONTEXT.type.axles.front, partsOf(joint).kind)!.id,
            state: 'both-hanging',
            results: [{ joint, result }],
          }),
        ),
      ).joints.get(joint)!;
    test('slight is watched at a rack’s inner joint, clears it, and is not the noise', () => {
      const j = said('front.left.tie-rod-inner', 'slight');
      expect(j).toMatchObject({ state: 'watch', fails: false, why: 'A slight play is felt: watched.' });
      const s = fold([e('check', { check: 'shake-3-9', state: 'both-hanging', results: [{ joint: j.id, result: 'slight' }] })]);
      expect(uncleared(s, 'front')).not.toContain(j.id);
      expect(besidesOf(s).map((b) => [b.joint, b.is])).toEqual([[j.id, 'to be watched']]);
      expect(requestOf(s).case.joints[0]!.hand).toBe('slight');
      expect(requestOf(s).settled).toContain(j.id);
    });
    test('slight is a fail at a ball joint, by the shop’s rule, and the rule can say otherwise', () => {
      expect(said('front.left.ball-joint', 'slight')).toMatchObject({
        state: 'dangerous',
        why: 'A slight play is felt: a fail here, by the shop’s rule.',
      });
      const lax = { ...CONTEXT, rules: { ...CONTEXT.rules, slightFails: [] } };
      const entry = e('check', {
        check: 'shake-12-6',
        state: 'both-hanging',
        results: [{ joint: 'front.left.ball-joint', result: 'slight' }],
      });
      expect(fold([entry], lax).joints.get('front.left.ball-joint')!.state).toBe('watch');
    });
    test('dangerous is so at whatever joint; what was graded worse stands, and a later tight is set against it', () => {
      expect(said('front.left.link-lower', 'dangerous').state).toBe('dangerous');
      expect(said('front.left.link-lower', 'dangerous', 'moves').state).toBe('dangerous');
      expect(said('front.left.link-lower', 'moves', 'dangerous').state).toBe('dangerous');
      expect(said('front.left.link-lower', 'moves', 'slight')).toMatchObject({ state: 'loose', contradicted: false });
      expect(said('front.left.link-lower', 'dangerous', 'tight')).toMatchObject({ state: 'dangerous', contradicted: true });
      expect(said('front.left.link-lower', 'slight', 'moves').state).toBe('loose');
    });
  });
  test('a ball joint shaken in a state that unloads nothing is not cleared, and the right state is named', () => {
    const s = fold(
      [
        complaint(),
        e('check', {
          check: 'shake-12-6',
          state: 'both-hanging',
          results: [{ joint: 'front.left.ball-joint', result: 'tight' }],
        }),
      ],
      { ...CONTEXT, type: DOUBLE_ARM_TYPE },
    );
    expect(s.joints.get('front.left.ball-joint')).toMatchObject({
      state: 'can’t tell yet',
      why: expect.stringMatching(/support the vehicle under that arm/),
    });
    expect(uncleared(s, 'front')).toContain('front.left.ball-joint');
    expect(verdictView(s, dx(s)).kind).toBe('blocked');
  });
  test('a later check that counts for nothing does not undo one that counts', () => {
    const good = e('check', {
      check: 'shake-12-6',
      state: 'both-hanging',
      results: [{ joint: 'front.left.ball-joint', result: 'tight' }],
    });
    const bad = e('check', {
      check: 'shake-12-6',
      state: 'under-arm',
      results: [{ joint: 'front.left.ball-joint', result: 'tight' }],
    });
    expect(fold([good, bad]).joints.get('front.left.ball-joint')!.state).toBe('sound');
  });
  test('a torn boot without play is watched, not the noise', () => {
    const s = fold([grip('tight'), e('defect', { joint: 'front.left.link-lower', what: 'boot torn' })]);
    expect(s.joints.get('front.left.link-lower')!.state).toBe('watch');
  });
  test('play against a shop rule, and whose rule it is', () => {
    const reading = (playMm: number) => e('reading', readingOf('front.left.frame-bushing', playMm));
    const s = fold([reading(0.8), reading(0.82)]);
    expect(s.joints.get('front.left.frame-bushing')).toMatchObject({
      state: 'loose',
      why: 'Play is beyond 0.50 mm (shop rule).',
    });
    expect(fold([reading(0.1)]).joints.get('front.left.frame-bushing')!.state).toBe('sound');
    expect(fold([reading(0.5)]).joints.get('front.left.frame-bushing')!.state).toBe('can’t tell yet');
  });
  test('a struck entry stays in the ledger and counts for nothing', () => {
    const g = grip('moves');
    const s = fold([g, e('strike', { entry: g.id, why: 'wrong side' })]);
    expect(s.entries).toHaveLength(2);
    expect(s.joints.get('front.left.link-lower')!.state).toBe('not looked at');
    expect(s.struck.get(g.id)!.body.why).toBe('wrong side');
  });
});

test('a renewed joint is no longer what was found of the old one, unless it is still loose', () => {
  const c = choose(['front.left.frame-bushing'], { ...LINK_PART, kind: 'frame bushing' });
  const reading = (phase: 'before' | 'after', playMm: number) =>
    e('reading', readingOf('front.left.frame-bushing', playMm, phase));
  const base = [reading('before', 0.9), c, approve([c.id])];
  const state = (more: Entry[]) => fold([...base, ...more]).joints.get('front.left.frame-bushing')!;
  expect(state([]).state).toBe('loose');
  const fitted = e('step', { step: 'fit-bushing-left', state: 'done' });
  expect(state([fitted])).toMatchObject({ state: 'sound', why: 'Renewed.' });
  expect(state([fitted, reading('after', 0.05)]).why).toBe('Renewed; play is within its limit.');
  expect(state([fitted, reading('after', 0.9)]).state).toBe('loose');
  expect(state([fitted, e('step', { step: 'fit-bushing-left', state: 'undone' })]).state).toBe('loose');
});

test('both sides are said once, in the plural', () => {
  const s = fold([]);
  expect(sayJoints(s, ['front.left.link-upper', 'front.right.link-upper'])).toBe('both links, upper end');
  expect(sayJoints(s, ['front.left.frame-bushing', 'front.right.frame-bushing', 'front.left.spring'])).toBe(
    'both frame bushings and left spring',
  );
});

describe('no verdict before the dangerous joints are cleared', () => {
  test('blocked, naming them; ready once both sides are cleared', () => {
    const blocked = fold([complaint(), grip('moves'), ...tight('left')]);
    expect(verdictView(blocked, dx(blocked)).kind).toBe('blocked');
    expect(verdictView(blocked, dx(blocked)).sentence).toMatch(/right/);
    expect(nextLineOf(blocked, NOW).station).toBe('find');
    expect(answersOf(nextLineOf(blocked, NOW))![0]!.action).toMatchObject({ entries: [{ kind: 'check' }] });
    const cleared = fold([complaint(), grip('moves'), ...tight('left'), ...tight('right')]);
    const ready = verdictView(cleared, dx(cleared));
    expect(ready).toMatchObject({
      kind: 'ready',
      causes: ['front.left.link-lower'],
      sentence: 'Left link, lower end.',
    });
  });
  test('everything tight: no verdict, drive it again', () => {
    const all = everythingTight();
    const s = fold([complaint(), ...all]);
    expect(verdictView(s, dx(s)).kind).toBe('open');
    // All felt tight: the drive is in the plan, beside cheap looks elsewhere.
    expect(dx(s).plan.some((x) => x.check === 'drive')).toBe(true);
    const driven = (heard: 'quiet' | 'knocks', ...m: Manoeuvre[]) => m.map((manoeuvre) => e('drive', { manoeuvre, heard }));
    const some = driven('quiet', 'left wheel over a bump', 'patched surface, slowly');
    const nothing = fold([complaint(), ...all, ...nothingElsewhere(), ...some]);
    expect(verdictView(nothing, dx(nothing))).toMatchObject({ kind: 'open', quiet: false });
    // Driven every way the customer named, and quiet: it was not reproduced, and that is what the key says.
    const quiet = [...some, ...driven('quiet', 'right wheel over a bump', 'both wheels over a hump')];
    const rear = jointsOf('rear', CONTEXT.type.axles.rear).map((joint) =>
      e('check', { check: 'lever-arm', state: 'both-hanging', results: [{ joint, result: 'tight' }] }),
    );
    const gone = fold([complaint(), ...all, ...rear, ...nothingElsewhere(), ...quiet]);
    expect(verdictView(gone, dx(gone))).toMatchObject({ kind: 'open', quiet: true });
    expect(nextLineOf(gone, NOW)).toMatchObject({
      label: 'Not reproduced',
      action: { entries: [{ kind: 'verdict', body: { causes: [] } }] },
    });
    const said = fold([...gone.entries, e('verdict', { causes: [], reproduced: false, note: '' })]);
    expect(nextLineOf(said, NOW).label).not.toMatch(/verdict|reproduced/i);
  });
  test('loose, and quiet on every drive: no cause is named, and the link is offered all the same', () => {
    const quiet = (
      ['left wheel over a bump', 'right wheel over a bump', 'patched surface, slowly', 'both wheels over a hump'] as const
    ).map((manoeuvre) => e('drive', { manoeuvre, heard: 'quiet' }));
    const s = fold([complaint(), grip('moves'), ...tight('left'), ...tight('right'), ...quiet]);
    const v = verdictView(s, dx(s));
    expect(v).toMatchObject({ kind: 'open', quiet: true });
    expect(besidesOf(s).map((b) => b.joint)).toEqual(['front.left.link-lower']);
    expect(untoldFails(s).map((f) => f.joint)).toEqual(['front.left.link-lower']);
  });
  test('nothing is named by its noise alone: what nobody has looked at is looked at first', () => {
    const buzz = e('complaint', {
      character: ['metallic rattle'],
      where: [],
      when: ['idling'],
      handling: [],
      conditions: [],
      like: [],
      history: [],
      words: 'buzzes at the lights',
    });
    const clear = [buzz, ...tight('left'), ...tight('right')];
    const s = fold(clear);
    expect(dx(s).suspects[0]!.fault).toBe('exhaust shield');
    expect(dx(s).suspects[0]!.makes).toBeGreaterThan(CONTEXT.rules.verdictThreshold);
    expect(verdictView(s, dx(s))).toMatchObject({ kind: 'unseen', causes: ['exhaust shield'] });
    expect(nextLineOf(s, NOW).action).toMatchObject({ at: { elsewhere: 'tap-shields' } });
    // A tap repeats it.
    const tapped = fold([
      ...clear,
      e('check', { check: 'tap-shields', state: 'on-wheels', results: [{ joint: 'exhaust shield', result: 'moves' }] }),
    ]);
    expect(verdictView(tapped, dx(tapped))).toMatchObject({ kind: 'ready', causes: ['exhaust shield'] });
    // No joint of the plate: nothing is chosen for it, it is mended and driven.
    const named = fold([...tapped.entries, e('verdict', { causes: ['exhaust shield'], reproduced: true, note: '' })]);
    expect(nextLineOf(named, NOW)).toMatchObject({
      title: 'Put the exhaust shield right, then drive it: is it quiet?',
      station: 'prove',
    });
    const driven = fold([...named.entries, e('road-test', { result: 'quiet', note: '' })]);
    expect(nextLineOf(driven, NOW).title).not.toMatch(/Choose|drive/);
    const l = lessonOf(CONTEXT, driven.entries, SHIPPED);
    expect(l.faults).toEqual(['exhaust shield']);
    expect(l.counts.find((c) => c.key === 'sounds|exhaust shield')!.yes).toBeCloseTo(1, 6);
  });
});

describe('a squeak with no play anywhere', () => {
  const squeak = (...more: ('dull clunk' | 'groan')[]) =>
    e('complaint', {
      character: ['squeak', ...more],
      where: ['front'],
      when: ['patched surface, slowly'],
      handling: [],
      conditions: [],
      like: [],
      history: [],
      words: 'squeaks like a bed',
    });
  const sound = () => [...everythingTight(), ...nothingElsewhere()];
  test('is lubricated before anything is replaced, both sides, and says with what', () => {
    const s = fold([squeak(), ...sound()]);
    expect(verdictView(s, dx(s))).toMatchObject({
      kind: 'open',
      dry: expect.arrayContaining(['front.left.frame-bushing', 'front.right.frame-bushing']),
      sentence: expect.stringMatching(/lubricate both frame bushings before replacing anything/),
    });
    const line = nextLineOf(s, NOW);
    expect(line.title).toMatch(/^Lubricate .*frame bushings before replacing anything\.$/);
    expect(line.why).toMatch(/Silicone grease: mineral oil swells rubber/);
  });
  test('a knock besides, or a joint that moves, is no matter of grease', () => {
    const knocks = fold([squeak('dull clunk'), ...sound()]);
    expect(verdictView(knocks, dx(knocks))).toMatchObject({ dry: [] });
    const moves = fold([squeak(), ...sound(), grip('moves')]);
    expect(verdictView(moves, dx(moves)).kind).toBe('ready');
  });
});

describe('dangerous, doubtful and contradictory findings', () => {
  const rocks = () =>
    e('check', {
      check: 'shake-12-6',
      state: 'both-hanging',
      results: (['ball-joint', 'wheel-bearing'] as const).map((k) => ({
        joint: jointId('front', 'left', k),
        result: 'can’t tell' as const,
      })),
      rocks: true,
    });
  test('the wheel rocks at 12 and 6: blocked until it is known at which joint, the link found or not', () => {
    const entries = [complaint(), grip('moves'), ...tight('left').slice(1), ...tight('right'), rocks()];
    const s = fold(entries);
    const v = verdictView(s, dx(s));
    expect(v).toMatchObject({ kind: 'blocked', missing: ['front.left.ball-joint', 'front.left.wheel-bearing'] });
    expect(s.joints.get('front.left.ball-joint')!.why).toBe('It moves, and nobody has said yet at which joint.');
    expect(nextLineOf(s, NOW).why).toMatch(/Press the brake/);
    expect(nextLineOf(s, NOW)).toMatchObject({ action: { at: { check: 'shake-12-6' } } });
    expect(nextLineOf(s, NOW).title).toBe('It moves on the left. At which joint?');
    // With the brake pressed nobody could tell either: not asked for ever, another check goes on.
    const untold = fold([...entries, rocks()]);
    expect(nextLineOf(untold, NOW).title).not.toMatch(/At which joint/);
    // The brake told: the bearing.
    const told = fold([
      ...entries,
      e('check', {
        check: 'shake-12-6',
        state: 'both-hanging',
        results: [
          { joint: 'front.left.ball-joint', result: 'tight' },
          { joint: 'front.left.wheel-bearing', result: 'moves' },
        ],
      }),
    ]);
    expect(told.rocks).toEqual([]);
    expect(verdictView(told, dx(told))).toMatchObject({ kind: 'dangerous', at: ['front.left.wheel-bearing'] });
  });
  test('both links loose and an inner tie rod that moves: both links named, the tie rod first and apart', () => {
    const links = (['left', 'right'] as const).map((side) =>
      e('check', {
        check: 'grip-link',
        state: 'both-hanging',
        results: [{ joint: jointId('front', side, 'link-lower'), result: 'moves' }],
      }),
    );
    const rod = e('check', {
      check: 'shake-3-9',
      state: 'both-hanging',
      results: [{ joint: 'front.right.tie-rod-inner', result: 'moves' }],
    });
    const s = fold([complaint(), ...links, ...tight('left'), ...tight('right'), rod]);
    const v = verdictView(s, dx(s));
    expect(v).toMatchObject({ kind: 'dangerous', at: ['front.right.tie-rod-inner'] });
    expect(v.kind === 'dangerous' && [...v.causes].sort()).toEqual(['front.left.link-lower', 'front.right.link-lower']);
    expect(besidesOf(s, v.kind === 'dangerous' ? v.causes : []).map((b) => [b.joint, b.is])).toEqual([
      ['front.right.tie-rod-inner', 'dangerous'],
    ]);
  });
  test('a torn boot on a tight joint is listed apart from the noise', () => {
    const boot = e('defect', { joint: 'front.right.link-upper', what: 'boot torn' });
    const s = fold([complaint(), grip('moves'), boot, ...tight('left'), ...tight('right')]);
    const v = verdictView(s, dx(s));
    expect(v.kind).toBe('ready');
    expect(besidesOf(s, v.kind === 'ready' ? v.causes : []).map((b) => [b.joint, b.is])).toEqual([
      ['front.right.link-upper', 'to be watched'],
    ]);
  });
  test('a bar that is broken is dangerous, bracket bolts that are loose are found at their bushing', () => {
    const at = (what: 'bar broken' | 'bracket bolt loose') =>
      fold([complaint(), e('defect', { joint: 'front.left.frame-bushing', what })]);
    expect(at('bar broken').joints.get('front.left.frame-bushing')!.state).toBe('dangerous');
    const bolts = at('bracket bolt loose');
    expect(bolts.joints.get('front.left.frame-bushing')!.state).toBe('loose');
    expect(dx(bolts).suspects[0]!.fault).toBe('front.left.bracket-bolts');
  });
  test('tight and beyond its limit: no verdict, the two are named, and the next line asks for a second look', () => {
    const s = fold([
      complaint(),
      ...tight('left'),
      ...tight('right'),
      e('check', {
        check: 'lever-bar',
        state: 'both-hanging',
        results: SIDES.map((side) => ({ joint: jointId('front', side, 'frame-bushing'), result: 'tight' as const })),
      }),
      e('check', {
        check: 'grip-link',
        state: 'both-hanging',
        results: SIDES.flatMap((side) =>
          (['link-upper', 'link-lower'] as const).map((k) => ({ joint: jointId('front', side, k), result: 'tight' as const })),
        ),
      }),
      ...[1, 2, 3].map(() => e('reading', readingOf('front.left.frame-bushing', 0.9))),
    ]);
    const v = verdictView(s, dx(s));
    expect(v.kind).toBe('contradiction');
    expect(v.sentence).toMatch(/left frame bushing tight, and left frame bushing: play 0.90 mm against 0.50/);
    expect(nextLineOf(s, NOW)).toMatchObject({ label: 'Look again', action: { to: { joint: 'front.left.frame-bushing' } } });
  });
});

describe('fasteners without a published value', () => {
  test('firm and marked serves a bracket, never wheel nuts, arms or ball joints', () => {
    const c = choose(['front.left.frame-bushing'], { ...LINK_PART, kind: 'frame bushing' });
    const b = choose(['front.left.ball-joint']);
    const s = fold([
      c,
      b,
      approve([c.id, b.id]),
      e('mark', { fastener: 'front.left.bracket-bolt', how: 'firm, unpublished' }),
      e('mark', { fastener: 'front.left.ball-joint-nut', how: 'firm, unpublished' }),
    ]);
    const by = (kind: string) => fastenersOf(s).find((f) => f.fastener.kind === kind)!;
    expect(by('bracket-bolt')).toMatchObject({ state: 'done', record: 'firm, unpublished', targetNm: null });
    expect(by('ball-joint-nut').state).toBe('must be published');
    expect(blockers(s)).toMatch(/Ball joint nut, left: needs the maker’s value/);
    expect(alignmentOwed(s)).toBe(true);
  });
  test('the part’s own sheet rules both nuts of its link, whichever end was chosen', () => {
    const own = (fastener: 'link-upper-nut' | 'link-lower-nut') => ({
      fastener,
      minNm: 54,
      maxNm: 54,
      value: 54,
      unit: 'N·m',
      source: 'box',
      publisher: 'part maker' as const,
    });
    const c = choose(['front.left.link-lower'], {
      ...LINK_PART,
      torque: [own('link-upper-nut'), own('link-lower-nut')],
    });
    const f = fastenersOf(fold([c, approve([c.id])])).filter((x) => x.fastener.kind.startsWith('link'));
    expect(f.map((x) => x.targetNm)).toEqual([54, 54]);
  });
  test('the new link’s thread locks the old value out', () => {
    const c = choose(['front.left.link-lower'], { ...LINK_PART, lower: { ...LINK_PART.lower!, thread: 'M12×1.25' } });
    const f = fastenersOf(fold([c, approve([c.id])])).find((x) => x.fastener.kind === 'link-lower-nut')!;
    expect(f.ruling.kind).toBe('unpublished');
    expect(f.ruling.lockedOut).toHaveLength(1);
  });
});

describe('the audit of a torque', () => {
  const c = () => choose(['front.left.link-lower']);
  const at = (entries: Entry[]) => fastenersOf(fold(entries)).find((f) => f.fastener.kind === 'link-lower-nut')!;
  const click = (achievedNm: number, method: 'torque wrench' | 'by hand, estimated' = 'torque wrench') =>
    e('torque', {
      fastener: 'front.left.link-lower-nut',
      targetNm: 48,
      targetText: '48 N·m',
      source: 'book',
      achievedNm,
      value: achievedNm,
      unit: 'N·m',
      method,
    });
  test('counts within 4 % of what is published, not beyond, and says why', () => {
    const ch = c();
    const a = approve([ch.id]);
    expect(at([ch, a, click(49.5)]).state).toBe('done');
    expect(at([ch, a, click(50.5)])).toMatchObject({
      state: 'open',
      wrong: '50.5 N·m is 5 % past what is published',
      overshot: true,
      record: '',
    });
    expect(blockers(fold([ch, a, click(35)]))).toContain('Link, lower nut, left: 35 N·m is not what is published.');
    // Pulled again, rightly.
    expect(at([ch, a, click(35), click(48)]).state).toBe('done');
  });
  test('an estimate by hand is recorded as one', () => {
    const ch = c();
    expect(at([ch, approve([ch.id]), click(48, 'by hand, estimated')]).record).toBe('48 N·m, by hand, estimated');
  });
  test('clicks at another value than the one that rules now do not count', () => {
    const ch = c();
    const nuts = (targetNm: number) =>
      e('clicks', {
        fastener: 'front.left.wheel-nut',
        clicks: 16,
        of: 16,
        targetNm,
        targetText: `${targetNm} N·m`,
        source: 'book',
      });
    const wheel = (x: Entry) =>
      fastenersOf(fold([ch, approve([ch.id]), x])).find((f) => f.fastener.id === 'front.left.wheel-nut')!.state;
    expect(wheel(nuts(110))).toBe('done');
    expect(wheel(nuts(85))).toBe('open');
  });
  test('firm does not stand where a value is published', () => {
    const ch = c();
    expect(at([ch, approve([ch.id]), e('mark', { fastener: 'front.left.link-lower-nut', how: 'firm, unpublished' })]).state).toBe(
      'open',
    );
  });
  test('what holds a new part was undone: it is not left alone; what is there already may be', () => {
    const alone = e('mark', { fastener: 'front.left.link-lower-nut', how: 'left alone, checked tight' });
    const ch = c();
    expect(at([ch, approve([ch.id]), alone])).toMatchObject({
      state: 'open',
      record: '',
      wrong: 'it holds the new part, so it was undone: left alone it cannot be',
    });
    const back = choose(['front.left.link-lower'], { ...LINK_PART, kind: 'refit' });
    expect(at([back, approve([back.id]), alone]).state).toBe('done');
  });
  test('a value found in the maker’s book rules from then on', () => {
    const ch = choose(['front.left.ball-joint'], { ...LINK_PART, kind: 'other part' });
    const find = (entries: Entry[]) => fastenersOf(fold(entries)).find((f) => f.fastener.kind === 'ball-joint-nut')!;
    expect(find([ch, approve([ch.id])]).state).toBe('must be published');
    const book = e('book', {
      axle: 'front',
      value: {
        fastener: 'ball-joint-nut',
        minNm: 75,
        maxNm: 75,
        value: 75,
        unit: 'N·m',
        source: 'maker’s book p. 12',
        publisher: 'vehicle maker',
      },
    });
    expect(find([ch, approve([ch.id]), book])).toMatchObject({ state: 'open', targetNm: 75 });
  });
});

test('a measurement overrules the file when a part is looked for', () => {
  const s = fold([e('size', { axle: 'front', size: 'link-length', text: '310 mm', mm: 310 })]);
  expect(wantedFor(s, ['front.left.link-lower'])).toMatchObject({
    lengthMm: 310,
    upper: { thread: 'M10×1.25', nutHexMm: 16, hold: 'hex', holdMm: 5 },
    lower: { thread: 'M10×1.25' },
    side: 'left',
  });
  expect(wantedFor(s, ['front.left.link-lower', 'front.right.link-lower']).side).toBeUndefined();
});

test('declined work is not planned', () => {
  const c = choose();
  const s = fold([
    c,
    e('answer', {
      answer: 'declined',
      what: 'links',
      parts: [c.id],
      who: 'owner',
      how: 'in person',
      warning: 'it will knock',
    }),
  ]);
  expect(planOf(s)).toEqual([]);
});

test('who may write what', () => {
  expect(mayWrite('learner', 'check')).toBe(true);
  expect(mayWrite('learner', 'answer')).toBe(false);
  expect(mayWrite('writer', 'hand-back')).toBe(false);
  expect(mayWrite('writer', 'torque')).toBe(false);
  expect(mayWrite('lead', 'hand-back')).toBe(true);
});

test('bar and bushing measured at Find arrive where the part is chosen, and rule over the file', () => {
  const given = {
    kind: 'two-bolt' as const,
    material: 'rubber' as const,
    cleanMm: [22.3],
    seatMm: [20.9],
    oldBoreMm: 22,
    uMm: 0.02,
  };
  const { method, sentences, ...found } = frameFit(given);
  const fit = e('result', {
    what: 'frame fit',
    joint: 'front.left.frame-bushing',
    method,
    given,
    found,
    words: sentences.join(' '),
  });
  const s = fold([fit]);
  const w = wantedFor(s, ['front.left.frame-bushing', 'front.right.frame-bushing']);
  expect([w.barMm, w.seatMm]).toEqual([22.3, expect.closeTo(20.9, 6)]);
  expect(originOf(s, 'front', 'bar-diameter')).toBe('measured');
  expect(barAdvice(s)).toEqual([{ side: 'left', renewBar: true, words: expect.stringContaining('renew the bar') }]);
  expect(originOf(fold([]), 'front', 'bar-diameter')).toBe('file');
  const usual = { ...CONTEXT, type: { ...CONTEXT.type, usual: ['front.link.length' as const] } };
  expect(originOf(fold([], usual), 'front', 'link-length')).toBe('usual');
  const size = e('size', { axle: 'front', size: 'link-length', text: '302 mm', mm: 302 });
  expect(originOf(fold([size], usual), 'front', 'link-length')).toBe('measured');
});

test('what the customer reads of a finding: the joint and its side, how bad, and what became of it', () => {
  const boot = e('defect', { joint: 'front.right.link-upper', what: 'boot torn' });
  const c = choose();
  const fitted = e('step', { step: 'fit-link-left', state: 'done' });
  const s = fold([grip('moves'), boot, c, approve([c.id]), fitted]);
  expect(findingsOf(s).map((f) => f.sentence)).toEqual([
    'Link, lower end, left: worn. It moves in the hand. Renewed.',
    'Link, upper end, right: to be watched. Boot torn. Left as it is.',
  ]);
});

test('the proof by hand stands beside a gauge’s, and one that still moves is not renewed away', () => {
  const c = choose();
  const base = [grip('moves'), c, approve([c.id]), e('step', { step: 'fit-link-left', state: 'done' })];
  const at = (result: 'no play' | 'still moves' | 'slight') =>
    fold([...base, e('proof', { results: [{ joint: 'front.left.link-lower', result }] })]).joints.get('front.left.link-lower')!;
  expect(at('no play')).toMatchObject({ state: 'sound', why: 'Renewed; no play in the hand.', proof: 'no play' });
  expect(at('slight').state).toBe('watch');
  expect(at('still moves')).toMatchObject({ state: 'loose', why: 'Renewed, and it still moves in the hand.' });
});

describe('a ranking never ends', () => {
  const rank = (entries: Entry[], context: JobContext = CONTEXT) => {
    const d = dx(fold([complaint(), ...entries], context));
    expect(d.stage).toBe('done');
    for (const x of d.suspects) expect(x.makes >= 0 && x.makes <= 1 && x.worn >= 0 && x.worn <= 1).toBe(true);
    return d;
  };
  const fit = (oldBoreMm: number) => {
    const given = { kind: 'two-bolt' as const, material: 'rubber' as const, cleanMm: [22], seatMm: [21.8], oldBoreMm, uMm: 0.02 };
    const { method, sentences, ...found } = frameFit(given);
    return e('result', {
      what: 'frame fit',
      joint: 'front.left.frame-bushing',
      method,
      given,
      found,
      words: sentences.join(' '),
    });
  };
  test.each([21, 21.84, 22.5])('by a bar and bushing that were kept, old bore %d mm', (bore) => {
    rank([fit(bore)]);
    rank([fit(bore), ...tight('left'), ...everythingTight()]);
  });
  test('by a gauge that is said to scatter by nothing', () => {
    const gauges = [{ ...CONTEXT.gauges[0]!, known: { sdMm: 0, degrees: 1 } }];
    const reading = (playMm: number) => e('reading', readingOf('front.left.frame-bushing', playMm));
    rank([reading(0.5), reading(0.5), reading(0.5)], { ...CONTEXT, gauges });
    rank([reading(0.5)], { ...CONTEXT, gauges });
  });
  test('by more than twenty open signs', () => {
    const all = e('complaint', {
      character: [...CHARACTERS],
      where: [...WHERES],
      when: [...WHENS],
      handling: [...HANDLING],
      conditions: [...CONDITIONS],
      like: [],
      history: [],
      words: 'everything',
    });
    const s = fold([all]);
    expect(
      all.kind === 'complaint' && all.body.when.length + all.body.character.length + all.body.handling.length,
    ).toBeGreaterThan(20);
    expect(dx(s).stage).toBe('done');
  });
});

test('a recording is evidence by the share of its impacts that say the same, never certain; simulated or after the work it is none', () => {
  const e = ledger();
  const heard = (
    first: number[],
    kinds: EntryBodies['recording']['recorded']['kinds'],
    over: Partial<EntryBodies['recording']> = {},
  ) =>
    e('recording', {
      sound: 's',
      name: 'drive',
      from: 'file',
      phase: 'before',
      hz: 48_000,
      places: ['left front', 'right front'],
      recorded: { seconds: 40, impacts: 40, kinds, first, leadMs: 1.5, levelDb: -12, everyTenS: [], levelsDb: [] },
      impacts: [],
      notes: [],
      ...over,
    });
  const of = (...entries: ReturnType<typeof heard>[]) => caseOf(foldJob(CONTEXT, entries)).recorded;
  expect(of(heard([3, 1], { thud: 2, either: 0, ring: 0 }))).toEqual([
    { what: 'side', is: 'left', chance: 4 / 6 },
    { what: 'sound', is: 'soft thud', chance: 0.75 },
  ]);
  // However many say so, a microphone may hang on the wrong side; and as many against as for are no finding.
  expect(of(heard([0, 500], { thud: 10, either: 3, ring: 10 }))).toEqual([{ what: 'side', is: 'right', chance: 0.9 }]);
  expect(of(heard([40, 0], { thud: 0, either: 0, ring: 0 }, { places: ['left front', 'not said'] }))).toEqual([]);
  expect(
    of(
      heard([40, 0], { thud: 9, either: 0, ring: 0 }, { from: 'simulated' }),
      heard([40, 0], { thud: 9, either: 0, ring: 0 }, { phase: 'after' }),
    ),
  ).toEqual([]);
});
