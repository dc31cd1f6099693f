import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import {
  attempt,
  frameFit,
  jointName,
  measuresLength,
  parseQuantity,
  readGauge,
  resolutionMm,
  partsOf,
  stiffnessRatio,
  type Material,
  MATERIALS,
  type FrameFitInput,
  type JointId,
  fixed,
  own,
} from '@ash-knot/core';
import { Picks } from '../kit/picks';
import { TextField } from '../kit/text-field';
import { draft } from '../state/draft';
import { FitDrawing, type FitPlace, type FitSizes } from './fit-drawing';
import { GaugeInbox } from '../instruments/gauge-inbox';
import { JobStore } from '../job/job-store';
import { Session } from '../session/session';
import { Units } from '../session/units';

const FIELDS = ['clean', 'seat', 'oldBore', 'newBore', 'free', 'pocket'] as const;
type Field = (typeof FIELDS)[number];
const NAMES: Record<Field, string> = {
  clean: 'Bar, clean part',
  seat: 'Bar, at the seat',
  oldBore: 'Bore, old bushing',
  newBore: 'Bore, new bushing',
  free: 'Free height, new',
  pocket: 'Bracket pocket',
};
const HINTS: Partial<Record<Field, string>> = {
  clean: 'several, round the clock',
  seat: 'several, round the clock',
};

