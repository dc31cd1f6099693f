import type { Part } from '../../parts';
import type { Entry, EntryBodies } from '../../ledger';
import { list } from '../../text';
import type { JobState } from '../fold';
import type { ChoiceLine, ChoiceOption } from '../state/choices';

/** What one way of a line costs, and what the customer gets for it. Money in minor units of the shop's currency. */
export interface QuotedOption {
  readonly option: ChoiceOption;
  readonly parts: readonly { readonly part: Part; readonly quantity: number; readonly minor: number }[];
  readonly partsMinor: number;
  readonly minutes: number;
  /** Of these, minutes of steps this shop has timed often enough; the others are built in. */
  readonly timedMinutes: number;
  /** Undefined where the shop has set no rate: then its minutes are all that is said. */
  readonly labourMinor: number | undefined;
  readonly taxMinor: number;
  readonly totalMinor: number;
  /** When all of it is here: "on the shelf", "in 26 h". */
  readonly here: string;
  /** Undefined where nobody said when one of them comes. */
  readonly hours: number | undefined;
  /** The shortest of its parts, in words. */
  readonly warranty: string;
  /** Undefined where one of them does not say. */
  readonly warrantyMonths: number | undefined;
  readonly upkeep: string;
  readonly ride: string;
  readonly held: string;
  /** "62 Shore A": of a bushing that says so. */
  readonly hardness: string;
  /** The sums are as they were said to the customer then; none where they were not yet. */
  readonly put: Put | undefined;
}

/** When a way was put to the customer, and what is otherwise by now. */
export interface Put {
  /** ISO 8601 */
  readonly at: string;
  /** What it cost beside the first line, while that was apart. */
  readonly togetherMinor: number | undefined;
  /** What it would come to by today's prices and times. */
  readonly nowMinor: number;
  /** Why it would, in parts of a sentence: nothing where it is the same. */
  readonly changed: readonly string[];
}

export interface QuotedLine {
  readonly line: ChoiceLine;
  readonly options: readonly QuotedOption[];
  /** How its ways differ, in a sentence. */
  readonly difference: string;
  /** What it costs on top while the first line is apart, and by itself later. */
  readonly beside: { readonly togetherMinor: number; readonly laterMinor: number; readonly savesMinutes: number } | undefined;
}

type Way = EntryBodies['quoted']['ways'][number];

/** The way as it was last put to the customer, with what a price and an hour were then. */
function putOf(s: JobState, { choices }: ChoiceOption): { readonly entry: Entry<'quoted'>; readonly way: Way } | undefined {
  const same = (w: Way) => w.choices.length === choices.length && choices.every((c) => w.choices.includes(c.id));
  for (const entry of [...s.quoted].reverse()) {
    const way = entry.body.ways.find(same);
    if (way) return { entry, way };
  }
  return undefined;
}

/** What is otherwise by now, in parts of a sentence. */
function changedSince(
  s: JobState,
  now: QuotedOption,
  { body }: Entry<'quoted'>,
  way: Way,
  money: (minor: number) => string,
): string[] {
  const { prices } = s.context.rules;
  const each = (minor: number, quantity: number) => money(Math.round(minor / quantity));
  return [
    ...now.parts.flatMap(({ part, quantity, minor }) => {
      const was = way.parts.find((p) => p.part === part.id);
      return was && was.minor * quantity !== minor * was.quantity
        ? [`${part.name} costs ${each(minor, quantity)} each, not ${each(was.minor, was.quantity)}`]
        : [];
    }),
    ...(now.minutes === way.minutes ? [] : [`it takes ${now.minutes} min, not ${way.minutes}`]),
    ...(prices.labourMinorPerHour === body.labourMinorPerHour
      ? []
      : [`an hour costs ${money(prices.labourMinorPerHour)}, not ${money(body.labourMinorPerHour)}`]),
    ...(prices.taxPercent === body.taxPercent && prices.taxIncluded === body.taxIncluded
      ? []
      : [`tax is ${prices.taxPercent} %${prices.taxIncluded ? ', in the prices' : ''}, not ${body.taxPercent} %`]),
  ];
}

