import { day } from '../words/format';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  alignmentOwed,
  handBackBlockers,
  jointName,
  ROAD_RESULTS,
  sayBan,
  unrepaired,
  workJoints,
  type JointId,
  type JointView,
  fixed,
  dueDate,
} from '@ash-knot/core';
import { TextField } from '../kit/text-field';
import { Picks } from '../kit/picks';
import { MeasureLoop } from '../measuring/measure-loop';
import { MeasurePlay } from '../measuring/measure-play';
import { draft } from '../state/draft';
import { JobStore } from '../job/job-store';
import { Records } from '../job/records';
import { Session } from '../session/session';

/** Prove it is quiet, and hand it back. */
@Component({
  selector: 'ak-prove',
  imports: [MeasureLoop, MeasurePlay, Picks, RouterLink, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './prove.html',
})
export class Prove {
  protected readonly fixed = fixed;
  protected readonly store = inject(JobStore);
  protected readonly session = inject(Session);
  private readonly job = this.store.view()!;
  protected readonly results = ROAD_RESULTS;
  protected readonly measuring = signal<JointId | null>(null);
  protected readonly withForce = signal(false);
  protected readonly roadNote = draft(`road.${this.job.id}`, '');
  protected readonly kmText = draft(`handback.km.${this.job.id}`, String(Math.round(this.job.distanceKm) + 4));
  protected readonly note = draft(`handback.note.${this.job.id}`, '');
  protected readonly error = signal('');

  protected readonly s = computed(() => this.store.state()!);
  protected readonly blockers = computed(() => handBackBlockers(this.s()));
  protected readonly danger = computed(() => unrepaired(this.s()));
  protected readonly ban = computed(() => sayBan(this.s(), this.danger()));
  private readonly records = inject(Records);
  protected readonly alignment = computed(() => alignmentOwed(this.s()));
  protected readonly declined = computed(() => this.s().answers.filter((a) => a.body.answer === 'declined'));
  /** Joints with a reading, and those worked on: before beside after. */
  protected readonly compared = computed((): JointView[] => {
    const work = workJoints(this.s());
    return [...this.s().joints.values()].filter((j) => j.before || j.after || work.includes(j.id));
  });
  protected readonly recheckKm = computed(() => this.s().context.rules.recheckKm);
  protected readonly recheckDate = computed(() => dueDate(new Date().toISOString(), this.recheckKm(), this.job.vehicle.kmPerDay));

  protected name(j: JointView): string {
    return `${jointName(j.kind, this.session.dialect())}, ${j.side}`;
  }
  protected day(iso: string): string {
    return day(iso);
  }
  protected saveRoad(result: (typeof ROAD_RESULTS)[number]): void {
    void this.store.write('road-test', { result, note: this.roadNote().trim() });
  }
  protected setRecheck(): void {
    void this.records.setRecheck(this.store);
  }
  protected setAlignment(state: 'done' | 'booked'): void {
    void this.store.write('alignment', { state, note: '' });
  }
  protected async handBack(): Promise<void> {
    const km = Number(
      this.kmText()
        .replace(/[^\d.,]/g, '')
        .replace(',', '.'),
    );
    if (!Number.isFinite(km) || km < this.job.distanceKm || km > this.job.distanceKm + 500) {
      this.error.set(
        `The distance must be between ${Math.round(this.job.distanceKm)} and ${Math.round(this.job.distanceKm) + 500} km. Nothing was changed.`,
      );
      return;
    }
    this.error.set('');
    await this.store.write('hand-back', { distanceKm: km, note: this.note().trim() });
  }
  /** A release the server would not take stays here to be mended. */
  protected reopen(): void {
    const e = this.s().handBack;
    if (e) void this.store.strike(e, 'not yet');
  }
}
