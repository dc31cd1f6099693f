import { computed, effect, inject, Injectable, signal } from '@angular/core';
import { combineLatest, exhaustMap, filter, firstValueFrom, map, Subject } from 'rxjs';
import { toObservable } from '@angular/core/rxjs-interop';
import { attachmentOf, readEntry } from '@ash-knot/core/ledger';
import { attempt } from '@ash-knot/core/error';
import type { Entry } from '@ash-knot/core';
import { Session } from '../session/session';
import { Api, ApiError } from '../state/api';
import { Keeper } from './keeper';
import { readUnsent, writeUnsent } from './unsent-file';
import { Database, type PendingAttachment, type PendingEntry, type Refusal } from './database';

/** The ledgers there are, by their addresses. */
export type LedgerName = 'jobs' | 'practice';
const ledgerOf = (p: PendingEntry): LedgerName => p.ledger ?? 'jobs';
/** As it is before it was refused. */
const unrefused = ({ refused: _, ...p }: PendingEntry): PendingEntry => p;

/** Entries sent in one request, at most. */
const BATCH = 50;

/** The server cannot answer just now, whatever is asked: everything waits. */
const away = (e: unknown): boolean =>
  e instanceof ApiError &&
  (e.offline || e.status === 429 || e.status === 401 || e.status === 502 || e.status === 503 || e.status === 504);
/** Not said to be the entry's fault: it is kept and sent again. */
const later = (e: unknown): boolean => !(e instanceof ApiError) || away(e) || e.status >= 500;

/** So often an entry is sent that the server breaks at, while it takes others; then it is set aside. */
const MOST_BREAKS = 4;
/** Waits between tries, ms: doubled, with a part by chance so that a yard's tablets do not come back all at once. */
const BACK_OFF = { first: 1000, last: 60_000 } as const;

