import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import { v7 as uuid } from 'uuid';
import type { JobView, StoredEntry } from '@ash-knot/contract';
import {
  chalked,
  fastenersOf,
  foldJob,
  nextLine,
  openCounts,
  planOf,
  suspects,
  verdictView,
  type AxleEnd,
  type Entry,
  type EntryBodies,
  type EntryKind,
  type JobContext,
  type JobState,
  type JointId,
} from '@ash-knot/core';
import { Ask } from '../kit/ask';
import { Api } from './api';
import { Clock } from './clock';
import { Outbox } from './outbox';
import { Session } from './session';

/** What is to be written: a kind and the body that belongs to it. */
type Line = { [K in EntryKind]: { readonly kind: K; readonly body: EntryBodies[K] } }[EntryKind];

/**
 * One job on the screen: what the server has, what is on its way there, and everything core says of
 * both. Provided by the sheet, so it lives as long as the sheet is open.
 */
@Injectable()
export class JobStore {
  private readonly api = inject(Api);
  private readonly session = inject(Session);
  private readonly outbox = inject(Outbox);
  private readonly clock = inject(Clock);
  private readonly ask = inject(Ask);
  private stream: EventSource | undefined;

  readonly view = signal<JobView | null>(null);
  readonly failed = signal<string | null>(null);
  /** The joint everything else on the sheet is about. */
  readonly selected = signal<JointId | null>(null);
  /** Which axle the plate shows, when it was flipped by hand. */
  readonly flipped = signal<AxleEnd | null>(null);

  /** The ledger as it will be; what the server refused waits in "not yet sent" and counts for nothing. */
  readonly entries = computed((): readonly Entry[] => {
    const v = this.view();
    if (!v) return [];
    const known = new Set(v.entries.map((e) => e.id));
    const mine = [
      ...this.outbox.justSent(),
      ...this.outbox
        .pending()
        .filter((p) => !p.refused)
        .map((p) => p.entry),
    ].filter((e) => e.job === v.id && !known.has(e.id) && known.add(e.id));
    return [...v.entries, ...mine];
  });
  readonly unsent = computed(() => new Set(this.outbox.pending().map((p) => p.entry.id)));

  private readonly context = computed((): JobContext | null => {
    const v = this.view();
    const shop = this.session.shop();
    if (!v || !shop) return null;
    return {
      type: v.type,
      typeId: v.vehicle.typeId,
      kind: v.kind,
      distanceKm: v.distanceKm,
      rules: shop.rules,
      gauges: shop.gauges,
    };
  });
  readonly state = computed((): JobState | null => {
    const c = this.context();
    return c && foldJob(c, this.entries());
  });
  readonly suspects = computed(() => (this.state() ? suspects(this.state()!) : []));
  readonly verdict = computed(() => this.state() && verdictView(this.state()!));
  readonly next = computed(() => this.state() && nextLine(this.state()!, this.clock.now()));
  readonly plan = computed(() => (this.state() ? planOf(this.state()!) : []));
  readonly fasteners = computed(() => (this.state() ? fastenersOf(this.state()!) : []));
  readonly chalked = computed((): ReadonlySet<JointId> => (this.state() ? chalked(this.state()!) : new Set()));
  readonly open = computed(() => this.state() && openCounts(this.state()!));
  readonly axle = computed((): AxleEnd => this.flipped() ?? this.state()?.axle ?? 'front');

  constructor() {
    inject(DestroyRef).onDestroy(() => this.stream?.close());
  }

  async load(id: string): Promise<void> {
    this.stream?.close();
    this.view.set(null);
    this.failed.set(null);
    try {
      const v = await this.api.get<JobView>(`/jobs/${id}`);
      this.view.set(v);
      this.follow(id);
    } catch (e) {
      this.failed.set(e instanceof Error ? e.message : String(e));
    }
  }

  /** Follows the job live; the browser itself comes back after a lost line and says what it saw last. */
  private follow(id: string): void {
    const after = this.view()?.entries.at(-1)?.seq ?? 0;
    this.stream = new EventSource(`/api/jobs/${id}/stream?after=${after}`);
    this.stream.addEventListener('entries', (e) => {
      const fresh = JSON.parse((e as MessageEvent<string>).data) as StoredEntry[];
      this.view.update((v) => {
        if (!v || v.id !== id) return v;
        const known = new Set(v.entries.map((x) => x.id));
        return { ...v, entries: [...v.entries, ...fresh.filter((x) => !known.has(x.id))] };
      });
    });
  }

  /** Writes to the ledger under the tapped name; asks for a name or a PIN where one is needed. False when given up. */
  async write<K extends EntryKind>(kind: K, body: EntryBodies[K]): Promise<boolean> {
    return this.writeAll([{ kind, body } as Line]);
  }

  async writeAll(lines: readonly Line[]): Promise<boolean> {
    const v = this.view();
    if (!v) return false;
    const kinds = lines.map((l) => l.kind);
    const by = await this.ask.worker(kinds);
    if (!by) return false;
    const at = new Date().toISOString();
    await this.outbox.add(
      ...lines.map((l) => ({ id: uuid(), job: v.id, kind: l.kind, body: l.body, by, at }) as unknown as Entry),
    );
    return true;
  }

  /** Strikes an entry: it stays on the tape with a line through it. */
  async strike(entry: Entry, why: string): Promise<boolean> {
    const v = this.view();
    if (!v) return false;
    const by = await this.ask.strike(entry);
    if (!by) return false;
    await this.outbox.add({
      id: uuid(),
      job: v.id,
      kind: 'strike',
      body: { entry: entry.id, why },
      by,
      at: new Date().toISOString(),
    });
    return true;
  }

  /** Moves the vehicle to another bay; the floor follows. */
  async move(bay: string | null): Promise<void> {
    const v = this.view();
    if (!v || !(await this.ask.worker(['note']))) return;
    await this.api.patch(`/jobs/${v.id}`, { bay });
    this.view.update((now) => now && { ...now, bay });
  }

  select(joint: JointId | null): void {
    this.selected.set(joint);
    if (joint) this.flipped.set(joint.startsWith('rear') ? 'rear' : 'front');
  }
  flip(): void {
    this.flipped.set(this.axle() === 'front' ? 'rear' : 'front');
    this.selected.set(null);
  }
}
