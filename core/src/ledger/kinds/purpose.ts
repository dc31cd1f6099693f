import { EVERYBODY, entryKind } from './entry-kind';

/** Why a vehicle without a noise is here: what it failed on and by whose rule, what is planned, what was found. */
export interface PurposeBody {
  what: string;
  /** Whose rule it failed by, where it failed one. */
  rule: string;
}

export const purpose = entryKind<PurposeBody>()({
  who: EVERYBODY,
  searched: false,
  kept: { as: 'latest' },
  say: (b) => `Why it is here: ${b.what}${b.rule ? `, by ${b.rule}` : ''}`,
});
