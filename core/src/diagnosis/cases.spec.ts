import { jointsOf, type JointId } from '../joint';
import { DOUBLE_ARM_TYPE, STRUT_TYPE } from '../test';
import { SHIPPED } from '../suspects-table';
import {
  beyondChance,
  conflicts,
  buildCase,
  faultsOf,
  rankSuspects,
  sayFault,
  splitFault,
  type Case,
  type JointEvidence,
} from '.';

/** What practitioners hold to be right (common practice, no source), on the small test type. */
const base: Case = {
  type: STRUT_TYPE,
  distanceKm: 120_000,
  kerbSide: 'left',
  character: [],
  where: [],
  when: [],
  handling: [],
  conditions: [],
  like: [],
  history: [],
  joints: [],
};
const rank = (c: Partial<Case>) => rankSuspects({ ...base, ...c }, SHIPPED);
const top = (c: Partial<Case>, n = 4) =>
  rank(c)
    .slice(0, n)
    .map((s) => s.fault as string);
const of = (c: Partial<Case>, fault: string) => rank(c).find((s) => s.fault === fault)!;
/** P(makes the noise), and P(worn). */
const makes = (c: Partial<Case>, fault: string) => of(c, fault).makes;
const worn = (c: Partial<Case>, fault: string) => of(c, fault).worn;
const sum = (c: Partial<Case>, kinds: RegExp, by: 'makes' | 'worn' = 'makes') =>
  rank(c)
    .filter((s) => kinds.test(s.fault))
    .reduce((x, s) => x + s[by], 0);
const joint = (j: string, e: Omit<JointEvidence, 'joint'>): JointEvidence => ({ joint: j as JointId, ...e });
const cobbles: Partial<Case> = {
  character: ['dull clunk'],
  where: ['front'],
  when: ['patched surface, slowly', 'quieter when both rise'],
};
/** Every joint of the front tight by a valid check, but for these. */
const tightBut = (odd: Record<string, Omit<JointEvidence, 'joint'>>): JointEvidence[] =>
  jointsOf('front', STRUT_TYPE.axles.front).map((j) => joint(j, { hand: 'tight', ...odd[j] }));

test('dull knock, front, broken surface, quieter when both rise: links and frame bushings lead; potholes do not lower them', () => {
  for (const f of top(cobbles, 6)) expect(f).toMatch(/^front\.(left|right)\.(link|frame)/);
  const bumpy = { ...cobbles, when: [...cobbles.when!, 'pothole' as const] };
  for (const f of top(bumpy, 6)) expect(f).toMatch(/^front\.(left|right)\.(link|frame)/);
  expect(sum(bumpy, /^front\..*\.(link|frame)/)).toBeGreaterThan(0.9 * sum(cobbles, /^front\..*\.(link|frame)/));
});

test('a squeak with no play anywhere leaves no worn joint worth a verdict', () =>
  expect(rank({ character: ['squeak'], where: ['front'], joints: tightBut({}) })[0]!.makes).toBeLessThan(0.5));

test('the kerb side is a little likelier when nothing else tells, on whichever side the kerb is', () => {
  for (const [kerb, other] of [
    ['left', 'right'],
    ['right', 'left'],
  ] as const) {
    const a = makes({ ...cobbles, kerbSide: kerb }, `front.${kerb}.link-lower`);
    const b = makes({ ...cobbles, kerbSide: kerb }, `front.${other}.link-lower`);
    expect(a).toBeGreaterThan(b);
    expect(a).toBeLessThan(b * 1.4);
  }
});

