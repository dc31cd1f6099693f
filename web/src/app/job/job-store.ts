import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { catchError, map, of, switchMap, tap, type Observable, type Subscription } from 'rxjs';
import { v7 as uuid } from 'uuid';
import type { AskedView, GaugeSaid, JobView, PracticeView, StoredEntry } from '@ash-knot/contract';
import {
  chalked,
  checkAt,
  fastenersOf,
  readJob,
  isSigned,
  ledgerWords,
  nextLine,
  openCounts,
  planOf,
  requestOf,
  verdictView,
  type AxleEnd,
  type CheckId,
  type Diagnosis,
  type DiagnosisRequest,
  type ElsewhereCheckId,
  type Entry,
  type EntryBodies,
  type EntryKind,
  type JobContext,
  type JobState,
  type LinkStudied,
  type JointId,
  contextOf,
  makeEntry,
  otherEnd,
  partsOf,
  type Line,
  type Unreadable,
  type Part,
} from '@ash-knot/core';
import { JustWritten } from './just-written';
import { lengthOf, practiceOf } from './practised';
import { sheetPath } from './sheet-path';
import { Ask } from '../session/ask';
import { Api } from '../state/api';
import { Clock } from '../state/clock';
import { liveStream } from '../state/live-stream';
import { Diagnoser } from '../workers/diagnoser';
import { GaugeInbox } from '../instruments/gauge-inbox';
import { Kept } from '../offline/kept';
import { Outbox, type LedgerName } from '../offline/outbox';
import { Sheets } from '../offline/sheets';
import { Session } from '../session/session';
import { Units } from '../session/units';

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
  private readonly diagnoser = inject(Diagnoser);
  private readonly gauges = inject(GaugeInbox);
  private readonly units = inject(Units);
  private readonly kept = inject(Kept);
  private readonly sheets = inject(Sheets);
  private stream: Subscription | undefined;

  readonly view = signal<JobView | PracticeView | null>(null);
  private ledger: LedgerName = 'jobs';
  private id = '';
  readonly failed = signal<string | null>(null);
  /** Why nothing was written just now; said on the sheet. */
  readonly refused = signal('');
  /** The joint everything else on the sheet is about. */
  readonly selected = signal<JointId | null>(null);
  /** The check the joint is looked at by, where it is not its usual one. */
  readonly wanted = signal<CheckId | null>(null);
  /** A check of what is no joint of the plate, while it is looked at. */
  readonly elsewhere = signal<ElsewhereCheckId | null>(null);
  /** A link whose length is being worked out: the plate turns to its corner and shows it. */
  readonly linkStudied = signal<LinkStudied | null>(null);
  /** A part that is looked at before it is chosen: the plate shows what it is bolted to. */
  readonly offered = signal<{ readonly joint: JointId; readonly part: Part } | null>(null);
  /** The joints a part is looked for: the plate shows them. */
  readonly fitting = signal<readonly JointId[]>([]);
  /** A joint that was touched on the plate, each time anew. */
  readonly touched = signal<{ readonly joint: JointId } | null>(null);
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
  /** A practice vehicle, and what its learner is told of it; null where it is a real one. */
  readonly practice = computed(() => practiceOf(this.view(), this.entries()));
  readonly unsent = computed(() => new Set(this.outbox.pending().map((p) => p.entry.id)));

  private readonly context = computed((): JobContext | null => {
    const v = this.view();
    const shop = this.session.shop();
    return v && shop && { ...contextOf(v, shop, this.units.measures()), practice: lengthOf(v) };
  });
  private readonly read = computed(() => {
    const c = this.context();
    return c && readJob(c, this.entries());
  });
  readonly state = computed((): JobState | null => this.read()?.state ?? null);
  /** The line this job cannot be read for: everything else waits until it is struck. */
  readonly unreadable = computed((): Unreadable | null => this.read()?.unreadable ?? null);
  /** The question, and word for word what it is: a torque or a note changes nothing of it. */
  private readonly asked = computed(
    (): { readonly request: DiagnosisRequest; readonly words: string } | undefined => {
      const s = this.state();
      if (s?.context.kind !== 'noise' || !s.complaint) return undefined;
      const request = requestOf(s);
      return { request, words: JSON.stringify(request) };
    },
    { equal: (a, b) => a?.words === b?.words },
  );
  /** Why the suspects could not be ranked; said on the screen, while the checks go on. */
  readonly rankingFailed = signal('');
  private readonly weighed = toSignal(
    toObservable(this.asked).pipe(
      switchMap((asked) => {
        const id = this.view()?.id;
        const answers: Observable<Diagnosis | undefined> = asked && id ? this.diagnoser.follow(id, asked.request) : of(undefined);
        return answers.pipe(
          tap(() => this.rankingFailed.set('')),
          catchError((e: Error) => {
            this.rankingFailed.set(e.message);
            return of(undefined);
          }),
          map((diagnosis) => ({ diagnosis, words: asked?.words })),
        );
      }),
    ),
  );
  /**
   * From the worker; while a newer one is worked out, the last one stays, marked as such: from the moment on at which something
   * else is asked, and not only once the worker has heard of it.
   */
  readonly diagnosis = computed((): Diagnosis | undefined => {
    const w = this.weighed();
    return w?.diagnosis && w.words !== this.asked()?.words ? { ...w.diagnosis, again: true } : w?.diagnosis;
  });
  /** The check of the joint that is touched: its usual one, or the one that was wanted. */
  readonly check = computed(() => {
    const [s, id] = [this.state(), this.selected()];
    return (s && id && checkAt(s, id, this.wanted())) || null;
  });
  readonly suspects = computed(() => this.diagnosis()?.suspects ?? []);
  readonly verdict = computed(() => {
    const s = this.state();
    const d = this.diagnosis();
    return s && d ? verdictView(s, d) : null;
  });
  readonly next = computed(
    () =>
      this.state() &&
      nextLine(this.state()!, this.clock.now(), this.diagnosis(), this.rankingFailed(), this.session.person()?.id),
  );
  readonly plan = computed(() => (this.state() ? planOf(this.state()!) : []));
  readonly fasteners = computed(() => (this.state() ? fastenersOf(this.state()!) : []));
  /** What the tape is read with. */
  readonly words = computed(() => {
    const s = this.state();
    return ledgerWords(
      this.session.dialect(),
      this.units.measures(),
      this.session.zone(),
      s ? { state: s, plan: this.plan() } : undefined,
    );
  });
  readonly chalked = computed((): ReadonlySet<JointId> => (this.state() ? chalked(this.state()!) : new Set()));
  readonly open = computed(() => this.state() && openCounts(this.state()!));
  readonly axle = computed((): AxleEnd => this.flipped() ?? this.state()?.axle ?? 'front');

  constructor() {
    inject(DestroyRef).onDestroy(() => {
      this.stream?.unsubscribe();
      this.written.forget();
    });
  }

  async load(id: string, ledger: LedgerName = 'jobs'): Promise<void> {
    this.stream?.unsubscribe();
    this.view.set(null);
    this.written.forget();
    this.failed.set(null);
    this.ledger = ledger;
    this.id = id;
    try {
      const v = await this.sheets.open(ledger, id);
      this.view.set(v);
      this.follow(id);
    } catch (e) {
      this.failed.set(e instanceof Error ? e.message : String(e));
    }
  }

  /** The same once more, after it failed. */
  readonly again = (): void => void this.load(this.id, this.ledger);

  /** Follows the job live, and hears the bay's gauges on the same line; after a lost line it says what it saw last. */
  private follow(id: string): void {
    const address = () => `/api/${this.ledger}/${id}/stream?after=${this.view()?.entries.at(-1)?.seq ?? 0}`;
    this.stream = liveStream(address, ['said', 'entries']).subscribe(({ kind, text }) => {
      if (kind === 'said') this.gauges.bring(JSON.parse(text) as GaugeSaid);
      if (kind === 'entries') this.take(id, JSON.parse(text) as StoredEntry[]);
    });
  }
  private take(id: string, fresh: readonly StoredEntry[]): void {
    this.view.update((v) => {
      if (!v || v.id !== id) return v;
      const known = new Set(v.entries.map((x) => x.id));
      return { ...v, entries: [...v.entries, ...fresh.filter((x) => !known.has(x.id))] };
    });
    if (fresh.some((x) => x.kind === 'changed')) void this.renew();
    // As it is known here, it is there without a line.
    const v = this.view();
    if (v) this.kept.put(`/api/${this.ledger}/${id}`, v);
  }

  /** What it is judged by, once more: vehicle, type and file, as they stand now. */
  async renew(): Promise<void> {
    const v = await this.sheets.open(this.ledger, this.id).catch(() => undefined);
    if (v) this.view.update((now) => now && { ...now, vehicle: v.vehicle, type: v.type, file: v.file });
  }

  /** An entry as it is made here: with what had been seen of the job, so that what crosses another one is told. */
  private entry(line: Line, by: string, at: string): Entry {
    const v = this.view()!;
    return { ...makeEntry(line, { id: uuid(), job: v.id, by, at }), seen: v.entries.at(-1)?.seq ?? 0 };
  }

  /** Writes to the ledger under the tapped name; asks for a name or a PIN where one is needed. False when given up. */
  async write<K extends EntryKind>(kind: K, body: EntryBodies[K]): Promise<boolean> {
    return this.writeAll([{ kind, body } as Line]);
  }

  async writeAll(lines: readonly Line[]): Promise<boolean> {
    if (!this.view()) return false;
    const by = await this.writer(() => this.ask.worker(lines.map((l) => l.kind)));
    if (!by) return false;
    const at = new Date().toISOString();
    const entries = lines.map((l) => this.entry(l, by, at));
    await this.outbox.addTo(this.ledger, ...entries);
    this.written.offer(this.practice()?.closed ? [] : entries);
    return true;
  }

  private readonly written = new JustWritten();
  /** What the last tap wrote and stands, for as long as it can be taken back. */
  readonly canTakeBack = computed((): readonly Entry[] => {
    const struck = this.state()?.struck;
    const here = new Set(this.entries().map((e) => e.id));
    return this.written.lines().filter((e) => here.has(e.id) && !struck?.has(e.id));
  });
  /** Strikes all that the last tap wrote. */
  async takeBack(): Promise<void> {
    const lines = this.canTakeBack();
    if (lines.length && (await this.strikeAll(lines, 'at once'))) this.written.forget();
  }

  /** Who writes. On a practice vehicle its learner alone is everybody, and nothing is signed; whoever else looks on writes nothing. */
  private async writer(ask: () => Promise<string | undefined>): Promise<string | undefined> {
    const p = this.practice();
    if (!p) return ask();
    const by = this.session.person()?.id ?? (await this.ask.name());
    const may = by === p.person && !p.closed;
    this.refused.set(
      may || !by
        ? ''
        : p.closed
          ? 'This practice vehicle is done with: its review stands.'
          : `This is ${this.session.name(p.person)}’s practice vehicle: only that name writes to it.`,
    );
    return may ? by : undefined;
  }

  /** A practice vehicle has answered: it is kept with the others. */
  answered(answer: AskedView): void {
    this.view.update((v) =>
      v && 'practice' in v && !v.practice.asked.some((a) => a.id === answer.id)
        ? { ...v, practice: { ...v.practice, asked: [...v.practice.asked, answer] } }
        : v,
    );
  }
  /** Something of a practice vehicle is otherwise now. */
  practising(change: Partial<PracticeView['practice']>): void {
    this.view.update((v) => (v && 'practice' in v ? { ...v, practice: { ...v.practice, ...change } } : v));
  }

  /** The address of a page of its sheet, as the router takes it. */
  path(...rest: string[]): string[] {
    return sheetPath(this.ledger, this.view()!.id, ...rest);
  }

  /** Strikes an entry: it stays on the tape with a line through it. */
  strike(entry: Entry, why: string): Promise<boolean> {
    return this.strikeAll([entry], why);
  }
  /** The newest first, as if each were struck by itself; whoever may strike the one that is signed may strike the rest of one tap. */
  private async strikeAll(entries: readonly Entry[], why: string): Promise<boolean> {
    const hardest = entries.find((e) => isSigned(e.kind)) ?? entries[0];
    if (!this.view() || !hardest) return false;
    const by = await this.writer(() => this.ask.strike(hardest));
    if (!by) return false;
    const at = new Date().toISOString();
    const lines = [...entries].reverse().map((e): Line => ({ kind: 'strike', body: { entry: e.id, why } }));
    await this.outbox.addTo(this.ledger, ...lines.map((l) => this.entry(l, by, at)));
    return true;
  }

  /** Moves the vehicle to another bay; the floor follows. */
  async move(bay: string | null): Promise<void> {
    const v = this.view();
    if (!v || !(await this.ask.worker(['note']))) return;
    await this.api.patch(`/jobs/${v.id}`, { bay });
    this.view.update((now) => now && { ...now, bay });
  }

  select(joint: JointId | null, check: CheckId | null = null): void {
    this.selected.set(joint);
    this.wanted.set(check);
    this.elsewhere.set(null);
    if (joint) this.flipped.set(partsOf(joint).axle);
  }
  flip(): void {
    this.flipped.set(otherEnd(this.axle()));
    this.selected.set(null);
  }
}
