import path from 'node:path';
import compression from 'compression';
import express, { Router, type Express, type Request, type RequestHandler } from 'express';
import { ipKeyGenerator, rateLimit } from 'express-rate-limit';
import staticGzip from 'express-static-gzip';
import helmet from 'helmet';
import type { Logger } from 'pino';
import { attachmentRoutes } from './attachment/routes';
import { bookingRoutes } from './booking/routes';
import { cardRoutes } from './card/routes';
import { changeRoutes } from './change/routes';
import { openApi } from '@ash-knot/contract';
import { customerRoutes } from './customer/routes';
import { failureOf } from './db/failure';
import { eventRoutes } from './event/routes';
import type { Db, Queryable } from './db/pool';
import { findRoutes } from './find/routes';
import type { Floor } from './floor/floor';
import { floorRoutes } from './floor/routes';
import { gaugeRoutes } from './gauge/routes';
import { requestLog } from './http/log';
import { makeMetrics } from './http/metrics';
import { HttpProblem, problems, slowDown } from './http/problem';
import { readableAddress, readableBody } from './http/readable';
import { JobStates } from './job/queries';
import { jobRoutes } from './job/routes';
import { learningRoutes } from './learning/routes';
import { ledgerRoutes } from './ledger/routes';
import { listRoutes } from './lists/routes';
import { logoRoutes } from './logo/routes';
import type { Lessons } from './learning/lessons';
import type { Live } from './live/live';
import { partRoutes } from './part/routes';
import { practiceRoutes } from './practice/routes';
import { sameOrigin, signedIn, withSession } from './session/guard';
import { sessionRoutes } from './session/routes';
import { firstRunRoutes, shopRoutes } from './shop/routes';
import type { Supplier } from './supplier/port';
import { supplierRoutes } from './supplier/routes';
import { shipped } from './supplier/simulated';
import { tokenRoutes } from './token/routes';
import { vehicleRoutes } from './vehicle/routes';

export interface AppOptions {
  readonly db: Db;
  /** Where history and search are read: the primary, or a replica of it. */
  readonly read: Queryable;
  /** One connection of its own, so that a full pool is not taken for a database that is gone. */
  readonly health: Db;
  readonly live: Live;
  /** What handed-back jobs teach, behind their hand-backs. */
  readonly lessons: Lessons;
  readonly floor: Floor;
  readonly log: Logger;
  /** The server is being stopped: what comes now is refused, what is under way is finished. */
  readonly stopping: () => boolean;
  /** Folder of the built web application; left out in tests of the API alone. */
  readonly webRoot?: string | undefined;
  /** Behind HTTPS: cookies are marked so and browsers are told to stay on it. */
  readonly secure?: boolean | undefined;
  /** How many proxies stand before it: whose address counts is told by the last of them. */
  readonly proxies?: number | undefined;
  /** Who may read /metrics from elsewhere: whoever says this. */
  readonly metricsToken?: string | undefined;
  /** The lines to suppliers; those that ship with the program, where none are given. */
  readonly suppliers?: readonly Supplier[] | undefined;
  /** Requests a minute a device may make; an address, with every device behind it, ten times as many. */
  readonly requestsPerMinute?: number | undefined;
  /** Every practice vehicle is drawn with this seed: for tests that must know what they meet. */
  readonly practiceSeed?: number | undefined;
}

const REQUESTS_PER_MINUTE = 900;
const DEVICES_BEHIND_ADDRESS = 10;
/** Of what a device may ask, so little may be PINs that are wrong: twenty a minute. */
const TRIES_OF_REQUESTS = 20 / REQUESTS_PER_MINUTE;

const tooMany = () => {
  throw slowDown('Too many requests from here. Wait a minute; nothing was lost.', 30);
};

/** Counted in each server process by itself: two servers let twice as many through. */
const limit = (perMinute: number, keyOf: (req: Request, device: string | undefined) => string): RequestHandler =>
  rateLimit({
    windowMs: 60_000,
    limit: perMinute,
    standardHeaders: true,
    legacyHeaders: false,
    keyGenerator: (req, res) => keyOf(req, res.locals['session']?.device),
    handler: tooMany,
  });

const address = (req: Request): string => ipKeyGenerator(req.ip ?? 'unknown');

/** A token, or the very machine, with nothing standing in between. */
function mayReadMetrics(req: Request, token: string | undefined): boolean {
  if (token) return req.headers.authorization === `Bearer ${token}`;
  const from = req.socket.remoteAddress ?? '';
  return /^(::ffff:)?127\.|^::1$/.test(from) && !req.headers['x-forwarded-for'] && !req.headers['forwarded'];
}

const securityHeaders = (secure: boolean) =>
  helmet({
    contentSecurityPolicy: {
      directives: {
        defaultSrc: ["'self'"],
        scriptSrc: ["'self'"],
        styleSrc: ["'self'", "'unsafe-inline'"],
        mediaSrc: ["'self'", 'blob:'],
        imgSrc: ["'self'", 'blob:', 'data:'],
        connectSrc: ["'self'"],
        workerSrc: ["'self'", 'blob:'],
        objectSrc: ["'none'"],
        frameAncestors: ["'none'"],
        upgradeInsecureRequests: secure ? [] : null,
      },
    },
    strictTransportSecurity: secure,
  });

