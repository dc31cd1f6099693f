import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, untracked } from '@angular/core';
import {
  attempt,
  BadInput,
  CALIPER_MM,
  DRAWN_OFF_MM,
  fixed,
  lengthByBolt,
  sayPoint,
  sayWindow,
  USUAL_LIMITS,
  USUAL_REACH,
  within,
  type Attempt,
  type AxleSpec,
  type EntryBodies,
  type FloorInput,
  type FoundLength,
  type LengthLimits,
  type LengthMark,
  type LengthQuestion,
  type LengthStudy,
  type LinkStudied,
} from '@ash-knot/core';
import { Picks } from '../kit/picks';
import { TextField } from '../kit/text-field';
import { Session } from '../session/session';
import { Units } from '../session/units';
import { draft } from '../state/draft';
import { Mechanics } from '../workers/mechanics';
import { AdjustCard } from './adjust-card';
import { asked } from './asked';
import { draftPlace } from './draft-place';
import { LinkPicture } from './link-picture';
import { LengthWindowView } from './length-window';
import { typedMm, typedNumber, typedOr } from './typed';
import { PlaceKey, PlaceMark } from '../job/places';

const WAYS = ['by the stance', 'by the bolt'] as const;
type Way = (typeof WAYS)[number];
const MOUNTS = ['above', 'below'] as const;

/**
 * How long a link has to be: from the axle's points or from the floor, or by the bolt that slides in by hand; with its
 * doubt, the rule of thumb, and the window of lengths that satisfy everything.
 */
