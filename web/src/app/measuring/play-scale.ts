import { convert } from '@ash-knot/core';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { PlayView } from '@ash-knot/core';
import { Units } from '../session/units';

/** The limit as a post, the mean as a dot, the doubt as a bar. */
@Component({
  selector: 'ak-play-scale',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg viewBox="0 0 520 66" class="block w-full" role="img" [attr.aria-label]="label()">
      <path d="M10 36H510" stroke="var(--color-ash-500)" stroke-width="1" />
      @for (t of ticks(); track t.v) {
        <path [attr.d]="'M' + t.x + ' 32v8'" stroke="var(--color-ash-500)" />
        <text [attr.x]="t.x" y="56" text-anchor="middle" class="mono" font-size="13" fill="var(--color-bark-soft)">
          {{ t.v }}
        </text>
      }
      <rect [attr.x]="x(view().limit.limitMm) - 2" y="8" width="4" height="34" fill="var(--color-bark)" />
      <text [attr.x]="x(view().limit.limitMm) + 7" y="17" font-size="13" font-weight="600" fill="var(--color-bark)">
        limit {{ units.lengthDigits(view().limit.limitMm) }}
      </text>
      <rect
        [attr.x]="x(view().doubt.meanMm - view().doubt.oneSidedMm)"
        y="31"
        [attr.width]="x(view().doubt.meanMm + view().doubt.oneSidedMm) - x(view().doubt.meanMm - view().doubt.oneSidedMm)"
        height="10"
        fill="var(--color-ink)"
        opacity=".35"
      />
      <circle [attr.cx]="x(view().doubt.meanMm)" cy="36" r="7" fill="var(--color-ink)" />
      @for (r of view().readings; track r.entry) {
        <path [attr.d]="'M' + x(r.playMm) + ' 22v7'" stroke="var(--color-ink)" stroke-width="1.5" />
      }
    </svg>
  `,
})
export class PlayScale {
  protected readonly units = inject(Units);
  readonly view = input.required<PlayView>();
  private readonly span = computed(() => {
    const v = this.view();
    return Math.max(v.limit.limitMm * 1.5, ...v.readings.map((r) => r.playMm), v.doubt.meanMm + v.doubt.oneSidedMm) * 1.1;
  });
  protected readonly ticks = computed(() => {
    const one = convert(1, this.units.length(), 'mm', 'length');
    const span = this.span() / one;
    const step = [0.001, 0.002, 0.005, 0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5].find((s) => span / s <= 8) ?? 10;
    return Array.from({ length: Math.floor(span / step) + 1 }, (_, i) => ({
      v: Number((i * step).toFixed(3)),
      x: this.x(i * step * one),
    }));
  });
  protected readonly label = computed(
    () => `Mean ${this.units.sayLength(this.view().doubt.meanMm)}, limit ${this.units.sayLength(this.view().limit.limitMm)}`,
  );
  protected x(mm: number): number {
    return 10 + (Math.max(0, mm) / this.span()) * 500;
  }
}
