import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { WHEEL_STAGES } from '@ash-knot/core';

/** The wheel's nuts round their circle: which is next, in which stage. */
@Component({
  selector: 'ak-star-drawing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="flex items-center gap-6">
      <svg viewBox="-80 -80 160 160" width="150" height="150" role="img" [attr.aria-label]="'Next: nut ' + now().nut">
        <circle r="74" fill="none" stroke="var(--color-ash-400)" stroke-width="1.5" />
        <polyline [attr.points]="path()" fill="none" stroke="var(--color-ash-400)" stroke-width="1.5" />
        @for (n of nuts(); track n.nut) {
          <circle
            [attr.cx]="n.x"
            [attr.cy]="n.y"
            r="17"
            [attr.fill]="n.nut === now().nut ? 'var(--color-ink)' : n.done ? 'var(--color-bark)' : 'var(--color-chalk)'"
            stroke="var(--color-bark)"
            stroke-width="1.5"
          />
          <text
            [attr.x]="n.x"
            [attr.y]="n.y + 5.5"
            text-anchor="middle"
            class="mono"
            font-size="16"
            font-weight="600"
            [attr.fill]="n.nut === now().nut || n.done ? 'var(--color-ash-100)' : 'var(--color-bark)'"
          >
            {{ n.nut }}
          </text>
        }
      </svg>
      <div>
        <p class="text-lg font-bold">{{ now().done ? 'All clicked' : 'Nut ' + now().nut }}</p>
        <p class="soft">
          {{
            now().again
              ? 'The first one again, full torque.'
              : 'Stage ' + now().stage + ' of ' + stages + ': ' + now().percent + ' % of the torque.'
          }}
        </p>
        <p class="mono mt-2">{{ order().join(' – ') }}</p>
      </div>
    </div>
  `,
})
export class StarDrawing {
  readonly order = input.required<readonly number[]>();
  readonly clicks = input.required<number>();
  protected readonly stages = WHEEL_STAGES.length;
  private at(nut: number): { x: number; y: number } {
    const a = ((nut - 1) / this.order().length) * 2 * Math.PI - Math.PI / 2;
    return { x: Math.round(52 * Math.cos(a) * 10) / 10, y: Math.round(52 * Math.sin(a) * 10) / 10 };
  }
  protected readonly now = computed(() => {
    const n = this.order().length;
    const k = this.clicks();
    const stage = Math.min(WHEEL_STAGES.length, Math.floor(k / n) + 1);
    const again = k >= n * WHEEL_STAGES.length;
    return {
      nut: again ? this.order()[0]! : this.order()[k % n]!,
      stage,
      percent: Math.round(WHEEL_STAGES[stage - 1]! * 100),
      again,
      done: k > n * WHEEL_STAGES.length,
    };
  });
  protected readonly nuts = computed(() => {
    const inStage = this.clicks() % this.order().length;
    return this.order().map((nut, i) => ({ nut, ...this.at(nut), done: i < inStage || this.now().again }));
  });
  protected readonly path = computed(() =>
    this.order()
      .map((n) => `${this.at(n).x},${this.at(n).y}`)
      .join(' '),
  );
}
