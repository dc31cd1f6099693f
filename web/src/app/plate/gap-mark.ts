import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { JointState } from '@ash-knot/core';

/** Two short blocks facing each other: touching when sound, further apart the worse it gets. */
@Component({
  selector: 'ak-gap-mark',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: {
    class: 'inline-block leading-none',
    '[style.width.px]': 'size() * 1.55',
    '[style.height.px]': 'size()',
  },
  template: `
    <svg viewBox="0 0 31 20" class="block h-full w-full" aria-hidden="true">
      @switch (state()) {
        @case ('not looked at') {
          <g fill="none" stroke="currentColor" stroke-width="1.2" opacity=".65">
            <rect x="2.6" y=".6" width="11.8" height="18.8" />
            <rect x="16.6" y=".6" width="11.8" height="18.8" />
          </g>
        }
        @case ('can’t tell yet') {
          <g fill="none" stroke="currentColor" stroke-width="1.6" stroke-dasharray="2.2 1.8">
            <rect x="1.8" y=".8" width="11.4" height="18.4" />
            <rect x="17.8" y=".8" width="11.4" height="18.4" />
          </g>
        }
        @case ('dangerous') {
          <path d="M9 0h13v20H9z" [attr.fill]="'url(#' + id + ')'" />
          <g fill="currentColor">
            <rect x="0" y="3.5" width="9" height="16.5" />
            <rect x="22" y="0" width="9" height="16.5" />
          </g>
          <defs>
            <pattern [attr.id]="id" width="3.4" height="3.4" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
              <rect width="1.5" height="3.4" fill="currentColor" />
            </pattern>
          </defs>
        }
        @default {
          <g fill="currentColor">
            <rect [attr.x]="14.9 - gap() / 2 - 12" y="0" width="12" height="20" />
            <rect [attr.x]="16.1 + gap() / 2" y="0" width="12" height="20" />
          </g>
        }
      }
    </svg>
  `,
})
export class GapMark {
  private static made = 0;
  readonly state = input.required<JointState>();
  readonly size = input(20);
  protected readonly id = `hatch${GapMark.made++}`;
  protected readonly gap = computed(
    () => ({ sound: 0, watch: 2.6, loose: 6.4 })[this.state() as 'sound' | 'watch' | 'loose'] ?? 0,
  );
}
