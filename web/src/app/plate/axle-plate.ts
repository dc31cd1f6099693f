import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  ElementRef,
  inject,
  input,
  output,
  signal,
  untracked,
} from '@angular/core';
import {
  attempt,
  capital,
  cornersOf,
  limitsMet,
  linkAt,
  rigOf,
  rulingLimits,
  fixed,
  jointName,
  layoutOf,
  SIDES,
  spoken,
  type AxleEnd,
  type AxleSpec,
  type Check,
  type Dialect,
  type JointId,
  type JointKind,
  type JointView,
  type LinkStudied,
  type PointName,
  type Side,
} from '@ash-knot/core';
import { NgIcon, provideIcons } from '@ng-icons/core';
import { tablerCamera } from '@ng-icons/tabler-icons';
import { Strokes } from './strokes';
import { GapMark } from './gap-mark';
import { drawCheck, type CheckMark } from './check-drawing';
import { drawAxle, drawSide } from './drawing';
import { layoutPlate, leastHeight, onDrawing, placeOf, type PlateCell, type PlateMode, type Point } from './layout';
import { Units } from '../session/units';

const LEGEND: readonly (CheckMark & { readonly words: string })[] = [
  { kind: 'push', d: 'M1 6h24', words: 'push' },
  { kind: 'lever', d: 'M1 4h24v4H1z', words: 'lever' },
  { kind: 'look', d: 'M3 10a10 9 0 0 1 20 0', words: 'look' },
  { kind: 'moves', d: 'M1 6h24', words: 'moves so when worn' },
];

/** How far a wheel is lifted and let down on the drawing, mm: about what springs allow (common practice, no source). */
const MOST_TRAVEL_MM = 90;

/** What hangs on a joint: its photographs, the part chosen for it, the minutes it is left to soak. */
export interface JointTag {
  readonly photos: number;
  readonly chosen: boolean;
  readonly soakMin: number;
}

/** A number of the corner in the ladder's place. */
interface Figure {
  readonly name: string;
  readonly value: string;
  readonly of: string;
  readonly broken?: boolean;
}

