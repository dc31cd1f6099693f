import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import {
  atAxle,
  capital,
  cautionOwed,
  stepKey,
  linkLoad,
  linkSetting,
  lubricantLines,
  lubricantsOwed,
  openTroubles,
  plainStep,
  sayHeights,
  sayLubricantAsked,
  sayReady,
  setsLink,
  sayStrokes,
  showRange,
  strokesFor,
  swingAt,
  tooEarly,
  type ConfirmOutcome,
  type EntryBodies,
  type Lubricant,
} from '@ash-knot/core';
import { PhotoButton } from '../attachment/photo';
import { JobStore } from '../job/job-store';
import { PlaceMark } from '../job/places';
import { Records } from '../job/records';
import { AdjustCard } from '../length/adjust-card';
import { Session } from '../session/session';
import { Units } from '../session/units';
import { Clock } from '../state/clock';
import { Speech } from '../state/speech';
import { ArrangeCard } from './arrange-card';
import { ConfirmCard } from './confirm-card';
import { HeightCard } from './height-card';
import { PiecesCard } from './pieces-card';
import { OwnSetting } from './own-setting';
import { OrientationCard } from './orientation-card';
import type { StepRow } from './step-row';
import { RoomCard } from './room-card';
import { StepWays } from './step-ways';
import { TipForm } from './tip-form';
import { TorqueCard } from './torque/torque-card';
import { TroubleCard } from './trouble-card';
import { TroublePicks } from './trouble-picks';
import { More } from '../kit/more';
import { NgTemplateOutlet } from '@angular/common';

/** A step that lies open: its caution, what it asks by what it is, and how it is said to be done. */
@Component({
  selector: 'ak-step-card',
  imports: [
    AdjustCard,
    ArrangeCard,
    ConfirmCard,
    HeightCard,
    More,
    NgTemplateOutlet,
    OrientationCard,
    OwnSetting,
    PhotoButton,
    PiecesCard,
    PlaceMark,
    RoomCard,
    StepWays,
    TipForm,
    TorqueCard,
    TroubleCard,
    TroublePicks,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block px-[18px] pb-[18px]' },
  templateUrl: './step-card.html',
})
export class StepCard {
  readonly row = input.required<StepRow>();
  protected readonly store = inject(JobStore);
  protected readonly session = inject(Session);
  protected readonly units = inject(Units);
  private readonly speech = inject(Speech);
  private readonly clock = inject(Clock);
  private readonly opened = inject(Records).openedStep;
  protected readonly step = computed(() => this.row().step);
  /** What it is, and the job as its axle sees it. */
  protected readonly plain = computed(() => plainStep(this.step().id));
  private readonly here = computed(() => atAxle(this.store.state()!, this.step().axle));
  /** What is unfolded at it. */
  protected readonly shown = signal<'troubles' | 'tip' | 'room' | null>(null);
  protected show(what: 'troubles' | 'tip' | 'room'): void {
    this.shown.update((s) => (s === what ? null : what));
  }

  protected readonly trouble = computed(() => openTroubles(this.store.state()!).find((t) => t.step.id === this.step().id));
  protected readonly cautionRead = computed(() => !cautionOwed(this.store.state()!, this.step()));
  /** Its key is the strip's. */
  protected readonly key = computed(() => stepKey(this.store.state()!, this.step()));
  protected readonly capital = capital;
  /** What may be on its rubber: said once everything else of it was. */
  protected readonly lubricants = computed(() => {
    const s = this.store.state()!;
    return this.row().done || this.key().asks || cautionOwed(s, this.step()) ? [] : lubricantsOwed(s, this.step());
  });
  protected readonly asksLubricant = computed(() => capital(sayLubricantAsked(this.store.state()!, this.step())));
  /** Why it cannot be said to be done yet: a wait that nobody cuts short. */
  protected readonly early = computed(() =>
    this.row().done ? '' : tooEarly(this.store.state()!, this.step().id, this.clock.now()),
  );
  protected readonly liesReady = computed(() =>
    this.row().done ? '' : this.session.say(sayReady(this.store.state()!, this.step()).trim()),
  );
  /** Something is turned at it: with a wrench, by its fastener or by what comes off. */
  protected readonly turns = computed(() => {
    const { fastener, troubles, phase } = this.step();
    return fastener !== undefined || (phase === 'undo' && (troubles?.length ?? 0) > 0);
  });
  /** With what it is turned where there is little room, as it was said. */
  protected readonly kept = computed(() => {
    const b = this.store.state()!.rooms.get(this.step().id)?.body;
    const strokes = b && strokesFor(b.turner, b.swingDeg, b.turns);
    return strokes ? `Room to swing ${b.swingDeg}°. ${sayStrokes(strokes)}` : '';
  });
  protected readonly swing = computed(() => swingAt(this.store.state()!, this.step()));
  protected readonly load = computed(() => linkLoad(this.here()));
  protected readonly heights = computed(() => {
    const said = sayHeights(this.here());
    return said && capital(said);
  });
  /** Adjustable links are set at this step, at the latest; where it is still open once they are on, at the last one of them. */
  protected readonly adjusts = computed(() => (setsLink(this.step().id) ? linkSetting(this.here()) : undefined));
  protected readonly setting = computed(() => {
    const set = this.adjusts()?.set;
    return set && capital(set.words);
  });
  protected keepSetting(body: EntryBodies['result']): void {
    const { joint } = this.step();
    void this.store.write('result', { ...body, ...(joint ? { joint } : {}) } as EntryBodies['result']);
  }

  /** The step, what it takes and its number, aloud. */
  protected sayAloud(): void {
    const { fastener, step } = this.row();
    const target = fastener?.target ? showRange(fastener.target.minNm, fastener.target.maxNm, 'torque', this.units.torque()) : '';
    this.speech.say([`${step.title}.`, target && `${target}.`, step.detail ?? '', step.caution ?? ''].filter(Boolean).join(' '));
  }
  /** A caution is read before its step: its own tap, its own line on the tape. */
  protected async done(what?: Lubricant): Promise<void> {
    const entries = what ? lubricantLines(this.store.state()!, this.step(), what) : this.key().entries;
    if ((await this.store.writeAll(entries)) && entries.some((x) => x.kind === 'step')) this.close();
  }
  /** Done with: what the plan has next lies open, unless another was opened meanwhile. */
  protected close(): void {
    const { id } = this.step();
    this.opened.update((o) => (o === id ? null : o));
  }
  /** It stays open while somebody says what it was instead. */
  protected answered(outcome: ConfirmOutcome): void {
    if (outcome === 'something else') this.opened.set(this.step().id);
    else this.close();
  }
  protected undo(): void {
    void this.store.write('step', { step: this.step().id, state: 'undone' });
  }
  protected photo(photo: string): void {
    const { id, joint, title } = this.step();
    void this.store.write('photo', { photo, ...(joint ? { joint } : {}), step: id, caption: title });
  }
}
