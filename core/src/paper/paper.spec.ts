import { CONTEXT, ledger, LINK_PART, RULES } from '../test';
import {
  foldJob,
  JOINT_KINDS,
  jointId,
  NOTHING_TOLD,
  PAPER_LANGUAGES,
  quoteOf,
  quotedBody,
  sayMoney,
  SIDES,
  type Entry,
  type EntryBodies,
  type JobState,
  type JointId,
  type Part,
} from '..';
import { handBackPaper, languageCalled, letterOf, PAPERS, papersOf, quotePaper, thingOf, type Paper } from '.';

const LINKS: JointId[] = SIDES.map((s) => jointId('front', s, 'link-lower'));
const BUSHINGS: JointId[] = SIDES.map((s) => jointId('front', s, 'frame-bushing'));
const plain: Part = { ...LINK_PART, id: 'plain', name: 'Line link', grade: 'plain', priceMinor: 230_000, warrantyMonths: 12 };
const better: Part = {
  ...plain,
  id: 'better',
  name: 'Keel link',
  grade: 'better',
  priceMinor: 300_000,
  warrantyMonths: 36,
  greaseable: true,
  greaseEveryKm: 20_000,
};
const far: Part = {
  ...better,
  id: 'far',
  name: 'Far link',
  grade: 'heavy duty',
  priceMinor: 410_000,
  warrantyMonths: 0,
  stock: 0,
  deliveryHours: 26,
};
const { upper: _u, lower: _l, ...bare } = LINK_PART;
const rubber: Part = {
  ...bare,
  id: 'b',
  kind: 'frame bushing',
  name: 'Keel rubber',
  boreMm: 21.5,
  material: 'rubber',
  priceMinor: 600,
  hardness: 62,
};
const poly: Part = {
  ...rubber,
  id: 'p',
  name: 'Keel poly',
  material: 'polyurethane',
  hardness: 85,
  priceMinor: 1100,
  greaseEveryKm: 30_000,
};

const e = ledger();
const found = (joint: JointId, result: EntryBodies['check']['results'][number]['result']): Entry =>
  e('check', {
    check: joint.endsWith('ball-joint') ? 'lever-ball-joint' : joint.endsWith('bushing') ? 'watch-bar' : 'grip-link',
    state: joint.endsWith('ball-joint') ? 'both-hanging' : 'wheels-off',
    results: [{ joint, result }],
  } as never);
const offer = (part: Part, joints: readonly JointId[]) =>
  e('choose', { joints: [...joints], part, quantity: 2 }) as Entry<'choose'>;
const answer = (is: EntryBodies['answer']['answer'], of: readonly Entry[]) =>
  e('answer', { answer: is, what: 'both links', parts: of.map((x) => x.id), who: 'owner', how: 'by phone', warning: '' });
const PRICED = { ...CONTEXT, rules: { ...RULES, prices: { labourMinorPerHour: 7_200, taxPercent: 7.5, taxIncluded: false } } };

/** A job with most of what a paper can say. */
function job(more: readonly Entry[] = [], answered = true): JobState {
  const choices = [plain, better, far].map((p) => offer(p, LINKS));
  const rest = [rubber, poly].map((p) => offer(p, BUSHINGS));
  return foldJob(PRICED, [
    e('complaint', { ...NOTHING_TOLD, character: ['dull clunk'], where: ['front'], when: ['pothole'], words: 'es klopft' }),
    ...LINKS.map((j) => found(j, 'moves')),
    found(jointId('front', 'right', 'ball-joint'), 'tight'),
    e('verdict', { causes: [...LINKS, 'engine mount'], chance: 0.8 } as never),
    ...choices,
    ...rest,
    ...(answered ? [answer('approved', [choices[1]!]), answer('later', rest)] : []),
    e('road-test', { result: 'better', note: '' }),
    e('recheck', { what: 'Front links', atKm: 101_000, onDate: '2027-01-05' }),
    ...more,
  ]);
}
const OTHERS = PAPER_LANGUAGES.filter((l) => l !== 'English');
/** All that a paper says, in its order. */
const texts = (p: Paper): string[] => [
  p.title,
  p.ban,
  ...p.sections.flatMap((s) => [s.head, ...(s.columns ?? []), ...(s.rows ?? []).flat(), ...(s.lines ?? []), s.sum ?? '']),
  ...p.foot,
];
/** Numbers as such, however a language groups and points them; a month is a word in one language and its like in another. */
const figures = (t: string): string[] =>
  (t.match(/\d[\d.,\u00a0\u202f  ]*\d|\d/g) ?? []).map((n) => n.replace(/[^\d]/g, '')).sort();

