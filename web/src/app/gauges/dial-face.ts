import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';

/** The face of an indicator: a hundred divisions a turn, one long pointer, a small one for the turns. */
@Component({
  selector: 'ak-dial-face',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg viewBox="-110 -110 220 220" class="block w-full" role="img" [attr.aria-label]="value() + ' ' + unit()">
      <circle r="106" fill="var(--color-chalk)" stroke="var(--color-bark)" stroke-width="3" />
      @for (t of ticks; track t.at) {
        <path [attr.d]="t.d" stroke="var(--color-bark)" [attr.stroke-width]="t.long ? 2 : 1" />
        @if (t.word) {
          <text [attr.x]="t.x" [attr.y]="t.y + 5" text-anchor="middle" class="mono" font-size="14" fill="var(--color-bark)">
            {{ t.word }}
          </text>
        }
      }
      <circle cy="36" r="17" fill="none" stroke="var(--color-ash-400)" />
      <path d="M0 36v-14" stroke="var(--color-bark)" stroke-width="2" [attr.transform]="'rotate(' + turns() * 36 + ' 0 36)'" />
      <path d="M0 22L0 -86" stroke="var(--color-ink)" stroke-width="3" [attr.transform]="'rotate(' + angle() + ')'" />
      <circle r="6" fill="var(--color-ink)" />
    </svg>
  `,
})
export class DialFace {
  readonly value = input.required<number>();
  readonly perTurn = input.required<number>();
  readonly unit = input('mm');
  protected readonly turns = computed(() => this.value() / this.perTurn());
  protected readonly angle = computed(() => 360 * this.turns());
  protected readonly ticks = Array.from({ length: 100 }, (_, at) => {
    const a = (at / 100) * 2 * Math.PI;
    const [s, c] = [Math.sin(a), -Math.cos(a)];
    const long = at % 10 === 0;
    const r = long ? 86 : at % 5 === 0 ? 91 : 95;
    return {
      at,
      long,
      d: `M${(s * r).toFixed(1)} ${(c * r).toFixed(1)}L${(s * 101).toFixed(1)} ${(c * 101).toFixed(1)}`,
      word: long ? String(at) : '',
      x: s * 72,
      y: c * 72,
    };
  });
}
