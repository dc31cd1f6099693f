import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  input,
  linkedSignal,
  output,
  signal,
  untracked,
} from '@angular/core';
import {
  inSentence,
  partsOf,
  SIDES,
  type AxleEnd,
  type AxleSpec,
  type Check,
  type JointId,
  type JointKind,
  type Side,
} from '@ash-knot/core';
import { CameraIcon } from '../kit/icons/camera';
import { remembered } from '../kit/remembered';
import { SaveDrawing } from '../kit/save-drawing';
import { drawCheck, type WornMotion } from './check-drawing';
import { helper, type CheckMark } from './hands';
import { GapMark } from './gap-mark';
import { rowsThatMatter, type JointCell } from './joint-cell';
import { JointMark } from './joint-mark';
import { leaderTo } from './leader';
import { axleSolids } from './scene/axle';
import { drawSolids } from './scene/draw';
import type { Point } from './scene/view';
import type { Shape } from './shapes';
import { Strokes } from './strokes';
import { layoutViews, NARROW, ROW, type Mark } from './two-views';

const LEGEND: readonly (CheckMark & { readonly words: string })[] = [
  { kind: 'push', d: 'M1 6h24', words: 'push' },
  { kind: 'lever', d: 'M1 4h24v4H1z', words: 'lever' },
  { kind: 'look', d: 'M3 10a10 9 0 0 1 20 0', words: 'look' },
  { kind: 'helper', d: helper([13, 3]), words: 'helper' },
  { kind: 'moves', d: 'M1 6h24', words: 'moves when worn' },
];

/** A touch means the nearest joint within so much, px; two that near to each other are both asked about. */
const REACH = 28;
const ALIKE = 11;

/** The same axle stands on the plate at every station: laid out and drawn once a size. */
const laidOut = remembered(
  (end: AxleEnd, axle: AxleSpec, width: number, height: number) => {
    const views = layoutViews(end, axle, width, height);
    const solids = axleSolids(axle);
    return { views, shapes: { above: drawSolids(solids, views.above), behind: drawSolids(solids, views.behind) } };
  },
  (end, axle, width, height) => `${end} ${width} ${height} ${JSON.stringify(axle)}`,
);

/** An outline that moves a little: what would move if the joint were worn. */
interface Ghost {
  readonly d: string;
  readonly origin: string | null;
  readonly by: string;
}

/** The whole axle from above and from behind, its joints with their states, the rows that matter now. */
@Component({
  selector: 'ak-whole-axle',
  imports: [GapMark, JointMark, CameraIcon, SaveDrawing, Strokes],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: {
    class: 'block absolute inset-0',
    '(click)': 'pick($event)',
    '(pointermove)': 'hover($event)',
    '(pointerleave)': 'over.set(null)',
  },
  templateUrl: './whole-axle.html',
  styleUrl: './whole-axle.css',
})
export class WholeAxle {
  readonly end = input.required<AxleEnd>();
  readonly axle = input.required<AxleSpec>();
  readonly width = input.required<number>();
  readonly height = input.required<number>();
  readonly cells = input.required<ReadonlyMap<JointId, JointCell>>();
  readonly selected = input<JointId | null>(null);
  /** The check at the selected joint, or the look of a round at its sides. */
  readonly check = input<Check | null>(null);
  readonly looks = input<{ readonly check: Check; readonly sides: readonly Side[] } | null>(null);
  readonly jumps = input<Readonly<Record<Side, 'up' | 'down' | 'not'>> | null>(null);
  /** The joints a part is looked for: ringed, with a row. */
  readonly fitting = input<readonly JointId[]>([]);
  /** No sheet behind it: a type that is being described has no states. */
  readonly plain = input(false);
  readonly selectedChange = output<JointId>();
  /** A corner was touched, away from any joint. */
  readonly turn = output<Side>();

  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  protected readonly narrow = computed(() => this.width() < NARROW);
  private readonly laid = computed(() => laidOut(this.end(), this.axle(), this.width(), this.height()));
  readonly views = computed(() => this.laid().views);
  protected readonly shapes = computed(() => this.laid().shapes);
  protected readonly ground = computed(() => {
    const { behind, width } = this.views();
    const y = behind.to([0, 0, 0])[1];
    return `M4 ${y + 0.5}H${width - 4}`;
  });
  /** Nobody has measured it: said once, for then its lines are lighter. */
  protected readonly usual = computed(() => Object.values(this.axle().points).some((p) => p?.from === 'usual'));

