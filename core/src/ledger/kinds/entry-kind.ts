import type { output, ZodType } from 'zod';
import type { Held } from '../../schema';
import type { AttachmentKind, LedgerWords, Role } from '../words';
import { ROLES } from '../words';
import type { BodyKit } from './body';

/** How a job keeps the entries of a kind that stand: each of them, the last, or the last of each key. */
export type Kept<B> =
  { readonly as: 'all' } | { readonly as: 'latest' } | { readonly as: 'latest by key'; readonly key: (body: B) => string };

/** Carries the body of one version over to the next. */
export type Upcast = (body: Readonly<Record<string, unknown>>) => Readonly<Record<string, unknown>>;

/** One kind of entry of the ledger, whole. */
export interface EntryKindSpec<B, K extends Kept<B> = Kept<B>> {
  /** Never there: it carries the body's type. */
  readonly bodyType?: B;
  /** The schema of its body, for whoever checks one. */
  readonly body: (kit: BodyKit) => ZodType;
  /** A body with everything in it that may be: published with the schema, and what the tests send round. */
  readonly example: B;
  /** Version of its body; raised with every change of shape. */
  readonly version: number;
  /** What each older version needs to become the next one, by the older's number. */
  readonly upcasts: Readonly<Record<number, Upcast>>;
  /** Who may write it: nobody who is not named. */
  readonly who: readonly Role[];
  /** The person's PIN on top of their name: "signed". */
  readonly signed: boolean;
  /** Still taken after the hand-back. */
  readonly afterHandBack: boolean;
  /** Searched, charted or counted beyond its own job: the server keeps it in a table as well. */
  readonly searched: boolean;
  readonly kept: K;
  /** What it hangs on: bytes kept apart, by the id its body names. Sent before it. */
  readonly attachment?: { readonly kind: AttachmentKind; id(body: B): string };
  /** One line on the tape. */
  say(body: B, w: LedgerWords): string;
}

export const EVERYBODY: readonly Role[] = ROLES;
/** Who works at the vehicle: a learner records work too. */
export const AT_THE_VEHICLE: readonly Role[] = ['technician', 'lead', 'learner'];

type Said<B, K extends Kept<B>> = Pick<EntryKindSpec<B, K>, 'example' | 'who' | 'kept' | 'searched' | 'say'> &
  Partial<Pick<EntryKindSpec<B, K>, 'version' | 'upcasts' | 'signed' | 'afterHandBack' | 'attachment'>>;

/** A kind from its body and what else it must say: an example, who, how it is kept, whether it is searched, its sentence. */
export const entryKind =
  <S extends ZodType>(body: (kit: BodyKit) => S) =>
  <const K extends Kept<Held<output<S>>>>(said: Said<Held<output<S>>, K>): EntryKindSpec<Held<output<S>>, K> => ({
    version: 1,
    upcasts: {},
    signed: false,
    afterHandBack: false,
    body,
    ...said,
  });
