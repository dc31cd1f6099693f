import { splitFault } from '../diagnosis';
import { partsOf, type JointId } from '../joint';
import type { Cause, Entry } from '../ledger';
import {
  alignmentOwed,
  answered,
  besidesOf,
  endedSince,
  findingsOf,
  foundSound,
  hereOf,
  invoiceLines,
  isApproved,
  leftAt,
  quoteOf,
  sayTroubles,
  totalOf,
  upkeepOwed,
  workOnPaper,
  type JobState,
  type QuotedLine,
  type QuotedOption,
} from '../job';
import { rideOf, upkeepOf } from '../parts';
import { dayIn } from '../text';
import { AXLES } from '../vehicle';
import { banIn, byThing, differIn } from './letter';
import { PAPER_GRADES, stopped, type PaperGrade, type PaperWords } from './words';

/** A part of a paper: its head, lines under one another, or a table whose first column is named. */
export interface PaperSection {
  readonly id: string;
  readonly head: string;
  readonly columns?: readonly string[];
  readonly rows?: readonly (readonly string[])[];
  readonly lines?: readonly string[];
  /** Said last, and large. */
  readonly sum?: string;
}
/** A paper for a customer, in one language. */
export interface Paper {
  readonly title: string;
  readonly ban: string;
  readonly sections: readonly PaperSection[];
  readonly foot: readonly string[];
}

/** The day of a moment, by the shop's clock. */
const onDay = (s: JobState, w: PaperWords, at: string): string => w.day(dayIn(s.context.rules.timeZone, new Date(at)));
const big = (t: string): string => t.charAt(0).toUpperCase() + t.slice(1);
const once = (texts: readonly string[]): string => [...new Set(texts.filter(Boolean))].join('; ');

/** How one way of a line reads, row by row. */
function rowsOf(s: JobState, w: PaperWords, options: readonly QuotedOption[]): string[][] {
  const { currency } = s.context.rules;
  const money = (minor: number) => w.money(minor, currency);
  const unit = s.context.measures.distance;
  const each: Readonly<Record<keyof PaperWords['quote']['rows'], (o: QuotedOption) => string>> = {
    what: (o) => o.parts.map((p) => `${p.quantity} × ${p.part.name}`).join(', '),
    parts: (o) => money(o.partsMinor),
    labour: (o) => [...(o.labourMinor === undefined ? [] : [money(o.labourMinor)]), w.quote.labour(o)].join(', '),
    total: (o) => money(o.totalMinor),
    available: (o) => w.here(hereOf(o.parts, o.hours)),
    warranty: (o) => w.quote.warranty(o.warrantyMonths),
    upkeep: (o) =>
      once(
        o.parts.map(({ part }) => {
          const u = upkeepOf(part);
          return w.quote.upkeep(u, u.everyKm ? w.distance(u.everyKm, unit) : '');
        }),
      ),
    ride: (o) =>
      once(
        o.parts.map(({ part }) => {
          const felt = rideOf(part);
          return felt ? w.quote.rides[felt] : '';
        }),
      ) || '–',
  };
  return (Object.keys(each) as (keyof typeof each)[]).map((k) => [w.quote.rows[k], ...options.map(each[k])]);
}

function quoted(s: JobState, q: QuotedLine, w: PaperWords): PaperSection {
  const { currency, dialect } = s.context.rules;
  const taken = q.options.find((o) => o.option.standing === 'approved');
  const a = q.line.answer;
  return {
    id: 'quoted',
    head: big(w.parts(dialect, q.line.joints)),
    columns: ['', ...q.options.map((o) => w.way(o.option.name))],
    rows: rowsOf(s, w, q.options),
    lines: [
      differIn(q.options, currency, w),
      q.beside && q.beside.savesMinutes > 0
        ? w.beside(w.money(q.beside.togetherMinor, currency), w.money(q.beside.laterMinor, currency))
        : '',
      a && q.line.standing !== 'waiting'
        ? w.quote.answer(a.body, taken && q.options.length > 1 ? w.way(taken.option.name) : '', onDay(s, w, a.at))
        : w.quote.noAnswer,
    ].filter(Boolean),
  };
}

/** What of tax and rate stands under a quote: as it was when it was said. */
function termsIn(s: JobState, w: PaperWords): string {
  const { currency, prices: now } = s.context.rules;
  const prices = s.quoted.at(-1)?.body ?? now;
  return [
    w.quote.tax(prices.taxPercent, prices.taxIncluded),
    prices.labourMinorPerHour > 0 ? w.quote.rate(w.money(prices.labourMinorPerHour, currency)) : '',
    w.quote.rust,
  ]
    .filter(Boolean)
    .join(' ');
}

