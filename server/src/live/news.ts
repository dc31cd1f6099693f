import pg from 'pg';
import type { Logger } from 'pino';
import type { GaugeSaid } from '@ash-knot/contract';
import { CHANNEL, type News } from './channel';

/** Told instead of one job when news may have been missed. */
export const EVERY_JOB = '*';

type Listener = (job: string) => void;

/**
 * Hears PostgreSQL's notifications and passes them to this process's open streams. The database is
 * the only shared state, so several servers can stand behind one address.
 */
export class LiveNews {
  private readonly listeners = new Set<Listener>();
  private readonly bays = new Set<{ readonly bay: string | null; readonly hear: (said: GaugeSaid) => void }>();
  private client: pg.Client | undefined;
  private closed = false;

  constructor(
    private readonly connectionString: string,
    private readonly log: Logger,
  ) {}

  async start(): Promise<void> {
    const client = new pg.Client({
      connectionString: this.connectionString,
      application_name: 'ash-knot news',
    });
    client.on('notification', (n) => n.payload && this.hearAll(n.payload));
    // Said more than once, and once more when it has ended: one listener is replaced by one.
    client.on('error', (err) => void this.lost(client, err));
    client.on('end', () => void this.lost(client));
    try {
      await client.connect();
      await client.query(`LISTEN ${CHANNEL}`);
    } catch (err) {
      await client.end().catch(() => undefined);
      throw err;
    }
    this.client = client;
  }

  private async lost(client: pg.Client, err?: Error): Promise<void> {
    if (this.closed || this.client !== client) return;
    this.log.warn({ err }, 'news connection lost');
    this.client = undefined;
    await client.end().catch(() => undefined);
    while (!this.closed && !this.client) {
      await new Promise((r) => setTimeout(r, 1000));
      try {
        await this.start();
        // Whatever was said meanwhile was missed: every stream looks again.
        this.tellJob(EVERY_JOB);
      } catch (err) {
        this.log.warn({ err }, 'news connection not back yet');
      }
    }
  }

  private hearAll(payload: string): void {
    const news = JSON.parse(payload) as News;
    if (news.about === 'job') this.tellJob(news.job);
    else for (const b of this.bays) if (b.bay === news.bay) b.hear(news.said);
  }
  private tellJob(job: string): void {
    for (const l of this.listeners) l(job);
  }

  /** What gauges say in one bay, from now on: a gauge that spoke while nobody listened is not heard later. */
  hearGauges(bay: string | null, hear: (said: GaugeSaid) => void): () => void {
    const b = { bay, hear };
    this.bays.add(b);
    return () => this.bays.delete(b);
  }

  hear(listener: Listener): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  async stop(): Promise<void> {
    this.closed = true;
    await this.client?.end();
  }
}
