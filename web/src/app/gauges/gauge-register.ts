import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { form, FormField, maxLength } from '@angular/forms/signals';
import { RouterLink } from '@angular/router';
import {
  attempt,
  BadInput,
  expired,
  FRAMES,
  GAUGE_KINDS,
  GAUGE_UNITS,
  isCamera,
  measuresLength,
  sayExpired,
  within,
  type GaugeSpec,
  fixed,
} from '@ash-knot/core';
import { SelectField } from '../kit/select-field';
import { TextField } from '../kit/text-field';
import { TopBar } from '../shell/top-bar';
import { Api } from '../state/api';
import { Session } from '../session/session';
import { Entitled, type Said } from '../session/entitled';
import { FieldErrors } from '../kit/field-errors';
import { Wrong } from '../kit/wrong';
import { SerialLines } from '../instruments/serial-lines';

/** New gauge as it stands in the fields, everything as text. */
const NEW_GAUGE = {
  name: '',
  kind: 'dial indicator' as string,
  unit: 'mm' as string,
  resolution: '0.01',
  rangeMax: '10',
  calibratedUntil: '',
  sdMm: '0.02',
  baud: '9600',
  frame: '8N1' as string,
  ask: '',
  before: '',
  after: '',
};

/** What was typed as a number. @throws BadInput naming the field and its bounds */
const number = (field: string, text: string, lo: number, hi: number): number =>
  within(field, Number(text.replace(',', '.').trim() || NaN), lo, hi);

