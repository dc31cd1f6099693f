import type { Response } from 'express';
import pg from 'pg';
import type { Logger } from 'pino';
import type { GaugeSaid } from '@ash-knot/contract';
import { GAUGE_MARK } from '../gauge/queries';
import { CHANNEL } from './queries';

type Listener = (job: string) => void;

/**
 * Hears PostgreSQL's notifications and passes them to this process's open streams. The database is
 * the only shared state, so several servers can stand behind one address.
 */
export class JobNews {
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
    client.on('notification', (n) => this.tell(n.payload ?? ''));
    client.on('error', (err) => {
      this.log.warn({ err }, 'news connection lost');
      void this.restart();
    });
    await client.connect();
    await client.query(`LISTEN ${CHANNEL}`);
    this.client = client;
  }

  private async restart(): Promise<void> {
    this.client = undefined;
    while (!this.closed && !this.client) {
      await new Promise((r) => setTimeout(r, 1000));
      try {
        await this.start();
        // Whatever was said meanwhile was missed: every stream looks again.
        this.tell('*');
      } catch (err) {
        this.log.warn({ err }, 'news connection not back yet');
      }
    }
  }

  private tell(payload: string): void {
    if (payload.startsWith(GAUGE_MARK)) {
      const { bay, said } = JSON.parse(payload.slice(GAUGE_MARK.length)) as { bay: string | null; said: GaugeSaid };
      for (const b of this.bays) if (b.bay === bay) b.hear(said);
      return;
    }
    for (const l of this.listeners) l(payload);
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

/** Opens a server-sent-event stream: a comment every 20 s keeps proxies from closing it. */
export function openStream(res: Response): {
  send: (event: string, data: unknown, id?: number) => void;
  onClose: (f: () => void) => void;
} {
  res.status(200).set({
    'Content-Type': 'text/event-stream',
    'Cache-Control': 'no-store, no-transform',
    Connection: 'keep-alive',
    'X-Accel-Buffering': 'no',
  });
  res.flushHeaders();
  res.write('retry: 1500\n\n');
  const beat = setInterval(() => res.write(': still here\n\n'), 20_000);
  res.on('close', () => clearInterval(beat));
  return {
    send: (event, data, id) =>
      void res.write(`${id === undefined ? '' : `id: ${id}\n`}event: ${event}\ndata: ${JSON.stringify(data)}\n\n`),
    onClose: (f) => res.on('close', f),
  };
}
