import type { JobState } from '../fold';
import type { JointId } from '../../joint';
import { sayParts } from '../say';
import type { QuotedLine } from './quoted';

/** A line for the shop's own books. Money in minor units, as it was agreed. */
export interface InvoiceLine {
  readonly what: 'part' | 'work';
  /** The part's number; nothing of work. */
  readonly article: string;
  readonly text: string;
  /** What it is of. */
  readonly joints: readonly JointId[];
  /** Pieces, or minutes of work. */
  readonly quantity: number;
  readonly unit: 'piece' | 'min';
  /** Of all of them. What was saved beside another line is off the work. */
  readonly minor: number;
  readonly taxPercent: number;
  readonly taxIncluded: boolean;
  readonly currency: string;
}

/**
 * What was said yes to, a line a part and one for the work, with the sums it was agreed at. They add up to what was agreed,
 * before a tax that is added in the sums.
 */
export function invoiceLines(s: JobState, quote: readonly QuotedLine[]): readonly InvoiceLine[] {
  return quote.flatMap(({ line, options }) => {
    const o = options.find((x) => x.option.standing === 'approved');
    if (!o) return [];
    const put = s.quoted.findLast((e) => e.body.ways.some((w) => o.option.choices.every((c) => w.choices.includes(c.id))));
    const { prices, currency } = s.context.rules;
    const terms = {
      taxPercent: put?.body.taxPercent ?? prices.taxPercent,
      taxIncluded: put?.body.taxIncluded ?? prices.taxIncluded,
      currency: put?.body.currency ?? currency,
    };
    const parts = o.parts
      .filter((p) => p.part.kind !== 'refit')
      .map((p): InvoiceLine => ({
        what: 'part',
        article: p.part.id,
        text: p.part.name,
        joints: line.joints,
        quantity: p.quantity,
        unit: 'piece',
        minor: p.minor,
        ...terms,
      }));
    const saved = o.put?.togetherMinor === undefined ? 0 : o.totalMinor - o.put.togetherMinor;
    // What was saved was of sums with their tax.
    const off = terms.taxIncluded ? saved : Math.round(saved / (1 + terms.taxPercent / 100));
    const work: InvoiceLine[] =
      o.labourMinor === undefined
        ? []
        : [
            {
              what: 'work',
              article: '',
              text: `work on ${sayParts(s.context.rules.dialect, line.joints)}`,
              joints: line.joints,
              quantity: o.minutes,
              unit: 'min',
              minor: o.labourMinor - off,
              ...terms,
            },
          ];
    return [...parts, ...work];
  });
}