describe.each(OTHERS)('in %s', (language) => {
  const [w, en] = [PAPERS[language], PAPERS.English];
  const papers = (s: JobState) => [
    [quotePaper(s, w, 'IS 104'), quotePaper(s, en, 'IS 104')] as const,
    [handBackPaper(s, w, 'IS 104', 'Ruan Teague'), handBackPaper(s, en, 'IS 104', 'Ruan Teague')] as const,
  ];

  test.each([true, false])('every sum, number and day is the one the English says; answered: %s', (answered) => {
    for (const [other, english] of papers(job([], answered))) {
      expect(other.sections.map((s) => s.id)).toEqual(english.sections.map((s) => s.id));
      const [a, b] = [texts(other), texts(english)];
      expect(a.length).toBe(b.length);
      a.forEach((t, i) => expect([t, figures(t)]).toEqual([t, figures(b[i]!)]));
    }
  });

  test('no sentence of it is left in English but what people wrote, and names', () => {
    const s = job([e('told', { at: [], who: 'owner', how: 'by phone', what: 'The tyre is old' } as never)]);
    for (const [other, english] of papers(s)) {
      const own = new Set(['IS 104', '“es klopft”', 'The tyre is old.', 'total']);
      const said = new Set(texts(english).filter((t) => /[a-z]{3}/.test(t) && !own.has(t)));
      const left = texts(other).filter((t) => said.has(t) && !/^(\d × )?(Line|Keel|Far) \w+$|^\d+ min$/.test(t));
      expect(left).toEqual([]);
    }
  });

  test('each part of each kind and side has a name of its own, alone and with its twin, on both axles', () => {
    const names = new Map<string, string>();
    for (const kind of JOINT_KINDS) {
      const both = SIDES.map((side) => w.parts('sway bar', [jointId('front', side, kind)]));
      const pair = w.parts(
        'sway bar',
        SIDES.map((side) => jointId('front', side, kind)),
      );
      const four = w.parts(
        'sway bar',
        (['front', 'rear'] as const).flatMap((end) => SIDES.map((side) => jointId(end, side, kind))),
      );
      for (const [i, n] of [...both, pair, four].entries()) {
        expect(n).toMatch(/^\p{L}[\p{L} ,]+$/u);
        expect(n).not.toMatch(/undefined| {2}/);
        const key = `${thingOf(kind)} ${kind === 'bar' ? 'x' : i}`;
        if (i < 3) names.set(key, n);
      }
      const { does, ifNot } = w.drives[thingOf(kind)];
      expect(does.endsWith('.') && ifNot.endsWith('.') && does !== en.drives[thingOf(kind)].does).toBe(true);
    }
    expect(new Set(names.values()).size).toBe(names.size);
  });

  test('the ban stands first, and says the part', () => {
    const s = job([found(jointId('front', 'left', 'ball-joint'), 'dangerous')], false);
    for (const [other, english] of papers(s)) {
      expect(english.ban).toBe('Do not return to the road until the left ball joint is repaired.');
      expect(other.ban).toContain(w.parts('sway bar', [jointId('front', 'left', 'ball-joint')]));
    }
    expect(
      letterOf(
        s,
        quoteOf(s, (m) => sayMoney(m, 'EUR')),
        w,
      ).wrong[0],
    ).toBe(papers(s)[0]![0].ban);
  });

  test('the letter asks for every line, names every way and its sum, and how they differ', () => {
    const s = job([], false);
    const l = letterOf(
      s,
      quoteOf(s, (m) => sayMoney(m, 'EUR')),
      w,
    );
    const ways = quoteOf(s, String).flatMap((q) => q.options);
    for (const o of ways) expect(l.ways.join(' ')).toContain(w.money(o.totalMinor, 'EUR'));
    for (const ids of [LINKS, BUSHINGS]) expect(l.need).toContain(w.parts('sway bar', ids));
    expect(l.ways.join(' ')).not.toMatch(/\b(costs|ways|warranty|undefined)\b/);
    expect(l.ready).toMatch(/\d/);
  });
});

