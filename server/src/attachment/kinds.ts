import { type AttachmentKind } from '@ash-knot/core';
import { heavy } from '../heavy';
import { badInput } from '../http/problem';

/** One kind of attachment: how large it may be, and what it is by its own bytes, whatever the sender says. */
export interface AttachmentSpec {
  /** Bytes. */
  readonly most: number;
  /** Whether it is still taken after the hand-back. */
  readonly afterHandBack: boolean;
  /** Its media type. @throws HttpProblem saying what it must be */
  read(bytes: Buffer): string | Promise<string>;
}

/** A picture of more says that it unpacks to more than a browser can hold, whatever its bytes weigh. */
const MOST_PIXELS = 50e6;
const LONGEST_SIDE = 16_000;

/** How large a picture says it is; one that does not say it cannot be shown. */
async function checkPixels(b: Buffer, field: string): Promise<void> {
  const is = await heavy('pixels', b);
  if (!is) throw badInput(field, 'is damaged: it does not say how large it is');
  if (is.width * is.height > MOST_PIXELS || Math.max(is.width, is.height) > LONGEST_SIDE)
    throw badInput(field, `must have ${MOST_PIXELS / 1e6} million pixels or fewer and no side over ${LONGEST_SIDE}`);
}

/** What a picture is by its first bytes. @throws 422 naming the field where it is none that can be shown */
export async function readPicture(b: Buffer, field: string): Promise<'image/jpeg' | 'image/png'> {
  const jpeg = b.length > 3 && b[0] === 0xff && b[1] === 0xd8 && b[2] === 0xff;
  const png = b.length > 8 && b.subarray(0, 8).equals(Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]));
  if (!jpeg && !png) throw badInput(field, 'must be a JPEG or PNG picture');
  await checkPixels(b, field);
  return jpeg ? 'image/jpeg' : 'image/png';
}

const photo: AttachmentSpec = {
  most: 10 * 1024 * 1024,
  afterHandBack: true,
  read: (b) => readPicture(b, 'photo'),
};

const loop: AttachmentSpec = {
  // 200 000 points of two numbers.
  most: 8 * 1024 * 1024,
  afterHandBack: false,
  async read(b) {
    const wrong = await heavy('loop', b);
    if (wrong !== undefined) throw badInput('loop', wrong);
    return 'text/csv';
  },
};

const film: AttachmentSpec = {
  // Two thousand pictures of two cards.
  most: 2 * 1024 * 1024,
  afterHandBack: false,
  async read(b) {
    const wrong = await heavy('film', b);
    if (wrong !== undefined) throw badInput('film', wrong);
    return 'text/csv';
  },
};

/** The moments of a recording's loudest impacts: a WAV file that this program made. */
const recording: AttachmentSpec = {
  most: 10 * 1024 * 1024,
  afterHandBack: false,
  async read(b) {
    const wrong = await heavy('wav', b);
    if (wrong !== undefined) throw badInput('recording', wrong);
    return 'audio/wav';
  },
};

/** Every kind there is: a new one does not compile without a line here. */
export const ATTACHMENTS: Readonly<Record<AttachmentKind, AttachmentSpec>> = { photo, loop, film, recording };
export const MOST_BYTES = Math.max(...Object.values(ATTACHMENTS).map((k) => k.most));
