import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { ListUndone, ListView } from '@ash-knot/contract';
import { count, list as listed } from '@ash-knot/core';
import { LISTS, TAKEN_BY, type ListMatch } from '@ash-knot/core/lists';
import { Fetched } from '../kit/fetched';
import { Entitled, type Said } from '../session/entitled';
import { TopBar } from '../shell/top-bar';
import { Api } from '../state/api';
import { dayOfYear } from '../words/format';
import { ColumnMatch } from './column-match';
import { takenBy } from './lists-page';
import { ListToldView } from './list-told';

/** So many names are told; the rest are counted. */
const NAMED = 12;

/** One list that was brought along: which column is which, what it would change, taken in as a whole, taken back. */
@Component({
  selector: 'ak-list-page',
  imports: [ColumnMatch, Fetched, ListToldView, RouterLink, TopBar],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ak-top-bar />
    <main class="mx-auto max-w-5xl px-5 py-6">
      <a routerLink="/lists" class="link">Lists in and out</a>
      <ak-fetched what="the list" [failed]="error()" [here]="!!view()" (again)="load()" />
      @if (view(); as v) {
        <h1 class="mt-1 text-2xl font-bold">{{ v.name }}{{ v.sheet ? ', ' + v.sheet : '' }}</h1>
        <p class="soft">{{ title() }} · {{ lines(v.lines) }} · {{ v.by }}, {{ day(v.at) }}</p>
        @if (said(); as s) {
          <p class="mt-3" [class.caution]="s.bad" role="alert" data-testid="list-said">{{ s.text }}</p>
        }
        @if (v.stands === 'open') {
          <h2 class="mt-5 text-xl font-bold">Which column is which</h2>
          <ak-column-match class="mt-1" [list]="v" (matchChange)="match($event)" />
          <h2 class="mt-6 text-xl font-bold">What it would change</h2>
          @if (busy()) {
            <p class="soft" role="status">Reading …</p>
          }
          @if (v.told; as t) {
            <ak-list-told class="mt-1" [list]="v" [told]="t" (matchChange)="match($event)" />
          } @else {
            <p class="caution mt-2" role="status" data-testid="unmatched">{{ v.unmatched }}</p>
          }
          <div class="mt-6 flex flex-wrap gap-3">
            @if (v.told && good() > 0) {
              <button type="button" class="btn btn-go min-w-56" [disabled]="busy()" (click)="take()" data-testid="take">
                {{ takeLabel() }}
              </button>
            }
            <button type="button" class="btn" [disabled]="busy()" (click)="leave()" data-testid="leave">Leave it</button>
          </div>
        } @else if (v.stands === 'taken') {
          <p class="mt-4 text-lg" data-testid="taken">
            Taken in: {{ v.added }} new, {{ v.changed }} changed. What the changed ones had been is kept.
          </p>
          @if (v.aside) {
            <p class="mt-1">
              {{ lines(v.aside) }} wrong and set aside:
              <a class="link" [href]="'/api/lists/imports/' + v.id + '/wrong'" download>save them, with what is wrong</a>, put
              them right there and take in that file.
            </p>
          }
          @if (undo(); as u) {
            <section class="caution mt-5" data-testid="undo-told">
              <p>{{ undoSays(u) }}</p>
              @if (u.stays.length) {
                <p class="mt-1">Used or changed since, and stays: {{ names(u.stays) }}.</p>
              }
              <p class="mt-3 flex flex-wrap gap-3">
                @if (u.back) {
                  <button type="button" class="btn" [disabled]="busy()" (click)="takeBack()" data-testid="undo">
                    Take it back
                  </button>
                }
                <button type="button" class="btn" (click)="undo.set(null)">Leave it in</button>
              </p>
            </section>
          } @else {
            <button type="button" class="btn mt-5" [disabled]="busy()" (click)="tryUndo()" data-testid="try-undo">
              Was it the wrong list? Take it back
            </button>
          }
        } @else {
          <p class="mt-4 text-lg" data-testid="undone">
            {{ v.stands === 'undone' ? 'Taken back by ' + v.undoneBy + '.' : 'It was left: nothing of it was stored.' }}
          </p>
        }
      }
    </main>
  `,
})
export class ListPage {
  private readonly api = inject(Api);
  private readonly as = inject(Entitled);
  private readonly router = inject(Router);
  readonly id = input.required<string>();
  protected readonly view = signal<ListView | null>(null);
  protected readonly error = signal('');
  protected readonly said = signal<Said | null>(null);
  protected readonly busy = signal(false);
  protected readonly undo = signal<ListUndone | null>(null);
  protected readonly title = computed(() => LISTS[this.view()!.list].title);
  protected readonly lines = (n: number) => count(n, 'line');
  protected readonly day = (at: string) => dayOfYear(at);
  protected readonly good = computed(() => {
    const t = this.view()?.told;
    return t ? t.added + t.changed : 0;
  });
  protected readonly takeLabel = computed(() => {
    const wrong = this.view()?.told?.wrong ?? 0;
    return wrong ? `Take in ${count(this.good(), 'line')}, set ${wrong} aside` : `Take in ${count(this.good(), 'line')}`;
  });
  private readonly path = computed(() => `/lists/imports/${this.id()}`);

  constructor() {
    effect(() => {
      this.id();
      void this.load();
    });
  }
  protected async load(): Promise<void> {
    this.error.set('');
    try {
      this.view.set(await this.api.get<ListView>(this.path()));
    } catch (e) {
      this.error.set((e as Error).message);
    }
  }
  /** What a person says of the columns is kept at once: it survives a reload, and the next list is matched by it. */
  protected async match(match: ListMatch): Promise<void> {
    const before = this.view()!;
    this.view.set({ ...before, match });
    await this.run(async () => this.view.set(await this.api.put<ListView>(this.path(), match)));
    if (this.said()) this.view.set(before);
  }
  protected async take(): Promise<void> {
    const leaveOut = (this.view()?.told?.wrong ?? 0) > 0;
    await this.asTaker(async () => {
      this.view.set(await this.api.post<ListView>(`${this.path()}/take`, { leaveOut }));
    });
  }
  protected async leave(): Promise<void> {
    await this.run(async () => {
      await this.api.post(`${this.path()}/leave`, {});
      await this.router.navigate(['/lists']);
    });
  }
  protected async tryUndo(): Promise<void> {
    await this.run(async () => this.undo.set(await this.api.post<ListUndone>(`${this.path()}/undo`, { try: true })));
  }
  protected async takeBack(): Promise<void> {
    await this.asTaker(async () => {
      await this.api.post(`${this.path()}/undo`, { try: false });
      this.undo.set(null);
      await this.load();
    });
  }
  protected undoSays(u: ListUndone): string {
    return u.back
      ? `${count(u.back, 'line')} would be taken back, as if the list had not been taken in.`
      : 'Nothing can be taken back.';
  }
  protected names(all: readonly string[]): string {
    const more = all.length - NAMED;
    return more > 0 ? `${all.slice(0, NAMED).join(', ')} and ${more} more` : listed(all);
  }
  private async asTaker(work: () => Promise<void>): Promise<void> {
    this.busy.set(true);
    const said = await this.as.by(TAKEN_BY[this.view()!.list], takenBy(this.view()!.list), async () => {
      await work();
      return '';
    });
    this.busy.set(false);
    this.said.set(said?.bad ? said : null);
  }
  private async run(work: () => Promise<void>): Promise<void> {
    this.busy.set(true);
    this.said.set(null);
    try {
      await work();
    } catch (e) {
      this.said.set({ text: (e as Error).message, bad: true });
    } finally {
      this.busy.set(false);
    }
  }
}
