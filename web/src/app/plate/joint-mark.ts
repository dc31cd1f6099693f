import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { JointState } from '@ash-knot/core';

/**
 * The state of a joint on the drawing: two blocks along the line its play works on, further apart the worse it gets.
 * Sound ones are quiet; a loose one has a ring, a dangerous one a hatched field as well. Fits a circle of 10.5 px,
 * its ring one of 13. Stands inside an svg.
 */
@Component({
  // Inside an svg only its own elements stand.
  // eslint-disable-next-line @angular-eslint/component-selector
  selector: 'g[akJointMark]',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @switch (state()) {
      @case ('not looked at') {
        <svg:g fill="var(--color-ash-100)" stroke="var(--color-bark-soft)" stroke-width="1.3">
          <svg:rect x="-7.2" y="-7" width="6.6" height="14" />
          <svg:rect x=".6" y="-7" width="6.6" height="14" />
        </svg:g>
      }
      @case ('can’t tell yet') {
        <svg:g fill="var(--color-ash-100)" stroke="var(--color-bark)" stroke-width="1.7" [attr.stroke-dasharray]="'2.2 1.9'">
          <svg:rect x="-8" y="-7" width="6" height="14" />
          <svg:rect x="2" y="-7" width="6" height="14" />
        </svg:g>
      }
      @case ('dangerous') {
        <svg:g fill="var(--color-oxide)">
          <svg:rect x="-9" y="-5" width="5.6" height="12" />
          <svg:rect x="3.4" y="-7" width="5.6" height="12" />
          <svg:path d="M-3.2 6L3.2 -1M-3.2 1L2.4 -6M-1.4 8L3.2 3" stroke="var(--color-oxide)" stroke-width="1.7" />
        </svg:g>
      }
      @default {
        <svg:g [attr.fill]="state() === 'sound' ? 'var(--color-bark-soft)' : 'var(--color-bark)'">
          <svg:rect [attr.x]="-half() - 6" y="-7" width="6" height="14" />
          <svg:rect [attr.x]="half()" y="-7" width="6" height="14" />
        </svg:g>
      }
    }
  `,
})
export class JointMark {
  readonly state = input.required<JointState>();
  /** Half of what the blocks stand apart, px: sound ones all but touch. */
  protected readonly half = computed(
    () => ({ sound: 0.5, watch: 1.6, loose: 3.2 })[this.state() as 'sound' | 'watch' | 'loose'] ?? 0.5,
  );
}
