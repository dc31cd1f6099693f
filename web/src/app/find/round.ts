import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  Injector,
  signal,
} from '@angular/core';
import {
  allLooks,
  answeredRows,
  atOtherAxle,
  capital,
  count,
  inSentence,
  jointName,
  list,
  nextAtTheRock,
  partsOf,
  placeOf,
  plannedChecks,
  rowNow,
  roundsShown,
  sayFault,
  searching,
  sayState,
  uncapital,
  type CheckResult,
  type ElsewhereRow,
  type JointId,
  type LookCell,
  type LookRow,
  type Round as LookRound,
  type Row,
  type Side,
} from '@ash-knot/core';
import { JobStore } from '../job/job-store';
import { PlaceMark } from '../job/places';
import { Records } from '../job/records';
import { Session } from '../session/session';
import { StandsSelect } from './stands-select';
import { More } from '../kit/more';

/** What was felt at a side and of which joint of several it is still to be said. */
interface Picking {
  readonly key: string;
  readonly side: Side;
  readonly result: CheckResult;
}

/** So many joints of one look are named; of more their number is said. */
const MOST_NAMED = 2;

/**
 * One state of the vehicle, one pass of the hands: each look a row with its answers in place, left and right. What was said
 * stays in its row; what is to be looked at standing otherwise is told beneath.
 */
@Component({
  selector: 'ak-round',
  imports: [More, PlaceMark, StandsSelect],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './round.html',
  styleUrl: './round.css',
})
export class Round {
  protected readonly store = inject(JobStore);
  protected readonly session = inject(Session);
  private readonly records = inject(Records);
  protected readonly every = signal(false);
  /** The row whose other answers stand open. */
  protected readonly more = signal<string | null>(null);
  protected readonly picking = signal<Picking | null>(null);
  /** Nothing moves: what would be written stands there first. */
  protected readonly nothing = signal(false);
  protected readonly plain = ['tight', 'moves'] as const;
  protected readonly others: readonly CheckResult[] = ['slight', 'dangerous', 'can’t tell'];

  private readonly s = computed(() => this.store.state()!);
  protected readonly rounds = computed((): readonly LookRound[] => {
    const d = this.store.diagnosis();
    return roundsShown(this.s(), d ? plannedChecks(this.s(), d).filter((x) => x.manoeuvres === undefined) : []);
  });
  protected readonly round = computed(() => this.rounds()[0]);
  /** With nothing left to look at, every look there is stands there. */
  protected readonly all = computed(() => this.every() || this.rounds().length === 0);
  protected readonly rows = computed((): readonly Row[] => {
    const r = this.round();
    if (this.all() || !r) return allLooks(this.s(), this.store.axle());
    const done = answeredRows(this.s(), r);
    return [...done, ...r.rows];
  });
  protected readonly title = computed(() => {
    const r = this.round();
    if (!r || this.all()) return 'All checks';
    return `${capital(sayState(r.state))}${atOtherAxle(this.s(), r.axle)}`;
  });
  protected readonly left = computed(() => {
    const r = this.round();
    if (!r || this.all()) return '';
    return `${count(r.left, 'check')} left, about ${Math.round(r.minutes)} min`;
  });
  /** "Then on its wheels: 2 checks, 3 min". */
  protected readonly then = computed(() =>
    this.all()
      ? []
      : this.rounds()
          .slice(1)
          .map(
            (r) =>
              `Then ${sayState(r.state)}${atOtherAxle(this.s(), r.axle)}: ${count(r.left, 'check')}, ${Math.round(r.minutes)} min${r.wayMinutes ? `, ${Math.round(r.wayMinutes)} to get there` : ''}`,
          ),
  );
  protected readonly standsAxle = computed(() => this.round()?.axle ?? this.store.axle());
  /** The row the strip asks about. */
  protected readonly focus = computed(() => {
    const n = this.store.next();
    const at = n && placeOf(n.action);
    return at?.at === 'round' ? (at.elsewhere ?? (at.check && `${at.check} ${at.axle}`) ?? null) : null;
  });
  constructor() {
    // What the strip asks lies before somebody's eyes: neither above the bench nor under the strip.
    const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    const injector = inject(Injector);
    effect(() => {
      if (this.focus() !== null)
        afterNextRender(() => host.querySelector('.row.on')?.scrollIntoView?.({ block: 'nearest' }), { injector });
    });
  }
  protected readonly focusRow = computed((): LookRow | undefined => {
    const r = this.rows().find((x) => x.key === this.focus());
    return r?.of === 'joints' ? r : undefined;
  });
  /** The joints at one of which it moves, where that is asked now. */
  protected readonly rock = computed(() => {
    const line = nextAtTheRock(this.s());
    return line?.action.kind === 'ask' ? { place: line.action.at, answers: line.action.answers } : undefined;
  });

