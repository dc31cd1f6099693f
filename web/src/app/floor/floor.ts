import { Fetched } from '../kit/fetched';
import { clock, dayOfYear, weekday } from '../words/format';
import { NgComponentOutlet } from '@angular/common';
import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  signal,
  untracked,
  type Type,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { debounceTime, interval, Subject } from 'rxjs';
import { v7 as uuid } from 'uuid';
import type { DueBooking, DueRecheck, FloorLine, FloorView, HeldToday } from '@ash-knot/contract';
import { makeEntry, RECHECK_RESULTS } from '@ash-knot/core/ledger';
import { own } from '@ash-knot/core/error';
import type { AxleSpec, JobInBrief } from '@ash-knot/core';
import { Ask } from '../session/ask';
import { Keys } from '../kit/keys';
import { NextBar } from '../kit/next-bar';
import { TopBar } from '../shell/top-bar';
import { Api } from '../state/api';
import { Clock } from '../state/clock';
import { liveStream } from '../state/live-stream';
import { Kept } from '../offline/kept';
import { Outbox } from '../offline/outbox';
import { Today } from '../offline/today';
import { Session } from '../session/session';
import { Units } from '../session/units';

interface Band {
  readonly job: FloorLine;
  readonly brief: Omit<JobInBrief, 'found'>;
  readonly found: NonNullable<FloorLine['brief']>['found'];
  readonly axle: AxleSpec | undefined;
  /** "done 10:35", where somebody has said yes to it. */
  readonly doneAt: string;
}

/** "done 10:35", or the day where it is another. */
function sayDone(at: number | null, nowMs: number): string {
  if (at === null) return '';
  const day = new Date(at).toDateString() === new Date(nowMs).toDateString();
  return `done ${day ? clock(at) : dayOfYear(at)}`;
}

/** Lines that say something else as time goes by are asked for so often, ms. */
const BY_THE_CLOCK_MS = 60_000;
/** So many are asked for again in one question. */
const MOST_AGAIN = 60;

/** The floor as it was known with what changed since: a band that did not stays the very same. */
export function floorWith(known: FloorView, news: FloorView): FloorView {
  const jobs = new Map([...known.jobs, ...news.jobs].map((j) => [j.id, j]));
  for (const j of news.jobs) {
    const before = known.jobs.find((k) => k.id === j.id);
    if (before && JSON.stringify(before) === JSON.stringify(j)) jobs.set(j.id, before);
  }
  return {
    ...news,
    axles: { ...known.axles, ...news.axles },
    jobs: news.open.flatMap((id) => jobs.get(id) ?? []),
  };
}

