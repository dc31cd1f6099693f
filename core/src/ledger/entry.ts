import { attempt, BadInput } from '../error';
import { own } from '../error/own';
import type { FastenerId } from '../joint';
import { ENTRY_SPECS, type EntryBodies, type EntryKind, type EntryKindSpec } from './kinds';
import type { AttachmentKind, LedgerWords, Role } from './words';

/** One line of the job's ledger. Times are ISO 8601. */
export type Entry<K extends EntryKind = EntryKind> = {
  [P in K]: {
    /** Made by the client (UUIDv7): posting it twice is harmless. */
    readonly id: string;
    readonly job: string;
    readonly kind: P;
    /** Version of the body's shape; older ones are read through `readEntry`. */
    readonly version: number;
    readonly body: EntryBodies[P];
    /** Person's id. */
    readonly by: string;
    /** When it happened at the vehicle. */
    readonly at: string;
    /** What the device's clock said, where that could not be and the server's time was taken instead. */
    readonly deviceAt?: string | undefined;
    /** The last place on the job's tape its author had seen: what crosses another's entry is told by it. Not kept. */
    readonly seen?: number | undefined;
    /** Why this program cannot read it, where it cannot: it is shown as it is, and its job says nothing until it is struck. */
    readonly unread?: string | undefined;
  };
}[K];

/** What is to be written: a kind and the body that belongs to it. */
export type Line = { [K in EntryKind]: { readonly kind: K; readonly body: EntryBodies[K] } }[EntryKind];

const spec = (kind: EntryKind) => ENTRY_SPECS[kind] as unknown as EntryKindSpec<unknown>;

/** An entry as this program writes it: the one place where entries are made. */
export function makeEntry<K extends EntryKind>(
  line: { readonly kind: K; readonly body: EntryBodies[K] },
  on: Pick<Entry, 'id' | 'job' | 'by' | 'at'>,
): Entry {
  return {
    id: on.id,
    job: on.job,
    kind: line.kind,
    version: spec(line.kind).version,
    body: line.body,
    by: on.by,
    at: on.at,
  } as unknown as Entry;
}

/** What was a kind of its own once, and is another now. */
const RENAMED: Readonly<Record<string, EntryKind>> = { measure: 'size' };

export const isEntryKind = (kind: string): kind is EntryKind => Object.hasOwn(ENTRY_SPECS, kind);

/**
 * A stored entry, or one from a tablet that has not been reloaded, as today's program writes it. Everything
 * beside kind, version and body stays as it is. One without a version is of the first.
 * @throws BadInput when it is of a kind or version this program does not know: a newer program wrote it.
 */
export function readEntry<E extends { readonly kind: string; readonly body: unknown; readonly version?: unknown }>(
  stored: E,
): E & Entry {
  const kind = own(RENAMED, stored.kind) ?? stored.kind;
  if (!isEntryKind(kind)) throw new BadInput('kind of the entry', 'is not one this program knows', stored.kind);
  const { version: newest, upcasts } = spec(kind);
  const from = stored.version ?? 1;
  if (typeof from !== 'number' || !Number.isInteger(from) || from < 1 || from > newest)
    throw new BadInput(`version of the ${kind}`, `must be from 1 to ${newest}`, from);
  if (from === newest && kind === stored.kind && stored.version !== undefined) return stored as E & Entry;
  let body = stored.body as Readonly<Record<string, unknown>>;
  for (let v = from; v < newest; v++)
    try {
      body = upcasts[v]!(body);
    } catch {
      // It reads what a body of that version has: one that has it not is none.
      throw new BadInput(`body of the ${kind}`, `must have the shape of its version ${v}`, typeof stored.body);
    }
  return { ...stored, kind, version: newest, body } as unknown as E & Entry;
}

/** A stored entry as `readEntry` has it; one that this program cannot read is given back as it stands, and says why. */
export function readStored<E extends { readonly kind: string; readonly body: unknown; readonly version?: unknown }>(
  stored: E,
): E & Entry {
  const read = attempt(() => readEntry(stored));
  return read.ok ? read.value : ({ ...stored, unread: read.error.message } as unknown as E & Entry);
}

/** Which roles may write an entry: nobody who is not named by its kind. */
export const mayWrite = (role: Role, kind: EntryKind): boolean => isEntryKind(kind) && spec(kind).who.includes(role);
/** Whether it needs the person's PIN on top of their name; what nobody here knows does. */
export const isSigned = (kind: EntryKind): boolean => !isEntryKind(kind) || spec(kind).signed;
/** Whether it is still taken after the hand-back. */
export const takenAfterHandBack = (kind: EntryKind): boolean => spec(kind).afterHandBack;

/** What an entry hangs on, if anything: its kind and id. */
export function attachmentOf(e: Entry): { readonly kind: AttachmentKind; readonly id: string } | undefined {
  const { attachment } = spec(e.kind);
  return attachment && { kind: attachment.kind, id: attachment.id(e.body) };
}

/** The fastener an entry says is tight now, if it does: pulled, counted to the end, or left alone and checked. */
export function tightenedBy(e: Entry): FastenerId | undefined {
  if (e.kind === 'torque') return e.body.fastener;
  if (e.kind === 'clicks') return e.body.clicks >= e.body.of ? e.body.fastener : undefined;
  return e.kind === 'mark' ? e.body.fastener : undefined;
}

/** One entry of the ledger in one line. */
export function sayEntry(e: Entry, w: LedgerWords): string {
  if (e.unread !== undefined) return `A line this program cannot read (${String(e.kind)})`;
  return spec(e.kind).say(e.body, w);
}
