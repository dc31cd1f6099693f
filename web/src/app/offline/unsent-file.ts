import { attempt, BadInput } from '@ash-knot/core/error';
import { readEntry } from '@ash-knot/core/ledger';
import type { Entry } from '@ash-knot/core';
import type { PendingAttachment, PendingEntry } from './database';

/** What is written at the head of such a file. */
const FORMAT = 'ash-knot-unsent 1';

interface UnsentFile {
  readonly format: typeof FORMAT;
  readonly entries: readonly PendingEntry[];
  readonly attachments: readonly (Omit<PendingAttachment, 'bytes'> & { readonly type: string; readonly base64: string })[];
}

const base64Of = (b: Blob): Promise<string> =>
  new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(String(reader.result).split(',', 2)[1] ?? '');
    reader.onerror = () => reject(reader.error);
    reader.readAsDataURL(b);
  });

/** Everything that waits, with the bytes its lines name, as one file. */
export async function writeUnsent(entries: readonly PendingEntry[], bytes: readonly PendingAttachment[]): Promise<string> {
  const attachments = await Promise.all(
    bytes.map(async ({ bytes: b, ...a }) => ({ ...a, type: b.type, base64: await base64Of(b) })),
  );
  return JSON.stringify({ format: FORMAT, entries, attachments } satisfies UnsentFile);
}

/**
 * What such a file holds. Lines keep their ids: one that was sent after all is harmless.
 * @throws BadInput where it is no such file, or a line of it is none
 */
export function readUnsent(text: string): { entries: PendingEntry[]; attachments: PendingAttachment[] } {
  let file: UnsentFile;
  try {
    file = JSON.parse(text) as UnsentFile;
  } catch {
    throw new BadInput('file', 'is not a file of unsent lines: it is no JSON');
  }
  if (file?.format !== FORMAT || !Array.isArray(file.entries) || !Array.isArray(file.attachments))
    throw new BadInput('file', `is not a file of unsent lines: it must say ${FORMAT}`);
  const entries = file.entries.map((p, i): PendingEntry => {
    const read = attempt(() => readEntry(p?.entry as Entry));
    if (!read.ok) throw new BadInput(`line ${i + 1} of the file`, `cannot be read: ${read.error.message}`);
    return { entry: read.value, ...(p.ledger === 'practice' ? { ledger: 'practice' } : {}) };
  });
  const attachments = file.attachments.map(({ id, job, kind, type, base64 }): PendingAttachment => ({
    id,
    job,
    kind,
    bytes: new Blob([Uint8Array.from(atob(base64), (c) => c.charCodeAt(0))], { type }),
  }));
  return { entries, attachments };
}