/** Everything under /api: who may ask how often, who asks, and the routes. */
function apiOf(o: AppOptions): Router {
  const api = Router();
  api.use(readableAddress);
  api.get('/health', async (_req, res) => {
    // A machine with more to do than it can is no loss: whoever watches leaves it its work.
    const busy = await o.health.query('SELECT 1').then(
      () => false,
      (e: unknown) => {
        if (failureOf(e) !== 'busy') throw e;
        return true;
      },
    );
    res.json({ ok: true, news: o.live.news.connected, ...(busy ? { busy } : {}) });
  });
  const described = openApi();
  api.get('/openapi.json', (_req, res) => void res.json(described));
  const perDevice = o.requestsPerMinute ?? REQUESTS_PER_MINUTE;
  api.use(limit(perDevice * DEVICES_BEHIND_ADDRESS, address));
  api.use((_req, res, next) => {
    res.set('Cache-Control', 'no-store');
    next();
  });
  api.use(sameOrigin, withSession(o.db));
  api.use(limit(perDevice, (req, device) => device ?? address(req)));
  // Photographs and loops read their own body; everything else is small JSON.
  api.use(express.json({ limit: '512kb' }), readableBody);
  api.use(firstRunRoutes(o.db), sessionRoutes(o.db, o.secure ?? false, Math.ceil(perDevice * TRIES_OF_REQUESTS)));
  api.use(signedIn);
  // Tapes that were read once are kept once.
  const states = new JobStates();
  api.use(
    jobRoutes(o.db, states),
    floorRoutes(o.floor, o.live),
    vehicleRoutes(o.db, o.read),
    changeRoutes(o.db, o.read, states),
    customerRoutes(o.db),
    partRoutes(o.db),
    bookingRoutes(o.db),
    listRoutes(o.db),
    supplierRoutes(o.suppliers ?? shipped(o.db)),
    attachmentRoutes(o.db),
    ledgerRoutes(o.db, o.live, o.lessons, states),
    shopRoutes(o.db),
    logoRoutes(o.db),
    learningRoutes(o.db, o.read),
    findRoutes(o.db, o.read),
    gaugeRoutes(o.db, o.live),
    cardRoutes(o.db),
    practiceRoutes(o.db, o.live, o.log, o.practiceSeed),
    tokenRoutes(o.db),
    eventRoutes(o.db, o.live),
  );
  api.use((req) => {
    throw new HttpProblem(404, 'not-found', `There is nothing at ${req.path}.`);
  });
  return api;
}

/** The page and its files. Those that carry their hash in the name keep for ever; the page, the worker that keeps it and the list of its files are always asked for again. */
function page(app: Express, root: string): void {
  app.use(
    // What the build has made small already is sent so.
    staticGzip(root, {
      index: false,
      enableBrotli: true,
      orderPreference: ['br', 'gz'],
      serveStatic: {
        maxAge: '1y',
        immutable: true,
        setHeaders: (res, file) => {
          if (/(\.html|ngsw\.json|ngsw-worker\.js|safety-worker\.js|\.webmanifest)(\.br|\.gz)?$/.test(file))
            res.setHeader('Cache-Control', 'no-cache');
        },
      },
    }),
  );
  app.get('/{*path}', (req, res, next) => {
    if (path.extname(req.path)) return next();
    res.set('Cache-Control', 'no-cache').sendFile(path.join(root, 'index.html'));
  });
}

export function makeApp(o: AppOptions): Express {
  const app = express();
  app.disable('x-powered-by');
  app.set('trust proxy', o.proxies ?? 0);
  // Arrays and objects in an address are nothing this program takes.
  app.set('query parser', 'simple');
  app.use(requestLog(o.log));
  app.use((req, res, next) => {
    if (!o.stopping()) return next();
    res.set('Connection', 'close');
    throw new HttpProblem(503, 'stopping', 'The server is being stopped. Try again in a moment; nothing was lost.', {
      retryAfterS: 2,
    });
  });
  app.use(securityHeaders(o.secure ?? false));
  // A stream must not wait in a compressor's buffer.
  app.use(compression({ filter: (req, res) => !req.path.endsWith('/stream') && compression.filter(req, res) }));

  const { live } = o;
  const metrics = makeMetrics({
    streams: () => live.streams.count,
    newsConnected: () => live.news.connected,
    newsReconnects: () => live.news.reconnects,
    pool: () => ({ total: o.db.totalCount, idle: o.db.idleCount, waiting: o.db.waitingCount }),
  });
  app.use(metrics.count);
  app.get('/metrics', async (req, res) => {
    if (!mayReadMetrics(req, o.metricsToken)) throw new HttpProblem(404, 'not-found', 'There is nothing at /metrics.');
    await metrics.answer(req, res);
  });

  app.use('/api', apiOf(o));

  if (o.webRoot) page(app, o.webRoot);
  app.use((req) => {
    throw new HttpProblem(404, 'not-found', `There is nothing at ${req.path}.`);
  });
  app.use(problems(o.log));
  return app;
}