  protected isRock(r: Row, c: LookCell): boolean {
    const at = this.rock()?.place;
    return r.of === 'joints' && at?.check === r.check.id && at.axle === r.axle && at.sides?.[0] === c.side;
  }
  protected name(r: Row): string {
    return r.of === 'joints' ? this.session.say(r.check.title.replace(' {side}', '')) : this.session.say(r.check.title);
  }
  protected finds(r: Row): string {
    if (r.of === 'joints')
      return r.check.settles.length > MOST_NAMED
        ? `${r.check.settles.length} joints`
        : list(r.check.settles.map((k) => inSentence(jointName(k, this.session.dialect()))));
    return r.check.finds.map((f) => sayFault(f, this.session.dialect())).join(', ');
  }
  /** What an answer of this look is called. */
  protected word(r: LookRow, said: CheckResult): string {
    return said === 'tight' ? r.check.words.tight : said === 'moves' ? r.check.words.moves : said;
  }
  protected open(r: LookRow, c: LookCell): boolean {
    return c.open || c.said === undefined;
  }
  protected show(r: LookRow, c: LookCell): void {
    const joint = c.joints[0];
    if (joint) this.store.select(joint, r.check.id);
  }
  protected card(r: ElsewhereRow): void {
    this.store.elsewhere.set(r.check.id);
  }
  protected toggleMore(r: Row): void {
    this.picking.set(null);
    this.more.update((k) => (k === r.key ? null : r.key));
  }
  protected record(r: LookRow, c: LookCell, result: CheckResult): void {
    // A grade is of one joint: of several it is said which.
    if ((result === 'slight' || result === 'dangerous') && c.joints.length > 1)
      return this.picking.set({ key: r.key, side: c.side, result });
    this.picking.set(null);
    this.more.set(null);
    void this.records.recordRow(this.store, r, [c], result);
  }
  protected pick(r: LookRow, joint: JointId): void {
    const p = this.picking();
    this.picking.set(null);
    this.more.set(null);
    if (p) void this.records.recordAt(this.store, r, joint, p.result);
  }
  protected jointName(joint: JointId): string {
    return jointName(partsOf(joint).kind, this.session.dialect());
  }
  protected say(i: number): void {
    const a = this.rock()?.answers[i]?.action;
    if (a?.kind === 'write') void this.store.writeAll(a.entries);
  }
  protected elsewhere(r: ElsewhereRow, result: CheckResult): void {
    if (result !== 'tight' && r.check.finds.length > 1) return this.card(r);
    void this.records.recordElsewhere(this.store, r.check.id, result);
  }
  /** What can be written of the whole round: its looks by hand that can be made as it stands. */
  protected readonly whole = computed(() => {
    const r = this.round();
    if (!r || this.all()) return [];
    return r.rows.filter((x): x is LookRow => x.of === 'joints' && rowNow(x));
  });
  protected readonly wholeSays = computed(() => list(this.whole().map((r) => uncapital(this.name(r)))));
  protected async writeNothing(): Promise<void> {
    this.nothing.set(false);
    await this.records.recordRound(this.store, this.whole());
  }
  /** Somebody who knows says it at once: felt, by its usual look, and named. */
  protected readonly knows = signal(false);
  protected readonly mayName = computed(() => searching(this.s()) && this.nameable().length > 0);
  protected readonly nameable = computed((): readonly JointId[] => {
    const s = this.s();
    return [...s.joints.keys()].filter(
      (id) => partsOf(id).axle === s.axle && /\.(link-upper|link-lower|frame-bushing)$/.test(id),
    );
  });
  protected side(joint: JointId): Side {
    return partsOf(joint).side;
  }
  protected async nameIt(joint: JointId): Promise<void> {
    this.knows.set(false);
    await this.records.recordNamed(this.store, joint);
  }
}
