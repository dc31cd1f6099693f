import { computed, inject, Injectable, signal } from '@angular/core';
import { Subject, timer } from 'rxjs';
import { exhaustMap } from 'rxjs/operators';
import { attachmentOf, attempt, readEntry, type Entry } from '@ash-knot/core';
import { Session } from '../session/session';
import { Api, ApiError } from '../state/api';
import { Database, type PendingAttachment, type PendingEntry, type Refusal } from './database';

/** Entries sent in one request, at most. */
const BATCH = 50;

/** Not the entry's fault: it is kept and sent again. A device that was signed out waits for its sign-in. */
const later = (e: unknown): boolean =>
  !(e instanceof ApiError) || e.offline || e.status >= 500 || e.status === 429 || e.status === 401;

/**
 * Entries made here and not yet at the server, kept in the browser's own database so that neither a
 * reload nor a lost line loses them. Sent in order, attachments before the entries that name them. What
 * the server refuses is kept with its reason and not sent again until somebody acts.
 */
@Injectable({ providedIn: 'root' })
export class Outbox {
  private readonly api = inject(Api);
  private readonly session = inject(Session);
  private readonly database = inject(Database);
  readonly pending = signal<readonly PendingEntry[]>([]);
  readonly lineDown = signal(false);
  readonly refused = computed(() => this.pending().filter((p) => p.refused));
  /** Entries the server has, until its own stream has brought them back. */
  readonly justSent = signal<readonly Entry[]>([]);
  /** Tells which job the server has just taken entries of. */
  readonly sent = new Subject<string>();
  private readonly nudge = new Subject<void>();
  /** Somebody nudged while a round was running. */
  private again = false;

  constructor() {
    // One round at a time; a nudge during a round begins another one after it. A round never fails: it says the line is down.
    this.nudge.pipe(exhaustMap(() => this.rounds())).subscribe();
    timer(0, 4000).subscribe(() => this.push());
    if (typeof window !== 'undefined') window.addEventListener('online', () => this.push());
    void this.restore();
  }

  private async restore(): Promise<void> {
    const kept = (await this.database.entries()).map((p): PendingEntry => {
      // An older program may have written it; one that is newer is not for this one to send.
      const read = attempt(() => readEntry(p.entry));
      return read.ok
        ? { ...p, entry: read.value }
        : { ...p, refused: { kind: 'newer', message: `${read.error.message} Reload this page.` } };
    });
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
    await this.database.putEntries(entries.map((entry) => ({ entry })));
    this.push();
  }
  /** Keeps bytes that an entry is going to name; they are sent before it. */
  attach(a: PendingAttachment): Promise<void> {
    return this.database.putAttachment(a);
  }
  /** Bytes that are not at the server yet, for showing. */
  async attachment(id: string): Promise<Blob | undefined> {
    return (await this.database.attachment(id))?.bytes;
  }

  /** Takes an entry off the list, and what hangs on it. */
  async drop(id: string): Promise<void> {
    const hangs = this.pending().find((p) => p.entry.id === id);
    this.pending.update((now) => now.filter((p) => p.entry.id !== id));
    await this.database.dropEntry(id);
    const a = hangs && attachmentOf(hangs.entry);
    if (a) await this.database.dropAttachment(a.id);
  }
  /** Sends everything again, what was refused too: after a PIN, or when somebody says so. */
  retry(): void {
    const tried = this.pending().map((p): PendingEntry => ({ entry: p.entry }));
    this.pending.set(tried);
    void this.database.putEntries(tried).then(() => this.push());
  }

  private push(): void {
    this.again = true;
    this.nudge.next();
  }
  private async rounds(): Promise<void> {
    do {
      this.again = false;
      try {
        await this.round();
      } catch {
        // Whatever it was, nothing is lost: the next round tries again.
        this.lineDown.set(true);
      }
    } while (this.again && !this.lineDown());
  }

  /** Sends what waits, job by job, until nothing does or the line is down. */
  private async round(): Promise<void> {
    for (;;) {
      const waiting = this.pending().filter((p) => !p.refused);
      const job = waiting[0]?.entry.job;
      if (job === undefined || !this.session.bay()) return;
      const batch = waiting
        .filter((p) => p.entry.job === job)
        .slice(0, BATCH)
        .map((p) => p.entry);
      try {
        await this.sendBatch(job, batch);
        this.lineDown.set(false);
      } catch (e) {
        if (!(e instanceof ApiError) || e.status !== 401) {
          this.lineDown.set(true);
          return;
        }
        // Signed out elsewhere: the session says so, and everything waits for the sign-in.
        await this.session.load();
        if (this.session.bay()) return;
      }
    }
  }

  /** Attachments first; what hangs on one that is refused stays with it. */
  private async sendBatch(job: string, batch: readonly Entry[]): Promise<void> {
    const ready: Entry[] = [];
    for (const e of batch) {
      const refused = await this.sendAttachment(e);
      if (refused) await this.refuse(e, refused);
      else ready.push(e);
    }
    if (ready.length) await this.sendEntries(job, ready);
  }

  private async sendAttachment(e: Entry): Promise<Refusal | undefined> {
    const hangs = attachmentOf(e);
    const a = hangs && (await this.database.attachment(hangs.id));
    if (!a) return undefined;
    try {
      await this.api.put(`/jobs/${a.job}/attachments/${a.kind}/${a.id}`, a.bytes);
    } catch (err) {
      if (later(err)) throw err;
      return { kind: 'attachment', message: (err as ApiError).message };
    }
    await this.database.dropAttachment(a.id);
    return undefined;
  }

  /** A refused batch is sent one by one, so that only the wrong entry stays. */
  private async sendEntries(job: string, batch: readonly Entry[]): Promise<void> {
    try {
      await this.api.post(`/jobs/${job}/entries`, { entries: batch });
    } catch (e) {
      if (later(e)) throw e;
      if (batch.length > 1) for (const one of batch) await this.sendEntries(job, [one]);
      else await this.refuse(batch[0]!, { kind: (e as ApiError).kind, message: (e as ApiError).message });
      return;
    }
    for (const e of batch) await this.database.dropEntry(e.id);
    const ids = new Set(batch.map((e) => e.id));
    // The store that shows the job hears first, so that nothing flickers away in between.
    this.sent.next(job);
    this.justSent.update((s) => [...s.slice(-200), ...batch]);
    this.pending.update((now) => now.filter((p) => !ids.has(p.entry.id)));
  }

  private async refuse(entry: Entry, refused: Refusal): Promise<void> {
    this.pending.update((now) => now.map((p) => (p.entry.id === entry.id ? { entry, refused } : p)));
    await this.database.putEntries([{ entry, refused }]);
  }
}
