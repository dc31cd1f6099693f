import { day } from '../words/format';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { merge } from 'rxjs';
import { v7 as uuid } from 'uuid';
import type { StudyView } from '@ash-knot/contract';
import { attempt, BadInput, fixed, isCamera, own, parseQuantity, readGauge, within } from '@ash-knot/core';
import { gaugeStudy, type StudyReading } from '@ash-knot/core/study';
import { TextField } from '../kit/text-field';
import { TopBar } from '../shell/top-bar';
import { Ask } from '../session/ask';
import { Api } from '../state/api';
import { draft } from '../state/draft';
import { FilmView, type Filmed } from '../instruments/film-view';
import { GaugeInbox } from '../instruments/gauge-inbox';
import { Session } from '../session/session';
import { Units } from '../session/units';

/** Joints × people × repeats: how well this gauge and these people agree, and what that means for the limit. */
@Component({
  selector: 'ak-gauge-study',
  imports: [FilmView, RouterLink, TextField, TopBar],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ak-top-bar />
    <main class="mx-auto max-w-6xl px-5 py-6">
      <div class="flex flex-wrap items-baseline gap-x-6">
        <h1 class="text-2xl font-bold">Study of {{ gauge()?.name ?? 'a gauge' }}</h1>
        <a routerLink="/rules/gauges" class="link">All gauges</a>
      </div>
      @if (camera()) {
        <ol class="soft mt-1 max-w-3xl list-decimal pl-5">
          <li>Two steel blocks on a bench, a card on each; clamp one, the other slides against it as a stop.</li>
          <li>“Push”: the blocks touch. “Pull”: the feeler gauge stands between them, held lightly.</li>
          <li>Film each feeler by each person as often as is said below: the film fills the next empty field.</li>
        </ol>
      } @else {
        <p class="soft mt-1 max-w-3xl">
          The same joints, each measured by each person, the same number of times, without seeing the others’ readings. One number
          a field: the play. A gauge fills the next empty field.
        </p>
      }
      <div class="mt-4 grid max-w-3xl grid-cols-2 gap-4 sm:grid-cols-4">
        @if (camera()) {
          <ak-text-field label="Feelers, mm" [mono]="true" [(value)]="feelers" hint="0.10, 0.30, 0.80" testId="study-feelers" />
        } @else {
          <ak-text-field label="Joints" mode="numeric" [mono]="true" [(value)]="joints" testId="study-joints" />
        }
        <ak-text-field label="People" [(value)]="people" hint="empty: the yard’s technicians" testId="study-people" />
        <ak-text-field label="Repeats" mode="numeric" [mono]="true" [(value)]="repeats" testId="study-repeats" />
        <ak-text-field label="Limit in use" [mono]="true" [(value)]="limit" testId="study-limit" />
      </div>
      @if (shape(); as s) {
        @if (!s.ok) {
          <p class="wrong mt-4" role="alert" data-testid="study-error">{{ s.error.message }}</p>
        } @else {
          <div class="mt-5 overflow-x-auto" tabindex="0" aria-label="Readings">
            <table class="text-[15px]">
              <thead>
                <tr>
                  <th class="pr-4 text-left font-semibold">{{ camera() ? 'Feeler' : 'Joint' }}</th>
                  @for (p of s.value.people; track p) {
                    <th class="px-2 text-left font-semibold" [attr.colspan]="s.value.repeats">{{ p }}</th>
                  }
                </tr>
              </thead>
              <tbody>
                @for (j of s.value.joints; track j) {
                  <tr>
                    <th class="soft pr-4 text-left font-normal whitespace-nowrap">{{ j }}</th>
                    @for (c of cells(j); track c.key) {
                      <td class="p-1" [class.pl-3]="c.first">
                        <input
                          #box
                          class="field mono !min-h-11 !w-20"
                          inputmode="decimal"
                          [attr.aria-label]="c.name"
                          [value]="values()[c.key] ?? ''"
                          (input)="put(c.key, box.value)"
                        />
                      </td>
                    }
                  </tr>
                }
              </tbody>
            </table>
          </div>
        }
      }
      @if (camera() && next(); as c) {
        <p class="mt-4 text-lg font-bold" role="status" data-testid="study-next">Next: {{ c.name }}</p>
        <ak-film-view class="mt-2 max-w-xl" [gauge]="gauge()!" (filmed)="filmed($event)" />
      }
      @if (result(); as r) {
        @if (r.ok) {
          <ul class="mt-5 max-w-3xl border-l-4 border-ink bg-chalk px-4 py-2 text-[17px]" data-testid="study-says">
            @for (x of r.value.sentences; track x) {
              <li class="py-0.5">{{ x }}</li>
            }
          </ul>
          <button type="button" class="btn btn-go mt-4" (click)="save()" data-testid="study-save">
            Keep it: this is how the gauge scatters
          </button>
        } @else {
          <p class="wrong mt-4" role="alert" data-testid="study-error">{{ r.error.message }}</p>
        }
      } @else {
        <p class="soft mt-4">{{ missing() }}</p>
      }
      @if (said()) {
        <p class="mt-3" role="status" data-testid="study-said">{{ said() }}</p>
      }
      @if (past().length) {
        <h2 class="mt-8 text-xl font-bold">Studies before</h2>
        <ul>
          @for (p of past(); track p.id) {
            <li class="rule grid min-h-12 grid-cols-[110px_140px_1fr] items-center gap-4">
              <span>{{ day(p.at) }}</span><span class="soft">{{ p.by }}</span>
              <span>{{ p.result.sentences[0] }}</span>
            </li>
          }
        </ul>
      }
    </main>
  `,
})
export class GaugeStudy {
  readonly id = input.required<string>();
  private readonly api = inject(Api);
  private readonly session = inject(Session);
  private readonly ask = inject(Ask);
  private readonly units = inject(Units);
  protected readonly joints = draft('study.joints', '5');
  /** Feeler gauges a camera is held against, mm. */
  protected readonly feelers = draft('study.feelers', '0.10, 0.30, 0.80');
  protected readonly people = draft('study.people', '');
  protected readonly repeats = draft('study.repeats', '2');
  protected readonly limit = draft('study.limit', '0.5 mm');
  private readonly all = draft<Record<string, Record<string, string>>>('study.values', {});
  protected readonly said = signal('');
  protected readonly past = signal<readonly StudyView[]>([]);
  protected readonly gauge = computed(() => this.session.shop()?.gauges.find((g) => g.id === this.id()));
  protected readonly camera = computed(() => this.gauge() !== undefined && isCamera(this.gauge()!));
  protected readonly values = computed(() => own(this.all(), this.id()) ?? {});

  protected readonly shape = computed(() =>
    attempt(() => {
      const thick = this.camera() ? this.thicknesses() : undefined;
      const n = within('number of joints', thick?.length ?? Number(this.joints()), 1, 30);
      const people = this.people()
        .split(/[,;]+/)
        .map((p) => p.trim())
        .filter(Boolean);
      const typed = people.length
        ? people
        : this.session
            .people()
            .filter((p) => p.role === 'technician')
            .map((p) => p.name.split(' ')[0]!);
      within('number of people', new Set(typed).size, 2, 8);
      return {
        joints: thick?.map((t) => t.name) ?? Array.from({ length: Math.floor(n) }, (_, i) => `joint ${i + 1}`),
        truths: thick && Object.fromEntries(thick.map((t) => [t.name, t.mm])),
        people: [...new Set(typed)],
        repeats: Math.floor(within('number of repeats', Number(this.repeats()), 2, 10)),
        limitMm: within('limit', parseQuantity(this.limit(), 'length', { field: 'limit' }).si, 0.01, 20, 'mm'),
      };
    }),
  );
  /** The feelers as they were typed: parted by blanks or semicolons, a comma may be a decimal mark. */
  private thicknesses(): readonly { readonly name: string; readonly mm: number }[] {
    const all = this.feelers()
      .split(/;|,?\s+/)
      .filter(Boolean)
      .map((t) => within('feeler', Number(t.replace(',', '.')), 0.03, 5, 'mm'));
    if (new Set(all).size < 2) throw new BadInput('feelers', 'must be two or more, of different thickness');
    return [...new Set(all)].map((mm) => ({ name: `feeler ${fixed(mm, 2)} mm`, mm }));
  }
  private readonly order = computed(() => {
    const s = this.shape();
    if (!s.ok) return [];
    return s.value.joints.flatMap((joint) =>
      s.value.people.flatMap((person) =>
        Array.from({ length: s.value.repeats }, (_, k) => ({
          key: `${joint}|${person}|${k}`,
          joint,
          person,
          first: k === 0,
          name: `${joint}, ${person}, ${k + 1}`,
        })),
      ),
    );
  });
  protected readonly next = computed(() => this.order().find((c) => !(own(this.values(), c.key) ?? '').trim()));
  protected readonly missing = computed(() => {
    const empty = this.order().filter((c) => !(own(this.values(), c.key) ?? '').trim()).length;
    return empty ? `${empty} of ${this.order().length} readings to go.` : '';
  });
  protected readonly result = computed(() => {
    const s = this.shape();
    if (!s.ok || this.missing()) return undefined;
    return attempt(() => gaugeStudy(this.readings(), s.value.limitMm, this.units.length(), s.value.truths));
  });

  constructor() {
    effect(() => {
      const id = this.id();
      untracked(() => void this.load(id));
    });
    const inbox = inject(GaugeInbox);
    merge(inbox.heard, inbox.bay())
      .pipe(takeUntilDestroyed())
      .subscribe((h) => {
        const g = this.gauge();
        if (!g || h.loop || this.camera() || (h.gauge && h.gauge !== g.id)) return;
        const next = this.next();
        const read = attempt(() => readGauge(h.text, g));
        if (next && read.ok) this.put(next.key, String(Math.abs(read.value.si)));
      });
  }
  private async load(id: string): Promise<void> {
    this.past.set(await this.api.get<StudyView[]>(`/gauges/${id}/studies`).catch(() => []));
  }
  protected cells(joint: string) {
    return this.order().filter((c) => c.joint === joint);
  }
  protected put(key: string, text: string): void {
    this.all.update((a) => ({ ...a, [this.id()]: { ...own(a, this.id()), [key]: text } }));
  }
  /** What a film showed goes into the next empty field; of a feeler it did not see there is nothing to be written. */
  protected filmed(f: Filmed): void {
    const next = this.next();
    const { found, meanMm, sentence } = f.worked.result;
    this.said.set(
      found === 'none' ? `${sentence} Is the feeler between the blocks? Nothing was written.` : `${next?.name}: ${sentence}`,
    );
    if (next && found === 'play') this.put(next.key, String(meanMm));
  }
  private readings(): StudyReading[] {
    const g = this.gauge()!;
    return this.order().map((c) => ({
      joint: c.joint,
      person: c.person,
      playMm: Math.abs(readGauge(own(this.values(), c.key)!, g, `reading of ${c.name}`).si),
    }));
  }
  protected async save(): Promise<void> {
    const s = this.shape();
    if (!s.ok) return;
    if (!(await this.ask.pin('A study changes how every reading of this gauge is judged.', ['lead', 'technician']))) return;
    try {
      await this.api.post(`/gauges/${this.id()}/studies`, {
        id: uuid(),
        limitMm: s.value.limitMm,
        readings: this.readings(),
        ...(s.value.truths ? { truths: s.value.truths } : {}),
      });
      await Promise.all([this.session.load(), this.load(this.id())]);
      this.all.update((a) => ({ ...a, [this.id()]: {} }));
      this.said.set('Kept. Readings with this gauge use it from the first one on.');
    } catch (e) {
      this.said.set((e as Error).message);
    }
  }
  protected day(iso: string): string {
    return day(iso);
  }
}
