import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { v7 as uuid } from 'uuid';
import type { CardSheetView } from '@ash-knot/contract';
import { attempt, BadInput, fixed, readGauge, resolutionMm, ROLES, type GaugeSpec } from '@ash-knot/core';
import { FieldErrors } from '../kit/field-errors';
import { Picks } from '../kit/picks';
import { SelectField } from '../kit/select-field';
import { TextField } from '../kit/text-field';
import { Wrong } from '../kit/wrong';
import { Entitled, type Said } from '../session/entitled';
import { Session } from '../session/session';
import { TopBar } from '../shell/top-bar';
import { Api } from '../state/api';
import { draft } from '../state/draft';
import { day } from '../words/format';

/** What a ruler that printed true reads, and how far a printer may be off before something else is wrong, mm. */
const [LEAST_MM, MOST_MM] = [90, 110] as const;

/** Sheets of cards for the camera: printed, measured once, put away when they are worn. */
@Component({
  selector: 'ak-card-sheets',
  imports: [Picks, RouterLink, SelectField, TextField, TopBar, Wrong],
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ak-top-bar />
    <main class="mx-auto max-w-4xl px-5 py-6">
      <div class="flex flex-wrap items-baseline gap-x-6">
        <h1 class="text-2xl font-bold">Cards for the camera</h1>
        <a routerLink="/rules/gauges" class="link">Gauges</a>
      </div>
      <p class="soft mt-1">
        Two cards, one on each side of a joint, let a phone measure its play. Each sheet has a number of its own; its ruler is
        measured once with a caliper, because no printer prints quite true.
      </p>
      @if (said(); as s) {
        <p class="mt-2" [class.wrong]="s.bad" role="status" data-testid="cards-said">{{ s.text }}</p>
      }
      <div class="mt-4 flex flex-wrap items-end gap-4">
        <ak-picks
          label="Paper"
          [options]="['A4', 'Letter']"
          [picked]="[paper()]"
          [single]="true"
          (pickedChange)="paper.set($event[0]!)"
        />
        <button type="button" class="btn btn-go" (click)="make()" data-testid="cards-new">Print a new sheet</button>
      </div>
      <ul class="mt-5">
        @for (s of sheets(); track s.id) {
          <li
            class="rule grid gap-x-5 gap-y-1 py-2 plate:grid-cols-[140px_1fr_auto] plate:items-center"
            [attr.data-sheet]="s.number"
          >
            <span class="text-lg font-semibold"
              >Sheet {{ s.number }} <span class="soft text-sm font-normal">{{ s.paper }}</span></span
            >
            <span class="text-[15px]">
              @if (s.ruler; as r) {
                ruler <span class="mono">{{ fixed(r.mm, 2) }} mm</span>, measured by {{ r.by }} on {{ day(r.at) }}
              } @else {
                <span class="wrong">Nobody measured its ruler: sizes are good to 1 % only.</span>
              }
            </span>
            <span class="flex flex-wrap gap-x-4">
              <button type="button" class="link" (click)="measure(s)" data-testid="cards-measure">
                {{ s.ruler ? 'Measure again' : 'Measure its ruler' }}
              </button>
              <a class="link" [routerLink]="['/rules/cards', s.number]">Print</a>
              <button type="button" class="link" (click)="putAway(s)">Put away</button>
            </span>
            @if (at() === s.id) {
              <form class="flex flex-wrap items-end gap-3 pb-2 plate:col-span-3" (submit)="$event.preventDefault(); keep(s)">
                <ak-text-field
                  class="w-40"
                  label="Tick to tick reads"
                  field="ruler"
                  mode="decimal"
                  [mono]="true"
                  [(value)]="reads"
                  testId="cards-reads"
                />
                <ak-select-field label="By" [options]="calipers()" [(value)]="caliper" testId="cards-caliper" />
                <button class="btn btn-go" data-testid="cards-keep">Keep it</button>
                <ak-wrong class="w-full" [error]="error()" safe="Nothing was stored." testId="cards-error" />
              </form>
            }
          </li>
        } @empty {
          <li class="soft rule py-3">No sheet was printed yet.</li>
        }
      </ul>
    </main>
  `,
})
export class CardSheets {
  private readonly api = inject(Api);
  private readonly session = inject(Session);
  private readonly entitled = inject(Entitled);
  private readonly router = inject(Router);
  protected readonly fixed = fixed;
  protected readonly day = day;
  protected readonly said = signal<Said | undefined>(undefined);
  protected readonly error = signal<Error | null>(null);
  /** As the papers of this shop are, unless it is picked here. */
  protected readonly paper = linkedSignal((): string => this.session.shop()?.rules.paper.size ?? 'A4');
  protected readonly sheets = computed(() => this.session.shop()?.sheets ?? []);
  /** Whose ruler is being measured. */
  protected readonly at = signal('');
  protected readonly reads = draft('cards.reads', '');
  protected readonly caliper = signal('');
  private readonly allCalipers = computed(() =>
    (this.session.shop()?.gauges ?? []).filter((g) => g.kind === 'caliper' && !g.retired),
  );
  protected readonly calipers = computed(() => this.allCalipers().map((g) => ({ value: g.id, name: g.name })));

  protected async make(): Promise<void> {
    let number = 0;
    const said = await this.entitled.named(ROLES, async () => {
      ({ number } = await this.api.post<{ number: number }>('/card-sheets', { id: uuid(), paper: this.paper() }));
      await this.session.load();
      return `Sheet ${number} is ready to be printed.`;
    });
    this.said.set(said);
    if (number) await this.router.navigate(['/rules/cards', number]);
  }
  protected measure(s: CardSheetView): void {
    this.error.set(null);
    this.reads.clear();
    this.caliper.set(this.allCalipers()[0]?.id ?? '');
    this.at.set(this.at() === s.id ? '' : s.id);
  }
  /** The doubt of a length of 100 mm by a caliper: what it is known to scatter by, or its step where that is more. */
  private doubt(g: GaugeSpec): number {
    return Math.max(g.known.sdMm, resolutionMm(g) / Math.sqrt(12));
  }
  protected async keep(s: CardSheetView): Promise<void> {
    const g = this.allCalipers().find((c) => c.id === this.caliper());
    const read = attempt(() => {
      if (!g) throw new BadInput('caliper', 'is not in the register: put it in under Gauges first');
      const { si } = readGauge(this.reads(), g, 'ruler');
      if (si < LEAST_MM || si > MOST_MM)
        throw new BadInput('ruler', `must be from ${LEAST_MM} to ${MOST_MM} mm: print it at 100 %, not “fit to page”`, si);
      return { mm: si, uMm: this.doubt(g), gauge: g.id };
    });
    this.error.set(read.ok ? null : read.error);
    if (!read.ok) return;
    const said = await this.entitled.named(ROLES, async () => {
      await this.api.put(`/card-sheets/${s.id}/ruler`, read.value);
      await this.session.load();
      return `Sheet ${s.number}: its ruler is ${fixed(read.value.mm, 2)} mm.`;
    });
    this.said.set(said);
    if (said && !said.bad) {
      this.reads.clear();
      this.at.set('');
    }
  }
  protected async putAway(s: CardSheetView): Promise<void> {
    this.said.set(
      await this.entitled.named(ROLES, async () => {
        await this.api.delete(`/card-sheets/${s.id}`);
        await this.session.load();
        return `Sheet ${s.number} is put away. Films that were taken with it stay as they are.`;
      }),
    );
  }
}
