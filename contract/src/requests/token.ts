import * as z from 'zod';
import { text, unique } from '../words';

/** What a token reaches. One that is not named here reaches nothing. */
export const SCOPES = ['floor', 'jobs', 'papers', 'booking'] as const;
export type Scope = (typeof SCOPES)[number];
/** So long a token may reach, days: then it is made anew by somebody who looks whether it is still wanted. */
export const TOKEN_DAYS = 366;
/** A key for another program. */
export const newToken = z.object({
  name: text(60).min(2),
  scopes: unique(z.enum(SCOPES), SCOPES.length).refine((s) => s.length > 0, { error: 'must name at least one' }),
  days: z.int().min(1).max(TOKEN_DAYS),
});
/** Where a reader of the events is: as it was told with the last of them. Without one it begins now. */
export const eventQuery = z.object({
  after: z
    .string()
    .regex(/^[0-9a-f]{8}\.\d{1,19}\.\d{1,18}$/, { error: 'must be a cursor, as it came with the last events' })
    .optional(),
  most: z.coerce.number().int().min(1).max(500).default(100),
});
