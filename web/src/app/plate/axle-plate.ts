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
  type LinkStudied,
  type Side,
} from '@ash-knot/core';
import { NgIcon, provideIcons } from '@ng-icons/core';
import { tablerCamera } from '@ng-icons/tabler-icons';
import { CornerMotion, MOST_TRAVEL_MM } from './corner-motion';
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

/** What hangs on a joint: its photographs, the part chosen for it, the minutes it is left to soak. */
export interface JointTag {
  readonly photos: number;
  readonly chosen: boolean;
  readonly soakMin: number;
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
  templateUrl: './axle-plate.html',
  styleUrl: './axle-plate.css',
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
  /** The look that is being made in a round, and at which sides. */
  readonly looks = input<{ readonly check: Check; readonly sides: readonly Side[] } | null>(null);
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
  /** The assembly that is worked on can be shown taken apart instead. */
  readonly apart = input(false);
  readonly takenApart = output();

  protected readonly width = signal(668);
  protected readonly height = signal(664);
  readonly units = inject(Units);
  protected readonly sides = SIDES;
  private readonly picked = signal<Side | null>(null);
  protected readonly narrow = computed(() => this.width() < 480);
  /** The corner that is drawn alone: on a phone always one. */
  protected readonly corner = computed((): Side | null => this.picked() ?? (this.narrow() ? 'left' : null));
  /** Turned to a corner, true to scale, from behind and from its side. */
  readonly turned = computed(() => this.picked() !== null && !this.narrow());
  private readonly mode = computed((): PlateMode => {
    const side = this.corner();
    return side ? { kind: this.narrow() ? 'one' : 'turned', side } : { kind: 'both' };
  });
  protected readonly layout = computed(() => layoutPlate(this.end(), this.axle(), this.width(), this.height(), this.mode()));
  /** How the turned corner moves; only drawn, nothing is recorded. */
  protected readonly mostMm = MOST_TRAVEL_MM;
  protected readonly motion = new CornerMotion(this);
  private dragged: { y: number; from: number; moved: boolean } | undefined;
  protected down(e: PointerEvent): void {
    if (!this.turned() || (e.target as HTMLElement).closest('button, input, label')) return;
    this.dragged = { y: e.clientY, from: this.motion.travel(), moved: false };
  }
  protected move(e: PointerEvent): void {
    const d = this.dragged;
    if (!d || e.buttons === 0) return;
    const mm = (d.y - e.clientY) / this.layout().pxPerMm;
    if (Math.abs(mm) < 3 && !d.moved) return;
    d.moved = true;
    this.motion.lift(d.from + mm);
  }

  protected readonly shapes = computed(() => [
    ...drawAxle(this.motion.shown(), this.layout()),
    ...(this.turned() ? drawSide(this.motion.shown(), this.layout(), this.corner()!) : []),
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
    const [jumps, eye] = [this.jumps(), this.motion.shown().points.barEye?.at];
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
    const [c, cell, looks] = [this.check(), this.selectedCell(), this.looks()];
    if (looks && !cell)
      return looks.sides
        .filter((side) => this.layout().sides.includes(side))
        .flatMap((side) => drawCheck(this.axle(), this.layout(), side, looks.check.id, looks.check.settles));
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
        if (link) this.motion.travel.set(Math.round(link.loweredMm));
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
    this.motion.travel.set(0);
  }
  protected leader(c: PlateCell): string {
    const [a, b] = [c.leader[0], this.spots(c)[0]!];
    return `M${a[0]} ${a[1]}L${b[0]} ${b[1]}`;
  }
  /** Everywhere a joint is seen: from behind, and turned to its corner from the side as well. */
  protected spots(c: PlateCell): readonly Point[] {
    const l = this.layout();
    if (!l.sideView) return [c.at];
    const behind = onDrawing(this.motion.shown(), c.kind, l.nut);
    const p = placeOf(this.motion.shown(), c.kind);
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
