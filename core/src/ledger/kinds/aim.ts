import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

/** What a job without a noise proves, by what it was for. */
export const AIMS = ['less lean', 'passes', 'keeps its angle', 'as wanted'] as const;
export type Aim = (typeof AIMS)[number];
export const AIM_RESULTS = ['yes', 'no', 'cannot tell yet'] as const;
export type AimResult = (typeof AIM_RESULTS)[number];

const body = bodyOf(({ z, note }) => z.object({ aim: z.enum(AIMS), result: z.enum(AIM_RESULTS), note }));
/** Whether the work came to what the job was for. */
export type AimBody = Body<typeof body>;

const SAID: Readonly<Record<Aim, Readonly<Record<AimResult, string>>>> = {
  'less lean': {
    yes: 'Leans less than before, and sits level',
    no: 'Does not lean less, or does not sit level',
    'cannot tell yet': 'Not driven: whether it leans less nobody knows yet',
  },
  passes: {
    yes: 'What it failed on passes now',
    no: 'What it failed on fails still',
    'cannot tell yet': 'Not shown again yet: whether it passes nobody knows',
  },
  'keeps its angle': {
    yes: 'The bar swept up and down: it stands at its middle mark',
    no: 'The bar swept up and down: it stands off its middle mark',
    'cannot tell yet': 'The bar was not swept: whether it keeps its angle nobody knows yet',
  },
  'as wanted': {
    yes: 'It is as it was wanted',
    no: 'It is not as it was wanted',
    'cannot tell yet': 'Not tried: whether it is as wanted nobody knows yet',
  },
};
/** "Leans less than before, and sits level." */
export const sayAim = ({ aim, result }: Pick<AimBody, 'aim' | 'result'>): string => SAID[aim][result];

export const aim = entryKind(body)({
  example: { aim: 'less lean', result: 'yes', note: 'the bend above the slip' },
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'latest' },
  say: (b) => `${sayAim(b)}${b.note ? `; ${b.note}` : ''}`,
});