/** The gauge register: what each gauge is, how far it may be trusted, and how it speaks. */
@Component({
  selector: 'ak-gauge-register',
  imports: [FormField, RouterLink, SelectField, TextField, TopBar, Wrong],
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ak-top-bar />
    <main class="mx-auto max-w-6xl px-5 py-6">
      <div class="flex flex-wrap items-baseline gap-x-6">
        <h1 class="text-2xl font-bold">Gauges</h1>
        <a routerLink="/rules" class="link">Shop rules</a>
      </div>
      @if (said(); as s) {
        <p class="mt-2" [class.wrong]="s.bad" role="status" data-testid="gauge-said">{{ s.text }}</p>
      }
      <ul class="mt-3">
        @for (g of gauges(); track g.id) {
          <li
            class="rule grid min-h-16 items-center gap-x-5 gap-y-1 py-2 plate:grid-cols-[1.2fr_1fr_1.2fr_230px]"
            [attr.data-gauge]="g.id"
          >
            <span
              ><span class="block text-lg font-semibold">{{ g.name }}</span
              ><span class="soft text-sm">{{ g.kind }}</span></span
            >
            <span class="mono text-[15px]">0–{{ g.rangeMax }} {{ g.unit }} · {{ g.resolution }} {{ g.unit }}</span>
            <span class="text-[15px]">
              @if (out(g)) {
                <span class="wrong">{{ out(g) }}</span>
              } @else {
                calibrated until <span class="mono">{{ g.calibratedUntil }}</span>
              }
              @if (length(g)) {
                <span class="soft block text-sm"
                  >scatter {{ fixed(g.known.sdMm, 3) }} mm, {{ g.known.degrees }} degrees of freedom</span
                >
              }
            </span>
            <span class="flex justify-end gap-x-4">
              @if (camera(g)) {
                <a class="link" routerLink="/rules/cards">Cards</a>
              } @else {
                <a class="link" [routerLink]="['/gauge', g.id]" target="_blank" rel="noopener">Simulated</a>
              }
              @if (length(g)) {
                <a class="link" [routerLink]="['/rules/gauges', g.id, 'study']">Study</a>
              }
              <button type="button" class="link" (click)="edit(g)">Change</button>
            </span>
          </li>
        }
      </ul>
      <form class="rule mt-8 pt-4" (submit)="$event.preventDefault(); save()" data-testid="gauge-form">
        <h2 class="text-xl font-bold">{{ editing() ? 'Change ' + editing()!.name : 'New gauge' }}</h2>
        <div class="mt-3 grid gap-4 sm:grid-cols-4">
          <ak-text-field class="sm:col-span-2" label="Name" [formField]="form.name" />
          <ak-select-field label="Kind" [options]="kinds" [formField]="form.kind" [wide]="true" />
          <ak-select-field label="Reads in" [options]="units" [formField]="form.unit" [wide]="true" />
          <ak-text-field label="Resolution" [mono]="true" mode="decimal" [formField]="form.resolution" />
          <ak-text-field label="Range" field="range" [mono]="true" mode="decimal" [formField]="form.rangeMax" />
          <ak-text-field label="Calibrated until" type="date" [mono]="true" [formField]="form.calibratedUntil" />
          <ak-text-field label="Scatter of one play, mm" field="scatter" [mono]="true" mode="decimal" [formField]="form.sdMm" />
          <details class="sm:col-span-4" [open]="sends()" data-testid="gauge-line">
            <summary class="link cursor-pointer">It sends over a cable</summary>
            <div class="mt-2 grid gap-4 sm:grid-cols-4">
              <ak-text-field
                label="Serial speed, baud"
                field="serial speed"
                [mono]="true"
                mode="numeric"
                [formField]="form.baud"
              />
              <ak-select-field label="Frame" [options]="frames" [formField]="form.frame" [wide]="true" />
              <ak-text-field label="Asked with" hint="empty where it sends by itself" [mono]="true" [formField]="form.ask" />
              <ak-text-field
                label="Text before the number"
                hint="in what it sends, such as 01A"
                [mono]="true"
                [formField]="form.before"
              />
              <ak-text-field label="Text after the number" [mono]="true" [formField]="form.after" />
            </div>
            <p class="soft mt-3 text-sm">
              A reading is a line of plain text: a number with a point or a comma, its unit or none, ended by a carriage return or
              a line feed. The frame is data bits, parity and stop bits, as the gauge’s sheet has them. What it is asked with is
              sent with a carriage return.
            </p>
            @if (lines.are) {
              <button type="button" class="btn mt-2" (click)="loopBack()" data-testid="loop-back">
                Try the cable: join its two data wires
              </button>
            } @else {
              <p class="soft mt-2 text-sm">This browser opens no serial lines: Chromium on a computer does.</p>
            }
            @if (looped()) {
              <p class="mt-2" role="status" data-testid="looped">{{ looped() }}</p>
            }
          </details>
        </div>
        <ak-wrong [error]="error()" safe="Nothing was stored." testId="gauge-error" />
        <div class="mt-4 flex flex-wrap items-center gap-x-5">
          <button class="btn btn-go" data-testid="gauge-save">{{ editing() ? 'Save it' : 'Add it' }}</button>
          @if (editing(); as g) {
            <button type="button" class="link" (click)="clear()">Leave it as it was</button>
            <button type="button" class="link" (click)="retire(g)">No longer in use</button>
          }
        </div>
      </form>
    </main>
  `,
})
export class GaugeRegister {
  protected readonly fixed = fixed;
  private readonly api = inject(Api);
  private readonly session = inject(Session);
  private readonly lead = inject(Entitled);
  protected readonly kinds = GAUGE_KINDS;
  protected readonly units = GAUGE_UNITS;
  protected readonly frames = FRAMES;
  protected readonly said = signal<Said | undefined>(undefined);
  protected readonly error = signal<Error | null>(null);
  protected readonly editing = signal<GaugeSpec | null>(null);
  protected readonly gauges = computed(() => (this.session.shop()?.gauges ?? []).filter((g) => !g.retired));
  private readonly typed = signal(NEW_GAUGE);
  protected readonly form = form(this.typed, (at) => {
    maxLength(at.name, 60);
    maxLength(at.before, 20);
    maxLength(at.after, 20);
    maxLength(at.ask, 20);
  });

  protected readonly length = measuresLength;
  protected readonly camera = isCamera;
  /** Most are read, or type like a keyboard: what a cable needs lies open where something of it is said, or wrong. */
  protected readonly sends = computed(() => {
    const { baud, frame, ask, before, after } = this.typed();
    const wrong = this.error() instanceof BadInput && (this.error() as BadInput).field === 'serial speed';
    return wrong || baud !== NEW_GAUGE.baud || frame !== NEW_GAUGE.frame || [ask, before, after].some((x) => x !== '');
  });
  protected out(g: GaugeSpec): string {
    const today = new Date().toISOString();
    return expired(g, today) ? sayExpired(g, today) : '';
  }
  protected edit(g: GaugeSpec): void {
    this.editing.set(g);
    this.typed.set({
      name: g.name,
      kind: g.kind,
      unit: g.unit,
      resolution: String(g.resolution),
      rangeMax: String(g.rangeMax),
      calibratedUntil: g.calibratedUntil ?? '',
      sdMm: String(g.known.sdMm),
      baud: String(g.line.baud),
      frame: g.line.frame ?? NEW_GAUGE.frame,
      ask: g.line.ask ?? '',
      before: g.line.before,
      after: g.line.after,
    });
  }
  protected clear(): void {
    this.editing.set(null);
    this.typed.set(NEW_GAUGE);
    this.error.set(null);
  }
  private lineOf(v: typeof NEW_GAUGE): GaugeSpec['line'] {
    return {
      baud: Math.round(number('serial speed', v.baud, 110, 921_600)),
      frame: FRAMES.find((f) => f === v.frame),
      ...(v.ask ? { ask: v.ask } : {}),
      before: v.before,
      after: v.after,
    };
  }
  protected readonly lines = inject(SerialLines);
  protected readonly looped = signal('');
  /** Cable and adapter without a gauge: by what stands in the fields. */
  protected async loopBack(): Promise<void> {
    const line = attempt(() => this.lineOf(this.typed()));
    if (!line.ok) {
      this.error.set(line.error);
      return;
    }
    this.looped.set('It is tried …');
    try {
      this.looped.set(await this.lines.loopBack(line.value));
    } catch (e) {
      // Nobody picked a port: that is no mistake.
      this.looped.set((e as Error).name === 'NotFoundError' ? '' : `The line does not open: ${(e as Error).message}`);
    }
  }
  private read(): GaugeSpec {
    const v = this.typed();
    const name = v.name.trim();
    if (!name) throw new BadInput('name', 'is empty');
    const rangeMax = number('range', v.rangeMax, 0.001, 100_000);
    const resolution = number('resolution', v.resolution, 0.00001, 100);
    if (resolution >= rangeMax)
      throw new BadInput('resolution', `must be smaller than the range of ${rangeMax} ${v.unit}`, resolution);
    const id =
      this.editing()?.id ??
      name
        .toLowerCase()
        .normalize('NFD')
        .replace(/[^a-z0-9]+/g, '-')
        .replace(/^-|-$/g, '')
        .slice(0, 40);
    if (!id) throw new BadInput('name', 'needs a letter or a digit', name);
    if (!this.editing() && this.session.shop()?.gauges.some((g) => g.id === id))
      throw new BadInput('name', 'is that of another gauge', name);
    const sdMm = number('scatter', v.sdMm, 0, 20);
    return {
      id,
      name,
      kind: GAUGE_KINDS.find((k) => k === v.kind)!,
      unit: GAUGE_UNITS.find((u) => u === v.unit)!,
      resolution,
      rangeMax,
      calibratedUntil: v.calibratedUntil || null,
      line: this.lineOf(v),
      // A scatter somebody wrote down weighs like a small study.
      known: { sdMm, degrees: sdMm === this.editing()?.known.sdMm ? this.editing()!.known.degrees : 10 },
    };
  }
  protected async save(): Promise<void> {
    const g = attempt(() => this.read());
    if (!g.ok) {
      this.error.set(g.error);
      return;
    }
    this.error.set(null);
    await this.change(async () => {
      await this.api.put(`/gauges/${g.value.id}`, g.value);
      return `${g.value.name} is in the register.`;
    });
  }
  protected retire(g: GaugeSpec): void {
    void this.change(async () => {
      await this.api.delete(`/gauges/${g.id}`);
      return `${g.name} is no longer offered. Its readings stay.`;
    });
  }
  private async change(work: () => Promise<string>): Promise<void> {
    const said = await this.lead.run(async () => {
      const text = await work();
      await this.session.load();
      return text;
    });
    if (!said) return;
    this.said.set(said);
    if (!said.bad) this.clear();
  }
}
