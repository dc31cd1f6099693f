import { ChangeDetectionStrategy, Component, computed, DestroyRef, ElementRef, inject, input, signal } from '@angular/core';
import { lengthDoes, type LengthDoes, type LengthMark, type LengthWindow } from '@ash-knot/core';
import { Session } from '../session/session';
import { Units } from '../session/units';
import { SaveDrawing } from '../kit/save-drawing';

const WIDE = 556;
/** Room of the labels, on a narrow screen less. */
const LABEL = { wide: 150, narrow: 126 } as const;
const TOP = 8;
const ROW = 26;
/** Half as wide as a letter of a mark, and of a tick. */
const MARK_HALF = 3.5;
const TICK_HALF = 4;

/** Words so wide, centred, that none of them is cut off. */
const within = (x: number, half: number, wide: number): number => Math.max(half, Math.min(wide - half, x));

/** What a link's length has to satisfy, a strip each on one axis, with the links that are there standing on it. */
@Component({
  selector: 'ak-length-window',
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
      data-testid="length-window"
    >
      @for (r of rows(); track r.label) {
        <text [attr.x]="0" [attr.y]="r.y + 9" class="name">{{ r.label }}</text>
        <path [attr.d]="'M' + labelWide() + ' ' + (r.y + 4) + 'H' + wide()" stroke="var(--color-ash-300)" />
        @for (s of r.stretches; track $index) {
          <rect [attr.x]="s.x" [attr.y]="r.y - 4" [attr.width]="s.w" height="16" fill="var(--color-ink-pale)" />
        }
        @if (!r.stretches.length) {
          <text [attr.x]="labelWide() + 6" [attr.y]="r.y + 9" class="none">none</text>
        }
      }
      @for (b of boxes(); track $index) {
        <rect
          [attr.x]="b.x"
          [attr.y]="top - 6"
          [attr.width]="b.w"
          [attr.height]="axisY() - top - 2"
          fill="none"
          stroke="var(--color-ink)"
          stroke-width="1.6"
          stroke-dasharray="4 3"
        />
      }
      @if (at() !== null) {
        <path
          [attr.d]="'M' + x(at()!) + ' ' + (top - 8) + 'V' + (axisY() + 4)"
          stroke="var(--color-ink)"
          stroke-width="3"
          data-testid="length-at"
        />
      }
      <path [attr.d]="'M' + labelWide() + ' ' + axisY() + 'H' + wide()" stroke="var(--color-bark)" stroke-width="1.4" />
      @for (t of ticks(); track t) {
        <path [attr.d]="'M' + x(t) + ' ' + axisY() + 'v5'" stroke="var(--color-bark)" />
        <text [attr.x]="tickX(t)" [attr.y]="axisY() + 19" class="tick">{{ units.lengthDigits(t, 0) }}</text>
      }
      @for (m of standing(); track m.where + m.x) {
        <path
          [attr.d]="'M' + m.x + ' ' + (axisY() + 26) + 'l6 10h-12z'"
          [attr.fill]="
            m.does === 'right' ? 'var(--color-ink)' : m.does === 'would do' ? 'var(--color-ash-100)' : 'var(--color-ash-500)'
          "
          [attr.stroke]="m.does === 'no' ? 'var(--color-ash-500)' : 'var(--color-ink)'"
          stroke-width="1.6"
        />
        <text [attr.x]="m.at" [attr.y]="axisY() + 50 + 15 * m.row" class="mark">{{ m.words }}</text>
      }
    </svg>
    <ak-save-drawing [of]="pic" name="link-length" />
  `,
  styles: `
    .name {
      font-size: 13px;
      fill: var(--color-bark-soft);
    }
    .none {
      font-size: 13px;
      font-weight: 600;
      fill: var(--color-oxide);
    }
    .tick,
    .mark {
      font-family: var(--font-mono);
      font-size: 13px;
      text-anchor: middle;
      fill: var(--color-bark);
    }
    .mark {
      font-family: inherit;
      fill: var(--color-bark-soft);
    }
  `,
})
export class LengthWindowView {
  readonly window = input.required<LengthWindow>();
  /** The length that was found, mm. */
  readonly at = input<number | null>(null);
  readonly marks = input<readonly LengthMark[]>([]);
  /** How far the found length may be off, mm. */
  readonly doubtMm = input(1);
  protected readonly units = inject(Units);
  private readonly session = inject(Session);
  /** Drawn at its own size, so that its words are as large on a phone. */
  protected readonly wide = signal(WIDE);
  protected readonly labelWide = computed(() => (this.wide() < 420 ? LABEL.narrow : LABEL.wide));
  protected readonly top = TOP;

  constructor() {
    const el = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    if (typeof ResizeObserver === 'undefined') return;
    const watch = new ResizeObserver(() => el.clientWidth > 0 && this.wide.set(el.clientWidth));
    watch.observe(el);
    inject(DestroyRef).onDestroy(() => watch.disconnect());
  }

  /** What is worth seeing: round every edge that is one, not the whole that was looked at. */
  private readonly span = computed(() => {
    const w = this.window();
    const inside = (v: number) => v > w.from + 0.5 && v < w.to - 0.5;
    const edges = [
      ...w.strips.flatMap((s) => s.lengths.flat().filter(inside)),
      ...(this.at() === null ? [] : [this.at()!]),
      // What is there to be had or was there stands on the axis too, as far as that goes.
      ...this.marks().map((m) => Math.max(w.from, Math.min(w.to, m.lengthMm))),
    ];
    const [lo, hi] = edges.length ? [Math.min(...edges), Math.max(...edges)] : [w.from, w.to];
    const margin = Math.max(8, (hi - lo) * 0.18);
    return { from: Math.max(w.from, lo - margin), to: Math.min(w.to, hi + margin) };
  });
  protected x(mm: number): number {
    const { from, to } = this.span();
    const label = this.labelWide();
    return label + ((Math.max(from, Math.min(to, mm)) - from) / (to - from)) * (this.wide() - label);
  }
  /** Its number stands within the picture at either end. */
  protected tickX(mm: number): number {
    return within(this.x(mm), this.units.lengthDigits(mm, 0).length * TICK_HALF, this.wide());
  }
  protected readonly rows = computed(() =>
    this.window().strips.map((s, i) => ({
      label: this.session.say(s.label),
      y: TOP + i * ROW,
      stretches: s.lengths.map(([f, t]) => ({ x: this.x(f), w: Math.max(1, this.x(t) - this.x(f)) })),
    })),
  );
  protected readonly boxes = computed(() =>
    this.window().fits.map(([f, t]) => ({ x: this.x(f), w: Math.max(2, this.x(t) - this.x(f)) })),
  );
  protected readonly axisY = computed(() => TOP + this.window().strips.length * ROW + 6);
  protected readonly ticks = computed(() => {
    const { from, to } = this.span();
    const step = [1, 2, 5, 10, 20, 50].find((s) => (to - from) / s <= 7) ?? 50;
    const out: number[] = [];
    for (let t = Math.ceil(from / step) * step; t <= to; t += step) out.push(t);
    return out;
  });
  protected readonly standing = computed(() => {
    const { from, to } = this.span();
    const found = this.at() === null ? null : { lengthMm: this.at()!, doubtMm: this.doubtMm() };
    const seen: { x: number; at: number; where: string; words: string; row: number; does: LengthDoes }[] = [];
    for (const m of [...this.marks()].sort((a, b) => a.lengthMm - b.lengthMm)) {
      const x = this.x(m.lengthMm);
      // What is beyond the axis stands at its end, and says so.
      const beyond = m.lengthMm < from ? '‹ ' : m.lengthMm > to ? '› ' : '';
      const does = lengthDoes(this.window(), m.lengthMm, found);
      const words = `${beyond}${this.units.lengthDigits(m.lengthMm, 0)} ${m.where}${does === 'no' ? '' : `, ${does}`}`;
      const half = words.length * MARK_HALF;
      const at = within(x, half, this.wide());
      // Words that would run into each other go a line lower.
      const near = seen.filter((s) => Math.abs(s.at - at) < half + s.words.length * MARK_HALF + 6).map((s) => s.row);
      const row = [0, 1, 2].find((r) => !near.includes(r)) ?? 2;
      seen.push({ x, at, where: m.where, row, words, does });
    }
    return seen;
  });
  protected readonly high = computed(
    () => this.axisY() + (this.standing().length ? 58 + 15 * Math.max(...this.standing().map((s) => s.row)) : 26),
  );
  protected readonly label = computed(() => {
    const say = (mm: number) => this.units.sayLength(mm, 0);
    return this.window()
      .strips.map(
        (s) => `${s.label}: ${s.lengths.length ? s.lengths.map(([f, t]) => `${say(f)} to ${say(t)}`).join(', ') : 'none'}`,
      )
      .join('; ');
  });
}
