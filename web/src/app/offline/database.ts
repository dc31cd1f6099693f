import { Injectable } from '@angular/core';
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { AttachmentKind, Entry } from '@ash-knot/core';

/** Why the server would not take something; it waits for a person then, through a reload too. */
export interface Refusal {
  readonly kind: string;
  readonly message: string;
}

/** An entry that is not at the server yet. */
export interface PendingEntry {
  readonly entry: Entry;
  readonly refused?: Refusal | undefined;
}

/** Bytes that are not at the server yet: a photograph, the points of a loop. */
export interface PendingAttachment {
  readonly id: string;
  readonly job: string;
  readonly kind: AttachmentKind;
  readonly bytes: Blob;
}

interface Schema extends DBSchema {
  entry: { key: string; value: PendingEntry };
  attachment: { key: string; value: PendingAttachment };
}

/** The one owner of the browser's own database: what it holds, and how an older shape is carried over. */
@Injectable({ providedIn: 'root' })
export class Database {
  private readonly db: Promise<IDBPDatabase<Schema>> = openDB<Schema>('ashknot', 2, {
    async upgrade(db, from, _to, tx) {
      if (from < 1) db.createObjectStore('entry', { keyPath: 'entry.id' });
      if (from < 2) db.createObjectStore('attachment', { keyPath: 'id' });
      if (from === 1) {
        // The first version kept photographs only.
        const old = db as unknown as IDBPDatabase;
        const photos = (await (tx as unknown as { objectStore(n: string): { getAll(): Promise<unknown[]> } })
          .objectStore('photo')
          .getAll()) as Omit<PendingAttachment, 'kind'>[];
        for (const p of photos) await tx.objectStore('attachment').put({ ...p, kind: 'photo' });
        old.deleteObjectStore('photo');
      }
    },
  });

  /** Entries in the order they were made: their ids rise with time. */
  async entries(): Promise<PendingEntry[]> {
    return (await this.db).getAll('entry');
  }
  /** All of them or none. */
  async putEntries(entries: readonly PendingEntry[]): Promise<void> {
    const tx = (await this.db).transaction('entry', 'readwrite');
    for (const e of entries) void tx.store.put(e);
    await tx.done;
  }
  async dropEntry(id: string): Promise<void> {
    await (await this.db).delete('entry', id);
  }
  async attachment(id: string): Promise<PendingAttachment | undefined> {
    return (await this.db).get('attachment', id);
  }
  async putAttachment(a: PendingAttachment): Promise<void> {
    await (await this.db).put('attachment', a);
  }
  async dropAttachment(id: string): Promise<void> {
    await (await this.db).delete('attachment', id);
  }
}
