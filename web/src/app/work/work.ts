import { clock, day } from '../words/format';
import { ChangeDetectionStrategy, Component, computed, effect, ElementRef, inject, signal, untracked } from '@angular/core';
import {
  confirmLines,
  assemblyOf,
  capital,
  crewOf,
  doubted,
  DOUBTED_OUTCOMES,
  NEUTRAL_OUTCOMES,
  linkLoad,
  linkSetting,
  setsLink,
  type ConfirmOutcome,
  EQUIPMENT,
  FATES,
  faultsOf,
  LADDERS,
  laneView,
  mins,
  openTroubles,
  partsOf,
  PIECE_REASONS,
  piecesOf,
  placeOf,
  WAYS,
  wayTask,
  type FileTip,
  type PieceReason,
  type WayOf,
  sayFault,
  sayParts,
  sayReady,
  showRange,
  sayHeights,
  numberWord,
  orientationsFor,
  TROUBLES,
  tooEarly,
  troublesAt,
  type TroubleId,
  workJoints,
  fastenerName,
  isApproved,
  isRusty,
  mayBeUndone,
  splitFastener,
  type FastenerId,
  type EntryBodies,
  type Equipment,
  type Fate,
  type FaultId,
  type FastenerView,
  type Piece,
  type PlannedStep,
} from '@ash-knot/core';
import { Photo, PhotoButton } from '../attachment/photo';
import { Picks } from '../kit/picks';
import { TextField } from '../kit/text-field';
import { draft } from '../state/draft';
import { Clock } from '../state/clock';
import { JobStore } from '../job/job-store';
import { Session } from '../session/session';
import { Units } from '../session/units';
import { OrientationDrawing } from './orientation-drawing';
import { AdjustCard } from '../length/adjust-card';
import { Speech } from '../state/speech';
import { HeightCard } from './height-card';
import { Lanes } from './lanes';
import { TroubleCard } from './trouble-card';
import { TorqueCard } from './torque-card';
import { Records } from '../job/records';
import { PlaceKey, PlaceMark, Places, type MarkName } from '../job/places';

/** The same piece of both sides. */
interface Group {
  readonly id: string;
  readonly name: string;
  readonly usual: Fate;
  readonly why: string;
  readonly pieces: readonly Piece[];
}

interface Row {
  readonly step: PlannedStep;
  readonly done: boolean;
  readonly fastener: FastenerView | undefined;
  readonly note: string;
  readonly open: boolean;
}

