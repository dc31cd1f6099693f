import { ChangeDetectionStrategy, Component, computed, DestroyRef, effect, inject, signal, untracked } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { debounceTime, Subject } from 'rxjs';
import type { BookingView, CalendarTaken } from '@ash-knot/contract';
import { count, grouped } from '@ash-knot/core';
import { Fetched } from '../kit/fetched';
import { Session } from '../session/session';
import { TopBar } from '../shell/top-bar';
import { Api } from '../state/api';
import { Clock } from '../state/clock';
import { liveStream } from '../state/live-stream';
import { clock, day, weekday } from '../words/format';
import { dayStart } from '../words/when';
import { clashesOf } from './clash';

/** So many days are shown at once. */
const DAYS = 14;

interface Day {
  readonly at: number;
  readonly name: string;
  readonly bookings: readonly BookingView[];
}
interface Sent {
  readonly name: string;
  readonly text: string;
  readonly told: CalendarTaken;
}

/** Who comes when, day by day: which bay, whose hands; as a calendar, out and in. */
@Component({
  selector: 'ak-plan-page',
  imports: [Fetched, RouterLink, TopBar],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './plan-page.html',
})
export class PlanPage {
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  private readonly clock = inject(Clock);
  protected readonly session = inject(Session);
  /** Days from today at which the list begins. */
  protected readonly from = signal(0);
  protected readonly list = signal<readonly BookingView[] | null>(null);
  protected readonly error = signal('');
  protected readonly sent = signal<Sent | null>(null);
  protected readonly calendarError = signal('');
  protected readonly time = clock;
  private readonly today = computed(() => dayStart(this.clock.now()).getTime());

  protected readonly days = computed((): Day[] => {
    const all = this.list() ?? [];
    const days = Array.from({ length: DAYS }, (_, i): Day => {
      const at = dayStart(this.today(), this.from() + i).getTime();
      const end = dayStart(this.today(), this.from() + i + 1).getTime();
      const bookings = all.filter((b) => Date.parse(b.comesAt) >= at && Date.parse(b.comesAt) < end);
      const near = this.from() + i;
      const name = near === 0 ? `Today, ${weekday(at)}` : near === 1 ? `Tomorrow, ${weekday(at)}` : weekday(at);
      return { at, name, bookings };
    });
    // Today and tomorrow stand there though nobody comes; other days only with somebody.
    return days.filter((d, i) => d.bookings.length > 0 || (this.from() === 0 && i < 2));
  });
  protected readonly clashes = computed(() => clashesOf(this.list() ?? []));
  protected readonly until = computed(() => day(dayStart(this.today(), this.from() + DAYS - 1).getTime()));

  constructor() {
    effect(() => {
      this.from();
      this.today();
      untracked(() => void this.load());
    });
    const news = new Subject<void>();
    const heard = liveStream(() => '/api/floor/stream', ['floor']).subscribe(() => news.next());
    heard.add(news.pipe(debounceTime(200)).subscribe(() => void this.load()));
    inject(DestroyRef).onDestroy(() => heard.unsubscribe());
  }
  protected async load(): Promise<void> {
    this.error.set('');
    try {
      const at = (days: number) => dayStart(this.today(), this.from() + days).toISOString();
      this.list.set(await this.api.get<BookingView[]>('/bookings', { from: at(0), to: at(DAYS) }));
    } catch (e) {
      this.error.set((e as Error).message);
    }
  }
  protected step(by: number): void {
    this.from.update((d) => d + by * DAYS);
  }
  protected readonly end = (b: BookingView) => clock(Date.parse(b.comesAt) + b.minutes * 60_000);
  protected readonly person = (b: BookingView) => (b.person ? this.session.name(b.person) : '');
  protected stands(b: BookingView): string {
    if (b.gone) return `called off: ${b.gone.why}`;
    if (b.job) return 'it came';
    return Date.parse(b.comesAt) < this.clock.now() ? 'not here yet' : '';
  }

  protected async bring(input: HTMLInputElement): Promise<void> {
    const file = input.files?.[0];
    if (!file) return;
    const text = await file.text();
    input.value = '';
    await this.send(file.name, text, 'yes');
  }
  protected async take(): Promise<void> {
    const s = this.sent();
    if (s) await this.send(s.name, s.text, 'no');
    await this.load();
  }
  private async send(name: string, text: string, only: 'yes' | 'no'): Promise<void> {
    this.calendarError.set('');
    try {
      this.sent.set({
        name,
        text,
        told: (await this.api.postText(`/bookings/calendar?try=${only}`, text, 'text/calendar')) as CalendarTaken,
      });
    } catch (e) {
      this.sent.set(null);
      this.calendarError.set((e as Error).message);
    }
  }
  protected readonly sums = computed(() => {
    const t = this.sent()?.told;
    if (!t) return '';
    const n = (x: number, what: string) => (x ? `${grouped(x)} ${what}` : '');
    return [
      count(t.added.length, 'new booking'),
      n(t.moved.length, 'moved'),
      n(t.same, 'as they are'),
      n(t.aside.length, 'set aside'),
    ]
      .filter(Boolean)
      .join(', ');
  });
  protected readonly moment = (at: string) => `${day(at)}, ${clock(at)}`;
  protected book(): void {
    void this.router.navigateByUrl('/plan/new');
  }
}
