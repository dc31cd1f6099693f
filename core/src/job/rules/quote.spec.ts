import { CONTEXT, ledger, LINK_PART } from '../../test';
import { jointId, SIDES, type Entry, type JointId } from '../..';
import type { Part } from '../../parts';
import { builtIn } from '../../plan';
import { foldJob, handBackBlockers, isApproved, nextLine, optionName, planOf, quoteOf, upkeepDue, workJoints } from '..';

const LINKS: JointId[] = SIDES.map((s) => jointId('front', s, 'link-lower'));
const BUSHINGS: JointId[] = SIDES.map((s) => jointId('front', s, 'frame-bushing'));
const plain: Part = {
  ...LINK_PART,
  id: 'plain',
  name: 'Line link',
  grade: 'plain',
  priceMinor: 2300,
  warrantyMonths: 12,
  upper: { ...LINK_PART.upper, hold: 'hex', holdMm: 5 },
  lower: { ...LINK_PART.lower, hold: 'hex', holdMm: 5 },
};
const better: Part = {
  ...LINK_PART,
  id: 'better',
  name: 'Keel link',
  priceMinor: 3000,
  warrantyMonths: 36,
  greaseable: true,
  greaseEveryKm: 20_000,
};
const rod: Part = {
  ...LINK_PART,
  id: 'rod',
  kind: 'rod-end link',
  grade: 'heavy duty',
  lengthMm: undefined,
  lengthRangeMm: [280, 330],
  priceMinor: 6400,
  stock: 0,
  deliveryHours: 26,
};
const bushing: Part = {
  ...LINK_PART,
  id: 'b',
  kind: 'frame bushing',
  upper: undefined,
  lower: undefined,
  boreMm: 21.5,
  material: 'rubber',
  priceMinor: 600,
};

const money = (minor: number) => (minor / 100).toFixed(2);
const e = ledger();
const offer = (part: Part, joints = LINKS): Entry<'choose'> =>
  e('choose', { joints, part, quantity: joints.length }) as Entry<'choose'>;
const answer = (answered: 'approved' | 'declined' | 'later', parts: readonly Entry[], on?: string) =>
  e('answer', {
    answer: answered,
    what: 'x',
    parts: parts.map((p) => p.id),
    who: 'owner',
    how: 'by phone',
    warning: 'it will knock',
    ...(on ? { on } : {}),
  });
const fold = (entries: readonly Entry[], over = {}) => foldJob({ ...CONTEXT, kind: 'age replacement', ...over }, entries);
const why = e('purpose', { what: 'ten years old', rule: '' });

