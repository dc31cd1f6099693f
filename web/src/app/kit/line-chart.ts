import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  effect,
  ElementRef,
  inject,
  input,
  viewChild,
} from '@angular/core';
import { Chart, Filler, LinearScale, LineController, LineElement, PointElement, Tooltip, type Plugin } from 'chart.js';

/** Numbers along an axis: thousands apart, no more decimals than a gauge has. */
const TICK = new Intl.NumberFormat('en-GB', { maximumFractionDigits: 3 });

Chart.register(Filler, LinearScale, LineController, LineElement, PointElement, Tooltip);

export interface Series {
  readonly label: string;
  /** With `low` and `high` a whisker is drawn through the point. */
  readonly points: readonly { x: number; y: number; low?: number; high?: number }[];
  readonly dash?: readonly number[];
  readonly marker?: 'circle' | 'rect' | 'triangle' | 'rectRot' | false;
  /** A line to compare with, not data: thin, no points. */
  readonly guide?: boolean;
  /** Which of the two inks it is drawn in; by its place where left out. */
  readonly tone?: 'ink' | 'bark';
  /** A stretch of something: a thick line. */
  readonly stretch?: boolean;
  /** Marks without a line between them. */
  readonly loose?: boolean;
  /** Data too dense for marks. */
  readonly thin?: boolean;
  /** Filled to the series after it: a band. */
  readonly band?: boolean;
}

/** Chart.js behind a signal: lines told apart by dash and marker, not by colour alone. */
@Component({
  selector: 'ak-line-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block relative' },
  template: `<canvas #c role="img" [attr.aria-label]="label()"></canvas>`,
})
export class LineChart {
  readonly label = input.required<string>();
  readonly series = input.required<readonly Series[]>();
  readonly xTitle = input('');
  readonly yTitle = input('');
  /** Top of the y axis, where it is known. */
  readonly yMax = input<number>();
  /** Where on the x axis an upright line stands: a moment that is looked at. */
  readonly cursor = input<number>();
  /** Whether the y axis begins at zero. */
  readonly fromZero = input(true);
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('c');
  private chart: Chart | undefined;

  constructor() {
    afterNextRender(() => this.draw());
    effect(() => {
      this.series();
      if (this.chart) this.draw();
    });
    // Only drawn again, not made again: it may move with every frame.
    effect(() => {
      this.cursor();
      this.chart?.draw();
    });
    inject(DestroyRef).onDestroy(() => this.chart?.destroy());
  }

  private draw(): void {
    this.chart?.destroy();
    const css = getComputedStyle(document.documentElement);
    const token = (name: string) => css.getPropertyValue(`--color-${name}`).trim();
    const font = { family: css.getPropertyValue('--font-mono'), size: 13 };
    const axis = (text: string) => ({
      type: 'linear' as const,
      title: {
        display: text !== '',
        text,
        color: token('bark-soft'),
        font: { family: css.getPropertyValue('--font-sans'), size: 14 },
      },
      ticks: {
        color: token('bark-soft'),
        font,
        // Numbers lie level: on a narrow screen there are fewer of them.
        maxRotation: 0,
        autoSkipPadding: 14,
        callback: (v: string | number) => TICK.format(Number(v)).replaceAll(',', ' '),
      },
      grid: { color: token('ash-300') },
      border: { color: token('ash-500') },
    });
    const inks = [token('ink'), token('bark'), token('ash-500'), token('lichen')];
    const inkOf = (s: Series, i: number) =>
      s.tone ? token(s.tone) : s.marker === false ? token('oxide') : inks[i % inks.length]!;
    this.chart = new Chart(this.canvas().nativeElement, {
      type: 'line',
      plugins: [this.whiskers(inks), this.upright(token('ink'))],
      data: {
        datasets: this.series().map((s, i) => ({
          label: s.label,
          // Bands lie under lines, lines under marks.
          order: s.band ? 3 : s.guide || s.thin ? 2 : 1,
          data: [...s.points],
          borderColor: s.guide ? token('ash-500') : inkOf(s, i),
          backgroundColor: inkOf(s, i),
          borderWidth: s.band || s.loose ? 0 : s.stretch ? 7 : s.guide || s.thin ? 1.2 : 2,
          ...(s.band ? { fill: '+1', backgroundColor: `${inkOf(s, i)}1f` } : {}),
          ...(s.loose ? { showLine: false } : {}),
          borderDash: [...(s.dash ?? [])],
          pointStyle: s.marker ?? 'circle',
          pointRadius: s.marker === false || s.guide || s.thin || s.band || s.stretch ? 0 : 5,
          tension: 0,
        })),
      },
      options: {
        animation: false,
        responsive: true,
        maintainAspectRatio: false,
        scales: {
          x: axis(this.xTitle()),
          y: {
            ...axis(this.yTitle()),
            beginAtZero: this.fromZero(),
            ...(this.yMax() === undefined ? { grace: '10%' } : { max: this.yMax()! }),
          },
        },
        plugins: { legend: { display: false } },
      },
    });
  }

  /** How sure each point is, as a line through it. */
  private whiskers(inks: readonly string[]): Plugin<'line'> {
    return {
      id: 'whiskers',
      beforeDatasetsDraw: ({ ctx, scales }) => {
        this.series().forEach((s, i) => {
          ctx.strokeStyle = inks[i % inks.length]!;
          ctx.lineWidth = 1.2;
          for (const p of s.points) {
            if (p.low === undefined || p.high === undefined) continue;
            const [x, a, b] = [
              scales['x']!.getPixelForValue(p.x),
              scales['y']!.getPixelForValue(p.low),
              scales['y']!.getPixelForValue(p.high),
            ];
            ctx.beginPath();
            ctx.moveTo(x, a);
            ctx.lineTo(x, b);
            ctx.stroke();
          }
        });
      },
    };
  }
  /** Where the cursor stands. */
  private upright(ink: string): Plugin<'line'> {
    return {
      id: 'cursor',
      afterDatasetsDraw: ({ ctx, scales, chartArea: { top, bottom } }) => {
        const at = this.cursor();
        if (at === undefined) return;
        const x = scales['x']!.getPixelForValue(at);
        ctx.strokeStyle = ink;
        ctx.lineWidth = 2;
        ctx.beginPath();
        ctx.moveTo(x, top);
        ctx.lineTo(x, bottom);
        ctx.stroke();
      },
    };
  }
}
