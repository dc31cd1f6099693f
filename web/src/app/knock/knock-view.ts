import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { catchError, debounceTime, firstValueFrom, map, of, switchMap } from 'rxjs';
import { fixed, sayTrial, TRIAL_BOUNDS, type AxleEnd, type AxleSpec, type KnockRun, type KnockTrial } from '@ash-knot/core';
import { LineChart, type Series } from '../kit/line-chart';
import { Picks } from '../kit/picks';
import { canPlay, Player } from '../kit/player';
import { Session } from '../session/session';
import { Units } from '../session/units';
import { draft } from '../state/draft';
import { Sounder } from '../workers/sounder';
import { KnockPlate, type Moment } from './knock-plate';

const SLOWER = ['10 ×', '30 ×', '100 ×'] as const;
const WHEELS = ['left wheel', 'both wheels'] as const;
/** A blow is shown for so long after it, s of the drive. */
const SHOWN_S = 0.006;
/** Points of the chart: enough for its width. */
const CHART_POINTS = 450;

/** Why a little play knocks: an axle over a bump in slow motion, what its gap does, and how it sounds. Simulated, and says so. */
@Component({
  selector: 'ak-knock-view',
  imports: [KnockPlate, LineChart, Picks],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <div class="grid grid-cols-[minmax(0,1fr)] gap-x-6 gap-y-3 lg:grid-cols-[minmax(0,1fr)_290px]">
      <div class="min-w-0 max-lg:contents">
        <ak-knock-plate
          class="max-lg:sticky max-lg:-top-7 max-lg:z-10 max-lg:bg-ash-100"
          [end]="end()"
          [axle]="axle()"
          [corner]="run()?.corner"
          [moment]="moment()"
          [playMm]="trial().playMm"
          [label]="session.say(pictureLabel())"
        />
        <div class="mt-2 flex flex-wrap items-center gap-x-4 gap-y-2">
          <button type="button" class="btn btn-go min-w-28" (click)="toggle()" data-testid="knock-run">
            {{ running() ? 'Stop' : 'Run' }}
          </button>
          <label class="flex min-w-40 flex-1 items-center gap-3">
            <span class="sr-only">Moment, milliseconds</span>
            <input
              #at
              type="range"
              class="h-11 min-w-0 flex-1 accent-ink"
              min="0"
              [max]="lastMs()"
              step="1"
              [value]="ms()"
              (input)="scrub(+at.value)"
              data-testid="knock-at"
            />
            <span class="mono w-20 text-right">{{ fixed(ms(), 0) }} ms</span>
          </label>
          <ak-picks
            label="Slower by"
            [options]="slower"
            [picked]="[slow()]"
            [single]="true"
            (pickedChange)="slow.set($event[0]!)"
          />
        </div>
        <p class="soft mt-1 text-sm" data-testid="knock-slow">{{ slowSaid() }}</p>
        <p class="mt-3 text-sm font-semibold">
          Where the stud stands in its play, {{ units.length() }}; dotted: the seats it strikes
        </p>
        <ak-line-chart class="h-36" [label]="chartLabel()" [series]="series()" [cursor]="ms()" [fromZero]="false" xTitle="ms" />
      </div>
      <div>
        @if (wrong()) {
          <p class="wrong" role="alert" data-testid="knock-wrong">{{ wrong() }}</p>
        }
        <p class="mono text-4xl leading-none font-semibold text-ink" data-testid="knock-count">{{ knocks().length }}</p>
        <p class="soft">knocks in {{ fixed(lastMs() / 1000, 1) }} s</p>
        <div class="mt-2" aria-live="polite" data-testid="knock-said">
          @for (line of said(); track line; let first = $first) {
            <p [class.text-lg]="first" [class.font-bold]="first" class="mt-1">{{ session.say(line) }}</p>
          }
        </div>
        <button type="button" class="btn mt-3 w-full" [disabled]="!canPlay" (click)="hear()" data-testid="knock-hear">
          {{ player.playing() === 'knock' ? 'Quiet' : 'Hear it' }}
        </button>
        <p class="soft mt-1 text-sm">
          {{
            canPlay
              ? 'Made from what strikes, at its own speed: less play is softer. Never above half of this device’s volume.'
              : 'This device plays no sound.'
          }}
          @if (low()) {
            Low: use headphones.
          }
        </p>
        <ak-picks
          class="mt-4 block"
          label="Over the bump goes"
          [options]="wheels"
          [picked]="[trial().wheels]"
          [single]="true"
          (pickedChange)="set({ wheels: $event[0]! })"
        />
        <div class="mt-3">
          @for (f of fields(); track f.key) {
            <label class="grid grid-cols-[84px_1fr_76px] items-center gap-x-2">
              <span class="text-sm font-semibold">{{ session.say(f.label) }}</span>
              <input
                #v
                type="range"
                class="h-11 w-full min-w-0 accent-ink"
                [min]="f.min"
                [max]="f.max"
                [step]="f.step"
                [value]="f.value"
                [attr.aria-valuetext]="f.said"
                (input)="set(f.set(+v.value))"
                [attr.data-testid]="'knock-' + f.key"
              />
              <span class="mono text-right text-sm whitespace-nowrap">{{ f.said }}</span>
            </label>
          }
        </div>
        <p class="soft mt-3 text-sm">
          Simulated: track, bar and link are this axle’s; body, springs, dampers, tyres and what strikes (the bar’s end, 1 kg) are
          usual ones. It shows why, not how loud yours is.{{
            startMm() === null ? '' : ' Play begins at what was measured here.'
          }}
        </p>
      </div>
    </div>
  `,
})
export class KnockView {
  readonly end = input.required<AxleEnd>();
  readonly axle = input.required<AxleSpec>();
  /** Play to begin with, mm, where some was measured. */
  readonly startMm = input<number | null>(null);
  protected readonly session = inject(Session);
  protected readonly units = inject(Units);
  protected readonly player = inject(Player);
  private readonly sounder = inject(Sounder);
  protected readonly fixed = fixed;
  protected readonly slower = SLOWER;
  protected readonly wheels = WHEELS;
  protected readonly canPlay = canPlay();

  private readonly changed = signal<Partial<Omit<KnockTrial, 'axle'>>>({});
  protected readonly trial = computed((): KnockTrial => ({
    axle: this.axle(),
    playMm: this.startMm() ?? 0.8,
    bumpMm: 30,
    bumpLongM: 0.3,
    speedKmh: 18,
    wheels: 'left wheel',
    barMm: this.axle().bar?.diameterMm ?? undefined,
    ...this.changed(),
  }));
  protected set(over: Partial<Omit<KnockTrial, 'axle'>>): void {
    this.changed.update((c) => ({ ...c, ...over }));
  }

  private readonly asked = toSignal(
    toObservable(this.trial).pipe(
      debounceTime(30),
      switchMap((t) =>
        this.sounder.ask('knock', t).pipe(
          map((run) => ({ t, run: run as KnockRun | undefined, wrong: '' })),
          catchError((e: unknown) => of({ t, run: undefined, wrong: (e as Error).message })),
        ),
      ),
    ),
    { initialValue: undefined },
  );
  protected readonly run = computed(() => this.asked()?.run);
  protected readonly wrong = computed(() => this.asked()?.wrong ?? '');
  protected readonly knocks = computed(() => this.run()?.knocks ?? []);
  protected readonly said = computed(() => {
    const a = this.asked();
    return a?.run?.done ? sayTrial(a.t, a.run) : [];
  });

  // --- time -------------------------------------------------------------------------
  protected readonly ms = signal(0);
  protected readonly running = signal(false);
  protected readonly slow = draft<(typeof SLOWER)[number]>('knock.slow', '30 ×');
  protected readonly slowSaid = computed(() => {
    const [real, times] = [this.lastMs() / 1000, parseInt(this.slow())];
    return `Slow motion: the ${fixed(real, 1)} s of the drive take ${fixed(real * times, 0)} s here. The sound is not slowed.`;
  });
  protected readonly lastMs = computed(() => Math.max(1, (this.run()?.motion.gap.length ?? 901) - 1));
  private frame = 0;
  private before = 0;

  constructor() {
    const calm = matchMedia('(prefers-reduced-motion: reduce)').matches;
    // It moves when it is opened, unless somebody asked for calm.
    if (!calm) this.start();
    inject(DestroyRef).onDestroy(() => {
      cancelAnimationFrame(this.frame);
      this.player.stop();
    });
    // Other settings: from the bump again.
    effect(() => {
      this.trial();
      untracked(() => this.ms.set(Math.min(this.ms(), 40)));
    });
  }
  protected toggle(): void {
    if (this.running()) {
      this.running.set(false);
      cancelAnimationFrame(this.frame);
    } else this.start();
  }
  private start(): void {
    this.running.set(true);
    this.before = performance.now();
    const tick = (now: number) => {
      const dt = Math.min(100, now - this.before);
      this.before = now;
      const next = this.ms() + dt / parseInt(this.slow());
      // At its end it begins again.
      this.ms.set(next > this.lastMs() ? 0 : next);
      this.frame = requestAnimationFrame(tick);
    };
    this.frame = requestAnimationFrame(tick);
  }
  protected scrub(ms: number): void {
    if (this.running()) this.toggle();
    this.ms.set(ms);
  }

  protected readonly moment = computed((): Moment => {
    const m = this.run()?.motion;
    const still = { left: 0, right: 0 };
    if (!m) return { travel: still, wheel: still, road: still, gapMm: 0, struck: false };
    const i = Math.min(m.gap.length - 1, Math.floor(this.ms()));
    const half = this.axle().trackMm / 2000;
    const [z, roll] = [m.body[i]!, m.roll[i]!];
    const mm = (x: number): number => x * 1000;
    const wheel = { left: mm(m.left[i]!), right: mm(m.right[i]!) };
    const t = i * m.stepS;
    // Until all of it is worked out the bar's end is taken to have no mass.
    const apart = this.run()?.between ?? m.gap;
    return {
      wheel,
      travel: { left: wheel.left - mm(z + roll * half), right: wheel.right - mm(z - roll * half) },
      road: { left: mm(m.roadLeft[i]!), right: mm(m.roadRight[i]!) },
      gapMm: mm(apart[i]!),
      struck: (this.run()?.strikes ?? []).some((c) => c.atS <= t && t - c.atS < SHOWN_S),
    };
  });

  // --- what is said and set ------------------------------------------------------------
  protected readonly series = computed((): Series[] => {
    const m = this.run()?.motion;
    if (!m) return [];
    const digits = (x: number): number => Number(this.units.lengthDigits(x, 3).replace(',', '.'));
    const every = Math.max(1, Math.floor(m.gap.length / CHART_POINTS));
    const half = digits(this.trial().playMm / 2);
    const between = this.run()?.between;
    const points: { x: number; y: number }[] = [];
    for (let i = 0; between && i < between.length; i += every)
      points.push({ x: i * m.stepS * 1000, y: digits(between[i]! * 1000) });
    const edge = (y: number): Series => ({
      label: 'seat',
      points: [
        { x: 0, y },
        { x: this.lastMs(), y },
      ],
      dash: [3, 4],
      guide: true,
    });
    return [
      { label: 'stud', points, thin: true, tone: 'ink' },
      edge(half),
      edge(-half),
      {
        label: 'knocks',
        points: this.knocks().map((k) => ({ x: k.atS * 1000, y: Math.sign(k.speedMPerS) * half })),
        loose: true,
        marker: 'triangle',
        tone: 'bark',
      },
    ];
  });
  protected readonly chartLabel = computed(
    () =>
      `Where the stud stands in its play, over time: ${this.knocks().length} knocks in ${fixed(this.lastMs() / 1000, 1)} seconds`,
  );
  protected readonly pictureLabel = computed(
    () =>
      `The ${this.end()} axle from behind, ${this.trial().wheels} over a bump; the gap at the left link’s lower end drawn large`,
  );
  protected readonly fields = computed(() => {
    const [t, u] = [this.trial(), this.units];
    const slider = (
      key: keyof typeof TRIAL_BOUNDS,
      label: string,
      value: number,
      said: string,
      step: number,
      range: readonly [number, number] = TRIAL_BOUNDS[key],
    ) => ({ key, label, value, said, step, min: range[0], max: range[1], set: (v: number) => ({ [key]: v }) });
    return [
      slider('playMm', 'Play', t.playMm, u.sayLength(t.playMm, 1), 0.1, [0, 4]),
      slider('bumpMm', 'Bump', t.bumpMm, u.sayLength(t.bumpMm, 0), 1, [5, 60]),
      slider('speedKmh', 'Speed', t.speedKmh, `${u.sayDistance(t.speedKmh)}/h`, 1, [5, 50]),
      ...(t.barMm === undefined ? [] : [slider('barMm', 'Sway bar', t.barMm, u.sayLength(t.barMm, 0), 1, [14, 34])]),
    ];
  });

  protected readonly low = signal(false);
  protected async hear(): Promise<void> {
    if (this.player.playing() === 'knock') return this.player.stop();
    const { samples, hz, low } = await firstValueFrom(
      this.sounder.ask('strikes', { strikes: this.run()?.strikes ?? [], seconds: this.lastMs() / 1000 + 0.2 }),
    );
    this.low.set(low);
    this.player.play('knock', samples, hz);
  }
}
