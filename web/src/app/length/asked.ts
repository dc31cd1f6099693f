import { type Signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { Attempt } from '@ash-knot/core';
import { catchError, debounceTime, map, of, switchMap, type Observable } from 'rxjs';

/** What came of a question: what is wrong with it, that nothing was asked yet, or the answer with its question. */
export interface Asked<A> {
  readonly answer?: A | undefined;
  readonly wrong: string;
}

/**
 * A question that follows the fields, answered elsewhere: a newer one calls the older one off, and the last answer
 * stays until the next one is there. Null asks nothing.
 */
export function asked<Q, A>(question: Signal<Attempt<Q> | null>, ask: (q: Q) => Observable<A>): Signal<Asked<A>> {
  const answers = toObservable(question).pipe(
    debounceTime(60),
    switchMap((q): Observable<Asked<A>> => {
      if (q === null) return of({ wrong: '' });
      if (!q.ok) return of({ wrong: q.error.message });
      return ask(q.value).pipe(
        map((answer) => ({ answer, wrong: '' })),
        catchError((e: unknown) => of({ wrong: (e as Error).message })),
      );
    }),
  );
  return toSignal(answers, { initialValue: { wrong: '' } });
}
