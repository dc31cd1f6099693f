import {
  ChangeDetectionStrategy,
  ChangeDetectorRef,
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
  viewChild,
} from '@angular/core';
import {
  SIDES,
  type AxleEnd,
  type AxleSpec,
  type Check,
  type Dialect,
  type JointId,
  type JointView,
  type LinkStudied,
  type Side,
} from '@ash-knot/core';
import { Units } from '../session/units';
import { CornerPlate } from './corner-plate';
import { cellsOf, type JointTag } from './joint-cell';
import { leastHeight, NARROW } from './two-views';
import { WholeAxle } from './whole-axle';

/** The axle of this vehicle, drawn to scale from its stored dimensions: whole in two views, or one corner that moves. */
@Component({
  selector: 'ak-axle-plate',
  imports: [CornerPlate, WholeAxle],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block relative overflow-hidden bg-ash-200 h-full', '[style.min-height.px]': 'least()' },
  templateUrl: './axle-plate.html',
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
  /** The joints a part is looked for. */
  readonly fitting = input<readonly JointId[]>([]);
  /** Which way each eye of the bar springs when its nut comes off, where that is what is coming. */
  readonly jumps = input<Readonly<Record<Side, 'up' | 'down' | 'not'>> | null>(null);
  /** The assembly that is worked on can be shown taken apart instead. */
  readonly apart = input(false);
  readonly selectedChange = output<JointId>();
  readonly flip = output();
  /** The dimensioned drawing is needed. */
  readonly drawing = output();
  readonly takenApart = output();

  protected readonly width = signal(668);
  protected readonly height = signal(664);
  private readonly units = inject(Units);
  private readonly changes = inject(ChangeDetectorRef);
  private readonly whole = viewChild(WholeAxle);
  private readonly alone = viewChild(CornerPlate);
  protected readonly sides = SIDES;
  protected readonly narrow = computed(() => this.width() < NARROW);
  /** The corner that stands alone. */
  protected readonly corner = signal<Side | null>(null);
  /** The axle is asked for anew with every line of the tape, and hardly ever another one: what is drawn is worked out once. */
  protected readonly drawn = computed(() => this.axle(), { equal: (a, b) => a === b || JSON.stringify(a) === JSON.stringify(b) });
  protected readonly cells = computed(() =>
    cellsOf(this.end(), this.drawn(), {
      joints: this.joints(),
      tags: this.tags(),
      chalked: this.chalked(),
      toTighten: this.toTighten(),
      dialect: this.dialect(),
      sayLength: (mm) => this.units.sayLength(mm, 1),
    }),
  );
  protected readonly least = computed(() =>
    this.corner() ? 480 : leastHeight(this.drawn(), this.width(), this.whole()?.rowsNeeded() ?? 4),
  );

  constructor() {
    // A link that is worked out is looked at in its corner; afterwards the axle is whole again.
    let wasStudied = false;
    effect(() => {
      const link = this.link();
      untracked(() => {
        if (link && !this.corner()) this.corner.set('left');
        if (!link && wasStudied) this.corner.set(null);
        wasStudied = link !== null;
      });
    });
    const el = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    if (typeof ResizeObserver === 'undefined') return;
    const watch = new ResizeObserver(() => {
      if (el.clientWidth === 0) return;
      this.width.set(el.clientWidth);
      this.height.set(el.clientHeight);
    });
    watch.observe(el);
    inject(DestroyRef).onDestroy(() => watch.disconnect());
  }

  /** Seen it follows its joints; while another picture stands in its place it rests as it is. */
  stay(seen: boolean): void {
    if (!seen) {
      // Whoever comes back looks at the whole axle, unless a link is being worked out in its corner.
      if (!this.link()) this.corner.set(null);
      return this.changes.detach();
    }
    this.changes.reattach();
    this.changes.markForCheck();
  }
  /** Walks the joints with the arrow keys: the whole axle’s, or the corner’s. */
  step(dx: number, dy: number): JointId | undefined {
    return (this.whole() ?? this.alone())?.step(dx, dy);
  }
}
