import { randomUUID } from 'node:crypto';
import type { Logger } from 'pino';
import { SHIPPED } from '@ash-knot/core/suspects-table';
import { learned, type DiagnosisRequest } from '@ash-knot/core';
import type { FloorView, ShopView } from '@ash-knot/contract';
import type { Db } from '../db/pool';
import { heavy } from '../heavy';
import { shopView } from '../shop/queries';
import { besideFloor, floorRows, standing, type Standing } from './queries';
import type { FloorAnswer } from './book';

/** What of a job the book has been given. */
interface Given {
  readonly version: string;
  readonly seq: number;
}

export interface FloorQuestion {
  /** The cursor of the floor as it is known; all of it without one. */
  readonly since?: string | undefined;
  /** Jobs whose lines are wanted though nothing of them changed. */
  readonly again?: readonly string[] | undefined;
  readonly inchFirst: boolean;
}

/**
 * The floor of this process: which jobs are open is asked of the database each time; what each of them comes to is kept by a
 * thread of its own, and read anew only where something changed. Suspects are weighed behind the answer, one job at a time.
 */
export class Floor {
  private readonly given = new Map<string, Given>();
  /** Questions that wait to be weighed, by job: the latest of each. */
  private readonly line = new Map<string, string>();
  private readonly hearings = new Set<(job: string) => void>();
  /** Its own in the thread: in tests several servers share one. */
  private readonly book = randomUUID();
  private weighing = false;
  private stopped = false;

  constructor(
    private readonly db: Db,
    private readonly log: Logger,
  ) {}

  /** Hears of jobs whose suspects were weighed: their lines say more now. @returns how to stop */
  hear(weighed: (job: string) => void): () => void {
    this.hearings.add(weighed);
    return () => this.hearings.delete(weighed);
  }

  /** What is open, in its order, with the lines of all of it, or of what changed. */
  async view(q: FloorQuestion): Promise<FloorView> {
    const now = await standing(this.db, q.since);
    const shop = await shopView(this.db);
    const wanted = now.open.filter((o) => o.changed || q.again?.includes(o.id)).map((o) => o.id);
    const { lines, axles } = shop ? await this.lines(now, shop, wanted, q.inchFirst) : { lines: [], axles: {} };
    return {
      cursor: now.cursor,
      open: now.open.map((o) => o.id),
      jobs: lines,
      axles,
      ...(await besideFloor(this.db, now.zone)),
    };
  }

  /** Nothing more is weighed. */
  stop(): void {
    this.stopped = true;
    this.line.clear();
    void heavy('floorEnd', this.book).catch(() => undefined);
  }

  private async lines(now: Standing, shop: ShopView, ids: readonly string[], inchFirst: boolean): Promise<FloorAnswer> {
    const open = now.open.map((o) => o.id);
    for (const id of this.given.keys()) if (!open.includes(id)) this.given.delete(id);
    const versions = new Map(now.open.map((o) => [o.id, o.version]));
    const stale = ids.filter((id) => this.given.get(id)?.version !== versions.get(id));
    const ask = async (which: readonly string[]) => {
      const rows = await floorRows(
        this.db,
        which.map((id) => ({ id, after: this.given.get(id)?.seq ?? 0 })),
      );
      return heavy('floor', this.book, {
        rows,
        shop: { rules: shop.rules, gauges: shop.gauges },
        open,
        ids,
        inchFirst,
        nowMs: Date.now(),
      });
    };
    let answer = await ask(stale);
    if (answer.missing.length) {
      // The thread is a new one: it is told of everything again.
      for (const id of answer.missing) this.given.delete(id);
      answer = await ask(answer.missing);
    }
    for (const l of answer.lines) this.given.set(l.id, { version: versions.get(l.id) ?? '', seq: l.seq });
    for (const w of answer.weigh) this.line.set(w.id, w.request);
    if (answer.weigh.length) void this.weighAll(shop);
    return answer;
  }

  private async weighAll(shop: ShopView): Promise<void> {
    if (this.weighing || this.stopped) return;
    this.weighing = true;
    try {
      const table = learned(shop.suspectsTable ?? SHIPPED, shop.learned);
      for (;;) {
        const next = this.line.entries().next().value;
        if (!next || this.stopped) return;
        const [id, request] = next;
        const diagnosis = await heavy('diagnosis', JSON.parse(request) as DiagnosisRequest, table);
        if (this.line.get(id) === request) this.line.delete(id);
        await heavy('weighed', this.book, id, request, diagnosis);
        for (const hear of this.hearings) hear(id);
      }
    } catch (err) {
      // The lines stand as they are; the next question asks for it again.
      this.log.warn({ err }, 'suspects of the floor could not be weighed');
      this.line.clear();
    } finally {
      this.weighing = false;
    }
  }
}
