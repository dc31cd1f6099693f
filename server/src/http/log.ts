import { randomUUID } from 'node:crypto';
import type { RequestHandler } from 'express';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';

declare module 'express-serve-static-core' {
  interface Locals {
    /** Stands in the log and in the problem document, so that one finds the other. */
    requestId?: string;
  }
}

/** One line a request, with an id that the answer repeats. No header, cookie, query or body is written: they hold names, plates and secrets. */
export function requestLog(log: Logger): RequestHandler[] {
  const named: RequestHandler = (_req, res, next) => {
    res.locals.requestId = randomUUID();
    res.set('X-Request-Id', res.locals.requestId);
    next();
  };
  const line = pinoHttp({
    logger: log,
    genReqId: (_req, res) => String(res.getHeader('X-Request-Id')),
    customLogLevel: (_req, res, err) => (err || res.statusCode >= 500 ? 'warn' : 'info'),
    customSuccessMessage: () => 'request',
    customErrorMessage: () => 'request',
    customAttributeKeys: { reqId: 'request' },
    wrapSerializers: false,
    serializers: {
      // The path alone: what is looked for stands behind it.
      req: (req: { method?: string; url?: string }) => ({ method: req.method, path: req.url?.split('?')[0] }),
      res: (res: { statusCode?: number }) => ({ status: res.statusCode }),
      err: () => undefined,
    },
    quietReqLogger: true,
  });
  return [named, line as unknown as RequestHandler];
}
