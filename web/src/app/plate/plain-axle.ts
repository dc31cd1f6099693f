import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { JOINT_SPECS, partsOf, type AxleEnd, type AxleSpec, type Side, type JointId } from '@ash-knot/core';
import { layoutBehind } from './corner-views';
import { axleSolids } from './scene/axle';
import { drawSolids } from './scene/draw';
import type { Point } from './scene/view';
import { Strokes } from './strokes';

const WIDE = 720;
const HIGH = 330;
const EDGE = 10;
/** A number's circle, and how far it stands from what it is about, px. */
const RADIUS = 13;
const AWAY = [34, 48, 64, 84, 108] as const;
/** The ways out from a joint, up first: below it is the ground. */
const WAYS = [90, 60, 120, 30, 150, 0, 180, -30, -150].map((deg) => (deg * Math.PI) / 180);

/** What a driver is shown of a part: a number that the list beside the picture tells of. */
export interface PlainMark {
  readonly number: number;
  readonly joint: JointId;
  /** A new one is in. */
  readonly renewed: boolean;
}

/** The whole axle from behind, plain: what was worn and what is new, by number; no measures. */
@Component({
  selector: 'ak-plain-axle',
  imports: [Strokes],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <svg
      [attr.viewBox]="'0 0 ' + wide + ' ' + high"
      class="block w-full"
      font-family="sans-serif"
      role="img"
      [attr.aria-label]="'The ' + end() + ' axle from behind, with what the numbers are about'"
      data-testid="plain-axle"
    >
      <rect [attr.width]="wide" [attr.height]="high" fill="#ffffff" />
      <g akStrokes [shapes]="shapes()" palette="paper" />
      @for (m of placed(); track m.number) {
        <path [attr.d]="m.leader" fill="none" stroke="#ffffff" stroke-width="5" />
        <path [attr.d]="m.leader" fill="none" stroke="#211d18" stroke-width="1.6" />
        <circle [attr.cx]="m.at[0]" [attr.cy]="m.at[1]" r="4" fill="#211d18" stroke="#ffffff" stroke-width="1.5" />
        <circle
          [attr.cx]="m.c[0]"
          [attr.cy]="m.c[1]"
          [attr.r]="radius"
          [attr.fill]="m.renewed ? '#211d18' : '#ffffff'"
          stroke="#211d18"
          stroke-width="1.8"
        />
        <text
          [attr.x]="m.c[0]"
          [attr.y]="m.c[1] + 5"
          text-anchor="middle"
          font-size="15"
          font-weight="700"
          [attr.fill]="m.renewed ? '#ffffff' : '#211d18'"
        >
          {{ m.number }}
        </text>
      }
      <text x="8" y="18" font-size="13" fill="#211d18">{{ sides().left }}</text>
      <text [attr.x]="wide - 8" y="18" font-size="13" text-anchor="end" fill="#211d18">{{ sides().right }}</text>
    </svg>
  `,
})
export class PlainAxle {
  readonly end = input.required<AxleEnd>();
  readonly axle = input.required<AxleSpec>();
  /** Left and right in the language of its paper. */
  readonly sides = input<Readonly<Record<Side, string>>>({ left: 'left', right: 'right' });
  readonly marks = input.required<readonly PlainMark[]>();
  protected readonly wide = WIDE;
  protected readonly high = HIGH;
  protected readonly radius = RADIUS;
  private readonly view = computed(() => layoutBehind(this.axle(), WIDE, HIGH, EDGE));
  protected readonly shapes = computed(() => drawSolids(axleSolids(this.axle()), this.view()));
  /** Each number beside its joint, clear of every joint that has one and of the other numbers. */
  protected readonly placed = computed(() => {
    const joints = this.marks().map((m): Point => {
      const { side, kind } = partsOf(m.joint);
      const [x, y, z] = JOINT_SPECS[kind].place(this.axle());
      return this.view().to([x, side === 'left' ? y : -y, z]);
    });
    const taken: Point[] = [];
    return this.marks().map((m, i) => {
      const at = joints[i]!;
      const c = freePlace(at, [...joints, ...taken]);
      taken.push(c);
      return { ...m, at, c, leader: `M${at[0]} ${at[1]}L${c[0]} ${c[1]}` };
    });
  });
}

/** The nearest place for a number that is clear of these, and on the picture. */
function freePlace([x, y]: Point, taken: readonly Point[]): Point {
  for (const r of AWAY)
    for (const way of WAYS) {
      const c: Point = [x + r * Math.cos(way), y - r * Math.sin(way)];
      const inside = c[0] > RADIUS && c[0] < WIDE - RADIUS && c[1] > RADIUS && c[1] < HIGH - RADIUS - 14;
      if (inside && taken.every((t) => Math.hypot(t[0] - c[0], t[1] - c[1]) > 2 * RADIUS + 3)) return c;
    }
  return [x, Math.max(RADIUS, y - AWAY[0])];
}
