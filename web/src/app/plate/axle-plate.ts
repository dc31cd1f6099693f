import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  ElementRef,
  inject,
  input,
  output,
  signal,
} from '@angular/core';
import {
  fixed,
  jointName,
  SIDES,
  type AxleEnd,
  type AxleSpec,
  type Check,
  type Dialect,
  type JointId,
  type JointKind,
  type JointView,
  type Side,
} from '@ash-knot/core';
import { GapMark } from './gap-mark';
import { drawCheck, type CheckMark } from './check-drawing';
import { drawAxle } from './drawing';
import { layoutPlate } from './layout';
import { Units } from '../session/units';

const LEGEND: readonly (CheckMark & { readonly words: string })[] = [
  { kind: 'push', d: 'M1 6h24', words: 'push' },
  { kind: 'lever', d: 'M1 4h24v4H1z', words: 'lever' },
  { kind: 'look', d: 'M3 10a10 9 0 0 1 20 0', words: 'look' },
  { kind: 'moves', d: 'M1 6h24', words: 'moves so when worn' },
];

/** The axle of this vehicle, drawn from its stored dimensions. Every joint is a target that shows its state. */
@Component({
  selector: 'ak-axle-plate',
  imports: [GapMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: {
    class: 'block relative overflow-hidden bg-ash-200 h-full min-h-[640px]',
    '(click)': 'pick($event)',
  },
  template: `
    <div class="absolute inset-x-0 top-0 z-10 flex h-14 items-center gap-3 px-5">
      <h2 class="font-bold first-letter:uppercase">
        {{ corner() ? corner() + ' ' : '' }}{{ end() }}{{ corner() ? '' : ' axle' }}
      </h2>
      <p class="soft hidden min-w-0 flex-1 truncate text-sm sm:block">
        from behind: left is the left side · heights ×{{ fixed(layout().stretch, 1) }}
      </p>
      <span class="flex-1 sm:hidden"></span>
      @if (corner() && !narrow()) {
        <button type="button" class="link text-sm" (click)="zoom(null)">Whole axle</button>
      } @else {
        <button type="button" class="link text-sm" (click)="zoom('left')" aria-label="Only the left corner, larger">Left</button>
        <button type="button" class="link text-sm" (click)="zoom('right')" aria-label="Only the right corner, larger">
          Right
        </button>
      }
      <button type="button" class="link text-sm" (click)="flip.emit()" data-testid="flip">
        {{ end() === 'front' ? 'Rear axle' : 'Front axle' }} <span class="key" aria-hidden="true">F</span>
      </button>
    </div>

    <svg class="absolute inset-0" [attr.width]="width()" [attr.height]="height()" aria-hidden="true">
      @for (s of shapes(); track $index) {
        @switch (s.kind) {
          @case ('tube') {
            <path
              [attr.d]="s.d"
              fill="none"
              stroke="var(--color-bark)"
              [attr.stroke-width]="s.width"
              stroke-linecap="round"
              stroke-linejoin="round"
            />
            <path
              [attr.d]="s.d"
              fill="none"
              stroke="var(--color-ash-100)"
              [attr.stroke-width]="s.width! - 3.2"
              stroke-linecap="round"
              stroke-linejoin="round"
            />
          }
          @case ('link') {
            <path
              [attr.d]="s.d"
              fill="none"
              [attr.stroke]="linkOn(s.side!) ? 'var(--color-ink)' : 'var(--color-bark)'"
              [attr.stroke-width]="s.width! + (linkOn(s.side!) ? 1.5 : 0)"
              stroke-linecap="round"
            />
          }
          @default {
            <path [attr.d]="s.d" [class]="'shape-' + s.kind" [attr.stroke-width]="s.width" />
          }
        }
      }
      @for (r of layout().rows; track r.joint) {
        <polyline
          [attr.points]="r.leader.join(' ')"
          fill="none"
          [attr.stroke]="r.joint === selected() ? 'var(--color-ink)' : 'var(--color-ash-500)'"
          [attr.stroke-width]="r.joint === selected() ? 2 : 0.8"
          [attr.opacity]="r.joint === selected() ? 1 : 0.75"
        />
      }
      @for (r of layout().rows; track r.joint) {
        <g [attr.transform]="'translate(' + r.at[0] + ' ' + r.at[1] + ')'">
          @if (r.joint === selected()) {
            <circle r="10" fill="var(--color-ink)" />
          } @else if (stateOf(r.joint) === 'loose' || stateOf(r.joint) === 'dangerous') {
            <circle r="7" fill="var(--color-bark)" />
            <circle r="2.6" fill="var(--color-ash-100)" />
          } @else {
            <circle r="5" fill="var(--color-ash-100)" stroke="var(--color-bark)" stroke-width="2" />
          }
          @if (chalked().has(r.joint)) {
            <rect
              x="-4"
              y="-17"
              width="8"
              height="34"
              rx="1"
              transform="rotate(24)"
              fill="var(--color-white)"
              stroke="var(--color-ash-500)"
              stroke-width="0.8"
            />
          }
        </g>
      }
      @for (m of marks(); track $index) {
        <path [attr.d]="m.d" class="halo" />
      }
      @for (m of marks(); track $index) {
        <path [attr.d]="m.d" [class]="'mark-' + m.kind" />
      }
    </svg>
    @if (marks().length && !narrow()) {
      <p class="legend" aria-hidden="true">
        @for (k of legend(); track k.kind) {
          <span
            ><svg viewBox="0 0 26 12"><path [attr.d]="k.d" [class]="'mark-' + k.kind" /></svg>{{ k.words }}</span
          >
        }
      </p>
    }

    @for (r of layout().rows; track r.joint) {
      <button
        type="button"
        class="label"
        [class.right]="r.edge === 'right'"
        [class.on]="r.joint === selected()"
        [style.top.px]="r.y"
        [style.height.px]="r.height"
        [style.width.px]="layout().labelWidth"
        [attr.aria-pressed]="r.joint === selected()"
        [attr.data-joint]="r.joint"
        (click)="choose($event, r.joint)"
      >
        <ak-gap-mark
          [state]="stateOf(r.joint)"
          [size]="r.height > 60 ? 26 : 19"
          [class.text-oxide]="stateOf(r.joint) === 'dangerous'"
        />
        <span class="text">
          <span class="name"
            ><span class="sr-only">{{ r.side }} </span>{{ name(r.kind) }}</span
          >
          <span class="state" [class.text-oxide]="stateOf(r.joint) === 'dangerous'"
            >{{ toTighten().has(r.joint) ? 'to tighten' : stateOf(r.joint) }}
            @if (reading(r.joint); as mm) {
              <span class="mono text-ink"> {{ mm }}</span>
            }
          </span>
        </span>
      </button>
    }
  `,
  styles: `
    .label {
      position: absolute;
      left: 0;
      display: flex;
      align-items: center;
      gap: 8px;
      padding: 0 4px 0 12px;
      text-align: left;
      line-height: 1.15;
      border: 2px solid transparent;
      border-left: 0;
      border-radius: 0 4px 4px 0;
    }
    .label.right {
      left: auto;
      right: 0;
      flex-direction: row-reverse;
      text-align: right;
      padding: 0 12px 0 4px;
      border: 2px solid transparent;
      border-right: 0;
      border-radius: 4px 0 0 4px;
    }
    .label:hover {
      background: color-mix(in srgb, var(--color-chalk) 60%, transparent);
    }
    .label.on {
      background: var(--color-chalk);
      border-color: var(--color-ink);
    }
    .text {
      min-width: 0;
      flex: 1;
    }
    .name {
      display: block;
      font-size: 13px;
      color: var(--color-bark-soft);
    }
    .state {
      display: block;
      font-size: 14px;
      font-weight: 600;
      white-space: nowrap;
    }
    .state .mono {
      font-size: 13px;
      letter-spacing: -0.03em;
    }
    .shape-ink {
      fill: none;
      stroke: var(--color-bark);
      stroke-linecap: round;
      stroke-linejoin: round;
    }
    .shape-part {
      fill: var(--color-ash-100);
      stroke: var(--color-bark);
      stroke-width: 1.8;
      stroke-linejoin: round;
    }
    .shape-rubber {
      fill: var(--color-bark);
    }
    .shape-fine {
      fill: none;
      stroke: var(--color-ash-500);
      stroke-width: 1.1;
    }
    .shape-far {
      fill: none;
      stroke: var(--color-ash-500);
      stroke-width: 2;
      stroke-linecap: round;
    }
    .shape-tyre {
      fill: var(--color-ash-300);
      stroke: var(--color-bark);
      stroke-width: 1.8;
    }
    .halo {
      fill: none;
      stroke: var(--color-ash-200);
      stroke-width: 6;
      stroke-linecap: round;
      stroke-linejoin: round;
      opacity: 0.85;
    }
    .mark-push,
    .mark-look,
    .mark-moves {
      fill: none;
      stroke: var(--color-ink);
      stroke-width: 2.6;
      stroke-linecap: round;
      stroke-linejoin: round;
    }
    .mark-look {
      stroke-width: 2;
    }
    .mark-moves {
      stroke-width: 2;
      stroke-dasharray: 4 4;
    }
    .mark-lever {
      fill: var(--color-ink);
      stroke: var(--color-ash-100);
      stroke-width: 1;
    }
    .legend {
      position: absolute;
      left: 0;
      right: 0;
      bottom: 3px;
      display: flex;
      justify-content: center;
      gap: 16px;
      font-size: 13px;
      color: var(--color-ink);
    }
    .legend span {
      display: inline-flex;
      align-items: center;
      gap: 5px;
    }
    .legend svg {
      width: 26px;
      height: 12px;
    }
    .shape-centre {
      fill: none;
      stroke: var(--color-ash-400);
      stroke-width: 1.2;
      stroke-dasharray: 14 4 3 4;
    }
  `,
})
export class AxlePlate {
  protected readonly fixed = fixed;
  readonly end = input.required<AxleEnd>();
  readonly axle = input.required<AxleSpec>();
  readonly joints = input.required<ReadonlyMap<JointId, JointView>>();
  readonly selected = input<JointId | null>(null);
  readonly chalked = input<ReadonlySet<JointId>>(new Set());
  readonly toTighten = input<ReadonlySet<JointId>>(new Set());
  readonly dialect = input<Dialect>('sway bar');
  /** The check that is being made at the selected joint: drawn where the hands, the lever and the eyes go. */
  readonly check = input<Check | null>(null);
  readonly selectedChange = output<JointId>();
  readonly flip = output();

  protected readonly width = signal(668);
  protected readonly height = signal(664);
  private readonly units = inject(Units);
  private readonly zoomed = signal<Side | null>(null);
  protected readonly narrow = computed(() => this.width() < 480);
  protected readonly corner = computed((): Side | null => this.zoomed() ?? (this.narrow() ? 'left' : null));
  protected readonly layout = computed(() => layoutPlate(this.end(), this.axle(), this.width(), this.height(), this.corner()));
  protected readonly shapes = computed(() => drawAxle(this.axle(), this.layout(), this.corner() ? [this.corner()!] : SIDES));

  protected readonly marks = computed(() => {
    const [c, at] = [this.check(), this.selected()];
    const row = at && this.layout().rows.find((r) => r.joint === at);
    return c && row ? drawCheck(this.axle(), this.layout(), row.side, c.id, c.settles) : [];
  });
  /** The kinds of mark on the plate now, each said once. */
  protected readonly legend = computed(() => LEGEND.filter((k) => this.marks().some((m) => m.kind === k.kind)));

  constructor() {
    const el = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    if (typeof ResizeObserver === 'undefined') return;
    const watch = new ResizeObserver(() => {
      if (el.clientWidth > 0) {
        this.width.set(el.clientWidth);
        this.height.set(el.clientHeight);
      }
    });
    watch.observe(el);
    inject(DestroyRef).onDestroy(() => watch.disconnect());
  }

  protected zoom(side: Side | null): void {
    this.zoomed.set(side);
  }
  protected stateOf(id: JointId) {
    return this.joints().get(id)?.state ?? 'not looked at';
  }
  protected name(kind: JointKind): string {
    return jointName(kind, this.dialect());
  }
  protected reading(id: JointId): string {
    const j = this.joints().get(id);
    const v = j?.after ?? j?.before;
    // The longest word leaves no room beside it; the next line says the number then.
    return v && j?.state !== 'can’t tell yet' ? this.units.sayLength(v.doubt.meanMm, 1) : '';
  }
  protected linkOn(side: Side): boolean {
    const s = this.selected();
    return s !== null && s.includes(`.${side}.link-`);
  }
  protected choose(e: Event, joint: JointId): void {
    e.stopPropagation();
    this.selectedChange.emit(joint);
  }
  /** A touch on the drawing picks the joint nearest to it, if one is near enough to have been meant. */
  protected pick(e: MouseEvent): void {
    const box = (e.currentTarget as HTMLElement).getBoundingClientRect();
    const [x, y] = [e.clientX - box.left, e.clientY - box.top];
    if ((e.target as HTMLElement).closest('button')) return;
    const near = this.layout()
      .rows.map((r) => ({ r, d: Math.hypot(r.at[0] - x, r.at[1] - y) }))
      .sort((a, b) => a.d - b.d)[0];
    if (near && near.d < 32) this.selectedChange.emit(near.r.joint);
  }
  /** Walks the labels with the arrow keys. */
  step(dx: number, dy: number): JointId {
    const rows = this.layout().rows;
    const now = rows.find((r) => r.joint === this.selected());
    if (!now) return rows[0]!.joint;
    const same = rows.filter((r) => r.edge === now.edge).sort((a, b) => a.y - b.y);
    if (dy) {
      const i = same.indexOf(now);
      return same[Math.max(0, Math.min(same.length - 1, i + dy))]!.joint;
    }
    const edge = dx < 0 ? 'left' : 'right';
    const other = rows.filter((r) => r.edge === edge);
    return (
      other.find((r) => r.kind === now.kind) ??
      other.sort((a, b) => Math.abs(a.y - now.y) - Math.abs(b.y - now.y))[0] ??
      now
    ).joint;
  }
}