test('why it came, what was put off and what its new parts ask for stand on it, in every language', () => {
  const put = offer(poly, BUSHINGS);
  const s = foldJob({ ...PRICED, kind: 'age replacement' }, [
    e('purpose', { what: 'twelve years old', rule: '' }),
    put,
    answer('approved', [put]),
    ...['fit-bushing-left', 'fit-bushing-right'].map((step) => e('step', { step, state: 'done', note: '' } as never)),
    e('told', { what: 'Both tyres are old', who: 'owner', how: 'by phone', answer: 'later', on: '2027-02-01' }),
  ]);
  const first = s.context.distanceKm + 30_000;
  for (const w of Object.values(PAPERS)) {
    const paper = handBackPaper(s, w, 'IS 104', '');
    const lines = (id: string) => paper.sections.find((x) => x.id === id)!.lines!.join(' ');
    expect(lines('why')).toMatch(/^\p{Lu}.*: twelve years old\.$/u);
    expect(lines('why').toLowerCase()).toContain(w.back.jobs['age replacement'].toLowerCase());
    expect(lines('declined')).toContain('Both tyres are old.');
    expect(lines('declined')).toContain(w.day('2027-02-01'));
    expect(lines('come-back')).toContain(w.back.firstAt(w.distance(first, 'km')));
    expect(paper.sections.some((x) => x.id === 'own')).toBe(false);
  }
});

test('as a person reads it, in German', () => {
  const s = job([], false);
  const l = letterOf(s, quoteOf(s, String), PAPERS.Deutsch);
  expect(l.wrong).toEqual([
    'Vorne verschlissen: beide Koppelstangen. Das klopft über Unebenheiten, und die Karosserie neigt sich in Kurven mehr. Es wird lauter; eine Koppelstange, die bricht, kann treffen, was daneben liegt.',
  ]);
  expect(l.ways[0]).toMatch(
    /^Beide Koppelstangen: drei Möglichkeiten: einfach, [\d.]+,\d\d EUR, am Lager, besser, [\d.]+,\d\d EUR, am Lager oder verstärkt, [\d.]+,\d\d EUR, in 26 Stunden da\. .*„Besser“ kostet [\d.]+,\d\d EUR mehr als „einfach“: lässt sich abschmieren und hat drei Jahre Garantie\. „Verstärkt“ kostet .*; hat keine Garantie und ist in 26 Stunden da\.$/,
  );
  const parts = (...ids: JointId[]) => PAPERS.Deutsch.parts('sway bar', ids);
  expect(parts(jointId('front', 'left', 'damper'))).toBe('linker Stoßdämpfer');
  expect(parts(jointId('front', 'right', 'ball-joint'), jointId('rear', 'right', 'spring'))).toBe(
    'vorderes rechtes Traggelenk und hintere rechte Feder',
  );
  expect(parts(jointId('front', 'left', 'upper-ball-joint'))).toBe('das linke obere Traggelenk');
  expect(parts(...LINKS, jointId('rear', 'left', 'link-upper'))).toBe(
    'beide vorderen Koppelstangen und hintere linke Koppelstange',
  );
});

test('a language is known by how a yard writes it', () => {
  expect(['German', ' deutsch ', 'DE', 'Spanish', 'English', '', 'Frisian', 'valueOf'].map(languageCalled)).toEqual([
    'Deutsch',
    'Deutsch',
    'Deutsch',
    'Español',
    'English',
    undefined,
    undefined,
    undefined,
  ]);
});

test('what was put to somebody stands as it was said, in any language, and as data', () => {
  const open = job([], false);
  const quote = quoteOf(open, String);
  const put = e(
    'quoted',
    quotedBody(
      open,
      quote.flatMap((q) => q.options.map((option) => ({ quoted: q, option }))),
      () => 'x',
    ),
  );
  const dearer = {
    ...open,
    context: {
      ...open.context,
      rules: { ...open.context.rules, prices: { labourMinorPerHour: 9_900, taxPercent: 0, taxIncluded: true } },
    },
  };
  const later = foldJob(dearer.context, [...open.entries, put]);
  const sums = quote.flatMap((q) => q.options.map((o) => o.totalMinor));
  for (const w of Object.values(PAPERS)) {
    const said = texts(quotePaper(later, w, 'IS 104')).join('\n');
    for (const m of sums) expect(said).toContain(w.money(m, 'EUR'));
    // The tax of then, too.
    expect(said).toMatch(/7[.,]5 %/);
  }
  const data = papersOf(later);
  expect(data.quote.flatMap((q) => q.ways.map((o) => o.totalMinor))).toEqual(sums);
  expect(data.quote.every((q) => q.ways.every((o) => o.putAt === put.at))).toBe(true);
});
