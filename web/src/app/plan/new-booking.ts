import { ChangeDetectionStrategy, Component, computed, effect, inject, signal, untracked } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { BookingBody, BookingView } from '@ash-knot/contract';
import { REACH_CUSTOMERS } from '@ash-knot/core';
import { Entitled } from '../session/entitled';
import { TopBar } from '../shell/top-bar';
import { Api } from '../state/api';
import { draft } from '../state/draft';
import { clock } from '../words/format';
import { dayStart, instantOf } from '../words/when';
import { BookingForm, EMPTY_BOOKING, type BookingDraft } from './booking-form';
import { clashWith } from './clash';

/** A vehicle is booked. */
@Component({
  selector: 'ak-new-booking',
  imports: [BookingForm, RouterLink, TopBar],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ak-top-bar />
    <main class="mx-auto max-w-5xl px-5 py-6">
      <a routerLink="/plan" class="link">The plan</a>
      <h1 class="mt-1 text-2xl font-bold">Book a vehicle</h1>
      <ak-booking-form
        class="mt-4"
        [(booking)]="booking"
        label="Book it"
        [clash]="clash()"
        [busy]="busy()"
        [error]="error()"
        (saved)="save($event)"
        (leave)="leave()"
      />
    </main>
  `,
})
export class NewBooking {
  private readonly api = inject(Api);
  private readonly as = inject(Entitled);
  private readonly router = inject(Router);
  /** Survives a reload, a lost line, a look at another page. */
  protected readonly booking = draft<BookingDraft>('plan.new', EMPTY_BOOKING);
  protected readonly busy = signal(false);
  protected readonly error = signal<string | null>(null);
  private readonly day = signal<readonly BookingView[]>([]);
  private readonly comes = computed(() => instantOf(this.booking().when));
  private readonly dayAt = computed(() =>
    Number.isNaN(this.comes().getTime()) ? NaN : dayStart(this.comes().getTime()).getTime(),
  );
  /** Said, and not refused: two may well stand in one bay, one after the other. */
  protected readonly clash = computed(() => {
    const { bay, minutes } = this.booking();
    if (Number.isNaN(this.comes().getTime())) return '';
    const other = clashWith({ bay, minutes, comesAt: this.comes().toISOString() }, this.day());
    return other ? `${other.plate || other.who} is in ${bay} then, from ${clock(other.comesAt)}.` : '';
  });

  constructor() {
    effect(() => {
      const at = this.dayAt();
      if (!Number.isNaN(at)) untracked(() => void this.look(at));
    });
  }
  private async look(at: number): Promise<void> {
    const query = { from: new Date(at).toISOString(), to: dayStart(at, 1).toISOString() };
    // Without it a clash is only not told.
    this.day.set(await this.api.get<BookingView[]>('/bookings', query).catch(() => []));
  }
  protected async save(body: BookingBody): Promise<void> {
    this.busy.set(true);
    let made: BookingView | undefined;
    const said = await this.as.named(REACH_CUSTOMERS, async () => {
      made = await this.api.post<BookingView>('/bookings', body);
      return '';
    });
    this.busy.set(false);
    this.error.set(said?.bad ? said.text : null);
    if (!made) return;
    this.booking.clear();
    await this.router.navigate(['/plan', made.id]);
  }
  protected leave(): void {
    this.booking.clear();
    void this.router.navigateByUrl('/plan');
  }
}
