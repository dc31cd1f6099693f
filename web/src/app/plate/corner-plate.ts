import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, untracked } from '@angular/core';
import {
  JOINT_SPECS,
  jointKinds,
  type AxleEnd,
  type AxleSpec,
  type Dialect,
  type JointId,
  type LinkStudied,
  type Side,
} from '@ash-knot/core';
import { between, type Vec3 } from '@ash-knot/core/numeric';
import { Units } from '../session/units';
import { CornerMotion, MOST_TRAVEL_MM, type Figure } from './corner-motion';
import { cornerDrawn, layoutCorner } from './corner-views';
import type { JointCell } from './joint-cell';
import { JointMark } from './joint-mark';
import { drawSolids } from './scene/draw';
import { seenAngle, type Point } from './scene/view';
import { Strokes } from './strokes';
import { toldApart } from './told-apart';
import { NARROW } from './two-views';

/** The title above, px; below the drawing the slider, the words, and a row of figures each. */
const TOP = 66;
const MOVES = 92;
const FIGURE = 62;
const MARK = 10.5;
/** A finger that moves so little has not dragged, mm. */
const STILL = 3;

/** A mark of the corner, or the number of a figure, in one of its views. */
interface Placed {
  readonly key: string;
  readonly at: Point;
  readonly turnedDeg: number;
}

/** One corner alone, to scale, from behind and from beside: it moves, and its figures are keyed to it by number. */
@Component({
  selector: 'ak-corner-plate',
  imports: [JointMark, Strokes],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: {
    class: 'block absolute inset-0 touch-none',
    '(pointerdown)': 'down($event)',
    '(pointermove)': 'move($event)',
    '(click)': 'pick($event)',
  },
  templateUrl: './corner-plate.html',
  styleUrl: './corner-plate.css',
})
export class CornerPlate {
  readonly end = input.required<AxleEnd>();
  readonly side = input.required<Side>();
  readonly axle = input.required<AxleSpec>();
  readonly width = input.required<number>();
  readonly height = input.required<number>();
  readonly cells = input.required<ReadonlyMap<JointId, JointCell>>();
  readonly selected = input<JointId | null>(null);
  readonly dialect = input<Dialect>('sway bar');
  /** A link that is worked out: drawn at the stance it is for. */
  readonly link = input<LinkStudied | null>(null);
  readonly plain = input(false);
  readonly selectedChange = output<JointId>();
  /** Touched away from any joint: the whole axle again. */
  readonly leave = output();
  readonly units = inject(Units);
  /** The corner is always the one that moves here. */
  readonly turned = (): boolean => true;
  protected readonly mostMm = MOST_TRAVEL_MM;
  protected readonly motion = new CornerMotion(this);
  protected readonly narrow = computed(() => this.width() < NARROW);
  protected readonly columns = computed(() => (this.narrow() ? 2 : 4));
  private readonly below = computed(() => {
    const n = this.motion.figures()?.length ?? 0;
    return MOVES + Math.ceil(n / this.columns()) * FIGURE;
  });
  readonly views = computed(() =>
    layoutCorner(this.axle(), this.side(), {
      width: this.width(),
      top: TOP,
      bottom: Math.max(TOP + 120, this.height() - this.below()),
    }),
  );
  private readonly solids = computed(() => cornerDrawn(this.motion.shown(), this.side()));
  protected readonly shapes = computed(() => ({
    behind: drawSolids(this.solids(), this.views().behind),
    beside: drawSolids(this.solids(), this.views().beside),
  }));
  protected readonly inked = computed(() => (this.link() || this.selected()?.includes('.link-') ? this.side() : null));