test('links tight at both ends, gap opens at the frame bushings: bushings worn for certain and making it, links cleared', () => {
  const c: Partial<Case> = {
    ...cobbles,
    joints: (['left', 'right'] as const).flatMap((s) => [
      joint(`front.${s}.link-upper`, { hand: 'tight' }),
      joint(`front.${s}.link-lower`, { hand: 'tight' }),
      joint(`front.${s}.frame-bushing`, { hand: 'moves' }),
    ]),
  };
  for (const s of ['left', 'right']) {
    expect(worn(c, `front.${s}.frame-bushing`)).toBeGreaterThan(0.85);
    for (const end of ['lower', 'upper']) expect(worn(c, `front.${s}.link-${end}`)).toBeLessThan(0.05);
  }
  expect(sum(c, /front.*frame-bushing/)).toBeGreaterThan(0.85);
});

describe('recent work', () => {
  const moves = [joint('front.left.link-lower', { hand: 'moves' })];
  const at = (km: number) => ({ renewed: [{ joint: 'front.left.link-lower' as JointId, atKm: 120_000 - km }] });
  test('a link changed a month ago that moves in the hand is still the link', () => {
    for (const c of [
      { ...cobbles, history: ['links changed lately' as const], joints: moves },
      { ...cobbles, ...at(1000), joints: moves },
    ]) {
      expect(top(c, 1)).toEqual(['front.left.link-lower']);
      expect(worn(c, 'front.left.link-lower')).toBeGreaterThan(0.9);
    }
  });
  test('what was touched last is raised, it and its fasteners, and the more the sooner it knocks; later it is a new part', () => {
    const part = (km: number) => worn({ ...cobbles, ...at(km) }, 'front.left.link-lower');
    const nuts = (km: number) => makes({ ...cobbles, ...at(km) }, 'recent work');
    expect(part(400)).toBeGreaterThan(part(3000));
    expect(part(400)).toBeGreaterThan(worn(cobbles, 'front.left.link-lower'));
    expect(part(30_000)).toBeLessThan(worn(cobbles, 'front.left.link-lower'));
    expect(nuts(400)).toBeGreaterThan(5 * nuts(20_000));
  });
  test('the knock came back 400 km after links were fitted: their fasteners and the new links lead', () => {
    const renewed = (['left', 'right'] as const).flatMap((s) =>
      (['link-upper', 'link-lower'] as const).map((k) => ({ joint: `front.${s}.${k}` as JointId, atKm: 119_600 })),
    );
    const five = top({ ...cobbles, renewed }, 5);
    expect(five).toContain('recent work');
    for (const f of five) expect(f).toMatch(/link|recent work/);
  });
});

test('metallic rattle and a corner sitting low: broken spring first, and dangerous', () => {
  const s = rank({ character: ['metallic rattle'], where: ['front'], handling: ['sits low at a corner'] })[0]!;
  expect(s.fault).toMatch(/spring$/);
  expect(s.dangerous).toBe(true);
});

test('the wheel rocks at 12 and 6 and nobody knows where: ball joint or bearing is worn, whatever makes the noise', () => {
  const c: Partial<Case> = {
    ...cobbles,
    rocks: [{ joints: ['front.left.ball-joint', 'front.left.wheel-bearing'], words: 'it rocks' }],
  };
  expect(worn(c, 'front.left.ball-joint') + worn(c, 'front.left.wheel-bearing')).toBeGreaterThan(0.85);
  // Told apart with the brake pressed, under a hum: the bearing, and that is what hums.
  const bearing: Partial<Case> = {
    character: ['hum'],
    when: ['steady speed'],
    joints: [joint('front.left.ball-joint', { hand: 'tight' }), joint('front.left.wheel-bearing', { hand: 'moves' })],
  };
  expect(makes(bearing, 'front.left.wheel-bearing')).toBeGreaterThan(0.85);
});

test('a torn boot without play is a defect for the list, not the noise', () => {
  const tight = { ...cobbles, joints: [joint('front.left.link-lower', { hand: 'tight', defects: ['boot torn'] })] };
  expect(worn(tight, 'front.left.link-lower')).toBeLessThan(0.15);
  // It is less suspected than one nobody has touched.
  expect(worn(tight, 'front.left.link-lower')).toBeLessThan(worn(cobbles, 'front.left.link-lower'));
  // Not felt yet, a torn boot speaks for it.
  const unfelt = { ...cobbles, joints: [joint('front.left.link-lower', { defects: ['boot torn'] })] };
  expect(worn(unfelt, 'front.left.link-lower')).toBeGreaterThan(worn(cobbles, 'front.left.link-lower'));
});