describe('ways of a line stand side by side', () => {
  test('one line with its ways; the plan reckons with the last as long as nobody answered', () => {
    const [a, b, c] = [offer(plain), offer(better), offer(rod)];
    const s = fold([a, b, c]);
    expect(s.lines).toHaveLength(1);
    expect(s.lines[0]).toMatchObject({ id: 'front.link', standing: 'waiting' });
    expect(s.lines[0]!.options.map((o) => [o.name, o.standing])).toEqual([
      ['plain', 'waiting'],
      ['better', 'waiting'],
      ['adjustable', 'waiting'],
    ]);
    expect(s.choices.map((x) => x.id)).toEqual([c.id]);
  });
  test('a yes to one leaves the others not taken, and the work is about that one', () => {
    const [a, b] = [offer(plain), offer(better)];
    const s = fold([a, b, answer('approved', [a])]);
    expect(s.lines[0]!.options.map((o) => o.standing)).toEqual(['approved', 'not taken']);
    expect(s.lines[0]!.standing).toBe('approved');
    expect([s.choices.map((x) => x.id), isApproved(s, a.id), isApproved(s, b.id)]).toEqual([[a.id], true, false]);
  });
  test('what is offered after a yes replaces nothing: it waits, and takes over only by a yes of its own', () => {
    const [a, b] = [offer(plain), offer(better)];
    const yes = answer('approved', [a]);
    const again = fold([a, yes, b]);
    expect(again.choices.map((x) => x.id)).toEqual([a.id]);
    expect(again.lines[0]!.standing).toBe('waiting');
    expect(handBackBlockers(again).map((x) => x.at)).toContain('answer');
    const changed = fold([a, yes, b, answer('approved', [b])]);
    expect(changed.choices.map((x) => x.id)).toEqual([b.id]);
    expect(changed.standing.get(a.id)).toBe('not taken');
    const kept = fold([a, yes, b, answer('declined', [b])]);
    expect(kept.choices.map((x) => x.id)).toEqual([a.id]);
    expect(kept.lines[0]!.standing).toBe('approved');
  });
  test('the same way chosen again before an answer takes the first one’s place', () => {
    const [a, b] = [offer(better), offer({ ...better, id: 'better-2' })];
    expect(fold([a, b]).lines[0]!.options).toMatchObject([{ name: 'better', choices: [{ id: b.id }] }]);
  });
  test('one part left and another right are one way; once one of them was answered each stands for itself', () => {
    const left = offer(plain, [LINKS[0]!]);
    const right = offer(better, [LINKS[1]!]);
    const s = fold([left, right]);
    expect(s.lines[0]!.options.map((o) => [o.name, o.choices.length])).toEqual([['plain left, better right', 2]]);
    const [q] = quoteOf(s, money);
    expect(q!.options[0]!.partsMinor).toBe(plain.priceMinor + better.priceMinor);
    expect(fold([left, answer('approved', [left]), right]).lines[0]!.options.map((o) => [o.name, o.standing])).toEqual([
      ['plain', 'approved'],
      ['better', 'waiting'],
    ]);
    // Two ways for one side are two ways.
    expect(fold([left, offer(better, [LINKS[0]!])]).lines[0]!.options.map((o) => o.name)).toEqual(['plain', 'better']);
  });
  test('parts, work and tax come to the sum, and so does what it costs later', () => {
    const prices = { ...CONTEXT.rules.prices, taxIncluded: false, taxPercent: 19, labourMinorPerHour: 7133 };
    const s = fold([offer(plain), offer(bushing, BUSHINGS), offer(rod)], { rules: { ...CONTEXT.rules, prices } });
    for (const q of quoteOf(s, money)) {
      for (const o of q.options) expect(o.partsMinor + o.labourMinor! + o.taxMinor).toBe(o.totalMinor);
      if (q.beside) {
        expect(q.beside.laterMinor).toBe(q.options[0]!.totalMinor);
        const saved = Math.round((q.beside.savesMinutes * 7133) / 60);
        expect(Math.abs(q.beside.laterMinor - q.beside.togetherMinor - Math.round(saved * 1.19))).toBeLessThanOrEqual(2);
      }
    }
  });
  test('both hands of one way are one option, and wait until both are answered', () => {
    const left = offer({ ...better, sided: 'left' }, [LINKS[0]!]);
    const right = offer({ ...better, sided: 'right' }, [LINKS[1]!]);
    const s = fold([left, right]);
    expect(s.lines[0]!.options).toHaveLength(1);
    expect(fold([left, right, answer('approved', [left])]).lines[0]!.standing).toBe('waiting');
    expect(fold([left, right, answer('approved', [left, right])]).choices).toHaveLength(2);
  });
  test('later is no yes: nothing of it is worked on, and it is answered', () => {
    const a = offer(plain);
    const s = fold([why, a, answer('later', [a], '2026-12-24')]);
    expect([workJoints(s), planOf(s), s.lines[0]!.standing]).toEqual([[], [], 'later']);
    expect(handBackBlockers(s).map((x) => x.at)).not.toContain('answer');
  });
  test('the next line says how many ways there are to read out', () =>
    expect(nextLine(fold([why, offer(plain), offer(better)]), 0).title).toBe('Read it out: two ways to do it.'));
  test('what a way is called', () =>
    expect([plain, better, rod, { ...bushing, material: 'polyurethane' as const }].map(optionName)).toEqual([
      'plain',
      'better',
      'adjustable',
      'polyurethane',
    ]));
});

