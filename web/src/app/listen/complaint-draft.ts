import { computed, inject, Injectable, signal } from '@angular/core';
import { NOTHING_TOLD, type EntryBodies } from '@ash-knot/core';
import { JobStore } from '../job/job-store';
import { draft } from '../state/draft';

export type Complaint = EntryBodies['complaint'];

/** What the customer says, until it is written down: one draft, whether it is picked on the picture or on the bench. */
@Injectable()
export class ComplaintDraft {
  private readonly store = inject(JobStore);
  private readonly job = computed(() => this.store.view()?.id);
  private readonly typed = computed(() => draft<Complaint | null>(`complaint.${this.job()}`, null));
  // A draft of an older program knew fewer questions.
  readonly said = computed((): Complaint => ({ ...NOTHING_TOLD, ...(this.typed()() ?? this.store.state()?.complaint) }));
  readonly dirty = computed(() => {
    const t = this.typed()();
    return t !== null && JSON.stringify(t) !== JSON.stringify(this.store.state()?.complaint ?? NOTHING_TOLD);
  });
  /** The bench asks it now: the picture stands where the axle does otherwise. */
  readonly asked = signal(false);

  set(part: Partial<Complaint>): void {
    // Said anew it is of now, no longer of the booking.
    const { booked: _booked, through: _through, ...said } = this.said();
    this.typed().set({ ...said, ...part });
  }
  clear(): void {
    this.typed().clear();
  }
  /** Picked, or taken away again. */
  toggle<F extends 'where' | 'when'>(field: F, word: Complaint[F][number]): void {
    const now = this.said()[field] as readonly string[];
    const next = now.includes(word) ? now.filter((w) => w !== word) : [...now, word];
    this.set({ [field]: next });
  }
}
