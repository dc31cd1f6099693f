import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { across, upright, type Dimension } from '../kit/dimension';
import { Session } from '../session/session';
import { Units } from '../session/units';

/** What is known of a bar and its bushing, mm. */
export interface FitSizes {
  readonly clean?: number | undefined;
  readonly seat?: number | undefined;
  readonly bore?: number | undefined;
  readonly free?: number | undefined;
  readonly pocket?: number | undefined;
}
export type FitPlace = keyof FitSizes;

const WIDE = 560;
const HIGH = 190;
/** Px for the bar's clean diameter. */
const BAR = 54;

/** The bar from its side and its bushing in section, to scale of what was measured; where the caliper goes is named. */
@Component({
  selector: 'ak-fit-drawing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <svg
      class="block w-full"
      [attr.viewBox]="'0 0 ' + wide + ' ' + high"
      role="img"
      [attr.aria-label]="label()"
      data-testid="fit-drawing"
    >
      <path [attr.d]="bar()" class="part" />
      <path [attr.d]="wear()" class="fine" />
      <path [attr.d]="rubber()" class="rubber" />
      <path [attr.d]="bracket()" class="bracket" />
      <path [attr.d]="hole()" class="air" />
      <path [attr.d]="end()" class="part" />
      @for (d of dims(); track d.key) {
        <path [attr.d]="d.d" class="dim" [class.on]="on() === d.key" />
        <text [attr.x]="d.x" [attr.y]="d.y" [attr.text-anchor]="d.anchor" class="word" [class.on]="on() === d.key">
          {{ d.text }}
        </text>
      }
    </svg>
  `,
  styleUrl: '../kit/drawing.css',
})
export class FitDrawing {
  readonly sizes = input.required<FitSizes>();
  /** The place that is measured now. */
  readonly on = input<FitPlace | null>(null);
  private readonly units = inject(Units);
  private readonly session = inject(Session);
  protected readonly wide = WIDE;
  protected readonly high = HIGH;

  /** What was not measured is drawn in the usual proportion to what was, and carries no number. */
  private readonly mm = computed(() => {
    const s = this.sizes();
    const clean = s.clean ?? s.seat ?? s.bore ?? 22;
    const free = s.free ?? (s.pocket ? s.pocket * 1.06 : clean * 1.75);
    return { clean, seat: s.seat ?? clean, bore: s.bore ?? clean * 0.98, free, pocket: s.pocket ?? free * 0.94 };
  });
  private readonly k = computed(() => Math.min(BAR / this.mm().clean, 104 / Math.max(this.mm().free, this.mm().pocket)));
  private readonly bore = computed(() => (this.mm().bore / 2) * this.k());

  protected readonly bar = computed(() => {
    const [c, s] = [(this.mm().clean / 2) * this.k(), (this.mm().seat / 2) * this.k()];
    const m = HIGH / 2;
    return `M100 ${m - c}H140V${m - s}H210V${m - c}H250V${m + c}H210V${m + s}H140V${m + c}H100Z`;
  });
  protected readonly wear = computed(() => {
    const s = (this.mm().seat / 2) * this.k();
    return [146, 158, 170, 182, 194, 206].map((x) => `M${x} ${HIGH / 2 - s + 3}l-5 8`).join('');
  });
  private readonly at = 400;
  private readonly foot = computed(() => HIGH / 2 + (this.mm().free / 2) * this.k());
  protected readonly rubber = computed(() => {
    const h = this.mm().free * this.k();
    const w = Math.max(h * 0.98, 2 * this.bore() + 22);
    const [l, r, b, t] = [this.at - w / 2, this.at + w / 2, this.foot(), this.foot() - h];
    const q = Math.min(w, h) / 2;
    return `M${l} ${b}V${t + q}Q${l} ${t} ${l + q} ${t}H${r - q}Q${r} ${t} ${r} ${t + q}V${b}Z`;
  });
  protected readonly bracket = computed(() => {
    const h = this.mm().pocket * this.k();
    const w = Math.max(this.mm().free * this.k() * 0.98, 2 * this.bore() + 22) + 8;
    const [l, r, b, t] = [this.at - w / 2, this.at + w / 2, this.foot(), this.foot() - h - 4];
    const q = Math.min(w, h) / 2;
    return `M${l - 26} ${b}H${l}V${t + q}Q${l} ${t} ${l + q} ${t}H${r - q}Q${r} ${t} ${r} ${t + q}V${b}H${r + 26}`;
  });
  private circle(r: number): string {
    return `M${this.at - r} ${HIGH / 2}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0Z`;
  }
  protected readonly hole = computed(() => this.circle(this.bore()));
  protected readonly end = computed(() => this.circle((this.mm().seat / 2) * this.k()));
  protected readonly dims = computed((): Dimension[] => {
    const { clean, seat, free, pocket } = this.mm();
    const k = this.k();
    const m = HIGH / 2;
    const say = (place: FitPlace, words: string) => {
      const v = this.sizes()[place];
      return v === undefined ? words : `${words} ${this.units.lengthDigits(v, 2)}`;
    };
    const r = this.bore();
    return [
      upright('clean', m - (clean / 2) * k, m + (clean / 2) * k, 88, 100, say('clean', 'clean')),
      // The words of seat and pocket stand under what they measure: beside it they would meet.
      {
        ...upright('seat', m - (seat / 2) * k, m + (seat / 2) * k, 264, 210, say('seat', 'seat')),
        x: 175,
        y: m + (clean / 2) * k + 20,
        anchor: 'middle',
      },
      across('bore', this.at - r, this.at + r, 26, m - 4, say('bore', 'bore')),
      upright('free', this.foot(), this.foot() - free * k, 480, this.at + 10, say('free', 'free')),
      {
        ...upright('pocket', this.foot(), this.foot() - pocket * k, 318, this.at - 10, say('pocket', 'pocket')),
        x: 318,
        y: this.foot() + 20,
        anchor: 'middle',
      },
    ];
  });
  protected readonly label = computed(() =>
    this.session.say(
      'The bar from its side with its worn seat, and the bushing in its bracket in section, to scale of what was measured',
    ),
  );
}
