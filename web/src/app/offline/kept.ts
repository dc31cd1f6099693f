import { HttpErrorResponse, HttpResponse, type HttpInterceptorFn } from '@angular/common/http';
import { inject, Injectable, signal } from '@angular/core';
import { catchError, from, map, of, switchMap, tap, throwError } from 'rxjs';
import { Session } from '../session/session';
import { Database } from './database';

/** Answers that are worth having without a line: today's floor and its jobs, files, types, parts that were looked at. */
const KEPT: readonly RegExp[] = [
  /^\/api\/floor(\?inchFirst=yes)?$/,
  /^\/api\/jobs\/[0-9a-f-]{36}$/,
  /^\/api\/vehicles(\?q=)?$/,
  /^\/api\/vehicles\/[0-9a-f-]{36}$/,
  /^\/api\/types$/,
  /^\/api\/parts(\?|$)/,
];

/** The last answers of the server, kept in the browser's own database, and whether what is on the screen is one of them. */
@Injectable({ providedIn: 'root' })
export class Kept {
  private readonly database = inject(Database);
  /** Since when what is shown may be old; null while the line is there. */
  readonly asOf = signal<string | null>(null);

  constructor() {
    // A device that is signed out has nothing of the yard left on it but what is not sent yet.
    inject(Session).signedOut.subscribe(() => void this.forget());
  }

  put(path: string, body: unknown): void {
    void this.database.putKept({ path, at: new Date().toISOString(), body }).catch(() => undefined);
  }
  get(path: string): Promise<{ readonly at: string; readonly body: unknown } | undefined> {
    return this.database.kept(path);
  }
  forget(): Promise<void> {
    return this.database.dropKept();
  }
}

/**
 * Every question to the server: what is worth it is kept, and answered from there when the line is down. Past the
 * program's own worker, which has no part in answers; with this device's time, so that the server can tell its drift.
 */
export const keepAnswers: HttpInterceptorFn = (req, next) => {
  if (!req.url.startsWith('/api/')) return next(req);
  const kept = inject(Kept);
  const path = req.urlWithParams;
  const worth = req.method === 'GET' && KEPT.some((k) => k.test(path));
  return next(req.clone({ setHeaders: { 'ngsw-bypass': 'true', 'Ashknot-Time': new Date().toISOString() } })).pipe(
    tap((e) => {
      if (!(e instanceof HttpResponse)) return;
      kept.asOf.set(null);
      if (worth) kept.put(path, e.body);
    }),
    catchError((err: unknown) => {
      if (!worth || !(err instanceof HttpErrorResponse) || err.status !== 0) return throwError(() => err);
      return from(kept.get(path)).pipe(
        switchMap((k) => (k ? of(k) : throwError(() => err))),
        tap((k) => kept.asOf.set(k.at)),
        map((k) => new HttpResponse({ status: 200, body: k.body, url: path })),
      );
    }),
  );
};
