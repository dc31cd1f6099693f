import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { v7 as uuid } from 'uuid';
import { csvOf } from '@ash-knot/contract';
import {
  attempt,
  capital,
  conforms,
  filmBody,
  filmDoubt,
  partsOf,
  playLimit,
  sayJoint,
  type GaugeSpec,
  type JointId,
  type Line,
} from '@ash-knot/core';
import { photoLine } from '../attachment/photo-line';
import { FilmView, type Filmed } from '../instruments/film-view';
import { JobStore } from '../job/job-store';
import { Records } from '../job/records';
import { saveFile } from '../kit/save-file';
import { Outbox } from '../offline/outbox';
import { Session } from '../session/session';
import { Units } from '../session/units';
import { sayDecision } from './decision';
import { FilmTrace } from './film-trace';

/** Play of a joint by a film of two cards, one on each side of it. */
@Component({
  selector: 'ak-measure-film',
  imports: [FilmTrace, FilmView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    @if (taken(); as t) {
      <p class="mono mt-2 text-[56px] leading-none font-semibold text-ink" data-testid="film-mean">
        @if (t.worked.result.belowMm !== null) {
          none<span class="text-2xl"> below {{ units.sayLength(t.worked.result.belowMm) }}</span>
        } @else {
          {{ units.lengthDigits(t.worked.result.meanMm) }}<span class="text-2xl"> {{ units.length() }}</span>
        }
      </p>
      <p class="mt-1 text-lg font-bold" data-testid="film-sentence">{{ t.worked.result.sentence }} {{ decision() }}</p>
      <ak-film-trace class="mt-2 block" [worked]="t.worked" />
      <p class="soft mt-1 text-sm">
        {{ t.from === 'simulated' ? 'Simulated. ' : '' }}{{ t.worked.result.used }} pictures of {{ t.worked.result.pictures }},
        the cards {{ depth() }} apart in depth.
      </p>
      <div class="mt-3 flex flex-wrap items-center gap-3">
        <button
          type="button"
          class="btn btn-go !min-h-16 flex-1 text-lg"
          (click)="keep()"
          [disabled]="kept()"
          data-testid="film-keep"
        >
          {{ kept() ? 'On the tape' : 'Keep it' }}
        </button>
        <button type="button" class="link" (click)="positions()" data-testid="film-positions">Positions as a file</button>
      </div>
      @if (error()) {
        <p class="wrong mt-2" role="alert">{{ error() }}</p>
      }
    } @else {
      @if (onTape()) {
        <p class="mt-2 text-lg font-bold" data-testid="film-kept">On the tape: {{ onTape() }}</p>
      }
      <p class="soft mt-1">
        One card on the part that moves, the other on what it is bolted to, as near in one plane as can be. Then push and pull as
        it says.
      </p>
    }
    <ak-film-view
      class="mt-3"
      [gauge]="gauge()"
      [limitMm]="limit().limitMm"
      (begun)="taken.set(undefined)"
      (filmed)="take($event)"
    />
  `,
})
export class MeasureFilm {
  readonly joint = input.required<JointId>();
  readonly phase = input.required<'before' | 'after'>();
  readonly gauge = input.required<GaugeSpec>();
  /** What the last film that was kept says, and what follows of it. */
  readonly onTape = input('');
  protected readonly units = inject(Units);
  private readonly store = inject(JobStore);
  private readonly records = inject(Records);
  private readonly outbox = inject(Outbox);
  private readonly session = inject(Session);
  protected readonly taken = signal<Filmed | undefined>(undefined);
  protected readonly kept = signal(false);
  protected readonly error = signal('');
  protected readonly limit = computed(() =>
    playLimit(partsOf(this.joint()).kind, this.store.state()!.context.rules, this.gauge()),
  );
  protected readonly decision = computed(() => {
    const film = this.taken()!.worked.result;
    const doubt = filmDoubt(film);
    const limit = this.limit();
    return sayDecision(this.units, { film, doubt, limit, conformance: conforms(doubt, limit.limitMm) });
  });
  protected readonly depth = computed(() => this.units.sayLength(Math.abs(this.taken()!.worked.result.depthMm), 0));
  protected take(f: Filmed): void {
    this.kept.set(false);
    this.error.set('');
    this.taken.set(f);
  }
  private csv(f: Filmed): string {
    return csvOf(f.worked.rows);
  }
  protected positions(): void {
    const name = sayJoint(this.joint(), this.session.dialect()).replaceAll(' ', '-');
    saveFile(`${name}-film.csv`, this.csv(this.taken()!), 'text/csv');
  }
  protected async keep(): Promise<void> {
    const f = this.taken()!;
    const stands = await this.records.standsFor(this.store, this.joint());
    if (!stands) return;
    const { state } = stands;
    const file = uuid();
    const made = attempt(() =>
      filmBody(
        { joint: this.joint(), phase: this.phase(), gauge: this.gauge(), on: new Date().toISOString(), state },
        f.film,
        f.sheet,
        { file, from: f.from, result: f.worked.result },
      ),
    );
    if (!made.ok) return this.error.set(`${made.error.message} Nothing was stored.`);
    const job = this.store.view()!.id;
    await this.outbox.attach({ id: file, job, kind: 'film', bytes: new Blob([this.csv(f)], { type: 'text/csv' }) });
    const photos: Line[] = [];
    for (const [i, bytes] of f.photos.entries()) {
      const caption = capital(
        `${f.from === 'simulated' ? 'simulated, ' : ''}${i === 0 ? 'pushed' : 'pulled'}: ${f.worked.result.sentence}`,
      );
      photos.push(await photoLine(this.outbox, job, bytes, { joint: this.joint(), caption }));
    }
    this.kept.set(await this.store.writeAll([...photos, { kind: 'film', body: made.value }]));
  }
}
