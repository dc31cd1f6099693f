import { ChangeDetectionStrategy, Component, computed, DestroyRef, ElementRef, inject, input, signal } from '@angular/core';
import { RIM_SHARE, type AxleSpec, type PointName, type Wheels } from '@ash-knot/core';
import { Units } from '../session/units';
import { SaveDrawing } from '../kit/save-drawing';

/** Drawn at its own size, so that its words are as large on a phone. */
const WIDE = 560;
const NARROW = 460;
const HIGH = 300;
const LINE = 22;
const EDGE = 14;
/** So far in from the wheel's middle its neighbours are drawn, mm. */
const INWARD_MM = 420;

/** Members near the wheel, from one hard point to another, as thick as they usually are, mm (common practice, no source). */
const MEMBERS: readonly (readonly [from: PointName, to: PointName, mm: number])[] = [
  ['armInner', 'armOuter', 34],
  ['upperInner', 'upperOuter', 28],
  ['rackEnd', 'tieRodOuter', 18],
  ['damperFoot', 'damperTop', 44],
  ['linkMount', 'barEye', 12],
];

interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** The old wheel and the new one over each other, left corner from behind, one scale: what stands beside them, and by how much they differ. */
@Component({
  selector: 'ak-wheel-drawing',
  imports: [SaveDrawing],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <svg
      #pic
      class="block w-full"
      [attr.viewBox]="'0 0 ' + wide() + ' ' + high()"
      role="img"
      [attr.aria-label]="label()"
      font-family="inherit"
      font-size="13"
      data-testid="wheel-drawing"
    >
      <path [attr.d]="ground()" stroke="var(--color-ash-400)" stroke-width="1.2" fill="none" />
      @for (m of members(); track m.name) {
        <path [attr.d]="m.d" [attr.stroke-width]="m.px + 3" stroke="var(--color-bark)" stroke-linecap="round" fill="none" />
        <path [attr.d]="m.d" [attr.stroke-width]="m.px" [attr.stroke]="m.colour" stroke-linecap="round" fill="none" />
      }
      @if (after(); as w) {
        <rect
          [attr.x]="w.tyre.x"
          [attr.y]="w.tyre.y"
          [attr.width]="w.tyre.width"
          [attr.height]="w.tyre.height"
          [attr.rx]="w.tyre.width * 0.22"
          fill="var(--color-chalk)"
          fill-opacity="0.75"
          stroke="var(--color-ink)"
          stroke-width="2.2"
          data-testid="wheel-after"
        />
        <path [attr.d]="w.rim" stroke="var(--color-ink)" stroke-width="1.6" fill="none" />
      }
      <rect
        [attr.x]="before().tyre.x"
        [attr.y]="before().tyre.y"
        [attr.width]="before().tyre.width"
        [attr.height]="before().tyre.height"
        [attr.rx]="before().tyre.width * 0.22"
        fill="none"
        stroke="var(--color-bark)"
        stroke-width="1.8"
        [attr.stroke-dasharray]="after() ? '6 4' : null"
      />
      <path [attr.d]="before().rim" stroke="var(--color-bark)" stroke-width="1.2" stroke-dasharray="6 4" fill="none" />
      @for (w of words(); track w.text) {
        <text [attr.x]="textX()" [attr.y]="w.y" [attr.fill]="w.colour" [attr.font-weight]="w.bold ? 700 : 400">{{ w.text }}</text>
      }
    </svg>
    <ak-save-drawing [of]="pic" name="other-wheels" />
  `,
})
export class WheelDrawing {
  readonly axle = input.required<AxleSpec>();
  /** The other wheels; none yet where nothing was said. */
  readonly wheels = input<Wheels | null>(null);
  private readonly units = inject(Units);
  protected readonly wide = signal(WIDE);
  private readonly narrow = computed(() => this.wide() < NARROW);
  /** As wide as the wheel and its neighbours have: on a phone the words stand below. */
  private readonly room = computed(() => (this.narrow() ? this.wide() : this.wide() * 0.6));
  protected readonly textX = computed(() => (this.narrow() ? EDGE : this.wide() * 0.62));
  protected readonly high = computed(() => HIGH + (this.narrow() ? this.words().length * LINE + LINE : 0));

  constructor() {
    const el = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    if (typeof ResizeObserver === 'undefined') return;
    const watch = new ResizeObserver(() => el.clientWidth > 0 && this.wide.set(el.clientWidth));
    watch.observe(el);
    inject(DestroyRef).onDestroy(() => watch.disconnect());
  }

  private readonly middle = computed(() => this.axle().trackMm / 2);
  private readonly tallest = computed(() => Math.max(this.axle().tyreDiameterMm, this.wheels()?.tyreDiameterMm ?? 0));
  private readonly hubMm = computed(() => this.axle().points.hub?.at[2] ?? this.axle().tyreDiameterMm / 2);
  private readonly scale = computed(() => {
    const high = this.hubMm() + this.tallest() / 2 + 60;
    return Math.min((HIGH - 2 * EDGE) / high, (this.room() - 2 * EDGE) / (INWARD_MM + 220));
  });
  /** Outward is to the left: it is the left corner, from behind. */
  private x(outMm: number): number {
    return EDGE + (this.middle() + 200 - outMm) * this.scale();
  }
  private y(upMm: number): number {
    return HIGH - EDGE - (upMm + (this.tallest() / 2 - this.hubMm()) + 6) * this.scale();
  }
  private wheel(widthMm: number, diameterMm: number, outMm: number, rimMm: number): { tyre: Box; rim: string } {
    const k = this.scale();
    const mid = this.middle() + outMm;
    const [x0, x1] = [this.x(mid + widthMm / 2), this.x(mid - widthMm / 2)];
    const hub = this.hubMm();
    const rim = [1, -1].map((s) => `M${x0} ${this.y(hub + (s * rimMm) / 2)}H${x1}`).join('');
    return { tyre: { x: x0, y: this.y(hub + diameterMm / 2), width: widthMm * k, height: diameterMm * k }, rim };
  }
  protected readonly before = computed(() => {
    const { tyreWidthMm, tyreDiameterMm } = this.axle();
    return this.wheel(tyreWidthMm, tyreDiameterMm, 0, tyreDiameterMm * RIM_SHARE);
  });
  protected readonly after = computed(() => {
    const w = this.wheels();
    return w && this.wheel(w.tyreWidthMm, w.tyreDiameterMm, w.outMm, w.rimDiameterMm ?? w.tyreDiameterMm * RIM_SHARE);
  });
  protected readonly ground = computed(
    () => `M${EDGE} ${this.y(this.hubMm() - this.axle().tyreDiameterMm / 2)}H${this.room() - EDGE}`,
  );
  protected readonly members = computed(() => {
    const p = this.axle().points as Partial<Record<PointName, { readonly at: readonly number[] }>>;
    const near = this.middle() - INWARD_MM;
    return MEMBERS.flatMap(([from, to, mm]) => {
      const [a, b] = [p[from]?.at, p[to]?.at];
      if (!a || !b) return [];
      // What goes on towards the middle is cut off where the picture ends.
      const t = a[1]! < near ? (near - a[1]!) / (b[1]! - a[1]!) : 0;
      const start = [a[1]! + (b[1]! - a[1]!) * t, a[2]! + (b[2]! - a[2]!) * t];
      const d = `M${this.x(start[0]!)} ${this.y(start[1]!)}L${this.x(b[1]!)} ${this.y(b[2]!)}`;
      return [
        { name: from, d, px: mm * this.scale(), colour: from === 'linkMount' ? 'var(--color-ash-100)' : 'var(--color-ash-300)' },
      ];
    });
  });
  private say(widthMm: number, diameterMm: number): string {
    return `${this.units.sayLength(widthMm, 0)} wide, ${this.units.sayLength(diameterMm, 0)} high`;
  }
  protected readonly words = computed(() => {
    const { tyreWidthMm, tyreDiameterMm } = this.axle();
    const w = this.wheels();
    const out = w ? Math.round(w.outMm) : 0;
    const lines = [
      { text: 'As the type has it', bold: true, colour: 'var(--color-bark)' },
      { text: this.say(tyreWidthMm, tyreDiameterMm), bold: false, colour: 'var(--color-bark)' },
      ...(w
        ? [
            { text: 'The other one', bold: true, colour: 'var(--color-ink)' },
            { text: this.say(w.tyreWidthMm, w.tyreDiameterMm), bold: false, colour: 'var(--color-ink)' },
            {
              text:
                out === 0
                  ? 'its middle where it was'
                  : `its middle ${this.units.sayLength(Math.abs(out), 0)} further ${out > 0 ? 'out' : 'in'}`,
              bold: false,
              colour: 'var(--color-ink)',
            },
          ]
        : []),
    ];
    const top = this.narrow() ? HIGH + LINE / 2 : 40;
    return lines.map((l, i) => ({ ...l, y: top + i * LINE + (i > 1 ? 12 : 0) }));
  });
  protected readonly label = computed(
    () =>
      `Both wheels over each other, from behind, to scale: ${this.words()
        .map((w) => w.text)
        .join(', ')}`,
  );
}
