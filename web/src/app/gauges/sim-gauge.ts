import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { interval, startWith, Subscription } from 'rxjs';
import { v7 as uuid } from 'uuid';
import {
  attempt,
  BadInput,
  bell,
  convert,
  simulatedLoop,
  simulatedReading,
  trimmed,
  within,
  type GaugeKind,
  type GaugeSpec,
  fixed,
} from '@ash-knot/core';
import { GaugeInbox } from '../instruments/gauge-inbox';
import { TextField } from '../kit/text-field';
import { Api } from '../state/api';
import { draft } from '../state/draft';
import { Session } from '../session/session';
import { DialFace } from './dial-face';

/** So often it says that it is still there, ms. */
const HERE_MS = 3000;

/** Starting values by kind: noise, zero, drift a reading, in the gauge's unit. */
const NOISE: Partial<Record<GaugeKind, number>> = {
  'dial indicator': 0.008,
  caliper: 0.02,
  'force gauge': 1,
  'torque wrench': 0.4,
};

/**
 * A gauge without a body: dragged or stepped, it sends what it shows to the open sheet of this bay, as a
 * gauge on a cable would. Its noise, zero and drift can be set.
 */
@Component({
  selector: 'ak-sim-gauge',
  imports: [DialFace, RouterLink, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(window:pagehide)': 'shut()' },
  template: `
    @if (gauge(); as g) {
      <main class="mx-auto flex min-h-dvh max-w-md flex-col gap-4 px-5 py-5">
        <header class="flex items-baseline justify-between gap-3">
          <h1 class="text-xl font-bold">{{ g.name }}</h1>
          <span class="soft text-sm">simulated · {{ session.bay() }}</span>
        </header>
        @if (g.kind === 'force gauge') {
          <p class="soft">It meets a joint with these hidden in it, pushes and pulls it twice, and sends the whole loop.</p>
          <div class="grid grid-cols-2 gap-3">
            <ak-text-field label="Play, mm" [mono]="true" [(value)]="play" testId="sim-play" />
            <ak-text-field label="Friction, N" [mono]="true" [(value)]="friction" />
            <ak-text-field label="Stiffness −, N/mm" [mono]="true" [(value)]="minus" />
            <ak-text-field label="Stiffness +, N/mm" [mono]="true" [(value)]="plus" />
          </div>
          <button type="button" class="btn btn-go !min-h-16 text-lg" (click)="sendLoop()" data-testid="sim-loop">
            Push and pull it
          </button>
        } @else {
          @if (g.kind === 'dial indicator') {
            <ak-dial-face class="mx-auto block w-64" [value]="shown()" [perTurn]="perTurn()" [unit]="g.unit" />
          }
          <p class="mono text-center text-6xl leading-none font-semibold text-ink" aria-live="polite" data-testid="sim-shown">
            {{ fixed(shown(), digits()) }}<span class="text-2xl"> {{ g.unit }}</span>
          </p>
          <input
            type="range"
            class="h-12 w-full accent-ink"
            aria-label="What it measures"
            [min]="low()"
            [max]="high()"
            [step]="g.resolution"
            [value]="truth()"
            #slide
            (input)="move(+slide.value)"
            data-testid="sim-slide"
          />
          <div class="grid grid-cols-4 gap-2">
            @for (s of steps(); track s) {
              <button type="button" class="btn mono !px-1" (click)="move(truth() + s)">
                {{ s > 0 ? '+' : '−' }}{{ trim(s) }}
              </button>
            }
          </div>
          @if (g.kind === 'torque wrench') {
            <div class="grid grid-cols-2 items-end gap-3">
              <ak-text-field label="Pulled past its click, %" [mono]="true" [(value)]="past" testId="sim-past" />
              <button
                type="button"
                class="btn"
                [class.btn-on]="toTheLeft()"
                [attr.aria-pressed]="toTheLeft()"
                (click)="toTheLeft.set(!toTheLeft())"
                data-testid="sim-left"
              >
                turned to the left
              </button>
            </div>
          }
          <button type="button" class="btn btn-go !min-h-16 text-lg" (click)="send()" data-testid="sim-send">
            Send {{ fixed(shown(), digits()) }} {{ g.unit }}
          </button>
        }
        <p class="min-h-6 text-sm" [class.wrong]="bad()" role="status" data-testid="sim-said">{{ said() }}</p>
        <details class="rule pt-2">
          <summary class="min-h-11 cursor-pointer py-2 font-semibold">How good it is</summary>
          <div class="mt-2 grid grid-cols-3 gap-3">
            <ak-text-field label="Noise" [mono]="true" [(value)]="noise" testId="sim-noise" />
            <ak-text-field label="Zero stands at" [mono]="true" [(value)]="zero" testId="sim-zero" />
            <ak-text-field label="Drift a reading" [mono]="true" [(value)]="drift" testId="sim-drift" />
          </div>
          <p class="soft mt-2 text-sm">
            In {{ g.unit }}. It steps by {{ g.resolution }} {{ g.unit }}. Sent so far: {{ sent() }}.
          </p>
        </details>
        <a routerLink="/rules/gauges" class="link mt-auto">All gauges</a>
      </main>
    } @else {
      <p class="caution m-6">There is no gauge of that name in the register.</p>
    }
  `,
})
export class SimGauge {
  protected readonly fixed = fixed;
  readonly id = input.required<string>();
  protected readonly session = inject(Session);
  private readonly api = inject(Api);
  private readonly chance = bell(Math.floor(Math.random() * 2 ** 31));
  protected readonly gauge = computed((): GaugeSpec | undefined => this.session.shop()?.gauges.find((g) => g.id === this.id()));
  protected readonly truth = signal(0);
  protected readonly sent = signal(0);
  protected readonly said = signal('');
  protected readonly bad = signal(false);
  protected readonly noise = linkedSignal(() => String(NOISE[this.gauge()?.kind ?? 'caliper'] ?? 0));
  protected readonly zero = signal('0');
  protected readonly drift = signal('0');
  protected readonly play = draft('sim.play', '0.60');
  protected readonly friction = draft('sim.friction', '15');
  protected readonly minus = draft('sim.minus', '1500');
  protected readonly plus = draft('sim.plus', '2000');

  protected readonly digits = computed(() =>
    Math.max(0, Math.min(4, Math.ceil(-Math.log10(this.gauge()?.resolution ?? 1) - 1e-9))),
  );
  /** An indicator goes both ways from its zero. */
  protected readonly low = computed(() => (this.gauge()?.kind === 'dial indicator' ? -this.gauge()!.rangeMax : 0));
  protected readonly high = computed(() => this.gauge()?.rangeMax ?? 1);
  protected readonly perTurn = computed(() => 100 * (this.gauge()?.resolution ?? 0.01));
  protected readonly steps = computed(() => {
    const r = this.gauge()?.resolution ?? 1;
    return [-40 * r, -r, r, 40 * r];
  });
  private readonly settings = computed(() =>
    attempt(() => {
      const g = this.gauge()!;
      const n = (field: string, text: string, lo: number) =>
        within(field, Number(text.replace(',', '.').trim() || NaN), lo, g.rangeMax, g.unit);
      return {
        resolution: g.resolution,
        noise: n('noise', this.noise(), 0),
        zero: n('zero', this.zero(), -g.rangeMax),
        drift: n('drift', this.drift(), -g.rangeMax),
      };
    }),
  );
  /** The noise of this moment: a new one whenever something moves. */
  private readonly now = linkedSignal(() => (this.truth(), this.sent(), this.chance()));
  protected readonly shown = computed(() => {
    const s = this.settings();
    return s.ok ? simulatedReading(this.truth(), s.value, this.sent(), this.now()) : this.truth();
  });

  constructor() {
    const inbox = inject(GaugeInbox);
    let life = new Subscription();
    const say = (id: string, here: 'simulated' | 'gone') =>
      void this.api.post(`/gauges/${id}/here`, { here }).catch(() => undefined);
    effect((leave) => {
      const g = this.gauge();
      if (!g) return;
      life = interval(HERE_MS)
        .pipe(startWith(0))
        .subscribe(() => say(g.id, 'simulated'));
      // Asked by the open sheet to pull: it clicks near what was asked, with its scatter.
      if (g.kind === 'torque wrench')
        life.add(
          inbox.pulls(g.id).subscribe((nm) => {
            // A hand that goes on after the click pulls it past.
            const past = attempt(() => within('pulled past', Number(this.past().replace(',', '.')), 0, 100, '%'));
            if (!past.ok) return this.say(past.error.message, true);
            this.move(convert(nm * (1 + past.value / 100), 'N·m', g.unit, 'torque'));
            void this.send();
          }),
        );
      leave(() => {
        life.unsubscribe();
        say(g.id, 'gone');
      });
    });
    inject(DestroyRef).onDestroy(() => life.unsubscribe());
  }

  /** The window is shut: the bay is told at once, by what a browser still sends then. */
  protected shut(): void {
    const gone = new Blob([JSON.stringify({ here: 'gone' })], { type: 'application/json' });
    if (this.gauge()) navigator.sendBeacon?.(`/api/gauges/${this.id()}/here`, gone);
  }
  /** By how much a pull goes past its click, %. */
  protected readonly past = signal('0');
  /** Turned to the left: it says so by a minus, as wrenches that know directions do. */
  protected readonly toTheLeft = signal(false);
  protected move(to: number): void {
    this.truth.set(Number(Math.max(this.low(), Math.min(this.high(), to)).toFixed(6)));
  }
  protected trim(v: number): string {
    return trimmed(Math.abs(v), 4);
  }
  protected async send(): Promise<void> {
    const g = this.gauge()!;
    const s = this.settings();
    if (!s.ok) return this.say(s.error.message, true);
    // As it would come over its line.
    const left = g.kind === 'torque wrench' && this.toTheLeft();
    const text = `${g.line.before}${left ? '-' : ''}${fixed(this.shown(), this.digits())}${g.line.after}`;
    await this.tell(() => this.api.post(`/gauges/${g.id}/say`, { text }), `Sent ${text}.`);
    this.sent.update((n) => n + 1);
  }
  protected async sendLoop(): Promise<void> {
    const g = this.gauge()!;
    const made = attempt(() => {
      const n = (field: string, text: string, lo: number, hi: number) => within(field, Number(text.replace(',', '.')), lo, hi);
      const width = n('play', this.play(), 0, 5);
      const [minus, plus] = [n('stiffness', this.minus(), 10, 50_000), n('stiffness', this.plus(), 10, 50_000)];
      const s = this.settings();
      if (!s.ok) throw new BadInput(s.error.field, s.error.bound);
      return simulatedLoop(
        {
          a: -width / 2,
          b: width / 2,
          minus,
          plus,
          middle: width > 0 ? 0 : (minus + plus) / 2,
          friction: n('friction', this.friction(), 0, 500),
          contact: 6000,
        },
        {
          points: 1200,
          reach: width / 2 + 0.7,
          noiseMm: 0.002,
          noiseN: s.value.noise,
          seed: Math.floor(Math.random() * 2 ** 31),
        },
      );
    });
    if (!made.ok) return this.say(made.error.message, true);
    const { x, f } = made.value;
    const rows = ['displacement [mm],force [N]', ...Array.from(x, (v, i) => `${fixed(v, 4)},${fixed(f[i]!, 1)}`)];
    await this.tell(
      () => this.api.putText(`/gauges/${g.id}/loops/${uuid()}`, rows.join('\n')),
      `Sent a loop of ${x.length} points.`,
    );
    this.sent.update((n) => n + 1);
  }
  private async tell(work: () => Promise<unknown>, done: string): Promise<void> {
    try {
      await work();
      this.say(done, false);
    } catch (e) {
      this.say((e as Error).message, true);
    }
  }
  private say(text: string, bad: boolean): void {
    this.said.set(text);
    this.bad.set(bad);
  }
}