test('a trace of play is a grade of its own: more than nothing looked at, far less than movement', () => {
  const hand = (h: 'slight' | 'moves' | 'tight') =>
    worn({ ...cobbles, joints: [joint('front.left.link-lower', { hand: h })] }, 'front.left.link-lower');
  expect(hand('slight')).toBeGreaterThan(worn(cobbles, 'front.left.link-lower'));
  expect(hand('slight')).toBeLessThan(0.6 * hand('moves'));
  expect(hand('tight')).toBeLessThan(worn(cobbles, 'front.left.link-lower'));
});

test('knocks only when both wheels rise, none on one: the bar system falls behind dampers and mounts', () => {
  const c: Partial<Case> = {
    where: ['front'],
    when: ['both wheels over a hump'],
    drive: [
      { manoeuvre: 'left wheel over a bump', heard: 'quiet' },
      { manoeuvre: 'right wheel over a bump', heard: 'quiet' },
      { manoeuvre: 'both wheels over a hump', heard: 'knocks' },
    ],
  };
  expect(sum(c, /front.*(damper|top-mount)/)).toBeGreaterThan(2 * sum(c, /front.*(link|frame-bushing|bracket|\.bar$)/));
});

test('both front links loose and a rock at 3 and 9 with tight outer ends: all three worn, the links make it', () => {
  const c = {
    ...cobbles,
    joints: tightBut({
      'front.left.link-lower': { hand: 'moves' },
      'front.right.link-lower': { hand: 'moves' },
      'front.right.tie-rod-inner': { hand: 'moves' },
    }),
  };
  for (const f of ['front.left.link-lower', 'front.right.link-lower', 'front.right.tie-rod-inner'])
    expect(worn(c, f)).toBeGreaterThan(0.7);
  expect(new Set(top(c, 2))).toEqual(new Set(['front.left.link-lower', 'front.right.link-lower']));
  expect(makes(c, 'front.right.tie-rod-inner')).toBeLessThan(0.3);
});

describe('links off', () => {
  const loose = (['left', 'right'] as const).map((s) => joint(`front.${s}.link-lower`, { hand: 'moves' }));
  const off = (heard: 'knocks' | 'quiet') => ({ drive: [{ manoeuvre: 'links off, both sides' as const, heard }] });
  test('loose by hand, and the knock is the same with both off: worn besides; dampers, mounts, joints and arms lead', () => {
    const c = { ...cobbles, joints: loose, ...off('knocks') };
    for (const f of top(c, 6)) expect(f).toMatch(/damper|top-mount|ball-joint|arm/);
    expect(worn(c, 'front.left.link-lower')).toBeGreaterThan(0.85);
    expect(makes(c, 'front.left.link-lower')).toBeLessThan(0.1);
  });
  test('gone with both off: the bar system, all but certain', () => {
    const c = { ...cobbles, joints: loose, ...off('quiet') };
    expect(sum(c, /link-lower/)).toBeGreaterThan(sum({ ...cobbles, joints: loose }, /link-lower/));
  });
});

test('a link is loose and every manoeuvre was quiet: it is worn, and nothing is named', () => {
  const c: Partial<Case> = {
    ...cobbles,
    joints: [joint('front.left.link-lower', { hand: 'moves' })],
    drive: (
      [
        'left wheel over a bump',
        'right wheel over a bump',
        'both wheels over a hump',
        'patched surface, slowly',
        'braking',
        'pulling away',
      ] as const
    ).map((manoeuvre) => ({ manoeuvre, heard: 'quiet' })),
  };
  expect(worn(c, 'front.left.link-lower')).toBeGreaterThan(0.85);
  for (const s of rank(c)) expect(s.makes).toBeLessThan(0.4);
});

