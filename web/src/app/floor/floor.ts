import { Fetched } from '../kit/fetched';
import { clock, dayOfYear, weekday } from '../words/format';
import { NgComponentOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, signal, type Type } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import { debounceTime, filter, map, merge, scan, Subject, switchMap } from 'rxjs';
import { v7 as uuid } from 'uuid';
import type { DueRecheck, FloorJob, FloorView, HeldToday, ShopView } from '@ash-knot/contract';
import {
  openDangers,
  readJob,
  sayUnreadable,
  leftBefore,
  isApproved,
  outlook,
  nextLine,
  openCounts,
  untold,
  RECHECK_RESULTS,
  requestOf,
  STATIONS,
  type Diagnosis,
  type JobState,
  type Measures,
  type NextLine,
  makeEntry,
  contextOf,
  own,
} from '@ash-knot/core';
import { Ask } from '../session/ask';
import { Keys } from '../kit/keys';
import { NextBar } from '../kit/next-bar';
import { TopBar } from '../shell/top-bar';
import { Api } from '../state/api';
import { Clock } from '../state/clock';
import { liveStream } from '../state/live-stream';
import { Diagnoser } from '../workers/diagnoser';
import { Kept } from '../offline/kept';
import { Outbox } from '../offline/outbox';
import { Today } from '../offline/today';
import { Session } from '../session/session';
import { Units } from '../session/units';

interface Band {
  readonly job: FloorJob;
  readonly state: JobState;
  readonly next: NextLine;
  readonly danger: boolean;
  readonly untold: boolean;
  /** It left not for the road the last time, and nobody has looked at that yet. */
  readonly left: boolean;
  /** What is shown is the last answer; a newer one is being worked out. */
  readonly again: boolean;
  readonly words: string;
  /** When its work is done, where somebody has said yes to it: "10:35". */
  readonly doneAt: string;
  /** How far the job has come, in stations, 0..5. */
  readonly progress: readonly ('done' | 'here' | 'open')[];
}

/** "done 10:35", by the crew and what is left; nothing before somebody has said yes, or where a part has no promise. */
function doneAt(s: JobState, nowMs: number): string {
  if (!s.choices.some((c) => isApproved(s, c.id))) return '';
  const o = outlook(s, nowMs);
  if (!o || o.unknown) return '';
  const day = new Date(o.endsAt).toDateString() === new Date(nowMs).toDateString();
  return `done ${day ? clock(o.endsAt) : dayOfYear(o.endsAt)}`;
}

/** Home: the bays as they stand, one broad band a vehicle. */
/** The floor as it was known with what changed since: a band that did not stays the very same. */
export function floorWith(known: FloorView, news: FloorView): FloorView {
  const jobs = new Map([...known.jobs, ...news.jobs].map((j) => [j.id, j]));
  for (const j of news.jobs) {
    const before = known.jobs.find((k) => k.id === j.id);
    if (before && JSON.stringify(before) === JSON.stringify(j)) jobs.set(j.id, before);
  }
  return {
    ...news,
    types: { ...known.types, ...news.types },
    jobs: news.open.flatMap((id) => jobs.get(id) ?? []),
  };
}

/** A job whose vehicle's type the server could not read. */
const NO_TYPE: ReturnType<typeof readJob> = { state: null, unreadable: { line: 0, entry: undefined, why: 'no type' } };

@Component({
  selector: 'ak-floor',
  imports: [Fetched, NgComponentOutlet, NextBar, RouterLink, TopBar],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './floor.html',
  styleUrl: './floor.css',
})
export class Floor {
  protected readonly session = inject(Session);
  private readonly api = inject(Api);
  protected readonly units = inject(Units);
  private readonly router = inject(Router);
  private readonly clock = inject(Clock);
  private readonly outbox = inject(Outbox);
  private readonly ask = inject(Ask);
  private readonly diagnoser = inject(Diagnoser);
  private readonly kept = inject(Kept);
  private readonly today = inject(Today);
  protected readonly floor = signal<FloorView | null>(null);
  protected readonly error = signal('');
  protected readonly results = RECHECK_RESULTS;
  /** The axle of a band, drawn after its words: what draws it is not waited for. */
  protected readonly small = signal<Type<unknown> | null>(null);

