import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { BookingBody, BookingPage as BookingReply, BookingView } from '@ash-knot/contract';
import { REACH_CUSTOMERS } from '@ash-knot/core';
import { Fetched } from '../kit/fetched';
import { NextBar } from '../kit/next-bar';
import { TextField } from '../kit/text-field';
import { Entitled, type Said } from '../session/entitled';
import { Session } from '../session/session';
import { TopBar } from '../shell/top-bar';
import { Api } from '../state/api';
import { clock, dayOfYear, weekday } from '../words/format';
import { BeforeItComes } from './before-it-comes';
import { BookingForm, draftOf, type BookingDraft } from './booking-form';

/** One vehicle that is to come: what is known before, changed, called off; and its sheet, when it is here. */
@Component({
  selector: 'ak-booking-page',
  imports: [BeforeItComes, BookingForm, Fetched, NextBar, RouterLink, TextField, TopBar],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="grid min-h-dvh grid-cols-[minmax(0,1fr)] grid-rows-[52px_1fr_auto]">
      <ak-top-bar />
      <main class="mx-auto w-full max-w-5xl px-5 py-6">
        <a routerLink="/plan" class="link">The plan</a>
        <ak-fetched what="the booking" [failed]="error()" [here]="!!page()" (again)="load()" />
        @if (page(); as b) {
          <header class="mt-1 flex flex-wrap items-center gap-x-5 gap-y-1">
            @if (b.plate) {
              <h1>
                <span class="tag text-xl">{{ b.plate }}</span>
              </h1>
            } @else {
              <h1 class="text-2xl font-bold">{{ b.who || 'A vehicle' }}</h1>
            }
            <p class="text-lg font-semibold">{{ when() }}</p>
            @if (b.vehicle; as v) {
              <a class="link" [routerLink]="['/file', v.id]">{{ v.typeName }}, {{ v.year }}</a>
            } @else {
              <p class="soft">not in the file yet</p>
            }
          </header>
          @if (said(); as s) {
            <p class="mt-3" [class.caution]="s.bad" role="alert" data-testid="booking-said">{{ s.text }}</p>
          }
          @if (changing(); as c) {
            <ak-booking-form
              class="mt-5"
              [booking]="c"
              (bookingChange)="changing.set($event)"
              label="Change it"
              [busy]="busy()"
              (saved)="change($event)"
              (leave)="changing.set(null)"
            />
          } @else {
            <dl class="mt-4 grid gap-x-6 gap-y-1 sm:grid-cols-[9rem_1fr]">
              <dt class="soft">Told</dt>
              <dd data-testid="booking-told">{{ b.complaint.words ? '“' + b.complaint.words + '”' : 'nothing in words' }}</dd>
              @if (picked().length) {
                <dt class="soft">Picked</dt>
                <dd>{{ picked() }}</dd>
              }
              <dt class="soft">Where, by whom</dt>
              <dd>{{ b.bay ?? 'no bay yet' }}, {{ b.person ? session.name(b.person) : 'nobody named' }}</dd>
              @if (b.who) {
                <dt class="soft">Brought by</dt>
                <dd>{{ b.who }}</dd>
              }
              @if (b.note) {
                <dt class="soft">Note</dt>
                <dd>{{ b.note }}</dd>
              }
              <dt class="soft">Written down</dt>
              <dd>{{ by(b) }}, {{ day(b.at) }}{{ b.seen ? ', changed since' : '' }}</dd>
            </dl>
            @if (b.gone; as g) {
              <p class="caution mt-4" data-testid="gone">Called off by {{ by(g) }}, {{ day(g.at) }}: {{ g.why }}</p>
            } @else if (b.job) {
              <p class="mt-4"><a class="link" [routerLink]="['/job', b.job]">It came: its sheet</a></p>
            } @else {
              <div class="mt-4 flex flex-wrap gap-3">
                <button type="button" class="btn" (click)="begin(b)" data-testid="booking-change">Change it</button>
                @if (!off()) {
                  <button type="button" class="btn" (click)="off.set(true)" data-testid="booking-off">It does not come</button>
                }
              </div>
              @if (off()) {
                <form class="mt-3 grid max-w-xl gap-3" (submit)="$event.preventDefault(); callOff()">
                  <ak-text-field
                    label="Why it does not come"
                    field="why"
                    [(value)]="why"
                    [maxLength]="200"
                    [error]="whyWrong()"
                    testId="off-why"
                  />
                  <p class="flex gap-3">
                    <button class="btn" [disabled]="busy()" data-testid="off-save">Call it off</button>
                    <button type="button" class="btn" (click)="off.set(false)">It comes</button>
                  </p>
                </form>
              }
            }
            @if (b.sheet; as s) {
              <ak-before-it-comes class="mt-8" [sheet]="s" />
            }
          }
        }
      </main>
      @if (page(); as b) {
        @if (!b.gone && !b.job && !changing()) {
          <ak-next-bar class="sticky bottom-0" [title]="barTitle()" [why]="barWhy()" label="It is here" (act)="arrived(b)" />
        }
      }
    </div>
  `,
})
export class BookingPage {
  private readonly api = inject(Api);
  private readonly as = inject(Entitled);
  private readonly router = inject(Router);
  protected readonly session = inject(Session);
  readonly id = input.required<string>();
  protected readonly page = signal<BookingReply | null>(null);
  protected readonly error = signal('');
  protected readonly said = signal<Said | null>(null);
  protected readonly busy = signal(false);
  protected readonly changing = signal<BookingDraft | null>(null);
  protected readonly off = signal(false);
  protected readonly why = signal('');
  protected readonly whyWrong = signal('');
  protected readonly day = dayOfYear;
  /** Who did it here, or the program that did, with who answers for it. */
  protected readonly by = ({ by, through }: Pick<BookingView, 'by' | 'through'>): string =>
    through ? `${through} (another program; its key is of ${by})` : by;
  protected readonly when = computed(() => {
    const b = this.page()!;
    return `${weekday(b.comesAt)}, ${clock(b.comesAt)}–${clock(Date.parse(b.comesAt) + b.minutes * 60_000)}`;
  });
  protected readonly picked = computed(() => {
    const { character, where, when, handling, conditions } = this.page()!.complaint;
    return [...character, ...where, ...when, ...handling, ...conditions].join(', ');
  });
  protected readonly barTitle = computed(() => `${this.page()!.plate || this.page()!.who || 'It'} is to come: ${this.when()}.`);
  protected readonly barWhy = computed(() =>
    this.page()!.vehicle
      ? 'When it is here, read its distance and open its sheet: what was told is on it already.'
      : 'When it is here, it is written into the file first.',
  );

  constructor() {
    effect(() => {
      this.id();
      void this.load();
    });
  }
  protected async load(): Promise<void> {
    this.error.set('');
    try {
      this.page.set(await this.api.get<BookingReply>(`/bookings/${this.id()}`));
    } catch (e) {
      this.error.set((e as Error).message);
    }
  }
  protected begin(b: BookingView): void {
    const v = b.vehicle;
    const { id: _i, vehicle: _v, seen: _s, by: _b, through: _t, at: _a, job: _j, gone: _g, ...body } = b;
    const { sheet: _sheet, ...said } = body as typeof body & { sheet?: unknown };
    this.changing.set(draftOf({ ...said, plate: v ? '' : b.plate }, v ? `${v.plate} · ${v.typeName}, ${v.year}` : ''));
  }
  protected async change(to: BookingBody): Promise<void> {
    if (await this.write(() => this.api.put(`/bookings/${this.id()}`, { seen: this.page()!.seen, to }))) this.changing.set(null);
  }
  protected async callOff(): Promise<void> {
    if (this.why().trim().length < 3) return this.whyWrong.set('The reason needs a few words.');
    this.whyWrong.set('');
    if (await this.write(() => this.api.post(`/bookings/${this.id()}/cancel`, { why: this.why().trim() }))) this.off.set(false);
  }
  protected arrived(b: BookingView): void {
    void this.router.navigate(['/open'], { queryParams: { booking: b.id } });
  }
  /** Whether it was written. */
  private async write(work: () => Promise<unknown>): Promise<boolean> {
    this.busy.set(true);
    const said = await this.as.named(REACH_CUSTOMERS, async () => {
      await work();
      await this.load();
      return '';
    });
    this.busy.set(false);
    this.said.set(said?.bad ? said : null);
    return said !== undefined && !said.bad;
  }
}