/** A finding in a sentence, by its grade. */
const foundIn = (s: JobState, w: PaperWords, grade: PaperGrade, joint: JointId): string =>
  w.found(grade, partsOf(joint).axle, w.parts(s.context.rules.dialect, [joint]));

/** The quote on paper, by the same rules that print it in English. */
export function quotePaper(s: JobState, w: PaperWords, plate: string): Paper {
  const { currency } = s.context.rules;
  const quote = quoteOf(s, (minor) => w.money(minor, currency));
  const total = totalOf(quote);
  const besides = besidesOf(s).map((b) => {
    const grade: PaperGrade = b.is === 'dangerous' ? 'dangerous' : b.is === 'to be watched' ? 'watch' : 'loose';
    return foundIn(s, w, grade, b.joint);
  });
  return {
    title: w.quote.title(plate),
    ban: banIn(s, w),
    sections: [
      ...quote.map((q) => quoted(s, q, w)),
      ...(quote.length ? [] : [{ id: 'nothing', head: '', lines: [w.quote.nothing] }]),
      ...(total
        ? [
            {
              id: 'total',
              head: '',
              sum: `${w.total(total.agreed ? 'agreed' : total.least ? 'least' : 'all')}: ${w.money(total.minor, currency)}`,
            },
          ]
        : []),
      ...(besides.length ? [{ id: 'besides', head: w.quote.besides, lines: besides }] : []),
      { id: 'terms', head: '', lines: [termsIn(s, w)] },
    ],
    foot: [w.back.maker],
  };
}

/** What made the noise, in words: whole parts, and what is none of ours. */
function causesIn(s: JobState, w: PaperWords, causes: readonly Cause[]): string {
  const joints = causes.flatMap((c) => splitFault(c)?.joint ?? []);
  const others = causes.filter((c) => !splitFault(c));
  return w.list([
    ...(joints.length ? [w.parts(s.context.rules.dialect, joints)] : []),
    ...others.map((c) => (w.others as Readonly<Record<string, string>>)[c] ?? c),
  ]);
}

function foundSections(s: JobState, w: PaperWords): PaperSection[] {
  const { dialect } = s.context.rules;
  const v = s.verdict;
  // Of one thing what was found alike, and became alike, is told once.
  const all = findingsOf(s);
  const found = PAPER_GRADES.flatMap((grade) =>
    [...new Set(all.map((f) => f.became))].flatMap((became) =>
      byThing(all.filter((f) => f.grade === grade && f.became === became).map((f) => f.joint)).map((ids) => {
        const after = became === 'in work' ? '' : ` ${w.back.gone[became === 'left so' ? 'left' : became]}`;
        return `${w.found(grade, partsOf(ids[0]!).axle, w.parts(dialect, ids))}${after}`;
      }),
    ),
  );
  const sound = AXLES.flatMap((axle) => {
    const ids = foundSound(s).flatMap((f) => (f.axle === axle ? f.ids : []));
    return ids.length ? [`${w.end[axle]}: ${w.parts(dialect, ids)}.`] : [];
  });
  return [
    {
      id: 'found',
      head: w.back.heads.found,
      lines: [
        ...(v ? [v.body.causes.length ? w.back.cause(causesIn(s, w, v.body.causes)) : w.back.noCause] : []),
        ...found,
        ...(found.length || v?.body.causes.length ? [] : [s.kept.check.length ? w.nothingWorn : w.back.nothingLooked]),
      ],
    },
    ...(sound.length ? [{ id: 'sound', head: w.back.heads.sound, lines: sound }] : []),
  ];
}

function workSections(s: JobState, w: PaperWords): PaperSection[] {
  const { dialect } = s.context.rules;
  const { fitted, agreed, offered } = workOnPaper(s);
  const line = (e: Entry<'choose'>): string => {
    const { part, quantity, joints, oneSideReason } = e.body;
    const what = part.kind === 'refit' ? w.back.samePart : `${quantity} × ${part.name}`;
    const warranty = part.warrantyMonths ? `; ${w.quote.rows.warranty}: ${w.quote.warranty(part.warrantyMonths)}` : '';
    const yes = isApproved(s, e.id) ? answered(s, e.id) : undefined;
    const oneSide = oneSideReason ? `; ${oneSideReason}` : '';
    return [
      `${what}, ${w.parts(dialect, joints)}${warranty}${oneSide}.`,
      yes ? w.quote.answer(yes.body, '', onDay(s, w, yes.at)) : '',
    ]
      .filter(Boolean)
      .join(' ');
  };
  const bought = fitted.some((e) => e.body.part.kind !== 'refit');
  const quote = quoteOf(s, (minor) => w.money(minor, s.context.rules.currency));
  const lines = invoiceLines(s, quote);
  const [first] = lines;
  const yes = quote.filter((q) => q.line.standing === 'approved');
  return [
    { id: 'fitted', head: bought ? w.back.heads.fitted : w.back.heads.refitted, lines: fitted.map(line) },
    { id: 'agreed', head: w.back.heads.agreed, lines: agreed.map(line) },
    { id: 'offered', head: w.back.heads.offered, lines: offered.map(line) },
    ...(first
      ? [
          {
            id: 'costs',
            head: w.back.heads.costs,
            rows: lines.map((l) => [
              l.what === 'work' ? big(w.back.work(w.parts(dialect, l.joints))) : l.text,
              `${l.quantity}${l.unit === 'min' ? ' min' : ''}`,
              w.money(l.minor, l.currency),
            ]),
            lines: first.taxPercent ? [w.quote.tax(first.taxPercent, first.taxIncluded)] : [],
            sum: `${w.total('agreed')}: ${w.money(totalOf(yes)!.minor, first.currency)}`,
          },
        ]
      : []),
  ].filter((x) => x.lines.length > 0 || 'rows' in x);
}

