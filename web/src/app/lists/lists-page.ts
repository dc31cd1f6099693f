import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { ListLine, ListRead, ListsView } from '@ash-knot/contract';
import { count, list as listed } from '@ash-knot/core';
import { LIST_IDS, LISTS, TAKEN_BY, type ListId } from '@ash-knot/core/lists';
import { Fetched } from '../kit/fetched';
import { Picks } from '../kit/picks';
import { Entitled } from '../session/entitled';
import { TopBar } from '../shell/top-bar';
import { Api } from '../state/api';
import { dayOfYear } from '../words/format';

/** "A list is taken in by a lead or a writer." */
export const takenBy = (list: ListId): string =>
  `A list of ${LISTS[list].title.toLowerCase()} is taken in by ${listed(
    TAKEN_BY[list].map((r) => `a ${r}`),
    'or',
  )}.`;

/** A file of several sheets: which of them is the list. */
interface Sheets {
  readonly list: ListId;
  readonly file: File;
  readonly read: ListRead;
}

/** What a shop has elsewhere comes in as a table, and goes out again the same way; what was brought along so far. */
@Component({
  selector: 'ak-lists-page',
  imports: [Fetched, Picks, RouterLink, TopBar],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ak-top-bar />
    <main class="mx-auto max-w-5xl px-5 py-6">
      <h1 class="text-2xl font-bold">Lists in and out</h1>
      <p class="soft mt-1">
        A table from elsewhere, as CSV or XLSX: it is read, you say which column is which, and see what it would change before
        anything is stored. Take them in from the top: a vehicle names its type, a torque too.
      </p>
      <ul class="mt-4" data-testid="lists">
        @for (l of lists; track l.id) {
          <li class="rule py-2" [attr.data-list]="l.id">
            <div class="flex flex-wrap items-center gap-x-5 gap-y-1">
              <h2 class="w-64 text-lg font-bold">{{ l.title }}</h2>
              <label class="btn inline-flex cursor-pointer items-center">
                Take in a file
                <input
                  #file
                  type="file"
                  class="sr-only"
                  accept=".csv,.xlsx,.json"
                  (change)="bring(l.id, file)"
                  [attr.data-testid]="'bring-' + l.id"
                />
              </label>
              <a class="link" [href]="template(l.id)" [attr.download]="l.id + '-template.xlsx'">A template</a>
              <a class="link" [href]="out(l.id, 'csv')" [attr.download]="l.id + '.csv'" [attr.data-testid]="'csv-' + l.id"
                >Save all as CSV</a
              >
              <a class="link" [href]="out(l.id, 'xlsx')" [attr.download]="l.id + '.xlsx'">as XLSX</a>
              @if (l.id === 'parts') {
                <a class="link" href="/api/parts/catalogue?as=json" download="parts.json">as JSON</a>
              }
            </div>
            @if (failed()?.list === l.id) {
              <p class="caution mt-2" role="alert" data-testid="bring-failed">{{ failed()!.why }}</p>
            }
            @if (busy() === l.id) {
              <p class="soft" role="status">Reading …</p>
            }
            @if (sheets(); as s) {
              @if (s.list === l.id) {
                <div class="mt-2">
                  <ak-picks
                    label="It has several sheets: which is it?"
                    [options]="s.read.sheets"
                    [picked]="[]"
                    [single]="true"
                    (pickedChange)="sheet(s, $event[0]!)"
                  />
                </div>
              }
            }
          </li>
        }
      </ul>
      <h2 class="mt-8 text-xl font-bold">Brought along so far</h2>
      <ak-fetched what="the lists" [failed]="error()" [here]="!!lines()" (again)="load()" />
      <ul data-testid="brought">
        @for (l of lines() ?? []; track l.id) {
          <li>
            <a
              class="rule grid min-h-14 content-center gap-x-4 py-2 hover:bg-ash-200 sm:grid-cols-[1fr_1fr_auto]"
              [routerLink]="['/lists', l.id]"
            >
              <span class="font-semibold">{{ l.name }}</span>
              <span>{{ titleOf(l) }}: {{ came(l) }}</span>
              <span class="soft">{{ l.by }}, {{ day(l.at) }}</span>
            </a>
          </li>
        } @empty {
          @if (lines()) {
            <li class="nothing">None yet. A template shows what a list looks like.</li>
          }
        }
      </ul>
    </main>
  `,
})
export class ListsPage {
  private readonly api = inject(Api);
  private readonly as = inject(Entitled);
  private readonly router = inject(Router);
  protected readonly lists = LIST_IDS.map((id) => ({ id, title: LISTS[id].title }));
  protected readonly lines = signal<readonly ListLine[] | null>(null);
  protected readonly error = signal('');
  protected readonly busy = signal<ListId | null>(null);
  protected readonly failed = signal<{ readonly list: ListId; readonly why: string } | null>(null);
  protected readonly sheets = signal<Sheets | null>(null);

  constructor() {
    void this.load();
  }
  protected async load(): Promise<void> {
    this.error.set('');
    try {
      this.lines.set((await this.api.get<ListsView>('/lists')).lists);
    } catch (e) {
      this.error.set((e as Error).message);
    }
  }
  protected readonly out = (id: ListId, as: 'csv' | 'xlsx') =>
    id === 'parts' && as === 'csv' ? '/api/parts/catalogue?as=csv' : `/api/lists/${id}/out?as=${as}`;
  protected readonly template = (id: ListId) => `/api/lists/${id}/template?as=xlsx`;
  protected readonly titleOf = (l: ListLine) => LISTS[l.list].title;
  protected readonly day = (at: string) => dayOfYear(at);
  protected came(l: ListLine): string {
    if (l.stands === 'open') return `${count(l.lines, 'line')} read, not taken in yet`;
    if (l.stands === 'undone') return `taken back by ${l.undoneBy}`;
    const sums = [
      `${l.added} new`,
      l.changed ? `${l.changed} changed` : '',
      l.aside ? `${count(l.aside, 'line')} set aside` : '',
    ];
    return sums.filter(Boolean).join(', ');
  }

  protected async bring(list: ListId, input: HTMLInputElement): Promise<void> {
    const file = input.files?.[0];
    if (!file) return;
    input.value = '';
    const read = await this.send(list, file, '');
    if (!read) return;
    if (read.sheets.length > 1) this.sheets.set({ list, file, read });
    else await this.router.navigate(['/lists', read.id]);
  }
  protected async sheet({ list, file, read }: Sheets, sheet: string): Promise<void> {
    this.sheets.set(null);
    if (sheet === read.sheets[0]) {
      await this.router.navigate(['/lists', read.id]);
      return;
    }
    const other = await this.send(list, file, sheet);
    if (!other) return;
    await this.api.post(`/lists/imports/${read.id}/leave`, {});
    await this.router.navigate(['/lists', other.id]);
  }
  /** Whoever may take it in brings it along: asked here, not when all is matched. */
  private async send(list: ListId, file: File, sheet: string): Promise<ListRead | undefined> {
    this.failed.set(null);
    let read: ListRead | undefined;
    const said = await this.as.by(TAKEN_BY[list], takenBy(list), async () => {
      this.busy.set(list);
      const query = new URLSearchParams({ name: file.name.slice(-120), sheet });
      read = await this.api.postBytes<ListRead>(`/lists/${list}?${query}`, file);
      return '';
    });
    this.busy.set(null);
    if (said?.bad) this.failed.set({ list, why: said.text });
    return read;
  }
}
