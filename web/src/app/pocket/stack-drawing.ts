import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Placed, StackSize } from '@ash-knot/core';

interface Drawn {
  readonly d: string;
  readonly fill: string;
}
const WIDE = 120;

/** The stack from the side, to scale, head at the top: in the order it is laid out, right or wrong. */
@Component({
  selector: 'ak-stack-drawing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg
      [attr.viewBox]="'0 0 ' + wide + ' ' + high()"
      class="block w-full max-w-[120px]"
      role="img"
      aria-label="The stack to scale, head at the top"
    >
      @for (p of pieces(); track $index; let i = $index) {
        <path
          [attr.d]="p.d"
          [attr.fill]="p.fill"
          [attr.stroke]="i === bad() ? 'var(--color-oxide)' : 'var(--color-bark)'"
          [attr.stroke-width]="i === bad() ? 3 : 1.3"
          stroke-linejoin="round"
        />
      }
    </svg>
  `,
})
export class StackDrawing {
  readonly stack = input.required<readonly Placed[]>();
  readonly size = input.required<StackSize | null>();
  readonly bad = input(-1);
  protected readonly wide = WIDE;

  private readonly laid = computed(() => {
    const s = this.size();
    if (!s) return { pieces: [] as Drawn[], high: 40 };
    const widest = Math.max(s.washerMm, s.grommet.outsideMm, s.boltMm * 2) + 10;
    const k = (WIDE - 8) / widest;
    const mid = WIDE / 2;
    let y = 4;
    const box = (w: number, h: number, fill: string): Drawn => {
      const d = `M${mid - (w * k) / 2} ${y}h${w * k}v${h * k}h${-w * k}Z`;
      y += h * k;
      return { d, fill };
    };
    const pieces = this.stack().map((p): Drawn => {
      switch (p.piece) {
        case 'head':
          return box(s.boltMm * 1.7, s.boltMm * 0.7, 'var(--color-ash-400)');
        case 'nut':
          return box(s.boltMm * 1.7, s.nutHeightMm, 'var(--color-ash-400)');
        case 'grommet': {
          // A barrel: rubber that is touched, not yet pressed.
          const [w, h] = [s.grommet.outsideMm * k, s.grommet.heightMm * k];
          const d = `M${mid - w / 2} ${y}h${w}q4 ${h / 2} 0 ${h}h${-w}q-4 ${-h / 2} 0 ${-h}Z`;
          y += h;
          return { d, fill: 'var(--color-bark-soft)' };
        }
        case 'washer': {
          // Dished: its rim bends towards its hollow.
          const [w, h] = [s.washerMm * k, s.washerThickMm * k];
          const rim = 3 * (p.facing === 'to the head' ? -1 : 1);
          const d = `M${mid - w / 2} ${y + rim}L${mid - w / 2 + 6} ${y}H${mid + w / 2 - 6}L${mid + w / 2} ${y + rim}v${h}L${mid + w / 2 - 6} ${y + h}H${mid - w / 2 + 6}L${mid - w / 2} ${y + rim + h}Z`;
          y += h;
          return { d, fill: 'var(--color-ash-300)' };
        }
        case 'sleeve':
          return box(s.sleeveMm, s.sleeveLengthMm, 'var(--color-ash-200)');
        case 'arm':
          return box(widest, s.armThickMm, 'var(--color-ink-pale)');
        case 'bar':
          return box(widest * 0.9, s.barThickMm, 'var(--color-ink-pale)');
      }
    });
    return { pieces, high: y + 6 };
  });
  protected readonly pieces = computed(() => this.laid().pieces);
  protected readonly high = computed(() => this.laid().high);
}