test('a loose link, and a loose arm bushing that the noise says nothing of: the link makes it, the arm is worn besides', () => {
  const c = {
    ...cobbles,
    joints: [joint('front.left.link-lower', { hand: 'moves' }), joint('front.left.arm-bushings', { hand: 'moves' })],
  };
  expect(top(c, 1)).toEqual(['front.left.link-lower']);
  expect(makes(c, 'front.left.link-lower')).toBeGreaterThan(4 * sum(c, /front.left.arm-bushing/));
  expect(sum(c, /front.left.arm-bushing/, 'worn')).toBeGreaterThan(0.9);
});

test('a broken spring and a loose link on one side: both worn for certain, and both blamed', () => {
  const c: Partial<Case> = {
    character: ['dull clunk', 'metallic rattle'],
    where: ['front', 'left'],
    when: ['one wheel over a bump'],
    handling: ['sits low at a corner'],
    joints: [
      joint('front.left.spring', { hand: 'moves', defects: ['broken'] }),
      joint('front.left.link-lower', { hand: 'moves' }),
    ],
  };
  expect(new Set(top(c, 2))).toEqual(new Set(['front.left.spring', 'front.left.link-lower']));
  for (const f of top(c, 2)) {
    expect(worn(c, f)).toBeGreaterThan(0.9);
    expect(makes(c, f)).toBeGreaterThan(0.2);
  }
});

test('a broken bar is a broken bar, not a bushing', () => {
  const c: Partial<Case> = { ...cobbles, joints: [joint('front.left.bar', { defects: ['bar broken'] })] };
  expect(worn(c, 'front.left.bar')).toBeGreaterThan(0.85);
  expect(worn(c, 'front.left.frame-bushing')).toBeLessThanOrEqual(worn(cobbles, 'front.left.frame-bushing'));
  expect(top(c, 1)).toEqual(['front.left.bar']);
});

test('a bump under the left wheel only: the left side', () => {
  const c: Partial<Case> = {
    kerbSide: 'right',
    where: ['front'],
    drive: [
      { manoeuvre: 'left wheel over a bump', heard: 'knocks' },
      { manoeuvre: 'right wheel over a bump', heard: 'quiet' },
    ],
  };
  expect(makes(c, 'front.left.link-lower')).toBeGreaterThan(2 * makes(c, 'front.right.link-lower'));
});