function afterSections(s: JobState, w: PaperWords): PaperSection[] {
  const unit = s.context.measures.distance;
  const put = s.told.filter((t) => t.body.answer);
  const putOff = put.map(
    ({ body: { what, who, how, answer, on }, at }) =>
      `${stopped(big(what))} ${w.quote.answer({ answer: answer!, who, how, ...(on ? { on } : {}), what, parts: [], warning: '' }, '', onDay(s, w, at))}`,
  );
  const declined = s.answers
    .filter(
      (a) => a.body.answer !== 'approved' && (a.body.parts.length === 0 || a.body.parts.some((c) => answered(s, c)?.id === a.id)),
    )
    .map((a) => `${big(a.body.what)}. ${w.quote.answer(a.body, '', onDay(s, w, a.at))}`);
  const owed = leftAt(s).length > 0 && !endedSince(s);
  const back = [
    ...s.rechecks.map(({ body }) => `${w.back.at(body.what, w.distance(body.atKm, unit), w.day(body.onDate))}.`),
    ...upkeepOwed(s, s.handBack?.body.distanceKm ?? s.context.distanceKm).map(({ part, joints, firstAtKm }) => {
      const u = upkeepOf(part);
      const asks = w.quote.upkeep(u, u.everyKm ? w.distance(u.everyKm, unit) : '');
      const first = firstAtKm === undefined ? '' : `, ${w.back.firstAt(w.distance(firstAtKm, unit))}`;
      return `${big(w.parts(s.context.rules.dialect, joints))}: ${asks}${first}.`;
    }),
    ...(owed ? [stopped(w.back.repair)] : []),
    ...(alignmentOwed(s) ? [stopped(w.back.alignment)] : []),
  ];
  const own = [
    ...(s.goOn && !s.verdict ? [s.goOn.body.why] : []),
    ...s.told.filter((t) => !put.includes(t)).map((t) => t.body.what),
    ...sayTroubles(s),
  ].map(stopped);
  return [
    ...(s.roadTest ? [{ id: 'road', head: w.back.heads.road, lines: [w.back.results[s.roadTest.body.result]] }] : []),
    ...(declined.length + putOff.length
      ? [{ id: 'declined', head: w.back.heads.declined, lines: [...declined, ...putOff] }]
      : []),
    {
      id: 'come-back',
      head: w.back.heads.comeBack,
      lines: back.length ? back : [workOnPaper(s).offered.length ? w.back.answerDue : w.back.nothingDue],
    },
    ...(own.length ? [{ id: 'own', head: w.back.heads.kept, lines: [w.back.ownWords, ...own] }] : []),
  ];
}

/**
 * The hand-back for the customer: what was told, found, done, agreed, and what comes next. Torques, readings and what became of
 * the old pieces are the yard's own record, which is in English.
 * @param by who handed it back, by name
 */
export function handBackPaper(s: JobState, w: PaperWords, plate: string, by: string): Paper {
  const words = s.complaint?.words;
  const why = s.purpose && [s.purpose.what, s.purpose.rule].filter(Boolean).join(', ');
  return {
    title: plate,
    ban: banIn(s, w),
    sections: [
      ...(why
        ? [{ id: 'why', head: w.back.heads.why, lines: [stopped(`${big(w.back.jobs[s.context.kind])}: ${why}`)] }]
        : words
          ? [{ id: 'told', head: w.back.heads.told, lines: [`“${words}”`] }]
          : []),
      ...foundSections(s, w),
      ...workSections(s, w),
      ...afterSections(s, w),
    ],
    foot: [w.back.handedBack(s.handBack ? by : ''), w.back.maker],
  };
}
