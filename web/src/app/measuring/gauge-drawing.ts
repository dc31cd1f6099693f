import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { partsOf, type JointId } from '@ash-knot/core';

const WIDE = 560;
const HIGH = 118;

/** Where gauge, hand and force go on a joint: a small section of it. */
@Component({
  selector: 'ak-gauge-drawing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <svg
      class="block w-full"
      [attr.viewBox]="'0 0 ' + wide + ' ' + high"
      role="img"
      [attr.aria-label]="label()"
      data-testid="gauge-drawing"
    >
      <g transform="translate(0 58)">
        @if (bushing()) {
          <path d="M192 34h26v-30q0 -28 34 -28t34 28v30h26" class="bracket" transform="translate(0 4)" />
          <path d="M222 38v-34q0 -24 30 -24t30 24v34z" class="rubber" />
          <path [attr.d]="'M234 4a18 18 0 1 0 36 0a18 18 0 1 0 -36 0Z'" class="part" />
        } @else {
          <path d="M150 -10h70a32 32 0 0 1 64 0v20a32 32 0 0 1 -64 0v0h-70z" class="part" />
          <g>
            <path d="M232 0a20 20 0 1 0 40 0a20 20 0 1 0 -40 0Z" class="ball" />
            <path d="M270 -8h52v-16h22v48h-22v-16h-52z" class="part" />
          </g>
        }
      </g>
      <!-- Dial on one part, its foot on the other. -->
      <g transform="translate(252 0)">
        <path [attr.d]="'M0 24V' + tip()" class="plunger" />
        <circle cx="0" cy="14" r="12" class="dial" />
        <path d="M0 14l6 -7" class="needle" />
        <path d="M12 14h96v86" class="stand" />
      </g>
      <path d="M420 60v-34m-8 10l8 -10l8 10" class="push" />
      <path d="M420 62v34m-8 -10l8 10l8 -10" class="push" />
      <text x="436" y="42" class="word">{{ force() ? 'pull, force read' : 'pull, read' }}</text>
      <text x="436" y="92" class="word">{{ force() ? 'push, force read' : 'push, read' }}</text>
      <text x="8" y="42" class="word">dial on the {{ bushing() ? 'bar' : 'one part' }},</text>
      <text x="8" y="60" class="word">its foot on the {{ bushing() ? 'frame' : 'other' }}</text>
    </svg>
  `,
  styleUrl: '../kit/drawing.css',
  styles: `
    .ball {
      fill: var(--color-ash-300);
      stroke: var(--color-bark);
      stroke-width: 1.8;
    }
    .dial {
      fill: var(--color-chalk);
      stroke: var(--color-ink);
      stroke-width: 2.2;
    }
    .plunger,
    .needle,
    .stand,
    .push {
      fill: none;
      stroke: var(--color-ink);
      stroke-width: 2.2;
      stroke-linecap: round;
      stroke-linejoin: round;
    }
    .push {
      stroke-width: 2.8;
    }
  `,
})
export class GaugeDrawing {
  readonly joint = input.required<JointId>();
  readonly force = input(false);
  protected readonly wide = WIDE;
  protected readonly high = HIGH;
  protected readonly bushing = computed(() => /bushing/.test(partsOf(this.joint()).kind));
  protected readonly tip = computed(() => (this.bushing() ? 44 : 28));
  protected readonly label = computed(
    () =>
      `Where the gauge goes: dial on one part, its foot on the other; push and pull${this.force() ? ', the force read beside it' : ''}`,
  );
}