  /** Where something of the left half stands on this side. */
  private here([x, y, z]: Vec3): Vec3 {
    return [x, this.side() === 'left' ? y : -y, z];
  }
  /** The joints of this side where they are now; while a link is worked out its numbers stand there instead. */
  protected readonly marks = computed(() => {
    if (this.motion.figures()) return { behind: [], beside: [] };
    const axle = this.motion.shown();
    const kinds = jointKinds(axle);
    const lines = kinds.map((k) => this.here(JOINT_SPECS[k].along(axle)));
    return this.inBoth(
      kinds.map((k) => ({ key: this.idOf(k), at: this.here(JOINT_SPECS[k].place(axle)) })),
      lines,
    );
  });
  private idOf(kind: string): JointId {
    return [...this.cells().values()].find((c) => c.kind === kind && c.side === this.side())!.joint;
  }
  private inBoth(of: readonly { readonly key: string; readonly at: Vec3 }[], lines?: readonly Vec3[]) {
    const v = this.views();
    const place = (name: 'behind' | 'beside'): Placed[] => {
      const box = name === 'behind' ? v.behindBox : v.besideBox;
      const at = toldApart(
        of.map((o) => v[name].to(o.at)),
        2 * MARK + 1,
        { left: box.x + MARK, right: box.x + box.width - MARK, top: v.top, bottom: v.ground + 6 },
      );
      return of.map((o, i) => ({ key: o.key, at: at[i]!, turnedDeg: lines ? seenAngle(v[name], lines[i]!) : 0 }));
    };
    return { behind: place('behind'), beside: place('beside') };
  }
  protected readonly numbers = computed(() => {
    const figures = this.motion.figures();
    if (!figures) return { behind: [], beside: [] };
    return this.inBoth(
      figures.flatMap((f, i) => {
        const at = this.anchor(f);
        return at ? [{ key: String(i + 1), at: this.here(at) }] : [];
      }),
    );
  });
  private anchor(f: Figure): Vec3 | null {
    const p = this.motion.shown().points;
    if (!p.barEye || !p.linkMount || !p.barBushing) return null;
    const [mount, eye] = [p.linkMount.at, p.barEye.at];
    switch (f.about) {
      case 'wheel':
        return p.hub.at;
      case 'arm':
        return p.barBushing.at;
      case 'link':
        return between(mount, eye, 0.5);
      case 'upper':
        return mount[2] >= eye[2] ? mount : eye;
      case 'lower':
        return mount[2] >= eye[2] ? eye : mount;
      case 'eye':
        return between(p.barBushing.at, eye, 0.6);
      case 'nearest':
        return null;
    }
  }
  protected readonly chosen = computed(() => {
    const joint = this.selected();
    const c = joint ? this.cells().get(joint) : undefined;
    return c && c.side === this.side() ? c : null;
  });
  protected cell(key: string): JointCell {
    return this.cells().get(key as JointId)!;
  }

  constructor() {
    // A link that is worked out stands as the vehicle does now.
    effect(() => {
      const link = this.link();
      untracked(() => this.motion.travel.set(link ? Math.round(link.loweredMm) : 0));
    });
  }

  /** Walks the joints of this side, top first; the other side is not on the picture. */
  step(_dx: number, dy: number): JointId | undefined {
    const order = [...this.marks().behind].sort((a, b) => a.at[1] - b.at[1]).map((m) => m.key as JointId);
    const now = this.selected();
    const i = now ? order.indexOf(now) : -1;
    return i < 0 ? order[0] : order[Math.max(0, Math.min(order.length - 1, i + dy))];
  }
  private dragged: { y: number; from: number; moved: boolean } | undefined;
  protected down(e: PointerEvent): void {
    if ((e.target as HTMLElement).closest('button, input, label')) return;
    this.dragged = { y: e.clientY, from: this.motion.travel(), moved: false };
  }
  protected move(e: PointerEvent): void {
    const d = this.dragged;
    if (!d || e.buttons === 0) return;
    const mm = (d.y - e.clientY) / this.views().pxPerMm;
    if (Math.abs(mm) < STILL && !d.moved) return;
    d.moved = true;
    this.motion.lift(d.from + mm);
  }
  protected choose(e: Event, joint: string): void {
    e.stopPropagation();
    this.selectedChange.emit(joint as JointId);
  }
  protected pick(e: MouseEvent): void {
    const target = e.target as HTMLElement;
    const drag = this.dragged;
    this.dragged = undefined;
    // A drag moved the wheel; it was no touch.
    if (drag?.moved || target.closest('button, input, label')) return;
    const box = (e.currentTarget as HTMLElement).getBoundingClientRect();
    const [x, y] = [e.clientX - box.left, e.clientY - box.top];
    const near = [...this.marks().behind, ...this.marks().beside]
      .map((m) => ({ m, d: Math.hypot(m.at[0] - x, m.at[1] - y) }))
      .sort((a, b) => a.d - b.d)[0];
    if (near && near.d <= 28) return this.selectedChange.emit(near.m.key as JointId);
    this.leave.emit();
  }
}