  protected readonly marks = computed(() => this.views().marks);
  /** The marks that carry the keys and the touch: each joint once. */
  protected readonly keyed = computed(() => this.marks().filter((m) => m.view === 'behind'));
  protected cell(m: { readonly joint: JointId }): JointCell {
    return this.cells().get(m.joint)!;
  }
  /** A joint as it is read aloud. */
  protected aloud(c: JointCell): string {
    const name = `${c.side} ${c.name}`;
    if (this.plain()) return name;
    const more = [c.photos ? `${c.photos} photographs` : '', c.chosen ? 'new part chosen' : '', c.chalked ? 'chalked' : ''];
    return [name, [c.said, c.reading].filter(Boolean).join(' '), ...more].filter(Boolean).join(', ');
  }
  /** Which mark the tab key stops at: the plate is one stop, the arrows walk it. */
  protected readonly stop = computed(() => this.selected() ?? this.keyed()[0]?.joint);

  /** Top first, as they stand on the plate. */
  private readonly order = computed((): JointKind[] =>
    this.keyed()
      .filter((m) => m.side === 'left')
      .sort((a, b) => a.at[1] - b.at[1])
      .map((m) => m.kind),
  );
  private readonly settles = computed(() => {
    const looks = this.looks();
    return looks && !this.selected() ? looks.check.settles : (this.check()?.settles ?? []);
  });
  /** Joints that a touch could not tell apart. */
  protected readonly asked = signal<readonly JointKind[] | null>(null);
  protected readonly all = linkedSignal({ source: this.end, computation: () => false });
  protected readonly rows = computed(() => {
    const asked = this.asked();
    const order = this.order();
    if (asked) return { shown: order.filter((k) => asked.includes(k)), rest: [], line: '' };
    if (this.all()) return { shown: order, rest: [], line: '' };
    const chosen = this.selected();
    return rowsThatMatter(order, this.cells(), {
      count: this.views().rows.count,
      chosen: chosen ? partsOf(chosen).kind : null,
      settles: [...this.settles(), ...this.fitting().map((j) => partsOf(j).kind)],
    });
  });
  protected readonly box = computed(() => {
    const { rows } = this.views();
    if (!this.all() || this.narrow()) return { x: rows.x, y: rows.y, width: rows.width, height: null };
    const width = Math.max(rows.width, 300);
    return { x: (this.width() - width) / 2, y: ROW, width, height: this.height() - ROW };
  });
  protected readonly rowCells = computed(() =>
    this.rows().shown.map((kind) => {
      const [left, right] = SIDES.map((side) => [...this.cells().values()].find((c) => c.kind === kind && c.side === side)!);
      return { kind, name: left!.name, left: left!, right: right! };
    }),
  );

  /** How many rows stand below the drawing where it is narrow. */
  readonly rowsNeeded = computed(() => this.rows().shown.length);

  /** From the chosen row to its joint. */
  protected readonly leader = computed(() => {
    const [joint, v, rows] = [this.selected(), this.views(), this.rows()];
    if (!joint || this.narrow() || this.all() || this.asked()) return null;
    const { kind, side } = partsOf(joint);
    const i = rows.shown.indexOf(kind);
    const own = v.marks.filter((m) => m.joint === joint).sort((a, b) => (a.view === b.view ? 0 : a.view === 'behind' ? -1 : 1));
    if (i < 0 || own.length === 0) return null;
    const from: Point = [side === 'left' ? v.rows.x : v.rows.x + v.rows.width, v.rows.y + (i + 0.5) * ROW];
    const others = v.marks.filter((m) => m.joint !== joint).map((m) => m.at);
    const way = leaderTo(
      from,
      own.map((m) => m.at),
      others,
      v.markPx + 2,
      v.rows,
    );
    return 'M' + way.map((p) => `${p[0]} ${p[1]}`).join('L');
  });

  private readonly drawn = computed(() => {
    const [c, joint, looks, v] = [this.check(), this.selected(), this.looks(), this.views()];
    const at = looks && !joint ? looks.sides : joint ? [partsOf(joint).side] : [];
    const check = looks && !joint ? looks.check : c;
    return check ? at.map((side) => drawCheck(this.axle(), v, side, check.id, check.settles)) : [];
  });
  protected readonly hands = computed(() => {
    const joint = this.selected();
    // The chosen joint has its ring already.
    return this.drawn().flatMap((d) =>
      d.marks.filter((m) => m.joint === undefined || m.joint !== (joint && partsOf(joint).kind)),
    );
  });
  protected readonly ghosts = computed((): Ghost[] => this.drawn().flatMap((d) => d.moves.flatMap((m) => this.ghost(m))));
  private ghost(m: WornMotion): Ghost[] {
    const mine = (s: Shape) => s.member === m.member && (s.side === m.side || s.side === undefined) && s.kind !== 'fine';
    const origin = m.about ? `${m.about[0]}px ${m.about[1]}px` : null;
    const transform = m.turnDeg ? `rotate(${m.turnDeg}deg)` : `translate(${m.by[0]}px, ${m.by[1]}px)`;
    return this.shapes()
      [m.view].filter(mine)
      .map((s) => ({ d: s.d, origin, by: transform }));
  }
  /** The kinds of mark on the plate now, each said once. */
  protected readonly legend = computed(() => [
    ...LEGEND.filter((k) => this.hands().some((m) => m.kind === k.kind)),
    ...(this.ghosts().length ? LEGEND.filter((k) => k.kind === 'moves') : []),
  ]);
  /** An arrow beside each eye, the way it springs. */
  protected readonly springs = computed((): string[] => {
    const [jumps, eye, v] = [this.jumps(), this.axle().points.barEye?.at, this.views()];
    if (!jumps || !eye) return [];
    return SIDES.flatMap((side) => {
      const way = jumps[side];
      if (way === 'not') return [];
      const up = way === 'up' ? -1 : 1;
      const at = v.behind.to([eye[0], side === 'left' ? eye[1] : -eye[1], eye[2]]);
      const [x, y] = [at[0] + (side === 'left' ? -24 : 24), at[1]];
      return [`M${x} ${y - up * 8}v${up * 44}m-9 ${-up * 11}l9 ${up * 11}l9 ${-up * 11}`];
    });
  });
  /** The link that is looked at. */
  protected readonly inked = computed(() => {
    const s = this.selected();
    return SIDES.find((side) => s?.includes(`.${side}.link-`)) ?? null;
  });