describe('the quote', () => {
  const rusty = e('setup', { equipment: 'lift', corroded: true });
  const entries = [offer(plain), offer(better), offer(rod), offer(bushing, BUSHINGS), rusty];
  const s = fold(entries);
  const [links, bushings] = quoteOf(s, money);
  test('parts, hands-on minutes of the plan at the shop’s rate, and what the customer gets', () => {
    const [a, b, c] = links!.options;
    const hands = planOf(fold([entries[0]!, rusty])).reduce((sum, x) => sum + x.minutes, 0);
    expect(a).toMatchObject({
      partsMinor: 4600,
      minutes: Math.round(hands),
      here: 'on the shelf',
      warrantyMonths: 12,
      upkeep: 'none',
      held: '5 mm hex',
    });
    // 72.00 an hour is 1.20 a minute.
    expect(a!.labourMinor).toBe(Math.round(hands) * 120);
    expect(a!.totalMinor).toBe(4600 + Math.round(hands) * 120);
    expect(b).toMatchObject({ partsMinor: 6000, upkeep: 'grease every 20\u202f000 km', held: '17 mm flats' });
    expect(c).toMatchObject({ here: 'in 26 h', ride: 'firm; every stone is heard' });
    // Both are set, twice six minutes more; each side’s ends are held in the middle of their swing, and it has its lock nuts.
    expect(c!.minutes - a!.minutes).toBe(12 + 2 * (builtIn('link centred', true) + builtIn('a group of fasteners', true)));
  });
  test('tax is added where prices come without it', () => {
    const rules = { ...CONTEXT.rules, prices: { labourMinorPerHour: 0, taxPercent: 20, taxIncluded: false } };
    const [q] = quoteOf(fold([entries[0]!], { rules }), money);
    expect(q!.options[0]).toMatchObject({ labourMinor: undefined, taxMinor: 920, totalMinor: 5520 });
  });
  test('the difference is a sentence', () => {
    expect(links!.difference).toMatch(
      /^Better costs 14\.00 more than plain: it can be greased, its flats do not round off like a hex and it is covered for three years\. Adjustable costs [\d.]+ more than better: its length can be set, but it is covered for two years only and it is here in 26 h\.$/,
    );
    expect(bushings!.difference).toBe('');
  });
  test('what is beside the first line costs less while it is apart', () => {
    const b = bushings!.beside!;
    expect(b.savesMinutes).toBeGreaterThan(10);
    expect(b.laterMinor - b.togetherMinor).toBe(Math.round(b.savesMinutes * 120));
    expect(links!.beside).toBeUndefined();
  });
});

describe('polyurethane and rubber by their own rules', () => {
  const poly: Part = {
    ...bushing,
    id: 'poly',
    grade: 'heavy duty',
    material: 'polyurethane',
    hardness: 85,
    greaseEveryKm: 30_000,
    priceMinor: 1100,
  };
  const soft: Part = { ...bushing, hardness: 62 };
  test('hardness and stiffness stand side by side, with what it asks for and how it rides', () => {
    const [q] = quoteOf(fold([why, offer(soft, BUSHINGS), offer(poly, BUSHINGS)]), money);
    const [a, b] = q!.options;
    expect([a!.hardness, b!.hardness]).toEqual(['62 Shore A', '85 Shore A']);
    expect(b!.upkeep).toBe('silicone grease every 30\u202f000 km');
    expect(b!.ride).toBe('firmer; squeaks when it runs dry');
    expect(q!.difference).toContain('it is more than 2.4 times as stiff and wears less');
  });
  const fitted = (part: Part, joints: JointId[], steps: readonly string[]) => {
    const c = offer(part, joints);
    const done = steps.map((step) => e('step', { step: step as 'fit-link-left', state: 'done' }));
    return fold([why, c, answer('approved', [c]), ...done]);
  };
  const detail = (part: Part, joints: JointId[], step: string) =>
    planOf(fitted(part, joints, [])).find((x) => x.id === step)!.detail;
  test('the step says what goes on each, and what never does', () => {
    expect(detail(poly, BUSHINGS, 'fit-bushing-left')).toMatch(/Silicone grease packed into its grooves.*Never mineral oil/);
    expect(detail(soft, BUSHINGS, 'fit-bushing-left')).toMatch(/Rubber dry or silicone/);
    expect(detail(better, LINKS, 'fit-link-left')).toMatch(/grease until the boot just swells, then stop/);
    expect(detail(plain, LINKS, 'fit-link-left')).not.toMatch(/grease/);
  });
  test('what went on says what it asks for from now on, and first when', () => {
    const steps = ['fit-bushing-left', 'fit-bushing-right'];
    expect(upkeepDue(fitted(poly, BUSHINGS, steps), 148_000)).toEqual([
      'Both frame bushings: silicone grease every 30\u202f000 km, first at 178\u202f000 km',
    ]);
    expect(upkeepDue(fitted(poly, BUSHINGS, []), 148_000)).toEqual([]);
    expect(upkeepDue(fitted(soft, BUSHINGS, steps), 148_000)).toEqual([]);
  });
});

test('a joint that a choice names twice is worked at once: its minutes are those of one', () => {
  const e = ledger();
  const quoted = (...joints: JointId[]) => {
    const s = foldJob(CONTEXT, [e('choose', { joints, part: LINK_PART, quantity: 1, oneSideReason: 'x' })]);
    return quoteOf(s, String)[0]!.options[0]!.minutes;
  };
  const at = jointId('front', 'left', 'wheel-bearing');
  expect(quoted(at, at)).toBe(quoted(at));
});