describe('noises that are not the bar’s', () => {
  const barSinks = (c: Partial<Case>) => {
    for (const f of ['front.left.link-lower', 'front.left.link-upper', 'front.left.frame-bushing'])
      expect(makes(c, f)).toBeLessThan(makes({}, f));
  };
  test('a hum at steady speed: the bearings', () => {
    const c: Partial<Case> = { character: ['hum'], when: ['steady speed'] };
    barSinks(c);
    for (const f of top(c, 4)) expect(f).toMatch(/wheel-bearing/);
    expect(top({ ...c, where: ['left', 'front'] }, 1)).toEqual(['front.left.wheel-bearing']);
  });
  test('a clunk only on braking: arms and brake hardware', () => {
    const c: Partial<Case> = { character: ['dull clunk'], when: ['braking'] };
    barSinks(c);
    expect(sum(c, /arm-bushing|beam-bushing|brake hardware|ball-joint|subframe/)).toBeGreaterThan(0.6);
    expect(sum({ character: ['sharp knock'], when: ['braking'], where: ['front'] }, /link/)).toBeLessThan(0.25);
  });
  test('a clunk on pulling away: mounts, arms and shafts', () => {
    const c: Partial<Case> = { character: ['dull clunk'], when: ['pulling away'] };
    barSinks(c);
    expect(sum(c, /engine mount|arm-bushing|drive shaft|subframe/)).toBeGreaterThan(0.5);
    expect(top({ character: ['click'], when: ['pulling away', 'cornering'] }, 2).every((f) => /drive shaft/.test(f))).toBe(true);
  });
  test('a tinny buzz at idle, and a tap repeats it: the shield', () => {
    const c: Partial<Case> = { character: ['metallic rattle'], when: ['idling'] };
    expect(top(c, 1)).toEqual(['exhaust shield']);
    expect(makes({ ...c, elsewhere: [{ fault: 'exhaust shield', hand: 'moves' }] }, 'exhaust shield')).toBeGreaterThan(0.9);
  });
  test('only cold, only loaded, after rain: each is a sign', () => {
    const knock: Partial<Case> = { character: ['dull clunk'], where: ['rear'] };
    expect(makes({ ...knock, conditions: ['loaded'] }, 'rear.left.beam-bushing')).toBeGreaterThan(
      makes(knock, 'rear.left.beam-bushing'),
    );
    expect(
      makes({ character: ['squeak'], where: ['front'], conditions: ['cold only'] }, 'front.left.frame-bushing'),
    ).toBeGreaterThan(makes({ character: ['squeak'], where: ['front'] }, 'front.left.frame-bushing'));
    const rattle: Partial<Case> = { character: ['rattle'], when: ['patched surface, slowly'] };
    expect(makes({ ...rattle, conditions: ['after rain'] }, 'brake hardware')).toBeGreaterThan(makes(rattle, 'brake hardware'));
  });
  test('places: the luggage area speaks for the load and the rear dampers, the dashboard for what hangs on the bulkhead', () => {
    const rattle: Partial<Case> = { character: ['rattle'] };
    expect(top({ ...rattle, where: ['luggage area'] }, 1)).toEqual(['load or jack loose']);
    const clunk: Partial<Case> = { character: ['dull clunk'] };
    const ratio = (where: Case['where']) =>
      sum({ ...clunk, where }, /front.*top-mount/) / sum({ ...clunk, where }, /front.*arm-bushing/);
    expect(ratio(['dashboard'])).toBeGreaterThan(2 * ratio(['front floor']));
    expect(sum({ ...clunk, where: ['rear floor'] }, /^rear/)).toBeGreaterThan(1.5 * sum(clunk, /^rear/));
  });
  test('a sign that nobody named, of a sort that was asked, speaks softly against; a sort nobody asked about says nothing', () => {
    const clunk: Partial<Case> = { character: ['dull clunk'] };
    // A spring rattles; a clunk alone was named.
    expect(makes(clunk, 'front.left.spring') / makes({}, 'front.left.spring')).toBeLessThan(1);
    const other = { ...clunk, conditions: [] };
    expect(makes(other, 'front.left.damper')).toBe(makes(clunk, 'front.left.damper'));
  });
});

describe('a sound that was played and pointed at', () => {
  test('is evidence of its own: the hum speaks for bearings, the buzz for the shield, the ring for the spring', () => {
    for (const [like, kind] of [
      ['rolling hum', /wheel-bearing/],
      ['tinny buzz', /shield/],
      ['bang and ring', /spring/],
      ['soft thud', /frame-bushing|arm-bushing/],
    ] as const) {
      const [with_, without] = [sum({ like: [like] }, kind), sum({}, kind)];
      expect([like, with_ > 1.4 * without]).toEqual([like, true]);
    }
  });
  test('beside the words it adds; against where and when it does not win', () => {
    const both = { character: ['dull clunk'], like: ['soft thud'] } satisfies Partial<Case>;
    expect(sum(both, /bushing/)).toBeGreaterThan(sum({ character: ['dull clunk'] }, /bushing/));
    // A hum that is pointed at does not turn a knock on broken surface, quieter when both rise, into a bearing.
    const odd = { ...cobbles, like: ['rolling hum'] } satisfies Partial<Case>;
    expect(sum(odd, /^front\..*\.(link|frame)/)).toBeGreaterThan(0.5);
    expect(sum(odd, /wheel-bearing/)).toBeLessThan(0.2);
    // Nothing pointed at says nothing.
    expect(rank({ ...cobbles, like: [] })).toEqual(rank(cobbles));
  });
});