  /** What the pointer or the keys are at: named there. */
  protected readonly over = signal<JointId | null>(null);
  protected readonly named = computed(() => {
    const joint = this.over();
    const m = joint && this.keyed().find((k) => k.joint === joint);
    // What is chosen says its row.
    if (!m || joint === this.selected()) return null;
    const c = this.cell(m);
    return {
      words: `${c.side} ${inSentence(c.name)}${this.plain() ? '' : `, ${c.said}`}`,
      x: Math.max(90, Math.min(this.width() - 90, m.at[0])),
      y: m.at[1] - this.views().markPx - 6,
    };
  });

  constructor() {
    // Chosen by the arrows, the mark that has the focus gives it on.
    effect(() => {
      const joint = this.selected();
      untracked(() => {
        this.asked.set(null);
        const held = this.host.ownerDocument.activeElement;
        if (!joint || !held || !this.host.contains(held) || !held.hasAttribute('data-joint')) return;
        this.host.querySelector<HTMLElement>(`[data-joint="${joint}"]`)?.focus();
      });
    });
  }

  protected choose(e: Event, joint: JointId): void {
    e.stopPropagation();
    // A finger is not so sure which of two it meant.
    if ((e as PointerEvent).pointerType === 'touch' && (e.currentTarget as HTMLElement).hasAttribute('data-joint'))
      return this.pick(e as PointerEvent);
    this.take(joint);
  }
  private take(joint: JointId): void {
    this.asked.set(null);
    this.selectedChange.emit(joint);
  }
  private place(e: MouseEvent): Point {
    const box = this.host.getBoundingClientRect();
    return [e.clientX - box.left, e.clientY - box.top];
  }
  private nearest([x, y]: Point): { readonly m: Mark; readonly d: number }[] {
    const best = new Map<JointId, { m: Mark; d: number }>();
    for (const m of this.marks()) {
      const d = Math.hypot(m.at[0] - x, m.at[1] - y);
      if (d < (best.get(m.joint)?.d ?? Infinity)) best.set(m.joint, { m, d });
    }
    return [...best.values()].sort((a, b) => a.d - b.d);
  }
  protected hover(e: PointerEvent): void {
    if (e.pointerType === 'touch') return;
    const [first] = this.nearest(this.place(e));
    this.over.set(first && first.d < this.views().markPx + 3 ? first.m.joint : null);
  }
  /** A touch on the drawing picks the nearest joint; two that it cannot tell apart are opened as rows. */
  protected pick(e: MouseEvent): void {
    if ((e.target as HTMLElement).closest('.rows')) return;
    const at = this.place(e);
    const [first, second] = this.nearest(at);
    if (first && first.d <= REACH) {
      const finger = (e as PointerEvent).pointerType === 'touch';
      if (finger && second && second.d <= REACH && second.d - first.d < ALIKE && second.m.kind !== first.m.kind)
        return this.asked.set([first.m.kind, second.m.kind]);
      return this.take(first.m.joint);
    }
    if (this.asked()) return this.asked.set(null);
    if (this.all()) return this.all.set(false);
    this.turn.emit(at[0] < this.width() / 2 ? 'left' : 'right');
  }
  /** Walks the joints: up and down one side, left and right across. */
  step(dx: number, dy: number): JointId {
    const [order, now] = [this.order(), this.selected()];
    const id = (kind: JointKind, side: Side) => this.keyed().find((m) => m.kind === kind && m.side === side)!.joint;
    if (!now || partsOf(now).axle !== this.end()) return id(order[0]!, 'left');
    const { kind, side } = partsOf(now);
    if (dy) return id(order[Math.max(0, Math.min(order.length - 1, order.indexOf(kind) + dy))]!, side);
    return id(kind, dx < 0 ? 'left' : 'right');
  }
}