/** Why an entry is set aside: the field is its own, wherever it stood in what was sent. */
const refusalOf = (e: unknown): Refusal => {
  if (!(e instanceof ApiError)) return { kind: 'internal', message: String(e) };
  if (e.status >= 500)
    return { kind: 'internal', message: `The server breaks at this (${e.status}). It was set aside so that the rest goes on.` };
  const fields = e.fields.map((f) => f.field.replace(/^entries\.\d+\./, '').replace(/^body\./, ''));
  return { kind: e.kind, message: e.message, ...(fields.length ? { fields } : {}), ...(e.more.now ? { now: e.more.now } : {}) };
};

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
  private readonly keeper = inject(Keeper);
  readonly pending = signal<readonly PendingEntry[]>([]);
  readonly lineDown = signal(false);
  private readonly pending$ = toObservable(this.pending);
  private readonly lineDown$ = toObservable(this.lineDown);
  readonly refused = computed(() => this.pending().filter((p) => p.refused));
  /** Entries the server has, until its own stream has brought them back. */
  readonly justSent = signal<readonly Entry[]>([]);
  /** Tells which job the server has just taken entries of. */
  readonly sent = new Subject<string>();
  private readonly nudge = new Subject<void>();
  /** Somebody nudged while a round was running. */
  private again = false;
  /** How often in a row nothing could be sent, and what is waited for because of it. */
  private misses = 0;
  private timer: ReturnType<typeof setTimeout> | undefined;
  /** How often the server broke at an entry. */
  private readonly breaks = new Map<string, number>();

  constructor() {
    // One round at a time; a nudge during a round begins another one after it. A round never fails: it says the line is down.
    this.nudge.pipe(exhaustMap(() => this.rounds())).subscribe();
    if (typeof window !== 'undefined') window.addEventListener('online', () => this.push());
    // A device that was not signed in yet, or is again: what waited for it goes.
    effect(() => {
      if (this.session.bay()) this.push();
    });
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
  add(...entries: Entry[]): Promise<void> {
    return this.addTo('jobs', ...entries);
  }
  /** The same to a ledger by name. */
  async addTo(ledger: LedgerName, ...entries: Entry[]): Promise<void> {
    const fresh = entries.map((entry): PendingEntry => ({ entry, ...(ledger === 'practice' ? { ledger } : {}) }));
    this.pending.update((now) => [...now, ...fresh]);
    await this.keeper.putEntries(fresh);
    this.push();
  }
  /** Keeps bytes that an entry is going to name; they are sent before it. */
  attach(a: PendingAttachment): Promise<void> {
    return this.keeper.putAttachment(a);
  }
  /** Bytes that are not at the server yet, for showing. */
  async attachment(id: string): Promise<Blob | undefined> {
    return (await this.keeper.attachment(id))?.bytes;
  }

  /** All that waits, with its bytes, as a file to be taken in again anywhere. */
  async file(): Promise<string> {
    const waiting = this.pending();
    const bytes = await Promise.all(waiting.map((p) => attachmentOf(p.entry)).map((a) => a && this.keeper.attachment(a.id)));
    return writeUnsent(
      waiting,
      bytes.filter((b) => b !== undefined),
    );
  }
  /** Takes such a file in. @throws BadInput where it is none; then nothing of it is taken */
  async takeFile(text: string): Promise<number> {
    const { entries, attachments } = readUnsent(text);
    const here = new Set(this.pending().map((p) => p.entry.id));
    const fresh = entries.filter((p) => !here.has(p.entry.id));
    for (const a of attachments) await this.keeper.putAttachment(a);
    this.pending.update((now) => [...now, ...fresh]);
    await this.keeper.putEntries(fresh);
    this.push();
    return fresh.length;
  }

  /** Takes an entry off the list, and what hangs on it. */
  async drop(id: string): Promise<void> {
    const hangs = this.pending().find((p) => p.entry.id === id);
    this.pending.update((now) => now.filter((p) => p.entry.id !== id));
    await this.keeper.dropEntry(id);
    const a = hangs && attachmentOf(hangs.entry);
    if (a) await this.keeper.dropAttachment(a.id);
  }
  /** Sends again what was set aside for one reason: after a PIN was given. */
  retry(kind: string): void {
    const tried = this.pending().map((p): PendingEntry => (p.refused?.kind === kind ? unrefused(p) : p));
    this.pending.set(tried);
    void this.keeper.putEntries(tried).then(() => this.push());
  }

  /** Sends what waits, now. */
  push(): void {
    this.again = true;
    this.nudge.next();
  }
  private async rounds(): Promise<void> {
    clearTimeout(this.timer);
    do {
      this.again = false;
      let whole = false;
      try {
        whole = await this.round();
      } catch {
        // Whatever it was, nothing is lost: the next round tries again.
      }
      await this.keeper.again();
      this.lineDown.set(!whole);
      if (whole) this.misses = 0;
      else this.waitAndPush();
      // Somebody asked while it ran: what it found then may hold no more.
    } while (this.again);
  }
  /** @param leastMs what the server asked to wait */
  private waitAndPush(leastMs = 0): void {
    const wait = Math.min(BACK_OFF.last, BACK_OFF.first * 2 ** Math.min(10, this.misses++)) * (0.5 + 0.5 * Math.random());
    clearTimeout(this.timer);
    this.timer = setTimeout(() => this.push(), Math.max(wait, leastMs));
  }

  /** Sends what waits, job by job: one that the server breaks at does not hold up the others. False when something is left for later. */
  private async round(): Promise<boolean> {
    const held = new Set<string>();
    for (;;) {
      const waiting = this.pending().filter((p) => !p.refused && !held.has(p.entry.job));
      const job = waiting[0]?.entry.job;
      if (job === undefined || !this.session.bay()) return held.size === 0;
      const batch = waiting.filter((p) => p.entry.job === job).slice(0, BATCH);
      try {
        await this.session.sendTaps();
        await this.sendBatch(job, batch);
      } catch (e) {
        if (!away(e)) {
          // It broke there: the rest of this job waits with it, so that the tape keeps its order.
          held.add(job);
          continue;
        }
        if ((e as ApiError).status !== 401) return false;
        // Signed out elsewhere: the session says so, and everything waits for the sign-in.
        await this.session.load();
        if (this.session.bay()) return false;
      }
    }
  }

  /** Attachments first; what hangs on one that is refused stays with it. */
  private async sendBatch(job: string, batch: readonly PendingEntry[]): Promise<void> {
    const ready: PendingEntry[] = [];
    for (const p of batch) {
      const refused = await this.sendAttachment(p.entry);
      if (refused) await this.refuse(p, refused);
      else ready.push(p);
    }
    if (ready.length) await this.sendEntries(job, ready);
  }

  private async sendAttachment(e: Entry): Promise<Refusal | undefined> {
    const hangs = attachmentOf(e);
    const a = hangs && (await this.keeper.attachment(hangs.id));
    if (!a) return undefined;
    try {
      await this.api.put(`/jobs/${a.job}/attachments/${a.kind}/${a.id}`, a.bytes);
    } catch (err) {
      if (later(err) && !this.brokeTooOften(e, err)) throw err;
      return { kind: 'attachment', message: (err as ApiError).message };
    }
    await this.keeper.dropAttachment(a.id);
    return undefined;
  }

  /** Whether the server has broken at an entry so often that it is set aside. A server that is away breaks at nothing. */
  private brokeTooOften(e: Entry, err: unknown): boolean {
    if (away(err)) return false;
    const n = (this.breaks.get(e.id) ?? 0) + 1;
    this.breaks.set(e.id, n);
    return n >= MOST_BREAKS;
  }

  /** A batch that is refused, or that the server breaks at, is sent one by one, so that only the wrong entry stays. */
  private async sendEntries(job: string, batch: readonly PendingEntry[]): Promise<void> {
    const entries = batch.map((p) => p.entry);
    try {
      await this.api.post(`/${ledgerOf(batch[0]!)}/${job}/entries`, { entries });
    } catch (e) {
      if (away(e)) throw e;
      if (batch.length > 1) {
        for (const one of batch) await this.sendEntries(job, [one]);
        return;
      }
      if (later(e) && !this.brokeTooOften(entries[0]!, e)) throw e;
      await this.refuse(batch[0]!, refusalOf(e));
      return;
    }
    for (const e of entries) await this.keeper.dropEntry(e.id);
    const ids = new Set(entries.map((e) => e.id));
    // The store that shows the job hears first, so that nothing flickers away in between.
    this.sent.next(job);
    this.justSent.update((s) => [...s.slice(-200), ...entries]);
    this.pending.update((now) => now.filter((p) => !ids.has(p.entry.id)));
  }

  /** An entry that was set aside, put right by its author: it is sent again in its place. */
  async change(entry: Entry): Promise<void> {
    this.breaks.delete(entry.id);
    const was = this.pending().find((p) => p.entry.id === entry.id);
    await this.put({ ...(was ? unrefused(was) : {}), entry });
    this.push();
  }

  private refuse(p: PendingEntry, refused: Refusal): Promise<void> {
    return this.put({ ...p, refused });
  }
  private async put(p: PendingEntry): Promise<void> {
    this.pending.update((now) => now.map((x) => (x.entry.id === p.entry.id ? p : x)));
    await this.keeper.putEntries([p]);
  }

  /** Everything of a job that waits is sent, or is set aside. False where there is no line. */
  flushed(job: string): Promise<boolean> {
    this.push();
    return firstValueFrom(
      combineLatest([this.pending$, this.lineDown$]).pipe(
        map(([pending, down]) => ({ waits: pending.some((p) => p.entry.job === job && !p.refused), down })),
        filter(({ waits, down }) => !waits || down),
        map(({ waits }) => !waits),
      ),
    );
  }
}
