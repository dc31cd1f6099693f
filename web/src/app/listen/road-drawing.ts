import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Manoeuvre, When } from '@ash-knot/core';
import { roadPicture } from './roads';

/** A road, or a way of driving, as a small picture beside its words. */
@Component({
  selector: 'ak-road-drawing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <svg viewBox="0 0 120 44" class="block h-full w-full" aria-hidden="true">
      <g [attr.transform]="picture().over ? 'translate(120 0) scale(-1 1)' : null">
        <path
          [attr.d]="picture().lines"
          fill="none"
          stroke="currentColor"
          stroke-width="2.2"
          stroke-linecap="round"
          stroke-linejoin="round"
        />
        <path [attr.d]="picture().filled" fill="currentColor" />
      </g>
    </svg>
  `,
})
export class RoadDrawing {
  readonly of = input.required<When | Manoeuvre>();
  protected readonly picture = computed(() => roadPicture(this.of()));
}