test('what a recording tells counts by how sure it is: its side, its thud; beside a sound that was pointed at its kind does not', () => {
  const heard = { character: ['dull clunk'], where: ['front'], when: ['one wheel over a bump'] } satisfies Partial<Case>;
  const left = /^front.left/;
  const by = (chance: number) => sum({ ...heard, recorded: [{ what: 'side', is: 'left', chance }] }, left);
  expect(by(0.9)).toBeGreaterThan(by(0.7));
  expect(by(0.7)).toBeGreaterThan(sum(heard, left));
  // As sure as a coin it says nothing.
  expect(by(0.5)).toBeCloseTo(sum(heard, left), 9);
  const thud = { what: 'sound', is: 'soft thud', chance: 0.75 } as const;
  const bushing = /frame-bushing/;
  expect(sum({ ...heard, recorded: [thud] }, bushing)).toBeGreaterThan(sum(heard, bushing));
  const pointed = { ...heard, like: ['soft thud'] } satisfies Partial<Case>;
  expect(rank({ ...pointed, recorded: [thud] })).toEqual(rank(pointed));
  // A person's word for where and when outweighs it.
  const right = {
    ...heard,
    where: ['front', 'right'],
    recorded: [{ what: 'side', is: 'left', chance: 0.7 }],
  } satisfies Partial<Case>;
  expect(sum(right, /^front.right/)).toBeGreaterThan(sum(right, left));
  expect(() => rank({ ...heard, recorded: [{ what: 'side', is: 'left', chance: Number.NaN }] })).toThrow('recorded');
});

test('shafts, mounts and bearings age like joints; wheel nuts and a load do not', () => {
  const at = (distanceKm: number, f: string) => buildCase({ ...base, distanceKm }, SHIPPED).net.find((x) => x.id === f)!.prior;
  for (const f of ['left drive shaft', 'engine mount', 'front.left.wheel-bearing', 'exhaust shield'])
    expect(at(180_000, f)).toBeGreaterThan(1.5 * at(60_000, f));
  for (const f of ['front.left.wheel-nuts', 'load or jack loose']) expect(at(180_000, f)).toBe(at(60_000, f));
});

test('sisters that had it raise it, sisters that had other things lower it', () => {
  const had = worn({ ...cobbles, sisters: { jobs: 20, found: { 'frame-bushing': 24 } } }, 'front.left.frame-bushing');
  const not = worn({ ...cobbles, sisters: { jobs: 20, found: {} } }, 'front.left.frame-bushing');
  const now = worn(cobbles, 'front.left.frame-bushing');
  expect(had).toBeGreaterThan(now);
  expect(not).toBeLessThan(now);
});

