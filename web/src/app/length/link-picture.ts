import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { AxleSpec } from '@ash-knot/core';
import { between, type Vec3 } from '@ash-knot/core/numeric';
import { cornerDrawn, layoutCorner } from '../plate/corner-views';
import { drawSolids } from '../plate/scene/draw';
import { Strokes } from '../plate/strokes';
import { Units } from '../session/units';

const WIDE = 560;
const HIGH = 290;

/** The left corner from behind and from its side, its link in ink with its length: what a length is worked out for. */
@Component({
  selector: 'ak-link-picture',
  imports: [Strokes],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block bg-ash-200' },
  template: `
    <svg
      [attr.viewBox]="'0 0 ' + wide + ' ' + high"
      class="block w-full"
      role="img"
      [attr.aria-label]="'The left corner with its link' + (length() ? ', ' + length() : '')"
      data-testid="link-picture"
    >
      <defs>
        @for (v of views(); track v.id) {
          <clipPath [attr.id]="'link-picture-' + v.id">
            <rect [attr.x]="v.box.x" y="0" [attr.width]="v.box.width" [attr.height]="high" />
          </clipPath>
        }
      </defs>
      @for (v of views(); track v.id) {
        <g [attr.clip-path]="'url(#link-picture-' + v.id + ')'">
          <g akStrokes [shapes]="v.shapes" inked="left" />
        </g>
      }
      @if (label(); as l) {
        <text
          [attr.x]="l[0]"
          [attr.y]="l[1]"
          font-size="17"
          font-weight="700"
          fill="var(--color-ink)"
          stroke="var(--color-ash-200)"
          stroke-width="5"
          paint-order="stroke"
        >
          {{ length() }}
        </text>
      }
    </svg>
  `,
})
export class LinkPicture {
  readonly axle = input.required<AxleSpec>();
  /** What is known of its length, mm. */
  readonly lengthMm = input<number | null>(null);
  private readonly units = inject(Units);
  protected readonly wide = WIDE;
  protected readonly high = HIGH;
  private readonly layout = computed(() => layoutCorner(this.axle(), 'left', { width: WIDE, top: 6, bottom: HIGH - 8 }));
  protected readonly views = computed(() => {
    const l = this.layout();
    const solids = cornerDrawn(this.axle(), 'left');
    return (['behind', 'beside'] as const).map((id) => ({ id, box: l[`${id}Box`], shapes: drawSolids(solids, l[id]) }));
  });
  protected readonly length = computed(() => {
    const mm = this.lengthMm();
    return mm === null ? '' : this.units.sayLength(mm, 0);
  });
  /** Beside the middle of the link, from behind. */
  protected readonly label = computed(() => {
    const { linkMount, barEye } = this.axle().points;
    if (!linkMount || !barEye || !this.length()) return null;
    const [x, y] = this.layout().behind.to(between(linkMount.at, barEye.at, 0.5) as Vec3);
    return [x + 12, y] as const;
  });
}
