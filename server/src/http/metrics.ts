import type { Request, RequestHandler, Response } from 'express';
import { collectDefaultMetrics, Gauge, Histogram, Registry } from 'prom-client';

/** What is counted besides requests: asked for whenever the numbers are. */
export interface Watched {
  readonly streams: () => number;
  readonly newsReconnects: () => number;
  readonly newsConnected: () => boolean;
  readonly pool: () => { readonly total: number; readonly idle: number; readonly waiting: number };
}

export interface Metrics {
  readonly count: RequestHandler;
  readonly answer: (req: Request, res: Response) => Promise<void>;
}

/** Numbers to watch, as Prometheus reads them (text exposition format 0.0.4). A registry of its own: tests run several servers in a process. */
export function makeMetrics(watched: Watched): Metrics {
  const registry = new Registry();
  collectDefaultMetrics({ register: registry });
  const registers = [registry];
  const seconds = new Histogram({
    name: 'ashknot_request_seconds',
    help: 'How long requests took, by route and status.',
    labelNames: ['method', 'route', 'status'],
    buckets: [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 10],
    registers,
  });
  const gauge = (name: string, help: string, read: () => number) =>
    new Gauge({
      name,
      help,
      registers,
      collect() {
        this.set(read());
      },
    });
  gauge('ashknot_streams', 'Open live streams.', watched.streams);
  gauge('ashknot_news_connected', '1 while the notification connection stands.', () => Number(watched.newsConnected()));
  gauge('ashknot_news_reconnects', 'How often the notification connection was made again.', watched.newsReconnects);
  gauge('ashknot_pool_connections', 'Connections to the database.', () => watched.pool().total);
  gauge('ashknot_pool_idle', 'Connections to the database that nobody uses.', () => watched.pool().idle);
  gauge('ashknot_pool_waiting', 'Requests that wait for a connection.', () => watched.pool().waiting);
  return {
    count: (req, res, next) => {
      const done = seconds.startTimer();
      res.on('finish', () => {
        // The route as it is written, never the address: ids would make a series each.
        const route = (req.route as { path?: string } | undefined)?.path ?? 'none';
        done({ method: req.method, route, status: String(res.statusCode) });
      });
      next();
    },
    answer: async (_req, res) => {
      res.type(registry.contentType).send(await registry.metrics());
    },
  };
}