/** Home: the bays as they stand, one broad band a vehicle. */
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
  private readonly kept = inject(Kept);
  private readonly today = inject(Today);
  protected readonly floor = signal<FloorView | null>(null);
  protected readonly error = signal('');
  protected readonly results = RECHECK_RESULTS;
  /** The axle of a band, drawn after its words: what draws it is not waited for. */
  protected readonly small = signal<Type<unknown> | null>(null);
  protected readonly setup = signal<Type<unknown> | null>(null);

  /** One that cannot be read takes nobody else from the floor: it stands there and says so. */
  protected readonly unreadable = computed(() => (this.floor()?.jobs ?? []).filter((j) => !j.brief));
  protected readonly bands = computed((): Band[] => {
    const f = this.floor();
    return (f?.jobs ?? []).flatMap((job): Band[] => {
      if (!f || !job.brief) return [];
      const { found, ...brief } = job.brief;
      return [{ job, brief, found, axle: own(f.axles, found.axle), doneAt: sayDone(brief.doneAt, this.clock.now()) }];
    });
  });
  /** What matters most now: danger not told, then the longest wait for somebody's hands. */
  protected readonly first = computed(
    (): Band | undefined =>
      this.bands().find((b) => b.brief.untold) ?? this.bands().find((b) => b.job.bay === this.session.bay()) ?? this.bands()[0],
  );
  protected readonly dayToday = computed(() => weekday(this.clock.now()));

  constructor() {
    // After the first paint: words are read first.
    afterNextRender(() => setTimeout(() => void import('./found').then((m) => this.small.set(m.FoundSmall))));
    // Only an empty floor has room for it, and only a new shop needs it.
    effect(() => {
      if (this.floor()?.open.length === 0) untracked(() => void import('./setup-list').then((m) => this.setup.set(m.SetupList)));
    });
    const destroy = inject(DestroyRef);
    // With the other unit first every line is another.
    effect(() => {
      const inchFirst = this.units.inchFirst();
      untracked(() => void this.load(inchFirst !== this.loadedInch));
    });
    const news = new Subject<void>();
    const heard = liveStream(() => '/api/floor/stream', ['floor']).subscribe((e) => {
      if (e.kind !== 'open' || this.error() || this.kept.asOf()) news.next();
    });
    heard.add(news.pipe(debounceTime(150)).subscribe(() => void this.load()));
    heard.add(interval(BY_THE_CLOCK_MS).subscribe(() => void this.load(false, (j) => j.brief?.byTheClock)));
    destroy.onDestroy(() => heard.unsubscribe());
    inject(Keys).bind({ n: () => this.goOn() }, destroy);
  }
  /** Which unit the lines that are known were said in. */
  private loadedInch: boolean | undefined;
  /**
   * What changed since it was looked at.
   * @param all of it, whatever is known; @param too lines to be asked for though nothing was written; those being weighed always are
   */
  protected async load(all = false, too: (j: FloorLine) => boolean | undefined = () => false): Promise<void> {
    const known = all ? null : this.floor();
    const inchFirst = this.units.inchFirst();
    const again = (known?.jobs ?? []).filter((j) => j.again || too(j)).map((j) => j.id);
    try {
      const news = await this.api.get<FloorView>('/floor', {
        ...(inchFirst ? { inchFirst: 'yes' } : {}),
        ...(known ? { since: known.cursor } : {}),
        ...(again.length ? { again: again.slice(0, MOST_AGAIN).join() } : {}),
      });
      // Asked in the other unit meanwhile: that answer counts.
      if (inchFirst !== this.units.inchFirst()) return;
      this.loadedInch = inchFirst;
      const floor = known ? floorWith(known, news) : news;
      this.floor.set(floor);
      this.today.keep(floor, inchFirst);
      this.error.set('');
    } catch (e) {
      this.error.set((e as Error).message);
    }
  }
  protected open(b: Band): void {
    void this.router.navigate(['/job', b.job.id]);
  }
  /** What the bar says, by its key. */
  private goOn(): void {
    const [first, due] = [this.first(), this.dueFirst()];
    if (first) this.open(first);
    else if (due) this.openDue(due);
    else this.openNew();
  }
  /** A floor that an older program kept has none. */
  protected readonly dueFirst = computed((): DueBooking | undefined => (this.floor()?.due ?? [])[0]);
  protected openDue(d: DueBooking): void {
    void this.router.navigate(['/plan', d.id]);
  }
  protected openNew(): void {
    void this.router.navigateByUrl('/open');
  }
  protected barTitle(b: Band): string {
    return b.brief.untold
      ? `${b.job.vehicle.plate}${b.job.bay ? ` in ${b.job.bay}` : ''}: nothing moves until the owner is told.`
      : `${b.job.vehicle.plate}${b.job.bay ? `, ${b.job.bay.toLowerCase()}` : ''}.`;
  }
  protected bayMark(bay: string | null): string {
    return bay ? (/\d+/.exec(bay)?.[0] ?? bay.charAt(0)) : '–';
  }
  /** At what time; a day before today says which. */
  protected dueAt(d: DueBooking): string {
    const today = dayOfYear(d.comesAt) === dayOfYear(this.clock.now());
    return today ? clock(d.comesAt) : dayOfYear(d.comesAt);
  }
  protected late(d: DueBooking): string {
    return Date.parse(d.comesAt) < this.clock.now() ? 'booked, not here yet' : 'booked';
  }
  protected where(b: Band): string {
    return `At ${b.brief.next.station}`;
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
