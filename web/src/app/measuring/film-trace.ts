import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { WorkedFilm } from '../workers/film-work';

const [WIDTH, HEIGHT, EDGE] = [600, 120, 8] as const;

/** Where the card stood, picture by picture, with the rests the play is taken from. */
@Component({
  selector: 'ak-film-trace',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (worked().along.length) {
      <svg viewBox="0 0 600 120" class="w-full" role="img" [attr.aria-label]="label()">
        @for (r of rests(); track r.from) {
          <rect [attr.x]="r.x" y="0" [attr.width]="r.width" height="120" fill="var(--color-ash-100)" />
          <line
            [attr.x1]="r.x"
            [attr.x2]="r.x + r.width"
            [attr.y1]="r.y"
            [attr.y2]="r.y"
            stroke="var(--color-ink)"
            stroke-width="3"
          />
        }
        @for (p of points(); track $index) {
          <circle [attr.cx]="p.x" [attr.cy]="p.y" r="2.5" fill="var(--color-bark)" />
        }
      </svg>
    }
  `,
})
export class FilmTrace {
  readonly worked = input.required<WorkedFilm>();
  private readonly scale = computed(() => {
    const xs = this.worked().along;
    const [lo, hi] = [Math.min(...xs), Math.max(...xs)];
    const span = hi - lo || 1;
    return {
      x: (i: number) => EDGE + ((WIDTH - 2 * EDGE) * i) / Math.max(1, xs.length - 1),
      y: (v: number) => HEIGHT - EDGE - ((HEIGHT - 2 * EDGE) * (v - lo)) / span,
    };
  });
  protected readonly points = computed(() => {
    const { x, y } = this.scale();
    return this.worked().along.map((v, i) => ({ x: x(i), y: y(v) }));
  });
  protected readonly rests = computed(() => {
    const { x, y } = this.scale();
    const xs = this.worked().along;
    return this.worked().rests.map((r) => {
      const inside = [...xs.slice(r.from, r.to + 1)].sort((a, b) => a - b);
      return { from: r.from, x: x(r.from), width: x(r.to) - x(r.from), y: y(inside[Math.floor(inside.length / 2)]!) };
    });
  });
  protected readonly label = computed(
    () => `Where the card stood in ${this.worked().along.length} pictures, with ${this.worked().rests.length} rests`,
  );
}
