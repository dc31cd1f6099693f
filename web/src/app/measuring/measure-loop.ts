import { Outbox } from '../offline/outbox';
import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { v7 as uuid } from 'uuid';
import { jointName, resolutionMm, sayExpired, partsOf, type JointId, fixed } from '@ash-knot/core';
import { LineChart, type Series } from '../kit/line-chart';
import { Api } from '../state/api';
import { draft } from '../state/draft';
import { GaugeInbox } from '../instruments/gauge-inbox';
import { GaugeDrawing } from './gauge-drawing';
import { JobStore } from '../job/job-store';
import type { WorkedLoop } from '../workers/loop-work';
import { Looper } from '../workers/looper';
import { Session } from '../session/session';
import { TextField } from '../kit/text-field';

/** Force against displacement: play told apart from give and from friction. */
@Component({
  selector: 'ak-measure-loop',
  imports: [GaugeDrawing, LineChart, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="flex items-start justify-between gap-4">
      <h2 class="text-2xl leading-tight font-bold">{{ title() }}: with force</h2>
      <button type="button" class="link -mt-1 shrink-0" (click)="shut.emit()" data-testid="loop-done">Done measuring</button>
    </div>
    <p class="soft mt-1">
      Push until it is firm, pull until it is firm, twice. Friction and give open the loop too: only a flat middle is play.
    </p>
    <div class="mt-3 flex flex-wrap items-center gap-x-4 gap-y-1">
      <label class="btn cursor-pointer">
        From a file
        <input
          #f
          type="file"
          accept=".csv,.json,text/csv,application/json"
          class="sr-only"
          (change)="file(f)"
          data-testid="loop-file"
        />
      </label>
      <button type="button" class="link text-[15px]" (click)="plain.emit()">Without force</button>
      <ak-text-field
        class="ml-auto w-36"
        label="Soft below, N/mm"
        [mono]="true"
        mode="numeric"
        [(value)]="soft"
        (change)="again()"
        placeholder="any"
      />
    </div>
    @if (!worked()) {
      <ak-gauge-drawing class="mt-2" [joint]="joint()" [force]="true" />
    }
    @if (error()) {
      <p class="wrong mt-3" role="alert" data-testid="loop-error">{{ error() }}</p>
    }
    @if (busy()) {
      <p class="soft mt-6">Working it out …</p>
    }
    @if (worked(); as w) {
      <p class="mt-4 text-xl leading-snug font-bold" data-testid="loop-says">{{ w.result.sentence }}</p>
      <ak-line-chart
        class="mt-2 h-52"
        label="Force against displacement, with the dead band"
        [series]="series()"
        xTitle="displacement, mm"
        yTitle="force, N"
        [fromZero]="false"
      />
      <dl class="mt-3 grid grid-cols-3 gap-x-6 gap-y-1 text-[15px]">
        @for (n of numbers(); track n.name) {
          <div>
            <dt class="soft text-sm">{{ n.name }}</dt>
            <dd class="mono font-semibold">{{ n.value }}</dd>
          </div>
        }
      </dl>
      <div class="mt-4 flex items-center gap-4">
        <button type="button" class="btn btn-go" (click)="keep()" [disabled]="kept()" data-testid="loop-keep">
          {{ kept() ? 'On the tape' : 'Keep it' }}
        </button>
        <button type="button" class="link" (click)="drop()">Leave it</button>
      </div>
    } @else if (!busy()) {
      <p class="soft mt-8">
        Nothing yet. Send a loop from the gauge, or take a file of two columns: displacement [mm], force [N].
      </p>
    }
  `,
})
export class MeasureLoop {
  readonly joint = input.required<JointId>();
  readonly phase = input.required<'before' | 'after'>();
  readonly shut = output();
  readonly plain = output();
  private readonly store = inject(JobStore);
  private readonly session = inject(Session);
  private readonly api = inject(Api);
  private readonly looper = inject(Looper);
  private readonly outbox = inject(Outbox);
  protected readonly soft = draft('loop.soft', '');
  protected readonly error = signal('');
  protected readonly busy = signal(false);
  protected readonly kept = signal(false);
  protected readonly worked = signal<WorkedLoop | null>(null);
  private text = '';
  private name = '';
  /** The id of its file where a gauge sent it; a file from the disk gets one when it is kept. */
  private sent: string | undefined;
  private gauge = '';

  protected readonly title = computed(
    () => `${jointName(partsOf(this.joint()).kind, this.session.dialect())}, ${partsOf(this.joint()).side}`,
  );
  private readonly forceGauge = computed(() =>
    (this.session.shop()?.gauges ?? []).find((g) => g.kind === 'force gauge' && !g.retired),
  );
  /** What reads the displacement beside it: its resolution enters the doubt. */
  private readonly indicator = computed(
    () => (this.session.shop()?.gauges ?? []).filter((g) => g.kind === 'dial indicator' && !g.retired)[0],
  );
  protected readonly series = computed((): Series[] => {
    const w = this.worked();
    if (!w) return [];
    const r = w.result;
    const ys = w.drawn.map((p) => p.y);
    const [lo, hi] = [Math.min(...ys), Math.max(...ys)];
    const line = (x: number) => ({ x, y: this.model(r, x) });
    const out: Series[] = [{ label: 'measured', points: w.drawn, thin: true }];
    if (r.playMm > 0 || r.kind === 'soft centre') {
      out.push({
        label: 'fitted',
        points: [w.span[0], r.band[0], r.band[1], w.span[1]].map(line),
        marker: 'circle',
        dash: [8, 5],
      });
      for (const x of r.band)
        out.push({
          label: 'edge of the dead band',
          points: [
            { x, y: lo },
            { x, y: hi },
          ],
          guide: true,
        });
    }
    return out;
  });
  protected readonly numbers = computed(() => {
    const r = this.worked()!.result;
    return [
      { name: 'Play', value: r.playMm > 0 ? `${fixed(r.playMm, 3)} ± ${fixed(r.expandedMm, 3)} mm` : 'none' },
      { name: 'Stiffness, − side', value: `${fixed(r.stiffness.minus, 0)} N/mm` },
      { name: 'Stiffness, + side', value: `${fixed(r.stiffness.plus, 0)} N/mm` },
      { name: 'Friction', value: `${fixed(r.frictionN, 1)} N` },
      { name: 'Loop at no force', value: `${fixed(r.naiveMm, 3)} mm` },
      { name: 'Points', value: String(r.points) },
    ];
  });

  constructor() {
    inject(GaugeInbox)
      .heard.pipe(takeUntilDestroyed())
      .subscribe((h) => {
        if (h.loop) void this.fetch(h.loop, h.gauge ?? '');
      });
  }

  /** The fitted line without its friction: the middle of the loop. */
  private model(r: WorkedLoop['result'], x: number): number {
    const { minus, plus, middle } = r.stiffness;
    const k0 = r.playMm > 0 || r.kind === 'soft centre' ? middle : 0;
    return (
      r.offsetN +
      k0 * x +
      (x > r.band[1] ? (plus - k0) * (x - r.band[1]) : 0) -
      (x < r.band[0] ? (minus - k0) * (r.band[0] - x) : 0)
    );
  }

  private async fetch(id: string, gauge: string): Promise<void> {
    try {
      const csv = await this.api.text(`/attachments/${id}`);
      this.sent = id;
      this.gauge = gauge;
      this.start('loop.csv', csv);
    } catch (e) {
      this.error.set((e as Error).message);
    }
  }
  protected async file(input: HTMLInputElement): Promise<void> {
    const file = input.files?.[0];
    if (!file) return;
    const text = await file.text();
    input.value = '';
    this.sent = undefined;
    this.gauge = this.forceGauge()?.id ?? '';
    this.start(file.name, text);
  }
  protected again(): void {
    if (this.text) this.start(this.name, this.text);
  }
  private start(name: string, text: string): void {
    this.name = name;
    this.text = text;
    this.kept.set(false);
    this.busy.set(true);
    this.error.set('');
    const softBelow = Number(this.soft().replace(',', '.'));
    const indicator = this.indicator();
    this.looper
      .work(name, text, {
        ...(indicator ? { resolutionMm: resolutionMm(indicator) } : {}),
        ...(softBelow > 0 ? { softBelow } : {}),
      })
      .subscribe({
        next: (worked) => {
          this.busy.set(false);
          this.worked.set(worked);
        },
        error: (e: Error) => {
          this.busy.set(false);
          this.worked.set(null);
          this.error.set(`${e.message} Nothing was stored.`);
        },
      });
  }
  protected drop(): void {
    this.worked.set(null);
    this.text = '';
  }
  protected async keep(): Promise<void> {
    const w = this.worked();
    const gauge = (this.session.shop()?.gauges ?? []).find((g) => g.id === this.gauge);
    if (!w) return;
    if (!gauge) {
      this.error.set('There is no force gauge in the register. Put it in under Shop rules, Gauges. Nothing was stored.');
      return;
    }
    const file = this.sent ?? uuid();
    // It goes with its entry: kept here until the line is there.
    if (!this.sent)
      await this.outbox.attach({
        id: file,
        job: this.store.view()!.id,
        kind: 'loop',
        bytes: new Blob([w.csv], { type: 'text/csv' }),
      });
    this.sent = file;
    const calibration = sayExpired(gauge, new Date().toISOString());
    const ok = await this.store.write('loop', {
      joint: this.joint(),
      phase: this.phase(),
      gauge: gauge.id,
      file,
      result: w.result,
      ...(calibration ? { calibration } : {}),
    });
    this.kept.set(ok);
  }
}
