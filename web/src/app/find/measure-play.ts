import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import {
  attempt,
  BadInput,
  jointName,
  parseQuantity,
  playLimit,
  resolutionMm,
  splitJoint,
  type JointId,
  type PlayView,
} from '@ash-knot/core';
import { FormField } from '../kit/form-field';
import { draft } from '../state/draft';
import { JobStore } from '../state/job-store';
import { Session } from '../state/session';
import { PlayScale } from './play-scale';

/** Most a play can be before it is a slip of the finger, mm. */
const MOST_PLAY_MM = 50;

/** A series of readings at one joint: push, read; pull, read; the difference is the play. */
@Component({
  selector: 'ak-measure-play',
  imports: [FormField, PlayScale],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="flex items-start justify-between gap-4">
      <div>
        <h2 class="text-2xl font-bold">{{ title() }}: play{{ phase() === 'after' ? ' after' : '' }}</h2>
        <p class="soft mt-1">
          {{
            phase() === 'after'
              ? 'The same way as before, at the same place.'
              : 'Gauge on the joint, zero it. Push and read, pull and read.'
          }}
        </p>
      </div>
      <button type="button" class="link" (click)="shut.emit()">Back to the check</button>
    </div>
    <label class="mt-4 flex items-center gap-3 text-sm">
      <span class="soft font-semibold">Gauge</span>
      <select class="field !min-h-11 !w-auto" #g [value]="gauge().id" (change)="gaugeId.set(g.value)">
        @for (x of gauges(); track x.id) {
          <option [value]="x.id" [selected]="x.id === gauge().id">{{ x.name }}, {{ x.resolution }} {{ x.unit }}</option>
        }
      </select>
    </label>
    <p class="mono mt-4 text-5xl leading-none font-semibold text-ink" aria-live="polite" data-testid="play-mean">
      {{ view() ? view()!.doubt.meanMm.toFixed(2) : '0.00' }}<span class="text-2xl"> mm</span>
    </p>
    @if (view(); as v) {
      <p class="soft mt-1 text-sm">
        mean of {{ v.doubt.n }} · U {{ v.doubt.oneSidedMm.toFixed(3) }} mm, one-sided 95 % · scatter
        {{ v.doubt.scatterFrom === 'known' ? 'known for this gauge' : 'from these readings' }}
      </p>
      <ak-play-scale class="mt-3 block" [view]="v" />
    }
    <p class="mt-2 text-lg font-bold" data-testid="play-verdict">{{ sentence() }}</p>
    <form class="mt-4 grid grid-cols-[1fr_1fr_auto] items-end gap-3" (submit)="take($event)">
      <ak-form-field label="Pushed">
        <input
          class="field mono !text-xl"
          #a
          inputmode="decimal"
          autocomplete="off"
          aria-label="Pushed reading"
          [value]="first()"
          (input)="first.set(a.value)"
          (keydown.enter)="jump($event)"
          data-testid="reading-first"
        />
      </ak-form-field>
      <ak-form-field label="Pulled">
        <input
          class="field mono !text-xl"
          #b
          inputmode="decimal"
          autocomplete="off"
          aria-label="Pulled reading"
          [value]="second()"
          (input)="second.set(b.value)"
          (keydown.backspace)="back($event)"
          data-testid="reading-second"
        />
      </ak-form-field>
      <button type="submit" class="btn btn-go" data-testid="take-reading">Take it</button>
    </form>
    @if (error()) {
      <p class="wrong mt-2" role="alert" data-testid="reading-error">{{ error() }}</p>
    }
    @if (view(); as v) {
      <ol class="mt-4 flex flex-wrap gap-2" aria-label="Readings">
        @for (r of v.readings; track r.entry; let last = $last) {
          <li class="mono rounded border px-3 py-2">{{ r.playMm.toFixed(2) }}</li>
        }
        @if (v.readings.length) {
          <li><button type="button" class="link text-sm" (click)="strikeLast()">Strike the last</button></li>
        }
      </ol>
    }
  `,
})
export class MeasurePlay {
  readonly joint = input.required<JointId>();
  readonly phase = input.required<'before' | 'after'>();
  readonly shut = output();
  private readonly store = inject(JobStore);
  private readonly session = inject(Session);
  protected readonly gaugeId = draft('gauge', '');
  protected readonly first = draft('reading.first', '');
  protected readonly second = draft('reading.second', '');
  protected readonly error = signal('');
  private readonly a = viewChild.required<ElementRef<HTMLInputElement>>('a');
  private readonly b = viewChild.required<ElementRef<HTMLInputElement>>('b');

  protected readonly gauges = computed(() => this.session.shop()?.gauges ?? []);
  protected readonly gauge = computed(
    () => this.gauges().find((g) => g.id === this.gaugeId()) ?? this.view()?.gauge ?? this.finest(),
  );
  /** Unless one is picked, the gauge of the series that was begun, else the finest. */
  private readonly finest = computed(() => [...this.gauges()].sort((a, b) => resolutionMm(a) - resolutionMm(b))[0]!);
  protected readonly title = computed(
    () => `${jointName(splitJoint(this.joint())!.kind, this.session.dialect())}, ${splitJoint(this.joint())!.side}`,
  );
  protected readonly view = computed((): PlayView | undefined => this.store.state()?.joints.get(this.joint())?.[this.phase()]);
  protected readonly sentence = computed(() => {
    const v = this.view();
    const rules = this.store.state()!.context.rules;
    if (!v) {
      const l = playLimit(splitJoint(this.joint())!.kind, rules, this.gauge());
      return `Limit ${l.limitMm.toFixed(2)} mm (${l.owner}).`;
    }
    const limit = `${v.limit.limitMm.toFixed(2)} mm (${v.limit.owner})`;
    const c = v.conformance;
    if (c.verdict !== 'not proved') return `${c.verdict === 'within' ? 'Within' : 'Beyond'} ${limit}.`;
    if (c.needed === 'never') return `Not proved against ${limit}, and never with this gauge: use a finer one.`;
    if (c.needed === 'more than 100')
      return `Not proved against ${limit}; more than 100 readings would be needed. Look for what makes them scatter.`;
    return `Not proved against ${limit}: ${c.needed} readings in all would settle it, ${Math.max(1, c.needed - v.doubt.n)} more.`;
  });

  protected jump(e: Event): void {
    e.preventDefault();
    this.b().nativeElement.focus();
  }
  /** Backspace in an empty second field goes back to the first. */
  protected back(e: Event): void {
    if (this.second() === '') {
      e.preventDefault();
      this.a().nativeElement.focus();
    }
  }

  protected async take(e: Event): Promise<void> {
    e.preventDefault();
    const read = attempt(() => {
      const first = parseQuantity(this.first(), 'length', { field: 'pushed reading' });
      const second = parseQuantity(this.second(), 'length', { field: 'pulled reading' });
      const playMm = Math.abs(second.si - first.si);
      if (playMm > MOST_PLAY_MM)
        throw new BadInput('play', `is ${playMm.toFixed(1)} mm, more than a joint can have (${MOST_PLAY_MM} mm)`);
      return { first, second, playMm: Math.round(playMm * 1e4) / 1e4 };
    });
    if (!read.ok) {
      this.error.set(`${read.error.message} Nothing was changed.`);
      return;
    }
    this.error.set('');
    const { first, second, playMm } = read.value;
    const unit = first.unit === 'in' && second.unit === 'in' ? 'in' : 'mm';
    const inUnit = (si: number) => (unit === 'in' ? si / 25.4 : si);
    const ok = await this.store.write('reading', {
      joint: this.joint(),
      phase: this.phase(),
      gauge: this.gauge().id,
      first: inUnit(first.si),
      second: inUnit(second.si),
      unit,
      playMm,
    });
    if (ok) {
      this.first.clear();
      this.second.clear();
      this.a().nativeElement.focus();
    }
  }
  protected strikeLast(): void {
    const id = this.view()?.readings.at(-1)?.entry;
    const entry = this.store.state()!.entries.find((x) => x.id === id);
    if (entry) void this.store.strike(entry, 'misread');
  }
}
