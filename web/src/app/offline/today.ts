import { inject, Injectable } from '@angular/core';
import type { FloorView, JobView, PartList } from '@ash-knot/contract';
import type { Part } from '@ash-knot/core';
import { Api } from '../state/api';
import { Kept } from './kept';
import { Sheets } from './sheets';

/** A list of parts that is older than this is fetched again, ms. */
const PARTS_OLD_MS = 3_600_000;

/**
 * Today's jobs, whole, and the parts listed for their types, in the browser's own database: a sheet opens, and a part is
 * chosen, without a line though nobody had opened it here.
 */
@Injectable({ providedIn: 'root' })
export class Today {
  private readonly api = inject(Api);
  private readonly kept = inject(Kept);
  private readonly sheets = inject(Sheets);
  private running = false;
  private wanted: FloorView | undefined;

  /** Fetches what changed since it was kept, one at a time and behind everything else. */
  keep(floor: FloorView, inchFirst: boolean): void {
    this.kept.put(`/api/floor${inchFirst ? '?inchFirst=yes' : ''}`, floor);
    this.wanted = floor;
    if (!this.running) void this.run();
  }

  /** The parts that are listed for a type; without a line as they were kept. @throws ApiError when they are not */
  async parts(typeId: string): Promise<readonly Part[]> {
    return (await this.api.get<PartList>('/parts', { typeId, limit: '500' })).parts;
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
          if (there && there.bay === job.bay && (there.entries.at(-1)?.seq ?? 0) === job.seq) continue;
          await new Promise((r) => setTimeout(r, 60));
          await this.sheets.open('jobs', job.id);
        }
        for (const typeId of new Set(jobs.map((j) => j.vehicle.typeId))) {
          if (this.wanted) break;
          const there = await this.kept.get(`/api/parts?typeId=${typeId}&limit=500`);
          if (there && Date.now() - Date.parse(there.at) < PARTS_OLD_MS) continue;
          await new Promise((r) => setTimeout(r, 60));
          await this.parts(typeId);
        }
      }
    } catch {
      // The line is down, or a job is gone: the next floor begins anew.
    } finally {
      this.running = false;
    }
  }
}
