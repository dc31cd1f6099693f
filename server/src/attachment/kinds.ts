import { attempt, loopFromRows, type AttachmentKind } from '@ash-knot/core';
import { badInput } from '../http/problem';

/** One kind of attachment: how large it may be, and what it is by its own bytes, whatever the sender says. */
export interface AttachmentSpec {
  /** Bytes. */
  readonly most: number;
  /** Whether it is still taken after the hand-back. */
  readonly afterHandBack: boolean;
  /** Its media type. @throws HttpProblem saying what it must be */
  read(bytes: Buffer): string;
}

const photo: AttachmentSpec = {
  most: 10 * 1024 * 1024,
  afterHandBack: true,
  read(b) {
    if (b.length > 3 && b[0] === 0xff && b[1] === 0xd8 && b[2] === 0xff) return 'image/jpeg';
    if (b.length > 8 && b.subarray(0, 8).equals(Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a])))
      return 'image/png';
    throw badInput('photo', 'must be a JPEG or PNG picture');
  },
};

const loop: AttachmentSpec = {
  // 200 000 points of two numbers.
  most: 8 * 1024 * 1024,
  afterHandBack: false,
  read(b) {
    const rows = b.toString('utf8').split(/\r?\n/);
    const read = attempt(() => loopFromRows(rows.map((l) => l.split(','))));
    if (!read.ok) throw badInput('loop', read.error.message);
    return 'text/csv';
  },
};

/** Every kind there is: a new one does not compile without a line here. */
export const ATTACHMENTS: Readonly<Record<AttachmentKind, AttachmentSpec>> = { photo, loop };
export const MOST_BYTES = Math.max(...Object.values(ATTACHMENTS).map((k) => k.most));
