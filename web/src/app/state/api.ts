import { HttpClient, HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { firstValueFrom, type Observable } from 'rxjs';
import { isProblem, type Problem } from '@ash-knot/contract/problem';

/** What went wrong on the way to the server, in a sentence. */
export class ApiError extends Error {
  constructor(
    /** 0 when the line was down. */
    readonly status: number,
    readonly kind: string,
    message: string,
    readonly fields: NonNullable<Problem['fields']> = [],
    readonly more: { readonly retryAfterS?: number; readonly now?: string } = {},
  ) {
    super(message);
  }
  get offline(): boolean {
    return this.status === 0;
  }
}

function toError(e: unknown): unknown {
  if (!(e instanceof HttpErrorResponse)) return e;
  if (e.status === 0) return new ApiError(0, 'offline', 'The line is down. What you typed is kept here.');
  const body: unknown = typeof e.error === 'string' ? safeJson(e.error) : e.error;
  const p = isProblem(body) ? body : undefined;
  const wait = Number(e.headers?.get('Retry-After') ?? NaN);
  const more = { ...(Number.isFinite(wait) ? { retryAfterS: wait } : {}), ...(p?.now ? { now: p.now } : {}) };
  if (p) return new ApiError(e.status, p.title, p.detail ?? p.title, p.fields, more);
  return new ApiError(e.status, 'unknown', `The server answered ${e.status}. Nothing was changed.`);
}

function safeJson(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

/** The one door to the server: typed answers, ApiError when it says no. */
@Injectable({ providedIn: 'root' })
export class Api {
  private readonly http = inject(HttpClient);

  private async ask<T>(call: Observable<T>): Promise<T> {
    try {
      return await firstValueFrom(call);
    } catch (e) {
      throw toError(e);
    }
  }
  get<T>(path: string, params: Record<string, string> = {}): Promise<T> {
    return this.ask(this.http.get<T>(`/api${path}`, { params }));
  }
  /** Text as it is: a file of readings. */
  text(path: string): Promise<string> {
    return this.ask(this.http.get(`/api${path}`, { responseType: 'text' }));
  }
  putText(path: string, body: string): Promise<unknown> {
    return this.ask(this.http.put(`/api${path}`, body, { headers: { 'Content-Type': 'text/csv' } }));
  }
  postText(path: string, body: string, type: string): Promise<unknown> {
    return this.ask(this.http.post(`/api${path}`, body, { headers: { 'Content-Type': type } }));
  }
  putBytes(path: string, body: Blob): Promise<unknown> {
    return this.ask(this.http.put(`/api${path}`, body, { headers: { 'Content-Type': 'application/octet-stream' } }));
  }
  /** A file as it is, however it is written. */
  postBytes<T>(path: string, body: Blob): Promise<T> {
    return this.ask(this.http.post<T>(`/api${path}`, body, { headers: { 'Content-Type': 'application/octet-stream' } }));
  }
  post<T>(path: string, body: unknown): Promise<T> {
    return this.ask(this.http.post<T>(`/api${path}`, body));
  }
  put<T>(path: string, body: unknown): Promise<T> {
    return this.ask(this.http.put<T>(`/api${path}`, body));
  }
  patch<T>(path: string, body: unknown): Promise<T> {
    return this.ask(this.http.patch<T>(`/api${path}`, body));
  }
  delete(path: string): Promise<unknown> {
    return this.ask(this.http.delete(`/api${path}`));
  }
}
