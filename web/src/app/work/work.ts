import { ChangeDetectionStrategy, Component, computed, effect, ElementRef, inject, signal, untracked } from '@angular/core';
import {
  capital,
  crewOf,
  isApproved,
  laneView,
  mins,
  numberWord,
  placeOf,
  sayParts,
  showRange,
  workJoints,
  type FastenerView,
  type PlannedStep,
  plainStep,
} from '@ash-knot/core';
import { JobStore } from '../job/job-store';
import { PlaceMark, Places, type MarkName } from '../job/places';
import { Records } from '../job/records';
import { Session } from '../session/session';
import { Units } from '../session/units';
import { Clock } from '../state/clock';
import { clock, dayOfYear } from '../words/format';
import { AlsoUndone } from './also-undone';
import { CrewCard } from './crew-card';
import { Lanes } from './lanes';
import { PiecesCard } from './pieces-card';
import { StepCard } from './step-card';
import type { StepRow } from './step-row';
import { More } from '../kit/more';

/** Undo, fit, tighten: the plan for this vehicle, one step open at a time. */
@Component({
  selector: 'ak-work',
  imports: [AlsoUndone, CrewCard, Lanes, More, PiecesCard, PlaceMark, StepCard],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './work.html',
  styleUrl: './work.css',
})
export class Work {
  protected readonly store = inject(JobStore);
  private readonly session = inject(Session);
  private readonly units = inject(Units);
  private readonly places = inject(Places);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  protected readonly clock = inject(Clock);

  /** A step opened by hand; otherwise the first that can be done. */
  protected readonly opened = inject(Records).openedStep;
  /** What is unfolded besides the step. */
  protected readonly shown = signal<'crew' | 'steps' | 'pieces' | null>(null);
  protected show(what: 'crew' | 'steps' | 'pieces'): void {
    this.shown.update((s) => (s === what ? null : what));
  }
  /** Work may begin: something was said yes to, or nothing had to be asked. */
  protected readonly ready = computed(() => {
    const s = this.store.state()!;
    return s.choices.some((c) => isApproved(s, c.id)) || (s.choices.length === 0 && s.context.kind !== 'noise');
  });

  private readonly current = computed((): string | null => {
    const next = this.store.next();
    return (next && placeOf(next.action)?.step) ?? null;
  });
  protected readonly rows = computed((): StepRow[] => {
    const s = this.store.state()!;
    const fastenerById = new Map(this.store.fasteners().map((f) => [f.fastener.id, f]));
    const openId = this.opened() ?? this.current();
    return this.store.plan().map((step) => {
      const fastener = step.fastener ? fastenerById.get(step.fastener) : undefined;
      const done = fastener ? fastener.state === 'done' : s.steps.get(step.id)?.body.state === 'done';
      return { step, done, fastener, note: this.noteOf(step, fastener, done), open: step.id === openId };
    });
  });
  /** A wait that runs; the number of a fastener; when it was done, or the minutes it takes. */
  private noteOf(step: PlannedStep, fastener: FastenerView | undefined, done: boolean): string {
    const record = this.store.state()!.steps.get(step.id);
    if (step.soakMinutes && record && !record.body.soak) {
      const left = Math.ceil((Date.parse(record.at) + step.soakMinutes * 60_000 - this.clock.now()) / 60_000);
      // A clock that lags a little does not make the wait longer than it is.
      if (left > 0) return `soaking, ${Math.min(step.soakMinutes, left)} min left`;
    }
    if (!fastener) return record && done ? clock(record.at) : mins(step.minutes);
    if (done) return fastener.record;
    const { target } = fastener;
    return target === null ? 'no value' : showRange(target.minNm, target.maxNm, 'torque', this.units.torque());
  }

  /** The steps that are told: the open one, and the one after it; all of them where somebody wants the order. */
  protected readonly listed = computed(() => {
    const rows = this.rows();
    if (this.shown() === 'steps' || !rows.some((r) => r.open)) return rows;
    const next = rows.find((r) => !r.done && !r.open && !this.others().has(r.step.id));
    return rows.filter((r) => r.open || r === next);
  });
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
  /** "step 3 of 14, done about 10:35" */
  protected readonly promise = computed(() => {
    const l = this.lanes();
    const rows = this.rows();
    const at = Math.min(rows.length, rows.filter((r) => r.done).length + 1);
    const step = `step ${at} of ${rows.length}`;
    if (!l) return step;
    return l.outlook.unknown ? `${step}, waiting for a part with no date` : `${step}, done about ${this.when(l.outlook.endsAt)}`;
  });
  protected readonly together = computed(() => crewOf(this.store.state()!).length > 1);
  /** "67 min of work, done about 10:35; 80 % sure by 10:50; 88 min alone; no order is faster by more than 2 min" */
  protected readonly outlook = computed(() => {
    const l = this.lanes();
    if (!l) return '';
    const { workMinutes, endsAt, lateAt, unknown } = l.outlook;
    if (unknown) return `${mins(workMinutes)} of work, and a part with no promised date.`;
    const said = [
      `${mins(workMinutes)} of work, done about ${this.when(endsAt)}`,
      lateAt ? `80 % sure by ${this.when(lateAt)}` : 'usual times',
      l.aloneMinutes === undefined ? '' : `${mins(l.aloneMinutes)} alone`,
      l.gapMinutes > 0 ? `no order is faster by more than ${l.gapMinutes} min` : '',
    ];
    return `${said.filter(Boolean).join('; ')}.`;
  });
  /** The step that asks what came off lies open: it stands there. */
  protected readonly finishing = computed(() => this.rows().some((r) => r.open && !r.done && plainStep(r.step.id) === 'finish'));
  /** The clock of a moment; on another day with its day. */
  private when(ms: number): string {
    return dayOfYear(ms) === dayOfYear(this.clock.now()) ? clock(ms) : `${dayOfYear(ms)}, ${clock(ms)}`;
  }
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

  protected readonly place = (r: StepRow): MarkName => `step ${r.step.id}`;
  protected toggle(r: StepRow): void {
    this.opened.set(r.open && this.opened() ? null : r.step.id);
    if (r.step.joint) this.store.select(r.step.joint);
  }
}