describe('play is a quantity', () => {
  const m = (meanMm: number, uMm = 0.015, limitMm = 0.5) => ({ meanMm, uMm, degrees: 20, limitMm });
  const gap = (mm: number, u?: number, limit?: number) => ({
    ...cobbles,
    joints: [joint('front.left.frame-bushing', { play: m(mm, u, limit) })],
  });
  const bushing = 'front.left.frame-bushing';
  test('the chance of being beyond (JCGM 106:2012): half at the limit, more with a sharper gauge', () => {
    expect(beyondChance(m(0.5, 0.02))).toBeCloseTo(0.5, 12);
    expect(beyondChance(m(0.55, 0.02))).toBeGreaterThan(beyondChance(m(0.55, 0.05)));
    expect(beyondChance(m(5, 0.01))).toBe(0.9999);
  });
  test('it grows with every tenth, without a cliff at the limit, and the limit changes nothing', () => {
    const at = [0.02, 0.1, 0.2, 0.3, 0.4, 0.48, 0.52, 0.6].map((mm) => makes(gap(mm), bushing));
    for (let i = 1; i < at.length; i++) expect(at[i]!).toBeGreaterThan(at[i - 1]!);
    expect(at[6]! / at[5]!).toBeLessThan(1.1);
    expect(at[5]! / at[0]!).toBeGreaterThan(20);
    expect(makes(gap(0.48, 0.015, 0.3), bushing)).toBe(makes(gap(0.48, 0.015, 5), bushing));
  });
  test('a doubtful reading moves it less than a sharp one, both the same way', () => {
    const before = worn(cobbles, bushing);
    expect(worn(gap(0.45, 0.3), bushing)).toBeGreaterThan(before);
    expect(worn(gap(0.45, 0.02), bushing)).toBeGreaterThan(worn(gap(0.45, 0.3), bushing));
  });
  test('clearance of the old bushing counts like play', () =>
    expect(
      worn({ ...cobbles, joints: [joint(bushing, { clearance: { meanMm: 0.9, uMm: 0.05, limitMm: 0.1 } })] }, bushing),
    ).toBeGreaterThan(0.9));
  test('0.48 against 0.10 on the other side, grown since the last visit, all else tight: it leads clearly', () => {
    const joints = tightBut({ [bushing]: { play: m(0.48) }, 'front.right.frame-bushing': { play: m(0.1) } });
    const s = rank({ ...cobbles, joints, earlier: [{ joint: bushing, meanMm: 0.15, uMm: 0.015 }] });
    expect(s[0]!.fault).toBe(bushing);
    expect(s[0]!.makes).toBeGreaterThan(0.75);
    expect(s[0]!.makes).toBeGreaterThan(20 * s[1]!.makes);
  });
  test('the other side tells: the same gap is less where both have it', () => {
    const both = (mm: number) => ({
      ...cobbles,
      joints: [joint(bushing, { play: m(0.22) }), joint('front.right.frame-bushing', { play: m(mm) })],
    });
    expect(worn(both(0.05), bushing)).toBeGreaterThan(worn(both(0.22), bushing));
  });
  test('the last visit tells: grown from little speaks for wear, the same as then against it', () => {
    const then = (mm: number) => worn({ ...gap(0.25), earlier: [{ joint: bushing, meanMm: mm, uMm: 0.015 }] }, bushing);
    expect(then(0.06)).toBeGreaterThan(worn(gap(0.25), bushing));
    expect(then(0.25)).toBeLessThan(worn(gap(0.25), bushing));
  });
  test('sounding grows with play: at the same certainty of wear the larger gap is blamed more', () => {
    const left = (mm: number) => ({
      ...cobbles,
      joints: [joint(bushing, { hand: 'moves', play: m(mm) }), joint('front.right.link-lower', { hand: 'moves' })],
    });
    expect(worn(left(1.2), bushing) - worn(left(0.5), bushing)).toBeLessThan(0.02);
    expect(makes(left(1.2), bushing)).toBeGreaterThan(makes(left(0.5), bushing) + 0.05);
  });
});

