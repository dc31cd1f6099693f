import { sayMoney } from '../../text/numbers';
import { type Body, bodyOf } from './body';
import { entryKind } from './entry-kind';

const body = bodyOf(({ z, text, uuid }) => {
  const minor = z.int().min(0).max(1_000_000_000);
  return z.object({
    currency: z.string().regex(/^[A-Z]{3}$/),
    /** What an hour of work cost then, and its tax. */
    labourMinorPerHour: minor,
    taxPercent: z.number().min(0).max(100),
    taxIncluded: z.boolean(),
    /** Each way of each line, as it was said. */
    ways: z
      .array(
        z.object({
          /** "both links", and which way of doing it: "better". */
          line: text(200).min(1),
          way: text(120).min(1),
          /** The entries of what was chosen for it. */
          choices: z.array(uuid).min(1).max(20),
          parts: z
            .array(z.object({ part: text(60).min(1), name: text(120).min(1), quantity: z.int().min(1).max(20), minor }))
            .min(1)
            .max(20),
          /** Hands-on, min; and how many of them were the shop's own. */
          minutes: z.int().min(0).max(100_000),
          timedMinutes: z.int().min(0).max(100_000),
          /** None where the shop had set no rate. */
          labourMinor: minor.optional(),
          taxMinor: minor,
          totalMinor: minor,
          /** What it costs beside the first line, while that is apart; none for the first. */
          togetherMinor: minor.optional(),
        }),
      )
      .min(1)
      .max(20),
  });
});
/** What was put to the customer, as it was said: later prices and times change nothing of it. */
export type QuotedBody = Body<typeof body>;

export const quoted = entryKind(body)({
  example: {
    currency: 'EUR',
    labourMinorPerHour: 7200,
    taxPercent: 25,
    taxIncluded: true,
    ways: [
      {
        line: 'both links',
        way: 'better',
        choices: ['0193a000-0000-7000-8000-00000000000a'],
        parts: [{ part: 'AK-1', name: 'Keel link', quantity: 2, minor: 6000 }],
        minutes: 48,
        timedMinutes: 30,
        labourMinor: 5760,
        taxMinor: 0,
        totalMinor: 11_760,
        togetherMinor: 9000,
      },
    ],
  },
  who: ['technician', 'lead', 'writer'],
  searched: false,
  kept: { as: 'all' },
  say: (b, words) =>
    words.say(
      `Put to the customer: ${b.ways.map((w) => `${w.line}, ${w.way}, ${sayMoney(w.togetherMinor ?? w.totalMinor, b.currency)}`).join('; ')}`,
    ),
});
