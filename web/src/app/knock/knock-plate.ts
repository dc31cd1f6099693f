import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { cornerPoints, type AxleEnd, type AxleSpec, type HardPoints, type MovingCorner, type Side, own } from '@ash-knot/core';
import { layoutBehind } from '../plate/corner-views';
import { axleSolids } from '../plate/scene/axle';
import { drawSolids } from '../plate/scene/draw';
import { Strokes } from '../plate/strokes';

/** How everything stands at one moment; lengths in mm, up above nothing. */
export interface Moment {
  /** Of each wheel against the body. */
  readonly travel: Readonly<Record<Side, number>>;
  /** Of each wheel over where it rests. */
  readonly wheel: Readonly<Record<Side, number>>;
  readonly road: Readonly<Record<Side, number>>;
  /** How far the bar's ends differ. */
  readonly gapMm: number;
  /** It closed a moment ago. */
  readonly struck: boolean;
}

const WIDE = 1000;
const HIGH = 470;
const EDGE = 8;
/** Half the lash is drawn so wide, px: the gap itself is what is looked at. */
const HALF_LASH = 46;
/** The block between the two jaws, px. */
const BLOCK = { wide: 46, high: 96 } as const;

/**
 * The axle from behind while it goes over a bump: corners by the suspension's own motion, and in the middle the gap of
 * the link with lash, drawn large. The middle block is the stud, the jaws its socket.
 */
@Component({
  selector: 'ak-knock-plate',
  imports: [Strokes],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <svg
      [attr.viewBox]="'0 0 ' + wide + ' ' + (high + 22)"
      class="block w-full bg-ash-200"
      role="img"
      [attr.aria-label]="label()"
    >
      @for (b of bumps(); track b.side) {
        <path [attr.d]="b.d" fill="var(--color-ash-500)" />
      }
      <svg:g akStrokes [shapes]="shapes()" inked="left" />
      @if (leader(); as l) {
        <path [attr.d]="l.d" fill="none" stroke="var(--color-ink)" stroke-width="2" data-testid="knock-leader" />
        <circle [attr.cx]="l.at[0]" [attr.cy]="l.at[1]" r="13" fill="none" stroke="var(--color-ink)" stroke-width="3" />
      }
      <g [attr.transform]="'translate(' + wide / 2 + ' ' + high * 0.3 + ')'">
        <g [attr.fill]="moment().struck ? 'var(--color-oxide)' : 'var(--color-bark)'">
          <rect [attr.x]="-jaw() - 30" y="-48" width="30" height="96" />
          <rect [attr.x]="jaw()" y="-48" width="30" height="96" />
        </g>
        <path
          [attr.d]="'M' + (-jaw() - 15) + ' 48V74H' + (jaw() + 15) + 'V48'"
          fill="none"
          stroke="var(--color-bark)"
          stroke-width="5"
        />
        <rect
          [attr.x]="stud() - block.wide / 2"
          y="-48"
          [attr.width]="block.wide"
          [attr.height]="block.high"
          [attr.fill]="moment().struck ? 'var(--color-oxide)' : 'var(--color-ink)'"
        />
        <path [attr.d]="'M' + stud() + ' -48V-80'" stroke="var(--color-ink)" stroke-width="9" />
      </g>
    </svg>
    <p class="soft mt-1 text-sm">
      In the middle{{ playMm() === 0 ? '' : ', drawn ' + zoom() + ' × larger than the axle' }}, and ringed where it is: the stud
      of the left link’s lower end in its socket{{ playMm() === 0 ? ', without play' : '' }}.
    </p>
  `,
})
export class KnockPlate {
  readonly end = input.required<AxleEnd>();
  readonly axle = input.required<AxleSpec>();
  readonly corner = input<MovingCorner>();
  readonly moment = input.required<Moment>();
  readonly playMm = input.required<number>();
  readonly label = input.required<string>();
  protected readonly wide = WIDE;
  protected readonly high = HIGH;
  protected readonly block = BLOCK;

  private readonly view = computed(() => layoutBehind(this.axle(), WIDE, HIGH, EDGE));
  /** Half of what the jaws stand apart. */
  protected readonly jaw = computed(() => BLOCK.wide / 2 + (this.playMm() === 0 ? 0 : HALF_LASH));
  protected readonly zoom = computed(() => {
    const px = (2 * HALF_LASH) / this.playMm();
    return Math.max(1, Math.round(px / this.view().pxPerMm));
  });
  /** Where the stud stands between its jaws: beyond them nothing moves but the bar. */
  protected readonly stud = computed(() => {
    const half = this.playMm() / 2;
    if (half === 0) return 0;
    return (Math.max(-half, Math.min(half, this.moment().gapMm)) / half) * HALF_LASH;
  });

  private readonly now = computed(() => ({ left: this.moved('left', 'right'), right: this.moved('right', 'left') }));
  /** From the gap drawn large to where it is: the lower end of the left link, as it stands now. */
  protected readonly leader = computed(() => {
    const { barEye, linkMount } = this.now().left;
    if (!barEye || !linkMount) return undefined;
    const lower = barEye.at[2] < linkMount.at[2] ? barEye : linkMount;
    const at = this.view().to([...lower.at]);
    const from = [WIDE / 2 - this.jaw() - 30, HIGH * 0.3] as const;
    const away = Math.hypot(from[0] - at[0], from[1] - at[1]);
    const edge = [at[0] + (13 * (from[0] - at[0])) / away, at[1] + (13 * (from[1] - at[1])) / away];
    return { at, d: `M${from[0]} ${from[1]}L${edge[0]} ${edge[1]}` };
  });
  protected readonly shapes = computed(() => {
    const now = this.now();
    return drawSolids(axleSolids(this.axle(), now), this.view());
  });
  private moved(mine: Side, other: Side): HardPoints {
    const [m, corner] = [this.moment(), this.corner()];
    const points = corner ? cornerPoints(corner, m.travel[mine], m.travel[other]) : {};
    // The wheel stands where the road has it; its suspension moves the rest against it, so the body goes along.
    const up = m.wheel[mine] - m.travel[mine];
    return Object.fromEntries(
      Object.entries(this.axle().points).flatMap(([name, p]) => {
        if (!p) return [];
        const at = own(points, name) ?? p.at;
        return [[name, { ...p, at: [at[0], at[1], at[2] + up] }]];
      }),
    ) as unknown as HardPoints;
  }
  protected readonly bumps = computed(() => {
    const [m, v, a] = [this.moment(), this.view(), this.axle()];
    return (['left', 'right'] as const).map((side) => {
      const out = side === 'left' ? 1 : -1;
      const x = (mm: number) => v.to([0, out * mm, 0])[0];
      const [x0, x1] = [x(a.trackMm / 2 - a.tyreWidthMm / 2), x(a.trackMm / 2 + a.tyreWidthMm / 2)];
      const [top, ground] = [v.to([0, 0, Math.max(0, m.road[side])])[1], v.to([0, 0, 0])[1]];
      const [from, to] = [Math.min(x0, x1) - 14, Math.max(x0, x1) + 14];
      return { side, d: `M${from} ${ground}L${from + 14} ${top}H${to - 14}L${to} ${ground}Z` };
    });
  });
}