/** The axle of this vehicle, drawn from its stored dimensions. Every joint is a target that shows its state. */
@Component({
  selector: 'ak-axle-plate',
  imports: [GapMark, NgIcon, Strokes],
  viewProviders: [provideIcons({ tablerCamera })],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: {
    class: 'block relative overflow-hidden bg-ash-200 h-full',
    '[style.min-height.px]': 'least()',
    '(click)': 'pick($event)',
    '(pointerdown)': 'down($event)',
    '(pointermove)': 'move($event)',
    '[class.touch-none]': 'turned()',
  },
  template: `
    <div class="absolute inset-x-0 top-0 z-10 flex h-11 items-center gap-3 px-4">
      <h2 class="font-bold whitespace-nowrap first-letter:uppercase">
        {{ corner() ? corner() + ' ' : '' }}{{ end() }}{{ corner() ? '' : ' axle' }}
      </h2>
      <p class="soft hidden min-w-0 flex-1 truncate text-sm sm:block" data-testid="scale">{{ scale() }}</p>
      <span class="flex-1 sm:hidden"></span>
      @if (turned()) {
        <button type="button" class="link text-sm" (click)="drawing.emit()" data-testid="drawing">Drawing</button>
        <button type="button" class="link text-sm" (click)="turn(null)" data-testid="whole-axle">Whole axle</button>
      } @else {
        @for (s of sides; track s) {
          <button
            type="button"
            class="link text-sm first-letter:uppercase"
            [attr.aria-pressed]="narrow() ? corner() === s : null"
            [attr.aria-label]="narrow() ? 'The ' + s + ' corner' : 'Turn to the ' + s + ' corner, true to scale'"
            (click)="turn(s)"
            [attr.data-testid]="'turn-' + s"
          >
            <span class="inline-block first-letter:uppercase">{{ s }}</span>
          </button>
        }
      }
      <button type="button" class="link text-sm whitespace-nowrap" (click)="flip.emit()" data-testid="flip">
        {{ end() === 'front' ? 'Rear axle' : 'Front axle' }}
        @if (!plain()) {
          <span class="key" aria-hidden="true">F</span>
        }
      </button>
    </div>

    <svg class="absolute inset-0" [attr.width]="width()" [attr.height]="height()" aria-hidden="true">
      <g akStrokes [shapes]="shapes()" [inked]="inked()" [limit]="!!limit()" />
      @if (!figures()) {
        @for (c of layout().cells; track c.joint) {
          @if (c.joint !== selected()) {
            <path [attr.d]="leader(c)" class="leader" />
          }
        }
        @if (selectedCell(); as c) {
          <path [attr.d]="leader(c)" class="leader on" />
        }
      }
      @for (c of layout().cells; track c.joint) {
        @for (at of spots(c); track $index) {
          <g [attr.transform]="'translate(' + at[0] + ' ' + at[1] + ')'">
            @if (c.joint === selected()) {
              <circle r="9" fill="var(--color-ink)" />
            } @else if (stateOf(c.joint) === 'loose' || stateOf(c.joint) === 'dangerous') {
              <circle r="6.5" fill="var(--color-bark)" />
              <circle r="2.4" fill="var(--color-ash-100)" />
            } @else {
              <circle r="4.5" fill="var(--color-ash-100)" stroke="var(--color-bark)" stroke-width="1.8" />
            }
            @if (chalked().has(c.joint)) {
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
      }
      @for (j of springs(); track $index) {
        <path [attr.d]="j" class="halo" />
        <path [attr.d]="j" class="springs" data-testid="springs" />
      }
      @for (m of marks(); track $index) {
        <path [attr.d]="m.d" class="halo" />
      }
      @for (m of marks(); track $index) {
        <path [attr.d]="m.d" [class]="'mark-' + m.kind" />
      }
    </svg>
    @if (marks().length && !narrow()) {
      <p class="legend" aria-hidden="true" [style.width.px]="layout().ladder.x">
        @for (k of legend(); track k.kind) {
          <span
            ><svg viewBox="0 0 26 12"><path [attr.d]="k.d" [class]="'mark-' + k.kind" /></svg>{{ k.words }}</span
          >
        }
      </p>
    }

    @if (springs().length) {
      <p class="legend" [style.width.px]="layout().ladder.x">
        <span class="text-oxide"
          ><svg viewBox="0 0 26 12"><path d="M4 6h16m-5 -4l6 4l-6 4" class="springs" /></svg>springs so</span
        >
      </p>
    }
    @if (layout().sideView; as v) {
      <p class="view" [style.left.px]="v.left" [style.width.px]="v.width" aria-hidden="true">
        {{ corner() === 'left' ? '← forward, from its side' : 'from its side, forward →' }}
      </p>
    }

    @if (turned() && layout().sideView; as v) {
      <div
        class="moves"
        [style.left.px]="corner() === 'left' ? 0 : v.left + v.width + layout().ladder.width"
        [style.width.px]="v.width"
      >
        <label class="flex h-11 items-center gap-3 px-4 text-sm">
          <span class="soft whitespace-nowrap">Wheel</span>
          <input
            type="range"
            class="h-11 min-w-0 flex-1 accent-ink"
            [min]="-mostMm"
            [max]="mostMm"
            step="1"
            [value]="travel()"
            #lever
            (input)="lift(+lever.value)"
            aria-label="Wheel travel, mm"
            data-testid="travel"
          />
        </label>
      </div>
      <div class="moves" [style.left.px]="v.left" [style.width.px]="v.width">
        <p class="px-3 text-center text-[13px]" [class.wrong]="limit()" aria-live="polite" data-testid="motion">
          {{ limit() || motion() }}
        </p>
        @if (joined()) {
          <button type="button" class="link w-full text-sm" [attr.aria-pressed]="apart()" (click)="apart.set(!apart())">
            {{ apart() ? 'the other wheel goes the other way' : 'both wheels together' }}
          </button>
        }
      </div>
    }

    @if (figures(); as numbers) {
      <dl
        class="figures"
        [style.left.px]="layout().ladder.x"
        [style.width.px]="layout().ladder.width"
        data-testid="figures"
        aria-live="polite"
      >
        @for (n of numbers; track n.name) {
          <div [class.broken]="n.broken">
            <dt>{{ n.name }}</dt>
            <dd class="mono">{{ n.value }}</dd>
            <dd class="of">{{ n.of }}</dd>
          </div>
        }
      </dl>
    }
    <div class="ladder" [style.left.px]="layout().ladder.x" [style.width.px]="layout().ladder.width" [hidden]="figures()">
      @for (r of layout().rows; track r.kind) {
        <div class="rung" [style.top.px]="r.y" [style.height.px]="r.height">
          <span class="name" aria-hidden="true">{{ name(r.kind) }}</span>
        </div>
      }
    </div>
    @for (c of figures() ? [] : layout().cells; track c.joint) {
      <button
        type="button"
        class="cell"
        [class.right]="c.side === 'right'"
        [class.on]="c.joint === selected()"
        [class.alone]="corner()"
        [style.left.px]="c.x"
        [style.top.px]="c.y"
        [style.height.px]="c.height"
        [style.width.px]="c.width"
        [attr.aria-pressed]="c.joint === selected()"
        [attr.data-joint]="c.joint"
        (click)="choose($event, c.joint)"
      >
        @if (plain()) {
          <span class="sr-only">{{ c.side }} {{ name(c.kind) }}</span>
        } @else {
          <ak-gap-mark
            [state]="stateOf(c.joint)"
            [size]="c.height > 60 ? 22 : 18"
            [class.text-oxide]="stateOf(c.joint) === 'dangerous'"
          />
          <span class="state" [class.text-oxide]="stateOf(c.joint) === 'dangerous'">
            <span class="sr-only">{{ c.side }} {{ name(c.kind) }}, {{ said(c.joint) }} {{ reading(c.joint) }}</span>
            <span aria-hidden="true">{{ short(c.joint) }}</span>
          </span>
        }
        @if (tags().get(c.joint); as t) {
          <span class="tags">
            @if (t.photos) {
              <ng-icon name="tablerCamera" size="15" aria-hidden="true" /><span class="sr-only"
                >{{ t.photos }} photographs,
              </span>
            }
            @if (t.chosen && !toTighten().has(c.joint)) {
              <span>new<span class="sr-only"> part chosen</span></span>
            }
          </span>
        }
        @if (reading(c.joint); as mm) {
          <span class="reading mono" aria-hidden="true">{{ mm }}</span>
        }
      </button>
    }
  `,
  styles: `
    .ladder {
      position: absolute;
      top: 0;
      bottom: 0;
      pointer-events: none;
    }
    .rung {
      position: absolute;
      left: 0;
      right: 0;
      background: var(--color-ash-100);
      border: 1px solid var(--color-ash-300);
      border-bottom: 0;
    }
    .rung:last-child {
      border-bottom: 1px solid var(--color-ash-300);
    }
    .rung .name {
      position: absolute;
      top: 3px;
      left: 0;
      right: 0;
      z-index: 2;
      font-size: 13px;
      line-height: 1.25;
      text-align: center;
      color: var(--color-bark-soft);
    }
    .figures {
      position: absolute;
      top: 50%;
      transform: translateY(-50%);
      background: var(--color-ash-100);
      border: 1px solid var(--color-ash-300);
      text-align: center;
    }
    .figures div {
      padding: 6px 4px;
    }
    .figures div + div {
      border-top: 1px solid var(--color-ash-300);
    }
    .figures dt,
    .figures .of {
      font-size: 13px;
      line-height: 1.25;
      color: var(--color-bark-soft);
    }
    .figures dd.mono {
      font-size: 19px;
      font-weight: 600;
      color: var(--color-ink);
    }
    .figures .broken dd {
      color: var(--color-oxide);
    }
    .cell {
      position: absolute;
      display: flex;
      align-items: flex-end;
      gap: 7px;
      padding: 0 6px 5px 8px;
      text-align: left;
      line-height: 1.2;
      border: 2px solid transparent;
    }
    .cell.right {
      flex-direction: row-reverse;
      padding: 0 8px 5px 6px;
      text-align: right;
    }
    .cell:hover {
      background: color-mix(in srgb, var(--color-ash-300) 35%, transparent);
    }
    .cell.on {
      border-color: var(--color-ink);
      background: color-mix(in srgb, var(--color-chalk) 70%, transparent);
    }
    .state {
      min-width: 0;
      font-size: 14px;
      font-weight: 600;
      white-space: nowrap;
    }
    .cell ak-gap-mark {
      flex: none;
    }
    .tags {
      display: inline-flex;
      align-items: center;
      gap: 5px;
      margin-left: auto;
      font-size: 12px;
      color: var(--color-ink);
    }
    .right .tags {
      margin: 0 auto 0 0;
    }
    .reading {
      position: absolute;
      top: 3px;
      left: 7px;
      font-size: 12px;
      letter-spacing: -0.03em;
      color: var(--color-ink);
    }
    .right .reading {
      left: auto;
      right: 7px;
    }
    .alone .reading,
    .alone.right .reading {
      position: static;
      font-size: 13px;
    }
    .moves {
      position: absolute;
      bottom: 4px;
      min-height: 44px;
    }
    .view {
      position: absolute;
      top: 48px;
      padding: 0 12px;
      font-size: 13px;
      color: var(--color-bark-soft);
      text-align: center;
    }
    .leader {
      fill: none;
      stroke: var(--color-ash-500);
      stroke-width: 0.9;
    }
    .leader.on {
      stroke: var(--color-ink);
      stroke-width: 2;
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
    .springs {
      fill: none;
      stroke: var(--color-oxide);
      stroke-width: 3.4;
      stroke-linecap: round;
      stroke-linejoin: round;
    }
    .mark-lever {
      fill: var(--color-ink);
      stroke: var(--color-ash-100);
      stroke-width: 1;
    }
    .legend {
      position: absolute;
      left: 0;
      bottom: 3px;
      display: flex;
      flex-wrap: wrap;
      justify-content: center;
      gap: 0 12px;
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
  `,
})
export class AxlePlate {
  readonly end = input.required<AxleEnd>();
  readonly axle = input.required<AxleSpec>();
  readonly joints = input.required<ReadonlyMap<JointId, JointView>>();
  readonly selected = input<JointId | null>(null);
  readonly chalked = input<ReadonlySet<JointId>>(new Set());
  readonly toTighten = input<ReadonlySet<JointId>>(new Set());
  readonly dialect = input<Dialect>('sway bar');
  /** The check that is being made at the selected joint: drawn where the hands, the lever and the eyes go. */
  readonly check = input<Check | null>(null);
  /** A link that is being worked out: it is drawn in the corner, at the stance it is for. */
  readonly link = input<LinkStudied | null>(null);
  /** No sheet behind it: a type that is being described has no states, and no keys. */
  readonly plain = input(false);
  /** What hangs on a joint besides its state. */
  readonly tags = input<ReadonlyMap<JointId, JointTag>>(new Map());
  /** Which way each eye of the bar springs when its nut comes off, where that is what is coming. */
  readonly jumps = input<Readonly<Record<Side, 'up' | 'down' | 'not'>> | null>(null);
  readonly selectedChange = output<JointId>();
  readonly flip = output();
  /** The dimensioned drawing is wanted. */
  readonly drawing = output();

