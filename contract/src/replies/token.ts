import * as z from 'zod';
import { SCOPES } from '../requests/token';

const moment = z.iso.datetime({ offset: true });

/** A key of another program, as a lead sees it: never the key itself. */
export const tokenView = z.object({
  id: z.uuid(),
  name: z.string(),
  scopes: z.array(z.enum(SCOPES)),
  madeBy: z.string(),
  madeAt: moment,
  endsAt: moment,
  /** When it was last used; null: never. */
  usedAt: moment.nullable(),
  /** Ended before its time. */
  endedAt: moment.nullable(),
  endedBy: z.string().nullable(),
});
export type TokenView = z.output<typeof tokenView>;
/** A key that was just made: told this once. */
export const tokenMade = z.object({ id: z.uuid(), token: z.string() });
export type TokenMade = z.output<typeof tokenMade>;

/** Something that happened. Whoever wants more asks for the thing itself, by its id. */
export const shopEvent = z.discriminatedUnion('of', [
  z.object({
    cursor: z.string(),
    at: moment,
    of: z.literal('job'),
    id: z.uuid(),
    what: z.enum(['opened', 'moved', 'written', 'handed back', 'opened again']),
    /** The lines that were written, in their order. */
    lines: z.array(z.object({ id: z.uuid(), kind: z.string() })),
  }),
  z.object({
    cursor: z.string(),
    at: moment,
    of: z.literal('booking'),
    id: z.uuid(),
    what: z.enum(['made', 'changed', 'called off', 'came']),
  }),
]);
export type ShopEvent = z.output<typeof shopEvent>;
export const eventsReply = z.object({
  events: z.array(shopEvent),
  /** Where to go on. */
  cursor: z.string(),
  /** There are more already. */
  more: z.boolean(),
});
export type EventsReply = z.output<typeof eventsReply>;
