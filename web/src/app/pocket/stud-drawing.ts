import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { across, upright, type Dimension } from '../kit/dimension';

const WIDE = 560;
const HIGH = 150;
/** Px for the larger of stud and nut. */
const ROOM = 96;

/** A stud and its nut to scale of what was measured: where the caliper goes for thread and hex. */
@Component({
  selector: 'ak-stud-drawing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <svg
      class="block w-full max-w-[560px]"
      [attr.viewBox]="'0 0 ' + wide + ' ' + high"
      role="img"
      [attr.aria-label]="label()"
      data-testid="stud-drawing"
    >
      <path [attr.d]="stud()" class="part" />
      <path [attr.d]="crests()" class="fine" />
      <path [attr.d]="hex()" class="part" />
      <path [attr.d]="hole()" class="bore" />
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
export class StudDrawing {
  /** Outside diameter, pitch and width across flats, mm; what is not known is drawn in usual proportion, without a number. */
  readonly outside = input<number | null>(null);
  readonly pitch = input<number | null>(null);
  readonly flats = input<number | null>(null);
  readonly crestsCounted = input<number | null>(null);
  /** What is measured here. */
  readonly on = input<'thread' | 'flats'>('thread');
  protected readonly wide = WIDE;
  protected readonly high = HIGH;

  private readonly mm = computed(() => {
    const d = this.outside() ?? (this.flats() ? this.flats()! / 1.6 : 10);
    return { d, p: this.pitch() ?? d * 0.13, s: this.flats() ?? d * 1.6 };
  });
  private readonly k = computed(() => ROOM / Math.max(this.mm().d * 1.2, this.mm().s * 1.16));
  private readonly left = 70;
  private readonly count = computed(() => Math.max(2, Math.min(12, this.crestsCounted() ?? 8)));
  private readonly step = computed(() => this.mm().p * this.k());
  protected readonly stud = computed(() => {
    const r = (this.mm().d / 2) * this.k();
    const m = HIGH / 2;
    const depth = Math.min(r * 0.25, this.step() * 0.61);
    let up = `M20 ${m - r * 0.9}H${this.left}`;
    let down = '';
    const n = this.count() + 1;
    for (let i = 0; i < n; i++) {
      const x = this.left + i * this.step();
      up += `L${x} ${m - r + depth}L${x + this.step() / 2} ${m - r}`;
      down = `L${x + this.step() / 2} ${m + r}L${x} ${m + r - depth}` + down;
    }
    const end = this.left + n * this.step();
    return `${up}L${end} ${m - r + depth}V${m + r - depth}${down}H20Z`;
  });
  protected readonly crests = computed(() => {
    const r = (this.mm().d / 2) * this.k();
    const m = HIGH / 2;
    return Array.from({ length: this.count() + 1 }, (_, i) => {
      const x = this.left + (i + 0.5) * this.step();
      return `M${x} ${m - r}L${x - this.step() / 2} ${m + r - 2}`;
    }).join('');
  });
  private readonly nutAt = 400;
  protected readonly hex = computed(() => {
    // Flats upright, so that the caliper's jaws stand left and right of it.
    const r = ((this.mm().s / 2) * this.k()) / Math.cos(Math.PI / 6);
    const corner = (i: number) => {
      const a = Math.PI / 6 + (i * Math.PI) / 3;
      return `${this.nutAt + r * Math.cos(a)} ${HIGH / 2 + r * Math.sin(a)}`;
    };
    return `M${[0, 1, 2, 3, 4, 5].map(corner).join('L')}Z`;
  });
  protected readonly hole = computed(() => {
    const r = (this.mm().d / 2) * this.k() * 0.92;
    return `M${this.nutAt - r} ${HIGH / 2}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0Z`;
  });
  protected readonly dims = computed((): Dimension[] => {
    const { d, s } = this.mm();
    const k = this.k();
    const m = HIGH / 2;
    const r = (d / 2) * k;
    const first = this.left + this.step() / 2;
    const last = first + (this.count() - 1) * this.step();
    const end = this.left + (this.count() + 1) * this.step();
    const say = (v: number | null, words: string) => (v === null ? words : `${words} ${Math.round(v * 100) / 100}`);
    return [
      { ...upright('thread', m - r, m + r, end + 22, end - 4, say(this.outside(), 'outside')), key: 'thread' },
      { ...across('thread', first, last, m + r + 16, m + r, `over ${this.crestsCounted() ?? 'the'} crests`), key: 'thread-over' },
      across('flats', this.nutAt - (s / 2) * k, this.nutAt + (s / 2) * k, 18, m - 10, say(this.flats(), 'across flats')),
    ];
  });
  protected readonly label = computed(
    () => 'A stud and its nut to scale of what was measured: outside diameter, length over the crests, width across flats',
  );
}