@Component({
  selector: 'ak-length-finder',
  imports: [LinkPicture, AdjustCard, LengthWindowView, NgTemplateOutlet, Picks, TextField, PlaceKey, PlaceMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  templateUrl: './length-finder.html',
})
export class LengthFinder {
  /** The axle as it is known; null where only a tape and the floor are at hand. */
  readonly axle = input<AxleSpec | null>(null);
  /** The link that was right before, as far as it is known, mm, and by whom. */
  readonly oldMm = input<number | null>(null);
  readonly oldFrom = input('');
  /** Links that are there, by their length. */
  readonly marks = input<readonly LengthMark[]>([]);
  readonly keeps = input(false);
  /** The corner stands above the fields; beside the plate, which shows it, it does not. */
  readonly picture = input(true);
  readonly kept = output<EntryBodies['result']>();
  /** What is being worked out, for the drawing; null where nothing is. */
  readonly studied = output<LinkStudied | null>();

  protected readonly units = inject(Units);
  protected readonly session = inject(Session);
  private readonly mechanics = inject(Mechanics);
  protected readonly ways = WAYS;
  protected readonly mounts = MOUNTS;
  protected readonly reach = USUAL_REACH;
  protected readonly usual = USUAL_LIMITS;
  private readonly place = draftPlace();
  private readonly text = (key: string) => draft(`length.${key}.${this.place}`, '');
  protected readonly way = draft<Way>(`length.way.${this.place}`, 'by the stance');
  protected readonly lowered = this.text('lowered');
  protected readonly oldText = this.text('old');
  protected readonly arm = this.text('arm');
  protected readonly ratio = this.text('ratio');
  protected readonly armDeg = this.text('armDeg');
  protected readonly lean = this.text('lean');
  protected readonly mount = draft<(typeof MOUNTS)[number]>(`length.mount.${this.place}`, 'below');
  protected readonly stud = draft<'across' | 'along'>(`length.stud.${this.place}`, 'across');
  protected readonly up = this.text('up');
  protected readonly down = this.text('down');
  protected readonly lock = this.text('lock');
  protected readonly armLimit = this.text('armLimit');
  protected readonly swing = this.text('swing');
  protected readonly other = this.text('other');
  protected readonly threadFrom = this.text('threadFrom');
  protected readonly threadTo = this.text('threadTo');
  protected readonly rounds = draft<[string, string][]>(`length.rounds.${this.place}`, [['', '']]);

  constructor() {
    effect(() => {
      const s = this.study();
      const drawn = s && this.axle() ? this.drawn(s) : null;
      untracked(() => this.studied.emit(drawn));
    });
  }
  private drawn(s: LengthStudy): LinkStudied {
    return {
      lengthMm: s.found.lengthMm - s.drawnOffMm,
      loweredMm: this.loweredMm(),
      limits: { swingDeg: this.limits().swingDeg },
    };
  }

  // --- by the stance -------------------------------------------------------------
  private loweredMm(): number {
    return typedMm('change of ride height', this.lowered());
  }
  private old(): number {
    const typed = this.oldText().trim();
    const old = typed ? typedMm('link length', typed) : this.oldMm();
    if (old === null) throw new BadInput('link length', 'is not known: measure the link that was right');
    return old;
  }
  private floor(): FloorInput {
    return {
      armMm: typedMm('length of the bar’s arm', this.arm()),
      linkMm: this.old(),
      mount: this.mount(),
      ratio: typedNumber('share of the wheel’s movement', this.ratio()),
      armDeg: typedNumber('angle of the bar’s arm', this.armDeg()),
      leanDeg: typedNumber('lean of the link', this.lean()),
      acrossDeg: 0,
      loweredMm: this.loweredMm(),
      upMm: typedOr('travel up', this.up(), USUAL_REACH.upMm),
      downMm: typedOr('travel down', this.down(), USUAL_REACH.downMm),
      way: this.stud(),
    };
  }
  private limits(): LengthLimits {
    const degrees = (field: string, t: string) => (t.trim() ? typedNumber(field, t) : undefined);
    const swing = degrees('swing of the stud', this.swing());
    const [from, to] = [this.threadFrom().trim(), this.threadTo().trim()];
    if (!from !== !to) throw new BadInput('lengths of the adjustable link', 'need both ends');
    return {
      armDeg: degrees('turn of the bar’s arm', this.armLimit()),
      swingDeg: swing === undefined ? undefined : { mount: swing, eye: swing },
      other: this.other().trim()
        ? { lengthMm: typedMm('length of the link at the other side', this.other()), withinMm: 1 }
        : undefined,
      thread: from
        ? [typedMm('least length of the adjustable link', from), typedMm('most length of the adjustable link', to)]
        : undefined,
    };
  }
  private readonly question = computed((): Attempt<LengthQuestion> | null => {
    if (this.way() !== 'by the stance' || this.waitsFor()) return null;
    const axle = this.axle();
    return attempt((): LengthQuestion => {
      const old = within('link length', this.old(), 20, 700, 'mm');
      return {
        source: axle
          ? {
              kind: 'axle',
              axle,
              stance: {
                loweredMm: this.loweredMm(),
                reach: {
                  upMm: typedOr('travel up', this.up(), USUAL_REACH.upMm),
                  downMm: typedOr('travel down', this.down(), USUAL_REACH.downMm),
                  lockDeg: this.lock().trim() ? typedNumber('steering lock', this.lock()) : USUAL_REACH.lockDeg,
                },
              },
            }
          : { kind: 'floor', floor: this.floor() },
        old: { lengthMm: old, uMm: CALIPER_MM },
        limits: this.limits(),
      };
    });
  });
  private readonly answer = asked(this.question, (q) => this.mechanics.ask('length', q));
  protected readonly study = computed(() => (this.question()?.ok ? this.answer().answer : undefined));
  /** The field that is still empty. */
  protected readonly waitsFor = computed((): string => {
    const fields: [string, string][] = [
      ['how much it was lowered', this.lowered()],
      ...(this.oldMm() === null ? ([['the link that was right', this.oldText()]] as [string, string][]) : []),
      ...(this.axle()
        ? []
        : ([
            ['the bar’s arm', this.arm()],
            ['the mount’s share', this.ratio()],
            ['how the arm stands', this.armDeg()],
            ['how the link leans', this.lean()],
          ] as [string, string][])),
    ];
    const missing = fields.find(([, t]) => !t.trim());
    return missing ? `Write down ${missing[0]}.` : '';
  });

  // --- by the bolt ------------------------------------------------------------------
  private readonly byBolt = computed((): Attempt<FoundLength> | null => {
    const full = this.rounds().filter(([a, b]) => a.trim() && b.trim());
    if (full.length === 0) return null;
    return attempt(() => lengthByBolt(this.readRounds()));
  });
  private readRounds() {
    return this.rounds()
      .filter(([a, b]) => a.trim() && b.trim())
      .map(([a, b]) => ({ fromAboveMm: typedMm('length from above', a), fromBelowMm: typedMm('length from below', b) }));
  }
  protected setRound(i: number, side: 0 | 1, text: string): void {
    this.rounds.update((all) => all.map((r, k): [string, string] => (k === i ? (side ? [r[0], text] : [text, r[1]]) : r)));
  }
  protected moreRounds(): void {
    this.rounds.update((all) => [...all, ['', '']]);
  }

  // --- what is shown ------------------------------------------------------------------
  protected readonly result = computed((): FoundLength | undefined => {
    if (this.way() === 'by the stance') return this.study()?.found;
    const b = this.byBolt();
    return b?.ok ? b.value : undefined;
  });
  protected readonly wrong = computed((): string => {
    if (this.way() === 'by the bolt') {
      const b = this.byBolt();
      return b && !b.ok ? b.error.message : '';
    }
    const q = this.question();
    return q === null ? '' : q.ok ? this.answer().wrong : q.error.message;
  });
  protected readonly number = computed(() => this.units.lengthDigits(this.result()!.lengthMm, 1));
  protected readonly unit = computed(() => this.units.length());
  protected readonly standing = computed((): LengthMark[] => [...this.marks()]);
  protected readonly sentences = computed(() =>
    sayWindow(this.study()!.window, this.standing(), (mm, d) => this.units.sayLength(mm, d), this.study()!.found).map((w) =>
      this.session.say(w),
    ),
  );
  protected readonly notes = computed((): string[] => {
    const s = this.study()!;
    const from = s.found.doubtFrom?.filter((d) => d.share > 0.2) ?? [];
    const usual = this.axle() && Object.values(this.axle()!.points).some((p) => p?.from === 'usual');
    return [
      ...(usual ? ['From usual points, not measured: believe the length more than the limits.'] : []),
      ...(from.length
        ? [
            `Its doubt comes most of all from the ${from.map((d) => this.session.say(sayPoint(d.point))).join(' and the ')}: measure there.`,
          ]
        : []),
      ...(Math.abs(s.drawnOffMm) > DRAWN_OFF_MM
        ? [
            `The points are ${this.units.sayLength(Math.abs(s.drawnOffMm), 0)} further ${s.drawnOffMm < 0 ? 'apart' : 'together'} than that link is long: one of them is not where it is said to be.`,
          ]
        : []),
      ...(s.window.strips.some((x) => x.limit.includes('no worse than it was'))
        ? ['Where the old link was past a usual limit already, the new one may be no worse than it was.']
        : []),
    ];
  });
  protected readonly numbers = computed((): [string, string, string][] => {
    const { over: o, mountIs } = this.study()!;
    const deg = (v: number) => `${fixed(v, 1).replace('-', '−')}°`;
    const upper = mountIs === 'upper' ? o.swingDeg.mount : o.swingDeg.eye;
    const lower = mountIs === 'upper' ? o.swingDeg.eye : o.swingDeg.mount;
    return [
      ['arm turns', o.ride ? deg(o.ride.armDeg) : '–', `${deg(o.armDeg[0])} to ${deg(o.armDeg[1])} over the travel`],
      ['link leans', o.ride ? deg(o.ride.leanDeg) : '–', `${deg(o.leanDeg[0])} to ${deg(o.leanDeg[1])}`],
      ['upper stud swings', deg(upper), 'at most'],
      ['lower stud swings', deg(lower), 'at most'],
      [
        'lever',
        o.ride ? fixed(o.ride.lever, 2) : '–',
        `never under ${fixed(o.leastLever, 2)}, ${deg(o.leastOverCentreDeg)} from over-centre`,
      ],
      ...(o.nearest
        ? ([['nearest thing', this.units.sayLength(Math.max(0, o.nearest.airMm), 0), this.session.say(o.nearest.name)]] as [
            string,
            string,
            string,
          ][])
        : []),
    ];
  });

  protected keep(): void {
    const f = this.result();
    if (!f) return;
    const s = this.way() === 'by the stance' ? this.study() : undefined;
    const round = (mm: number) => Math.round(mm * 100) / 100;
    const fits = s?.window.best;
    this.kept.emit({
      what: 'link length',
      method: f.method,
      given: {
        from: this.way() === 'by the bolt' ? 'the bolt' : this.axle() ? 'the axle' : 'the floor',
        loweredMm: s ? this.loweredMm() : 0,
        oldMm: s ? this.old() : (this.oldMm() ?? f.lengthMm),
        ...(s && !this.axle() ? { floor: this.floor() } : {}),
        ...(s ? {} : { rounds: this.readRounds() }),
      },
      found: {
        lengthMm: round(f.lengthMm),
        doubtMm: round(f.doubtMm),
        ruleMm: s ? round(s.found.ruleMm) : null,
        fits: fits ? [round(fits[0]), round(fits[1])] : null,
      },
      words: this.words(f, s && fits ? fits : undefined),
    });
  }
  private words(f: FoundLength, fits: readonly [number, number] | undefined): string {
    const bare = (mm: number, d = 1) => this.units.lengthDigits(mm, d);
    const say = (mm: number, d = 1) => this.units.sayLength(mm, d);
    const found = `${bare(f.lengthMm)} ± ${say(f.doubtMm)}`;
    if (this.way() === 'by the bolt') return `${found}, where the bolt slides in by hand`;
    const lower = this.loweredMm();
    const stance = lower === 0 ? 'as it stands' : `for ${say(Math.abs(lower), 0)} ${lower > 0 ? 'lower' : 'higher'}`;
    return `${found} ${stance}, worked out; ${fits ? `${bare(fits[0], 0)} to ${say(fits[1], 0)} works` : 'nothing fits everything'}`;
  }
}
