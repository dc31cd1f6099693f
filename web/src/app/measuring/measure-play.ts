import { day } from '../words/format';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import {
  attempt,
  compareMeans,
  gaugeDecides,
  isCamera,
  jointName,
  pairsFromRows,
  PLAY_METHOD,
  playLimit,
  readGauge,
  resolutionMm,
  sayComparison,
  sayExpired,
  sayPlay,
  seriesDoubt,
  partsOf,
  type EntryBodies,
  type GaugeReading,
  type JointId,
  type PlayReading,
  type PlayView,
  readingBody,
  type Line,
  twinOf,
  MOST_DEGREES,
  standsAt,
  type VehicleState,
} from '@ash-knot/core';
import { FormField } from '../kit/form-field';
import { draft } from '../state/draft';
import { sayDecision } from './decision';
import { MeasureFilm } from './measure-film';
import { GaugeInbox, type Heard } from '../instruments/gauge-inbox';
import { LengthGauges } from '../instruments/length-gauge';
import { JobStore } from '../job/job-store';
import { Records } from '../job/records';
import { Session } from '../session/session';
import { GaugeDrawing } from './gauge-drawing';
import { PlayScale } from './play-scale';
import { rowsOf } from '@ash-knot/contract';
import { Units } from '../session/units';
import { SelectField } from '../kit/select-field';
import { More } from '../kit/more';

