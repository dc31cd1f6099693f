import { inject, Injectable, InjectionToken } from '@angular/core';
import { transfer, type Remote } from 'comlink';
import { firstValueFrom, map } from 'rxjs';
import { call } from './call';
import type { FilmAsk, FilmAsks, FilmWork } from './film-work';

/** Makes the worker; main.ts says how. */
export const FILM_WORKER = new InjectionToken<() => Remote<FilmWork> | FilmWork>('film worker');

/** Pictures are looked at, and films worked out, in a worker of their own, made when the first is asked for. */
@Injectable({ providedIn: 'root' })
export class Filmer {
  private readonly make = inject(FILM_WORKER);
  private worker: Remote<FilmWork> | FilmWork | undefined;

  /** One answer; a picture is handed over, not copied. */
  ask<K extends keyof FilmAsks>(ask: K, q: FilmAsks[K]['q']): Promise<FilmAsks[K]['a']> {
    const question = { ask, q } as FilmAsk;
    const picture =
      question.ask === 'look'
        ? question.q
        : question.ask === 'photo' || question.ask === 'ride height'
          ? question.q.picture
          : undefined;
    const sent = picture ? transfer(question, [picture]) : question;
    return firstValueFrom(call((this.worker ??= this.make()), sent).pipe(map((a) => a as FilmAsks[K]['a'])));
  }
}
