import { inject, Injectable } from '@angular/core';
import type { JobReply, JobView, PracticeView, StoredEntry } from '@ash-knot/contract';
import { readStored } from '@ash-knot/core/ledger';
import { Api, ApiError } from '../state/api';
import { Kept } from './kept';
import type { LedgerName } from './outbox';

/** As today's program reads it: it may have been kept by an older one. */
const readAgain = (e: StoredEntry): StoredEntry => readStored({ ...e, unread: undefined }) as StoredEntry;

/** The jobs of the server: of one that is kept here only what came since is asked for. */
@Injectable({ providedIn: 'root' })
export class Sheets {
  private readonly api = inject(Api);
  private readonly kept = inject(Kept);

  /** A job with all of its tape; without a line as it was kept. @throws ApiError when it is not */
  async open(ledger: LedgerName, id: string): Promise<JobView | PracticeView> {
    const path = `/${ledger}/${id}`;
    const kept = ledger === 'jobs' ? await this.kept.get(`/api${path}`).catch(() => undefined) : undefined;
    const known = (kept?.body as JobView | undefined)?.entries ?? [];
    const last = known.at(-1);
    if (!kept || !last) return this.api.get<JobView>(path);
    try {
      const { after, ...job } = await this.api.get<JobReply>(path, { after: last.id });
      // A server that does not know that line (it was set back) sends all it has.
      const whole = after === last.id ? { ...job, entries: [...known.map(readAgain), ...job.entries] } : job;
      this.kept.put(`/api${path}`, whole);
      return whole;
    } catch (e) {
      if (!(e instanceof ApiError && e.offline)) throw e;
      this.kept.asOf.set(kept.at);
      return { ...(kept.body as JobView), entries: known.map(readAgain) };
    }
  }
}
