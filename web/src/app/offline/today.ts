import { inject, Injectable } from '@angular/core';
import type { FloorView, JobView } from '@ash-knot/contract';
import { Api } from '../state/api';
import { Kept } from './kept';

/** Today's jobs, whole, in the browser's own database: a sheet opens without a line though nobody had opened it here. */
@Injectable({ providedIn: 'root' })
export class Today {
  private readonly api = inject(Api);
  private readonly kept = inject(Kept);
  private running = false;
  private wanted: FloorView | undefined;

  /** Fetches what changed since it was kept, one at a time and behind everything else. */
  keep(floor: FloorView): void {
    this.kept.put('/api/floor', floor);
    this.wanted = floor;
    if (!this.running) void this.run();
  }

  private async run(): Promise<void> {
    this.running = true;
    try {
      while (this.wanted) {
        const { jobs } = this.wanted;
        this.wanted = undefined;
        for (const job of jobs) {
          if (this.wanted) break;
          const there = (await this.kept.get(`/api/jobs/${job.id}`))?.body as JobView | undefined;
          if (there && there.bay === job.bay && there.entries.at(-1)?.id === job.entries.at(-1)?.id) continue;
          await new Promise((r) => setTimeout(r, 60));
          await this.api.get(`/jobs/${job.id}`);
        }
      }
    } catch {
      // The line is down, or a job is gone: the next floor begins anew.
    } finally {
      this.running = false;
    }
  }
}