/** A series of readings at one joint: push, read; pull, read; the difference is the play. */
@Component({
  selector: 'ak-measure-play',
  imports: [FormField, GaugeDrawing, MeasureFilm, More, PlayScale, SelectField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './measure-play.html',
  styleUrl: './measure.css',
})
export class MeasurePlay {
  protected readonly units = inject(Units);
  readonly joint = input.required<JointId>();
  readonly phase = input.required<'before' | 'after'>();
  readonly shut = output();
  /** The other way to measure: force and displacement. */
  readonly loop = output();
  protected readonly store = inject(JobStore);
  private readonly session = inject(Session);
  protected readonly inbox = inject(GaugeInbox);
  private readonly records = inject(Records);
  private readonly known = inject(LengthGauges);
  protected readonly gaugeId = this.known.picked;
  protected readonly first = draft('reading.first', '');
  protected readonly second = draft('reading.second', '');
  protected readonly error = signal('');
  /** The next reading is where the zero stands, before or after the series. */
  protected readonly zeroing = signal<'start' | 'end' | null>(null);
  private readonly a = viewChild.required<ElementRef<HTMLInputElement>>('a');
  private readonly b = viewChild.required<ElementRef<HTMLInputElement>>('b');

  /** A practice vehicle is none a camera could look at. */
  protected readonly gauges = computed(() => this.known.all().filter((g) => !isCamera(g) || !this.store.practice()));
  protected readonly gaugeChoices = computed(() =>
    this.gauges().map((x) => ({
      value: x.id,
      name: isCamera(x) ? `${x.name}, by film` : `${x.name}, ${x.resolution} ${x.unit}`,
    })),
  );
  private readonly picked = computed(() => this.gauges().find((g) => g.id === this.gaugeId()));
  protected readonly camera = computed(() => isCamera(this.gauge()));
  /** Unless one is picked: the gauge of the series that was begun, else the finest that is calibrated. */
  protected readonly gauge = computed(() => this.picked() ?? this.view()?.gauge ?? this.known.finest() ?? this.gauges()[0]!);
  protected readonly expired = computed(() => sayExpired(this.gauge(), new Date().toISOString()));
  protected readonly title = computed(
    () => `${jointName(partsOf(this.joint()).kind, this.session.dialect())}, ${partsOf(this.joint()).side}`,
  );
  protected readonly view = computed((): PlayView | undefined => this.store.state()?.joints.get(this.joint())?.[this.phase()]);
  protected readonly decides = computed(() => gaugeDecides(this.store.state()!, this.joint()));
  protected readonly sentence = computed(() => {
    const v = this.view();
    const rules = this.store.state()!.context.rules;
    if (!v) {
      const l = playLimit(partsOf(this.joint()).kind, rules, this.gauge());
      return `Limit ${this.units.sayLength(l.limitMm)} (${l.owner}).`;
    }
    return sayDecision(this.units, v);
  });
  /** The series, struck readings in their place; what is left of one that was struck whole. */
  protected readonly readings = computed((): readonly PlayReading[] => {
    const s = this.store.state();
    const v = this.view();
    if (v?.readings.length || !s) return v?.readings ?? [];
    return s.entries
      .filter((e) => e.kind === 'reading' && e.body.joint === this.joint() && e.body.phase === this.phase() && s.struck.has(e.id))
      .map((e) => ({
        entry: e.id,
        playMm: (e.body as { playMm: number }).playMm,
        struck: true,
        standsOut: false,
        calibration: '',
      }));
  });
  /** Without its unit; what a film found none of is no number. */
  protected shown(v: PlayView): string {
    return sayPlay(v, (mm) => this.units.lengthDigits(mm));
  }
  /** The last film as it stands: a simulated one says so. */
  protected readonly filmOnTape = computed(() => {
    const v = this.view();
    if (!v?.film) return '';
    return `${v.gauge?.kind === 'simulated camera' ? 'simulated. ' : ''}${v.film.sentence} ${this.sentence()}`;
  });
  protected readonly outlier = computed(() => this.view()?.readings.find((r) => r.standsOut && !r.struck));
  /** Against the other side, and against the visit before. */
  protected readonly comparisons = computed(() => {
    const v = this.view();
    const s = this.store.state();
    if (!v || !s) return [];
    const out: string[] = [];
    const other = twinOf(this.joint());
    const twin = s.joints.get(other)?.[this.phase()];
    if (twin) out.push(sayComparison(compareMeans(v.doubt, twin.doubt), `the ${partsOf(other).side}`, this.units.length()));
    const last = this.store.view()?.lastPlay.find((l) => l.joint === this.joint());
    const gauge = last && s.context.gauges.find((g) => g.id === last.gauge);
    if (this.phase() === 'after') {
      const before = s.joints.get(this.joint())?.before;
      if (before) out.push(sayComparison(compareMeans(v.doubt, before.doubt), 'before the work', this.units.length()));
    } else if (last && gauge)
      out.push(
        sayComparison(
          compareMeans(v.doubt, seriesDoubt(last.playMm, resolutionMm(gauge), gauge.known)),
          `on ${day(last.at)}`,
          this.units.length(),
        ),
      );
    return out;
  });
  protected readonly zeros = computed(() => {
    const mine = (this.store.state()?.zeros ?? []).filter((z) => z.body.gauge === this.gauge().id);
    const at = (when: 'start' | 'end') => mine.filter((z) => z.body.when === when).at(-1)?.body.zeroMm;
    return { start: at('start'), end: at('end') };
  });

  constructor() {
    this.inbox.heard.pipe(takeUntilDestroyed()).subscribe((h) => this.hear(h));
  }

  /** A gauge spoke: it fills the next empty reading, and the second of a pair is taken at once. */
  private hear(h: Heard): void {
    if (h.loop) return;
    // Nobody knows of whom it is: a camera's it is not.
    if (this.camera() && h.gauge === undefined) return;
    const other = h.gauge !== undefined && h.gauge !== this.gauge().id ? this.gauges().find((g) => g.id === h.gauge) : undefined;
    if (h.gauge !== undefined && !other && h.gauge !== this.gauge().id) {
      this.error.set('That gauge does not measure a length. Nothing was changed.');
      return;
    }
    if (other) this.gaugeId.set(other.id);
    if (this.first() === '') {
      this.first.set(h.text.trim());
      if (this.zeroing()) void this.takeZero();
    } else {
      this.second.set(h.text.trim());
      void this.take();
    }
  }
  protected jump(e: Event): void {
    e.preventDefault();
    if (this.zeroing()) void this.takeZero();
    else this.b().nativeElement.focus();
  }
  /** Backspace in an empty second field goes back to the first; in an empty first one it strikes the last reading. */
  protected back(e: Event): void {
    if (this.second() === '') {
      e.preventDefault();
      this.a().nativeElement.focus();
    }
  }
  protected backFirst(e: Event): void {
    if (this.first() === '') {
      e.preventDefault();
      this.strikeLast();
    }
  }

  private readingOf(first: GaugeReading, second: GaugeReading, state?: VehicleState): EntryBodies['reading'] {
    const at = { joint: this.joint(), phase: this.phase(), gauge: this.gauge(), on: new Date().toISOString(), state };
    return readingBody(at, first, second);
  }
  /** Asked once a series where it was said to stand so that nothing shows: who says it again means it. */
  private stood: { readonly joint: JointId; readonly state: VehicleState } | undefined;
  private async standing(): Promise<{ readonly state: VehicleState | undefined } | undefined> {
    const said = standsAt(this.store.state()!, this.joint());
    if (said && this.stood?.joint === this.joint() && this.stood.state === said) return this.stood;
    const stands = await this.records.standsFor(this.store, this.joint());
    if (stands?.state) this.stood = { joint: this.joint(), state: stands.state };
    return stands;
  }
  protected async take(e?: Event): Promise<void> {
    e?.preventDefault();
    if (this.zeroing()) return this.takeZero();
    const read = attempt(() =>
      this.readingOf(
        readGauge(this.first(), this.gauge(), 'pushed reading'),
        readGauge(this.second(), this.gauge(), 'pulled reading'),
      ),
    );
    if (!read.ok) {
      this.error.set(`${read.error.message} Nothing was changed.`);
      return;
    }
    this.error.set('');
    const stands = await this.standing();
    if (!stands) return;
    const { state } = stands;
    if (await this.store.write('reading', { ...read.value, ...(state ? { state } : {}) })) this.next();
  }
  private async takeZero(): Promise<void> {
    const when = this.zeroing();
    const read = attempt(() => readGauge(this.first(), this.gauge(), 'zero'));
    if (!when || !read.ok) {
      if (!read.ok) this.error.set(`${read.error.message} Nothing was changed.`);
      return;
    }
    this.error.set('');
    if (await this.store.write('zero', { gauge: this.gauge().id, when, zeroMm: Math.round(read.value.si * 1e4) / 1e4 })) {
      this.zeroing.set(null);
      this.next();
    }
  }
  private next(): void {
    this.first.clear();
    this.second.clear();
    this.a().nativeElement.focus();
  }
  protected zero(when: 'start' | 'end'): void {
    this.zeroing.set(this.zeroing() === when ? null : when);
    this.a().nativeElement.focus();
  }

  /** All rows of a file or none. */
  protected async fromFile(input: HTMLInputElement): Promise<void> {
    const file = input.files?.[0];
    if (!file) return;
    const text = await file.text();
    input.value = '';
    const stands = await this.standing();
    if (!stands) return;
    const read = attempt(() =>
      pairsFromRows(rowsOf(file.name, text), this.gauge()).map((r): Line => {
        const as = (v: number): GaugeReading => ({ text: '', value: v, unit: r.unit, si: r.unit === 'in' ? v * 25.4 : v });
        return { kind: 'reading', body: this.readingOf(as(r.first), as(r.second), stands.state) };
      }),
    );
    if (!read.ok) {
      this.error.set(`${read.error.message} Nothing was stored.`);
      return;
    }
    this.error.set('');
    await this.store.writeAll(read.value);
  }
  protected async connect(): Promise<void> {
    try {
      await this.inbox.connect(this.gauge());
    } catch (e) {
      // Nobody picked a port: that is no mistake.
      if ((e as Error).name !== 'NotFoundError') this.error.set(`The serial gauge does not answer: ${(e as Error).message}`);
    }
  }

  protected async askIt(): Promise<void> {
    try {
      await this.inbox.ask(this.gauge());
    } catch (e) {
      this.error.set(`The gauge was not asked: ${(e as Error).message}.`);
    }
  }

  protected strike(id: string): void {
    const entry = this.store.state()!.entries.find((x) => x.id === id);
    if (entry) void this.store.strike(entry, 'misread');
  }
  protected strikeLast(): void {
    const id = this.view()
      ?.readings.filter((r) => !r.struck)
      .at(-1)?.entry;
    if (id) this.strike(id);
  }

  /** What was worked out goes on the tape with its readings and method, once a series. */
  protected async done(): Promise<void> {
    const v = this.view();
    const readings = v?.readings.filter((r) => !r.struck).map((r) => r.entry) ?? [];
    const kept = this.store
      .state()!
      .results.some((r) => r.body.what === 'play' && r.body.given.readings.join() === readings.join());
    this.shut.emit();
    if (!v || readings.length === 0 || kept) return;
    await this.store.write('result', {
      what: 'play',
      joint: this.joint(),
      gauge: v.gauge.id,
      method: PLAY_METHOD,
      given: { readings, driftMm: v.driftMm, resolutionMm: resolutionMm(v.gauge), known: { ...v.gauge.known } },
      found: {
        phase: this.phase(),
        n: v.doubt.n,
        meanMm: v.doubt.meanMm,
        uMm: v.doubt.uMm,
        degrees: v.doubt.degrees < MOST_DEGREES ? v.doubt.degrees : null,
        oneSidedMm: v.doubt.oneSidedMm,
        limitMm: v.limit.limitMm,
        owner: v.limit.owner,
        verdict: v.conformance.verdict,
      },
      words: `${this.units.sayLength(v.doubt.meanMm)}, U ${this.units.sayLength(v.doubt.oneSidedMm, 3)}, of ${v.doubt.n}. ${this.sentence()}`,
    });
  }
}
