import {
  findingsOf,
  foundSound,
  invoiceLines,
  leftAt,
  quoteOf,
  sayBan,
  sayParts,
  totalOf,
  workOnPaper,
  type InvoiceLine,
  type JobState,
  type Standing,
} from '../job';
import { sayMoney } from '../text';
import { english } from './languages/english';
import { letterOf, letterText } from './letter';

/** A way to do a line, with its sums as they were put to the customer, or as they are today. */
export interface PaperWay {
  readonly name: string;
  readonly standing: Standing;
  readonly parts: readonly {
    readonly article: string;
    readonly text: string;
    readonly quantity: number;
    readonly minor: number;
  }[];
  readonly minutes: number;
  /** Null where the shop has set no rate. */
  readonly labourMinor: number | null;
  readonly taxMinor: number;
  readonly totalMinor: number;
  /** ISO 8601; null: not put to anybody yet. */
  readonly putAt: string | null;
}

/** What the papers of a job say, for another program. Money in minor units of `currency`. */
export interface Papers {
  readonly currency: string;
  /** "Not for the road …"; empty where it may be driven. */
  readonly ban: string;
  readonly quote: readonly {
    readonly line: string;
    readonly standing: Standing;
    readonly answer: { readonly who: string; readonly how: string; readonly at: string } | null;
    readonly ways: readonly PaperWay[];
  }[];
  /** Null where nothing is to be done. */
  readonly total: { readonly minor: number; readonly agreed: boolean } | null;
  /** What was agreed, a line a part and one for the work. */
  readonly lines: readonly InvoiceLine[];
  /** As the customer is told it. */
  readonly letter: string;
  readonly found: readonly string[];
  readonly sound: readonly string[];
  readonly fitted: readonly string[];
  readonly comeBackFor: readonly { readonly what: string; readonly atKm: number; readonly onDate: string }[];
  /** By whom (their id) and when; null where it was not handed back. */
  readonly handedBack: { readonly by: string; readonly at: string } | null;
}

/** What quote, letter and hand-back of a job say, by the same rules that print them. */
export function papersOf(s: JobState): Papers {
  const { currency, dialect } = s.context.rules;
  const money = (minor: number) => sayMoney(minor, currency);
  const quote = quoteOf(s, money);
  const danger = leftAt(s);
  const total = totalOf(quote);
  return {
    currency,
    ban: danger.length ? sayBan(s, danger) : '',
    quote: quote.map(({ line, options }) => ({
      line: sayParts(dialect, line.joints),
      standing: line.standing,
      answer: line.answer ? { who: line.answer.body.who, how: line.answer.body.how, at: line.answer.at } : null,
      ways: options.map((o) => ({
        name: o.option.name,
        standing: o.option.standing,
        parts: o.parts.map((p) => ({ article: p.part.id, text: p.part.name, quantity: p.quantity, minor: p.minor })),
        minutes: o.minutes,
        labourMinor: o.labourMinor ?? null,
        taxMinor: o.taxMinor,
        totalMinor: o.totalMinor,
        putAt: o.put?.at ?? null,
      })),
    })),
    total: total ? { minor: total.minor, agreed: total.agreed } : null,
    lines: invoiceLines(s, quote),
    letter: letterText(letterOf(s, quote, english), '', ''),
    found: findingsOf(s).map((f) => f.sentence),
    sound: foundSound(s).map((f) => `${f.axle === 'front' ? 'In front' : 'At the rear'}: ${f.words}.`),
    fitted: workOnPaper(s).fitted.map((e) => {
      const { part, quantity, joints } = e.body;
      return `${part.kind === 'refit' ? 'The same part' : `${quantity} × ${part.name}`}, ${sayParts(dialect, joints)}.`;
    }),
    comeBackFor: s.rechecks.map(({ body }) => ({ what: body.what, atKm: body.atKm, onDate: body.onDate })),
    handedBack: s.handBack ? { by: s.handBack.by, at: s.handBack.at } : null,
  };
}