/** Undo, fit, tighten: the plan for this vehicle, one step open at a time. */
@Component({
  selector: 'ak-work',
  imports: [
    AdjustCard,
    HeightCard,
    Lanes,
    OrientationDrawing,
    Photo,
    PhotoButton,
    Picks,
    TextField,
    TorqueCard,
    TroubleCard,
    PlaceKey,
    PlaceMark,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './work.html',
  styleUrl: './work.css',
})
export class Work {
  protected readonly store = inject(JobStore);
  private readonly actions = inject(Records);
  protected readonly session = inject(Session);
  protected readonly units = inject(Units);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  protected readonly equipment = EQUIPMENT;
  protected readonly fates = FATES;

  /** A step opened by hand; otherwise the first that can be done. */
  protected readonly opened = this.actions.openedStep;
  /** What is unfolded beside the step. */
  protected readonly shown = signal<'troubles' | 'crew' | 'steps' | 'pieces' | null>(null);
  protected show(what: 'troubles' | 'crew' | 'steps' | 'pieces'): void {
    this.shown.update((s) => (s === what ? null : what));
  }
  protected readonly speech = inject(Speech);
  /** Work may begin: something was said yes to, or nothing had to be asked. */
  protected readonly ready = computed(() => {
    const s = this.store.state()!;
    return s.choices.some((c) => isApproved(s, c.id)) || (s.choices.length === 0 && s.context.kind !== 'noise');
  });
  /** What stands at the joint that is touched, and may have been undone beside the plan. */
  protected readonly alsoHere = computed(() => {
    const [s, joint] = [this.store.state()!, this.store.selected()];
    if (!joint) return [];
    return mayBeUndone(s, joint).map((f) => ({
      id: f.id,
      label: `${fastenerName(splitFastener(f.id)!.kind, this.session.dialect())}, ${f.side}`,
      counts: Array.from({ length: f.count }, (_, i) => i + 1),
      undone: s.undone.get(f.id) ?? 0,
    }));
  });
  protected undoneBesides(fastener: FastenerId, count: number): void {
    void this.store.write('undone', { fastener, count });
  }
  protected readonly rusty = computed(() => isRusty(this.store.state()!));
  protected readonly setup = computed(() => this.store.state()!.setup);

  private readonly current = computed((): string | null => {
    const next = this.store.next();
    return (next && placeOf(next.action)?.step) ?? null;
  });
  protected readonly rows = computed((): Row[] => {
    const s = this.store.state()!;
    const by = new Map(this.store.fasteners().map((f) => [f.fastener.id, f]));
    const openId = this.opened() ?? this.current();
    return this.store.plan().map((step) => {
      const fastener = step.fastener ? by.get(step.fastener) : undefined;
      const record = s.steps.get(step.id);
      const done = fastener ? fastener.state === 'done' : record?.body.state === 'done';
      const soak =
        step.soakMinutes && record && !record.body.soak
          ? // A clock that lags a little does not make the wait longer than it is.
            Math.min(step.soakMinutes, Math.ceil((Date.parse(record.at) + step.soakMinutes * 60_000 - this.clock.now()) / 60_000))
          : 0;
      const note =
        soak > 0
          ? `soaking, ${soak} min left`
          : fastener
            ? done
              ? fastener.record
              : fastener.target === null
                ? 'no value'
                : showRange(fastener.target.minNm, fastener.target.maxNm, 'torque', this.units.torque())
            : record && done
              ? clock(record.at)
              : mins(step.minutes);
      return { step, done, fastener, note, open: step.id === openId };
    });
  });
  protected readonly pieces = computed(() => piecesOf(this.store.state()!));

  /** The steps that are told: the open one, and the one after it; all of them where somebody wants the order. */
  protected readonly told = computed(() => {
    const rows = this.rows();
    if (this.shown() === 'steps' || !rows.some((r) => r.open)) return rows;
    const next = rows.find((r) => !r.done && !r.open && !this.others().has(r.step.id));
    return rows.filter((r) => r.open || r === next);
  });
  protected readonly clock = inject(Clock);
  protected readonly lanes = computed(() => laneView(this.store.state()!, this.clock.now()));
  /** What the others are at: no one's next. */
  private readonly others = computed(
    () => new Set(this.lanes()?.people.flatMap((p) => p.blocks.filter((b) => b.state === 'now').map((b) => b.step.id)) ?? []),
  );
  protected readonly head = computed(() => {
    const s = this.store.state()!;
    const n = crewOf(s).length;
    return `${capital(sayParts(this.session.dialect(), workJoints(s))) || 'The work'}${n > 1 ? `, ${numberWord(n)} of us` : ''}`;
  });
  /** "67 min, done about 10:35; by 10:50 four times of five; 88 alone; no order is faster by more than 2" */
  protected readonly promise = computed(() => {
    const l = this.lanes();
    if (!l) return '';
    const { minutes, endsAt, lateAt, unknown } = l.outlook;
    if (unknown) return `${mins(minutes)} of work, and a part nobody has promised a time for`;
    return [
      `${mins(minutes)}, done about ${clock(endsAt)}`,
      lateAt ? `by ${clock(lateAt)} four times of five` : 'usual times',
      l.aloneMinutes === undefined ? '' : `${Math.round(l.aloneMinutes)} alone`,
      l.gapMinutes > 0 ? `no order is faster by more than ${l.gapMinutes}` : '',
    ]
      .filter(Boolean)
      .join('; ');
  });
  /** Who can be at it. */
  protected readonly hands = computed(() => this.session.people().filter((p) => p.role !== 'writer'));
  protected readonly handIds = computed(() => this.hands().map((p) => p.id));
  protected readonly handNames = computed(() => Object.fromEntries(this.hands().map((p) => [p.id, p.name])));
  /** As it was said; before that, whoever stands at this screen. */
  protected readonly crew = computed(() => {
    const said = this.store.state()!.crew?.body.people.map((p) => p.id);
    const me = this.session.person()?.id;
    return said ?? (me ? [me] : []);
  });
  protected setCrew(ids: readonly string[]): void {
    // Who was there first stays first: nobody's lane moves when somebody comes.
    const people = ids
      .flatMap((id) => this.hands().filter((p) => p.id === id))
      .slice(0, 4)
      .map(({ id, name }) => ({ id, name }));
    if (people.length) void this.store.write('crew', { people });
  }
  protected readonly troubleNames = Object.fromEntries(TROUBLES.map((t) => [t, LADDERS[t].title])) as Record<TroubleId, string>;
  /** What may be called out at a step: what is likely there, then everything else. */
  protected troubles(r: Row): { readonly likely: readonly TroubleId[]; readonly others: readonly TroubleId[] } {
    const likely = troublesAt(this.store.state()!, r.step);
    return { likely, others: TROUBLES.filter((t) => !likely.includes(t) && !['part broke', 'part wrong'].includes(t)) };
  }
  protected trouble(r: Row, what: TroubleId): void {
    this.shown.set(null);
    void this.store.write('trouble', { step: r.step.id, what });
  }
  protected troubleAt(r: Row) {
    return openTroubles(this.store.state()!).find((t) => t.step.id === r.step.id);
  }
  /** Why it cannot be said to be done yet: a wait that nobody cuts short. */
  protected early(r: Row): string {
    return tooEarly(this.store.state()!, r.step.id, this.clock.now());
  }
  protected liesReady(r: Row): string {
    return r.done ? '' : this.session.say(sayReady(this.store.state()!, r.step).trim());
  }
  /** The step, what it takes and its number, aloud. */
  protected sayAloud(r: Row): void {
    const f = r.fastener;
    const target = f?.target ? showRange(f.target.minNm, f.target.maxNm, 'torque', this.units.torque()) : '';
    this.speech.say(
      [`${r.step.title}.`, target && `${target}.`, r.step.detail ?? '', r.step.caution ?? ''].filter(Boolean).join(' '),
    );
  }

  private readonly places = inject(Places);

  constructor() {
    // The open step comes into view, once for each step.
    let last: string | null = null;
    effect(() => {
      const id = this.rows().find((r) => r.open)?.step.id ?? null;
      untracked(() => {
        if (id !== last)
          setTimeout(() => {
            // With the whole order unfolded the step comes into view; else it stands under the lanes already.
            const step = id && this.shown() === 'steps' ? this.places.at(`step ${id}`) : undefined;
            if (step) step.scrollIntoView?.({ block: 'nearest' });
            else this.host.nativeElement.scrollIntoView?.({ block: 'start' });
          });
        last = id;
      });
    });
    // What was opened at another vehicle, or before somebody went away, is not open here.
    this.opened.set(null);
  }

  protected setEquipment(e: Equipment): void {
    void this.store.write('setup', { equipment: e, corroded: this.rusty() });
  }
  /** The plan is made anew for jack and stands. */
  protected noLift(): void {
    this.shown.set(null);
    this.setEquipment('jack and stands');
  }
  protected setCorroded(corroded: boolean): void {
    void this.store.write('setup', { equipment: this.setup()?.equipment ?? 'lift', corroded });
  }
  protected readonly place = (r: Row): MarkName => `step ${r.step.id}`;
  protected toggle(r: Row): void {
    this.opened.set(r.open && this.opened() ? null : r.step.id);
    if (r.step.joint) this.store.select(r.step.joint);
  }
  protected cautionRead(r: Row): boolean {
    return this.store.state()!.cautions.has(r.step.id);
  }
  /** A caution is read before its step: its own tap, its own line on the tape. */
  protected async done(r: Row): Promise<void> {
    if (r.step.caution && !this.cautionRead(r)) return void this.store.write('caution', { step: r.step.id });
    if (await this.store.write('step', { step: r.step.id, state: 'done' })) this.opened.set(null);
  }
  protected undo(r: Row): void {
    void this.store.write('step', { step: r.step.id, state: 'undone' });
  }
  protected orientation(r: Row) {
    const s = this.store.state()!;
    return orientationsFor(s.context.type.axles[s.axle], workJoints(s)).find(
      (o) => o.joint === r.step.joint && o.orientation === r.step.orientation,
    );
  }
  protected rightWay(r: Row): void {
    void this.store.write('orientation', {
      step: r.step.id,
      joint: r.step.joint!,
      orientation: r.step.orientation!,
    });
  }
  protected oriented(r: Row): boolean {
    return this.store.state()!.orientations.has(r.step.id);
  }
  /** Asked without a hint where nobody had doubted it. */
  protected outcomes(r: Row): readonly ConfirmOutcome[] {
    return doubted(this.store.state()!, r.step.confirmJoint!) ? DOUBTED_OUTCOMES : NEUTRAL_OUTCOMES;
  }
  protected readonly capital = capital;
  protected confirm(r: Row, outcome: ConfirmOutcome): void {
    void this.store.writeAll(confirmLines(r.step.id, r.step.confirmJoint!, outcome));
    // It stays open while somebody says what it was instead.
    this.opened.set(outcome === 'something else' ? r.step.id : null);
  }
  /** What it can have been instead: anything of this axle, or elsewhere. */
  protected readonly faults = computed(() => {
    const s = this.store.state();
    if (!s) return [];
    return faultsOf(s.context.type)
      .filter((f) => f.axle === undefined || f.axle === s.axle)
      .map((f) => ({ id: f.id, name: sayFault(f.id, this.session.dialect()) }));
  });
  protected insteadOf(r: Row): string | undefined {
    return this.store.state()!.confirms.get(r.step.confirmJoint!)?.body.instead;
  }
  protected instead(r: Row, fault: string): void {
    void this.store.write('confirm', {
      joint: r.step.confirmJoint!,
      outcome: 'something else',
      note: '',
      ...(fault ? { instead: fault as FaultId } : {}),
    });
  }
  protected confirmed(r: Row): string | undefined {
    return this.store.state()!.confirms.get(r.step.confirmJoint!)?.body.outcome;
  }
  protected fate(p: Piece): Fate | undefined {
    return this.store.state()!.pieces.get(p.id)?.body.fate;
  }
  protected setFate(p: Piece, fate: Fate): void {
    void this.store.write('piece', { piece: p.id, joint: p.joint, fate });
  }
  /** The pieces of both sides together: what was looked at together is answered together. */
  protected readonly groups = computed((): Group[] => {
    const by = new Map<string, Group>();
    for (const p of this.pieces()) {
      const g = by.get(p.group) ?? { id: p.group, name: p.groupName, usual: p.usual, why: p.why, pieces: [] };
      by.set(p.group, { ...g, pieces: [...g.pieces, p] });
    }
    return [...by.values()];
  });
  protected readonly reasons = PIECE_REASONS;
  /** Groups whose sides are answered apart. */
  protected readonly apart = signal<ReadonlySet<string>>(new Set());
  protected split(id: string): void {
    this.apart.update((s) => new Set(s.has(id) ? [...s].filter((x) => x !== id) : [...s, id]));
  }
  /** What all of a group share; nothing where they differ or nobody said. */
  protected fateOf(g: Group): Fate | undefined {
    const fates = new Set(g.pieces.map((p) => this.fate(p)));
    return fates.size === 1 ? [...fates][0] : undefined;
  }
  protected reasonOf(g: Group): string | undefined {
    return this.store.state()!.pieces.get(g.pieces[0]!.id)?.body.because;
  }
  protected setGroup(g: Group, fate: Fate): void {
    void this.store.writeAll(g.pieces.map((p) => ({ kind: 'piece' as const, body: { piece: p.id, joint: p.joint, fate } })));
  }
  protected setReason(pieces: readonly Piece[], because: string): void {
    void this.store.writeAll(
      pieces.flatMap((p) => {
        const said = this.store.state()!.pieces.get(p.id)?.body;
        if (!said) return [];
        const { because: _, ...rest } = said;
        return [{ kind: 'piece' as const, body: { ...rest, ...(because ? { because: because as PieceReason } : {}) } }];
      }),
    );
  }
  // What whoever did this before left for the next.
  protected readonly day = day;
  protected readonly tipping = signal<string | null>(null);
  protected readonly tipText = draft('work.tip', '');
  protected readonly tipSource = draft('work.tip.source', '');
  protected readonly tipKinds = ['tip', 'manual', 'field'] as const;
  protected readonly tipNames = { tip: 'a trap or a tip', manual: 'the manual’s way', field: 'the way it is done' };
  protected readonly tipKind = signal<'tip' | 'manual' | 'field'>('tip');
  protected readonly tipWrong = signal('');
  protected tip(r: Row): void {
    this.tipWrong.set('');
    this.tipping.update((x) => (x === r.step.id ? null : r.step.id));
  }
  protected async keepTip(e: Event, r: Row): Promise<void> {
    e.preventDefault();
    const way = this.tipKind();
    if (!this.tipText().trim()) return this.tipWrong.set('What the next one should know is empty. Nothing was kept.');
    if (way === 'manual' && !this.tipSource().trim())
      return this.tipWrong.set('Where it is written is empty: the manual’s way needs its source. Nothing was kept.');
    this.tipWrong.set('');
    const ok = await this.store.write('tip', {
      task: r.step.task,
      text: this.tipText().trim(),
      ...(r.step.joint ? { kind: partsOf(r.step.joint).kind } : {}),
      ...(way === 'tip' ? {} : { way }),
      ...(way === 'manual' ? { source: this.tipSource().trim() } : {}),
    });
    if (!ok) return;
    this.tipText.clear();
    this.tipSource.clear();
    this.tipping.set(null);
  }
  /** What was kept for this step, at this vehicle and at others of its type. */
  private kept(r: Row): readonly FileTip[] {
    const s = this.store.state()!;
    const here = s.tips.map((e) => ({ ...e.body, by: this.session.name(e.by), at: e.at }));
    const all = [...here, ...(s.context.file?.tips ?? [])];
    // What several have written in the same words is told once.
    return all.filter(
      (t, i) =>
        all.findIndex((x) => x.text === t.text && x.task === t.task) === i &&
        t.task === r.step.task &&
        (!t.kind || !r.step.joint || t.kind === partsOf(r.step.joint).kind),
    );
  }
  protected tips(r: Row): readonly FileTip[] {
    const both = this.ways(r) !== null;
    return this.kept(r).filter((t) => !both || !t.way);
  }
  /** Both ways where the file knows both, with what this shop's jobs took by each. */
  protected ways(r: Row) {
    const s = this.store.state()!;
    const kept = this.kept(r);
    const found = WAYS.map((way) => ({ way, of: kept.find((t) => t.way === way) }));
    if (found.some((f) => !f.of)) return null;
    return found.map(({ way, of }) => {
      const t = s.context.file?.times?.find((x) => x.task === wayTask(way, r.step.task));
      return {
        way,
        text: `${of!.text}${of!.source ? `: ${of!.source}` : ''}`,
        here: t ? `here ${t.jobs} times, ${mins(t.median)}` : 'not timed here yet',
        picked: s.ways.get(r.step.id)?.body.way === way,
      };
    });
  }
  protected takeWay(r: Row, way: WayOf): void {
    void this.store.write('way', { step: r.step.id, way });
  }
  /** How it lay before it came off; null where it is no handed piece. */
  protected photosOf(r: Row) {
    const part = r.step.joint && assemblyOf(r.step.joint);
    if (!part) return null;
    return this.store.state()!.photos.filter((e) => e.body.joint && assemblyOf(e.body.joint) === part);
  }
  protected photo(r: Row, photo: string): void {
    void this.store.write('photo', {
      photo,
      ...(r.step.joint ? { joint: r.step.joint } : {}),
      step: r.step.id,
      caption: r.step.title,
    });
  }
  protected readonly load = computed(() => linkLoad(this.store.state()!));
  /** Adjustable links are set at this step, at the latest; where it is still open once they are on, at the last one of them. */
  protected adjusts(r: Row): number | undefined {
    const owed = linkSetting(this.store.state()!);
    return owed && setsLink(r.step.id) ? owed.targetMm : undefined;
  }
  protected readonly setting = computed(() => {
    const set = linkSetting(this.store.state()!)?.set;
    return set && capital(set.words);
  });
  protected keepSetting(r: Row, body: EntryBodies['result']): void {
    void this.store.write('result', { ...body, ...(r.step.joint ? { joint: r.step.joint } : {}) } as EntryBodies['result']);
  }
  protected readonly heights = computed(() => {
    const said = sayHeights(this.store.state()!);
    return said && capital(said);
  });
}
