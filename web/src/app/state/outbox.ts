import { computed, inject, Injectable, signal } from '@angular/core';
import { openDB, type IDBPDatabase } from 'idb';
import { Subject, timer } from 'rxjs';
import { exhaustMap } from 'rxjs/operators';
import type { Entry } from '@ash-knot/core';
import { Api, ApiError } from './api';
import { Session } from './session';

interface PendingEntry {
  readonly entry: Entry;
  /** Why the server would not take it; it waits for a person then. */
  readonly refused?: { readonly kind: string; readonly message: string };
}
/** Not the entry's fault: it is kept and sent again. A device that was signed out waits for its sign-in. */
const later = (e: ApiError): boolean => e.offline || e.status >= 500 || e.status === 429 || e.status === 401;

interface PendingPhoto {
  readonly id: string;
  readonly job: string;
  readonly bytes: Blob;
}

/**
 * Entries made here and not yet at the server, kept in the browser's own database so that neither a
 * reload nor a lost line loses them. Sent in order, photographs before the entries that name them.
 */
@Injectable({ providedIn: 'root' })
export class Outbox {
  private readonly api = inject(Api);
  private readonly session = inject(Session);
  private readonly db: Promise<IDBPDatabase> = openDB('ashknot', 1, {
    upgrade(db) {
      db.createObjectStore('entry', { keyPath: 'entry.id' });
      db.createObjectStore('photo', { keyPath: 'id' });
    },
  });
  readonly pending = signal<readonly PendingEntry[]>([]);
  readonly lineDown = signal(false);
  readonly refused = computed(() => this.pending().filter((p) => p.refused));
  /** Tells which job the server has just taken entries of. */
  readonly sent = new Subject<string>();
  private readonly nudge = new Subject<void>();
  /** Somebody nudged while a round was running. */
  private again = false;

  constructor() {
    // One round at a time; a nudge during a round begins another one after it.
    this.nudge.pipe(exhaustMap(() => this.rounds())).subscribe();
    timer(0, 4000).subscribe(() => this.push());
    if (typeof window !== 'undefined') window.addEventListener('online', () => this.push());
    void this.restore();
  }

  private async restore(): Promise<void> {
    const kept = (await (await this.db).getAll('entry')) as PendingEntry[];
    const known = new Set(this.pending().map((p) => p.entry.id));
    this.pending.update((now) => [
      ...kept.filter((k) => !known.has(k.entry.id)).sort((a, b) => (a.entry.id < b.entry.id ? -1 : 1)),
      ...now,
    ]);
    this.push();
  }

  /** On the screen at once; in the browser's store before anything is sent. */
  async add(...entries: Entry[]): Promise<void> {
    this.pending.update((now) => [...now, ...entries.map((entry) => ({ entry }))]);
    const tx = (await this.db).transaction('entry', 'readwrite');
    for (const entry of entries) void tx.store.put({ entry });
    await tx.done;
    this.push();
  }

  async addPhoto(photo: PendingPhoto): Promise<void> {
    await (await this.db).put('photo', photo);
  }
  /** A photograph that is not at the server yet, for showing. */
  async photo(id: string): Promise<Blob | undefined> {
    return ((await (await this.db).get('photo', id)) as PendingPhoto | undefined)?.bytes;
  }

  /** Takes a refused entry off the list, or sends it again (after a PIN, say). */
  async drop(id: string): Promise<void> {
    this.pending.update((now) => now.filter((p) => p.entry.id !== id));
    await (await this.db).delete('entry', id);
  }
  retry(): void {
    this.pending.update((now) => now.map((p) => ({ entry: p.entry })));
    this.push();
  }

  private push(): void {
    this.again = true;
    this.nudge.next();
  }
  private async rounds(): Promise<void> {
    do {
      this.again = false;
      await this.round();
    } while (this.again && !this.lineDown());
  }

  private async round(): Promise<void> {
    const waiting = this.pending().filter((p) => !p.refused);
    if (waiting.length === 0 || !this.session.bay()) return;
    const job = waiting[0]!.entry.job;
    const batch = waiting
      .filter((p) => p.entry.job === job)
      .slice(0, 50)
      .map((p) => p.entry);
    try {
      for (const e of batch) if (e.kind === 'photo') await this.sendPhoto(e.body.photo);
      await this.send(job, batch);
      this.lineDown.set(false);
    } catch (e) {
      if (e instanceof ApiError && e.status === 401) await this.session.load();
      else if (e instanceof ApiError && later(e)) this.lineDown.set(true);
      else if (!(e instanceof ApiError)) throw e;
    }
    if (this.pending().some((p) => !p.refused) && !this.lineDown() && this.session.bay()) await this.round();
  }

  /** A refused batch is sent one by one, so that only the wrong entry stays. */
  private async send(job: string, batch: readonly Entry[]): Promise<void> {
    try {
      await this.api.post(`/jobs/${job}/entries`, { entries: batch });
      await this.done(job, batch);
    } catch (e) {
      if (!(e instanceof ApiError) || later(e)) throw e;
      if (batch.length > 1) {
        for (const one of batch) await this.send(job, [one]);
        return;
      }
      this.pending.update((now) =>
        now.map((p) => (p.entry.id === batch[0]!.id ? { entry: p.entry, refused: { kind: e.kind, message: e.message } } : p)),
      );
    }
  }

  private async done(job: string, batch: readonly Entry[]): Promise<void> {
    const ids = new Set(batch.map((e) => e.id));
    const db = await this.db;
    for (const id of ids) await db.delete('entry', id);
    // The store that shows the job hears first, so that nothing flickers away in between.
    this.sent.next(job);
    this.justSent.update((s) => [...s.slice(-200), ...batch]);
    this.pending.update((now) => now.filter((p) => !ids.has(p.entry.id)));
  }
  /** Entries the server has, until its own stream has brought them back. */
  readonly justSent = signal<readonly Entry[]>([]);

  private async sendPhoto(id: string): Promise<void> {
    const db = await this.db;
    const photo = (await db.get('photo', id)) as PendingPhoto | undefined;
    if (!photo) return;
    await this.api.put(`/jobs/${photo.job}/photos/${id}`, photo.bytes);
    await db.delete('photo', id);
  }
}
