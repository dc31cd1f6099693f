import { Injectable, signal } from '@angular/core';
import type { EntryBodies } from '@ash-knot/core';
import type { JobStore } from './job-store';

/** The sheet that is open, for what floats over it: the pocket can keep a result on its tape. */
@Injectable({ providedIn: 'root' })
export class OpenJob {
  readonly store = signal<JobStore | null>(null);

  /** False when no sheet is open or nobody's name was given. */
  async keep(result: EntryBodies['result']): Promise<boolean> {
    return (await this.store()?.write('result', result)) ?? false;
  }
}