  protected readonly width = signal(668);
  protected readonly height = signal(664);
  private readonly units = inject(Units);
  protected readonly sides = SIDES;
  private readonly picked = signal<Side | null>(null);
  protected readonly narrow = computed(() => this.width() < 480);
  /** The corner that is drawn alone: on a phone always one. */
  protected readonly corner = computed((): Side | null => this.picked() ?? (this.narrow() ? 'left' : null));
  /** Turned to a corner, true to scale, from behind and from its side. */
  protected readonly turned = computed(() => this.picked() !== null && !this.narrow());
  private readonly mode = computed((): PlateMode => {
    const side = this.corner();
    return side ? { kind: this.narrow() ? 'one' : 'turned', side } : { kind: 'both' };
  });
  protected readonly layout = computed(() => layoutPlate(this.end(), this.axle(), this.width(), this.height(), this.mode()));
  // --- it moves ---------------------------------------------------------------
  protected readonly mostMm = MOST_TRAVEL_MM;
  /** How far the wheel of the turned corner is lifted, mm: only drawn, nothing is recorded. */
  protected readonly travel = signal(0);
  /** What the other wheel does: the same, or the opposite. */
  protected readonly apart = signal(false);
  private readonly moved = computed(() => {
    if (!this.turned()) return undefined;
    return attempt(() => this.corners()(this.travel(), this.other()));
  });
  private readonly corners = computed(() => cornersOf(this.axle()));
  private readonly other = computed(() => (this.apart() ? 2 * this.stoodMm() - this.travel() : this.travel()));
  /** Where the wheel stands now against where it stood when the points were taken, mm. */
  private readonly stoodMm = computed(() => this.link()?.loweredMm ?? 0);
  /** The link at its wheel's position, and the limits it breaks there. */
  private readonly rig = computed(() => {
    if (!this.turned()) return undefined;
    const link = this.link();
    const made = attempt(() => {
      const was = rigOf(this.axle(), { loweredMm: 0, steps: 8 });
      const rig = link?.loweredMm ? rigOf(this.axle(), { loweredMm: link.loweredMm, steps: 8 }) : was;
      return { rig, rules: rulingLimits(rig, link?.limits, was), lengthMm: link?.lengthMm ?? rig.lengthMm };
    });
    return made.ok ? made.value : undefined;
  });
  private readonly met = computed((): string[] => {
    const r = this.rig();
    if (!r) return [];
    const met = attempt(() => limitsMet(r.rig, r.rules, r.lengthMm, r.rig.at(this.travel(), this.other())));
    return met.ok ? met.value : [];
  });
  /** The axle as it is drawn now: its points moved with the wheel, where they can be. */
  private readonly shown = computed((): AxleSpec => {
    const m = this.moved();
    const r = this.rig();
    if (!m?.ok || (this.travel() === 0 && !this.link())) return this.axle();
    const eye =
      this.link() && r ? attempt(() => linkAt(r.rig, r.lengthMm, r.rig.at(this.travel(), this.other()), false).eye) : undefined;
    const points = Object.fromEntries(
      Object.entries(this.axle().points).map(([name, p]) => [name, p && { ...p, at: m.value.points[name as PointName] ?? p.at }]),
    );
    const drawn = points as AxleSpec['points'];
    return { ...this.axle(), points: eye?.ok ? { ...drawn, barEye: { ...drawn.barEye!, at: eye.value } } : drawn };
  });
  /** Both wheels do not matter to each other where each hangs by itself. */
  protected readonly joined = computed(() => ['beam', 'axle'].includes(layoutOf(this.axle()).moves));
  protected readonly limit = computed(() => {
    const m = this.moved();
    if (!m) return '';
    if (!m.ok) return m.error.message;
    return (!this.link() && m.value.locked) || spoken(capital(this.met().join('; ')), this.dialect());
  });
  /** The studied link's numbers at this position of the wheel, in place of the ladder. */
  protected readonly figures = computed((): readonly Figure[] | null => {
    const [r, link] = [this.rig(), this.link()];
    if (!r || !link) return null;
    const found = attempt(() => linkAt(r.rig, r.lengthMm, r.rig.at(this.travel(), this.other())));
    if (!found.ok) return null;
    const { armDeg, leanDeg, swingDeg, lever, overCentreDeg, nearest } = found.value;
    const { swing, overCentre, air } = r.rules;
    const deg = (v: number) => `${fixed(v, 1)}°`.replace('-', '−');
    const up = Math.round(this.travel() - this.stoodMm());
    const stud = (end: 'mount' | 'eye', name: string): Figure => ({
      name,
      value: deg(swingDeg[end]),
      of: `to ${swing[end].words}`,
      broken: swingDeg[end] > swing[end].mostDeg,
    });
    const [upper, lower] = r.rig.mountIs === 'upper' ? (['mount', 'eye'] as const) : (['eye', 'mount'] as const);
    return [
      {
        name: 'wheel',
        value: `${up > 0 ? '+' : ''}${this.units.sayLength(up, 0)}`.replace('-', '−'),
        of: 'drag it, or its slider',
      },
      { name: 'arm turned', value: deg(armDeg), of: 'from where it stood' },
      { name: 'link leans', value: deg(leanDeg), of: 'from upright' },
      stud(upper, 'upper stud swings'),
      stud(lower, 'lower stud swings'),
      {
        name: 'lever',
        value: fixed(lever, 2),
        of: `${deg(overCentreDeg)} to over-centre`,
        broken: overCentreDeg < overCentre.leastDeg,
      },
      ...(nearest
        ? [
            {
              name: 'nearest thing',
              value:
                nearest.airMm > 0
                  ? this.units.sayLength(nearest.airMm, 0)
                  : nearest.airMm < air.leastMm
                    ? 'touches'
                    : 'as it was',
              of: spoken(nearest.name, this.dialect()),
              broken: nearest.airMm < air.leastMm,
            },
          ]
        : []),
    ];
  });
  protected readonly motion = computed(() => {
    // The numbers stand in the ladder's place.
    if (this.figures()) return this.usual() ? 'from usual points, not measured' : '';
    const r = this.rig();
    const at = r && attempt(() => linkAt(r.rig, r.lengthMm, r.rig.at(this.travel(), this.other()), false));
    const up = this.travel() - Math.round(this.stoodMm());
    const wheel = `Wheel ${up > 0 ? '+' : ''}${this.units.sayLength(up, 0)}`;
    const turn = at?.ok ? ` · bar’s arm ${fixed(at.value.armDeg, 1)}° · link’s lever ${fixed(at.value.lever, 2)}` : '';
    const usual = this.usual() ? ' · from usual points, not measured' : '';
    return `${wheel}${turn}${usual}`.replaceAll('-', '−');
  });
  /** Where nobody has measured it, this is how such an axle usually moves, and no more. */
  private readonly usual = computed(() => Object.values(this.axle().points).some((p) => p?.from === 'usual'));
  private dragged: { y: number; from: number; moved: boolean } | undefined;
  protected down(e: PointerEvent): void {
    if (!this.turned() || (e.target as HTMLElement).closest('button, input, label')) return;
    this.dragged = { y: e.clientY, from: this.travel(), moved: false };
  }
  protected move(e: PointerEvent): void {
    const d = this.dragged;
    if (!d || e.buttons === 0) return;
    const mm = (d.y - e.clientY) / this.layout().pxPerMm;
    if (Math.abs(mm) < 3 && !d.moved) return;
    d.moved = true;
    this.lift(d.from + mm);
  }
  protected lift(mm: number): void {
    this.travel.set(Math.round(Math.max(-MOST_TRAVEL_MM, Math.min(MOST_TRAVEL_MM, mm))));
  }