/** The bar measured at its seat and beside it, the bushing on the bench: wear, clearance, crush, and what to order. */
@Component({
  selector: 'ak-frame-fit',
  imports: [FitDrawing, Picks, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="flex items-start justify-between gap-4">
      <h2 class="text-2xl leading-tight font-bold">{{ title() }}: the fit</h2>
      <button type="button" class="link -mt-1 shrink-0" (click)="shut.emit()">Back to the check</button>
    </div>
    <p class="soft mt-1">
      Caliper on clean metal. A gauge fills the field that was touched last; leave empty what was not measured.
    </p>
    <ak-fit-drawing class="mt-2" [sizes]="sizes()" [on]="measuredNow()" />
    <div class="mt-3 grid grid-cols-2 gap-x-4 gap-y-3 sm:grid-cols-3">
      @for (f of fields; track f) {
        <ak-text-field
          [label]="session.say(names[f])"
          [mono]="true"
          mode="text"
          [hint]="hints[f] ?? ''"
          [value]="texts()[f]"
          (valueChange)="set(f, $event)"
          (focusin)="last.set(f)"
          [testId]="'fit-' + f"
        />
      }
      <div class="sm:col-span-2">
        <p class="text-sm font-semibold">Material, new</p>
        <ak-picks
          class="mt-1 block"
          label="Material"
          [options]="materials"
          [picked]="[material()]"
          [single]="true"
          (pickedChange)="material.set($event[0]!)"
        />
      </div>
      <ak-text-field
        label="Hardness, old and new"
        [mono]="true"
        hint="Shore A, such as 55 70"
        [(value)]="hardness"
        testId="fit-hardness"
      />
    </div>
    @if (out(); as o) {
      @if (!o.ok) {
        <p class="wrong mt-4" role="alert" data-testid="fit-error">{{ o.error.message }}</p>
      } @else {
        <ul class="mt-4 border-l-4 border-ink bg-chalk px-4 py-2 text-[17px]" data-testid="fit-says">
          @for (s of o.value.sentences; track s; let first = $first) {
            <li class="py-0.5" [class.font-bold]="first">{{ session.say(s) }}</li>
          }
          @if (ratio()) {
            <li class="py-0.5">{{ ratio() }}</li>
          }
        </ul>
        <button type="button" class="btn btn-go mt-4" (click)="keep()" [disabled]="kept() === key()" data-testid="fit-keep">
          {{ kept() === key() ? 'On the tape' : 'Keep it' }}
        </button>
      }
    } @else {
      <p class="soft mt-4">Measure the bar in both places first.</p>
    }
  `,
})
export class FrameFitCard {
  readonly joint = input.required<JointId>();
  readonly shut = output();
  private readonly store = inject(JobStore);
  private readonly units = inject(Units);
  protected readonly session = inject(Session);
  protected readonly fields = FIELDS;
  protected readonly names = NAMES;
  protected readonly hints = HINTS;
  protected readonly materials = MATERIALS;
  private readonly typed = draft<Record<string, Partial<Record<Field, string>>>>('fit', {});
  protected readonly material = draft<Material>('fit.material', 'rubber');
  protected readonly hardness = draft('fit.hardness', '');
  protected readonly last = signal<Field>('clean');
  protected readonly kept = signal('');

  private readonly place = computed(() => `${this.store.view()?.id}|${this.joint()}`);
  protected readonly texts = computed((): Record<Field, string> => {
    const t = own(this.typed(), this.place()) ?? {};
    return Object.fromEntries(FIELDS.map((f) => [f, t[f] ?? ''])) as Record<Field, string>;
  });
  /** Of several readings round the clock their mean, for the drawing. */
  protected readonly sizes = computed((): FitSizes => {
    const mm = (f: Field): number | undefined => {
      const read = this.texts()[f].trim() ? attempt(() => this.readings(f)) : undefined;
      return read?.ok ? read.value.reduce((a, b) => a + b, 0) / read.value.length : undefined;
    };
    return { clean: mm('clean'), seat: mm('seat'), bore: mm('newBore') ?? mm('oldBore'), free: mm('free'), pocket: mm('pocket') };
  });
  protected readonly measuredNow = computed((): FitPlace => {
    const f = this.last();
    return f === 'oldBore' || f === 'newBore' ? 'bore' : f;
  });
  protected readonly title = computed(
    () => `${jointName('frame-bushing', this.session.dialect())}, ${partsOf(this.joint()).side}`,
  );
  private readonly caliper = computed(
    () =>
      (this.session.shop()?.gauges ?? []).find((g) => g.kind === 'caliper' && !g.retired) ??
      (this.session.shop()?.gauges ?? []).find((g) => measuresLength(g)),
  );
  /** Several readings in one field. @throws BadInput naming it. */
  private readings(f: Field): number[] {
    return this.texts()
      [f].trim()
      .split(/\s*[;/]\s*|\s+(?=[\d.,])/)
      .map((x) => parseQuantity(x, 'length', { field: NAMES[f].toLowerCase() }).si);
  }
  /** @throws BadInput naming the field. */
  private given(): FrameFitInput {
    const t = this.texts();
    const one = (f: Field) => (t[f].trim() ? parseQuantity(t[f], 'length', { field: NAMES[f].toLowerCase() }).si : undefined);
    const g = this.caliper();
    return {
      kind: this.store.state()!.context.type.axles[partsOf(this.joint()).axle].bushing?.kind,
      material: this.material(),
      cleanMm: this.readings('clean'),
      seatMm: this.readings('seat'),
      oldBoreMm: one('oldBore'),
      newBoreMm: one('newBore'),
      freeHeightMm: one('free'),
      pocketMm: one('pocket'),
      // One diameter by caliper: its step, and the hand (common practice, no source).
      uMm: g ? Math.hypot(resolutionMm(g) / Math.sqrt(12), 0.02) : 0.03,
    };
  }
  protected readonly out = computed(() => {
    const t = this.texts();
    if (!t.clean.trim() || !t.seat.trim()) return undefined;
    return attempt(() => frameFit(this.given(), this.units.length()));
  });
  protected readonly ratio = computed(() => {
    const [a, b] = this.hardness()
      .trim()
      .split(/[^\d.,]+/)
      .filter(Boolean)
      .map((x) => Number(x.replace(',', '.')));
    if (a === undefined || b === undefined) return '';
    const r = attempt(() => stiffnessRatio(a, b));
    if (!r.ok) return r.error.message;
    const words = `From ${a} to ${b} Shore A: ${fixed(r.value, 2)} times as stiff (Gent).`;
    return this.material() === 'polyurethane' ? `${words} Only an indication in polyurethane.` : words;
  });
  protected readonly key = computed(() => JSON.stringify([this.texts(), this.material()]));

  constructor() {
    inject(GaugeInbox)
      .heard.pipe(takeUntilDestroyed())
      .subscribe((h) => {
        const g = (this.session.shop()?.gauges ?? []).find((x) => x.id === h.gauge) ?? this.caliper();
        if (h.loop || !g || !measuresLength(g)) return;
        const read = attempt(() => readGauge(h.text, g));
        if (!read.ok) return;
        const f = this.last();
        const many = f === 'clean' || f === 'seat';
        this.set(f, many ? `${this.texts()[f]} ${read.value.si}`.trim() : String(read.value.si));
      });
  }
  protected set(f: Field, text: string): void {
    this.typed.update((all) => ({ ...all, [this.place()]: { ...own(all, this.place()), [f]: text } }));
  }
  protected async keep(): Promise<void> {
    const o = this.out();
    if (!o?.ok) return;
    const { method, sentences, ...found } = o.value;
    const ok = await this.store.write('result', {
      what: 'frame fit',
      joint: this.joint(),
      ...(this.caliper() ? { gauge: this.caliper()!.id } : {}),
      method,
      given: this.given(),
      found,
      words: sentences.join(' '),
    });
    if (ok) this.kept.set(this.key());
  }
}
