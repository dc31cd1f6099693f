import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import {
  attempt,
  barAtWork,
  barOf,
  fixed,
  halfBar,
  MUCH_STIFFER,
  otherEnd,
  rigOf,
  beamBarRoll,
  uBar,
  uncapital,
  windUp,
  type Attempt,
  type AxleEnd,
  type AxleSpec,
  type Fitted,
  type BarAtWork,
  type BarQuestion,
  type BarSpec,
  type EntryBodies,
  type UBar,
  own,
} from '@ash-knot/core';
import { Picks } from '../kit/picks';
import { TextField } from '../kit/text-field';
import { Session } from '../session/session';
import { Units } from '../session/units';
import { draft } from '../state/draft';
import { Mechanics } from '../workers/mechanics';
import { asked } from './asked';
import { BarDrawing } from './bar-drawing';
import { draftPlace } from './draft-place';
import { typedMm, typedNumber, typedOr } from './typed';

const SHAPES = ['by dimensions', 'by taps', 'this axle', 'bolted to a beam'] as const;
type Shape = (typeof SHAPES)[number];
/** The field for taps: mm across its width, and where its middle line stands. */
const PAD = { wide: 800, high: 500, back: 400 } as const;
const SNAP = 5;

/** A bar: how stiff, where stressed, and against the one it replaces. */
@Component({
  selector: 'ak-bar-study',
  imports: [BarDrawing, Picks, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  templateUrl: './bar-study.html',
})
export class BarStudyView {
  /** The axle it stands on and the other one, where they are known. */
  readonly axle = input<AxleSpec | null>(null);
  readonly end = input<AxleEnd>('front');
  readonly otherAxle = input<AxleSpec | null>(null);
  readonly keeps = input(false);
  readonly kept = output<EntryBodies['result']>();
  private readonly units = inject(Units);
  private readonly mechanics = inject(Mechanics);
  private readonly place = draftPlace();
  private readonly text = (key: string) => draft(`bar.${key}.${this.place}`, '');
  protected readonly session = inject(Session);
  protected readonly fixed = fixed;
  protected readonly taps =
    'The left half from above: tap the bushing first, then each bend, the eye last. One square is 50 mm; the line is the vehicle’s middle.';
  protected readonly padLabel =
    'Half of the bar from above: tap its bushing, bends and eye; or move the cross with the arrow keys and press Enter';
  protected readonly warning =
    'Links, bushings and brackets are made for the old bar’s force: ask their makers before they meet this one.';
  protected readonly pad = PAD;
  protected readonly grid = [
    ...Array.from({ length: PAD.wide / 50 + 1 }, (_, i) => `M${PAD.wide - i * 50} 0V${PAD.high}`),
    ...Array.from({ length: PAD.high / 50 + 1 }, (_, i) => `M0 ${i * 50}H${PAD.wide}`),
  ];
  protected readonly picked = draft<Shape | null>(`bar.shape.${this.place}`, null);
  protected readonly shapes = computed(() => SHAPES.filter((s) => s !== 'this axle' || this.axle()?.points.barEye));
  /** It opens on the vehicle’s own bar, where that is known; measured it is another one. */
  protected readonly shape = computed((): Shape => {
    const picked = this.picked();
    if (picked && this.shapes().includes(picked)) return picked;
    return this.shapes().includes('this axle') && this.axle()?.bar ? 'this axle' : 'by dimensions';
  });
  /** The bar of the axle as its type has it, mm: what an empty field means where the axle’s own is looked at. */
  protected readonly own = computed(() => {
    const bar = this.shape() === 'this axle' ? this.axle()?.bar : null;
    if (!bar) return null;
    return { outside: String(bar.diameterMm), bore: bar.wallMm ? String(bar.diameterMm - 2 * bar.wallMm) : '' };
  });
  protected ownHint(mm: string | undefined): string {
    return mm ? `empty: ${this.units.sayLength(Number(mm), 0)}, as the type has it` : '';
  }
  /** Another diameter was written than the axle’s own: that is what it is compared with. */
  protected readonly otherThanOwn = computed(() => this.own() !== null && this.outside().trim() !== '');
  private readonly nowText = computed(() => this.outside().trim() || (this.own()?.outside ?? ''));
  private readonly wasText = computed(() => this.wasOutside().trim() || (this.otherThanOwn() ? this.own()!.outside : ''));
  protected readonly outside = this.text('outside');
  protected readonly bore = this.text('bore');
  protected readonly wasOutside = this.text('wasOutside');
  protected readonly wasBore = this.text('wasBore');
  protected readonly wasArm = this.text('wasArm');
  protected readonly middle = this.text('middle');
  protected readonly arm = this.text('arm');
  protected readonly between = this.text('between');
  protected readonly splay = this.text('splay');
  protected readonly rubber = this.text('rubber');
  protected readonly points = draft<[number, number][]>(`bar.taps.${this.place}`, []);

  private u(which: 'now' | 'was'): UBar {
    const was = which === 'was';
    return {
      outsideMm: typedMm(was ? 'diameter of the old bar' : 'diameter of the bar', was ? this.wasOutside() : this.outside()),
      boreMm: typedOr('hole of the bar', was ? this.wasBore() : this.bore(), 0),
      middleMm: typedMm('middle of the bar', this.middle()),
      armMm:
        was && this.wasArm().trim()
          ? typedMm('arm of the old bar', this.wasArm())
          : typedMm('length of the bar’s arm', this.arm()),
      bushingsMm: typedMm('distance between bushings', this.between()),
      splayMm: typedOr('splay of the arms', this.splay(), 0),
      bushingNPerMm: this.rubber().trim() ? typedNumber('stiffness of a bushing', this.rubber()) : undefined,
    };
  }
  private spec(which: 'now' | 'was'): BarSpec {
    const was = which === 'was';
    const outside = typedMm('diameter of the bar', was ? this.wasText() : this.nowText());
    const own = this.own() && (was ? this.wasOutside() : this.outside()).trim() === '' ? this.own()!.bore : '';
    const bore = typedOr('hole of the bar', (was ? this.wasBore() : this.bore()).trim() || own, 0);
    if (this.shape() === 'by dimensions') return uBar(this.u(which));
    return this.shape() === 'by taps' ? halfBar(this.points(), outside, bore) : barOf(this.axle()!, outside, bore);
  }
  protected readonly beamLength = this.text('beamLength');
  protected readonly beamArm = this.text('beamArm');
  protected readonly track = this.text('track');
  protected readonly beam = computed(() => {
    if (![this.outside(), this.beamLength(), this.beamArm(), this.track()].every((t) => t.trim())) return undefined;
    return attempt(() => {
      const roll = (outside: string, bore: string) =>
        (beamBarRoll(
          typedMm('diameter of the bar', outside),
          typedOr('hole of the bar', bore, 0),
          typedMm('length of the bar', this.beamLength()),
          typedMm('length of the beam’s arm', this.beamArm()),
          typedMm('track', this.track()),
        ) /
          1000) *
        (Math.PI / 180);
      return {
        now: roll(this.outside(), this.bore()),
        was: this.wasOutside().trim() ? roll(this.wasOutside(), this.wasBore()) : undefined,
      };
    });
  });
  private readonly question = computed((): Attempt<BarQuestion> | null => {
    const needed =
      this.shape() === 'by dimensions' ? [this.outside(), this.middle(), this.arm(), this.between()] : [this.nowText()];
    if (
      this.shape() === 'bolted to a beam' ||
      needed.some((t) => !t.trim()) ||
      (this.shape() === 'by taps' && this.points().length < 2)
    )
      return null;
    const axle = this.axle();
    return attempt(() => ({
      now: this.spec('now'),
      was: this.wasText() ? this.spec('was') : undefined,
      fitted: axle?.points.barEye ? this.fitted(axle) : undefined,
    }));
  });
  private fitted(axle: AxleSpec): Fitted {
    const where = (a: AxleSpec) => ({ motionRatio: rigOf(a, { loweredMm: 0, steps: 2 }).motionRatio, trackMm: a.trackMm });
    const other = this.otherAxle();
    return {
      end: this.end(),
      ...where(axle),
      other: other?.points.barEye && other.link ? { bar: barOf(other), ...where(other) } : undefined,
    };
  }
  private readonly answer = asked(this.question, (q) => this.mechanics.ask('bar', q));
  protected readonly study = computed(() => (this.question()?.ok ? this.answer().answer : undefined));
  protected readonly wrong = computed(() => {
    const q = this.question();
    return q === null ? '' : q.ok ? this.answer().wrong : q.error.message;
  });
  /** Where it is held: what stands between its two bushings. */
  protected readonly heldMm = computed((): number => {
    if (this.shape() === 'by taps') return 2 * (this.points()[0]?.[1] ?? 0);
    if (this.shape() === 'this axle') return 2 * (this.axle()!.points.barBushing?.at[1] ?? 0);
    const b = attempt(() => typedMm('distance between bushings', this.between()));
    return b.ok ? b.value : 0;
  });
  protected readonly sentences = computed((): string[] => {
    const s = this.study()!;
    const stress = `Each millimetre at the eyes stresses it ${fixed(s.now.worst.stressMpa, 1)} MPa where it is marked.`;
    return [
      ...(s.compared
        ? [
            `${fixed(s.compared.ratio, 2)} times as stiff as the old bar: each link carries ${fixed(s.now.stiffnessNPerMm, 0)} N for each millimetre instead of ${fixed(s.was!.stiffnessNPerMm, 0)}, its steel ${fixed(s.compared.stressRatio, 2)} times the stress.`,
          ]
        : []),
      stress,
      ...(s.rollNmPerDeg ? [`It holds the body with ${fixed(s.rollNmPerDeg, 0)} N·m for each degree of lean.`] : []),
      ...(this.shape() === 'this axle' ? ['Square arms from the axle’s points, solid unless a hole is given.'] : []),
      ...(s.balance ? [`Of what the two bars hold, the springs left out: ${uncapital(s.balance)}`] : []),
      ...(s.compared && s.compared.ratio >= MUCH_STIFFER && this.axle() && !s.balance
        ? [`The ${otherEnd(this.end())} bar is not known: stiffer behind lets the tail come round, stiffer in front pushes wide.`]
        : []),
    ];
  });
  protected readonly gap = this.text('gap');
  /** What a difference between the links does at ride height; the arm is the one that was given, or the axle's. */
  protected readonly wound = computed((): Attempt<string> | undefined => {
    const s = this.study();
    if (!s || !this.gap().trim()) return undefined;
    return attempt(() => {
      const delta = typedMm('length difference', this.gap());
      const axle = this.axle();
      const fitted = axle?.points.barEye ? barAtWork(axle, s.now) : undefined;
      const armMm =
        this.shape() === 'by dimensions'
          ? typedMm('length of the bar’s arm', this.arm())
          : this.shape() === 'by taps'
            ? Math.abs(this.points().at(-1)![0] - this.points()[0]![0])
            : fitted!.armMm;
      const bar: BarAtWork =
        this.shape() === 'this axle'
          ? fitted!
          : { stiffnessNPerMm: s.now.stiffnessNPerMm, lever: 1, armMm, motionRatio: fitted?.motionRatio ?? 1 };
      const w = windUp(bar, delta);
      const corner = fitted
        ? ` One wheel carries ${fixed(Math.abs(w.cornerN), 0)} N more and the other as much less, at most: with the body held level.`
        : '';
      return `${fixed(Math.abs(w.linkForceN), 0)} N in each link; the bar is twisted ${fixed(Math.abs(w.twistDeg), 1)}°, with ${fixed(Math.abs(w.momentNm), 0)} N·m in its middle.${corner}`;
    });
  });
  protected readonly tapped = computed(
    () =>
      this.points()
        .map((p, i) => `${i ? 'L' : 'M'}${PAD.wide - p[1]} ${PAD.back - p[0]}`)
        .join('') +
      (this.points().length ? `M${PAD.wide - this.points()[0]![1]} ${PAD.back - this.points()[0]![0]}H${PAD.wide}` : ''),
  );
  protected tap(e: MouseEvent): void {
    const box = (e.currentTarget as SVGElement).getBoundingClientRect();
    const snap = (v: number) => Math.round(v / SNAP) * SNAP;
    const y = snap(PAD.wide - ((e.clientX - box.left) / box.width) * PAD.wide);
    const x = snap(PAD.back - ((e.clientY - box.top) / box.height) * PAD.high);
    if (y <= 0) return;
    this.points.update((p) => [...p, [x, y]]);
  }
  /** Where the arrow keys have brought the cross: ten steps at a time with shift. */
  protected readonly cross = signal<readonly [number, number] | null>(null);
  protected key(e: KeyboardEvent): void {
    const step = e.shiftKey ? 10 * SNAP : SNAP;
    const moved = own({ ArrowUp: [step, 0], ArrowDown: [-step, 0], ArrowLeft: [0, step], ArrowRight: [0, -step] }, e.key);
    const [x, y] = this.cross() ?? [0, 300];
    if (moved) this.cross.set([x + moved[0]!, Math.max(SNAP, y + moved[1]!)]);
    else if (e.key === 'Enter') this.points.update((p) => [...p, [x, y]]);
    else if (e.key === 'Backspace') this.back();
    else return;
    e.preventDefault();
    e.stopPropagation();
  }
  protected back(): void {
    this.points.update((p) => p.slice(0, -1));
  }
  protected keep(): void {
    const s = this.study();
    if (!s) return;
    const was = this.wasOutside().trim() ? this.u('was') : null;
    this.kept.emit({
      what: 'bar',
      method: 'bar 1',
      given: { now: this.u('now'), was },
      found: { stiffnessNPerMm: s.now.stiffnessNPerMm, stressMpaPerMm: s.now.worst.stressMpa, ratio: s.compared?.ratio ?? null },
      words: `${fixed(s.now.stiffnessNPerMm, 1)} N/mm at an eye${s.compared ? `, ${fixed(s.compared.ratio, 2)} times the old bar` : ''}`,
    });
  }
}