/** A way with the sums that were said of it: what was put to somebody stays as it was said. */
export function asPut(s: JobState, now: QuotedOption, money: (minor: number) => string): QuotedOption {
  const said = putOf(s, now.option);
  if (!said) return now;
  const { entry, way } = said;
  const was = (id: string) => way.parts.find((p) => p.part === id);
  return {
    ...now,
    parts: now.parts.map((p) => ({ ...p, minor: was(p.part.id)?.minor ?? p.minor })),
    partsMinor: way.parts.reduce((sum, p) => sum + p.minor, 0),
    minutes: way.minutes,
    timedMinutes: way.timedMinutes,
    labourMinor: way.labourMinor,
    taxMinor: way.taxMinor,
    totalMinor: way.totalMinor,
    put: {
      at: entry.at,
      togetherMinor: way.togetherMinor,
      nowMinor: now.totalMinor,
      changed: now.totalMinor === way.totalMinor ? [] : changedSince(s, now, entry, way, money),
    },
  };
}

/** Whether a line is still to be done: what was refused or put off has nothing beside it. */
export const stands = (line: ChoiceLine): boolean => line.standing === 'waiting' || line.standing === 'approved';

/** What all of it comes to, each line by the way that was taken, else by its cheapest; the lines beside the first while it is apart. */
export interface QuoteTotal {
  readonly minor: number;
  /** Everything in it was said yes to. */
  readonly agreed: boolean;
  /** Some line has several ways still, and the cheapest is reckoned with. */
  readonly least: boolean;
}

/** Nothing where nothing of it is still to be done. */
export function totalOf(quote: readonly QuotedLine[]): QuoteTotal | undefined {
  const lines = quote.filter((q) => stands(q.line));
  if (lines.length === 0) return undefined;
  const cost = ({ options, beside }: QuotedLine): number => {
    const taken = options.find((o) => o.option.standing === 'approved');
    // What was agreed for a line is what was said of it then, beside another or by itself.
    if (taken?.put) return taken.put.togetherMinor ?? taken.totalMinor;
    return beside?.togetherMinor ?? (taken ?? options[0]!).totalMinor;
  };
  return {
    minor: lines.reduce((sum, q) => sum + cost(q), 0),
    agreed: lines.every((q) => q.line.standing === 'approved'),
    least: lines.some((q) => q.line.standing === 'waiting' && q.options.length > 1),
  };
}

/** The ways that wait for an answer and were not put to anybody yet: they are with whatever goes out. */
export const notPutYet = (quote: readonly QuotedLine[]): { readonly quoted: QuotedLine; readonly option: QuotedOption }[] =>
  quote.flatMap((quoted) =>
    quoted.options.filter((o) => !o.put && o.option.standing === 'waiting').map((option) => ({ quoted, option })),
  );

/**
 * What is put to the customer, as an entry: these ways with the sums they have in the quote.
 * @param name of a line, as it was said
 */
export function quotedBody(
  s: JobState,
  ways: readonly { readonly quoted: QuotedLine; readonly option: QuotedOption }[],
  name: (line: ChoiceLine) => string,
): EntryBodies['quoted'] {
  const { prices, currency } = s.context.rules;
  return {
    currency,
    labourMinorPerHour: prices.labourMinorPerHour,
    taxPercent: prices.taxPercent,
    taxIncluded: prices.taxIncluded,
    ways: ways.map(({ quoted: { line, beside, options }, option: o }): Way => {
      const together = beside && beside.savesMinutes > 0;
      // What is saved beside the first line is the same for each of its ways.
      const one = options.find((x) => x.totalMinor === beside?.laterMinor) ?? options[0]!;
      return {
        line: name(line),
        way: o.option.name,
        choices: o.option.choices.map((c) => c.id),
        parts: o.parts.map((p) => ({ part: p.part.id, name: p.part.name, quantity: p.quantity, minor: p.minor })),
        minutes: o.minutes,
        timedMinutes: o.timedMinutes,
        ...(o.labourMinor === undefined ? {} : { labourMinor: o.labourMinor }),
        taxMinor: o.taxMinor,
        totalMinor: o.totalMinor,
        ...(together ? { togetherMinor: Math.max(0, o.totalMinor - (one.totalMinor - beside.togetherMinor)) } : {}),
      };
    }),
  };
}

/** "By today’s prices and times it would be 239.37: it takes 88 min, not 94." Nothing where it is the same, or was answered. */
export function sayPutSince(o: QuotedOption, money: (minor: number) => string): string {
  if (!o.put || o.option.standing !== 'waiting' || o.put.nowMinor === o.totalMinor) return '';
  const why = o.put.changed.length ? `: ${list(o.put.changed)}` : '';
  return `By today’s prices and times it would be ${money(o.put.nowMinor)}${why}.`;
}