describe('faults by layout and kind of link', () => {
  const kinds = (type: typeof STRUT_TYPE) => new Set(faultsOf(type).map((f) => f.kind as string));
  test('what a vehicle cannot have does not appear', () => {
    expect(kinds(STRUT_TYPE)).not.toContain('upper-ball-joint');
    expect(kinds(DOUBLE_ARM_TYPE)).toContain('upper-ball-joint');
    expect(kinds(DOUBLE_ARM_TYPE)).not.toContain('top-mount');
    expect(faultsOf(STRUT_TYPE).some((f) => /^rear\..*(link|bar$)/.test(f.id))).toBe(false);
    const dead = {
      ...STRUT_TYPE,
      axles: { front: { ...STRUT_TYPE.axles.front, powered: false }, rear: { ...STRUT_TYPE.axles.rear, powered: false } },
    };
    expect(kinds(STRUT_TYPE)).toContain('drive shaft');
    expect(kinds(dead)).not.toContain('drive shaft');
  });
  test('a usual vehicle has about sixty, each with a name of its own', () => {
    const bars = {
      ...STRUT_TYPE,
      axles: {
        front: STRUT_TYPE.axles.front,
        rear: { ...STRUT_TYPE.axles.front, suspension: 'trailing-arm' as const, steered: false },
      },
    };
    const f = faultsOf(bars);
    expect(f.length).toBeGreaterThan(50);
    expect(f.length).toBeLessThan(75);
    expect(new Set(f.map((x) => sayFault(x.id, 'sway bar', true))).size).toBe(f.length);
    expect(new Set(f.map((x) => sayFault(x.id, 'anti-roll bar', true))).size).toBe(f.length);
  });
  test('a bolt-through link rattles more than a ball stud', () => {
    const c: Partial<Case> = { character: ['rattle'], where: ['front'] };
    expect(makes({ ...c, type: DOUBLE_ARM_TYPE }, 'front.left.link-lower')).toBeGreaterThan(makes(c, 'front.left.link-lower'));
  });
  test('ids come apart, the plate’s too', () => {
    expect(splitFault('front.left.bracket-bolts')).toMatchObject({ side: 'left', joint: 'front.left.frame-bushing' });
    expect(splitFault('front.left.arm-bushings')).toMatchObject({ joint: 'front.left.arm-bushings' });
    expect(splitFault('engine mount')).toBeUndefined();
    expect(splitFault('front.left.nonsense')).toBeUndefined();
    expect(sayFault('rear.right.bar', 'anti-roll bar', true)).toBe('rear right anti-roll bar end');
  });
});

describe('contradictory findings are reported, not averaged', () => {
  const found = (c: Partial<Case>) =>
    conflicts({ ...base, ...c }, buildCase({ ...base, ...c }, SHIPPED), SHIPPED).map((x) => x.sentence);
  const beyond = { meanMm: 0.9, uMm: 0.02, degrees: 20, limitMm: 0.3 };
  test('tight by a check that counts, and play far beyond', () => {
    const s = found({ joints: [joint('front.left.link-lower', { hand: 'tight', play: beyond })] });
    expect(s).toHaveLength(1);
    expect(s[0]).toMatch(
      /^These two cannot both be: left link, lower end tight, and left link, lower end: play 0.90 mm against 0.30/,
    );
  });
  test('a spring that looks sound and is broken', () =>
    expect(found({ joints: [joint('front.left.spring', { hand: 'tight', defects: ['broken'] })] })).toHaveLength(1));
  test('knocks over humps, and quieter when both rise', () =>
    expect(found({ when: ['both wheels over a hump', 'quieter when both rise'] })[0]).toMatch(/Ask again/));
  test('rocks somewhere, and everything it could be is tight', () =>
    expect(
      found({
        rocks: [{ joints: ['front.left.ball-joint', 'front.left.wheel-bearing'], words: 'it rocks' }],
        joints: [joint('front.left.ball-joint', { hand: 'tight' }), joint('front.left.wheel-bearing', { hand: 'tight' })],
      })[0],
    ).toMatch(/Rock it again/));
  test('what can both be true is left in peace', () => {
    expect(found({ joints: [joint('front.left.link-lower', { hand: 'tight', defects: ['boot torn'] })] })).toEqual([]);
    // A bushing whose movement is felt, and measured inside its limit.
    const felt = (meanMm: number) =>
      found({ joints: [joint('front.left.frame-bushing', { hand: 'moves', play: { ...beyond, meanMm, limitMm: 0.5 } })] });
    expect(felt(0.4)).toEqual([]);
    expect(felt(0.02)).toHaveLength(1);
    expect(found({ joints: [joint('front.left.frame-bushing', { hand: 'tight', defects: ['bracket bolt loose'] })] })).toEqual(
      [],
    );
  });
});
