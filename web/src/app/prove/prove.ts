import { day } from '../words/format';
import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  aimOf,
  alignmentOwed,
  attempt,
  BadInput,
  AIM_RESULTS,
  PROOFS,
  readDistance,
  recheckOwed,
  handBackBlockers,
  jointName,
  ROAD_RESULTS,
  sayBan,
  sayAim,
  type Aim,
  type AimResult,
  leftAt,
  workJoints,
  type JointId,
  type JointView,
  fixed,
  dueDate,
} from '@ash-knot/core';
import { TextField } from '../kit/text-field';
import { Picks } from '../kit/picks';
import { KeepFound } from './keep-found';
import { PlayBars, spanOf } from './play-bars';
import { playPicture } from './play-picture';
import { MeasureLoop } from '../measuring/measure-loop';
import { MeasurePlay } from '../measuring/measure-play';
import { draft } from '../state/draft';
import { JobStore } from '../job/job-store';
import { Records } from '../job/records';
import { Session } from '../session/session';
import { Units } from '../session/units';
import { PlaceKey, PlaceMark } from '../job/places';
import { SaveDrawing } from '../kit/save-drawing';
import { NgTemplateOutlet } from '@angular/common';

/** Nobody drives further between the door and the hand-back, km. */
const MOST_DRIVEN_KM = 500;

/** Prove it is quiet, and hand it back. */
@Component({
  selector: 'ak-prove',
  imports: [
    KeepFound,
    MeasureLoop,
    MeasurePlay,
    NgTemplateOutlet,
    Picks,
    PlaceKey,
    PlaceMark,
    PlayBars,
    RouterLink,
    SaveDrawing,
    TextField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './prove.html',
})
export class Prove {
  protected readonly fixed = fixed;
  protected readonly units = inject(Units);
  protected readonly proofs = PROOFS;
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  protected readonly store = inject(JobStore);
  protected readonly session = inject(Session);
  private readonly job = this.store.view()!;
  protected readonly results = ROAD_RESULTS;
  protected readonly aimResults = AIM_RESULTS;
  protected readonly sayAim = sayAim;
  /** What the job was for, where that is not a noise. */
  protected readonly aim = computed(() => aimOf(this.s()));
  /** It is driven for a noise; and for nothing else where the job was for something of its own. */
  /** The distance is read where the drive is recorded; without one, at the hand-back. */
  protected readonly kmAtDrive = computed(() => this.drives() && (!this.danger().length || !!this.s().roadTest));
  protected readonly drives = computed(() => this.job.kind === 'noise' || !this.aim() || !!this.s().roadTest);
  protected readonly aimNote = draft(`aim.${this.job.id}`, '');
  protected readonly measuring = signal<JointId | null>(null);
  protected readonly withForce = signal(false);
  protected readonly roadNote = draft(`road.${this.job.id}`, '');
  protected readonly kmText = draft(`handback.km.${this.job.id}`, '');
  protected readonly note = draft(`handback.note.${this.job.id}`, '');
  protected readonly error = signal('');

  protected readonly s = computed(() => this.store.state()!);
  private readonly blockers = computed(() => handBackBlockers(this.s()));
  /** What holds it; the recheck is set with the hand-back. */
  protected readonly held = computed(() => this.blockers().filter((b) => b.at !== 'recheck'));
  protected readonly recheckOwed = computed(() => recheckOwed(this.s()));
  protected readonly danger = computed(() => leftAt(this.s()));
  protected readonly ban = computed(() => sayBan(this.s(), this.danger()));
  private readonly records = inject(Records);
  protected readonly alignment = computed(() => alignmentOwed(this.s()));
  protected readonly declined = computed(() => this.s().answers.filter((a) => a.body.answer !== 'approved'));
  /** Joints with a reading, and those worked on: before beside after. */
  protected readonly compared = computed((): JointView[] => {
    const work = workJoints(this.s());
    return [...this.s().joints.values()].filter((j) => j.before || j.after || work.includes(j.id));
  });
  protected readonly span = computed(() => spanOf(this.compared()));
  protected readonly recheckKm = computed(() => this.s().context.rules.recheckKm);
  protected readonly recheckDate = computed(() => dueDate(new Date().toISOString(), this.recheckKm(), this.job.vehicle.kmPerDay));

  protected readonly picture = () =>
    playPicture(
      this.compared(),
      (j) => this.name(j),
      (mm) => this.units.sayLength(mm),
    );
  protected name(j: JointView): string {
    return `${jointName(j.kind, this.session.dialect())}, ${j.side}`;
  }
  protected day(iso: string): string {
    return day(iso);
  }
  /** The proof by hand, of one joint. */
  protected proved(j: JointView, result: (typeof PROOFS)[number]): void {
    void this.store.write('proof', { results: [{ joint: j.id, result }] });
  }
  /** Left and right in one tap: every joint that was worked on. */
  protected noPlay(): void {
    const open = this.worked().filter((j) => !j.proof);
    void this.store.write('proof', { results: open.map((j) => ({ joint: j.id, result: 'no play' as const })) });
  }
  protected readonly worked = computed((): JointView[] => {
    const work = workJoints(this.s());
    return [...this.s().joints.values()].filter((j) => work.includes(j.id));
  });
  protected isWorked(j: JointView): boolean {
    return this.worked().some((x) => x.id === j.id);
  }
  protected readonly unproved = computed(() => this.worked().some((j) => !j.proof));
  protected saveRoad(result: (typeof ROAD_RESULTS)[number]): void {
    const note = this.roadNote().trim();
    const said = this.s().roadTest?.body;
    // Tapped twice it is said once.
    if (said?.result !== result || said.note !== note) void this.store.write('road-test', { result, note });
  }
  protected saveAim(aim: Aim, result: AimResult): void {
    const note = this.aimNote().trim();
    const said = this.s().aim?.body;
    if (said?.aim !== aim || said.result !== result || said.note !== note) void this.store.write('aim', { aim, result, note });
  }
  protected setRecheck(): void {
    void this.records.setRecheck(this.store);
  }
  protected setAlignment(state: 'done' | 'booked'): void {
    // Tapped twice it is one line on the tape.
    if (this.s().alignment?.body.state !== state) void this.store.write('alignment', { state, note: '' });
  }
  protected async handBack(): Promise<void> {
    const from = this.s().distanceKm;
    const read = attempt(() => {
      const km = readDistance(this.kmText(), this.units.distance(), from);
      if (km < from || km > from + MOST_DRIVEN_KM)
        throw new BadInput(
          'distance',
          `must be between ${this.units.sayDistance(from)} and ${this.units.sayDistance(from + MOST_DRIVEN_KM)}`,
          this.kmText(),
        );
      return km;
    });
    if (!read.ok) {
      this.error.set(`${read.error.message} Nothing was changed.`);
      this.host.nativeElement.querySelector<HTMLElement>('[data-testid="handback-km"]')?.focus();
      return;
    }
    const km = read.value;
    this.error.set('');
    await this.store.writeAll([
      ...(this.recheckOwed() ? [{ kind: 'recheck' as const, body: this.records.recheckAfter(this.store, km) }] : []),
      { kind: 'hand-back', body: { distanceKm: km, note: this.note().trim() } },
    ]);
  }
  /** A release the server would not take stays here to be mended. */
  protected reopen(): void {
    const e = this.s().handBack;
    if (e) void this.store.strike(e, 'not yet');
  }
}
