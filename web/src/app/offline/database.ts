import { Injectable } from '@angular/core';
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { AttachmentKind, Diagnosis, Entry } from '@ash-knot/core';

/** Why the server would not take something; it waits for a person then, through a reload too. */
export interface Refusal {
  readonly kind: string;
  readonly message: string;
  /** Which fields of the entry's body are wrong, as a path: "text". */
  readonly fields?: readonly string[];
  /** The server's time, where this device's clock is what is wrong. */
  readonly now?: string;
}

/** An entry that is not at the server yet. */
export interface PendingEntry {
  readonly entry: Entry;
  /** Which ledger it is for; the shop's own where nothing is said. */
  readonly ledger?: 'practice' | undefined;
  readonly refused?: Refusal | undefined;
}

/** Bytes that are not at the server yet: a photograph, the points of a loop. */
export interface PendingAttachment {
  readonly id: string;
  readonly job: string;
  readonly kind: AttachmentKind;
  readonly bytes: Blob;
}

/** What was last worked out for a job: shown at once after a reload, until the new answer is there. */
export interface KeptDiagnosis {
  readonly job: string;
  /** Its shape; one of another program is not shown. */
  readonly shape: number;
  readonly diagnosis: Diagnosis;
}

/** An answer of the server, as it was. */
export interface KeptAnswer {
  readonly path: string;
  readonly at: string;
  readonly body: unknown;
}

interface Schema extends DBSchema {
  entry: { key: string; value: PendingEntry };
  attachment: { key: string; value: PendingAttachment };
  diagnosis: { key: string; value: KeptDiagnosis };
  answer: { key: string; value: KeptAnswer; indexes: { at: string } };
}

/** So many last diagnoses are kept, and so many answers of the server. */
const MOST_KEPT = 40;
const MOST_ANSWERS = 300;

/** The one owner of the browser's own database: what it holds, and how an older shape is carried over. */
@Injectable({ providedIn: 'root' })
export class Database {
  private readonly db: Promise<IDBPDatabase<Schema>> = openDB<Schema>('ashknot', 4, {
    async upgrade(db, from, _to, tx) {
      if (from < 1) db.createObjectStore('entry', { keyPath: 'entry.id' });
      if (from < 2) db.createObjectStore('attachment', { keyPath: 'id' });
      if (from < 3) db.createObjectStore('diagnosis', { keyPath: 'job' });
      if (from < 4) db.createObjectStore('answer', { keyPath: 'path' }).createIndex('at', 'at');
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
  async kept(path: string): Promise<KeptAnswer | undefined> {
    return (await this.db).get('answer', path);
  }
  /** The oldest are let go. */
  async putKept(a: KeptAnswer): Promise<void> {
    const tx = (await this.db).transaction('answer', 'readwrite');
    void tx.store.put(a);
    const many = (await tx.store.count()) - MOST_ANSWERS;
    if (many > 0) for (const k of await tx.store.index('at').getAllKeys(null, many)) void tx.store.delete(k);
    await tx.done;
  }
  async dropKept(): Promise<void> {
    const tx = (await this.db).transaction(['answer', 'diagnosis'], 'readwrite');
    void tx.objectStore('answer').clear();
    void tx.objectStore('diagnosis').clear();
    await tx.done;
  }
  async diagnosis(job: string): Promise<KeptDiagnosis | undefined> {
    return (await this.db).get('diagnosis', job);
  }
  /** Of the jobs last looked at: the oldest are let go. */
  async putDiagnosis(d: KeptDiagnosis): Promise<void> {
    const tx = (await this.db).transaction('diagnosis', 'readwrite');
    void tx.store.put(d);
    const keys = await tx.store.getAllKeys();
    for (const k of keys.filter((x) => x !== d.job).slice(0, Math.max(0, keys.length - MOST_KEPT))) void tx.store.delete(k);
    await tx.done;
  }
}
