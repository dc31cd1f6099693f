import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { Side } from '@ash-knot/core';
import type { Shape } from './shapes';

/** The strokes of an axle on the screen, back to front. Stands inside an svg. */
@Component({
  // Inside an svg only its own elements stand.
  // eslint-disable-next-line @angular-eslint/component-selector
  selector: 'g[akStrokes]',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (s of shapes(); track $index) {
      @switch (s.kind) {
        @case ('tube') {
          <svg:path
            [attr.d]="s.d"
            fill="none"
            stroke="var(--color-bark)"
            [attr.stroke-width]="s.width"
            stroke-linecap="round"
            stroke-linejoin="round"
          />
          <svg:path
            [attr.d]="s.d"
            fill="none"
            stroke="var(--color-ash-100)"
            [attr.stroke-width]="s.width! - 3.2"
            stroke-linecap="round"
            stroke-linejoin="round"
          />
        }
        @case ('link') {
          <svg:path
            [attr.d]="s.d"
            fill="none"
            [attr.stroke]="limit() ? 'var(--color-oxide)' : inked() === s.side ? 'var(--color-ink)' : 'var(--color-bark)'"
            [attr.stroke-width]="s.width! + (inked() === s.side ? 1.5 : 0)"
            stroke-linecap="round"
          />
        }
        @default {
          <svg:path [attr.d]="s.d" [class]="'shape-' + s.kind" [attr.stroke-width]="s.width" />
        }
      }
    }
  `,
  styles: `
    .shape-gap {
      fill: var(--color-ash-200);
    }
    .shape-hidden {
      fill: none;
      stroke: var(--color-ash-500);
      stroke-width: 1.3;
      stroke-dasharray: 7 4;
    }
    .shape-ink {
      fill: none;
      stroke: var(--color-bark);
      stroke-linecap: round;
      stroke-linejoin: round;
    }
    .shape-part {
      fill: var(--color-ash-100);
      stroke: var(--color-bark);
      stroke-width: 1.8;
      stroke-linejoin: round;
    }
    .shape-rubber {
      fill: var(--color-bark);
    }
    .shape-fine {
      fill: none;
      stroke: var(--color-ash-500);
      stroke-width: 1.1;
    }
    .shape-far {
      fill: none;
      stroke: var(--color-ash-500);
      stroke-width: 2;
      stroke-linecap: round;
    }
    .shape-tyre {
      fill: var(--color-ash-300);
      stroke: var(--color-bark);
      stroke-width: 1.8;
    }
  `,
})
export class Strokes {
  readonly shapes = input.required<readonly Shape[]>();
  /** The link that is looked at, in ink. */
  readonly inked = input<Side | null>(null);
  /** The suspension has come to an end: the link says so. */
  readonly limit = input(false);
}
