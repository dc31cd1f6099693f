import { clock } from '../words/format';
import { ChangeDetectionStrategy, Component, computed, effect, ElementRef, inject, signal, untracked } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import {
  BOLT_SEIZED,
  capital,
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
  piecesOf,
  sayFault,
  showRange,
  sayHeights,
  STUD_SPINS,
  type Rung,
  orientationsFor,
  workJoints,
  fastenerName,
  isApproved,
  isRusty,
  mayBeUndone,
  mins,
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
import { PhotoButton } from '../attachment/photo';
import { Picks } from '../kit/picks';
import { Clock } from '../state/clock';
import { JobStore } from '../job/job-store';
import { Session } from '../session/session';
import { Units } from '../session/units';
import { OrientationDrawing } from './orientation-drawing';
import { AdjustCard } from '../length/adjust-card';
import { HeightCard } from './height-card';
import { TorqueCard } from './torque-card';
import { Records } from '../job/records';

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
  imports: [AdjustCard, HeightCard, OrientationDrawing, PhotoButton, Picks, TorqueCard],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './work.html',
  styleUrl: './work.css',
})
export class Work {
  protected readonly store = inject(JobStore);
  private readonly actions = inject(Records);
  private readonly clock = inject(Clock);
  protected readonly session = inject(Session);
  protected readonly units = inject(Units);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  protected readonly equipment = EQUIPMENT;
  protected readonly fates = FATES;

  /** A step opened by hand; otherwise the first that can be done. */
  protected readonly opened = signal<string | null>(null);
  protected readonly showLadder = signal<string | null>(null);
  protected readonly showPieces = signal(false);
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
    const a = this.store.next()?.action;
    if (!a) return null;
    return 'step' in a ? (a.step ?? null) : null;
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
  protected readonly ladder = computed(() => (this.showLadder() === 'bolt seized' ? BOLT_SEIZED : STUD_SPINS));

  constructor() {
    // The open step comes into view, once for each step.
    let last: string | null = null;
    effect(() => {
      const id = this.rows().find((r) => r.open)?.step.id ?? null;
      untracked(() => {
        if (id !== last)
          setTimeout(() => this.host.nativeElement.querySelector('[data-open]')?.scrollIntoView({ block: 'nearest' }));
        last = id;
      });
    });
    this.actions.showStep.pipe(takeUntilDestroyed()).subscribe(() => this.opened.set(null));
  }

  protected setEquipment(e: Equipment): void {
    void this.store.write('setup', { equipment: e, corroded: this.rusty() });
  }
  protected setCorroded(corroded: boolean): void {
    void this.store.write('setup', { equipment: this.setup()?.equipment ?? 'lift', corroded });
  }
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
    void this.actions.confirm(this.store, r.step.id, r.step.confirmJoint!, outcome);
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
  protected usualFates(): void {
    void this.store.writeAll(
      this.pieces()
        .filter((p) => !this.fate(p))
        .map((p) => ({ kind: 'piece' as const, body: { piece: p.id, joint: p.joint, fate: p.usual } })),
    );
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
  protected rungUsed(r: Row, rung: string): boolean {
    return this.store.state()!.rungs.some((e) => e.body.step === r.step.id && e.body.rung === rung);
  }
  protected used(r: Row, rung: Rung): void {
    void this.store.write('rung', { step: r.step.id, ladder: r.step.ladder!, rung: rung.id, title: rung.title });
  }
  protected left(): string {
    const rows = this.rows().filter((r) => !r.done);
    return String(Math.round(rows.reduce((t, r) => t + r.step.minutes, 0)));
  }
}