  protected readonly shapes = computed(() => [
    ...drawAxle(this.shown(), this.layout()),
    ...(this.turned() ? drawSide(this.shown(), this.layout(), this.corner()!) : []),
  ]);
  protected readonly scale = computed(() =>
    this.turned()
      ? 'from behind and from its side, true to scale'
      : `from behind, its middle left out · heights ×${fixed(this.layout().stretch, 1)}`,
  );
  protected readonly least = computed(() => leastHeight(this.axle()));
  protected readonly selectedCell = computed(() => this.layout().cells.find((c) => c.joint === this.selected()));

  /** An arrow beside each eye, the way it springs. */
  protected readonly springs = computed((): string[] => {
    const [jumps, eye] = [this.jumps(), this.shown().points.barEye?.at];
    if (!jumps || !eye) return [];
    const l = this.layout();
    return l.sides.flatMap((side) => {
      const way = jumps[side];
      if (way === 'not') return [];
      const up = way === 'up' ? -1 : 1;
      const [x, y] = [l.x(side, eye[1]) + (side === 'left' ? -22 : 22), l.y(eye[2])];
      return [`M${x} ${y - up * 8}v${up * 44}m-9 ${-up * 11}l9 ${up * 11}l9 ${-up * 11}`];
    });
  });
  protected readonly marks = computed(() => {
    const [c, cell] = [this.check(), this.selectedCell()];
    return c && cell ? drawCheck(this.axle(), this.layout(), cell.side, c.id, c.settles) : [];
  });
  /** The kinds of mark on the plate now, each said once. */
  protected readonly legend = computed(() => LEGEND.filter((k) => this.marks().some((m) => m.kind === k.kind)));

