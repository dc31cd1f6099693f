import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { BarRate } from '@ash-knot/core';
import { SaveDrawing } from '../kit/save-drawing';

const WIDE = 560;
const HIGH = 190;
const EDGE = 26;

/** A bar from above, to scale, as thick as it is stressed; where it is stressed most is marked. */
@Component({
  selector: 'ak-bar-drawing',
  imports: [SaveDrawing],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <svg
      #pic
      class="block w-full"
      [attr.viewBox]="'0 0 ' + wide + ' ' + high"
      role="img"
      [attr.aria-label]="label()"
      data-testid="bar-drawing"
    >
      @for (p of pieces(); track $index) {
        <path [attr.d]="p.d" fill="none" stroke="var(--color-bark)" [attr.stroke-width]="p.w + 2.4" stroke-linecap="round" />
      }
      @for (p of pieces(); track $index) {
        <path [attr.d]="p.d" fill="none" [attr.stroke]="p.colour" [attr.stroke-width]="p.w" stroke-linecap="round" />
      }
      @for (b of bushings(); track $index) {
        <rect
          [attr.x]="b[0] - 7"
          [attr.y]="b[1] - 12"
          width="14"
          height="24"
          rx="3"
          fill="none"
          stroke="var(--color-bark)"
          stroke-width="2"
        />
      }
      @for (w of worst(); track $index) {
        <path [attr.d]="'M' + w[0] + ' ' + (w[1] - 14) + 'l-5 -9h10z'" fill="var(--color-bark)" />
      }
    </svg>
    <ak-save-drawing [of]="pic" name="sway-bar" />
  `,
})
export class BarDrawing {
  readonly rate = input.required<BarRate>();
  /** Where it is held, along the line of the bar's bushings: outward, mm. */
  readonly bushingsMm = input.required<number>();
  protected readonly wide = WIDE;
  protected readonly high = HIGH;

  private readonly at = computed(() => {
    const s = this.rate().stations;
    const xs = s.map((p) => p.at[0]);
    const ys = s.map((p) => p.at[1]);
    const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
    const k = Math.min((WIDE - 2 * EDGE) / (y1 - y0), (HIGH - 2 * EDGE) / Math.max(1, x1 - x0));
    const top = (HIGH - (x1 - x0) * k) / 2;
    // Left on the left; forward up.
    return (p: readonly number[]): [number, number] => [WIDE / 2 - (p[1]! - (y0 + y1) / 2) * k, top + (x1 - p[0]!) * k];
  });
  protected readonly pieces = computed(() => {
    const { stations, worst } = this.rate();
    return stations.slice(1).map((b, i) => {
      const a = stations[i]!;
      const [p, q] = [this.at()(a.at), this.at()(b.at)];
      const share = (a.stressMpa + b.stressMpa) / 2 / worst.stressMpa;
      return {
        d: `M${p[0].toFixed(1)} ${p[1].toFixed(1)}L${q[0].toFixed(1)} ${q[1].toFixed(1)}`,
        w: 3 + 9 * share,
        colour: `color-mix(in srgb, var(--color-ink) ${Math.round(100 * share)}%, var(--color-ash-100))`,
      };
    });
  });
  protected readonly bushings = computed(() => {
    const s = this.rate().stations;
    const line = s.reduce((a, b) => (Math.abs(b.at[1]) < Math.abs(a.at[1]) ? b : a)).at[0];
    return [1, -1].map((side) => this.at()([line, (side * this.bushingsMm()) / 2]));
  });
  protected readonly worst = computed(() => {
    const { stations, worst } = this.rate();
    return stations.filter((s) => s.stressMpa > 0.999 * worst.stressMpa).map((s) => this.at()(s.at));
  });
  protected readonly label = computed(
    () =>
      `The bar from above, to scale, as thick as it is stressed: most ${Math.round(this.rate().worst.alongMm)} mm from its left eye`,
  );
}