  private readonly read = computed(() => {
    const f = this.floor();
    const shop = this.session.shop();
    if (!f || !shop) return [];
    const measures = this.units.measures();
    return f.jobs.map((job) => {
      // A band whose job did not change is not folded again: only what changed costs anything.
      const known = this.folded.get(job);
      if (known && known.shop === shop && known.measures === measures) return { job, ...known.read };
      const type = own(f.types, job.vehicle.typeId);
      const read = type ? readJob(contextOf({ ...job, type }, shop, measures), job.entries) : NO_TYPE;
      this.folded.set(job, { shop, measures, read });
      return { job, ...read };
    });
  });
  private readonly folded = new WeakMap<FloorJob, { shop: ShopView; measures: Measures; read: ReturnType<typeof readJob> }>();
  private readonly states = computed(() => this.read().flatMap(({ job, state }) => (state ? [{ job, state }] : [])));
  /** One that cannot be read takes nobody else from the floor: it stands there and says so. */
  protected readonly unreadable = computed(() =>
    this.read().flatMap(({ job, unreadable }) => (unreadable ? [{ job, says: sayUnreadable(unreadable) }] : [])),
  );
  /** Diagnoses of the jobs still looking for the noise, as they come from the worker. */
  private readonly diagnoses = toSignal(
    toObservable(this.states).pipe(
      switchMap((all) =>
        merge(
          ...all
            .filter(({ state: s }) => s.context.kind === 'noise' && s.complaint && s.choices.length === 0)
            .map(({ job, state }) => this.diagnoser.follow(job.id, requestOf(state)).pipe(map((d) => ({ job: job.id, d })))),
        ),
      ),
      filter((x) => x.d.stage !== 'ranked'),
      scan((known, x) => new Map(known).set(x.job, x.d), new Map<string, Diagnosis>()),
    ),
    { initialValue: new Map<string, Diagnosis>() },
  );
  protected readonly bands = computed((): Band[] =>
    this.states().map(({ job, state }): Band => {
      const next = nextLine(state, this.clock.now(), this.diagnoses().get(job.id));
      const open = openCounts(state);
      const here = STATIONS.indexOf(next.station);
      const danger = openDangers(state).length > 0;
      return {
        job,
        state,
        next,
        again: here === STATIONS.indexOf('find') && this.diagnoses().get(job.id)?.again === true,
        danger,
        untold: untold(state).length > 0,
        left: leftBefore(state).length > 0,
        doneAt: doneAt(state, this.clock.now()),
        words: state.complaint?.words ? `“${state.complaint.words}”` : job.kind === 'noise' ? 'just arrived' : job.kind,
        progress: STATIONS.map((st, i) =>
          i < here ? (open[st] > 0 && st === 'find' ? 'here' : 'done') : i === here ? 'here' : 'open',
        ),
      };
    }),
  );
  /** What matters most now: danger not told, then the longest wait for somebody's hands. */
  protected readonly first = computed(
    (): Band | undefined =>
      this.bands().find((b) => b.untold) ?? this.bands().find((b) => b.job.bay === this.session.bay()) ?? this.bands()[0],
  );
  protected readonly dayToday = computed(() => weekday(this.clock.now()));

  constructor() {
    void import('./found').then((m) => this.small.set(m.FoundSmall));
    const destroy = inject(DestroyRef);
    void this.load();
    const news = new Subject<void>();
    const heard = liveStream(() => '/api/floor/stream', ['floor']).subscribe((e) => {
      if (e.kind !== 'open' || this.error() || this.kept.asOf()) news.next();
    });
    heard.add(news.pipe(debounceTime(150)).subscribe(() => void this.load()));
    destroy.onDestroy(() => heard.unsubscribe());
    inject(Keys).bind({ n: () => (this.first() ? this.open(this.first()!) : this.openNew()) }, destroy);
  }
  protected async load(): Promise<void> {
    try {
      const known = this.floor();
      const news = await this.api.get<FloorView>('/floor', known ? { since: known.cursor } : {});
      const floor = known ? floorWith(known, news) : news;
      this.floor.set(floor);
      this.today.keep(floor);
      this.error.set('');
    } catch (e) {
      this.error.set((e as Error).message);
    }
  }
  protected open(b: Band): void {
    void this.router.navigate(['/job', b.job.id]);
  }
  protected openNew(): void {
    void this.router.navigateByUrl('/open');
  }
  protected barTitle(b: Band): string {
    return b.untold
      ? `${b.job.vehicle.plate}${b.job.bay ? ` in ${b.job.bay}` : ''}: nothing moves until the owner is told.`
      : `${b.job.vehicle.plate}${b.job.bay ? `, ${b.job.bay.toLowerCase()}` : ''}.`;
  }
  protected bayMark(bay: string | null): string {
    return bay ? (/\d+/.exec(bay)?.[0] ?? bay.charAt(0)) : '–';
  }
  protected where(b: Band): string {
    return `At ${b.next.station}`;
  }
  protected day(iso: string): string {
    return dayOfYear(iso);
  }
  /** A lead reads what would be held today, until one of them has said that it was looked at. */
  protected readonly heldToday = computed(() => {
    const held = this.floor()?.held ?? [];
    return this.session.person()?.role === 'lead' && held.length > 0 ? held : undefined;
  });
  /** A lead reads whose PIN is being guessed. */
  protected readonly guessed = computed(() => (this.session.person()?.role === 'lead' ? (this.floor()?.guessed ?? []) : []));
  protected async seenHeld(h: HeldToday): Promise<void> {
    if (!(await this.ask.pin('to say that it was looked at', ['lead']))) return;
    try {
      await this.api.put(`/lessons/${h.job}/held`, {});
      this.floor.update((f) => f && { ...f, held: f.held.filter((x) => x.job !== h.job) });
    } catch (e) {
      this.error.set((e as Error).message);
    }
  }
  protected async recheck(r: DueRecheck, result: (typeof RECHECK_RESULTS)[number]): Promise<void> {
    const by = await this.ask.worker(['rechecked']);
    if (!by) return;
    const line = { kind: 'rechecked', body: { recheck: r.entry, result, note: '' } } as const;
    await this.outbox.add(makeEntry(line, { id: uuid(), job: r.job, by, at: new Date().toISOString() }));
    this.floor.update((f) => f && { ...f, rechecks: f.rechecks.filter((x) => x.entry !== r.entry) });
  }
}
