import { inject, Injectable } from '@angular/core';
import { JobStore } from '../job/job-store';
import { draft } from '../state/draft';

/** What of the station is before somebody's eyes; kept, so that a reload stays there. */
@Injectable()
export class SettleView {
  private readonly job = inject(JobStore).view()!.id;
  /** What is being worked out instead of chosen from the catalogue. */
  readonly figure = draft<'length' | 'bar' | 'wheels' | null>(`settle.figure.${this.job}`, null);
  /** Something is looked for, though something was chosen already. */
  readonly adding = draft(`settle.adding.${this.job}`, false);
}
