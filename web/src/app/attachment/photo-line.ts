import type { EntryBodies } from '@ash-knot/core';
import { v7 as uuid } from 'uuid';
import type { Outbox } from '../offline/outbox';

/** A picture that was measured in, put where it is safe, and the line of the tape that shows it. */
export async function photoLine(
  outbox: Outbox,
  job: string,
  bytes: Blob,
  body: Omit<EntryBodies['photo'], 'photo'>,
): Promise<{ readonly kind: 'photo'; readonly body: EntryBodies['photo'] }> {
  const photo = uuid();
  await outbox.attach({ id: photo, job, kind: 'photo', bytes });
  return { kind: 'photo', body: { ...body, photo } };
}