  constructor() {
    // A link that is worked out is looked at in its corner, as the vehicle stands now; afterwards the axle is whole again.
    let wasStudied = false;
    effect(() => {
      const link = this.link();
      untracked(() => {
        if (link && !this.turned()) this.picked.set('left');
        if (link) this.travel.set(Math.round(link.loweredMm));
        if (!link && wasStudied) this.turn(null);
        wasStudied = link !== null;
      });
    });
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

  protected turn(side: Side | null): void {
    this.picked.set(side);
    this.travel.set(0);
  }
  protected leader(c: PlateCell): string {
    const [a, b] = [c.leader[0], this.spots(c)[0]!];
    return `M${a[0]} ${a[1]}L${b[0]} ${b[1]}`;
  }
  /** Everywhere a joint is seen: from behind, and turned to its corner from the side as well. */
  protected spots(c: PlateCell): readonly Point[] {
    const l = this.layout();
    if (!l.sideView) return [c.at];
    const behind = onDrawing(this.shown(), c.kind, l.nut);
    const p = placeOf(this.shown(), c.kind);
    return [
      [l.x(c.side, behind[0]), l.y(behind[1])],
      [l.sideView.x(p[0]), l.sideView.y(p[2])],
    ];
  }
  protected said(id: JointId): string {
    const soak = this.tags().get(id)?.soakMin;
    if (soak) return `left to soak, ${soak} min`;
    return this.toTighten().has(id) ? 'to tighten' : this.stateOf(id);
  }
  /** In the room of half a rung; the whole word is read aloud. */
  protected short(id: JointId): string {
    const soak = this.tags().get(id)?.soakMin;
    if (soak) return `soaks ${soak}′`;
    const said = this.said(id);
    return said === 'not looked at' ? 'not yet' : said === 'can’t tell yet' ? 'can’t tell' : said;
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
  /** The link that is looked at. */
  protected readonly inked = computed(() => {
    const s = this.selected();
    return SIDES.find((side) => s?.includes(`.${side}.link-`)) ?? null;
  });
  protected choose(e: Event, joint: JointId): void {
    e.stopPropagation();
    this.selectedChange.emit(joint);
  }
  /** A touch on the drawing picks the joint nearest to it, if one is near enough to have been meant. */
  protected pick(e: MouseEvent): void {
    const box = (e.currentTarget as HTMLElement).getBoundingClientRect();
    const [x, y] = [e.clientX - box.left, e.clientY - box.top];
    if ((e.target as HTMLElement).closest('button, input, label')) return;
    // A drag moved the wheel; it was no touch.
    const drag = this.dragged;
    this.dragged = undefined;
    if (drag?.moved) return;
    const near = this.layout()
      .cells.flatMap((c) => this.spots(c).map((at) => ({ c, d: Math.hypot(at[0] - x, at[1] - y) })))
      .sort((a, b) => a.d - b.d)[0];
    if (near && near.d < 26) return this.selectedChange.emit(near.c.joint);
    if (this.narrow()) return;
    // A touch on a corner itself turns to it, and back.
    this.turn(this.turned() ? null : x < box.width / 2 ? 'left' : 'right');
  }
  /** Walks the ladder with the arrow keys: up and down its rungs, left and right across it. */
  step(dx: number, dy: number): JointId {
    const { cells } = this.layout();
    const now = this.selectedCell();
    if (!now) return cells[0]!.joint;
    if (dy) {
      const same = cells.filter((c) => c.side === now.side);
      const i = same.indexOf(now);
      return same[Math.max(0, Math.min(same.length - 1, i + dy))]!.joint;
    }
    const side = dx < 0 ? 'left' : 'right';
    return (cells.find((c) => c.kind === now.kind && c.side === side) ?? now).joint;
  }
}
