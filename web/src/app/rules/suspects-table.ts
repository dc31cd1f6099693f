import { day } from '../words/format';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { LearningView, LessonView } from '@ash-knot/contract';
import { readSuspectsTable, SHIPPED } from '@ash-knot/core/suspects-table';
import { attempt, movedBy, sayFault, type Calibration, capital, fixed } from '@ash-knot/core';
import { LineChart, type Series } from '../kit/line-chart';
import { Picks } from '../kit/picks';
import { TopBar } from '../shell/top-bar';
import { Api } from '../state/api';
import { Session } from '../session/session';
import { Entitled, type Said } from '../session/entitled';

const SHOWN = 14;

/** What the diagnosis believes, what this shop's closed jobs have taught it, and how far it may be believed. */
@Component({
  selector: 'ak-suspects-table',
  imports: [LineChart, Picks, RouterLink, TopBar],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ak-top-bar />
    <main class="mx-auto max-w-6xl px-5 py-6">
      <div class="flex flex-wrap items-baseline gap-x-6">
        <h1 class="text-2xl font-bold">The suspects table</h1>
        <a routerLink="/rules" class="link">Shop rules</a>
      </div>
      <p class="soft mt-1 max-w-3xl">{{ own() ? 'This shop’s own table' : 'The table that ships' }}: {{ provenance() }}</p>
      @if (said(); as s) {
        <p class="mt-3" [class.wrong]="s.bad" role="status" data-testid="table-said">{{ s.text }}</p>
      }
      @if (view(); as v) {
        <div class="mt-6 grid gap-x-14 gap-y-8 plate:grid-cols-2">
          <section>
            <h2 class="text-xl font-bold">How far it may be believed</h2>
            <p class="soft text-sm">
              What was said of each suspect against what was then in the hand, and against the proof drive, {{ counting() }}
              closed jobs. On the dashed line, 30 % means three in ten.
            </p>
            @if (v.worn.heard.n) {
              <ak-picks
                class="mt-3 block"
                label="Which of the two"
                [options]="layers"
                [names]="layerNames"
                [picked]="[layer()]"
                [single]="true"
                (pickedChange)="layer.set($event[0]!)"
              />
              <ak-line-chart
                class="mt-3 h-72"
                [label]="
                  layer() === 'worn'
                    ? 'Reliability: share found worn against what was said'
                    : 'Reliability: share that made the noise against what was said'
                "
                [series]="series()"
                xTitle="said, %"
                [yTitle]="layer() === 'worn' ? 'worn, %' : 'made the noise, %'"
                [yMax]="100"
              />
              <table class="mt-3 w-full text-[15px]">
                <thead>
                  <tr class="soft text-left text-sm">
                    <th class="font-semibold">When it was said</th>
                    <th class="text-right font-semibold">suspects</th>
                    <th class="text-right font-semibold">Brier score</th>
                    <th class="text-right font-semibold">knowing nothing</th>
                  </tr>
                </thead>
                <tbody>
                  @for (r of rows(); track r.when) {
                    <tr class="rule">
                      <td class="py-2">
                        <svg width="14" height="14" viewBox="0 0 14 14" class="mr-1 inline" aria-hidden="true">
                          @if (r.round) {
                            <circle cx="7" cy="7" r="5" fill="var(--color-ink)" />
                          } @else {
                            <rect x="2" y="2" width="10" height="10" fill="var(--color-bark)" />
                          }
                        </svg>
                        {{ r.when }}
                      </td>
                      <td class="mono text-right">{{ r.c.n }}</td>
                      <td class="mono text-right font-semibold">{{ fixed(r.c.brier, 3) }}</td>
                      <td class="mono text-right">{{ fixed(r.c.brierOfBase, 3) }}</td>
                    </tr>
                  }
                </tbody>
              </table>
              <p class="soft mt-2 text-sm">Brier: the mean squared error of the percentages; 0 is perfect, lower is better.</p>
            } @else {
              <p class="mt-3">
                Nothing to judge by yet. A job teaches when it is handed back with what was in the hand on record.
              </p>
            }
          </section>
          <section>
            <h2 class="text-xl font-bold">What closed jobs have taught</h2>
            <p class="soft text-sm">The part in the hand teaches, not the verdict. A lesson can be taken out, and put back.</p>
            <ul class="mt-2 max-h-[430px] overflow-auto" tabindex="0" aria-label="Lessons">
              @for (l of v.lessons; track l.job) {
                <li class="rule grid min-h-12 grid-cols-[84px_84px_1fr_auto] items-center gap-3 text-[15px]">
                  <span class="mono font-semibold">{{ l.plate }}</span>
                  <span class="soft">{{ day(l.closedAt) }}</span>
                  <span class="min-w-0 truncate" [class.line-through]="l.undone">{{ faults(l) }}</span>
                  <button type="button" class="link text-sm" (click)="toggle(l)">
                    {{ l.undone ? 'Put it back' : 'Take it out' }}
                  </button>
                </li>
              }
            </ul>
            @if (v.older) {
              <button type="button" class="link" (click)="older()">Older ones</button>
            }
          </section>
          <section class="plate:col-span-2">
            <h2 class="text-xl font-bold">What has moved</h2>
            <ul class="mt-2 grid gap-x-14 plate:grid-cols-2" data-testid="moved">
              @for (m of moved(); track m.key) {
                <li class="rule grid min-h-11 grid-cols-[1fr_150px_92px] items-center gap-3 text-[15px]">
                  <span>{{ capital(m.words) }}</span>
                  <span class="mono text-right"
                    >{{ percent(m.shipped) }} → <b>{{ percent(m.now) }}</b> %</span
                  >
                  <span class="soft text-right text-sm">{{ fixed(m.cases, 0) }} cases</span>
                </li>
              } @empty {
                <li class="nothing">Nothing yet.</li>
              }
            </ul>
            @if (allMoved().length > shown()) {
              <button type="button" class="link" (click)="shown.set(999)">All {{ allMoved().length }}</button>
            }
            <div class="rule mt-6 flex flex-wrap items-center gap-x-5 gap-y-2 pt-4">
              <a class="btn" href="/api/shop/suspects-table" download="suspects-table.json">Save the table as a file</a>
              <label class="btn">
                Put in a table
                <input
                  #file
                  type="file"
                  accept="application/json,.json"
                  class="sr-only"
                  (change)="put(file)"
                  data-testid="put-table"
                />
              </label>
              @if (own()) {
                <button type="button" class="btn" (click)="shipped()">Back to the one that ships</button>
              }
            </div>
          </section>
        </div>
      } @else if (!said()) {
        <p class="soft mt-6">Counting …</p>
      }
    </main>
  `,
})
export class SuspectsTable {
  protected readonly fixed = fixed;
  private readonly api = inject(Api);
  private readonly session = inject(Session);
  private readonly lead = inject(Entitled);
  protected readonly view = signal<LearningView | null>(null);
  protected readonly said = signal<Said | undefined>(undefined);
  protected readonly shown = signal(SHOWN);
  /** Which of the two layers the chart shows. */
  protected readonly layers = ['worn', 'makes'] as const;
  protected readonly layerNames = { worn: 'which part was worn', makes: 'which made the noise' };
  protected readonly layer = signal<'worn' | 'makes'>('worn');
  protected readonly capital = capital;
  private readonly table = computed(() => this.session.shop()?.suspectsTable ?? SHIPPED);
  protected readonly own = computed(() => this.session.shop()?.suspectsTable !== null);
  protected readonly provenance = computed(() => this.table().provenance);
  protected readonly allMoved = computed(() =>
    movedBy(this.table(), this.session.shop()?.learned ?? [], this.session.dialect()).filter(
      (m) => Math.abs(m.now - m.shipped) >= 0.005,
    ),
  );
  protected readonly moved = computed(() => this.allMoved().slice(0, this.shown()));
  protected readonly counting = computed(() => this.view()?.taught.jobs ?? 0);
  protected readonly rows = computed(() => {
    const v = this.view()!;
    return [
      { when: 'Worn, after listening', c: v.worn.heard, round: true },
      { when: 'Worn, after the checks', c: v.worn.found, round: false },
      { when: 'Makes the noise, after listening', c: v.makes.heard, round: true },
      { when: 'Makes the noise, after the checks', c: v.makes.found, round: false },
    ];
  });
  protected readonly series = computed((): Series[] => {
    const v = this.view()!;
    const points = (c: Calibration) =>
      c.bins.map((b) => ({ x: 100 * b.meanP, y: 100 * b.rate, low: 100 * b.low, high: 100 * b.high }));
    return [
      { label: 'After listening', points: points(v[this.layer()].heard), marker: 'circle' },
      { label: 'After the checks', points: points(v[this.layer()].found), marker: 'rect' },
      {
        label: 'As said',
        points: [
          { x: 0, y: 0 },
          { x: 100, y: 100 },
        ],
        guide: true,
        dash: [6, 5],
      },
    ];
  });

  constructor() {
    void this.load();
  }
  private async load(): Promise<void> {
    try {
      this.view.set(await this.api.get<LearningView>('/learning'));
    } catch (e) {
      this.said.set({ text: (e as Error).message, bad: true });
    }
  }
  protected async older(): Promise<void> {
    const v = this.view();
    if (!v?.older) return;
    const page = await this.api.get<LearningView>('/learning', { older: v.older });
    this.view.set({ ...v, lessons: [...v.lessons, ...page.lessons], older: page.older });
  }
  private async change(work: () => Promise<string>): Promise<void> {
    const said = await this.lead.run(async () => {
      const text = await work();
      await Promise.all([this.session.load(), this.load()]);
      return text;
    });
    if (said) this.said.set(said);
  }

  protected toggle(l: LessonView): void {
    void this.change(async () => {
      await this.api.put(`/lessons/${l.job}`, { undone: !l.undone });
      return l.undone ? `${l.plate} counts again.` : `${l.plate} no longer counts.`;
    });
  }
  protected async put(input: HTMLInputElement): Promise<void> {
    const file = input.files?.[0];
    if (!file) return;
    const text = await file.text();
    input.value = '';
    let json: unknown;
    try {
      json = JSON.parse(text);
    } catch {
      this.said.set({ text: `${file.name} is not JSON. Nothing was changed.`, bad: true });
      return;
    }
    const read = attempt(() => readSuspectsTable(json));
    if (!read.ok) {
      this.said.set({ text: `${read.error.message} Nothing was changed.`, bad: true });
      return;
    }
    await this.change(async () => {
      await this.api.put('/shop/suspects-table', read.value);
      return 'The table is in. What closed jobs have taught is counted on top of it.';
    });
  }
  protected shipped(): void {
    void this.change(async () => {
      await this.api.delete('/shop/suspects-table');
      return 'Back to the table that ships.';
    });
  }
  protected percent(p: number): string {
    return (100 * p).toFixed(p < 0.1 ? 1 : 0);
  }
  protected day(iso: string): string {
    return day(iso);
  }
  protected faults(l: LessonView): string {
    return capital(l.faults.map((f) => sayFault(f, this.session.dialect())).join(', '));
  }
}
