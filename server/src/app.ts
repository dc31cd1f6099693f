import path from 'node:path';
import compression from 'compression';
import express, { Router, type Express } from 'express';
import { rateLimit } from 'express-rate-limit';
import helmet from 'helmet';
import type { Logger } from 'pino';
import type { Db } from './db/pool';
import { attachmentRoutes } from './attachment/routes';
import { findRoutes } from './find/routes';
import { gaugeRoutes } from './gauge/routes';
import { sameOrigin, signedIn, withSession } from './session/guard';
import { HttpProblem, problems } from './http/problem';
import { jobRoutes } from './job/routes';
import type { LiveNews } from './live/news';
import { ledgerRoutes } from './ledger/routes';
import { learningRoutes } from './learning/routes';
import { partRoutes } from './part/routes';
import { sessionRoutes } from './session/routes';
import { shopRoutes } from './shop/routes';
import type { Supplier } from './supplier/port';
import { supplierRoutes } from './supplier/routes';
import { shipped } from './supplier/simulated';
import { vehicleRoutes } from './vehicle/routes';

export interface AppOptions {
  readonly db: Db;
  readonly news: LiveNews;
  readonly log: Logger;
  /** Folder of the built web application; left out in tests of the API alone. */
  readonly webRoot?: string | undefined;
  /** Behind HTTPS: cookies are marked so and browsers are told to stay on it. */
  readonly secure?: boolean | undefined;
  /** The lines to suppliers; those that ship with the program, where none are given. */
  readonly suppliers?: readonly Supplier[] | undefined;
  /** Requests a minute a device may make. */
  readonly requestsPerMinute?: number | undefined;
}

export function makeApp(o: AppOptions): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'"],
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'blob:', 'data:'],
          connectSrc: ["'self'"],
          workerSrc: ["'self'", 'blob:'],
          objectSrc: ["'none'"],
          frameAncestors: ["'none'"],
          upgradeInsecureRequests: o.secure ? [] : null,
        },
      },
      strictTransportSecurity: o.secure ?? false,
    }),
  );
  // A stream must not wait in a compressor's buffer.
  app.use(compression({ filter: (req, res) => !req.path.endsWith('/stream') && compression.filter(req, res) }));

  const api = Router();
  api.get('/health', async (_req, res) => {
    await o.db.query('SELECT 1');
    res.json({ ok: true });
  });
  api.use(
    rateLimit({
      windowMs: 60_000,
      limit: o.requestsPerMinute ?? 3000,
      standardHeaders: true,
      legacyHeaders: false,
      handler: () => {
        throw new HttpProblem(429, 'slow-down', 'Too many requests from here. Wait a minute; nothing was lost.');
      },
    }),
  );
  api.use((_req, res, next) => {
    res.set('Cache-Control', 'no-store');
    next();
  });
  api.use(sameOrigin, withSession(o.db));
  // Photographs and loops read their own body; everything else is small JSON.
  api.use(express.json({ limit: '512kb' }));
  api.use(sessionRoutes(o.db, o.secure ?? false));
  api.use(signedIn);
  api.use(
    jobRoutes(o.db, o.news),
    vehicleRoutes(o.db),
    partRoutes(o.db),
    supplierRoutes(o.suppliers ?? shipped(o.db)),
    attachmentRoutes(o.db),
    ledgerRoutes(o.db, o.news),
    shopRoutes(o.db),
    learningRoutes(o.db),
    findRoutes(o.db),
    gaugeRoutes(o.db, o.news),
  );
  api.use((req) => {
    throw new HttpProblem(404, 'not-found', `There is nothing at ${req.path}.`);
  });
  app.use('/api', api);

  if (o.webRoot) {
    const root = o.webRoot;
    // Built files carry their hash in the name; the page itself is always asked for again.
    app.use(
      express.static(root, {
        index: false,
        maxAge: '1y',
        immutable: true,
        setHeaders: (res, file) => {
          if (file.endsWith('.html')) res.set('Cache-Control', 'no-cache');
        },
      }),
    );
    app.get('/{*path}', (req, res, next) => {
      if (path.extname(req.path)) return next();
      res.set('Cache-Control', 'no-cache').sendFile(path.join(root, 'index.html'));
    });
  }
  app.use((req) => {
    throw new HttpProblem(404, 'not-found', `There is nothing at ${req.path}.`);
  });
  app.use(problems(o.log));
  return app;
}
