import pg from 'pg';
import type { Logger } from 'pino';
import type { GaugeSaid } from '@ash-knot/contract';
import { CHANNEL, type News } from './channel';

/** What this process does with the news of all. */
export interface Hearing {
  /** Something was written to a job. */
  job(job: string): void;
  /** Something was written to a practice vehicle: who keeps to jobs hears nothing of it. */
  practice?(id: string): void;
  /** Who comes when was changed. */
  plan?(): void;
  /** A device was signed out. */
  device(device: string): void;
  /** News may have been missed: look at everything again. */
  missed(): void;
}

/** Waits between tries to get the line back, ms: doubled from the first to the last, and a part of it by chance. */
const BACK_OFF = { first: 200, last: 5_000 } as const;
/** The line is asked so often whether it is still there: one that is cut in the middle says nothing by itself, ms. */
const ASK_EVERY = 15_000;
const ASK_PATIENCE = 5_000;

/**
 * Hears PostgreSQL's notifications, on one connection of its own that is made again whenever it breaks. The database is
 * the only shared state, so several servers can stand behind one address.
 */
export class LiveNews {
  private readonly hearings = new Set<Hearing>();
  private readonly bays = new Set<{ readonly bay: string | null; readonly hear: (said: GaugeSaid) => void }>();
  private client: pg.Client | undefined;
  private closed = false;
  private asking: NodeJS.Timeout | undefined;
  /** How often the line had to be made again. */
  reconnects = 0;

  constructor(
    private readonly connectionString: string,
    private readonly log: Logger,
  ) {}

  get connected(): boolean {
    return this.client !== undefined;
  }

  /** @throws Error when the database is not there the first time */
  async start(): Promise<void> {
    await this.connect();
    this.asking = setInterval(() => void this.ask(), ASK_EVERY);
    this.asking.unref();
  }

  private async connect(): Promise<void> {
    const client = new pg.Client({
      connectionString: this.connectionString,
      application_name: 'ash-knot news',
      keepAlive: true,
      connectionTimeoutMillis: ASK_PATIENCE,
      query_timeout: ASK_PATIENCE,
    });
    client.on('notification', (n) => n.payload && this.hearAll(n.payload));
    // Said more than once, and once more when it has ended: whichever comes first counts.
    client.on('error', (err) => void this.lost(client, err));
    client.on('end', () => void this.lost(client));
    try {
      await client.connect();
      await client.query(`LISTEN ${CHANNEL}`);
    } catch (err) {
      await client.end().catch(() => undefined);
      throw err;
    }
    if (this.closed) return client.end();
    this.client = client;
  }

  private async lost(client: pg.Client, err?: unknown): Promise<void> {
    if (this.closed || this.client !== client) return;
    // From here on this is the one loop that makes the line again: its client is nobody's any more.
    this.client = undefined;
    this.log.warn({ err }, 'news connection lost');
    void client.end().catch(() => undefined);
    for (let wait: number = BACK_OFF.first; !this.closed && !this.client; wait = Math.min(BACK_OFF.last, 2 * wait)) {
      await new Promise((r) => setTimeout(r, wait * (0.5 + Math.random())));
      if (this.closed) return;
      try {
        await this.connect();
        this.reconnects++;
        // Whatever was said meanwhile was missed.
        for (const h of this.hearings) h.missed();
      } catch (why) {
        this.log.warn({ err: why }, 'news connection not back yet');
      }
    }
  }

  private async ask(): Promise<void> {
    const client = this.client;
    if (!client) return;
    try {
      await client.query('SELECT 1');
    } catch (err) {
      await this.lost(client, err);
    }
  }

  private hearAll(payload: string): void {
    const news = JSON.parse(payload) as News;
    if (news.about === 'gauge') {
      for (const b of this.bays) if (b.bay === news.bay) b.hear(news.said);
    } else if (news.about === 'practice') for (const h of this.hearings) h.practice?.(news.practice);
    else if (news.about === 'plan') for (const h of this.hearings) h.plan?.();
    else if (news.about === 'device') for (const h of this.hearings) h.device(news.device);
    else for (const h of this.hearings) h.job(news.job);
  }

  /** What gauges say in one bay, from now on: a gauge that spoke while nobody listened is not heard later. */
  hearGauges(bay: string | null, hear: (said: GaugeSaid) => void): () => void {
    const b = { bay, hear };
    this.bays.add(b);
    return () => this.bays.delete(b);
  }

  hear(hearing: Hearing): () => void {
    this.hearings.add(hearing);
    return () => this.hearings.delete(hearing);
  }

  async stop(): Promise<void> {
    this.closed = true;
    clearInterval(this.asking);
    await this.client?.end().catch(() => undefined);
  }
}
