import { computed, inject, Injectable, signal } from '@angular/core';
import { draftsLost } from '../state/draft';
import { Database, type PendingAttachment, type PendingEntry } from './database';

/**
 * What waits for the server, in the browser's own database; what that refuses, as a full one does, stays on the screen and
 * says so loudly. Nothing is said to be kept that is not.
 */
@Injectable({ providedIn: 'root' })
export class Keeper {
  private readonly database = inject(Database);
  private readonly lines = signal<ReadonlyMap<string, PendingEntry>>(new Map());
  private readonly bytes = signal<ReadonlyMap<string, PendingAttachment>>(new Map());
  /** How many lines and pictures are on this screen alone. */
  readonly unkept = computed(() => this.lines().size + this.bytes().size);
  readonly full = computed(() => this.unkept() > 0 || draftsLost());
  private asked = false;

  /** All of them or none; where there is no room, room is made of what the server can say again. */
  async putEntries(entries: readonly PendingEntry[]): Promise<void> {
    this.askToStay();
    const kept = await this.tried(() => this.database.putEntries(entries));
    this.lines.update((all) =>
      changed(
        all,
        entries.map((e) => [e.entry.id, kept ? undefined : e]),
      ),
    );
  }
  async putAttachment(a: PendingAttachment): Promise<void> {
    this.askToStay();
    const kept = await this.tried(() => this.database.putAttachment(a));
    this.bytes.update((all) => changed(all, [[a.id, kept ? undefined : a]]));
  }
  async attachment(id: string): Promise<PendingAttachment | undefined> {
    return this.bytes().get(id) ?? this.database.attachment(id);
  }
  async dropEntry(id: string): Promise<void> {
    this.lines.update((all) => changed(all, [[id, undefined]]));
    await this.database.dropEntry(id);
  }
  async dropAttachment(id: string): Promise<void> {
    this.bytes.update((all) => changed(all, [[id, undefined]]));
    await this.database.dropAttachment(id);
  }
  /** Tries once more what found no room: something may have been sent meanwhile. */
  async again(): Promise<void> {
    const [lines, bytes] = [[...this.lines().values()], [...this.bytes().values()]];
    if (lines.length) await this.putEntries(lines);
    for (const a of bytes) await this.putAttachment(a);
  }

  /** Whether it was written. */
  private async tried(write: () => Promise<void>): Promise<boolean> {
    for (const room of [() => Promise.resolve(), () => this.database.dropKept()])
      try {
        await room();
        await write();
        return true;
      } catch {
        // Told by what stays on the screen.
      }
    return false;
  }
  /** The browser is asked once not to throw this away when it runs short. */
  private askToStay(): void {
    if (this.asked) return;
    this.asked = true;
    void globalThis.navigator?.storage?.persist?.().catch(() => false);
  }
}

function changed<T>(all: ReadonlyMap<string, T>, to: readonly (readonly [string, T | undefined])[]): ReadonlyMap<string, T> {
  const next = new Map(all);
  for (const [id, v] of to)
    if (v === undefined) next.delete(id);
    else next.set(id, v);
  return next;
}
